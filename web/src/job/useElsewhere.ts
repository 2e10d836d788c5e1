import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { ask, client, type Schemas, unwrap, type Workspace } from "../api/client";
import { inTurn } from "./inTurn";
import { broughtHere, takeIn, workspaceKey } from "./takeIn";

const LOOKED_FOR_MS = 5000;
/** Where no answer comes it is asked for less often. */
const AWAY_MS = 20_000;

/** What was done elsewhere and is on the screen by now; `did`: in words, where the server has some. */
export interface Elsewhere {
  did: string | null;
  close: () => void;
}

/** Whether the job or its wall was changed, not only what else its plan is made from. */
function changed(from: Workspace, to: Workspace): boolean {
  return from.revision !== to.revision || from.wall.revision !== to.wall.revision;
}

/**
 * Looks whether the job that is on the screen is still what stands: somebody drills with the phone while it lies open
 * at the desk. What has changed is taken in, and said.
 */
export function useElsewhere(jobId: string, shown: Workspace | undefined, shownAt: number): Elsewhere | null {
  const queries = useQueryClient();
  const params = { params: { path: { job_id: jobId } } };
  const { data: standing, dataUpdatedAt: lookedAt } = ask.useQuery(
    "get",
    "/api/jobs/{job_id}/stands",
    params,
    {
      enabled: !!shown,
      refetchOnWindowFocus: "always",
      refetchInterval: (query) => (query.state.status === "error" ? AWAY_MS : LOOKED_FOR_MS),
      gcTime: 0,
    },
  );
  const [told, setTold] = useState<{ of: string; stands: string; did: string | null } | null>(null);
  const before = useRef<Workspace | undefined>(undefined);

  // a job that is opened again shows what was kept of it, until what stands has come
  useEffect(() => {
    const last = before.current;
    before.current = shown;
    if (!shown || last?.job_id !== jobId || shown.job_id !== jobId) return;
    if (!changed(last, shown) || broughtHere(jobId) === shown.stands) return;
    const tell = async () => {
      const seen = unwrap(
        await client.GET("/api/jobs/{job_id}/stands", { params: { path: { job_id: jobId } } }),
      );
      if (seen.elsewhere) setTold({ of: jobId, stands: shown.stands, did: seen.elsewhere });
    };
    tell().catch(() => undefined);
  }, [shown, jobId]);

  useEffect(() => {
    // what came before the last change of one's own tells nothing of it
    if (!standing || !shown || lookedAt <= shownAt || standing.stands === shown.stands) return;
    const lookAgain = async (seen: Schemas["Standing"]) => {
      const fresh = unwrap(await client.GET("/api/jobs/{job_id}", { params: { path: { job_id: jobId } } }));
      const now = queries.getQueryData<Workspace>(workspaceKey(jobId));
      // it may be one's own change, whose answer has come in the meantime
      if (!now || fresh.stands === now.stands) return;
      await takeIn(queries, fresh);
      setTold({ of: jobId, stands: fresh.stands, did: changed(now, fresh) ? seen.elsewhere : null });
    };
    inTurn(jobId, () => lookAgain(standing)).catch(() => undefined);
  }, [standing, lookedAt, shown, shownAt, jobId, queries]);

  // it is old news once anything was done here
  if (told?.of !== jobId || told.stands !== shown?.stands) return null;
  return { did: told.did, close: () => setTold(null) };
}
