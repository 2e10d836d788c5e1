import { useState } from "react";
import type { Plan, Stage } from "../../api/client";
import { Dialog } from "../../ui/Dialog";
import { INK, Mark } from "../../ui/Mark";
import { Said } from "../../ui/Said";
import { STAGES } from "./stages";

const PRESSING = ["do_not_drill", "prove_first"];

/** Why the verdict is what it is: each stage with the figure that decides it, and what it would take. */
export function Why({
  plan,
  onGo,
  look,
  asked = false,
}: {
  plan: Plan;
  onGo: (stage: Stage) => void;
  look: string;
  /** Whether it was asked before the job was opened. */
  asked?: boolean;
}) {
  const [open, setOpen] = useState(asked);
  return (
    <Dialog
      title={`Why: ${plan.verdict.label.toLowerCase()}`}
      says="The worst of the seven stages decides. Planning values; the local code and licensed trades come first."
      open={open}
      onOpenChange={setOpen}
      leave="Close"
      trigger={
        <button type="button" className={look} aria-label={`Why: ${plan.verdict.label.toLowerCase()}`}>
          Why?
        </button>
      }
    >
      <ol aria-label="Stage by stage">
        {STAGES.map(({ key, label }) => {
          const stage = plan.stages.find((one) => one.stage === key);
          if (!stage) return null;
          const { word } = stage.verdict;
          return (
            <li
              key={key}
              className="grid grid-cols-[20px_1fr] gap-x-2 border-t border-rule py-2 text-[13.5px]"
            >
              <span className={`pt-1 ${INK[word]}`}>
                <Mark severity={word} size={13} />
              </span>
              <div className="min-w-0">
                <button
                  type="button"
                  className="min-h-6 text-[15px] font-bold underline decoration-1 underline-offset-[3px]"
                  onClick={() => {
                    setOpen(false);
                    onGo(key);
                  }}
                >
                  {label}
                </button>
                {word !== "ready" && <span className={INK[word]}> · {stage.verdict.label}</span>}
                {stage.said
                  .filter((finding) => PRESSING.includes(finding.severity))
                  .map((finding, index) => (
                    <p key={`${finding.code}-${index}`} className="mt-0.5">
                      <Said>{finding.sentence}</Said>
                      {finding.action && (
                        <span className="block text-soft">
                          <Said>{finding.action}</Said>
                        </span>
                      )}
                    </p>
                  ))}
                <p className="mt-0.5">
                  <Said>{stage.because}</Said>
                </p>
              </div>
            </li>
          );
        })}
      </ol>
    </Dialog>
  );
}
