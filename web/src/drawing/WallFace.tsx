import type { Plan, Units } from "../api/client";
import { showLength } from "../lib/units";
import type { Scale } from "./scale";

type Elevation = Plan["elevation"];

/** Studs and other members, with the spread of those that are not sure. */
export function Framing({ elevation, scale, units }: { elevation: Elevation; scale: Scale; units: Units }) {
  const face = scale.box({ x_mm: 0, y_mm: 0, width_mm: elevation.width_mm, height_mm: elevation.height_mm });
  return (
    <g clipPath="url(#face)">
      <clipPath id="face">
        <rect x={face.x} y={face.y - 20} width={face.width} height={face.height + 20} />
      </clipPath>
      {elevation.members.map((member) => {
        const box = scale.box(member.rect);
        const sure = member.known === "seen" || member.known === "pinned";
        const upright = member.rect.height_mm >= member.rect.width_mm;
        const spread = 2 * member.sigma_mm * scale.perMm;
        const centre = member.rect.x_mm + member.rect.width_mm / 2;
        return (
          <g key={member.id}>
            {upright && !sure && (
              <rect
                x={box.x - spread}
                y={box.y}
                width={box.width + 2 * spread}
                height={box.height}
                fill="var(--timber)"
                opacity=".25"
              />
            )}
            <rect {...box} fill="var(--timber)" opacity={sure ? 0.85 : 0.5} />
            {upright && (
              <line
                x1={scale.x(centre)}
                x2={scale.x(centre)}
                y1={box.y}
                y2={box.y + box.height}
                stroke="var(--timber-line)"
                strokeWidth={sure ? 1.6 : 1}
                strokeDasharray={sure ? undefined : "5 4"}
              />
            )}
            {upright && centre > 60 && centre < elevation.width_mm - 60 && (
              <text
                x={scale.x(centre)}
                y={face.y - 5}
                textAnchor="middle"
                fontSize="10.5"
                fontWeight={sure ? 700 : 400}
                fill="var(--timber-line)"
              >
                {showLength(centre, units).replace(/ (mm|in)$/, "")}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** The joints of brickwork. */
export function Brickwork({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  const courses = elevation.courses;
  if (!courses) return null;
  const joint = Math.max(courses.joint_mm * scale.perMm, 0.8);
  const left = scale.x(0);
  const right = scale.x(elevation.width_mm);
  const half = courses.joint_mm / 2;
  const path = [
    ...courses.beds_mm.map((bed) => `M${left} ${scale.y(bed + half)}H${right}`),
    ...courses.uprights.flatMap((row) =>
      row.joints_mm.map((at) => `M${scale.x(at + half)} ${scale.y(row.low_mm)}V${scale.y(row.high_mm)}`),
    ),
  ].join("");
  return (
    <g>
      <rect
        x={left}
        y={scale.y(elevation.height_mm)}
        width={right - left}
        height={elevation.height_mm * scale.perMm}
        fill="var(--masonry)"
        opacity=".5"
      />
      <path d={path} stroke="var(--sheet)" strokeWidth={joint} fill="none" />
    </g>
  );
}

/** Rulers along the floor and the left edge. */
export function Rulers({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  const floor = scale.y(0);
  const left = scale.x(0);
  return (
    <g fontSize="10.5" fill="var(--soft)" stroke="none">
      {elevation.ruler_x.map((tick) => (
        <g key={tick.at_mm}>
          <path d={`M${scale.x(tick.at_mm)} ${floor}v5`} stroke="var(--soft)" />
          <text x={scale.x(tick.at_mm)} y={floor + 17} textAnchor="middle">
            {tick.text}
          </text>
        </g>
      ))}
      {elevation.ruler_y.map((tick) => (
        <g key={tick.at_mm}>
          <path d={`M${left} ${scale.y(tick.at_mm)}h-5`} stroke="var(--soft)" />
          <text x={left - 9} y={scale.y(tick.at_mm) + 3.5} textAnchor="end">
            {tick.text}
          </text>
        </g>
      ))}
    </g>
  );
}

/** Doors and windows. */
export function Openings({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  return (
    <g>
      {elevation.openings.map((opening) => {
        const box = scale.box(opening.area);
        return (
          <g key={opening.id}>
            <rect {...box} fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.2" />
            {opening.kind === "window" && (
              <path
                d={`M${box.x + box.width / 2} ${box.y}v${box.height}M${box.x} ${box.y + box.height / 2}h${box.width}`}
                stroke="var(--soft)"
              />
            )}
            <text
              x={box.x + box.width / 2}
              y={box.y + box.height / 2 + (opening.kind === "window" ? -5 : 4)}
              textAnchor="middle"
              fontSize="11"
              fill="var(--soft)"
            >
              {opening.kind}
            </text>
          </g>
        );
      })}
    </g>
  );
}
