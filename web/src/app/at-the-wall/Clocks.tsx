import { useState } from "react";
import type { Plan } from "../../api/client";
import type { Standing, Step } from "../../job/standing";
import type { Happening } from "../../job/useOutbox";
import { useNow } from "../../lib/useNow";
import { Button, Select } from "../../ui/controls";

function left(ms: number): string {
  const minutes = Math.ceil(ms / 60_000);
  if (minutes < 90) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  return `${hours} h ${minutes % 60} min`;
}

function clockTime(iso: string): string {
  return new Date(iso).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" });
}

/** The clocks that run, above whatever step is shown. */
export function Clocks({
  plan,
  stands,
  happen,
}: {
  plan: Plan;
  stands: Standing;
  happen: Happening["happen"];
}) {
  const now = useNow(5000, stands.clocks.length > 0);
  return (
    <>
      {stands.clocks.map(({ step, ends }) => {
        const rest = new Date(ends).getTime() - now;
        const label = plan.steps.find((one) => one.id === step)?.wait?.label ?? "A wait";
        return (
          <div
            key={step}
            role="timer"
            aria-label={label}
            className={`flex items-center justify-between gap-3 border-b-2 px-4 py-1.5 text-[15px] ${
              rest > 0 ? "border-ochre bg-ochre-wash" : "border-chalk bg-chalk-wash"
            }`}
          >
            <span>
              {rest > 0 ? (
                <>
                  {label} until <strong>{clockTime(ends)}</strong>, {left(rest)} more
                </>
              ) : (
                <>
                  <strong>Over.</strong> {label}: the time is up.
                </>
              )}
            </span>
            <button
              type="button"
              className="min-h-11 px-2 font-semibold underline"
              onClick={() => void happen({ kind: "clock", step, ends: null })}
            >
              Stop
            </button>
          </div>
        );
      })}
    </>
  );
}

/** Starts the clock of a step that has to harden, by how warm the wall is. */
export function StartClock({
  step,
  running,
  happen,
}: {
  step: Step;
  running: boolean;
  happen: Happening["happen"];
}) {
  const [at, setAt] = useState("0");
  const { wait } = step;
  if (!wait || running) return null;
  const chosen = wait.times[Number(at)] ?? wait.times[0];
  if (!chosen) return null;
  return (
    <div className="mt-4 border-l-4 border-ochre pl-3">
      <p className="text-[16px] font-bold">{wait.label}.</p>
      <p className="text-[14px] text-soft">The packet’s own time goes before this one.</p>
      <div className="mt-2 grid grid-cols-[1fr_auto] items-end gap-2">
        <Select
          label="How warm the wall is"
          value={at}
          options={wait.times.map((time, index) => ({
            key: String(index),
            label: `${time.at_text}: ${left(time.minutes * 60_000)}`,
          }))}
          onChange={setAt}
        />
        <Button
          look="open"
          className="min-h-12"
          onClick={() =>
            void happen({
              kind: "clock",
              step: step.id,
              ends: new Date(Date.now() + chosen.minutes * 60_000).toISOString(),
            })
          }
        >
          Start the clock
        </Button>
      </div>
    </div>
  );
}
