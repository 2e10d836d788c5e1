import { useState } from "react";
import type { Lists, Probe, Units } from "../../api/client";
import { inputLength } from "../../lib/units";
import { Field } from "../../ui/Field";
import { Button, Select } from "../../ui/controls";

type Stretch = Probe["intervals"][number];

/** The record of a probe hole: what came out down to which depth, how it ended, and the void behind. */
export function ProbeForm({
  units,
  lists,
  onSave,
}: {
  units: Units;
  lists: Lists;
  onSave: (probe: Probe) => Promise<void>;
}) {
  const [stretches, setStretches] = useState<readonly Stretch[]>([]);
  const [cameOut, setCameOut] = useState<Stretch["came_out"]>("white_chalky");
  const [drilled, setDrilled] = useState<NonNullable<Stretch["drilled"]>>("unsaid");
  const [ended, setEnded] = useState<Probe["ended"]>("solid");
  const [depth, setDepth] = useState<number | null>(null);
  const [filling, setFilling] = useState<NonNullable<Probe["void_filling"]>>("unknown");
  const from = stretches.at(-1)?.to_mm ?? 0;
  const words = (list: readonly { key: string; label: string }[], key: string | undefined) =>
    list.find((one) => one.key === key)?.label ?? key;

  return (
    <div className="mt-2 space-y-2">
      <ol className="text-[13px]" aria-label="Depths so far">
        {stretches.map((one, index) => (
          <li key={index} className="flex items-center justify-between border-b border-rule py-1">
            <span>
              <strong>
                {inputLength(one.from_mm, units)} to {inputLength(one.to_mm, units)}
              </strong>{" "}
              {words(lists.came_out, one.came_out)}
              {one.drilled !== "unsaid" && `, drilled ${words(lists.drilled, one.drilled)?.toLowerCase()}`}
            </span>
            {index === stretches.length - 1 && (
              <button
                type="button"
                aria-label="Take the last stretch out"
                className="h-8 px-2 text-[12px] underline text-soft hover:text-brick"
                onClick={() => setStretches(stretches.slice(0, -1))}
              >
                Out
              </button>
            )}
          </li>
        ))}
      </ol>
      <div className="grid grid-cols-2 gap-2">
        <Select
          label="What came out"
          value={cameOut}
          options={lists.came_out}
          onChange={(key) => setCameOut(key as typeof cameOut)}
        />
        <Select
          label="How it drilled"
          value={drilled}
          options={lists.drilled}
          onChange={(key) => setDrilled(key as typeof drilled)}
        />
        <div className="col-span-2">
          <Field
            key={stretches.length}
            label={stretches.length ? `From ${inputLength(from, units)} down to` : "From the face down to"}
            units={units}
            value={null}
            placeholder="Enter adds it"
            onCommit={(to_mm: number) => {
              setStretches([...stretches, { from_mm: from, to_mm, came_out: cameOut, drilled }]);
              return Promise.resolve();
            }}
          />
        </div>
      </div>
      <Select
        label="How it ended"
        value={ended}
        options={lists.ended}
        onChange={(key) => setEnded(key as typeof ended)}
      />
      {ended === "void" && (
        <div className="grid grid-cols-2 gap-2">
          <Field
            label="Void, by a bent strip"
            units={units}
            value={depth}
            clearable
            onCommit={(v) => {
              setDepth(v);
              return Promise.resolve();
            }}
          />
          <Select
            label="What fills it"
            value={filling}
            options={lists.fillings}
            onChange={(key) => setFilling(key as typeof filling)}
          />
        </div>
      )}
      <Button
        look="solid"
        className="w-full"
        disabled={!stretches.length}
        onClick={() =>
          void onSave({
            intervals: [...stretches],
            ended,
            void_depth_mm: ended === "void" ? depth : null,
            void_filling: ended === "void" ? filling : "unknown",
          })
        }
      >
        Save the probe hole
      </Button>
    </div>
  );
}
