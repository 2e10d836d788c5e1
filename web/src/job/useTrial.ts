import { useCallback, useRef, useState } from "react";
import { client, type Placement, type Plan, unwrap } from "../api/client";

interface Trial {
  /** Where the fixture is under the finger or the keys; null: where it is saved. */
  placement: Placement | null;
  trial: Plan | null;
  try: (placement: Placement) => void;
  /** What is being tried right now, also between two pictures. */
  now: () => Placement | null;
  /** Ends the trial of one placement; a newer one goes on. */
  end: (saved: Placement) => void;
}

/** Plans a placement while it is dragged: one question in flight, and only the latest one after it. */
export function useTrial(jobId: string): Trial {
  const [placement, setPlacement] = useState<Placement | null>(null);
  const [trial, setTrial] = useState<Plan | null>(null);
  const busy = useRef(false);
  const tried = useRef<Placement | null>(null);
  const next = useRef<Placement | null>(null);

  const ask = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    while (next.current) {
      const wanted = next.current;
      next.current = null;
      try {
        const answer = await client.POST("/api/jobs/{job_id}/trial", {
          params: { path: { job_id: jobId } },
          body: { placement: wanted },
        });
        setTrial(unwrap(answer));
        performance.mark("trial-drawn");
      } catch {
        // the next move asks again; the drawing keeps the last answer
      }
    }
    busy.current = false;
  }, [jobId]);

  return {
    placement,
    trial: placement ? trial : null,
    try: useCallback(
      (wanted: Placement) => {
        tried.current = wanted;
        setPlacement(wanted);
        next.current = wanted;
        void ask();
      },
      [ask],
    ),
    now: useCallback(() => tried.current, []),
    end: useCallback((saved: Placement) => {
      if (tried.current !== saved) return;
      tried.current = null;
      next.current = null;
      setPlacement(null);
      setTrial(null);
    }, []),
  };
}
