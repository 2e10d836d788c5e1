import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, Refused, unwrap } from "../../api/client";
import { refreshSites } from "../../api/queries";

interface Removed {
  id: string;
  title: string;
}

/** Removing jobs and walls, and bringing back the job that was removed last. */
export function useRemoval() {
  const queries = useQueryClient();
  const [removed, setRemoved] = useState<Removed | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
      setRefusal(null);
    } catch (error) {
      setRefusal(error instanceof Refused ? error.sentences.join(" ") : "Rock Pin does not answer.");
    }
    await refreshSites(queries);
  };
  return {
    removed,
    refusal,
    removeJob: (job: Removed) =>
      void attempt(async () => {
        unwrap(await client.DELETE("/api/jobs/{job_id}", { params: { path: { job_id: job.id } } }));
        setRemoved({ id: job.id, title: job.title });
      }),
    bringBack: () =>
      void attempt(async () => {
        if (!removed) return;
        unwrap(await client.POST("/api/jobs/{job_id}/restore", { params: { path: { job_id: removed.id } } }));
        setRemoved(null);
      }),
    removeWall: (id: string) =>
      void attempt(async () =>
        unwrap(await client.DELETE("/api/walls/{wall_id}", { params: { path: { wall_id: id } } })),
      ),
  };
}
