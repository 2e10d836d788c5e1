import { useQueryClient } from "@tanstack/react-query";
import { Controller, useForm, useWatch } from "react-hook-form";
import { client, type Lists, type Units, unwrap, type Wall } from "../../api/client";
import { refreshSites } from "../../api/queries";
import { Checkbox } from "../../ui/controls";
import { Choose, FormDialog, Text, yearOf } from "./FormDialog";

const UNKNOWN = "";

interface WallValues {
  name: string;
  width: string;
  height: string;
  build_up: string;
  stated: Wall["stated"];
  stands: Wall["stands"];
  finish: Wall["finish"];
  year: string;
  practice: boolean;
}

const START: WallValues = {
  name: "",
  width: "",
  height: "",
  build_up: UNKNOWN,
  stated: "told",
  stands: "unknown",
  finish: "unknown",
  year: "",
  practice: false,
};

async function lengthOf(text: string, units: Units, field: string): Promise<number> {
  return unwrap(await client.POST("/api/quantity", { body: { text, kind: "length", units, field } })).value;
}

export function NewWall({ siteId, units, lists }: { siteId: string; units: Units; lists: Lists }) {
  const queries = useQueryClient();
  const { register, control, handleSubmit, reset } = useForm<WallValues>({ defaultValues: START });
  const chosen = useWatch({ control, name: "build_up" });
  const says = lists.build_ups.find((one) => one.key === chosen)?.says;
  const metric = units === "metric";
  return (
    <FormDialog
      title="New wall"
      says="One face of one wall, as you stand before it."
      action="Make the wall"
      look="quiet"
      handle={handleSubmit}
      onSubmit={async ({ width, height, build_up, year, ...values }) => {
        const body = {
          ...values,
          width_mm: await lengthOf(width, units, "width"),
          height_mm: await lengthOf(height, units, "height"),
          build_up: build_up === UNKNOWN ? null : build_up,
          built_year: yearOf(year),
        };
        await client.POST("/api/sites/{site_id}/walls", { params: { path: { site_id: siteId } }, body });
        reset();
        await refreshSites(queries);
      }}
    >
      <Text label="Name" entry={register("name")} placeholder="Hall, stair side" />
      <div className="grid grid-cols-2 gap-2">
        <Text label="Width" entry={register("width")} placeholder={metric ? "3.6 m" : "11' 10\""} />
        <Text label="Height" entry={register("height")} placeholder={metric ? "2400" : "7' 10 1/2\""} />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <Choose label="Where it stands" name="stands" control={control} options={lists.places} />
        <Text label="Year, if not the building's" entry={register("year")} />
      </div>
      <Choose label="What you see on its face" name="finish" control={control} options={lists.finishes} />
      <Choose
        label="Built of"
        name="build_up"
        control={control}
        options={[{ key: UNKNOWN, label: "Not known: find out with checks" }, ...lists.build_ups]}
      />
      {chosen !== UNKNOWN && (
        <Choose label="How you know that" name="stated" control={control} options={lists.how_stated} />
      )}
      <p className="text-[12px] text-soft">
        {says ?? "Age and place say what is usual; each check you report says more."} Layers, studs and
        courses are set exactly on the Wall stage.
      </p>
      <Controller
        name="practice"
        control={control}
        render={({ field }) => (
          <Checkbox
            label="A practice wall: what it hides is made up"
            checked={field.value}
            onChange={field.onChange}
          />
        )}
      />
    </FormDialog>
  );
}
