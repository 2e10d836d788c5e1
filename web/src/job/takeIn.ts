import type { QueryClient } from "@tanstack/react-query";
import { ask, type Workspace } from "../api/client";
import { refreshSites } from "../api/queries";
import { askAnew } from "../api/askAnew";
import { WORKED_OUT } from "./workedOut";

const brought = new Map<string, string>();

/** What stands of a job by the answer to what was last done or looked for here; none before that. */
export function broughtHere(jobId: string): string | undefined {
  return brought.get(jobId);
}

/** The key of a job's workspace among the questions to the server. */
export function workspaceKey(jobId: string) {
  return ask.queryOptions("get", "/api/jobs/{job_id}", { params: { path: { job_id: jobId } } }).queryKey;
}

/**
 * Puts the workspace that a change was answered with on the screen.
 *
 * An answer that is still under way was asked before the change, and would bring back what stood then: it is dropped.
 */
export async function takeIn(queries: QueryClient, fresh: Workspace): Promise<void> {
  const queryKey = workspaceKey(fresh.job_id);
  await queries.cancelQueries({ queryKey });
  brought.set(fresh.job_id, fresh.stands);
  queries.setQueryData(queryKey, fresh);
  void refreshSites(queries);
  void askAnew(
    queries,
    WORKED_OUT.map((what) => ["get", what]),
  );
}
