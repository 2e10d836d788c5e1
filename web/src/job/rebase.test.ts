import { expect, test } from "vitest";
import { rebase } from "./rebase";

const base = {
  title: "A",
  place: { x: 1, y: 2 },
  points: [
    { id: "p", x: 5 },
    { id: "q", x: 6 },
  ],
};

test("changes of different fields keep each other", () => {
  const mine = { ...base, place: { x: 1, y: 9 } };
  const latest = { ...base, title: "B", place: { x: 7, y: 2 } };
  expect(rebase(base, mine, latest)).toEqual({ ...base, title: "B", place: { x: 7, y: 9 } });
});

test("where both changed the same, mine stands", () => {
  expect(rebase(base, { ...base, title: "M" }, { ...base, title: "T" }).title).toBe("M");
});

test("entries with the same ids are taken one by one, another list whole", () => {
  const mine = { ...base, points: [{ id: "p", x: 50 }, base.points[1]] } as typeof base;
  const moved = { ...base, points: [base.points[0], { id: "q", x: 60 }] } as typeof base;
  expect(rebase(base, mine, moved).points).toEqual([
    { id: "p", x: 50 },
    { id: "q", x: 60 },
  ]);
  const fewer = { ...base, points: [{ id: "q", x: 6 }] };
  expect(rebase(base, fewer, moved).points).toEqual(fewer.points);
});
