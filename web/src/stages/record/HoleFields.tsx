import type { HolePlan, Job, Lists } from "../../api/client";
import type { Editing } from "../../job/useWorkspace";
import { type Happening, whoIAm } from "../../job/useOutbox";
import { today } from "../../lib/today";
import { Field } from "../../ui/Field";
import { Select } from "../../ui/controls";
import { fixingsOf } from "./fixingsOf";
import { PhotoButton, PhotoRow } from "./Photos";

export type HoleRecord = Job["records"][number];
export type SaveRecord = (part: (now: HoleRecord) => Partial<HoleRecord>, summary: string) => Promise<void>;

const HOLDS = [
  { key: "", label: "Not tried yet" },
  { key: "yes", label: "Holds" },
  { key: "doubtful", label: "Doubtful" },
  { key: "no", label: "Does not hold" },
];

const NOTHING_YET = { key: "", label: "Nothing yet" };

/** The record of a hole of which nothing is known yet. */
export function blank(holeId: string, fixing: string | null): HoleRecord {
  return {
    hole_id: holeId,
    day: today(),
    at: null,
    who: whoIAm(),
    met: [],
    met_at_mm: null,
    came_out: null,
    depth_mm: null,
    bit_mm: null,
    off_x_mm: 0,
    off_y_mm: 0,
    fixing,
    failed: [],
    given_up: false,
    settled: false,
    pulled_n: null,
    holds: null,
    note: "",
  };
}

/** What a hole has answered so far, each to be taken back. */
export function MetList({
  record,
  lists,
  save,
  told,
}: {
  record: HoleRecord;
  lists: Lists;
  save: SaveRecord;
  told: string;
}) {
  if (!record.met.length) return null;
  return (
    <ul aria-label="What it met" className="mt-1 flex flex-wrap gap-1.5">
      {record.met.map((key) => {
        const label = lists.outcomes.find((row) => row.key === key)?.label ?? key;
        return (
          <li key={key}>
            <button
              type="button"
              aria-label={`${label}: take back`}
              onClick={() =>
                void save(
                  (now) => ({
                    met: now.met.filter((one) => one !== key),
                    failed: [],
                    given_up: false,
                  }),
                  told,
                )
              }
              className="min-h-9 border border-rule px-2 text-[13px] hover:bg-wash max-sm:min-h-11"
            >
              {label} <span className="text-soft underline">take back</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

/** Measures, whether it holds, what went in, a note and photos of one hole. */
export function HoleFields({
  editing,
  lists,
  outbox,
  hole,
  record,
  save,
  told,
}: {
  editing: Editing;
  lists: Lists;
  outbox: Happening;
  hole: HolePlan;
  record: HoleRecord | undefined;
  save: SaveRecord;
  told: string;
}) {
  const { job, site } = editing.data;
  const { units } = site;
  const wentIn = record?.fixing ?? hole.chosen;
  return (
    <div className="mt-3 grid grid-cols-2 gap-2">
      <Field
        label="How deep it went"
        units={units}
        value={record?.depth_mm ?? null}
        placeholder={hole.card?.depth_text}
        clearable
        onCommit={(v) => save(() => ({ depth_mm: v }), told)}
      />
      <Field
        label="How wide it is"
        units={units}
        value={record?.bit_mm ?? null}
        placeholder={hole.card?.bit_text}
        clearable
        onCommit={(v) => save(() => ({ bit_mm: v }), told)}
      />
      <Select
        label="Does it hold?"
        value={record?.holds ?? ""}
        options={HOLDS}
        onChange={(key) =>
          void outbox.happen({
            kind: "tried",
            hole_ids: [hole.id],
            holds: (key || null) as HoleRecord["holds"],
            day: today(),
            who: whoIAm(),
          })
        }
      />
      <Field
        label="Pulled with"
        kind="force"
        units={units}
        value={record?.pulled_n ?? null}
        placeholder="no gauge"
        clearable
        onCommit={(v) => save(() => ({ pulled_n: v }), told)}
      />
      <div className="col-span-2">
        <Select
          label="What went in"
          value={wentIn ?? ""}
          options={
            wentIn
              ? fixingsOf(hole, lists.fixings, record?.fixing)
              : [NOTHING_YET, ...fixingsOf(hole, lists.fixings, null)]
          }
          onChange={(key) => void save(() => ({ fixing: key || null }), told)}
        />
      </div>
      <div className="col-span-2">
        <Field
          label="Note"
          kind="text"
          value={record?.note ?? ""}
          onCommit={(v) => save(() => ({ note: v }), told)}
        />
      </div>
      <div className="col-span-2">
        <PhotoButton outbox={outbox} holeId={hole.id} label={`Take or pick a photo of hole ${hole.number}`} />
        <PhotoRow job={job} holeId={hole.id} called={`Hole ${hole.number}`} />
      </div>
    </div>
  );
}
