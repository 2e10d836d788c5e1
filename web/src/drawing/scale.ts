import type { Plan, Rect } from "../api/client";

/** Maps wall millimetres to pixels: x to the right, y up from the floor. */
export interface Scale {
  perMm: number;
  /** The part of the wall that is shown [mm], and where it lies [px]. */
  view: Rect;
  frame: { left: number; right: number; top: number; bottom: number };
  x: (mm: number) => number;
  y: (mm: number) => number;
  box: (rect: Rect) => { x: number; y: number; width: number; height: number };
  toMm: (px: number, py: number) => { x: number; y: number };
}

const MARGIN = { left: 46, right: 14, top: 22, bottom: 24 };
const AROUND_MM = 220;

/** The scale at which a part of the wall fits into an area of pixels. */
export function fitScale(view: Rect, width: number, height: number, margin = MARGIN): Scale {
  const [wide, high] = [width - margin.left - margin.right, height - margin.top - margin.bottom];
  const perMm = Math.max(0.01, Math.min(wide / view.width_mm, high / view.height_mm));
  const left = margin.left + Math.max(0, (wide - view.width_mm * perMm) / 2);
  const bottom = margin.top + view.height_mm * perMm;
  const x = (mm: number) => left + (mm - view.x_mm) * perMm;
  const y = (mm: number) => bottom - (mm - view.y_mm) * perMm;
  return {
    perMm,
    view,
    frame: { left, right: left + view.width_mm * perMm, top: margin.top, bottom },
    x,
    y,
    box: (rect) => ({
      x: x(rect.x_mm),
      y: y(rect.y_mm + rect.height_mm),
      width: rect.width_mm * perMm,
      height: rect.height_mm * perMm,
    }),
    toMm: (px, py) => ({ x: (px - left) / perMm + view.x_mm, y: (bottom - py) / perMm + view.y_mm }),
  };
}

/** A path round some corners of the wall. */
export function polygon(corners: readonly { x_mm: number; y_mm: number }[], scale: Scale): string {
  return `M${corners.map((corner) => `${scale.x(corner.x_mm)} ${scale.y(corner.y_mm)}`).join("L")}Z`;
}

/** The whole face of a wall. */
export function wholeWall(plan: Plan): Rect {
  const { elevation, beside } = plan;
  return {
    x_mm: 0,
    y_mm: 0,
    width_mm: beside ? beside.from_mm + beside.elevation.width_mm : elevation.width_mm,
    height_mm: Math.max(elevation.height_mm, beside?.elevation.height_mm ?? 0),
  };
}

function within(from: number, length: number, most: number): [number, number] {
  const size = Math.min(length, most);
  return [Math.min(Math.max(from, 0), most - size), size];
}

/** The fixture with some wall around it, in the shape of the picture, moved to stay on the wall. */
export function closeUp(plan: Plan, width: number, height: number): Rect {
  const parts = [...plan.pieces, ...plan.supports].map((part) => part.area);
  if (parts.length === 0 || width === 0 || height === 0) return wholeWall(plan);
  const left = Math.min(...parts.map((area) => area.x_mm)) - AROUND_MM;
  const low = Math.min(...parts.map((area) => area.y_mm)) - AROUND_MM;
  const right = Math.max(...parts.map((area) => area.x_mm + area.width_mm)) + AROUND_MM;
  const top = Math.max(...parts.map((area) => area.y_mm + area.height_mm)) + AROUND_MM;
  const shape = width / height;
  const wide = Math.max(right - left, (top - low) * shape);
  const high = Math.max(top - low, (right - left) / shape);
  const [x_mm, width_mm] = within((left + right - wide) / 2, wide, wholeWall(plan).width_mm);
  const [y_mm, height_mm] = within((low + top - high) / 2, high, wholeWall(plan).height_mm);
  return { x_mm, y_mm, width_mm, height_mm };
}

/** Whether two holes lie so close together on the screen that a thumb cannot tell them apart. */
export function crowded(plan: Plan, scale: Scale): boolean {
  return plan.holes.some((one, index) =>
    plan.holes
      .slice(index + 1)
      .some((other) => Math.hypot(one.x_mm - other.x_mm, one.y_mm - other.y_mm) * scale.perMm < 36),
  );
}
