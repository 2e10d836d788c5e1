import { Field } from "../../../ui/Field";
import { Checkbox, Select } from "../../../ui/controls";
import type { StageProps } from "../../../job/stage";
import { PacketFrame } from "./PacketFrame";
import type { ScrewPacket } from "./parts";
import { useDraft } from "./useDraft";
import { inside } from "../../../lib/inside";

const KINDS: readonly { key: ScrewPacket["kind"]; label: string }[] = [
  { key: "wood", label: "Wood screws" },
  { key: "coach", label: "Coach screws, hexagon head" },
];
const STEELS: readonly { key: ScrewPacket["steel"]; label: string }[] = [
  { key: "unknown", label: "Not known: softest" },
  { key: "hardened", label: "Hardened steel" },
  { key: "mild", label: "Ordinary steel" },
  { key: "stainless", label: "Stainless steel" },
  { key: "brass", label: "Brass" },
];
const START: Omit<ScrewPacket, "id" | "lengths_mm" | "diameter_mm"> &
  Record<"diameter_mm" | "length_mm", number | null> = {
  label: "",
  kind: "wood",
  diameter_mm: null,
  root_mm: null,
  head_mm: null,
  countersunk: true,
  length_mm: null,
  thread_share: 0.6,
  steel: "unknown",
  coated: false,
  count: null,
};

/** A packet of screws for wood: measured with a rule, it competes with the catalogue's. */
export function ScrewPacketForm({ editing }: Pick<StageProps, "editing">) {
  const { units } = editing.data.site;
  const { draft, set, keep, faults } = useDraft(editing, START, "screws");
  const save = () =>
    keep((id, entered) => {
      const { length_mm, ...rest } = entered;
      const label = rest.label.trim() || "Screws in hand";
      // what is missing is told by whoever takes it in
      const fresh = { ...rest, id, label, lengths_mm: [length_mm] } as ScrewPacket;
      return editing.saveJob(
        (latest) => ({ screw_packets: [...latest.screw_packets, fresh] }),
        `${inside(label)} entered`,
      );
    });
  const measured = (key: "root_mm" | "head_mm", label: string) => (
    <Field
      label={label}
      units={units}
      value={draft[key] ?? null}
      clearable
      placeholder="not measured"
      onCommit={(v: number | null) => set({ [key]: v })}
    />
  );

  return (
    <PacketFrame
      className="mt-2"
      title="Enter a packet of screws"
      faults={faults}
      button="Let the screws compete"
      onKeep={() => void save()}
    >
      <div className="col-span-2">
        <Field
          label="What you call the screws"
          kind="text"
          value={draft.label}
          onCommit={(v: string) => set({ label: v })}
        />
      </div>
      <Select
        label="What they are"
        value={draft.kind}
        options={KINDS}
        onChange={(key) => void set({ kind: key as ScrewPacket["kind"] })}
      />
      <Select
        label="Steel"
        value={draft.steel}
        options={STEELS}
        onChange={(key) => void set({ steel: key as ScrewPacket["steel"] })}
      />
      <Field
        label="Thickness over the thread"
        units={units}
        value={draft.diameter_mm}
        clearable={draft.diameter_mm === null}
        placeholder="measure it"
        onCommit={(v: number | null) => set({ diameter_mm: v })}
      />
      <Field
        label="Length of the screws"
        units={units}
        value={draft.length_mm}
        clearable={draft.length_mm === null}
        placeholder="measure it"
        onCommit={(v: number | null) => set({ length_mm: v })}
      />
      {measured("root_mm", "Core of the thread")}
      {measured("head_mm", "Across the head")}
      <Field
        label="Threaded part of its length, %"
        kind="number"
        value={Math.round(draft.thread_share * 100)}
        onCommit={(v: number) => set({ thread_share: v / 100 })}
      />
      <Field
        label="How many screws"
        kind="number"
        value={draft.count ?? null}
        clearable
        placeholder="enough"
        onCommit={(v: number | null) => set({ count: v })}
      />
      <div className="col-span-2">
        <Checkbox
          label="Its packet says: for damp places and outdoors"
          checked={draft.coated}
          onChange={(on) => void set({ coated: on })}
        />
      </div>
    </PacketFrame>
  );
}
