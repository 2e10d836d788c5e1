import { useDrag } from "@use-gesture/react";
import { type KeyboardEvent, useEffect, useRef } from "react";
import type { Held, Moving } from "./Elevation";

/** How long the keys rest before what they did is saved: ten quick presses are one move and one undo [ms]. */
const REST_MS = 800;

const WAYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

function shifted(from: Held, dx: number, dy: number, lines_up: boolean): Held {
  return { x_mm: from.x_mm + dx, y_mm: from.y_mm + dy, lines_up };
}

/** Moves the fixture by mouse or arrow keys, and by finger where that was asked for; handlers for what is taken hold of. */
export function useMover(moving: Moving, perMm: number, enabled: boolean, byFinger: boolean) {
  const { at, onMove, onDrop } = moving;
  // in a corner it goes up and down alone
  const along = moving.saved.placing.in_corner ? 0 : 1;
  const rest = useRef<ReturnType<typeof setTimeout> | null>(null);
  const drop = useRef(onDrop);
  useEffect(() => {
    drop.current = onDrop;
  });
  const settle = () => {
    if (rest.current === null) return;
    clearTimeout(rest.current);
    rest.current = null;
    drop.current();
  };
  // what the keys did is saved also when the picture goes away before they rest
  useEffect(() => settle, []);

  const bind = useDrag(
    ({ xy: [x, y], initial: [x0, y0], first, last, tap, memo, event, cancel }) => {
      // asked by its name: what the screen's own library hands on is no PointerEvent of the browser
      if (!byFinger && "pointerType" in event && event.pointerType === "touch") {
        cancel();
        return undefined;
      }
      const from = (first ? at : memo) as Held | undefined;
      // what was but pressed, a hole for its cut, is not moved; nor what was never taken hold of
      if (tap || !from) return from;
      // from where it was taken hold of, not from where a tap became a drag
      const [dx, dy] = [along * Math.round((x - x0) / perMm), Math.round((y0 - y) / perMm)];
      if (dx !== 0 || dy !== 0 || !first) onMove(shifted(from, dx, dy, true));
      if (last) onDrop();
      return from;
    },
    { enabled, filterTaps: true, pointer: { keys: false } },
  );
  return {
    ...bind(),
    onKeyDown: (event: KeyboardEvent) => {
      const way = WAYS[event.key];
      if (!way) return;
      event.preventDefault();
      const step = event.shiftKey ? 10 : 1;
      // a key goes its millimetre, whatever stands near
      onMove((now) => shifted(now, along * way[0] * step, way[1] * step, false));
      if (rest.current !== null) clearTimeout(rest.current);
      rest.current = setTimeout(settle, REST_MS);
    },
    onBlur: settle,
  };
}
