import { useRef } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { type Control, useForm, type UseFormRegister } from "react-hook-form";
import { client, type Lists, type Schemas, type Units, unwrap } from "../../api/client";
import { refreshSites } from "../../api/queries";
import { Choose, FormDialog, Text, yearOf } from "./FormDialog";

const UNITS = [
  { key: "metric", label: "Millimetres and kilograms" },
  { key: "imperial", label: "Inches and pounds" },
];

interface SiteValues {
  name: string;
  region: Schemas["Region"];
  units: Units;
  year: string;
}

function SiteFields({
  register,
  control,
  lists,
  onRegion,
  onUnits,
}: {
  register: UseFormRegister<SiteValues>;
  control: Control<SiteValues>;
  lists: Lists;
  onRegion?: (key: string) => void;
  onUnits?: () => void;
}) {
  return (
    <>
      <Text label="Name" entry={register("name")} />
      <Choose label="Region" name="region" control={control} options={lists.regions} onPick={onRegion} />
      <Choose label="You measure in" name="units" control={control} options={UNITS} onPick={onUnits} />
      <Text label="Year it was built, if you know" entry={register("year")} />
    </>
  );
}

/** Changes to a site that is there: its name, region, units and year. */
export function EditSite({ line, lists }: { line: Schemas["SiteLine"]; lists: Lists }) {
  const queries = useQueryClient();
  const { name, region, units, built_year } = line.site;
  const { register, control, handleSubmit } = useForm<SiteValues>({
    defaultValues: { name, region, units, year: built_year ? String(built_year) : "" },
  });
  return (
    <FormDialog
      title="Change site"
      says="Its region sets the cable rules and the trade words; its units are those you type and read."
      action="Save the site"
      look="quiet"
      handle={handleSubmit}
      onSubmit={async ({ year, ...values }) => {
        const site = { ...line.site, ...values, built_year: yearOf(year) };
        const params = { path: { site_id: line.id } };
        await client.PUT("/api/sites/{site_id}", { params, body: { revision: line.revision, site } });
        await queries.invalidateQueries();
      }}
    >
      <SiteFields register={register} control={control} lists={lists} />
    </FormDialog>
  );
}

/** `onMade`: told the id of the site once it is in the list. */
export function NewSite({ lists, onMade }: { lists: Lists; onMade: (id: string) => void }) {
  const queries = useQueryClient();
  const made = useRef("");
  // what somebody chose to measure in stays, wherever the building is
  const chosen = useRef(false);
  const { register, control, handleSubmit, reset, setValue } = useForm<SiteValues>({
    defaultValues: { name: "", region: "britain", units: "metric", year: "" },
  });
  return (
    <FormDialog
      title="New site"
      says="A building. Its region sets the cable rules and the trade words."
      action="Make the site"
      look="solid"
      handle={handleSubmit}
      lookAt={() => onMade(made.current)}
      onSubmit={async ({ year, ...values }) => {
        const body = { ...values, built_year: yearOf(year), note: "" };
        made.current = unwrap(await client.POST("/api/sites", { body })).id;
        reset();
        await refreshSites(queries);
      }}
    >
      <SiteFields
        register={register}
        control={control}
        lists={lists}
        onRegion={(key) => {
          const there = lists.regions.find((one) => one.key === key)?.units;
          if (there && !chosen.current) setValue("units", there);
        }}
        onUnits={() => {
          chosen.current = true;
        }}
      />
    </FormDialog>
  );
}
