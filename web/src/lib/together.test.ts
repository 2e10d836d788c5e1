import { expect, test } from "vitest";
import { together } from "./together";

test("a figure stays with its unit, and both sizes of a plug with one another", () => {
  expect(together("Nylon expanding plug 8 × 40, used to 62 %, 12.5 mm in, 1 1/2 in up.")).toBe(
    "Nylon expanding plug 8\u00a0×\u00a040, used to 62\u00a0%, 12.5\u00a0mm in, 1 1/2\u00a0in up.",
  );
  // what only looks like a unit is kept together as well, and a longer word is none
  expect(together("4 more holes, 2 in studs, hole 3 mended")).toBe(
    "4 more holes, 2\u00a0in studs, hole 3 mended",
  );
});
