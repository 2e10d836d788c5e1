import { useState } from "react";
import { useNavigate } from "react-router";
import { client, Refused, type Stage, unwrap } from "../../api/client";
import { usePractice } from "../../job/usePractice";
import { Button } from "../../ui/controls";
import { HunchForm } from "./HunchForm";
import { TornEdge } from "./TornEdge";

const DRILLS: readonly Stage[] = ["drill", "record"];

/** On a practice wall: what it is about, what was spent, what is to be said next, and the way to open it. */
export function PracticeBar({ jobId, stage, stands }: { jobId: string; stage: Stage; stands: string }) {
  const navigate = useNavigate();
  const practice = usePractice(jobId, stands);
  const [fault, setFault] = useState("");
  const [asking, setAsking] = useState(false);
  const run = practice?.run;
  if (!practice || !run) return null;
  const next =
    run.before_checks[0] ?? (asking || DRILLS.includes(stage) ? run.before_drilling[0] : undefined);
  const open = async () => {
    setFault("");
    try {
      unwrap(await client.POST("/api/practice/jobs/{job_id}/open", { params: { path: { job_id: jobId } } }));
      void navigate(`/jobs/${jobId}/opened`);
    } catch (error) {
      setFault(
        error instanceof Refused ? error.tell().join(" ") : "It could not be opened; is Rock Pin running?",
      );
    }
  };
  return (
    <>
      <TornEdge />
      <section
        aria-label="Practice"
        className="border-b-[3px] border-dashed border-ink bg-wash px-4 py-2 max-sm:px-2"
      >
        <div className="grid grid-cols-[1fr_auto] items-center gap-x-5 gap-y-2 max-sm:grid-cols-1">
          <p className="max-w-[100ch] text-[14px] leading-snug">
            <strong>{run.title}.</strong> {run.says}{" "}
            <span className="text-soft">
              {Math.round(run.minutes)} {Math.round(run.minutes) === 1 ? "minute" : "minutes"}, {run.checks}{" "}
              {run.checks === 1 ? "check" : "checks"}, {run.marks} {run.marks === 1 ? "mark" : "marks"} so
              far.
            </span>
          </p>
          {run.opened ? (
            <Button look="solid" onClick={() => void navigate(`/jobs/${jobId}/opened`)}>
              Look at what it hid
            </Button>
          ) : (
            <div className="flex gap-2">
              {!next && run.before_drilling.length > 0 && (
                <Button onClick={() => setAsking(true)}>Say what you think</Button>
              )}
              <Button look="open" disabled={run.before_checks.length > 0} onClick={() => void open()}>
                Open the wall
              </Button>
            </div>
          )}
          {next && !run.opened && (
            <div className="col-span-full border-t border-rule pt-2">
              <HunchForm key={next.kind} asked={next} onSay={practice.say} />
            </div>
          )}
          {fault && (
            <p role="alert" className="col-span-full text-[13px] font-semibold text-brick">
              {fault}
            </p>
          )}
        </div>
      </section>
    </>
  );
}
