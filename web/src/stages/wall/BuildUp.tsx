import { Field } from "../../ui/Field";
import { Button, Heading, Select } from "../../ui/controls";
import type { StageProps } from "../../job/stage";

/** The layers for somebody who knows them: built it, saw it open, or was told. */
export function BuildUp({ editing, lists }: Pick<StageProps, "editing" | "lists">) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const save = editing.saveWall;
  const layers = wall.build_up;
  const setLayer = (index: number, part: Partial<(typeof layers)[number]>, summary: string) =>
    save({ build_up: layers.map((layer, i) => (i === index ? { ...layer, ...part } : layer)) }, summary);

  return (
    <>
      <Heading aside="front to back">If you know what it is built of</Heading>
      {layers.length === 0 && (
        <p className="mb-2 text-[13px] text-soft">
          Not stated: the checks say what it is. State the layers if you built the wall or saw it open.
        </p>
      )}
      <ol className="space-y-2">
        {layers.map((layer, index) => {
          const material = lists.materials.find((one) => one.key === layer.material);
          const hollow = material?.role === "frame" || material?.role === "cavity";
          return (
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
                className="h-9 px-2 text-[12px] underline text-soft hover:text-brick"
                onClick={() => void save({ build_up: layers.filter((_, i) => i !== index) }, "layer removed")}
              >
                Out
              </button>
              {hollow && (
                <div className="col-span-3">
                  <Select
                    label="What fills it"
                    value={layer.filling ?? "unknown"}
                    options={lists.fillings}
                    onChange={(key) =>
                      void setLayer(index, { filling: key as typeof layer.filling }, "void filling")
                    }
                  />
                </div>
              )}
            </li>
          );
        })}
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
        {layers.length > 0 && (
          <>
            <Select
              label="How you know"
              value={wall.stated}
              options={lists.how_stated}
              onChange={(key) => void save({ stated: key as typeof wall.stated }, "how it is known")}
            />
            <Button className="self-end" onClick={() => void save({ build_up: [] }, "left to the checks")}>
              Leave it to the checks
            </Button>
          </>
        )}
      </div>
    </>
  );
}
