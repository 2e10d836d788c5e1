import type { HolePlan, Lists } from "../../api/client";
import { inside } from "../../lib/inside";

/**
 * Every fixing that may sit in a hole, for somebody to pick: what holds there first, then what else is sold here under
 * the heads of the shop. What is made for another region is left out, unless it is the one that was `picked`.
 */
export function fixingsOf(hole: HolePlan, shelf: Lists["fixings"], picked: string | null | undefined) {
  const heads = new Map(shelf.map((one, place) => [one.key, { place, group: one.group }]));
  const last = { place: shelf.length, group: "Others" };
  const others = hole.refused
    .filter((one) => one.sold_here || one.fixing === picked)
    .map((one) => ({ ...one, ...(heads.get(one.fixing) ?? last) }))
    .sort((a, b) => a.place - b.place);
  return [
    ...hole.candidates.map((one) => ({ key: one.fixing, label: one.label, group: "Holds here by the plan" })),
    ...others.map((one) => ({
      key: one.fixing,
      label: one.label,
      group: `Otherwise, ${inside(one.group)}`,
    })),
  ];
}
