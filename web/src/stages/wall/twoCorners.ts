import type { Rect } from "../../api/client";
import type { Placing } from "../../lib/placing";

/** Has two opposite corners of something tapped on the wall; told with the larger spread of both. */
export function tapTwoCorners(
  what: string,
  setPlacing: (placing: Placing | null) => void,
  onArea: (area: Rect, sigma_mm: number) => void,
): void {
  setPlacing({
    label: `Tap the lower left corner of ${what}`,
    onPlace: (x, y, first = 0) =>
      setPlacing({
        label: `Now its upper right corner`,
        onPlace: (x2, y2, second = 0) => {
          if (x2 === x || y2 === y) return;
          setPlacing(null);
          onArea(
            {
              x_mm: Math.min(x, x2),
              y_mm: Math.min(y, y2),
              width_mm: Math.abs(x2 - x),
              height_mm: Math.abs(y2 - y),
            },
            Math.max(first, second),
          );
        },
      }),
  });
}
