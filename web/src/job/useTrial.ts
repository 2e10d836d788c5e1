import { useCallback, useRef, useState } from "react";
import { client, type Schemas, unwrap } from "../api/client";

/** Where the fixture's corner is held, and whether it is put in line with what stands near there. */
export type Held = Schemas["Trial"];
export type TrialAnswer = Schemas["TrialAnswer"];

interface Trial {
  /** Where the fixture is under the finger or the keys; null: where it is saved. */
  held: Held | null;
  trial: TrialAnswer | null;
  try: (held: Held) => void;
  /** What is being tried right now, also between two pictures. */
  now: () => Held | null;
  /** Ends the trial of one place; a newer one goes on. */
  end: (saved: Held) => void;
}

/** Plans a place while the fixture is dragged: one question in flight, and only the latest one after it. */
export function useTrial(jobId: string): Trial {
  const [held, setHeld] = useState<Held | null>(null);
  const [trial, setTrial] = useState<TrialAnswer | null>(null);
  const busy = useRef(false);
  const tried = useRef<Held | null>(null);
  const next = useRef<Held | null>(null);

  const ask = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    while (next.current) {
      const wanted = next.current;
      next.current = null;
      try {
        const answer = await client.POST("/api/jobs/{job_id}/trial", {
          params: { path: { job_id: jobId } },
          body: wanted,
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
    held,
    trial: held ? trial : null,
    try: useCallback(
      (wanted: Held) => {
        tried.current = wanted;
        setHeld(wanted);
        next.current = wanted;
        void ask();
      },
      [ask],
    ),
    now: useCallback(() => tried.current, []),
    end: useCallback((saved: Held) => {
      if (tried.current !== saved) return;
      tried.current = null;
      next.current = null;
      setHeld(null);
      setTrial(null);
    }, []),
  };
}
