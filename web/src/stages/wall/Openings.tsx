import { freeId } from "../../lib/ids";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { Button, Heading, Select } from "../../ui/controls";
import type { StageProps } from "../../job/stage";
import { OffPhoto } from "../../ui/OffPhoto";
import { tapTwoCorners } from "./twoCorners";

const OPENS = [
  { key: "swings", label: "it swings, or slides in front of the wall" },
  { key: "left", label: "it slides into the wall, to the left" },
  { key: "right", label: "it slides into the wall, to the right" },
];

export function Openings({ editing, setPlacing }: Pick<StageProps, "editing" | "setPlacing">) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const openings = wall.openings;
  const add = (kind: "door" | "window") => {
    const size = editing.data.starts.openings[kind];
    if (!size) return;
    const width_mm = Math.min(size.width_mm, wall.width_mm / 2);
    const y_mm = Math.min(size.y_mm, wall.height_mm / 3);
    const opening = {
      id: freeId(
        kind,
        openings.map((one) => one.id),
      ),
      kind,
      x_mm: Math.round((wall.width_mm - width_mm) / 2),
      y_mm,
      width_mm,
      height_mm: Math.min(size.height_mm, wall.height_mm - y_mm),
      sigma_mm: 0,
      slides_into: null,
    };
    void editing.saveWall({ openings: [...openings, opening] }, `${kind} added`);
  };
  const tap = (kind: "door" | "window") =>
    tapTwoCorners(`the ${kind}`, setPlacing, (area, sigma_mm) => {
      const id = freeId(
        kind,
        openings.map((one) => one.id),
      );
      void editing
        .saveWall(
          { openings: [...openings, { id, kind, ...area, sigma_mm, slides_into: null }] },
          `${kind} tapped`,
        )
        .catch(() => undefined);
    });
  return (
    <>
      <Heading>Doors and windows</Heading>
      {openings.map((opening, index) => (
        <div key={opening.id} className="mb-2 grid grid-cols-4 items-end gap-2">
          <DraftScope of={opening.id}>
            {(["x_mm", "y_mm", "width_mm", "height_mm"] as const).map((key) => (
              <Field
                key={key}
                label={
                  { x_mm: `${opening.kind}, left`, y_mm: "foot", width_mm: "wide", height_mm: "high" }[key]
                }
                units={units}
                value={opening[key]}
                onCommit={(v) =>
                  editing.saveWall(
                    { openings: openings.map((one, i) => (i === index ? { ...one, [key]: v } : one)) },
                    `${opening.kind} changed`,
                  )
                }
              />
            ))}
            <div className="col-span-4 flex items-end justify-end gap-2">
              {opening.kind === "door" && (
                <div className="grow">
                  <Select
                    label="How it opens"
                    value={opening.slides_into ?? "swings"}
                    options={OPENS}
                    onChange={(key) => {
                      const slides_into = key === "swings" ? null : (key as "left" | "right");
                      void editing
                        .saveWall(
                          {
                            openings: openings.map((one, i) => (i === index ? { ...one, slides_into } : one)),
                          },
                          "how the door opens",
                        )
                        .catch(() => undefined);
                    }}
                  />
                </div>
              )}
              <button
                type="button"
                aria-label={`Take the ${opening.kind} out`}
                className="h-9 px-2 text-[12px] underline text-soft hover:text-brick"
                onClick={() =>
                  void editing.saveWall(
                    { openings: openings.filter((_, i) => i !== index) },
                    `${opening.kind} removed`,
                  )
                }
              >
                Out
              </button>
            </div>
            <div className="col-span-4">
              <OffPhoto
                plan={editing.plan}
                of="openings"
                id={opening.id}
                onMeasured={() =>
                  void editing.saveWall(
                    { openings: openings.map((one, i) => (i === index ? { ...one, sigma_mm: 0 } : one)) },
                    `${opening.kind} measured`,
                  )
                }
              />
            </div>
          </DraftScope>
        </div>
      ))}
      <div className="grid grid-cols-2 gap-2">
        <Button onClick={() => add("door")}>Add a door</Button>
        <Button onClick={() => add("window")}>Add a window</Button>
        <Button onClick={() => tap("door")}>Tap a door’s corners</Button>
        <Button onClick={() => tap("window")}>Tap a window’s corners</Button>
      </div>
    </>
  );
}
