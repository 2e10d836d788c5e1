import type { ReactNode } from "react";
import { Field } from "../../../ui/Field";
import { Checkbox, Select } from "../../../ui/controls";
import type { StageProps } from "../../../job/stage";
import { OtherLoads } from "./OtherLoads";
import { PacketFrame } from "./PacketFrame";
import { FOR, type OtherLoadDraft, type Packet, ofOneThickness } from "./parts";
import { useDraft } from "./useDraft";
import { inside } from "../../../lib/inside";

const WORKS: readonly { key: Packet["works"]; label: string }[] = [
  { key: "plug", label: "A plug that folds or spreads" },
  { key: "self_drilling", label: "It cuts its own thread" },
  { key: "sleeve", label: "A sleeve that folds out" },
  { key: "spring_toggle", label: "Wings that spring open" },
  { key: "strap_toggle", label: "A bar on a strap" },
];
const BASIS: readonly { key: Packet["basis"]; label: string }[] = [
  { key: "unknown", label: "“Max.” or nothing said: taken as breaking load" },
  { key: "breaking", label: "Breaking, ultimate or characteristic load" },
  { key: "working", label: "Working, recommended or permitted load" },
];
type Printed = "hole_mm" | "length_mm" | "screw_min_mm" | "screw_max_mm" | "board_mm";
/** As it is typed in: what nobody has read off the packet yet is not there. */
type Draft = Omit<Packet, "id" | "made_for" | "others" | "tension_n" | Printed> &
  Record<Printed | "tension_n", number | null> & {
    made_for: Packet["made_for"] | null;
    others: OtherLoadDraft[];
  };
type LengthKey = Printed | "grip_min_mm" | "grip_max_mm" | "void_mm";
const EMPTY: Omit<Draft, "made_for"> = {
  label: "",
  works: "plug",
  plastic: true,
  tension_n: null,
  shear_n: null,
  basis: "unknown",
  hole_mm: null,
  length_mm: null,
  screw_min_mm: null,
  screw_max_mm: null,
  board_mm: null,
  grip_min_mm: 0,
  grip_max_mm: 0,
  void_mm: 0,
  carries_people: false,
  hole_max_mm: null,
  places: [],
  hanging_only: false,
  others: [],
  per_pair: false,
  count: null,
};

/** What is printed on the packet in hand: once saved it competes with the catalogue. */
export function PacketForm({ editing }: Pick<StageProps, "editing">) {
  const { units } = editing.data.site;
  const start: Draft = { ...EMPTY, made_for: editing.data.plan.holes[0]?.rated_in ?? null };
  const { draft, set, keep, faults } = useDraft<Draft>(editing, start, "packet");
  const hollow = [draft, ...draft.others].some((one) => ofOneThickness(one.made_for));

  const save = () =>
    keep((id, entered) => {
      // what is missing is told by whoever takes it in
      const fresh = { ...entered, id, label: entered.label.trim() || "Packet in hand" } as Packet;
      return editing.saveJob(
        (latest) => ({ packets: [...latest.packets, fresh] }),
        `${inside(fresh.label)} entered`,
      );
    });
  const length = (key: LengthKey, label: string) => (
    <Field
      label={label}
      units={units}
      value={draft[key]}
      clearable={draft[key] === null}
      placeholder={key === "hole_mm" && draft.works === "self_drilling" ? "it drills its own" : "as printed"}
      onCommit={(v: number | null) => set({ [key]: v })}
    />
  );

  return (
    <PacketFrame
      className="mt-4"
      title="Enter the packet in hand"
      faults={faults}
      button="Let it compete"
      onKeep={() => void save()}
    >
      <div className="col-span-2">
        <Field
          label="What you call it"
          kind="text"
          value={draft.label}
          onCommit={(v: string) => set({ label: v })}
        />
      </div>
      <Select
        label="Its load holds in"
        value={draft.made_for ?? ""}
        options={draft.made_for ? FOR : [{ key: "", label: "Choose" }, ...FOR]}
        onChange={(key) => void set({ made_for: key as Packet["made_for"] })}
      />
      <Select
        label="Made of"
        value={draft.plastic ? "plastic" : "metal"}
        options={[
          { key: "plastic", label: "Plastic" },
          { key: "metal", label: "Metal" },
        ]}
        onChange={(key) => void set({ plastic: key === "plastic" })}
      />
      <Field
        label="Load, pulled straight out"
        kind="force"
        units={units}
        value={draft.tension_n}
        clearable={draft.tension_n === null}
        placeholder="as printed"
        onCommit={(v: number | null) => set({ tension_n: v })}
      />
      <Field
        label="Load, pulled along the wall"
        kind="force"
        units={units}
        value={draft.shear_n}
        clearable
        placeholder="not printed"
        onCommit={(v: number | null) => set({ shear_n: v })}
      />
      <div className="col-span-2">
        <Select
          label="What that load is"
          value={draft.basis}
          options={BASIS}
          onChange={(key) => void set({ basis: key as Packet["basis"] })}
        />
      </div>
      {length("hole_mm", "Hole")}
      <Field
        label="Hole at the most"
        units={units}
        value={draft.hole_max_mm}
        clearable
        placeholder="one size only"
        onCommit={(v: number | null) => set({ hole_max_mm: v })}
      />
      {length("length_mm", "Length")}
      <Places places={draft.places} onChange={(places) => void set({ places })} />
      {length("screw_min_mm", "Screw from")}
      {length("screw_max_mm", "Screw to")}
      <Field
        label="How many are left"
        kind="number"
        value={draft.count ?? null}
        clearable
        placeholder="enough"
        onCommit={(v: number | null) => set({ count: v })}
      />
      <div className="col-span-2">
        <Checkbox
          label="Its loads are for two of them together"
          checked={draft.per_pair}
          onChange={(on) => void set({ per_pair: on })}
        />
      </div>
      <div className="col-span-2">
        <Checkbox
          label="The load only hangs: nothing is said of a pull"
          checked={draft.hanging_only}
          onChange={(on) => void set({ hanging_only: on })}
        />
      </div>
      {ofOneThickness(draft.made_for) && length("board_mm", "Board it is rated in")}
      {hollow && <BehindBoard draft={draft} set={set} length={length} />}
      <OtherLoads loads={draft.others} units={units} onChange={(others) => void set({ others })} />
    </PacketFrame>
  );
}

const PLACES: readonly { key: string; label: string; places: Packet["places"] }[] = [
  { key: "", label: "It does not say", places: [] },
  { key: "dry", label: "Dry rooms", places: ["dry"] },
  { key: "wet", label: "Damp rooms too", places: ["dry", "wet"] },
  { key: "outdoor", label: "Outdoors too", places: ["dry", "wet", "outdoor"] },
];

/** Where the packet says that it may be. */
function Places({
  places,
  onChange,
}: {
  places: Packet["places"];
  onChange: (places: Packet["places"]) => void;
}) {
  return (
    <Select
      label="Where it may be"
      value={places.at(-1) ?? ""}
      options={PLACES}
      onChange={(key) => onChange(PLACES.find((one) => one.key === key)?.places ?? [])}
    />
  );
}

interface DraftProps {
  draft: Draft;
  set: (part: Partial<Draft>) => Promise<void>;
  length: (key: LengthKey, label: string) => ReactNode;
}

/** How it takes hold behind a board or a panel. */
function BehindBoard({ draft, set, length }: DraftProps) {
  return (
    <>
      <div className="col-span-2">
        <Select
          label="How it holds"
          value={draft.works}
          options={WORKS}
          onChange={(key) => void set({ works: key as Packet["works"] })}
        />
      </div>
      {length("void_mm", "Void it needs")}
      {length("grip_min_mm", "Grips from")}
      {length("grip_max_mm", "Grips to")}
      <div className="col-span-2">
        <Checkbox
          label="It says that it may carry a person"
          checked={draft.carries_people}
          onChange={(on) => void set({ carries_people: on })}
        />
      </div>
    </>
  );
}
