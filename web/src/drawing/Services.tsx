import type { Plan } from "../api/client";
import { polygon, type Scale } from "./scale";

type Elevation = Plan["elevation"];

/** The zones where a cable may lie: open ochre hatch. */
export function Zones({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  return (
    <g>
      {elevation.zones.map((zone) => (
        <path key={zone.id} d={polygon(zone.outline, scale)} fill="url(#hatch-zone)">
          <title>{zone.reason}</title>
        </path>
      ))}
    </g>
  );
}

/** Swept areas: chalk-blue corners. A word says what was done. */
export function Sweeps({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  const places = new Map<string, { modes: string[]; area: Elevation["scans"][number]["area"] }>();
  for (const scan of elevation.scans) {
    const key = JSON.stringify(scan.area);
    const place = places.get(key) ?? { modes: [], area: scan.area };
    place.modes.push(scan.mode === "opened" ? "opened" : scan.mode);
    places.set(key, place);
  }
  return (
    <g fill="none" stroke="var(--chalk)" strokeWidth="2">
      {[...places.values()].map(({ modes, area }) => {
        const { x, y, width, height } = scale.box(area);
        const c = Math.min(10, width / 3, height / 3);
        const [r, b] = [x + width, y + height];
        const below = b + 14 < scale.frame.bottom;
        return (
          <g key={`${x} ${y}`}>
            <path
              d={`M${x} ${y + c}V${y}H${x + c}M${r - c} ${y}H${r}V${y + c}M${x} ${b - c}V${b}H${x + c}M${r - c} ${b}H${r}V${b - c}`}
            />
            <text x={x + 4} y={below ? b + 12 : b - 5} stroke="none" fill="var(--chalk)" fontSize="10.5">
              {modes.includes("opened") ? "opened" : `swept: ${modes.join(" + ")}`}
            </text>
          </g>
        );
      })}
    </g>
  );
}

const ALONG = [0.5, 0.25, 0.75, 0.08, 0.92];

/** How far along a find its words stand, so that none of the holes lies under them. */
function wordsAt(
  from: [number, number],
  to: [number, number],
  aside: number,
  wide: number,
  holes: [number, number][],
) {
  const clear = (share: number) => {
    const [x, y] = [from[0] + share * (to[0] - from[0]) + aside, from[1] + share * (to[1] - from[1])];
    return holes.every(([hx, hy]) => hx < x - 14 || hx > x + wide + 14 || Math.abs(hy - y) > 26);
  };
  return ALONG.find(clear) ?? 0.5;
}

/** What was found: the line or spot, and round it the strip in which nobody drills. */
export function Finds({
  elevation,
  scale,
  holes = [],
}: {
  elevation: Elevation;
  scale: Scale;
  holes?: readonly { x_mm: number; y_mm: number }[];
}) {
  const marks = holes.map((hole): [number, number] => [scale.x(hole.x_mm), scale.y(hole.y_mm)]);
  return (
    <g>
      {elevation.finds.map((find) => {
        const [x, y, x2, y2] = [
          scale.x(find.x_mm),
          scale.y(find.y_mm),
          scale.x(find.x2_mm),
          scale.y(find.y2_mm),
        ];
        const wide = 2 * find.keep_off_mm * scale.perMm;
        const share = wordsAt([x, y], [x2, y2], wide / 2 + 4, 6 * find.text.length, marks);
        return (
          <g key={find.id} opacity={find.refuted ? 0.3 : 1}>
            <line x1={x} y1={y} x2={x2} y2={y2} stroke="url(#hatch-find)" strokeWidth={wide} />
            <rect
              x={Math.min(x, x2) - wide / 2}
              y={Math.min(y, y2)}
              width={Math.abs(x2 - x) + wide}
              height={Math.max(Math.abs(y2 - y), 1)}
              fill="url(#hatch-find)"
              opacity={x === x2 || y === y2 ? 0.7 : 0}
            />
            <line x1={x} y1={y} x2={x2} y2={y2} stroke="var(--brick)" strokeWidth="2.5" />
            <text
              x={x + share * (x2 - x) + wide / 2 + 4}
              y={y + share * (y2 - y)}
              fontSize="11"
              fontWeight="600"
              fill="var(--brick)"
              stroke="var(--sheet)"
              strokeWidth="3"
              paintOrder="stroke"
            >
              {find.text}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** What a point is, told by a small drawing in its box: one shape a kind of service. */
function Symbol({ symbol, x, y, size }: { symbol: string; x: number; y: number; size: number }) {
  const s = Math.min(9, Math.max(3, size * 0.22));
  const shapes: Record<string, string> = {
    socket: `M${x - s} ${y - s / 2}v${s}M${x + s} ${y - s / 2}v${s}`,
    switch: `M${x - s} ${y + s}L${x + s} ${y - s}`,
    light: `M${x - s} ${y}a${s} ${s} 0 1 0 ${2 * s} 0a${s} ${s} 0 1 0 ${-2 * s} 0M${x} ${y - s}v${-s / 2}`,
    board: `M${x - s} ${y - s}h${2 * s}M${x - s} ${y}h${2 * s}M${x - s} ${y + s}h${2 * s}`,
    data: `M${x - s} ${y + s}v${-s}h${s}v${-s}h${s}`,
    water: `M${x} ${y - s}q${s} ${s} 0 ${2 * s}q${-s} ${-s} 0 ${-2 * s}`,
    heat: `M${x - s} ${y + s}q${s / 2} ${-s} 0 ${-2 * s}M${x} ${y + s}q${s / 2} ${-s} 0 ${-2 * s}M${x + s} ${y + s}q${s / 2} ${-s} 0 ${-2 * s}`,
    gas: `M${x} ${y - s}L${x + s} ${y + s}H${x - s}Z`,
    waste: `M${x - s} ${y - s}L${x} ${y + s}L${x + s} ${y - s}`,
  };
  return <path d={shapes[symbol] ?? ""} strokeWidth="1.6" />;
}

/** Sockets, switches and the rest, true to scale; those of the other face dashed. */
export function Points({ elevation, scale }: { elevation: Elevation; scale: Scale }) {
  // on a small screen only what stands on this face is named; a tap on it still says all
  const cramped = scale.perMm < 0.12;
  return (
    <g>
      {elevation.points.map((point) => {
        const box = scale.box(point.area);
        const behind = point.face === "other";
        const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
        return (
          <g key={point.id} stroke="var(--ink)" fill="none">
            <rect
              {...box}
              fill={behind ? "none" : "var(--sheet)"}
              strokeWidth="1.4"
              strokeDasharray={behind ? "3 3" : undefined}
            />
            <Symbol symbol={point.symbol} x={x} y={y} size={Math.min(box.width, box.height)} />
            {!(cramped && behind) && (
              <text
                x={x}
                y={box.y + box.height + 12}
                textAnchor="middle"
                fontSize="10.5"
                stroke="var(--sheet)"
                strokeWidth="3"
                paintOrder="stroke"
                fill="var(--ink)"
              >
                {point.label.toLowerCase()}
                {behind ? ", other face" : ""}
              </text>
            )}
            <title>{`${point.label}${behind ? ", other face" : ""}`}</title>
          </g>
        );
      })}
    </g>
  );
}
