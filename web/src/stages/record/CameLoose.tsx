import { useState } from "react";
import { useNavigate } from "react-router";
import { client, type Lists, Refused, type Schemas, unwrap } from "../../api/client";
import type { Editing } from "../../job/useWorkspace";
import { today } from "../../lib/today";
import { Button, Heading, Select } from "../../ui/controls";
import { Field } from "../../ui/Field";
import { fixingsOf } from "./fixingsOf";

type OldFixing = Schemas["OldFixing-Input"];

const HOW: { key: OldFixing["how"]; label: string }[] = [
  { key: "pulled_out", label: "Pulled out" },
  { key: "spun", label: "It spins in its hole" },
  { key: "board_crumbled", label: "The wall crumbled round it" },
  { key: "backed_out", label: "The screw backed out" },
  { key: "broke", label: "It broke" },
  { key: "holds", label: "This one still holds" },
];

/** A thing that came loose is a job of its own: what was in each hole, how it failed, how wide the hole is now. */
export function CameLoose({ editing, lists }: { editing: Editing; lists: Lists }) {
  const { job, job_id, plan, site } = editing.data;
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const [fault, setFault] = useState("");
  const [said, setSaid] = useState<Record<string, Partial<OldFixing>>>({});
  const records = new Map(job.records.map((one) => [one.hole_id, one]));
  const entry = (holeId: string, bit: number): OldFixing => ({
    hole_id: holeId,
    fixing: records.get(holeId)?.fixing ?? plan.holes.find((one) => one.id === holeId)?.chosen ?? null,
    how: "pulled_out",
    hole_mm: records.get(holeId)?.bit_mm ?? bit,
    depth_mm: records.get(holeId)?.depth_mm ?? null,
    pulled_n: null,
    left_behind: false,
    ...said[holeId],
  });
  const set = (holeId: string, part: Partial<OldFixing>) => {
    setSaid((now) => ({ ...now, [holeId]: { ...now[holeId], ...part } }));
    return Promise.resolve();
  };
  const start = async () => {
    const holes = plan.holes.map((hole) => entry(hole.id, hole.card?.bit_mm ?? hole.diameter_mm));
    try {
      const made = unwrap(
        await client.POST("/api/jobs/{job_id}/came-loose", {
          params: { path: { job_id } },
          body: { day: today(), holes, note: "" },
        }),
      );
      void navigate(`/jobs/${made.id}/fixing`);
    } catch (error) {
      setFault(error instanceof Refused ? error.tell().join(" ") : "Rock Pin does not answer just now.");
    }
  };
  return (
    <details
      className="mt-5 border-t border-rule pt-2"
      open={open}
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary className="min-h-9 text-[14px] font-bold max-sm:min-h-11">It came loose…</summary>
      <p className="mt-1 text-[13px] text-soft">
        Say what happened at each hole: a new job is made of it that starts from the holes that are there.
      </p>
      {plan.holes.map((hole) => {
        const now = entry(hole.id, hole.card?.bit_mm ?? hole.diameter_mm);
        return (
          <fieldset key={hole.id} className="mt-2 grid grid-cols-2 gap-2">
            <legend className="sr-only">Hole {hole.number}</legend>
            <Heading>Hole {hole.number}</Heading>
            <span />
            <Select
              label={`How hole ${hole.number} failed`}
              value={now.how}
              options={HOW}
              onChange={(how) => void set(hole.id, { how: how as OldFixing["how"] })}
            />
            <Field
              label={`Hole ${hole.number}, how wide now`}
              units={site.units}
              value={now.hole_mm}
              onCommit={(v) => set(hole.id, { hole_mm: v })}
            />
            <div className="col-span-2">
              <Select
                label={`What was in hole ${hole.number}`}
                value={now.fixing ?? ""}
                options={[{ key: "", label: "Nobody knows" }, ...fixingsOf(hole, lists.fixings, now.fixing)]}
                onChange={(key) => void set(hole.id, { fixing: key || null })}
              />
            </div>
          </fieldset>
        );
      })}
      {fault && (
        <p role="alert" className="mt-2 border-l-4 border-brick bg-brick-wash p-2 text-[13px]">
          {fault}
        </p>
      )}
      <Button look="solid" className="mt-3 w-full" onClick={() => void start()}>
        Make a job of the repair
      </Button>
    </details>
  );
}
