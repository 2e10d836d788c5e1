import { BASE } from "../../api/world";
import { Link } from "react-router";
import type { Standing } from "../../job/standing";
import type { Happening } from "../../job/useOutbox";
import type { Editing } from "../../job/useWorkspace";
import { Heading } from "../../ui/controls";

const LINK =
  "mt-2 flex min-h-14 w-full items-center justify-center border border-chalk px-3 text-[16px] font-semibold text-chalk hover:bg-chalk-wash";

/** Where a job has no steps: what stops it, and from which holes a way on is to be looked for. */
function Stopped({ editing }: { editing: Editing }) {
  const { plan, job } = editing.data;
  const answered = new Set(job.records.map((record) => record.hole_id));
  const holes = plan.holes.filter((hole) => hole.verdict.word !== "ready" && answered.has(hole.id));
  return (
    <div>
      <h1 className="text-[26px] font-bold">{holes.length ? "The work stops here" : "Not yet"}</h1>
      <ul className="mt-1 space-y-2 text-[17px]">
        {(plan.not_yet.length ? plan.not_yet : [plan.verdict.sentence]).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      {holes.map((hole) => (
        <Link key={hole.id} className={LINK} to={`?mode=ways&of=${encodeURIComponent(hole.id)}`}>
          How to go on from hole {hole.number}
        </Link>
      ))}
    </div>
  );
}

/** After the last step: what is still open, and the sheets that remain. */
export function Finished({
  editing,
  stands,
  outbox,
}: {
  editing: Editing;
  stands: Standing;
  outbox: Happening;
}) {
  const { plan, job_id } = editing.data;
  const open = plan.steps.filter((step) => !stands.done(step));
  // without steps nothing of it is done, and least of all does it hang
  if (plan.steps.length === 0) return <Stopped editing={editing} />;
  return (
    <div>
      <h1 className="text-[26px] font-bold">{open.length ? "Not all of it is done" : "It hangs"}</h1>
      {open.length > 0 ? (
        <>
          <p className="mt-1 text-[16px] text-soft">These steps were passed over:</p>
          <ul className="mt-2">
            {open.map((step) => (
              <li key={step.id} className="border-b border-rule">
                <Link to={`?step=${step.id}`} className="flex min-h-12 items-center gap-3 text-[16px]">
                  <strong className="w-7 text-right">{step.number}</strong>
                  {step.title}
                </Link>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p className="mt-1 text-[17px]">Every step is done and every hole is on record.</p>
      )}
      <Heading>What remains of it</Heading>
      {outbox.state.waiting.length > 0 && (
        <p className="text-[14px] text-ochre">
          {outbox.state.waiting.length} things are still kept on this device; the sheets lack them.
        </p>
      )}
      <a className={LINK} href={`${BASE}/api/jobs/${job_id}/record.pdf`} download>
        The record of this job, PDF
      </a>
      <a className={LINK} href={`${BASE}/api/jobs/${job_id}/wall-sheet.pdf`} download>
        Everything known of the wall, PDF
      </a>
      <Link className={LINK} to={`/jobs/${job_id}/record`}>
        Photos and notes, hole by hole
      </Link>
      {(plan.van?.lines.length ?? 0) > 0 && (
        <Link className={LINK} to={`/jobs/${job_id}/record`}>
          Take what went in off the van's counts
        </Link>
      )}
    </div>
  );
}
