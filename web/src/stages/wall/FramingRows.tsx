import { showLength } from "../../lib/units";
import { Field } from "../../ui/Field";
import { Button, Checkbox, Heading, Select } from "../../ui/controls";
import type { StageProps } from "../../job/stage";

export function FramingRows({ editing, lists }: Pick<StageProps, "editing" | "lists">) {
  const { wall } = editing.data.wall;
  const { starts } = editing.data;
  const units = editing.data.site.units;
  const framing = wall.framing ?? { species: starts.species, row: null, members: [] };
  const row = framing.row;
  const save = (part: Partial<typeof framing>, summary: string) =>
    editing.saveWall({ framing: { ...framing, ...part } }, summary);
  const setRow = (part: Partial<NonNullable<typeof row>>, summary: string) =>
    row ? save({ row: { ...row, ...part } }, summary) : Promise.resolve();
  const studs = editing.plan.elevation.members.filter((member) => member.in_row);

  return (
    <>
      <Heading aside="if you know it">A regular row of studs</Heading>
      {!row && (
        <Button
          onClick={() =>
            void save(
              {
                row: { ...starts.stud_row, known: "predicted", pinned: [] },
              },
              "row of studs",
            )
          }
        >
          Add a row of studs
        </Button>
      )}
      {row && (
        <>
          <div className="grid grid-cols-3 gap-2">
            <Field
              label="First centre"
              units={units}
              value={row.first_centre_mm}
              onCommit={(v) => setRow({ first_centre_mm: v }, "first stud")}
            />
            <Field
              label="Centre to centre"
              units={units}
              value={row.pitch_mm}
              onCommit={(v) => setRow({ pitch_mm: v }, "stud pitch")}
            />
            <Field
              label="Stud width"
              units={units}
              value={row.stud_width_mm}
              onCommit={(v) => setRow({ stud_width_mm: v }, "stud width")}
            />
          </div>
          <div className="mt-2 grid grid-cols-2 gap-2">
            <Select
              label="How you know"
              value={row.known}
              options={lists.known}
              onChange={(key) => void setRow({ known: key as typeof row.known }, "how the studs are known")}
            />
            <Select
              label="Wood"
              value={framing.species}
              options={lists.species}
              onChange={(key) => void save({ species: key }, "kind of wood")}
            />
          </div>
          <p className="mt-2 mb-1 text-[12px] text-soft">Confirmed with a pin:</p>
          <div className="flex flex-wrap gap-x-4 gap-y-1.5">
            {studs.map((stud) => (
              <Checkbox
                key={stud.id}
                label={showLength(stud.rect.x_mm + stud.rect.width_mm / 2, units)}
                checked={row.pinned.includes(stud.id)}
                onChange={(on) =>
                  void setRow(
                    { pinned: on ? [...row.pinned, stud.id] : row.pinned.filter((one) => one !== stud.id) },
                    on ? "stud confirmed" : "stud not confirmed",
                  )
                }
              />
            ))}
          </div>
        </>
      )}
    </>
  );
}
