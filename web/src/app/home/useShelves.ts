import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { client, Refused, type Schemas, unwrap } from "../../api/client";
import { refreshSites } from "../../api/queries";

type Job = Schemas["JobLine"];

/** What can be done with jobs and walls in the list, and what was done last: it can be taken back. */
export interface Shelves {
  /** What was removed or put away last. */
  gone: { title: string; how: string; back: () => void } | null;
  refusal: string | null;
  remove: (job: Job) => void;
  putAway: (job: Job) => void;
  putBack: (job: Job) => void;
  copy: (job: Job, wallId?: string) => void;
  rename: (job: Job, name: string) => Promise<unknown>;
  removeWall: (id: string) => void;
  copyWall: (id: string) => void;
  renameWall: (id: string, name: string) => Promise<unknown>;
}

export function useShelves(): Shelves {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [gone, setGone] = useState<Shelves["gone"]>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const refresh = async () => {
    await refreshSites(queries);
    await queries.invalidateQueries({ queryKey: ["get", "/api/trash"] });
  };
  const attempt = (work: () => Promise<unknown>) =>
    void (async () => {
      try {
        await work();
        setRefusal(null);
      } catch (error) {
        setRefusal(error instanceof Refused ? error.tell().join(" ") : "Rock Pin does not answer.");
      }
      await refresh();
    })();
  const path = (job: Job) => ({ params: { path: { job_id: job.id } } });
  const putBack = (job: Job) =>
    attempt(async () => {
      await client.DELETE("/api/jobs/{job_id}/put-away", path(job));
      setGone(null);
    });
  return {
    gone,
    refusal,
    remove: (job) =>
      attempt(async () => {
        await client.DELETE("/api/jobs/{job_id}", path(job));
        const back = () =>
          attempt(async () => {
            await client.POST("/api/jobs/{job_id}/restore", path(job));
            setGone(null);
          });
        setGone({ title: job.title, how: "is removed", back });
      }),
    putAway: (job) =>
      attempt(async () => {
        await client.POST("/api/jobs/{job_id}/put-away", path(job));
        setGone({ title: job.title, how: "is put away", back: () => putBack(job) });
      }),
    putBack,
    copy: (job, wallId) =>
      attempt(async () => {
        const body = { wall_id: wallId ?? null };
        const made = unwrap(await client.POST("/api/jobs/{job_id}/copy", { ...path(job), body }));
        void navigate(`/jobs/${made.id}/set-out`);
      }),
    rename: async (job, name) => {
      unwrap(await client.PUT("/api/jobs/{job_id}/name", { ...path(job), body: { name } }));
      await queries.invalidateQueries({ queryKey: ["get", "/api/jobs/{job_id}"] });
      await refresh();
    },
    removeWall: (wall_id) =>
      attempt(async () => {
        await client.DELETE("/api/walls/{wall_id}", { params: { path: { wall_id } } });
      }),
    copyWall: (wall_id) =>
      attempt(async () => {
        await client.POST("/api/walls/{wall_id}/copy", { params: { path: { wall_id } } });
      }),
    renameWall: async (wall_id, name) => {
      unwrap(
        await client.PUT("/api/walls/{wall_id}/name", { params: { path: { wall_id } }, body: { name } }),
      );
      await refresh();
    },
  };
}
