import { Field } from "../../ui/Field";
import { Heading, Select } from "../../ui/controls";
import type { StageProps } from "../../job/stage";
import { Courses } from "./Courses";
import { Openings } from "./Openings";

const EDGES = [
  { key: "internal_corner", label: "Inside corner" },
  { key: "external_corner", label: "Outside corner" },
  { key: "free_end", label: "Free end" },
];

/** Size, edges, brick courses and openings. */
export function Measures({
  editing,
  lists,
  setPlacing,
}: Pick<StageProps, "editing" | "lists" | "setPlacing">) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const save = editing.saveWall;
  const holding = lists.materials.find((one) => one.key === editing.plan.reading.holding);
  return (
    <>
      <Field label="Name" kind="text" value={wall.name} onCommit={(v) => save({ name: v }, "wall renamed")} />
      <Heading>Size</Heading>
      <div className="grid grid-cols-2 gap-2">
        <Field
          label="Width"
          units={units}
          value={wall.width_mm}
          onCommit={(v) => save({ width_mm: v }, "wall width")}
        />
        <Field
          label="Height"
          units={units}
          value={wall.height_mm}
          onCommit={(v) => save({ height_mm: v }, "wall height")}
        />
        <Select
          label="Left edge"
          value={wall.left_edge}
          options={EDGES}
          onChange={(key) => void save({ left_edge: key as typeof wall.left_edge }, "left edge")}
        />
        <Select
          label="Right edge"
          value={wall.right_edge}
          options={EDGES}
          onChange={(key) => void save({ right_edge: key as typeof wall.right_edge }, "right edge")}
        />
        <div className="col-span-2">
          <Field
            label="Floor still to come: how far the finished floor will lie above today's"
            units={units}
            value={wall.floor_to_come_mm}
            onCommit={(v) => save({ floor_to_come_mm: v }, "finished floor")}
          />
        </div>
      </div>
      {(holding?.role === "masonry" || wall.courses) && (
        <Courses editing={editing} lists={lists} setPlacing={setPlacing} />
      )}
      <Openings editing={editing} setPlacing={setPlacing} />
    </>
  );
}
