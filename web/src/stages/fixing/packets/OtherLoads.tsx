import type { Units } from "../../../api/client";
import { Field } from "../../../ui/Field";
import { Button, Select } from "../../../ui/controls";
import { FOR, type OtherLoadDraft, ofOneThickness } from "./parts";

/** What a packet prints for other walls than its first: a load each. */
export function OtherLoads({
  loads,
  units,
  onChange,
}: {
  loads: readonly OtherLoadDraft[];
  units: Units;
  onChange: (loads: OtherLoadDraft[]) => void;
}) {
  const set = (index: number, part: Partial<OtherLoadDraft>) => {
    onChange(loads.map((one, at) => (at === index ? { ...one, ...part } : one)));
    return Promise.resolve();
  };
  return (
    <div className="col-span-2 space-y-2">
      {loads.map((load, index) => (
        <fieldset key={index} className="grid grid-cols-2 gap-2 border-l-2 border-rule pl-2">
          <legend className="sr-only">Load {index + 2}</legend>
          <Select
            label={`Load ${index + 2} holds in`}
            value={load.made_for}
            options={FOR}
            onChange={(key) => void set(index, { made_for: key as OtherLoadDraft["made_for"] })}
          />
          {ofOneThickness(load.made_for) ? (
            <Field
              label={`Load ${index + 2}: thickness it is for`}
              units={units}
              value={load.board_mm ?? null}
              clearable
              onCommit={(v: number | null) => set(index, { board_mm: v })}
            />
          ) : (
            <span />
          )}
          <Field
            label={`Load ${index + 2}, pulled straight out`}
            kind="force"
            units={units}
            value={load.tension_n}
            clearable={load.tension_n === null}
            placeholder="as printed"
            onCommit={(v: number | null) => set(index, { tension_n: v })}
          />
          <Field
            label={`Load ${index + 2}, pulled along the wall`}
            kind="force"
            units={units}
            value={load.shear_n ?? null}
            clearable
            placeholder="not printed"
            onCommit={(v: number | null) => set(index, { shear_n: v })}
          />
          <div className="col-span-2">
            <Button onClick={() => onChange(loads.filter((_, at) => at !== index))}>
              Take load {index + 2} out
            </Button>
          </div>
        </fieldset>
      ))}
      <Button
        className="w-full"
        onClick={() =>
          onChange([...loads, { made_for: "stud", tension_n: null, shear_n: null, board_mm: null }])
        }
      >
        It prints a load for another wall too
      </Button>
    </div>
  );
}
