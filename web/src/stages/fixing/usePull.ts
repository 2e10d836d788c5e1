import { useCallback, useState } from "react";
import { type Problem, Refused } from "../../api/client";

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
        const response = await fetch(`/api/jobs/${jobId}/pull`, {
          method: "POST",
          headers: { "content-type": "application/json" },
          body: JSON.stringify({ fixing, target_n }),
        });
        if (!response.ok || !response.body) {
          const problem = (await response.json().catch(() => null)) as Problem | null;
          throw new Refused(response.status, {
            title: problem?.title ?? `The server answered ${response.status}.`,
            faults: problem?.faults ?? [],
            current_revision: null,
          });
        }
        const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
        const readings: Pulled[] = [];
        let end: End = { load_n: 0, ended: "held" };
        let rest = "";
        for (;;) {
          const { done, value } = await reader.read();
          if (done) break;
          const lines = (rest + value).split("\n");
          rest = lines.pop() ?? "";
          for (const line of lines.filter(Boolean)) {
            const one = JSON.parse(line) as Pulled & Partial<End>;
            if (one.ended) end = one as End;
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
