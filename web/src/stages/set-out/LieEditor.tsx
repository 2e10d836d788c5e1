import type { Placement } from "../../api/client";
import type { Editing } from "../../job/useWorkspace";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { Select } from "../../ui/controls";

type Lie = Placement["lie"];

const KINDS = [
  { key: "level", label: "Level" },
  { key: "fall", label: "With a fall" },
  { key: "measured", label: "Parallel to an edge that I measured" },
];

/** On what length a fall is told, in metres. */
const RUNS = { metric: { of: "metre", m: 1 }, imperial: { of: "foot", m: 0.3048 } } as const;

/** How it lies: level, with a fall, or parallel to an edge that is out of true. */
export function LieEditor({ editing }: { editing: Editing }) {
  const { placement } = editing.data.job;
  const { units } = editing.data.site;
  const { things } = editing.data.wall.wall;
  const lie = placement.lie;
  const save = (part: Partial<Lie>) =>
    editing.saveJob(
      (latest) => ({ placement: { ...latest.placement, lie: { ...latest.placement.lie, ...part } } }),
      "how it lies",
    );
  const run = RUNS[units];
  const value = lie.kind === "parallel" ? (lie.thing ? `thing ${lie.thing}` : "measured") : lie.kind;
  return (
    <DraftScope of="lie">
      <div className="mt-3 grid gap-2 border-l-4 border-chalk pl-3">
        <Select
          label="It lies"
          value={value}
          options={[
            ...KINDS,
            ...things.map((one) => ({ key: `thing ${one.id}`, label: `Parallel to ${one.name}` })),
          ]}
          onChange={(key) =>
            void save(
              key === "measured"
                ? { kind: "parallel", thing: null }
                : key.startsWith("thing ")
                  ? { kind: "parallel", thing: key.slice(6) }
                  : { kind: key as Lie["kind"], thing: null },
            ).catch(() => undefined)
          }
        />
        {lie.kind === "fall" && (
          <Field
            label={`Fall to the right on a ${run.of} (minus: to the left)`}
            units={units}
            value={lie.fall_mm_per_m * run.m}
            onCommit={(v: number) => save({ fall_mm_per_m: v / run.m })}
          />
        )}
        {value === "measured" && (
          <div className="grid grid-cols-2 items-end gap-2">
            <Field
              label="Right end higher by"
              units={units}
              value={lie.rise_mm}
              onCommit={(v: number) => save({ rise_mm: v })}
            />
            <Field
              label="on a length of"
              units={units}
              value={lie.run_mm}
              onCommit={(v: number) => save({ run_mm: v })}
            />
          </div>
        )}
        <p className="text-[12px] text-soft">It turns about hole 1; every mark is where it then comes to.</p>
      </div>
    </DraftScope>
  );
}
