import type { Wall } from "../../api/client";
import { freeId } from "../../lib/ids";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { Button, Heading } from "../../ui/controls";
import type { StageProps } from "../../job/stage";
import { StairsFields } from "./StairsFields";
import { TileFields } from "./TileFields";

type Thing = Wall["things"][number];

const SIZES = [
  { key: "x_mm", label: "left" },
  { key: "y_mm", label: "foot, at its left end" },
  { key: "width_mm", label: "wide" },
  { key: "height_mm", label: "high" },
  { key: "rise_mm", label: "right end higher by" },
] as const;

/** What hangs or stands there and stays, tiles, skirting and stairs: what the fixture can be measured from. */
export function AlreadyThere({ editing, setPlacing }: Pick<StageProps, "editing" | "setPlacing">) {
  const { wall } = editing.data.wall;
  const { starts, site } = editing.data;
  const units = site.units;
  const save = (things: Thing[], summary: string) => editing.saveWall({ things }, summary);
  const add = () => {
    const width_mm = Math.min(starts.thing.width_mm, wall.width_mm / 2);
    const id = freeId(
      "thing",
      wall.things.map((one) => one.id),
    );
    const thing: Thing = {
      ...starts.thing,
      id,
      x_mm: Math.round((wall.width_mm - width_mm) / 2),
      y_mm: Math.min(starts.thing.y_mm, wall.height_mm / 2),
      width_mm,
      rise_mm: 0,
    };
    void save([...wall.things, thing], "added what is there").catch(() => undefined);
  };
  return (
    <>
      <p className="mb-3 text-[13px] text-soft">
        Whatever the fixture is to line up with, keep clear of, or be measured from.
      </p>
      <Heading>Hanging or standing there</Heading>
      {wall.things.map((thing, index) => {
        const set = (part: Partial<Thing>) =>
          save(
            wall.things.map((one, i) => (i === index ? { ...one, ...part } : one)),
            "changed what is there",
          );
        return (
          <fieldset key={thing.id} className="mb-3 border-t border-rule pt-2">
            <DraftScope of={thing.id}>
              <legend className="sr-only">{thing.name}</legend>
              <div className="grid grid-cols-6 items-end gap-2">
                <div className="col-span-6">
                  <Field
                    label="What is there"
                    kind="text"
                    value={thing.name}
                    onCommit={(v) => set({ name: v })}
                  />
                </div>
                {SIZES.map(({ key, label }, place) => (
                  <div key={key} className={place < 2 ? "col-span-3" : "col-span-2"}>
                    <Field
                      label={label}
                      units={units}
                      value={thing[key]}
                      onCommit={(v) => set({ [key]: v })}
                    />
                  </div>
                ))}
              </div>
              <button
                type="button"
                className="mt-1 min-h-6 text-[12px] text-soft underline hover:text-brick max-sm:min-h-11"
                onClick={() =>
                  void save(
                    wall.things.filter((_, i) => i !== index),
                    "took out what is there",
                  ).catch(() => undefined)
                }
              >
                Take {thing.name} out
              </button>
            </DraftScope>
          </fieldset>
        );
      })}
      <Button onClick={add}>Add what is there</Button>
      <Heading>Skirting</Heading>
      <Field
        label="How high the skirting is, or will be (0: none)"
        units={units}
        value={wall.skirting_mm}
        onCommit={(v) => editing.saveWall({ skirting_mm: v }, "skirting")}
      />
      <TileFields editing={editing} setPlacing={setPlacing} />
      <StairsFields editing={editing} />
    </>
  );
}
