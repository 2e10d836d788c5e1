import type { Plan, Units } from "../api/client";
import { showLength } from "../lib/units";
import { placeLabels, type Box } from "./labels";
import type { Scale } from "./scale";
import { strengthOf } from "../lib/member";

type Elevation = Plan["elevation"];

/** Studs and other members, with the spread of those that are not sure. */
export function Framing({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  return (
    <g>
      {elevation.members.map((member) => {
        const box = scale.box(member.rect);
        const sure = member.known === "seen" || member.known === "pinned";
        const upright = member.rect.height_mm >= member.rect.width_mm;
        const centre = member.rect.x_mm + member.rect.width_mm / 2;
        const half = member.rect.width_mm / 2;
        const [low, high] = [scale.x(member.low_mm - half), scale.x(member.high_mm + half)];
        return (
          <g key={member.id} opacity={strengthOf(member)}>
            {upright && !sure && (
              <rect
                x={low}
                y={box.y}
                width={high - low}
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
                strokeDasharray={sure ? undefined : member.known === "detected" ? "12 3" : "4 5"}
              />
            )}
            {member.double && (
              <path
                d={`M${box.x} ${box.y}v${box.height}M${box.x + box.width} ${box.y}v${box.height}`}
                stroke="var(--timber-line)"
                strokeWidth="0.8"
              />
            )}
          </g>
        );
      })}
    </g>
  );
}

/** The centres of the studs above the wall, those that are sure in bold. */
export function StudCentres({
  elevation,
  scale,
  units,
}: {
  elevation: Elevation;
  scale: Scale;
  units: Units;
}) {
  const { frame, view } = scale;
  const centres = elevation.members
    .filter((member) => member.rect.height_mm >= member.rect.width_mm)
    .map((member) => ({
      id: member.id,
      at: member.rect.x_mm + member.rect.width_mm / 2,
      sure: member.known === "seen" || member.known === "pinned",
      rank: ["predicted", "detected", "pinned", "seen"].indexOf(member.known),
    }))
    .filter(({ at }) => at > view.x_mm + 60 && at < view.x_mm + view.width_mm - 60)
    // where two would overlap, the surer one is written
    .sort((one, other) => other.rank - one.rank || one.at - other.at)
    .filter(
      ({ at }, index, all) =>
        !all.slice(0, index).some((before) => Math.abs(before.at - at) * scale.perMm < 34),
    );
  return (
    <g fontSize="10.5" fill="var(--timber-line)" textAnchor="middle">
      {centres.map(({ id, at, sure }) => (
        <text key={id} x={scale.x(at)} y={frame.top - 5} fontWeight={sure ? 700 : 400}>
          {showLength(at, units).replace(/ (mm|in)$/, "")}
        </text>
      ))}
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
      <path
        d={path}
        stroke="var(--sheet)"
        strokeWidth={joint}
        strokeDasharray={elevation.courses_measured ? undefined : "5 4"}
        fill="none"
      />
    </g>
  );
}

/** Rulers along the lower and the left edge of what is shown. */
export function Rulers({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  const { frame } = scale;
  const ticks = elevation.ruler_x.map((tick) => ({ ...tick, px: scale.x(tick.at_mm) }));
  // on a narrow plane not every figure finds room beside the last
  const apart = (ticks[1]?.px ?? 0) - (ticks[0]?.px ?? 0);
  const every = apart > 0 ? Math.max(1, Math.ceil(34 / apart)) : 1;
  const across = ticks.filter((_, n) => n % every === 0);
  const upright = elevation.ruler_y.map((tick) => ({ ...tick, px: scale.y(tick.at_mm) }));
  return (
    <g fontSize="10.5" fill="var(--soft)" stroke="none">
      {across
        .filter(({ px }) => px >= frame.left - 1 && px <= frame.right + 1)
        .map(({ at_mm, text, px }) => (
          <g key={at_mm}>
            <path d={`M${px} ${frame.bottom}v5`} stroke="var(--soft)" />
            <text x={px} y={frame.bottom + 17} textAnchor="middle">
              {text}
            </text>
          </g>
        ))}
      {upright
        .filter(({ px }) => px >= frame.top - 1 && px <= frame.bottom + 1)
        .map(({ at_mm, text, px }) => (
          <g key={at_mm}>
            <path d={`M${frame.left} ${px}h-5`} stroke="var(--soft)" />
            <text x={frame.left - 9} y={px + 3.5} textAnchor="end">
              {text}
            </text>
          </g>
        ))}
    </g>
  );
}

/** Where a door slides into the wall. */
function Pocket({ box }: { box: ReturnType<Scale["box"]> }) {
  const x = box.x + box.width / 2;
  const y = box.y + 20;
  return (
    <g>
      <rect {...box} fill="none" stroke="var(--soft)" strokeDasharray="6 4" />
      <path
        d={`M${box.x} ${box.y}l${box.width} ${box.height}m${-box.width} 0l${box.width} ${-box.height}`}
        stroke="var(--rule)"
      />
      <text x={x} y={y} textAnchor="middle" fontSize="11" fill="var(--soft)">
        <tspan x={x}>the door</tspan>
        <tspan x={x} dy="13">
          slides here
        </tspan>
      </text>
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
            {opening.pocket && <Pocket box={scale.box(opening.pocket)} />}
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

const OLD_PX = 10.5;

/** Holes from earlier jobs; where they lie close together not each of them has room for its words. */
export function OldHoles({
  elevation,
  scale,
  taken = [],
}: {
  elevation: Elevation;
  scale: Scale;
  /** What their words keep off. */
  taken?: readonly Box[];
}) {
  const marks = elevation.old_holes.map((old) => ({
    x: scale.x(old.x_mm),
    y: scale.y(old.y_mm),
    text: "old hole",
  }));
  const words = placeLabels(marks, "right", OLD_PX, 8, taken);
  return elevation.old_holes.map((old, index) => {
    const place = words[index];
    return (
      <g key={old.id} stroke="var(--soft)" fill="var(--sheet)">
        <circle cx={scale.x(old.x_mm)} cy={scale.y(old.y_mm)} r="4.5" strokeDasharray="2 2">
          <title>{old.name}</title>
        </circle>
        {place && (
          <text
            x={place.x}
            y={place.y}
            textAnchor={place.anchor}
            fontSize={OLD_PX}
            stroke="none"
            fill="var(--ink)"
          >
            old hole
          </text>
        )}
      </g>
    );
  });
}
