import type { Plan } from "../api/client";

/** From where a hole is measured along the wall: its own wall's left end. */
export function measuredFrom(plan: Plan, x_mm: number): number {
  return plan.beside && x_mm > plan.beside.from_mm ? plan.beside.from_mm : 0;
}
