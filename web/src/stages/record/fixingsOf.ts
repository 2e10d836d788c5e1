import type { HolePlan } from "../../api/client";

/** Every fixing that may sit in a hole, for somebody to pick: what holds there first. */
export function fixingsOf(hole: HolePlan) {
  const named = (group: string) => (one: { fixing: string; label: string }) => ({
    key: one.fixing,
    label: one.label,
    group,
  });
  return [
    ...hole.candidates.map(named("Holds here by the plan")),
    ...hole.refused.map(named("The plan would not take it here")),
  ];
}
