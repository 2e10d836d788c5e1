import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import {
  ask as asked,
  client,
  type Fixture,
  type Job,
  measureIn,
  type Plan,
  Refused,
  unwrap,
  type Wall,
  type Workspace,
} from "../api/client";
import { inTurn } from "./inTurn";
import { rebase } from "./rebase";
import { takeIn, workspaceKey } from "./takeIn";
import { type Elsewhere, useElsewhere } from "./useElsewhere";
import { type Held, type TrialAnswer, useTrial } from "./useTrial";

type Change =
  | { kind: "job"; update: (latest: Job) => Job; summary: string }
  | { kind: "wall"; update: (latest: Wall) => Wall; summary: string }
  | { kind: "ask"; run: (now: Workspace) => Promise<Workspace> }
  | { kind: "undo" }
  | { kind: "redo" };

export interface Editing {
  data: Workspace;
  /** The plan to draw: of the place under the finger while one drags, else of what is saved. */
  plan: Plan;
  /** Where the fixture's corner is, by the finger or as it is saved. */
  at: Held;
  /** What the fixture lines up with where it is held. */
  lineUps: TrialAnswer["line_ups"];
  /** Saves a part of the job, or what a function makes of the job as it stands when its turn comes. */
  saveJob: (change: Partial<Job> | ((latest: Job) => Partial<Job>), summary: string) => Promise<void>;
  /** Saves other parts of the fixture; the server lets go of what belonged to holes and supports that are gone. */
  saveFixture: (update: (latest: Fixture) => Partial<Fixture>, summary: string) => Promise<void>;
  saveWall: (change: Partial<Wall>, summary: string) => Promise<void>;
  /** Has the server work out a change and save it: the answer is the workspace with it. */
  ask: (run: (now: Workspace) => Promise<Workspace>) => Promise<void>;
  /** Tries a place: one from where a drag began, or a step from wherever the fixture is by now. */
  move: (next: Held | ((now: Held) => Held)) => void;
  /** Saves where the fixture was moved to. */
  drop: () => void;
  /** Puts the fixture's corner at a place, by figures. */
  put: (to: Partial<Held>, summary?: string) => Promise<void>;
  undo: () => void;
  redo: () => void;
  /** A change that was refused because another tab saved first; it waits for what the user wants. */
  clash: { retry: () => void; takeTheirs: () => void } | null;
  /** A change that was refused and that nobody else tells of. */
  refusal: { sentences: readonly string[]; close: () => void } | null;
  /** What was done to the job at another device, or in another window, and stands here by now. */
  elsewhere: Elsewhere | null;
  offline: boolean;
}

/** Sends a change, put on top of what stands now. */
async function send(change: Change, now: Workspace): Promise<Workspace> {
  const path = { params: { path: { job_id: now.job_id } } };
  const seen = { params: { ...path.params, query: { revision: now.revision } } };
  if (change.kind === "undo") return unwrap(await client.POST("/api/jobs/{job_id}/undo", seen));
  if (change.kind === "redo") return unwrap(await client.POST("/api/jobs/{job_id}/redo", seen));
  if (change.kind === "ask") return change.run(now);
  const { summary } = change;
  if (change.kind === "job") {
    const job = change.update(now.job);
    return unwrap(
      await client.PUT("/api/jobs/{job_id}", { ...path, body: { revision: now.revision, summary, job } }),
    );
  }
  const wall = change.update(now.wall.wall);
  const body = { revision: now.wall.revision, summary, wall };
  return unwrap(await client.PUT("/api/jobs/{job_id}/wall", { ...path, body }));
}

/** The workspace of a job, every way to change it, and what to do when a change was refused as stale. */
export function useWorkspace(jobId: string): { editing: Editing | null; error: Error | null } {
  const queries = useQueryClient();
  const params = { params: { path: { job_id: jobId } } };
  const key = workspaceKey(jobId);
  const load = async () => unwrap(await client.GET("/api/jobs/{job_id}", params));
  const query = asked.useQuery("get", "/api/jobs/{job_id}", params);
  const [stale, setStale] = useState<Change | null>(null);
  const [refusal, setRefusal] = useState<{ of: string; sentences: readonly string[] } | null>(null);
  const elsewhere = useElsewhere(jobId, query.data, query.dataUpdatedAt);
  const { trial, held, try: tryPlace, now: tried, end } = useTrial(jobId);

  const mutation = useMutation({
    // one after the other, also with what happened at the wall: two quick changes do not trip over each other
    scope: { id: jobId },
    mutationFn: ({ change, afresh }: { change: Change; afresh?: boolean }) =>
      inTurn(jobId, async () => {
        const now = afresh ? await load() : queries.getQueryData<Workspace>(key);
        if (!now) throw new Error("nothing is loaded yet");
        await takeIn(queries, await send(change, now));
      }),
    onSuccess: () => {
      setStale(null);
      setRefusal(null);
    },
    onError: (error, { change }) => {
      if (!(error instanceof Refused)) return;
      if (error.status === 409) setStale(change);
      // a field or a form that sent the change says itself what was wrong with it, and hears of it before this
      else setTimeout(() => !error.told && setRefusal({ of: jobId, sentences: error.tell() }));
    },
    networkMode: "always",
  });

  const run = mutation.mutateAsync;
  const change = useCallback(
    async (next: Change) => {
      await run({ change: next });
    },
    [run],
  );

  const data = query.data;
  const error = query.error as Error | null;
  const units = data?.site.units;
  useEffect(() => {
    if (units) measureIn(units);
  }, [units]);
  if (!data) return { editing: null, error };
  const { x_mm, y_mm } = data.plan.placing;
  const saved: Held = { x_mm, y_mm, lines_up: false };
  // what is not said stays as it is when the change has its turn: two figures typed quickly both count
  const put: Editing["put"] = (to, summary = "fixture moved") =>
    change({
      kind: "ask",
      run: async (now) => {
        const { x_mm, y_mm } = now.plan.placing;
        return unwrap(
          await client.PUT("/api/jobs/{job_id}/place", {
            params: { path: { job_id: now.job_id } },
            body: { x_mm, y_mm, lines_up: false, ...to, revision: now.revision, summary },
          }),
        );
      },
    });
  const saveJob: Editing["saveJob"] = (part, summary) =>
    change({
      kind: "job",
      summary,
      update: (latest) =>
        typeof part === "function"
          ? { ...latest, ...part(latest) }
          : rebase(data.job, { ...data.job, ...part }, latest),
    });
  const editing: Editing = {
    data,
    plan: trial?.plan ?? data.plan,
    at: held ?? saved,
    lineUps: trial?.line_ups ?? [],
    saveJob,
    saveWall: (part, summary) =>
      change({
        kind: "wall",
        summary,
        update: (latest) => rebase(data.wall.wall, { ...data.wall.wall, ...part }, latest),
      }),
    saveFixture: (update, summary) =>
      change({
        kind: "ask",
        run: async (now) => {
          const { fixture } = now.job;
          const body = { revision: now.revision, summary, fixture: { ...fixture, ...update(fixture) } };
          return unwrap(
            await client.PUT("/api/jobs/{job_id}/fixture", {
              params: { path: { job_id: now.job_id } },
              body,
            }),
          );
        },
      }),
    ask: (runIt) => change({ kind: "ask", run: runIt }),
    move: (next) => tryPlace(typeof next === "function" ? next(tried() ?? saved) : next),
    drop: () => {
      const wanted = tried();
      if (!wanted) return;
      // a key pressed while this is saved moves on from here, and is saved after it
      const ended = () => end(wanted);
      put(wanted).then(ended, ended);
    },
    put,
    undo: () => void change({ kind: "undo" }).catch(() => undefined),
    redo: () => void change({ kind: "redo" }).catch(() => undefined),
    clash: stale && {
      retry: () => void run({ change: stale, afresh: true }).catch(() => undefined),
      takeTheirs: () => {
        setStale(null);
        void inTurn(jobId, async () => takeIn(queries, await load())).catch(() => undefined);
      },
    },
    refusal: refusal?.of === jobId ? { sentences: refusal.sentences, close: () => setRefusal(null) } : null,
    elsewhere,
    offline: query.isError || (mutation.isError && !(mutation.error instanceof Refused)),
  };
  return { editing, error };
}
