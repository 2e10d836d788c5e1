import { useCallback, useRef, useState } from "react";
import { type Problem, type Reading, Refused } from "../api/client";

export interface Line {
  y_mm: number;
  from_mm: number;
  to_mm: number;
}

/** A sweep as it happens, and which trace is shown under the elevation. */
export interface Sweep {
  /** The readings so far of the sweep that is under way. */
  live: { line: Line; readings: readonly Reading[] } | null;
  shown: string | null;
  show: (trace: string | null) => void;
  /** Walks a line; the readings when it is done, or null if it was stopped. */
  walk: (wall: string, line: Line) => Promise<Reading[] | null>;
  stop: () => void;
}

async function refusal(response: Response): Promise<Refused> {
  const problem = (await response.json().catch(() => null)) as Problem | null;
  return new Refused(response.status, {
    title: problem?.title ?? `The server answered ${response.status}.`,
    faults: problem?.faults ?? [],
    current_revision: null,
  });
}

/** Runs the wall scanner: readings come in one by one, a JSON object a line, and are drawn while they come. */
export function useSweep(): Sweep {
  const [live, setLive] = useState<Sweep["live"]>(null);
  const [shown, setShown] = useState<string | null>(null);
  const control = useRef<AbortController | null>(null);

  const walk = useCallback(async (wall: string, line: Line) => {
    control.current?.abort();
    const own = new AbortController();
    control.current = own;
    setLive({ line, readings: [] });
    try {
      const response = await fetch(`/api/walls/${wall}/sweep`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify(line),
        signal: own.signal,
      });
      if (!response.ok || !response.body) throw await refusal(response);
      const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
      const readings: Reading[] = [];
      let rest = "";
      for (;;) {
        const { done, value } = await reader.read();
        if (done) break;
        const lines = (rest + value).split("\n");
        rest = lines.pop() ?? "";
        for (const one of lines) if (one) readings.push(JSON.parse(one) as Reading);
        setLive({ line, readings: [...readings] });
      }
      return readings;
    } catch (error) {
      if (own.signal.aborted) return null;
      throw error;
    } finally {
      if (control.current === own) {
        control.current = null;
        setLive(null);
      }
    }
  }, []);

  return {
    live,
    shown,
    show: setShown,
    walk,
    stop: useCallback(() => control.current?.abort(), []),
  };
}
