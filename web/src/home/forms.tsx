import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useId, useState } from "react";
import { useNavigate } from "react-router";
import { client, type Lists, Refused, type Schemas, type Units, unwrap, type Wall } from "../api/client";
import { refreshSites } from "../lib/refresh";
import { Button, Select } from "../ui/controls";
import { Dialog } from "../ui/Dialog";

function Text({
  label,
  value,
  onChange,
  placeholder,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  placeholder?: string;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-0.5 block text-[12px] text-soft">
        {label}
      </label>
      <input
        id={id}
        value={value}
        placeholder={placeholder}
        autoComplete="off"
        onChange={(event) => onChange(event.target.value)}
        className="h-9 w-full rounded-sm border border-rule bg-sheet px-2 max-sm:h-12"
      />
    </div>
  );
}

/** A dialog with a form: what the server refuses is shown in it, and nothing typed is lost. */
function FormDialog({
  title,
  says,
  action,
  look,
  onSubmit,
  children,
}: {
  title: string;
  says: string;
  action: string;
  look: "open" | "quiet" | "solid";
  onSubmit: () => Promise<void>;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await onSubmit();
      setFaults([]);
      setOpen(false);
    } catch (error) {
      setFaults(error instanceof Refused ? error.sentences : ["Rock Pin does not answer."]);
    }
  };
  return (
    <Dialog
      title={title}
      says={says}
      open={open}
      onOpenChange={setOpen}
      trigger={<Button look={look}>{title}</Button>}
    >
      <form onSubmit={(event) => void submit(event)} className="space-y-3">
        {children}
        {faults.length > 0 && (
          <ul role="alert" className="border-l-4 border-brick bg-brick-wash p-2 text-[13px]">
            {faults.map((fault) => (
              <li key={fault}>{fault}</li>
            ))}
          </ul>
        )}
        <Button look="solid" type="submit" className="w-full">
          {action}
        </Button>
      </form>
    </Dialog>
  );
}

/** Changes to a site that is there: its name, region, units and year. */
export function EditSite({ line, lists }: { line: Schemas["SiteLine"]; lists: Lists }) {
  const queries = useQueryClient();
  const [name, setName] = useState(line.site.name);
  const [region, setRegion] = useState<string>(line.site.region);
  const [units, setUnits] = useState<string>(line.site.units);
  const [year, setYear] = useState(line.site.built_year ? String(line.site.built_year) : "");
  return (
    <FormDialog
      title="Change site"
      says="Its region sets the cable rules and the trade words; its units are those you type and read."
      action="Save the site"
      look="quiet"
      onSubmit={async () => {
        const built_year = year.trim() ? (year.trim() as unknown as number) : null;
        const site = { ...line.site, name, region: region as "britain", units: units as Units, built_year };
        const params = { path: { site_id: line.id } };
        unwrap(await client.PUT("/api/sites/{site_id}", { params, body: { revision: line.revision, site } }));
        await queries.invalidateQueries();
      }}
    >
      <Text label="Name" value={name} onChange={setName} />
      <Select label="Region" value={region} options={lists.regions} onChange={setRegion} />
      <Select label="You measure in" value={units} options={UNITS} onChange={setUnits} />
      <Text label="Year it was built, if you know" value={year} onChange={setYear} />
    </FormDialog>
  );
}

const UNKNOWN = "";

const UNITS = [
  { key: "metric", label: "Millimetres and kilograms" },
  { key: "imperial", label: "Inches and pounds" },
];

export function NewSite({ lists }: { lists: Lists }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [region, setRegion] = useState("britain");
  const [units, setUnits] = useState("metric");
  const [year, setYear] = useState("");
  return (
    <FormDialog
      title="New site"
      says="A building. Its region sets the cable rules and the trade words."
      action="Make the site"
      look="solid"
      onSubmit={async () => {
        const built_year = year.trim() ? (year.trim() as unknown as number) : null;
        const body = { name, region: region as "britain", units: units as Units, built_year, note: "" };
        unwrap(await client.POST("/api/sites", { body }));
        setName("");
        await refreshSites(queries);
      }}
    >
      <Text label="Name" value={name} onChange={setName} />
      <Select label="Region" value={region} options={lists.regions} onChange={setRegion} />
      <Select label="You measure in" value={units} options={UNITS} onChange={setUnits} />
      <Text label="Year it was built, if you know" value={year} onChange={setYear} />
    </FormDialog>
  );
}

async function lengthOf(text: string, units: Units, field: string): Promise<number> {
  return unwrap(await client.POST("/api/quantity", { body: { text, kind: "length", units, field } })).value;
}

export function NewWall({ siteId, units, lists }: { siteId: string; units: Units; lists: Lists }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [width, setWidth] = useState("");
  const [height, setHeight] = useState("");
  const [buildUp, setBuildUp] = useState(UNKNOWN);
  const [stands, setStands] = useState<string>("unknown");
  const [finish, setFinish] = useState<string>("unknown");
  const [year, setYear] = useState("");
  const says = lists.build_ups.find((one) => one.key === buildUp)?.says;
  return (
    <FormDialog
      title="New wall"
      says="One face of one wall, as you stand before it."
      action="Make the wall"
      look="quiet"
      onSubmit={async () => {
        const body = {
          name,
          width_mm: await lengthOf(width, units, "width"),
          height_mm: await lengthOf(height, units, "height"),
          build_up: buildUp === UNKNOWN ? null : buildUp,
          stands: stands as Wall["stands"],
          finish: finish as Wall["finish"],
          built_year: year.trim() ? (year.trim() as unknown as number) : null,
        };
        unwrap(
          await client.POST("/api/sites/{site_id}/walls", { params: { path: { site_id: siteId } }, body }),
        );
        setName("");
        await refreshSites(queries);
      }}
    >
      <Text label="Name" value={name} onChange={setName} placeholder="Hall, stair side" />
      <div className="grid grid-cols-2 gap-2">
        <Text
          label="Width"
          value={width}
          onChange={setWidth}
          placeholder={units === "metric" ? "3.6 m" : "11' 10\""}
        />
        <Text
          label="Height"
          value={height}
          onChange={setHeight}
          placeholder={units === "metric" ? "2400" : "7' 10 1/2\""}
        />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <Select label="Where it stands" value={stands} options={lists.places} onChange={setStands} />
        <Text label="Year, if not the building's" value={year} onChange={setYear} />
      </div>
      <Select label="What you see on its face" value={finish} options={lists.finishes} onChange={setFinish} />
      <Select
        label="Built of"
        value={buildUp}
        options={[{ key: UNKNOWN, label: "Not known: find out with checks" }, ...lists.build_ups]}
        onChange={setBuildUp}
      />
      <p className="text-[12px] text-soft">
        {says ?? "Age and place say what is usual; each check you report says more."} Layers, studs and
        courses are set exactly on the Wall stage.
      </p>
    </FormDialog>
  );
}

export function NewJob({
  siteId,
  walls,
  lists,
}: {
  siteId: string;
  walls: readonly Schemas["WallLine"][];
  lists: Lists;
}) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [title, setTitle] = useState("");
  const [wall, setWall] = useState(walls[0]?.id ?? "");
  const [shape, setShape] = useState(lists.shapes[0]?.key ?? "");
  return (
    <FormDialog
      title="New job"
      says="One thing to hang, on one wall."
      action="Start the job"
      look="open"
      onSubmit={async () => {
        const body = { title, wall_id: wall, shape };
        const made = unwrap(
          await client.POST("/api/sites/{site_id}/jobs", { params: { path: { site_id: siteId } }, body }),
        );
        await refreshSites(queries);
        void navigate(`/jobs/${made.id}/fixture`);
      }}
    >
      <Text label="What goes up" value={title} onChange={setTitle} placeholder="Coat rail" />
      <Select
        label="On which wall"
        value={wall}
        options={walls.map((one) => ({ key: one.id, label: one.name }))}
        onChange={setWall}
      />
      <Select label="What it is like" value={shape} options={lists.shapes} onChange={setShape} />
      <p className="text-[12px] text-soft">{lists.shapes.find((one) => one.key === shape)?.says}</p>
    </FormDialog>
  );
}
