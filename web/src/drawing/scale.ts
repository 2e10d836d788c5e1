import type { Rect } from "../api/client";

/** Maps wall millimetres to pixels: x to the right, y up from the floor. */
export interface Scale {
  perMm: number;
  x: (mm: number) => number;
  y: (mm: number) => number;
  box: (rect: Rect) => { x: number; y: number; width: number; height: number };
  toMm: (px: number, py: number) => { x: number; y: number };
}

export const MARGIN = { left: 46, right: 14, top: 22, bottom: 24 };

/** The scale at which a wall fits into an area of pixels. */
export function fitScale(wallWidth: number, wallHeight: number, width: number, height: number): Scale {
  const perMm = Math.max(
    0.01,
    Math.min(
      (width - MARGIN.left - MARGIN.right) / wallWidth,
      (height - MARGIN.top - MARGIN.bottom) / wallHeight,
    ),
  );
  const left = MARGIN.left + Math.max(0, (width - MARGIN.left - MARGIN.right - wallWidth * perMm) / 2);
  const floor = MARGIN.top + wallHeight * perMm;
  const x = (mm: number) => left + mm * perMm;
  const y = (mm: number) => floor - mm * perMm;
  return {
    perMm,
    x,
    y,
    box: (rect) => ({
      x: x(rect.x_mm),
      y: y(rect.y_mm + rect.height_mm),
      width: rect.width_mm * perMm,
      height: rect.height_mm * perMm,
    }),
    toMm: (px, py) => ({ x: (px - left) / perMm, y: (floor - py) / perMm }),
  };
}
