import { expect, test } from "vitest";
import { dotBox, numberPlaces, placeLabels } from "./labels";

const column = [0, 9, 18].map((y, index) => ({ x: 100, y, text: String(index + 1) }));

test("numbers of holes that lie close above one another stand on either side of them", () => {
  expect(numberPlaces(column).map((at) => at.anchor)).toEqual(["end", "start", "end"]);
  // where there is no room at all a number still stands
  const heap = [...column, ...column, ...column].map((one) => ({ ...one, x: 100, y: 0 }));
  expect(numberPlaces(heap)).toHaveLength(9);
});

test("words that find no place beside, above or below are left out", () => {
  const around = [-12, 0, 12].flatMap((dx) => [-16, 0, 16].map((dy) => dotBox({ x: 100 + dx, y: dy }, 4)));
  expect(placeLabels([{ x: 100, y: 0, text: "old hole" }], "right", 10, 8, around)).toEqual([null]);
  expect(placeLabels([{ x: 100, y: 0, text: "old hole" }], "right", 10, 8)[0]?.anchor).toBe("start");
});
