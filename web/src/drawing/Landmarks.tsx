import type { Plan, Rect } from "../api/client";
import { polygon, type Scale } from "./scale";

type Elevation = Plan["elevation"];

/** The joints of tiles, and the line of a skirting. */
export function Tiles({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  const { tiles, skirting_mm: skirting } = elevation;
  const [left, right] = [scale.x(0), scale.x(elevation.width_mm)];
  const half = (tiles?.joint_mm ?? 0) / 2;
  const path = tiles
    ? [
        ...tiles.beds_mm.map((bed) => `M${left} ${scale.y(bed + half)}H${right}`),
        ...tiles.uprights.flatMap((row) =>
          row.joints_mm.map((at) => `M${scale.x(at + half)} ${scale.y(row.low_mm)}V${scale.y(row.high_mm)}`),
        ),
      ].join("")
    : "";
  return (
    <g>
      {path && <path d={path} stroke="var(--stone-line)" strokeWidth="0.9" fill="none" />}
      {skirting > 0 && (
        <g>
          <rect
            x={left}
            y={scale.y(skirting)}
            width={right - left}
            height={skirting * scale.perMm}
            fill="var(--wash)"
            stroke="var(--soft)"
            strokeWidth="0.8"
          />
        </g>
      )}
    </g>
  );
}

/** What hangs or stands there already, by its own name. */
export function Things({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  return (
    <g>
      {elevation.things.map((thing) => {
        const [first] = thing.outline;
        if (!first) return null;
        return (
          <g key={thing.id}>
            <path
              d={polygon(thing.outline, scale)}
              fill="var(--wash)"
              stroke="var(--ink)"
              strokeWidth="1.2"
            />
            <text
              x={scale.x(first.x_mm) + 3}
              y={scale.y(first.y_mm) + 12}
              fontSize="11"
              fill="var(--ink)"
              stroke="var(--sheet)"
              strokeWidth="3"
              paintOrder="stroke"
            >
              {thing.name}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** What other jobs plan on this wall: where it shall hang, and nothing of it is there yet. */
export function PlannedThings({
  things,
  scale,
}: {
  things: readonly { id: string; title: string; area: Rect }[];
  scale: Scale;
}) {
  return (
    <g>
      {things.map((thing) => {
        const box = scale.box(thing.area);
        return (
          <g key={thing.id}>
            <rect {...box} fill="none" stroke="var(--soft)" strokeWidth="1.1" strokeDasharray="7 3 2 3" />
            <text
              x={box.x + 3}
              y={box.y + Math.min(12, box.height - 2)}
              fontSize="11"
              fill="var(--soft)"
              stroke="var(--sheet)"
              strokeWidth="3"
              paintOrder="stroke"
            >
              {thing.title}, planned
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The flight of stairs in front of the wall, with its nosing line. */
export function Stairs({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  const steps = elevation.stairs;
  const [first, last] = [steps[0], steps[steps.length - 1]];
  if (!first || !last) return null;
  const path = steps.map((one) => `${scale.x(one.x_mm)} ${scale.y(one.y_mm)}`).join("L");
  const foot = `L${scale.x(last.x_mm)} ${scale.y(0)}L${scale.x(first.x_mm)} ${scale.y(0)}Z`;
  return (
    <g>
      {steps.length > 2 && (
        <path d={`M${path}${foot}`} fill="var(--wash)" stroke="var(--soft)" strokeWidth="1" />
      )}
      <path
        d={`M${scale.x(first.x_mm)} ${scale.y(first.y_mm)}L${scale.x(last.x_mm)} ${scale.y(last.y_mm)}`}
        stroke="var(--ink)"
        strokeWidth="1.2"
        strokeDasharray="10 3 2 3"
      />
      <text x={scale.x(first.x_mm) + 6} y={scale.y(first.y_mm) - 6} fontSize="11" fill="var(--soft)">
        nosing line
      </text>
    </g>
  );
}
