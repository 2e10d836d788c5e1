import type { HolePlan } from "../api/client";

type Working = NonNullable<HolePlan["working"]>;

type UseBar = Working["bars"][number];

/** How much of the bar is what the fixing holds; the rest is what goes beyond it. */
const FULL = 0.8;

function Bar({ bar }: { bar: UseBar }) {
  return (
    <div className="grid grid-cols-[62px_1fr_128px] items-center gap-2 py-0.5">
      <span className="text-[12px] text-soft">{bar.label}</span>
      <span className="relative h-3 bg-wash" aria-hidden>
        <span
          className={`absolute inset-y-0 left-0 max-w-full ${bar.over ? "bg-brick" : "bg-chalk"}`}
          style={{ width: `${bar.share * FULL * 100}%` }}
        />
        <span className="absolute -inset-y-1 w-0.5 bg-ink" style={{ left: `${FULL * 100}%` }} />
      </span>
      <span className="text-[12.5px] font-semibold whitespace-nowrap">{bar.text}</span>
    </div>
  );
}

/** Demand against capacity; the upright mark is where the fixing is full. */
export function UseBars({ working }: { working: Working }) {
  return (
    <div className="mt-2">
      {working.bars.map((bar) => (
        <Bar key={bar.label} bar={bar} />
      ))}
      <p className="mt-1 text-[12.5px]">
        Worst when {working.case}. Governed by {working.governs}. <strong>{working.raises}</strong>
      </p>
      {working.bounds.length > 0 && (
        <ul aria-label="Both bounds of stiffness" className="mt-1 text-[12px] text-soft">
          {working.bounds.map((bound) => (
            <li key={bound.label}>
              With {bound.label}: pull-out {bound.tension_text}, shear {bound.shear_text}
            </li>
          ))}
        </ul>
      )}
      <details className="mt-1 text-[12px] text-soft">
        <summary className="min-h-6">The sums, line by line</summary>
        {working.lines.map((line) => (
          <p key={line.text} className="mt-1">
            <span className="text-ink">{line.text}</span>
            <span className="block text-[11px]">{line.source}</span>
          </p>
        ))}
      </details>
    </div>
  );
}
