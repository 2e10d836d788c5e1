import { type Job, Refused } from "../../../api/client";

export type Packet = Job["packets"][number];
export type ScrewPacket = Job["screw_packets"][number];
type OtherLoad = Packet["others"][number];
/** As it is typed in: what nobody has read off the packet yet is not there. */
export type OtherLoadDraft = Omit<OtherLoad, "tension_n"> & { tension_n: number | null };

export const FOR: readonly { key: Packet["made_for"]; label: string }[] = [
  { key: "solid", label: "Solid brick or stone" },
  { key: "cored", label: "Cored brick" },
  { key: "hollow", label: "Hollow block" },
  { key: "aerated", label: "Aerated block" },
  { key: "concrete", label: "Concrete" },
  { key: "board", label: "Board with a void behind" },
  { key: "panel", label: "Thin panel" },
  { key: "stud", label: "Wooden stud" },
];

/** Whether a load in it holds for one thickness, which is printed beside it. */
export function ofOneThickness(madeFor: Packet["made_for"] | null): boolean {
  return madeFor === "board" || madeFor === "panel";
}

export function sentencesOf(error: unknown): readonly string[] {
  return error instanceof Refused ? error.tell() : ["It could not be saved; is Rock Pin running?"];
}
