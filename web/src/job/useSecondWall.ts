import { useNavigate } from "react-router";
import { ask, client, unwrap } from "../api/client";
import type { Editing } from "./useWorkspace";

/** The wall round an inside corner: those it could be, and the way to the job on which one is described. */
export function useSecondWall({ data: { job, site, wall } }: Editing) {
  const navigate = useNavigate();
  const here = ask.useQuery("get", "/api/sites/{site_id}", { params: { path: { site_id: site.id } } });
  const walls = (here.data?.walls ?? []).filter((one) => one.id !== wall.wall.id);
  const second = walls.find((one) => one.id === job.placement.second_wall_id);
  // a wall is described on a job of its own; what is known of it counts here too
  const describe = async (id: string) => {
    const there = here.data?.jobs.find((one) => one.wall_id === id);
    const jobId =
      there?.id ??
      unwrap(
        await client.POST("/api/sites/{site_id}/jobs", {
          params: { path: { site_id: site.id } },
          body: { title: "The wall round the corner", wall_id: id, shape: "hook" },
        }),
      ).id;
    void navigate(`/jobs/${jobId}/wall`);
  };
  return { walls, second, describe, refetch: here.refetch };
}
