import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { expect, test } from "vitest";
import { askAnew } from "./askAnew";

test("an answer that was asked for before a change is not taken for one after it", async () => {
  const queries = new QueryClient();
  const answers: ((said: string) => void)[] = [];
  const looking = new QueryObserver(queries, {
    queryKey: ["get", "/api/jobs/{job_id}/ways-out", { params: { path: { job_id: "a" } } }],
    queryFn: () => new Promise<string>((resolve) => answers.push(resolve)),
  });
  const stop = looking.subscribe(() => undefined);
  expect(answers).toHaveLength(1);
  // the first answer of all is still under way when the job changes
  void askAnew(queries, [["get", "/api/jobs/{job_id}/ways-out"]]);
  await expect.poll(() => answers.length).toBe(2);
  answers[0]?.("of before");
  answers[1]?.("of now");
  await expect.poll(() => looking.getCurrentResult().data).toBe("of now");
  stop();
});
