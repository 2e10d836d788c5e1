import { expect, test } from "vitest";
import type { Plan } from "../api/client";
import { closeUp, crowded, fitScale, wholeWall } from "./scale";

function plan(area: { x_mm: number; y_mm: number; width_mm: number; height_mm: number }, apart = 200): Plan {
  return {
    elevation: { width_mm: 4000, height_mm: 2400 },
    pieces: [{ id: "p", label: "Piece", area }],
    supports: [],
    holes: [
      { x_mm: 0, y_mm: 0 },
      { x_mm: apart, y_mm: 0 },
    ],
  } as unknown as Plan;
}

test("a tap comes back to the millimetre it was drawn at", () => {
  const scale = fitScale({ x_mm: 500, y_mm: 300, width_mm: 1000, height_mm: 700 }, 640, 480);
  const at = scale.toMm(scale.x(812), scale.y(1299));
  expect(at.x).toBeCloseTo(812);
  expect(at.y).toBeCloseTo(1299);
  expect(scale.y(0)).toBeGreaterThan(scale.y(100));
});

test("the whole wall lies inside the picture, its rulers too", () => {
  const scale = fitScale(wholeWall(plan({ x_mm: 0, y_mm: 0, width_mm: 1, height_mm: 1 })), 900, 500);
  expect(scale.frame.left).toBeGreaterThanOrEqual(46);
  expect(scale.frame.right).toBeLessThanOrEqual(900 - 14);
  expect(scale.frame.bottom).toBeLessThanOrEqual(500 - 24);
});

test("a close-up holds the fixture with wall around it and stays on the wall", () => {
  const middle = closeUp(plan({ x_mm: 2000, y_mm: 1000, width_mm: 300, height_mm: 300 }), 390, 390);
  expect(middle).toEqual({ x_mm: 1780, y_mm: 780, width_mm: 740, height_mm: 740 });
  const corner = closeUp(plan({ x_mm: 3800, y_mm: 0, width_mm: 150, height_mm: 150 }), 390, 390);
  expect(corner.x_mm + corner.width_mm).toBe(4000);
  expect(corner.y_mm).toBe(0);
});

test("a fixture that is not there yet shows the whole wall", () => {
  const bare = { ...plan({ x_mm: 0, y_mm: 0, width_mm: 1, height_mm: 1 }), pieces: [] } as Plan;
  expect(closeUp(bare, 390, 300)).toEqual(wholeWall(bare));
});

test("holes are crowded where a thumb cannot tell them apart", () => {
  const near = plan({ x_mm: 0, y_mm: 0, width_mm: 1, height_mm: 1 }, 100);
  const far = plan({ x_mm: 0, y_mm: 0, width_mm: 1, height_mm: 1 }, 800);
  const scale = fitScale(wholeWall(near), 390, 300);
  expect(crowded(near, scale)).toBe(true);
  expect(crowded(far, scale)).toBe(false);
});
