import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect } from "react";
import { ask, client, type Schemas, unwrap } from "../api/client";
import { PRACTICE } from "../api/world";

export type Run = Schemas["RunView"];
type HunchKind = Schemas["HunchKind"];
type HitKind = Schemas["HitKind"];

/** What can be done on a practice wall besides planning; everywhere else there is nothing of it. */
export interface Practice {
  run: Run | undefined;
  /** Does a check; what came of it, in words, and by its key where it has one. */
  check: (
    check: string,
    spot: { x_mm: number; y_mm: number } | null,
  ) => Promise<{ says: string; outcome: string | null }>;
  /** Tries for a stud at a place. */
  tryThere: (kind: HitKind, x_mm: number, y_mm: number) => Promise<string>;
  say: (kind: HunchKind, says: string, sure: number) => Promise<void>;
  /** Drills a hole on to a depth. */
  drill: (hole: string, to_mm: number, hammer: boolean) => Promise<string>;
}

const RUN = "/api/practice/jobs/{job_id}";

/** `stands`: the state of job and wall, which an instrument changes too, and with it what was spent. */
export function usePractice(jobId: string, stands = ""): Practice | null {
  const queries = useQueryClient();
  const params = { path: { job_id: jobId } };
  const { data, refetch } = ask.useQuery("get", RUN, { params }, { enabled: PRACTICE && jobId !== "" });
  useEffect(() => {
    if (PRACTICE && stands) void refetch();
  }, [stands, refetch]);
  const put = useCallback(
    (run: Run) => queries.setQueryData(["get", RUN, { params: { path: { job_id: jobId } } }], run),
    [queries, jobId],
  );
  if (!PRACTICE) return null;
  const taken = (answer: Schemas["Answered"]) => {
    put(answer.run);
    return { says: answer.says, outcome: answer.outcome ?? null };
  };
  const answered = (answer: Schemas["Answered"]) => taken(answer).says;
  return {
    run: data,
    check: async (check, spot) =>
      taken(
        unwrap(
          await client.POST("/api/practice/jobs/{job_id}/check", {
            params,
            body: { check, x_mm: spot?.x_mm ?? null, y_mm: spot?.y_mm ?? null },
          }),
        ),
      ),
    tryThere: async (kind, x_mm, y_mm) =>
      answered(
        unwrap(await client.POST("/api/practice/jobs/{job_id}/try", { params, body: { kind, x_mm, y_mm } })),
      ),
    say: async (kind, says, sure) => {
      put(
        unwrap(
          await client.POST("/api/practice/jobs/{job_id}/hunch", { params, body: { kind, says, sure } }),
        ),
      );
    },
    drill: async (hole_id, to_mm, hammer) =>
      answered(
        unwrap(
          await client.POST("/api/practice/jobs/{job_id}/drill", {
            params,
            body: { hole_id, to_mm, hammer },
          }),
        ),
      ),
  };
}
