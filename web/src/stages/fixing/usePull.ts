import { BASE } from "../../api/world";
import { useCallback, useState } from "react";
import { readings as readingsOf } from "../../api/stream";

export interface Pulled {
  load_n: number;
  movement_mm: number;
}

type End = { load_n: number; ended: "held" | "moved" | "failed" };

/** Runs the pull gauge: readings come in one by one, a JSON object a line, and the last one tells how it ended. */
export function usePull(jobId: string) {
  const [live, setLive] = useState<readonly Pulled[] | null>(null);
  const pull = useCallback(
    async (fixing: string, target_n: number): Promise<End> => {
      setLive([]);
      try {
        const readings: Pulled[] = [];
        let end: End = { load_n: 0, ended: "held" };
        for await (const some of readingsOf<Pulled | End>(`${BASE}/api/jobs/${jobId}/pull`, {
          fixing,
          target_n,
        })) {
          for (const one of some) {
            if ("ended" in one) end = one;
            else readings.push(one);
          }
          setLive([...readings]);
        }
        return end;
      } finally {
        setLive(null);
      }
    },
    [jobId],
  );
  return { live, pull };
}
