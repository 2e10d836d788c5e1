import type { HolePlan, Plan, Rect } from "../api/client";
import { Gaps, Rails, Rooms, WithIt } from "./Around";
import { measuredFrom } from "../lib/measuredFrom";
import { NUMBER_PX, marksOf, numberPlaces, type LabelPlace } from "./labels";
import type { Scale } from "./scale";

interface Props {
  plan: Plan;
  scale: Scale;
  selected: string | null;
  /** How far the finger is ahead of the plan that is drawn. */
  ahead: { dx: number; dy: number };
  onSelect: (hole: string) => void;
}

const STROKES: Record<string, string> = {
  ready: "var(--chalk)",
  prove_first: "var(--ochre)",
  do_not_drill: "var(--brick)",
};

function HoleMark({
  hole,
  scale,
  label,
  selected,
  onSelect,
}: {
  hole: HolePlan;
  scale: Scale;
  label: LabelPlace;
  selected: boolean;
  onSelect: () => void;
}) {
  const [x, y] = [scale.x(hole.x_mm), scale.y(hole.y_mm)];
  const colour = STROKES[hole.verdict.word] ?? "var(--ink)";
  const r = 5.5;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Hole ${hole.number}, ${hole.behind_text}, ${hole.verdict.label.toLowerCase()}`}
      aria-pressed={selected}
      className="cursor-pointer"
      onClick={onSelect}
      onKeyDown={(event) => {
        if (event.key === "Enter" || event.key === " ") {
          event.preventDefault();
          onSelect();
        }
      }}
    >
      <circle cx={x} cy={y} r="14" fill="transparent" />
      <path d={`M${x - 10} ${y}h20M${x} ${y - 10}v20`} stroke={colour} strokeWidth="1.2" />
      {hole.verdict.word === "do_not_drill" ? (
        <rect x={x - r} y={y - r} width={2 * r} height={2 * r} fill={colour} />
      ) : hole.verdict.word === "prove_first" ? (
        <path
          d={`M${x} ${y - r - 1.5}l${r + 1.5} ${r + 1.5}-${r + 1.5} ${r + 1.5}-${r + 1.5}-${r + 1.5}Z`}
          fill="var(--sheet)"
          stroke={colour}
          strokeWidth="2.4"
        />
      ) : (
        <circle
          cx={x}
          cy={y}
          r={r}
          fill={selected ? colour : "var(--sheet)"}
          stroke={colour}
          strokeWidth="2.2"
        />
      )}
      {selected && <circle cx={x} cy={y} r={r + 6} fill="none" stroke={colour} strokeWidth="1.5" />}
      <text
        x={label.x}
        y={label.y}
        textAnchor={label.anchor}
        fontSize={NUMBER_PX}
        fontWeight="700"
        fill={colour}
        stroke="var(--sheet)"
        strokeWidth="3.5"
        paintOrder="stroke"
      >
        {hole.number}
      </text>
    </g>
  );
}

/** Dimensions of the chosen hole from the left edge and the floor, as they are carried to the wall. */
function Dimensions({
  hole,
  scale,
  from,
  post,
}: {
  hole: HolePlan;
  scale: Scale;
  from: number;
  post: boolean;
}) {
  const [x, y] = [scale.x(hole.x_mm), scale.y(hole.y_mm)];
  // in a close-up the lines run to the edge of what is shown; the figures still count from the wall
  const left = Math.max(scale.x(from), scale.frame.left);
  const floor = Math.min(scale.y(0), scale.frame.bottom);
  const text = {
    fontSize: 12.5,
    fontWeight: 700,
    fill: "var(--chalk)",
    stroke: "var(--sheet)",
    strokeWidth: 4,
    paintOrder: "stroke",
  } as const;
  return (
    <g stroke="var(--chalk)" strokeWidth="1.2" aria-hidden>
      {!post && <path d={`M${left} ${y}H${x - 12}`} strokeDasharray="1 3" />}
      <path d={`M${x} ${floor}V${y + 12}`} strokeDasharray="1 3" />
      <path d={`${post ? "" : `M${left - 3} ${y + 3}l6-6`}M${x - 3} ${floor + 3}l6-6`} />
      {!post && (
        <text x={left + (x - left) * 0.42} y={y - 5} textAnchor="middle" {...text}>
          {hole.x_text}
        </text>
      )}
      <text x={x + 6} y={floor - (floor - y) * 0.12 - 4} {...text}>
        {hole.y_text}
      </text>
    </g>
  );
}

/** Turns a part about its middle, as far as the whole fixture lies out of level. */
function turn(area: Rect, degrees: number, scale: Scale): string | undefined {
  if (!degrees) return undefined;
  const [x, y] = [scale.x(area.x_mm + area.width_mm / 2), scale.y(area.y_mm + area.height_mm / 2)];
  return `rotate(${-degrees} ${x} ${y})`;
}

/** The fixture with its numbered holes, where the plan has it, or where the finger is by now. */
export function FixtureOnWall({ plan, scale, selected, ahead, onSelect }: Props) {
  const chosen = plan.holes.find((hole) => hole.id === selected);
  const shift = `translate(${ahead.dx * scale.perMm} ${-ahead.dy * scale.perMm})`;
  const lying = (area: Rect) => turn(area, plan.placing.turn_deg, scale);
  const labels = numberPlaces(marksOf(plan, scale));
  // a rail that climbs is the line that it is, not the box round it
  const climbs = plan.rails.some(
    (rail) => Math.abs(rail.y2_mm - rail.y_mm) > 0.1 * Math.abs(rail.x2_mm - rail.x_mm),
  );
  return (
    <g transform={shift}>
      <WithIt plan={plan} scale={scale} />
      <Rooms plan={plan} scale={scale} />
      {plan.links.map((part) => (
        <rect
          key={part.id}
          {...scale.box(part.area)}
          transform={lying(part.area)}
          fill="url(#hatch-timber)"
          stroke="var(--ink)"
          strokeWidth="1.2"
        >
          <title>{part.label}</title>
        </rect>
      ))}
      {plan.supports.map((part) => (
        <rect
          key={part.id}
          {...scale.box(part.area)}
          transform={lying(part.area)}
          fill="var(--chalk-wash)"
          stroke="var(--chalk)"
          opacity=".92"
        />
      ))}
      {(climbs ? [] : plan.pieces).map((part) => (
        <rect
          key={part.id}
          {...scale.box(part.area)}
          transform={lying(part.area)}
          fill="var(--chalk)"
          fillOpacity=".13"
          stroke="var(--chalk)"
          strokeWidth="1.8"
        />
      ))}
      <Rails plan={plan} scale={scale} climbs={climbs} />
      <Gaps plan={plan} scale={scale} />
      {chosen && (
        <Dimensions
          hole={chosen}
          scale={scale}
          from={measuredFrom(plan, chosen.x_mm)}
          post={plan.post !== null}
        />
      )}
      {plan.holes.map((hole, index) => (
        <HoleMark
          key={hole.id}
          hole={hole}
          scale={scale}
          label={labels[index] as LabelPlace}
          selected={hole.id === selected}
          onSelect={() => onSelect(hole.id)}
        />
      ))}
    </g>
  );
}

/** The distance from where a plan has the fixture to where the finger holds it. */
export function aheadOf(plan: Plan, at: { x_mm: number; y_mm: number }): { dx: number; dy: number } {
  return { dx: at.x_mm - plan.placing.x_mm, dy: at.y_mm - plan.placing.y_mm };
}
