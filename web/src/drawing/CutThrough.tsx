import type { HolePlan, Plan } from "../api/client";
import { type CutHole, Grip, Screw } from "./CutFixing";
import { Hatches } from "./Hatches";
import { useSize } from "../lib/useSize";

const CSS_PX_PER_MM = 96 / 25.4;

/** Where a layer may end: two standard deviations to each side. */
function Unsure({ from, to, top, bottom }: { from: number; to: number; top: number; bottom: number }) {
  return (
    <g stroke="var(--ink)" fill="none">
      <path
        d={`M${from} ${top}V${bottom}M${to} ${top}V${bottom}`}
        strokeWidth="0.9"
        strokeDasharray="1 4"
        opacity=".8"
      />
      <path
        d={`M${from} ${bottom - 11}v6M${to} ${bottom - 11}v6M${from} ${bottom - 8}H${to}`}
        strokeWidth="1.3"
      />
    </g>
  );
}

interface Frame {
  x: (mm: number) => number;
  /** The middle of the hole, and where the cut begins and ends, on the screen. */
  y: number;
  perMm: number;
  top: number;
  bottom: number;
  width: number;
  height: number;
}

type Other = NonNullable<Plan["runner_up"]>;

/** What else the wall may be, under the cut and at the same scale. */
function OtherWall({ runnerUp, frame: { x, perMm, height, width } }: { runnerUp: Other; frame: Frame }) {
  const end = x(runnerUp.total_mm);
  // behind the wall where there is room for its name, else on the wall itself
  const beside = end + 8 + 6.6 * (runnerUp.label.length + 1) <= width;
  return (
    <g>
      {runnerUp.layers.map((layer, index) => (
        <rect
          key={index}
          x={x(layer.front_mm)}
          y={height - 28}
          width={(layer.back_mm - layer.front_mm) * perMm}
          height="26"
          fill={`url(#hatch-${layer.hatch})`}
          stroke="var(--soft)"
          strokeDasharray="4 3"
        />
      ))}
      <text
        x={beside ? end + 8 : end - 8}
        y={height - 11}
        textAnchor={beside ? "start" : "end"}
        fontSize="11.5"
        fontWeight="600"
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {runnerUp.label}?
      </text>
    </g>
  );
}

/** From which depth on nobody has cleared the wall. */
function Uncleared({ cut, frame }: { cut: HolePlan["cut"]; frame: Frame }) {
  const { x, perMm, top, bottom, width } = frame;
  if (cut.limit_mm === null || cut.limit_mm === undefined) return null;
  return (
    <g>
      <rect
        x={x(cut.limit_mm)}
        y={top}
        width={(cut.total_mm - cut.limit_mm) * perMm}
        height={bottom - top}
        fill="url(#hatch-zone)"
      />
      <path
        d={`M${x(cut.limit_mm)} ${top - 4}V${bottom + 4}`}
        stroke="var(--ochre)"
        strokeWidth="2"
        strokeDasharray="5 3"
      />
      <text
        x={Math.min(x(cut.limit_mm) + 6, width - 8)}
        textAnchor={x(cut.limit_mm) + 150 > width ? "end" : "start"}
        y={top + 14}
        fontSize="11"
        fontWeight="600"
        fill="var(--ochre)"
        stroke="var(--sheet)"
        strokeWidth="3.5"
        paintOrder="stroke"
      >
        {cut.limit_text}
      </text>
    </g>
  );
}

/** The spacers between wall and bracket, each by itself; what no spacer fills stays open. */
function Stack({ cut, frame: { x, y, perMm } }: { cut: HolePlan["cut"]; frame: Frame }) {
  const starts = cut.spacers_mm.map((_, n) => cut.spacers_mm.slice(0, n).reduce((sum, one) => sum + one, 0));
  const whole = cut.spacers_mm.length ? cut.spacers_mm : [cut.spacer_mm];
  return (
    <g fill="var(--wash)" stroke="var(--soft)">
      {whole.map((thick, n) => (
        <rect key={n} x={x(-(starts[n] ?? 0) - thick)} y={y - 16} width={thick * perMm} height="32" />
      ))}
    </g>
  );
}

function CutPicture({ hole, runnerUp, frame }: { hole: CutHole; runnerUp: Plan["runner_up"]; frame: Frame }) {
  const { cut } = hole;
  const { x, y, perMm, top, bottom } = frame;
  // a figure at every mark where there is room for it, else at every second or third
  const apart = Math.abs((cut.ruler[1]?.at_mm ?? 0) - (cut.ruler[0]?.at_mm ?? 0)) * perMm;
  const every = apart > 0 ? Math.ceil(24 / apart) : 1;
  return (
    <>
      {cut.layers.map((layer, index) => (
        <rect
          key={index}
          x={x(layer.front_mm)}
          y={top}
          width={(layer.back_mm - layer.front_mm) * perMm}
          height={bottom - top}
          fill={`url(#hatch-${layer.hatch})`}
          stroke="var(--soft)"
          strokeWidth="1"
        />
      ))}
      {cut.layers.map(
        (layer, index) =>
          layer.back_spread_mm > 0.3 && (
            <Unsure
              key={index}
              from={x(layer.back_mm - layer.back_spread_mm)}
              to={x(layer.back_mm + layer.back_spread_mm)}
              top={top}
              bottom={bottom}
            />
          ),
      )}
      {runnerUp && <OtherWall runnerUp={runnerUp} frame={frame} />}
      <Uncleared cut={cut} frame={frame} />
      {cut.spacer_mm > 0 && <Stack cut={cut} frame={frame} />}
      <rect
        x={x(-cut.plate_mm - cut.spacer_mm)}
        y={y - 34}
        width={Math.max(cut.plate_mm * perMm, 1.5)}
        height="68"
        fill={cut.plate_hatch ? `url(#hatch-${cut.plate_hatch})` : "var(--chalk-wash)"}
        stroke="var(--chalk)"
      />
      {cut.washer_mm > 0 && (
        <rect
          x={x(cut.head_at_mm)}
          y={y - (cut.washer_mm / 2) * perMm}
          width={Math.max(1.5 * perMm, 1.5)}
          height={cut.washer_mm * perMm}
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="0.8"
        />
      )}
      {cut.hole && cut.hole.bit_rule !== "own" && (
        <rect
          x={x(0)}
          y={y - (cut.hole.diameter_mm / 2) * perMm}
          width={cut.hole.depth_mm * perMm}
          height={cut.hole.diameter_mm * perMm}
          fill="var(--sheet)"
          stroke="var(--chalk)"
          strokeWidth="1.6"
          strokeDasharray="4 3"
        />
      )}
      <Grip x={x} y={y} hole={hole} perMm={perMm} />
      <Screw x={x} y={y} hole={hole} perMm={perMm} />
      {cut.hole && hole.card?.tape_text && (
        <g>
          <path
            d={`M${x(cut.hole.depth_mm)} ${y + 20}V${bottom + 4}`}
            stroke="var(--chalk)"
            strokeWidth="1.6"
          />
          <text
            x={x(cut.hole.depth_mm) + 5}
            y={bottom - 5}
            fontSize="12"
            fontWeight="700"
            fill="var(--chalk)"
            stroke="var(--sheet)"
            strokeWidth="4"
            paintOrder="stroke"
          >
            {hole.card.depth_text}
          </text>
        </g>
      )}
      <g fontSize="10.5" fill="var(--soft)">
        {cut.ruler.map((tick, index) => (
          <g key={tick.at_mm}>
            <path d={`M${x(tick.at_mm)} ${bottom}v5`} stroke="var(--soft)" />
            {index % every === 0 && (
              <text x={x(tick.at_mm)} y={bottom + 17} textAnchor="middle">
                {tick.text}
              </text>
            )}
          </g>
        ))}
      </g>
    </>
  );
}

/** The layers in words, what else it may be, and how deep to drill. */
function Legend({ hole, runnerUp }: { hole: CutHole; runnerUp: Plan["runner_up"] }) {
  const { cut } = hole;
  return (
    <dl className="w-[186px] shrink-0 overflow-hidden px-1 pt-1 text-[12px] leading-[1.45] max-sm:hidden">
      {cut.layers.map((layer, index) => (
        <div key={index} className="flex justify-between gap-2">
          <dt className="truncate">{layer.label}</dt>
          <dd className="font-semibold whitespace-nowrap">{layer.text}</dd>
        </div>
      ))}
      {runnerUp && (
        <div className="mt-2 border-t border-rule pt-1">
          <dt className="text-soft">or, below, {runnerUp.probability_text}</dt>
          <dd className="leading-tight font-semibold">{runnerUp.label}</dd>
        </div>
      )}
      {hole.card && (
        <div className="mt-2 border-t border-rule pt-1 text-chalk">
          <dt>{hole.card.tape_text ? "Drill" : "Without a drill"}</dt>
          <dd className="text-[17px] leading-tight font-bold">
            {hole.card.tape_text ? hole.card.depth_text : hole.card.bit_words}
          </dd>
        </div>
      )}
    </dl>
  );
}

/** A cut through the wall at the chosen hole, larger than life where there is room. */
export function CutThrough({
  hole,
  runnerUp,
  title,
}: {
  hole: CutHole | undefined;
  runnerUp: Plan["runner_up"];
  title?: string;
}) {
  const [ref, size] = useSize<HTMLDivElement>();
  const cut = hole?.cut;
  // in front of the wall: bracket, stack and the screw's head, or what stands out of its nut
  const outside = cut?.screw ? cut.screw.length_mm - cut.tip_at_mm : 0;
  const room = Math.max(22, (cut ? cut.plate_mm + cut.spacer_mm : 0) + 10, outside + 4);
  const left = 14;
  const last = cut?.layers.at(-1)?.back_spread_mm ?? 0;
  const total = Math.max((cut?.total_mm ?? 0) + last, runnerUp?.total_mm ?? 0) + room + 6;
  // where the belief is split, what else the wall may be lies under the cut, at the same scale
  const other = runnerUp ? 46 : 0;
  const [top, bottom] = [6, Math.max(40, size.height - 24 - other)];
  // no larger than that opened wings still have their ends in the picture
  const across = 2 * (cut?.hole?.wing_mm ?? 0) + 2;
  const perMm = Math.max(0.5, Math.min((size.width - left - 14) / total, (bottom - top) / across, 6));
  const x = (mm: number) => left + (room + mm) * perMm;
  const y = (top + bottom) / 2;
  const times = perMm / CSS_PX_PER_MM;
  return (
    <section aria-label="Cut-through" className="flex h-full min-h-0 flex-col">
      <div className="flex items-baseline gap-3 px-1">
        <h2 className="shrink-0 text-[14px] font-bold">
          {title ?? (hole ? `Cut through hole ${hole.number}` : "Cut through the wall")}
        </h2>
        {hole && cut && (
          <p className="truncate text-[12px] text-soft">
            {cut.behind_text} · depths from the face · drawn {times.toFixed(1)} × life size
          </p>
        )}
      </div>
      <div className="flex min-h-0 flex-1 gap-3">
        {hole && cut && <Legend hole={hole} runnerUp={runnerUp} />}
        <div ref={ref} className="relative min-w-0 flex-1">
          {!hole && (
            <p className="p-2 text-soft">
              Give the fixture a hole, and the cut through the wall stands here.
            </p>
          )}
          {hole && cut && size.width > 0 && (
            <svg
              width={size.width}
              height={size.height}
              className="absolute inset-0"
              role="img"
              aria-label={`Hole ${hole.number}: ${hole.chosen_label ?? "no fixing"}, ${hole.card?.depth_text ?? "not"} deep`}
            >
              <Hatches />
              <CutPicture hole={hole} runnerUp={runnerUp} frame={{ x, y, perMm, top, bottom, ...size }} />
            </svg>
          )}
        </div>
      </div>
    </section>
  );
}
