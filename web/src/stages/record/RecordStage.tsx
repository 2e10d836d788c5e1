import type { Job } from "../../api/client";
import { today } from "../../lib/today";
import { Field } from "../../ui/Field";
import { Button, Checkbox, Heading, Select } from "../../ui/controls";
import { HoleTabs } from "../../ui/HoleTabs";
import type { StageProps } from "../../job/stage";
import { AsBuilt } from "./AsBuilt";

type HoleRecord = Job["records"][number];

const HOLDS = [
  { key: "", label: "Not tried yet" },
  { key: "yes", label: "Holds" },
  { key: "doubtful", label: "Doubtful" },
  { key: "no", label: "Does not hold" },
];

export function RecordStage({ editing, lists, selected, onSelect }: StageProps) {
  const { job, site, job_id } = editing.data;
  const hole = editing.plan.holes.find((one) => one.id === selected);
  const record = job.records.find((one) => one.hole_id === selected);
  const save = (part: (now: HoleRecord) => Partial<HoleRecord>, summary: string) => {
    if (!hole) return Promise.resolve();
    return editing.saveJob((latest) => {
      const now: HoleRecord = latest.records.find((one) => one.hole_id === hole.id) ?? {
        hole_id: hole.id,
        day: today(),
        met: [],
        depth_mm: null,
        bit_mm: null,
        fixing: hole.chosen,
        holds: null,
        note: "",
      };
      const others = latest.records.filter((one) => one.hole_id !== hole.id);
      return { records: [...others, { ...now, ...part(now) }] };
    }, summary);
  };
  const met = record?.met ?? [];

  return (
    <>
      <p className="mb-3 text-[13px] text-soft">
        What each hole met is the best evidence there is for the next one in this wall.
      </p>
      <HoleTabs holes={editing.plan.holes} selected={selected} onSelect={onSelect} />
      {hole && (
        <div key={hole.id}>
          <p className="mb-1 text-[12px] text-soft">What did the bit meet in hole {hole.number}?</p>
          <div className="grid grid-cols-2 gap-y-2">
            {lists.outcomes.map((outcome) => (
              <Checkbox
                key={outcome.key}
                label={outcome.label}
                checked={met.includes(outcome.key)}
                onChange={(on) =>
                  void save(
                    (now) => ({
                      met: on ? [...now.met, outcome.key] : now.met.filter((one) => one !== outcome.key),
                    }),
                    `hole ${hole.number} recorded`,
                  )
                }
              />
            ))}
          </div>
          <div className="mt-3 grid grid-cols-2 gap-2">
            <Field
              label="How deep it went"
              units={site.units}
              value={record?.depth_mm ?? null}
              placeholder={hole.card?.depth_text}
              onCommit={(v) => save(() => ({ depth_mm: v }), `hole ${hole.number} recorded`)}
            />
            <Field
              label="Drilled with"
              units={site.units}
              value={record?.bit_mm ?? null}
              placeholder={hole.card?.bit_text}
              clearable
              onCommit={(v) => save(() => ({ bit_mm: v }), `hole ${hole.number} recorded`)}
            />
            <Select
              label="Does it hold?"
              value={record?.holds ?? ""}
              options={HOLDS}
              onChange={(key) =>
                void save(
                  () => ({ holds: (key || null) as HoleRecord["holds"] }),
                  `hole ${hole.number} recorded`,
                )
              }
            />
            <div className="col-span-2">
              <Select
                label="What went in"
                value={record?.fixing ?? hole.chosen ?? ""}
                options={[...hole.candidates, ...hole.refused].map((one) => ({
                  key: one.fixing,
                  label: one.label,
                }))}
                onChange={(key) => void save(() => ({ fixing: key }), `hole ${hole.number} recorded`)}
              />
            </div>
            <div className="col-span-2">
              <Field
                label="Note"
                kind="text"
                value={record?.note ?? ""}
                onCommit={(v) => save(() => ({ note: v }), `hole ${hole.number} recorded`)}
              />
            </div>
          </div>
        </div>
      )}
      <AsBuilt editing={editing} />
      <Heading>So far</Heading>
      <ol className="text-[13px]">
        {editing.plan.record.map((line) => (
          <li key={line.hole_id} className="grid grid-cols-[22px_1fr] border-b border-rule py-1">
            <strong>{line.number}</strong>
            <span className={line.done ? "" : "text-soft"}>{line.text}</span>
          </li>
        ))}
      </ol>
      {editing.plan.hidden.cautions.length > 0 && (
        <ul
          aria-label="Before anybody drills here"
          className="mt-3 space-y-1 border-l-4 border-ochre pl-2.5 text-[13px]"
        >
          {editing.plan.hidden.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
      <Heading>The whole job as a file</Heading>
      <a
        href={`/api/jobs/${job_id}/document`}
        download
        className="inline-flex min-h-9 w-full items-center justify-center rounded-sm border border-chalk px-3 text-[13px] font-semibold text-chalk hover:bg-chalk-wash max-sm:min-h-12"
      >
        Save as a JSON document
      </a>
      <Button className="mt-2 w-full" onClick={() => window.print()}>
        Print the card
      </Button>
    </>
  );
}
