import { expect, test } from "vitest";
import { callOf, operationsOf } from "./operations";

const [name] = operationsOf({
  paths: {
    "/api/jobs/{job_id}/name": {
      put: {
        operationId: "name_job",
        tags: ["jobs"],
        parameters: [
          { name: "job_id", in: "path", example: "oar-cradle" },
          { name: "x-rock-pin", in: "header" },
          { name: "revision", in: "query" },
        ],
        requestBody: { content: { "application/json": { example: { name: "Rower's hook" } } } },
      },
    },
  },
});

test("a call can be pasted into a shell, quotes and all", () => {
  expect(name && callOf(name, "http://desk")).toBe(
    "curl 'http://desk/api/jobs/oar-cradle/name' \\\n  -X PUT \\\n  -H 'x-rock-pin: 1' \\\n" +
      "  -H 'content-type: application/json' \\\n  --data-binary '{\n \"name\": \"Rower'\\''s hook\"\n}'",
  );
});
