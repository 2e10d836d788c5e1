import { useQuery } from "@tanstack/react-query";
import { useId } from "react";
import { client, type Schemas, type Units, unwrap } from "../api/client";
import { showLength } from "../lib/units";

type Drawing = Schemas["ShapeDrawing"];
type Line = Drawing["lines"][number];

const WIDE = 352;
const HIGH = 176;
const MARGIN = 22;
const GAP = 26;

const LOOKS: Record<string, { fill: string; dash?: string }> = {
  piece: { fill: "var(--wash)" },
  link: { fill: "var(--sheet)" },
  support: { fill: "var(--rule)" },
  room: { fill: "none", dash: "3 4" },
};

/** How far the room about a thing is drawn beyond it, as a share of the larger of its sides: a hook is small under a
 * coat that hangs on it. */
const ROOM_SHARE = 0.6;

/** From where to where is drawn: the thing, some of the room about it, and the measure that is told. */
function extent({ parts }: Drawing, told: Line | undefined) {
  const rects = parts.map((part) => part.rect);
  const solid = parts.filter((part) => part.kind !== "room").map((part) => part.rect);
  const [inner, outer] = [bounds(solid.length ? solid : rects), bounds(rects)];
  const more = ROOM_SHARE * Math.max(inner.right - inner.left, inner.top - inner.foot);
  const seen = {
    left: Math.max(outer.left, inner.left - more),
    right: Math.min(outer.right, inner.right + more),
    foot: Math.max(outer.foot, inner.foot - more),
    top: Math.min(outer.top, inner.top + more),
  };
  if (!told) return seen;
  const { axis, at_mm: at, start_mm: start, end_mm: end } = told;
  const [acrossFrom, acrossTo] = axis === "up" ? [at, at] : [start, end];
  const [upFrom, upTo] = axis === "up" ? [start, end] : [at, at];
  return {
    // what is measured off the wall lies in the other view
    left: axis === "off" ? seen.left : Math.min(seen.left, acrossFrom),
    right: axis === "off" ? seen.right : Math.max(seen.right, acrossTo),
    foot: Math.min(seen.foot, upFrom),
    top: Math.max(seen.top, upTo),
  };
}

function bounds(rects: readonly Drawing["parts"][number]["rect"][]) {
  return {
    left: Math.min(...rects.map((rect) => rect.x_mm)),
    right: Math.max(...rects.map((rect) => rect.x_mm + rect.width_mm)),
    foot: Math.min(...rects.map((rect) => rect.y_mm)),
    top: Math.max(...rects.map((rect) => rect.y_mm + rect.height_mm)),
  };
}

/** Scale and places of the two views: from the front, and from the side with the wall at its left. */
function viewsOf(drawing: Drawing, told: Line | undefined) {
  const { left, right, foot, top } = extent(drawing, told);
  const off = Math.max(1, ...drawing.parts.map((part) => part.off_mm));
  const perMm = Math.min(
    (WIDE - 2 * MARGIN - GAP) / (right - left + off),
    (HIGH - 2 * MARGIN) / (top - foot),
  );
  const wide = (right - left + off) * perMm + GAP;
  const start = (WIDE - wide) / 2;
  const wall = start + (right - left) * perMm + GAP;
  const ground = (HIGH + (top - foot) * perMm) / 2;
  return {
    x: (mm: number) => start + (mm - left) * perMm,
    y: (mm: number) => ground - (mm - foot) * perMm,
    z: (mm: number) => wall + mm * perMm,
    perMm,
    frontEnds: wall - GAP / 2,
  };
}

/** A measure with its arrows, and its length beside them. */
function Dimension({ line, drawing, units }: { line: Line; drawing: Drawing; units: Units }) {
  const { x, y, z } = viewsOf(drawing, line);
  const up = line.axis === "up";
  const along = line.axis === "off" ? z : x;
  const [a, b] = up ? [y(line.start_mm), y(line.end_mm)] : [along(line.start_mm), along(line.end_mm)];
  const across = up ? x(line.at_mm) : y(line.at_mm);
  const text = showLength(line.end_mm - line.start_mm, units);
  // outside the ends where there is no room between them
  const path = up
    ? `M${across - 6} ${a}h12M${across - 6} ${b}h12M${across} ${a}V${b}`
    : `M${a} ${across - 6}v12M${b} ${across - 6}v12M${a} ${across}H${b}`;
  const [tx, ty] = up
    ? [Math.min(across + 8, WIDE - 60), (a + b) / 2 + 4]
    : [Math.min(Math.max((a + b) / 2, 30), WIDE - 30), across - 9];
  return (
    <g>
      <path d={path} stroke="var(--sheet)" strokeWidth="5" fill="none" />
      <path d={path} stroke="var(--chalk)" strokeWidth="2.2" fill="none" />
      <text
        x={tx}
        y={ty}
        textAnchor={up ? "start" : "middle"}
        fontSize="13"
        fontWeight="700"
        fill="var(--chalk)"
        stroke="var(--sheet)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {text}
      </text>
    </g>
  );
}

/** A thing as what was measured makes it, by its everyday name or its shape, with all its measures. */
export function useShapeDrawing(shape: string, measures: Record<string, number>) {
  return useQuery({
    queryKey: ["shape-drawing", shape, measures],
    queryFn: async () => unwrap(await client.POST("/api/shape-drawing", { body: { shape, measures } })),
    placeholderData: (before) => before,
    staleTime: Infinity,
  });
}

/** The thing from the front and from the side, and where the measure that is being told is taken. */
export function MeasureDrawing({
  shape,
  measures,
  told,
  label,
  units,
}: {
  shape: string;
  measures: Record<string, number>;
  /** The measure that is told, by its key; and what it is called. */
  told: string | null;
  label: string;
  units: Units;
}) {
  const { data } = useShapeDrawing(shape, measures);
  const front = useId();
  if (!data) return <div style={{ height: HIGH }} />;
  const line = data.lines.find((one) => one.key === told);
  const { x, y, z, perMm, frontEnds } = viewsOf(data, line);
  const drawn = data.parts.filter((part) => part.kind !== "room");
  return (
    <figure
      className="sticky top-0 z-10 mb-2 border border-rule bg-paper max-sm:static"
      aria-label="Where it is measured"
    >
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} className="block w-full" aria-hidden>
        <clipPath id={front}>
          <rect width={frontEnds} height={HIGH} />
        </clipPath>
        {data.parts.map(({ kind, rect }, index) => (
          <rect
            key={index}
            x={x(rect.x_mm)}
            y={y(rect.y_mm + rect.height_mm)}
            width={rect.width_mm * perMm}
            height={rect.height_mm * perMm}
            fill={LOOKS[kind]?.fill}
            fillOpacity={kind === "piece" ? 0.8 : 0.65}
            stroke="var(--soft)"
            strokeWidth="1.3"
            strokeDasharray={LOOKS[kind]?.dash}
            clipPath={kind === "room" ? `url(#${front})` : undefined}
          />
        ))}
        {data.holes.map((hole, index) => (
          <circle
            key={index}
            cx={x(hole.x_mm)}
            cy={y(hole.y_mm)}
            r={Math.max(1.6, (hole.diameter_mm / 2) * perMm)}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.3"
          />
        ))}
        <path d={`M${z(0)} 8V${HIGH - 8}`} stroke="var(--ink)" strokeWidth="3" />
        {drawn.map(({ kind, rect, off_mm }, index) => (
          <rect
            key={index}
            x={z(0)}
            y={y(rect.y_mm + rect.height_mm)}
            width={Math.max(1, off_mm * perMm)}
            height={rect.height_mm * perMm}
            fill={LOOKS[kind]?.fill}
            fillOpacity={kind === "piece" ? 0.8 : 0.65}
            stroke="var(--soft)"
            strokeWidth="1.3"
          />
        ))}
        {line && <Dimension line={line} drawing={data} units={units} />}
      </svg>
      <figcaption className="border-t border-rule px-2 py-1 text-[12px] text-soft" aria-live="polite">
        {line ? (
          <strong className="text-chalk">{label}</strong>
        ) : told ? (
          `${label}: no length, so it is not drawn.`
        ) : (
          "From the front, and from the side. Go to a measure to see where it is taken."
        )}
      </figcaption>
    </figure>
  );
}
