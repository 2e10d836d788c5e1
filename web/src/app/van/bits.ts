import type { Kit } from "./useKit";

/** The kind of bit that a list is of; "": bits whose kind nobody told, that count for whatever is drilled. */
export type KindOfBit = Kit["bits"][number]["kind"] | "";

const near = (one: number, other: number) => Math.abs(one - other) < 0.01;

/** The diameters [mm] that a van has of one kind. */
export const bitsOf = (kit: Kit, kind: KindOfBit) =>
  kind === "" ? kit.bits_mm : kit.bits.filter((bit) => bit.kind === kind).map((bit) => bit.diameter_mm);

export const hasBit = (kit: Kit, kind: KindOfBit, mm: number) =>
  bitsOf(kit, kind).some((own) => near(own, mm));

/** The kit with these diameters [mm] of a kind added, each once and in order. */
export function withBits(kit: Kit, kind: KindOfBit, sizes: readonly number[]): Kit {
  const all = [...bitsOf(kit, kind), ...sizes.filter((mm) => !hasBit(kit, kind, mm))];
  return put(
    kit,
    kind,
    all.sort((a, b) => a - b),
  );
}

export const withoutBit = (kit: Kit, kind: KindOfBit, mm: number) =>
  put(
    kit,
    kind,
    bitsOf(kit, kind).filter((own) => !near(own, mm)),
  );

function put(kit: Kit, kind: KindOfBit, sizes: number[]): Kit {
  if (kind === "") return { ...kit, bits_mm: sizes };
  const rest = kit.bits.filter((bit) => bit.kind !== kind);
  return { ...kit, bits: [...rest, ...sizes.map((diameter_mm) => ({ kind, diameter_mm }))] };
}
