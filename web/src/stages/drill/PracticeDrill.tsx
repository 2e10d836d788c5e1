import { useState } from "react";
import { Refused, type Schemas } from "../../api/client";
import { usePractice } from "../../job/usePractice";
import { Button, Checkbox, Heading } from "../../ui/controls";

type Bored = Schemas["Bored"];

const WIDE = 340;
const HIGH = 64;
const SHOWN_MM = 120;
const FILLS: Record<string, string> = {
  white_chalky: "var(--board)",
  red: "var(--masonry)",
  grey_hard: "var(--stone)",
  grey_soft: "var(--stone)",
  sandy: "var(--masonry)",
  shavings: "var(--timber)",
  brown_fibre: "var(--timber)",
  ceramic: "var(--steel)",
};

/** On a practice wall the bit goes in here, millimetre by millimetre, and may be stopped at any of them. */
export function PracticeDrill({
  jobId,
  hole,
  wanted_mm,
}: {
  jobId: string;
  hole: string;
  wanted_mm: number | null;
}) {
  const practice = usePractice(jobId);
  const [hammer, setHammer] = useState(false);
  const [said, setSaid] = useState("");
  const run = practice?.run;
  if (!practice || !run || run.opened) return null;
  const bored = run.bored.find((one) => one.hole_id === hole);
  const at = bored?.depth_mm ?? 0;
  const ended = bored ? bored.struck !== null || bored.cracked || bored.through : false;
  const waits = run.before_checks.length + run.before_drilling.length > 0;
  const go = async (to: number) => {
    try {
      setSaid(await practice.drill(hole, to, hammer));
    } catch (error) {
      setSaid(
        error instanceof Refused ? error.tell().join(" ") : "It could not be drilled; is Rock Pin running?",
      );
    }
  };
  return (
    <section aria-label="Drill it here" className="mb-4 border-2 border-dashed border-ink p-3">
      <Heading aside="you may stop at any millimetre">Drill it here</Heading>
      {waits ? (
        <p className="text-[14px] font-semibold text-ochre">
          Say first what you think: the questions stand above.
        </p>
      ) : (
        <>
          <Cut bored={bored} wanted_mm={wanted_mm} />
          <p
            role="status"
            className={`mt-2 min-h-10 text-[15px] leading-snug ${ended ? "font-bold text-brick" : ""}`}
          >
            <strong className="mr-2 text-[22px] text-ink">{at.toFixed(at % 1 ? 1 : 0)} mm</strong>
            {bored?.says ?? said}
          </p>
          {!bored && <Checkbox label="Hammer on" checked={hammer} onChange={setHammer} />}
          {!ended && (
            <div className="mt-2 flex flex-wrap gap-2">
              {[1, 5, 20].map((step) => (
                <Button key={step} onClick={() => void go(at + step)}>
                  {step} mm on
                </Button>
              ))}
              {wanted_mm !== null && at < wanted_mm && (
                <Button look="open" onClick={() => void go(wanted_mm)}>
                  To the tape
                </Button>
              )}
            </div>
          )}
          {said && !bored && <p className="mt-2 text-[13px] text-brick">{said}</p>}
        </>
      )}
    </section>
  );
}

/** What the bit went through so far, from the face to its point. */
function Cut({ bored, wanted_mm }: { bored: Bored | undefined; wanted_mm: number | null }) {
  const x = (mm: number) => (mm / SHOWN_MM) * WIDE;
  const at = bored?.depth_mm ?? 0;
  return (
    <svg
      width={WIDE}
      height={HIGH + 18}
      role="img"
      aria-label={`The bit is ${Math.round(at)} mm deep`}
      className="max-w-full"
    >
      <rect width={WIDE} height={HIGH} fill="var(--wash)" stroke="var(--rule)" />
      {bored?.stretches?.map((one) => (
        <g key={one.from_mm}>
          <rect
            x={x(one.from_mm)}
            width={Math.max(1, x(Math.min(SHOWN_MM, one.to_mm)) - x(one.from_mm))}
            height={HIGH}
            fill={one.came_out ? (FILLS[one.came_out] ?? "var(--stone)") : "var(--sheet)"}
            stroke="var(--ink)"
            strokeWidth=".8"
            strokeDasharray={one.came_out ? undefined : "3 3"}
          />
        </g>
      ))}
      <path
        d={`M0 ${HIGH / 2 - 7}H${Math.max(0, x(at) - 8)}L${x(at)} ${HIGH / 2}L${Math.max(0, x(at) - 8)} ${HIGH / 2 + 7}H0Z`}
        fill="var(--steel)"
        stroke="var(--ink)"
      />
      {wanted_mm !== null && wanted_mm < SHOWN_MM && (
        <>
          <path
            d={`M${x(wanted_mm)} 0V${HIGH}`}
            stroke="var(--chalk)"
            strokeWidth="2"
            strokeDasharray="6 4"
          />
          <text
            x={x(wanted_mm)}
            y={HIGH + 14}
            textAnchor="middle"
            fontSize="12"
            fontWeight="700"
            fill="var(--chalk)"
          >
            tape
          </text>
        </>
      )}
    </svg>
  );
}
