import { ask, type Schemas, type Stage } from "../api/client";
import { PRACTICE } from "../api/world";
import type { Editing } from "./useWorkspace";

/** Something that another job plans on the same wall. */
export type PlannedBeside = Schemas["PlannedBeside"];

const NOTHING: readonly PlannedBeside[] = [];

/** What other jobs only plan on the wall of a job, where its place is looked at. */
export function usePlannedBeside(editing: Editing | null, stage?: Stage): readonly PlannedBeside[] {
  const looked = editing !== null && (stage === "fixture" || stage === "set-out");
  const found = ask.useQuery(
    "get",
    "/api/jobs/{job_id}/beside",
    { params: { path: { job_id: editing?.data.job_id ?? "" } } },
    { enabled: looked && !PRACTICE },
  );
  return (looked && found.data) || NOTHING;
}
