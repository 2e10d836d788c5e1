import type { Plan, Schemas, Workspace } from "../api/client";
import type { Waiting } from "./outbox";

export type Step = Schemas["Step"];
export type StepHole = Schemas["StepHole"];

/** How far the work has come, with what still waits on this device. */
export interface Standing {
  done: (step: Step) => boolean;
  holeDone: (step: Step, hole: StepHole) => boolean;
  gathered: (item: string) => boolean;
  clocks: readonly { step: string; ends: string }[];
  /** How a hole was answered here, of which the server does not know yet. */
  answered: (holeId: string) => string | null;
}

/** Puts what waits on top of what the server has. */
export function standing({ job }: Pick<Workspace, "job">, waiting: readonly Waiting[]): Standing {
  const steps = new Map<string, boolean>();
  const items = new Map(job.progress.gathered.map((item) => [item, true]));
  const clocks = new Map(job.progress.clocks.map((clock) => [clock.step, clock.ends]));
  const answers = new Map<string, string>();
  for (const { thing, refused } of waiting) {
    if (refused) continue;
    if (thing.kind === "step") steps.set(thing.step, thing.on);
    if (thing.kind === "gathered") items.set(thing.item, thing.on);
    if (thing.kind === "report") answers.set(thing.hole_id, thing.report.outcome);
    if (thing.kind === "clock" && thing.ends) clocks.set(thing.step, thing.ends);
    if (thing.kind === "clock" && !thing.ends) clocks.delete(thing.step);
  }
  const holeDone = (step: Step, hole: StepHole) =>
    step.asks ? hole.done || answers.get(hole.hole_id) === "as_planned" : (steps.get(step.id) ?? step.done);
  return {
    holeDone,
    done: (step) =>
      step.asks
        ? step.at.length > 0 && step.at.every((hole) => holeDone(step, hole))
        : (steps.get(step.id) ?? step.done),
    gathered: (item) => items.get(item) ?? false,
    clocks: [...clocks].map(([step, ends]) => ({ step, ends })),
    answered: (holeId) => answers.get(holeId) ?? null,
  };
}

/** A place in the work: a step, and in it one hole where the holes are gone through one by one. */
export interface Place {
  step: Step;
  hole: StepHole | null;
}

/** All places in their order. */
export function placesOf(plan: Plan): Place[] {
  return plan.steps.flatMap((step): Place[] =>
    step.at.length > 0 && (step.asks || step.at.some((hole) => hole.figure))
      ? step.at.map((hole) => ({ step, hole }))
      : [{ step, hole: null }],
  );
}

/** The first place where something is still to be done; the last one where nothing is. */
export function nextPlace(places: readonly Place[], stands: Standing): number {
  const next = places.findIndex(({ step, hole }) =>
    hole && step.asks ? !stands.holeDone(step, hole) : !stands.done(step),
  );
  return next === -1 ? places.length : next;
}
