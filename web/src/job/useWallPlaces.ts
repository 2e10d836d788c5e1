import { useEffect, useMemo, useRef, useState } from "react";
import { client, type Schemas, unwrap } from "../api/client";

export type WallPlace = Schemas["WallPlace"];

export interface WallPlaces {
  shown: boolean;
  show: (on: boolean) => void;
  /** What has been judged so far; it grows part by part. */
  places: readonly WallPlace[];
  /** Whether more is still to come. */
  growing: boolean;
}

interface Judged {
  of: string;
  places: readonly WallPlace[];
  /** How many parts have come. */
  parts: number;
  last: boolean;
}

/**
 * Where the fixture could go, judged part by part while it is shown; given up when anything changes.
 * `held`: the fixture is being moved, and nothing shall keep its answers waiting.
 */
export function useWallPlaces(jobId: string, stands: string, held: boolean): WallPlaces {
  const [shown, setShown] = useState(false);
  const [judged, setJudged] = useState<Judged | null>(null);
  const of = `${jobId} ${stands}`;
  const sofar = useRef<Judged | null>(null);
  useEffect(() => {
    if (!shown || !jobId || held) return;
    const given = new AbortController();
    const before = sofar.current?.of === of ? sofar.current : null;
    const ask = async () => {
      let places = before?.places ?? [];
      for (let part = before?.parts ?? 0; !before?.last && !given.signal.aborted; part += 1) {
        const answer = unwrap(
          await client.GET("/api/jobs/{job_id}/wall-places/{part}", {
            params: { path: { job_id: jobId, part } },
            signal: given.signal,
          }),
        );
        if (given.signal.aborted) return;
        places = [...places, ...answer.places];
        sofar.current = { of, places, parts: part + 1, last: answer.last };
        setJudged(sofar.current);
        if (answer.last) return;
      }
    };
    // given up, or the server is away: what was judged stays until something changes
    ask().catch(() => undefined);
    return () => given.abort();
  }, [jobId, of, shown, held]);
  return useMemo(() => {
    const now = shown && judged?.of === of ? judged : null;
    return { shown, show: setShown, places: now?.places ?? [], growing: shown && !now?.last };
  }, [judged, of, shown]);
}

/** The ready place that is nearest to where the fixture is. */
export function nearestReady(
  places: readonly WallPlace[],
  at: { x_mm: number; y_mm: number },
): { place: WallPlace; away: number } | null {
  let best: { place: WallPlace; away: number } | null = null;
  for (const place of places) {
    if (place.word !== "ready") continue;
    const away = Math.hypot(place.x_mm - at.x_mm, place.y_mm - at.y_mm);
    if (best === null || away < best.away) best = { place, away };
  }
  return best;
}
