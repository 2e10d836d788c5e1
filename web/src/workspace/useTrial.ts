import { useCallback, useRef, useState } from "react";
import { client, type Placement, type Plan, unwrap } from "../api/client";

interface Trial {
  placement: Placement | null;
  trial: Plan | null;
  try: (placement: Placement) => void;
  end: () => void;
}

/** Plans a placement while it is dragged: one question in flight, and only the latest one after it. */
export function useTrial(jobId: string): Trial {
  const [placement, setPlacement] = useState<Placement | null>(null);
  const [trial, setTrial] = useState<Plan | null>(null);
  const busy = useRef(false);
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
        setPlacement(wanted);
        next.current = wanted;
        void ask();
      },
      [ask],
    ),
    end: useCallback(() => {
      next.current = null;
      setPlacement(null);
      setTrial(null);
    }, []),
  };
}
