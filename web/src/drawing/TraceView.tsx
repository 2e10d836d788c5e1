import type { Plan, Reading, Wall } from "../api/client";
import type { Line } from "../lib/line";
import type { Scale } from "./scale";
import { useSize } from "../lib/useSize";

type Peak = Plan["framing"]["peaks"][number];

const CHANNELS = [
  { key: "density", label: "density", stroke: "var(--ink)", width: 1.8, dash: undefined },
  { key: "metal", label: "metal", stroke: "var(--chalk)", width: 1.5, dash: "6 2" },
  { key: "live", label: "live", stroke: "var(--brick)", width: 1.5, dash: "2 2.5" },
] as const;

/** What a sweep read, drawn under the wall at the wall's own scale, with the peaks that were found in it. */
export function TraceView({
  scale,
  offset,
  title,
  readings,
  peaks,
}: {
  /** The elevation's scale, so that a peak stands under its stud. */
  scale: Scale | null;
  /** How far this picture's left edge lies to the right of the elevation's [px]. */
  offset: number;
  title: string;
  readings: readonly Reading[];
  peaks: readonly Peak[];
}) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [low, high] = [-0.15, 1.05];
  const y = (share: number) => size.height - 8 - ((share - low) / (high - low)) * (size.height - 22);
  const x = (mm: number) => (scale ? scale.x(mm) - offset : 0);
  const last = readings.at(-1);
  return (
    <section aria-label="Sweep" className="flex h-full min-h-0 flex-col">
      <div className="flex flex-wrap items-baseline gap-x-4 px-1">
        <h2 className="text-[14px] font-bold">{title}</h2>
        {CHANNELS.map((channel) => (
          <span key={channel.key} className="flex items-center gap-1.5 text-[12px] text-soft">
            <svg width="26" height="6" aria-hidden>
              <path
                d="M0 3H26"
                stroke={channel.stroke}
                strokeWidth={channel.width}
                strokeDasharray={channel.dash}
              />
            </svg>
            {channel.label}
          </span>
        ))}
      </div>
      <div ref={ref} className="relative min-h-0 flex-1">
        {size.width > 0 && scale && (
          <svg
            width={size.width}
            height={size.height}
            className="absolute inset-0"
            role="img"
            aria-label={`${readings.length} readings, ${peaks.filter((peak) => !peak.struck).length} peaks`}
          >
            <path d={`M0 ${y(0)}H${size.width}`} stroke="var(--rule)" />
            {peaks.map((peak) => {
              const width = Math.max(1, (peak.right_mm - peak.left_mm) * scale.perMm);
              return (
                <g key={peak.id} opacity={peak.struck ? 0.35 : 1}>
                  {peak.channel === "density" && (
                    <rect
                      x={x(peak.left_mm)}
                      y="4"
                      width={width}
                      height={size.height - 12}
                      fill="var(--timber)"
                      opacity=".55"
                    />
                  )}
                  <path
                    d={`M${x(peak.x_mm)} ${peak.channel === "density" ? 2 : y(0) - 4}V${peak.channel === "density" ? size.height - 8 : y(0) + 5}`}
                    stroke={
                      peak.channel === "density"
                        ? "var(--timber-line)"
                        : peak.channel === "metal"
                          ? "var(--chalk)"
                          : "var(--brick)"
                    }
                    strokeWidth={peak.channel === "density" ? 1.4 : 2.4}
                  />
                  {peak.struck && (
                    <path
                      d={`M${x(peak.x_mm) - 5} ${size.height / 2 - 5}l10 10m0 -10l-10 10`}
                      stroke="var(--ink)"
                      strokeWidth="1.5"
                    />
                  )}
                </g>
              );
            })}
            {CHANNELS.map((channel) => (
              <path
                key={channel.key}
                d={readings
                  .map(
                    (one, index) =>
                      `${index ? "L" : "M"}${x(one.x_mm).toFixed(1)} ${y(one[channel.key] ?? 0).toFixed(1)}`,
                  )
                  .join("")}
                fill="none"
                stroke={channel.stroke}
                strokeWidth={channel.width}
                strokeDasharray={channel.dash}
                strokeLinejoin="round"
              />
            ))}
            {last && peaks.length === 0 && (
              <path d={`M${x(last.x_mm)} 2V${size.height}`} stroke="var(--ink)" strokeWidth="1" />
            )}
          </svg>
        )}
      </div>
    </section>
  );
}

/** The line that is being walked, or the trace that is chosen; null if none. */
export function shownTrace(
  live: { line: Line; readings: readonly Reading[] } | null,
  shown: string | null,
  wall: Wall,
  peaks: readonly Peak[],
): { title: string; y_mm: number; readings: readonly Reading[]; peaks: readonly Peak[] } | null {
  if (live) return { title: "Sweeping…", y_mm: live.line.y_mm, readings: live.readings, peaks: [] };
  const trace = wall.traces.find((one) => one.id === shown);
  if (!trace) return null;
  return {
    title: "Sweep",
    y_mm: trace.y_mm,
    readings: trace.readings,
    peaks: peaks.filter((peak) => peak.trace === trace.id),
  };
}
