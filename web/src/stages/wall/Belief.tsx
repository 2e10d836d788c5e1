import type { Plan } from "../../api/client";
import { Heading } from "../../ui/controls";
import { Said } from "../../ui/Said";

type Hypothesis = Plan["belief"]["hypotheses"][number];

const LEAST = 0.01;
/** A witness of this weight (natural log of a ratio of chances) fills its half of the bar. */
const FULL = Math.log(30);

/** What one check says, to the right for and to the left against. */
function Witness({ witness }: { witness: Hypothesis["witnesses"][number] }) {
  const share = Math.min(1, Math.abs(witness.weight) / FULL) * 50;
  const forIt = witness.weight > 0;
  return (
    <li className="grid grid-cols-[1fr_72px] items-center gap-2 py-0.5">
      <span>
        {witness.text} <span className="text-soft">{witness.says}</span>
      </span>
      <svg viewBox="0 0 100 12" className="h-3 w-full" aria-hidden preserveAspectRatio="none">
        <rect width="100" height="12" fill="var(--wash)" />
        <rect
          x={forIt ? 50 : 50 - share}
          y="2"
          width={share}
          height="8"
          fill={forIt ? "var(--chalk)" : "var(--ochre)"}
        />
        <path d="M50 0V12" stroke="var(--ink)" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
      </svg>
    </li>
  );
}

function Bar({ share }: { share: number }) {
  return (
    <span className="block h-2.5 w-full bg-wash" aria-hidden>
      <span className="block h-full bg-chalk" style={{ width: `${100 * share}%` }} />
    </span>
  );
}

function Row({ one, open }: { one: Hypothesis; open: boolean }) {
  return (
    <li className="border-b border-rule">
      <details open={open} className="group">
        <summary className="grid list-none grid-cols-[1fr_90px_46px] items-center gap-2 py-2 max-sm:min-h-12 [&::-webkit-details-marker]:hidden">
          <span className="font-semibold">
            <span
              aria-hidden
              className="mr-1.5 inline-block text-soft transition-transform group-open:rotate-90"
            >
              ›
            </span>
            {one.label}
          </span>
          <Bar share={one.probability} />
          <span className="text-right text-[15px] font-bold">{one.probability_text}</span>
        </summary>
        <div className="pb-2 pl-3 text-[13px]">
          <p className="mb-1 text-soft">
            <Said>{one.says}</Said>
          </p>
          {one.witnesses.length > 0 ? (
            <>
              <div className="grid grid-cols-[1fr_72px] gap-2 text-[11px] text-soft" aria-hidden>
                <span />
                <span className="flex justify-between">
                  <span>against</span>
                  <span>for</span>
                </span>
              </div>
              <ul aria-label={`What speaks for and against ${one.label}`}>
                {one.witnesses.map((witness) => (
                  <Witness key={witness.evidence} witness={witness} />
                ))}
              </ul>
            </>
          ) : (
            <p>Nothing has been checked yet.</p>
          )}
          <p className="mt-1 text-soft">Before any check: {one.reason}</p>
        </div>
      </details>
    </li>
  );
}

/** What the wall may be, the likeliest first, with what speaks for and against each. */
export function Belief({ plan }: { plan: Plan }) {
  const { belief } = plan;
  const shown = belief.hypotheses.filter((one, index) => index === 0 || one.probability >= LEAST);
  const lead = belief.families[0];
  return (
    <section aria-label="What this wall probably is">
      {lead && (
        <p className="mb-1">
          <span className="block text-[12px] text-soft">
            {belief.told ? "This wall is probably" : "Before any check, such a wall is most often"}
          </span>
          <span className="inline-block text-[22px] leading-tight font-bold first-letter:uppercase">
            {lead.label}
          </span>
          <span className="ml-2 text-[22px] font-bold text-chalk">{lead.probability_text}</span>
        </p>
      )}
      <ol aria-label="Build-ups, the likeliest first">
        {shown.map((one, index) => (
          <Row key={one.key} one={one} open={index === 0} />
        ))}
      </ol>
      {belief.hypotheses.length > shown.length && (
        <p className="mt-1 text-[12px] text-soft">
          {belief.hypotheses.length - shown.length} more are less likely than 1 % each.
        </p>
      )}
    </section>
  );
}

/** The check that is worth doing next, and what the others would be worth. */
export function NextCheck({ plan, onReport }: { plan: Plan; onReport: (check: string) => void }) {
  const { advice } = plan;
  const { check } = advice;
  return (
    <section aria-label="The next best check" className="mt-4 border-l-4 border-chalk bg-chalk-wash p-3">
      <h3 className="text-[12px] font-semibold text-soft">
        {advice.enough ? "No check is needed" : "Check next"}
      </h3>
      <p className="mt-0.5 text-[15px] leading-snug font-semibold">
        <Said>{advice.sentence}</Said>
      </p>
      {advice.how && (
        <p className="mt-1 text-[13px]">
          <Said>{advice.how}</Said>
        </p>
      )}
      {check && (
        <button
          type="button"
          onClick={() => onReport(check)}
          className="mt-2 min-h-9 rounded-sm border border-chalk bg-chalk px-3 py-1.5 text-[13px] font-semibold text-on-solid hover:brightness-110 max-sm:min-h-12 max-sm:w-full max-sm:text-[15px]"
        >
          Say what came of it
        </button>
      )}
      {advice.options.length > 0 && (
        <details className="mt-2 text-[13px]">
          <summary className="text-soft">What the other checks would be worth</summary>
          <table className="mt-1 w-full text-left">
            <thead className="text-[11px] text-soft">
              <tr>
                <th className="font-normal">Check</th>
                <th className="text-right font-normal">min</th>
                <th className="text-right font-normal">changes what you do</th>
                <th className="text-right font-normal">teaches</th>
              </tr>
            </thead>
            <tbody>
              {advice.options.map((one) => (
                <tr key={one.check} className="border-t border-rule align-top">
                  <td className="py-1">
                    {one.label}
                    {one.why_not && <span className="block text-[12px] text-soft">{one.why_not}</span>}
                  </td>
                  <td className="py-1 text-right">{one.minutes}</td>
                  <td className="py-1 text-right font-semibold">{one.chance_text}</td>
                  <td className="py-1 text-right whitespace-nowrap">{one.bits_text}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      )}
    </section>
  );
}

export function Pitches({ plan }: { plan: Plan }) {
  const { pitches } = plan.framing;
  if (!pitches.length) return null;
  return (
    <>
      <Heading aside="centre to centre">Spacing that fits</Heading>
      <ul aria-label="Spacings by chance">
        {pitches.map((one) => (
          <li key={one.pitch_mm} className="grid grid-cols-[70px_1fr_46px] items-center gap-2 py-0.5">
            <strong>{one.label}</strong>
            <Bar share={one.chance} />
            <span className="text-right font-bold">{one.text}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
