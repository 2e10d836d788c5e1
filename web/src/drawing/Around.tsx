import type { Plan } from "../api/client";
import type { Scale } from "./scale";

const LABEL = {
  fontSize: 11.5,
  fontWeight: 700,
  stroke: "var(--sheet)",
  strokeWidth: 3.5,
  paintOrder: "stroke",
} as const;

/** How wide the words of a gap are drawn. */
const wideOf = (gap: Plan["gaps"][number]) => 6.5 * gap.text.length;

/** The gaps of a row: a line from edge to edge with its measure. */
export function Gaps({ plan, scale }: { plan: Plan; scale: Scale }) {
  const middle = (gap: Plan["gaps"][number]) => (scale.x(gap.from_mm) + scale.x(gap.to_mm)) / 2;
  return (
    <g aria-hidden>
      {plan.gaps.map((gap, index) => {
        const [from, to, y] = [scale.x(gap.from_mm), scale.x(gap.to_mm), scale.y(gap.y_mm)];
        // beside the line stand the numbers of the marks
        const below = to - from < wideOf(gap) + 30;
        // where their words would run into one another, gaps that are alike are told once
        const crowded = [plan.gaps[index - 1], plan.gaps[index + 1]].map(
          (other) => other !== undefined && Math.abs(middle(other) - middle(gap)) < wideOf(gap) + 6,
        );
        const alike = crowded[0] && plan.gaps[index - 1]?.text === gap.text;
        const many = crowded[1] && plan.gaps[index + 1]?.text === gap.text;
        const lower = crowded.some(Boolean) && !many ? 14 * (index % 2) : 0;
        return (
          <g key={gap.from_mm} stroke="var(--chalk)" strokeWidth="1.2">
            <path d={`M${from} ${y - 5}v10M${to} ${y - 5}v10M${from} ${y}H${to}`} />
            {!alike && (
              <text
                x={middle(gap)}
                y={below ? y + 18 + lower : y - 5}
                textAnchor="middle"
                {...LABEL}
                fill="var(--chalk)"
              >
                {many ? `each ${gap.text}` : gap.text}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** The rails that hands hold on to, as the lines that they are; ends that return to the wall are closed. */
export function Rails({ plan, scale, climbs }: { plan: Plan; scale: Scale; climbs: boolean }) {
  if (!climbs) return null;
  return (
    <g fill="none" stroke="var(--chalk)" strokeLinecap="round">
      {plan.rails.map((rail) => {
        const ends = [
          [scale.x(rail.x_mm), scale.y(rail.y_mm)],
          [scale.x(rail.x2_mm), scale.y(rail.y2_mm)],
        ] as const;
        return (
          <g key={rail.id}>
            <path d={`M${ends[0].join(" ")}L${ends[1].join(" ")}`} strokeWidth="7" opacity=".35" />
            <path d={`M${ends[0].join(" ")}L${ends[1].join(" ")}`} strokeWidth="1.4" />
            {ends.slice(0, rail.returned).map(([x, y]) => (
              <circle key={x} cx={x} cy={y} r="4.5" fill="var(--chalk)" stroke="none" />
            ))}
          </g>
        );
      })}
    </g>
  );
}

/** The room that the fixture claims in use, and clear space that was asked for, from edge to edge. */
export function Rooms({ plan, scale }: { plan: Plan; scale: Scale }) {
  return (
    <g aria-hidden>
      {plan.claims.map((claim, index) => {
        const box = scale.box(claim.area);
        return (
          <g key={`${claim.item} ${claim.kind} ${index}`}>
            <rect
              {...box}
              fill="none"
              stroke="var(--soft)"
              strokeWidth="1"
              strokeDasharray={claim.kind === "hangs" ? "1 4" : "6 4"}
            />
            {box.height > 26 && box.width > 60 && (
              <text
                x={box.x + 4}
                y={box.y + box.height - 5}
                fontSize="10.5"
                fill="var(--soft)"
                stroke="var(--sheet)"
                strokeWidth="3"
                paintOrder="stroke"
              >
                {claim.name}
              </text>
            )}
          </g>
        );
      })}
      {plan.clearances.map((one) => {
        const [x1, y1] = [scale.x(one.from_x_mm), scale.y(one.from_y_mm)];
        const [x2, y2] = [scale.x(one.to_x_mm), scale.y(one.to_y_mm)];
        const ink = one.kept ? "var(--chalk)" : "var(--brick)";
        return (
          <g key={one.limit} stroke={ink} strokeWidth={one.kept ? 1.2 : 2.2}>
            <path d={`M${x1} ${y1}L${x2} ${y2}`} />
            <text x={(x1 + x2) / 2 + 5} y={(y1 + y2) / 2 - 4} {...LABEL} fill={ink}>
              {one.text} to {one.name}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The pipes that lead to it, from each tail to the floor, and how high the eyes of those are who watch it. */
export function WithIt({ plan, scale }: { plan: Plan; scale: Scale }) {
  const { tails, viewing } = plan.fittings;
  const [first] = plan.pieces;
  const eyes = viewing ? scale.y(viewing.eyes_mm) : 0;
  const left = first ? scale.x(first.area.x_mm) : 0;
  return (
    <g aria-hidden>
      {tails.map((tail) => {
        const [x, y] = [scale.x(tail.x_mm), scale.y(tail.y_mm)];
        const dash = tail.comes_from === "wall" ? "4 4" : undefined;
        return (
          <g key={tail.id} stroke="var(--chalk)" fill="var(--sheet)">
            <path d={`M${x} ${y}V${scale.y(0)}`} strokeWidth="3" strokeDasharray={dash} fill="none" />
            <rect x={x - 6} y={y - 6} width="12" height="12" rx="2" strokeWidth="1.6" />
          </g>
        );
      })}
      {viewing && first && (
        <g stroke="var(--soft)" fill="none" strokeWidth="1.2">
          <path d={`M${left - 58} ${eyes}H${left - 6}`} strokeDasharray="3 4" />
          <path d={`M${left - 84} ${eyes}q11 -9 22 0q-11 9 -22 0`} fill="var(--sheet)" />
          <circle cx={left - 73} cy={eyes} r="2.8" fill="var(--soft)" stroke="none" />
        </g>
      )}
    </g>
  );
}
