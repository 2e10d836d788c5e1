import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import type { Plan } from "../api/client";
import { showLength } from "../lib/units";
import type { Scale } from "./scale";

const WAYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

interface PlacingByKeys {
  label: string;
  onPlace: (x: number, y: number, byFinger: boolean) => unknown;
}

/** How far an arrow goes [mm]: usually, with Shift, and with Alt for the last bit. */
const STEPS = { metric: [10, 100, 1], imperial: [12.7, 127, 1.5875] } as const;

function within(value: number, most: number): number {
  return Math.min(most, Math.max(0, value));
}

/** The keyboard's way to put something on the wall: a cross that the arrow keys move, seen while it has the focus. */
export function PlacingCross({ plan, scale, placing }: { plan: Plan; scale: Scale; placing: PlacingByKeys }) {
  const { width_mm, height_mm } = plan.elevation;
  const [at, setAt] = useState({ x: Math.round(width_mm / 2), y: Math.round(height_mm / 2) });
  const cross = useRef<SVGGElement>(null);
  const label = placing.label;
  useEffect(() => {
    const before = document.activeElement;
    // who came by a key goes on by keys; a finger or a mouse puts it with a tap
    if (!(before instanceof HTMLElement) || !before.matches("button:focus-visible, [role=application]:focus"))
      return;
    cross.current?.focus();
    return () => before.focus();
  }, [label]);

  const onKeyDown = (event: KeyboardEvent) => {
    const way = WAYS[event.key];
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      placing.onPlace(Math.round(at.x), Math.round(at.y), false);
    }
    if (!way) return;
    event.preventDefault();
    const [usual, far, fine] = STEPS[plan.units];
    const step = event.shiftKey ? far : event.altKey ? fine : usual;
    setAt((now) => ({
      x: within(now.x + way[0] * step, width_mm),
      y: within(now.y + way[1] * step, height_mm),
    }));
  };
  const [x, y] = [scale.x(at.x), scale.y(at.y)];
  const words = `${showLength(at.x, plan.units)} from the left, ${showLength(at.y, plan.units)} up`;
  return (
    <>
      <g
        ref={cross}
        role="application"
        tabIndex={0}
        aria-label={`${label}: the arrow keys move the cross, further with Shift, finer with Alt; Enter puts it there`}
        className="opacity-0 outline-none focus:opacity-100"
        onKeyDown={onKeyDown}
      >
        <path
          d={`M${x} ${scale.frame.top}V${scale.frame.bottom}M${scale.frame.left} ${y}H${scale.frame.right}`}
          stroke="var(--chalk)"
          strokeWidth="1.2"
          strokeDasharray="7 4"
        />
        <circle cx={x} cy={y} r="9" fill="none" stroke="var(--sheet)" strokeWidth="5" />
        <circle cx={x} cy={y} r="9" fill="none" stroke="var(--chalk)" strokeWidth="2.4" />
        <text
          x={within(x + 14, scale.frame.right - 190)}
          y={y - 14}
          fontSize="13"
          fontWeight="700"
          fill="var(--chalk)"
          stroke="var(--sheet)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          {words}
        </text>
      </g>
    </>
  );
}
