import { BASE } from "../api/world";
import { useCallback, useRef, useState } from "react";
import type { Reading } from "../api/client";
import { readings as readingsOf } from "../api/stream";
import type { Line } from "../lib/line";

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
      const readings: Reading[] = [];
      for await (const some of readingsOf<Reading>(`${BASE}/api/walls/${wall}/sweep`, line, own.signal)) {
        readings.push(...some);
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
