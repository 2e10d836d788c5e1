import { expect, test } from "vitest";
import { WallMap } from "./wallMap";

// five places along, four rows: ready are the middle three of the lower two rows and the last of the uppermost
const map = new WallMap({
  x_mm: 100,
  y_mm: 200,
  middle_x_mm: 150,
  middle_y_mm: 230,
  columns: 5,
  words: ["ready", "prove_first", "do_not_drill"],
  patterns: [
    [1, 1, 0, 3, 2, 1],
    [2, 5],
    [2, 4, 0, 1],
  ],
  rows: [0, 2, 1, 1, 2, 1],
  ready: 7,
  step_mm: 1,
});

test("a place is looked up by its middle", () => {
  expect(map.at(150, 230)).toBe(1);
  expect(map.at(152.4, 231)).toBe(0);
  expect(map.at(154, 233)).toBe(0);
  expect(map.at(154, 232)).toBe(2);
  expect(map.at(149, 230)).toBeNull();
  expect(map.at(150, 234)).toBeNull();
});

test("the nearest ready place is found from inside, from beside and from above", () => {
  expect(map.nearestReady({ x_mm: 102, y_mm: 201 })?.away).toBe(0);
  const beside = map.nearestReady({ x_mm: 90, y_mm: 200 });
  expect(beside?.place).toEqual({ x_mm: 101, y_mm: 200, middle_x_mm: 151, middle_y_mm: 230 });
  expect(beside?.away).toBe(11);
  // two rows further down lie as near as the one above it, and one to the side
  expect(map.nearestReady({ x_mm: 103, y_mm: 203 })?.place).toMatchObject({ x_mm: 104, y_mm: 203 });
  expect(map.nearestReady({ x_mm: 100, y_mm: 900 })?.place).toMatchObject({ x_mm: 104, y_mm: 203 });
});

test("places some millimetres apart each stand for what is about them", () => {
  const coarse = new WallMap({ ...map.told, step_mm: 40 });
  expect(coarse.span).toEqual({ wide: 200, high: 160 });
  expect(coarse.at(150 + 81, 230 + 19)).toBe(0);
  expect(coarse.at(150 + 19, 230)).toBe(1);
  expect(coarse.at(150 - 21, 230)).toBeNull();
  // from 60 beside the second place along and 40 above the upper of the rows where it is ready
  const near = coarse.nearestReady({ x_mm: 100 - 20, y_mm: 200 + 80 });
  expect(near?.place).toMatchObject({ x_mm: 140, y_mm: 240, middle_x_mm: 190, middle_y_mm: 270 });
  expect(near?.away).toBeCloseTo(Math.hypot(60, 40));
});

test("where nothing is ready none is found", () => {
  const bare = new WallMap({ ...map.told, patterns: [[2, 5]], rows: [0, 4], ready: 0 });
  expect(bare.nearestReady({ x_mm: 100, y_mm: 200 })).toBeNull();
});
