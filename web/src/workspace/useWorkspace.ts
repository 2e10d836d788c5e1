import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import {
  client,
  type Job,
  type Placement,
  type Plan,
  Refused,
  unwrap,
  type Wall,
  type Workspace,
} from "../api/client";
import { rebase } from "../lib/rebase";
import { useTrial } from "./useTrial";

type Change =
  | { kind: "job"; update: (latest: Job) => Job; summary: string }
  | { kind: "wall"; update: (latest: Wall) => Wall; summary: string }
  | { kind: "ask"; run: (now: Workspace) => Promise<Workspace> }
  | { kind: "undo" }
  | { kind: "redo" };

export interface Editing {
  data: Workspace;
  /** The plan to draw: of the placement under the finger while one drags, else of what is saved. */
  plan: Plan;
  placement: Placement;
  /** Saves a part of the job, or what a function makes of the job as it stands when its turn comes. */
  saveJob: (change: Partial<Job> | ((latest: Job) => Partial<Job>), summary: string) => Promise<void>;
  saveWall: (change: Partial<Wall>, summary: string) => Promise<void>;
  /** Has the server work out a change and save it: the answer is the workspace with it. */
  ask: (run: (now: Workspace) => Promise<Workspace>) => Promise<void>;
  move: (placement: Placement) => void;
  drop: () => void;
  undo: () => void;
  redo: () => void;
  /** A change that was refused because another tab saved first; it waits for what the user wants. */
  clash: { retry: () => void; takeTheirs: () => void } | null;
  offline: boolean;
}

/** Sends a change, put on top of what stands now. */
async function send(change: Change, now: Workspace): Promise<Workspace> {
  const path = { params: { path: { job_id: now.job_id } } };
  if (change.kind === "undo") return unwrap(await client.POST("/api/jobs/{job_id}/undo", path));
  if (change.kind === "redo") return unwrap(await client.POST("/api/jobs/{job_id}/redo", path));
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
  const key = ["workspace", jobId];
  const load = async () =>
    unwrap(await client.GET("/api/jobs/{job_id}", { params: { path: { job_id: jobId } } }));
  const query = useQuery({
    queryKey: key,
    queryFn: () => load(),
  });
  const [stale, setStale] = useState<Change | null>(null);
  const { trial, placement: moving, try: tryPlacement, end } = useTrial(jobId);

  const mutation = useMutation({
    // one after the other, so that two quick changes do not trip over each other
    scope: { id: jobId },
    mutationFn: async ({ change, afresh }: { change: Change; afresh?: boolean }) => {
      const now = afresh ? await load() : queries.getQueryData<Workspace>(key);
      if (!now) throw new Error("nothing is loaded yet");
      return send(change, now);
    },
    onSuccess: (fresh) => {
      queries.setQueryData(key, fresh);
      setStale(null);
      void queries.invalidateQueries({ queryKey: ["sites"] });
    },
    onError: (error, { change }) => {
      if (error instanceof Refused && error.status === 409) {
        setStale(change);
      }
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
  if (!data) return { editing: null, error: query.error };
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
    plan: trial ?? data.plan,
    placement: moving ?? data.job.placement,
    saveJob,
    saveWall: (part, summary) =>
      change({
        kind: "wall",
        summary,
        update: (latest) => rebase(data.wall.wall, { ...data.wall.wall, ...part }, latest),
      }),
    ask: (runIt) => change({ kind: "ask", run: runIt }),
    move: tryPlacement,
    drop: () => {
      if (!moving) return;
      saveJob({ placement: moving }, "fixture moved").then(end, end);
    },
    undo: () => void change({ kind: "undo" }).catch(() => undefined),
    redo: () => void change({ kind: "redo" }).catch(() => undefined),
    clash: stale && {
      retry: () => void run({ change: stale, afresh: true }).catch(() => undefined),
      takeTheirs: () => {
        setStale(null);
        void query.refetch();
      },
    },
    offline: query.isError || (mutation.isError && !(mutation.error instanceof Refused)),
  };
  return { editing, error: query.error };
}
