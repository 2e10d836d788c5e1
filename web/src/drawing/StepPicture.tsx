import type { Plan, Rect } from "../api/client";
import { showLength } from "../lib/units";
import { measuredFrom } from "../lib/measuredFrom";
import { fitScale, wholeWall } from "./scale";
import { useSize } from "../lib/useSize";
import { strengthOf } from "../lib/member";

interface Props {
  plan: Plan;
  /** The hole that the hands are at; it is ringed and measured. */
  here: string | null;
  /** The holes that this step is about. */
  about: readonly string[];
  /** Holes that are done, as this device knows it. */
  done: (holeId: string) => boolean;
  measured: boolean;
}

/** Just the place of one step: the thing in outline, its holes, the one that the hands are at with its two figures. */
export function StepPicture({ plan, here, about, done, measured }: Props) {
  const [ref, size] = useSize<HTMLDivElement>();
  const parts = [...plan.pieces, ...plan.supports].map((part) => part.area);
  const view = around(parts, plan, size.width, size.height);
  const scale = size.width > 0 ? fitScale(view, size.width, size.height, TIGHT) : null;
  const hole = plan.holes.find((one) => one.id === here);
  const from = hole ? measuredFrom(plan, hole.x_mm) : 0;
  const edge = scale ? Math.max(scale.frame.left, scale.x(from)) : 0;
  return (
    <div ref={ref} className="h-full w-full" data-testid="step-picture">
      {scale && (
        <svg
          width={size.width}
          height={size.height}
          role="img"
          aria-label={
            hole
              ? plan.post
                ? `${hole.number}: ${hole.y_text} above the ${plan.foot}`
                : `Hole ${hole.number}: ${hole.x_text} from the left edge, ${hole.y_text} above the ${plan.foot}`
              : `${plan.title} on ${plan.wall}`
          }
        >
          <rect {...scale.box(view)} fill="var(--board)" />
          {plan.beside && plan.beside.from_mm > view.x_mm && (
            <path
              d={`M${scale.x(plan.beside.from_mm)} 0V${size.height}`}
              stroke="var(--chalk)"
              strokeWidth="2.4"
              strokeDasharray="9 5"
            />
          )}
          {plan.framing.members
            .filter((member) => plan.framed && meets(member.rect, view))
            .map((member) => (
              <rect
                key={member.id}
                {...clipped(scale.box(member.rect), scale.box(view))}
                fill="var(--timber)"
                opacity={strengthOf(member)}
              />
            ))}
          {plan.elevation.old_holes
            .filter((old) => inside(old.x_mm, old.y_mm, view))
            .map((old) => (
              <g key={old.id} stroke="var(--soft)" strokeWidth="1.5" fill="none">
                <circle cx={scale.x(old.x_mm)} cy={scale.y(old.y_mm)} r="5" />
                <path d={`M${scale.x(old.x_mm) - 5} ${scale.y(old.y_mm) + 5}l10-10`} />
              </g>
            ))}
          {[...plan.pieces, ...plan.links].map((part) => (
            <rect
              key={part.id}
              {...scale.box(part.area)}
              fill="none"
              stroke="var(--chalk)"
              strokeWidth="1.4"
            />
          ))}
          {plan.supports.map((part) => (
            <rect
              key={part.id}
              {...scale.box(part.area)}
              fill="var(--sheet)"
              fillOpacity="0.55"
              stroke="var(--chalk)"
              strokeWidth="1"
            />
          ))}
          {hole && measured && (
            <g stroke="var(--chalk)" strokeDasharray="2 4" strokeWidth="1.3">
              <path d={`M${edge} ${scale.y(hole.y_mm)}H${scale.x(hole.x_mm)}`} />
              <path d={`M${scale.x(hole.x_mm)} ${scale.y(hole.y_mm)}V${scale.frame.bottom}`} />
            </g>
          )}
          {plan.holes.map((one) => {
            const [x, y] = [scale.x(one.x_mm), scale.y(one.y_mm)];
            const mine = one.id === here;
            const wanted = about.includes(one.id);
            return (
              <g key={one.id} opacity={wanted || mine ? 1 : 0.45}>
                {mine && (
                  <circle cx={x} cy={y} r="15" fill="var(--sheet)" stroke="var(--chalk)" strokeWidth="3" />
                )}
                <circle
                  cx={x}
                  cy={y}
                  r={mine ? 6.5 : 7}
                  fill={mine ? "var(--chalk)" : "var(--sheet)"}
                  stroke={mine ? "var(--chalk)" : "var(--ink)"}
                  strokeWidth="1.8"
                />
                {done(one.id) && !mine && (
                  <path
                    d={`M${x - 3.5} ${y}l2.6 2.8 4.6-5.6`}
                    fill="none"
                    stroke="var(--ink)"
                    strokeWidth="1.8"
                  />
                )}
                <text
                  x={x + (mine ? 19 : 11)}
                  y={y - (mine ? 10 : 7)}
                  fontSize={mine ? 17 : 13}
                  fontWeight="700"
                  fill="var(--ink)"
                  stroke="var(--board)"
                  strokeWidth="4"
                  paintOrder="stroke"
                >
                  {one.number}
                </text>
              </g>
            );
          })}
          {hole && measured && (
            <g
              fontSize="14"
              fontWeight="700"
              fill="var(--chalk)"
              stroke="var(--board)"
              strokeWidth="4"
              paintOrder="stroke"
            >
              <text {...besideLine(edge, scale.x(hole.x_mm), scale.y(hole.y_mm))}>
                {showLength(hole.x_mm - from, plan.units)}
              </text>
              <text x={scale.x(hole.x_mm) + 7} y={scale.frame.bottom - 7}>
                {showLength(hole.y_mm, plan.units)}
              </text>
            </g>
          )}
        </svg>
      )}
    </div>
  );
}

/** Where the figure along the wall stands: over its line, or beside the hole where the line is too short for it. */
function besideLine(left: number, x: number, y: number): { x: number; y: number } {
  return x - left > 110 ? { x: left + 4, y: y - 6 } : { x: x + 20, y: y + 17 };
}

const AROUND_MM = 140;
const TIGHT = { left: 0, right: 0, top: 0, bottom: 0 };

function around(parts: readonly Rect[], plan: Plan, width: number, height: number): Rect {
  const wall = wholeWall(plan);
  if (parts.length === 0 || width === 0 || height === 0) return wall;
  const left = Math.min(...parts.map((area) => area.x_mm)) - AROUND_MM;
  const low = Math.min(...parts.map((area) => area.y_mm)) - AROUND_MM;
  const right = Math.max(...parts.map((area) => area.x_mm + area.width_mm)) + AROUND_MM;
  const top = Math.max(...parts.map((area) => area.y_mm + area.height_mm)) + AROUND_MM;
  const shape = width / height;
  const wide = Math.min(Math.max(right - left, (top - low) * shape), wall.width_mm);
  const high = Math.min(Math.max(top - low, (right - left) / shape), wall.height_mm);
  const x_mm = Math.min(Math.max((left + right - wide) / 2, 0), wall.width_mm - wide);
  const y_mm = Math.min(Math.max((low + top - high) / 2, 0), wall.height_mm - high);
  return { x_mm, y_mm, width_mm: wide, height_mm: high };
}

function inside(x: number, y: number, view: Rect): boolean {
  return (
    x >= view.x_mm && x <= view.x_mm + view.width_mm && y >= view.y_mm && y <= view.y_mm + view.height_mm
  );
}

function meets(rect: Rect, view: Rect): boolean {
  return (
    rect.x_mm < view.x_mm + view.width_mm &&
    rect.x_mm + rect.width_mm > view.x_mm &&
    rect.y_mm < view.y_mm + view.height_mm &&
    rect.y_mm + rect.height_mm > view.y_mm
  );
}

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The part of one box that lies in another. */
function clipped(box: Box, to: Box): Box {
  const [x, y] = [Math.max(box.x, to.x), Math.max(box.y, to.y)];
  return {
    x,
    y,
    width: Math.max(0, Math.min(box.x + box.width, to.x + to.width) - x),
    height: Math.max(0, Math.min(box.y + box.height, to.y + to.height) - y),
  };
}
