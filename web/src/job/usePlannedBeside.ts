import { useQueries } from "@tanstack/react-query";
import { ask, type Rect, type Stage } from "../api/client";
import { PRACTICE } from "../api/world";
import type { Editing } from "./useWorkspace";

/** Something that another job plans on the same wall. */
export interface PlannedBeside {
  id: string;
  title: string;
  area: Rect;
}

/**
 * What other jobs plan on the wall of a job, where its place is looked at; what they have hung is on the plan itself.
 * Of one that was not worked out yet that is asked for here.
 */
export function usePlannedBeside(editing: Editing | null, stage?: Stage): readonly PlannedBeside[] {
  const looked = editing !== null && (stage === "fixture" || stage === "set-out");
  const plan = editing?.plan;
  const site = ask.useQuery(
    "get",
    "/api/sites/{site_id}",
    { params: { path: { site_id: editing?.data.site.id ?? "" } } },
    { enabled: looked && !PRACTICE },
  );
  const hung = (id: string) => plan?.elevation.things.some((thing) => thing.id.startsWith(`${id}-`));
  const others = (plan && looked ? (site.data?.jobs ?? []) : []).filter(
    (job) => job.id !== plan?.job_id && job.wall_id === plan?.wall_id && !job.put_away && !hung(job.id),
  );
  const lines = useQueries({
    queries: others.map((job) => ({
      ...ask.queryOptions("get", "/api/jobs/{job_id}/line", { params: { path: { job_id: job.id } } }),
      enabled: job.word === "not_worked_out",
    })),
  });
  return others.flatMap(({ id, title, ...job }, index) => {
    const area = job.area ?? lines[index]?.data?.area;
    return area ? [{ id, title, area }] : [];
  });
}
