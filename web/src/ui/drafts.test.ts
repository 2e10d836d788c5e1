import { expect, test } from "vitest";
import { Drafts } from "./drafts";

test("a button that waits for typing learns whether all of it was read", async () => {
  const drafts = new Drafts();
  expect(await drafts.read("sweep")).toBe(true);
  drafts.set("sweep · Depth it claims", { text: "38", fault: null, place: "" });
  drafts.set("packet · Hole", { text: "abc", fault: "no length", place: "" });
  const waiting = drafts.read("sweep");
  drafts.set("sweep · Depth it claims", null);
  // what was refused in another form is none of this one's
  expect(await waiting).toBe(true);
  drafts.set("sweep · Depth it claims", { text: "3x8", fault: null, place: "" });
  const again = drafts.read("sweep");
  drafts.set("sweep · Depth it claims", { text: "3x8", fault: "no length", place: "" });
  expect(await again).toBe(false);
  expect(await drafts.read("sweep")).toBe(false);
});
