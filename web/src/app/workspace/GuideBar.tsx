import { useState } from "react";
import { Link } from "react-router";
import { ask, type Stage } from "../../api/client";
import { Button } from "../../ui/controls";
import { Said } from "../../ui/Said";
import { guideAt, guideIsAt } from "./guide";
import { STAGES } from "./stages";

/** The job that is led by the hand says what to do next; it can be left at any time and the job stays. */
export function GuideBar({
  jobId,
  stage,
  onGo,
}: {
  jobId: string;
  stage: Stage;
  onGo: (stage: Stage) => void;
}) {
  const [at, setAt] = useState(guideAt);
  const led = jobId === "first-job" && at !== null;
  const { data } = ask.useQuery(
    "get",
    "/api/guide",
    {},
    { enabled: led, placeholderData: (before) => before },
  );
  if (!led || !data) return null;
  const move = (next: number | null) => {
    guideIsAt(next);
    setAt(next);
    const to = next === null ? undefined : data.steps[next];
    if (to) onGo(to.stage);
  };
  const step = data.steps[at];
  const label = STAGES.find((one) => one.key === step?.stage)?.label ?? "";
  return (
    <section
      aria-label="First job, step by step"
      className="grid grid-cols-[1fr_auto] items-center gap-x-5 gap-y-1.5 border-b-[3px] border-chalk bg-chalk-wash px-4 py-2 max-sm:grid-cols-1 max-sm:px-2"
    >
      <p aria-live="polite" className="max-w-[110ch] text-[14px] leading-snug max-sm:text-[14.5px]">
        {step ? (
          <>
            <strong className="text-chalk">
              {at + 1} of {data.steps.length} · {label}.
            </strong>{" "}
            <Said>{step.says}</Said>
            {step.done && <strong className="text-chalk"> Done.</strong>}
          </>
        ) : (
          <>
            <strong className="text-chalk">That was a whole job.</strong> Yours goes the same way: find out
            the wall, look for what is hidden, say what hangs, see what holds, set it out, drill, put it down.{" "}
            <Link to="/ask/goes-in" className="font-semibold underline">
              Ask what goes in on a wall of yours
            </Link>
            .
          </>
        )}
      </p>
      <div className="flex flex-wrap items-center gap-2">
        {at > 0 && <Button onClick={() => move(at - 1)}>Back</Button>}
        {step && step.stage !== stage && (
          <Button look="open" onClick={() => onGo(step.stage)}>
            Show me {label}
          </Button>
        )}
        {step && (
          <Button look={step.done === false ? "open" : "solid"} onClick={() => move(at + 1)}>
            {step.done === false ? "Skip it" : "Next"}
          </Button>
        )}
        <Button onClick={() => move(null)}>{step ? "Leave" : "Close"}</Button>
      </div>
    </section>
  );
}
