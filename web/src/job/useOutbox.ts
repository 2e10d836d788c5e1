import { useQueryClient } from "@tanstack/react-query";
import { createContext, useCallback, useContext, useSyncExternalStore } from "react";
import type { Workspace } from "../api/client";
import { Outbox, type OutboxState, type Thing } from "./outbox";
import { takeIn, workspaceKey } from "./takeIn";
import type { QueryClient } from "@tanstack/react-query";

const Kept = createContext<Outbox | null>(null);
export const OutboxProvider = Kept.Provider;

/** The outbox of this browser: what it hands over comes back as the workspace that stands then. */
export function makeOutbox(queries: QueryClient): Outbox {
  return new Outbox((fresh: Workspace) => takeIn(queries, fresh));
}

function fresh(): string {
  return `h-${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 12)}`;
}

type Said<T> = T extends Thing ? Omit<T, "id" | "at"> : never;

export interface Happening {
  state: OutboxState;
  /** Says what happened at the wall; it is kept here until the server has it. */
  happen: (thing: Said<Thing>) => Promise<void>;
  photograph: (blob: Blob, holeId: string | null) => Promise<void>;
  forget: (key: string) => Promise<void>;
  sendNow: () => void;
}

const NOTHING: OutboxState = { waiting: [], sending: false, away: false, shutOut: false };
const nobody = () => () => undefined;

/** What happens at the wall of a job, and what of it still waits. */
export function useOutbox(jobId: string): Happening {
  const outbox = useContext(Kept);
  const queries = useQueryClient();
  const state = useSyncExternalStore(outbox?.subscribe ?? nobody, () => outbox?.state ?? NOTHING);
  const happen = useCallback(
    async (thing: Said<Thing>) => {
      const at = new Date().toISOString();
      await outbox?.add(jobId, { ...marked(thing, queries, jobId), id: fresh(), at } as Thing);
    },
    [outbox, jobId, queries],
  );
  const photograph = useCallback(
    async (blob: Blob, hole_id: string | null) => {
      const at = new Date().toISOString();
      const who = whoIAm();
      await outbox?.add(jobId, { kind: "photo", id: fresh(), at, blob, hole_id, who });
    },
    [outbox, jobId],
  );
  return {
    state,
    happen,
    photograph,
    forget: (key) => outbox?.forget(key) ?? Promise.resolve(),
    sendNow: () => void outbox?.flush(),
  };
}

/** What a hole answered goes with the mark that it was drilled at: the fixture may be moved before it is heard. */
function marked(thing: Said<Thing>, queries: QueryClient, jobId: string): Said<Thing> {
  if (thing.kind !== "report") return thing;
  const plan = queries.getQueryData<Workspace>(workspaceKey(jobId))?.plan;
  const hole = plan?.holes.find((one) => one.id === thing.hole_id);
  return hole ? { ...thing, mark_x_mm: hole.x_mm, mark_y_mm: hole.y_mm } : thing;
}

/** The name that is put under a record at this device; "" until somebody told it. */
export function whoIAm(): string {
  return localStorage.getItem("rock-pin-who") ?? "";
}

export function sayWhoIAm(name: string): void {
  localStorage.setItem("rock-pin-who", name.trim());
}
