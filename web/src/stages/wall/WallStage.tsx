import { Field } from "../../ui/Field";
import { Checkbox, Heading, Select } from "../../ui/controls";
import type { StageProps } from "../types";
import { Courses } from "./Courses";
import { FramingRows } from "./FramingRows";
import { Openings } from "./Openings";

const EDGES = [
  { key: "internal_corner", label: "Inside corner" },
  { key: "external_corner", label: "Outside corner" },
  { key: "free_end", label: "Free end" },
];
const FILLINGS = [
  { key: "unknown", label: "Filling not known" },
  { key: "empty", label: "Empty" },
  { key: "mineral_wool", label: "Mineral wool" },
  { key: "rigid_foam", label: "Rigid foam" },
];

export function WallStage({ editing, lists }: StageProps) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const save = editing.saveWall;
  const layers = wall.build_up;
  const frame = layers.some((layer) => layer.material === "timber_studs");
  const masonry = layers.some((layer) => layer.material.includes("brick"));
  const setLayer = (index: number, part: Partial<(typeof layers)[number]>, summary: string) =>
    save({ build_up: layers.map((layer, i) => (i === index ? { ...layer, ...part } : layer)) }, summary);

  return (
    <>
      <Field label="Name" kind="text" value={wall.name} onCommit={(v) => save({ name: v }, "wall renamed")} />
      <div className="mt-2">
        <Checkbox
          label="Coating and boards tested for asbestos and lead, and free of them"
          checked={wall.coating_tested}
          onChange={(on) => void save({ coating_tested: on }, "coating tested")}
        />
      </div>
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

      <Heading aside="front to back">What it is built of</Heading>
      <ol className="space-y-2">
        {layers.map((layer, index) => (
          <li key={index} className="grid grid-cols-[1fr_92px_auto] items-end gap-2">
            <Select
              label={`Layer ${index + 1}`}
              hideLabel
              value={layer.material}
              options={lists.materials}
              onChange={(key) => void setLayer(index, { material: key }, "layer material")}
            />
            <Field
              label={`Thickness of layer ${index + 1}`}
              hideLabel
              units={units}
              value={layer.thickness_mm}
              onCommit={(v) => setLayer(index, { thickness_mm: v }, "layer thickness")}
            />
            <button
              type="button"
              aria-label={`Take layer ${index + 1} out`}
              className="h-9 px-2 text-[18px] text-soft hover:text-brick"
              onClick={() => void save({ build_up: layers.filter((_, i) => i !== index) }, "layer removed")}
            >
              −
            </button>
            {layer.material === "timber_studs" && (
              <div className="col-span-3">
                <Select
                  label="Between the studs"
                  value={layer.filling ?? "unknown"}
                  options={FILLINGS}
                  onChange={(key) =>
                    void setLayer(index, { filling: key as typeof layer.filling }, "void filling")
                  }
                />
              </div>
            )}
          </li>
        ))}
      </ol>
      <div className="mt-2 grid grid-cols-2 gap-2">
        <Select
          label="Add a layer behind"
          value=""
          options={[{ key: "", label: "Material…" }, ...lists.materials]}
          onChange={(key) => {
            const usual = lists.materials.find((one) => one.key === key)?.usual_mm[0] ?? 10;
            if (key)
              void save(
                { build_up: [...layers, { material: key, thickness_mm: usual, filling: null }] },
                "layer added",
              );
          }}
        />
        <Select
          label="Or start again from"
          value=""
          options={[{ key: "", label: "A usual wall…" }, ...lists.build_ups]}
          onChange={(key) => {
            const start = lists.build_ups.find((one) => one.key === key);
            if (start) void save({ build_up: start.layers }, "build-up");
          }}
        />
      </div>

      {frame && <FramingRows editing={editing} lists={lists} />}
      {masonry && <Courses editing={editing} lists={lists} />}
      <Openings editing={editing} />
    </>
  );
}
