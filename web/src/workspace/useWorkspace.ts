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
import { useTrial } from "./useTrial";

type Change =
  | { kind: "job"; body: Job; summary: string }
  | { kind: "wall"; body: Wall; summary: string }
  | { kind: "undo" }
  | { kind: "redo" };

export interface Editing {
  data: Workspace;
  /** The plan to draw: of the placement under the finger while one drags, else of what is saved. */
  plan: Plan;
  placement: Placement;
  saveJob: (change: Partial<Job>, summary: string) => Promise<void>;
  saveWall: (change: Partial<Wall>, summary: string) => Promise<void>;
  move: (placement: Placement) => void;
  drop: () => void;
  undo: () => void;
  redo: () => void;
  /** A change that was refused because another tab saved first; it waits for what the user wants. */
  clash: { retry: () => void; takeTheirs: () => void } | null;
  offline: boolean;
}

async function send(jobId: string, change: Change, job: number, wall: number): Promise<Workspace> {
  const path = { params: { path: { job_id: jobId } } };
  if (change.kind === "undo") return unwrap(await client.POST("/api/jobs/{job_id}/undo", path));
  if (change.kind === "redo") return unwrap(await client.POST("/api/jobs/{job_id}/redo", path));
  if (change.kind === "job") {
    const body = { revision: job, summary: change.summary, job: change.body };
    return unwrap(await client.PUT("/api/jobs/{job_id}", { ...path, body }));
  }
  const body = { revision: wall, summary: change.summary, wall: change.body };
  unwrap(await client.PUT("/api/walls/{wall_id}", { params: { path: { wall_id: change.body.id } }, body }));
  return unwrap(await client.GET("/api/jobs/{job_id}", path));
}

/** The workspace of a job, every way to change it, and what to do when a change was refused as stale. */
export function useWorkspace(jobId: string): { editing: Editing | null; error: Error | null } {
  const queries = useQueryClient();
  const key = ["workspace", jobId];
  const query = useQuery({
    queryKey: key,
    queryFn: async () =>
      unwrap(await client.GET("/api/jobs/{job_id}", { params: { path: { job_id: jobId } } })),
  });
  const [stale, setStale] = useState<{ change: Change; revision: number } | null>(null);
  const { trial, placement: moving, try: tryPlacement, end } = useTrial(jobId);

  const mutation = useMutation({
    mutationFn: async ({ change, over }: { change: Change; over?: number }) => {
      const now = queries.getQueryData<Workspace>(key);
      if (!now) throw new Error("nothing is loaded yet");
      const job = over !== undefined && change.kind === "job" ? over : now.revision;
      const wall = over !== undefined && change.kind === "wall" ? over : now.wall.revision;
      return send(jobId, change, job, wall);
    },
    onSuccess: (fresh) => {
      queries.setQueryData(key, fresh);
      setStale(null);
      void queries.invalidateQueries({ queryKey: ["sites"] });
    },
    onError: (error, { change }) => {
      if (error instanceof Refused && error.status === 409) {
        setStale({ change, revision: error.problem.current_revision ?? 0 });
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
  const saveJob = (part: Partial<Job>, summary: string) =>
    change({ kind: "job", body: { ...data.job, ...part }, summary });
  const editing: Editing = {
    data,
    plan: trial ?? data.plan,
    placement: moving ?? data.job.placement,
    saveJob,
    saveWall: (part, summary) => change({ kind: "wall", body: { ...data.wall.wall, ...part }, summary }),
    move: tryPlacement,
    drop: () => {
      if (!moving) return;
      saveJob({ placement: moving }, "fixture moved").then(end, end);
    },
    undo: () => void change({ kind: "undo" }).catch(() => undefined),
    redo: () => void change({ kind: "redo" }).catch(() => undefined),
    clash: stale && {
      retry: () => void run({ change: stale.change, over: stale.revision }).catch(() => undefined),
      takeTheirs: () => {
        setStale(null);
        void query.refetch();
      },
    },
    offline: query.isError || (mutation.isError && !(mutation.error instanceof Refused)),
  };
  return { editing, error: query.error };
}
