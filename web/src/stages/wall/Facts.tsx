import { Field } from "../../ui/Field";
import { Checkbox, Heading, Select } from "../../ui/controls";
import type { StageProps } from "../../job/stage";

/** The quick facts that say what is usual here, before anything is checked. */
export function Facts({ editing, lists }: Pick<StageProps, "editing" | "lists">) {
  const { wall } = editing.data.wall;
  const { site } = editing.data;
  const save = editing.saveWall;
  const region = lists.regions.find((one) => one.key === site.region)?.label ?? site.region;
  return (
    <>
      <Heading aside={`${region}${site.built_year ? `, built ${site.built_year}` : ""}`}>Quick facts</Heading>
      <div className="grid grid-cols-2 gap-2">
        <Select
          label="Where the wall stands"
          value={wall.stands}
          options={lists.places}
          onChange={(key) => void save({ stands: key as typeof wall.stands }, "where it stands")}
        />
        <Field
          label="Year, if not the building's"
          kind="number"
          value={wall.built_year}
          clearable
          placeholder={site.built_year ? String(site.built_year) : "not known"}
          onCommit={(v) => save({ built_year: v }, "age of the wall")}
        />
        <Select
          label="What is on the other side"
          value={wall.backs_onto}
          options={lists.backs}
          onChange={(key) => void save({ backs_onto: key as typeof wall.backs_onto }, "what is behind")}
        />
        <div>
          <Select
            label="What you see on its face"
            value={wall.finish}
            options={lists.finishes}
            onChange={(key) => void save({ finish: key as typeof wall.finish }, "face of the wall")}
          />
        </div>
      </div>
      {editing.plan.reading.holding === "concrete" && (
        <div className="mt-2">
          <Field
            label="Strength of its concrete on cylinders, MPa"
            kind="number"
            value={wall.concrete_mpa}
            clearable
            placeholder="not told"
            onCommit={(v) => save({ concrete_mpa: v }, "class of the concrete")}
          />
        </div>
      )}
      <div className="mt-2">
        <Checkbox
          label="Coating and boards tested for asbestos and lead, and free of them"
          checked={wall.coating_tested}
          onChange={(on) => void save({ coating_tested: on }, "coating tested")}
        />
        <Checkbox
          label="Somebody can get at its far face, to hold a nut there"
          checked={wall.back_reached}
          onChange={(on) => void save({ back_reached: on }, "far face")}
        />
      </div>
    </>
  );
}
