import type { Schemas } from "../api/client";
import type { Scale } from "./scale";

type WallPlace = Schemas["WallPlace"];

/** Where the fixture could go, by its middle: a dot where it is ready, an open diamond to be proved, a stroke where not. */
export function WallPlaces({
  places,
  nearest,
  scale,
}: {
  places: readonly WallPlace[];
  /** The ready place nearest to the finger, ringed. */
  nearest: WallPlace | null;
  scale: Scale;
}) {
  if (places.length === 0) return null;
  const marks = { ready: "", prove_first: "", do_not_drill: "" };
  for (const place of places) {
    const [x, y] = [scale.x(place.middle_x_mm), scale.y(place.middle_y_mm)];
    if (place.word === "ready") marks.ready += `M${x - 3} ${y}a3 3 0 1 0 6 0a3 3 0 1 0 -6 0Z`;
    else if (place.word === "prove_first") marks.prove_first += `M${x} ${y - 4}l4 4l-4 4l-4 -4Z`;
    else marks.do_not_drill += `M${x - 2.5} ${y + 2.5}l5 -5`;
  }
  return (
    <g aria-hidden data-testid="wall-places">
      <path d={marks.do_not_drill} stroke="var(--brick)" strokeWidth="1.1" opacity=".75" />
      <path d={marks.prove_first} fill="var(--sheet)" stroke="var(--ochre)" strokeWidth="1.2" />
      <path d={marks.ready} fill="var(--chalk)" stroke="var(--sheet)" strokeWidth="0.8" />
      {nearest && (
        <circle
          cx={scale.x(nearest.middle_x_mm)}
          cy={scale.y(nearest.middle_y_mm)}
          r="8"
          fill="none"
          stroke="var(--chalk)"
          strokeWidth="2"
        />
      )}
    </g>
  );
}
