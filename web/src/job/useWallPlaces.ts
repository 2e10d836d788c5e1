import { useEffect, useMemo, useRef, useState } from "react";
import { client, type Schemas, unwrap } from "../api/client";
import { WallMap, type MapPlace } from "../lib/wallMap";

export type WallPlace = Schemas["WallPlace"];

export interface WallPlaces {
  shown: boolean;
  show: (on: boolean) => void;
  /** The verdict at every millimetre; null while it is worked out, and for what is judged place by place. */
  map: WallMap | null;
  /** What has been judged place by place so far; it grows part by part. */
  places: readonly WallPlace[];
  /** Whether more is still to come. */
  growing: boolean;
}

interface Judged {
  of: string;
  map: WallMap | null;
  places: readonly WallPlace[];
  /** How many parts have come. */
  parts: number;
  last: boolean;
}

/**
 * Where the fixture could go, worked out while it is shown; given up when anything changes.
 * `held`: the fixture is being moved, and nothing shall keep its answers waiting.
 */
export function useWallPlaces(jobId: string, stands: string, held: boolean): WallPlaces {
  const [shown, setShown] = useState(false);
  const [judged, setJudged] = useState<Judged | null>(null);
  const of = `${jobId} ${stands}`;
  const sofar = useRef<Judged | null>(null);
  useEffect(() => {
    if (!shown || !jobId || held || (sofar.current?.of === of && sofar.current.last)) return;
    const given = new AbortController();
    const tell = (now: Judged) => {
      sofar.current = now;
      setJudged(now);
    };
    const params = { path: { job_id: jobId } };
    const ask = async () => {
      let now = sofar.current?.of === of ? sofar.current : null;
      if (!now) {
        const told = unwrap(
          await client.GET("/api/jobs/{job_id}/wall-map", { params, signal: given.signal }),
        );
        if (given.signal.aborted) return;
        now = { of, map: told && new WallMap(told), places: [], parts: 0, last: told !== null };
        tell(now);
      }
      while (!now.last) {
        const part: number = now.parts;
        const answer = unwrap(
          await client.GET("/api/jobs/{job_id}/wall-places/{part}", {
            params: { path: { job_id: jobId, part } },
            signal: given.signal,
          }),
        );
        if (given.signal.aborted) return;
        const places: readonly WallPlace[] = [...now.places, ...answer.places];
        now = { of, map: null, places, parts: part + 1, last: answer.last };
        tell(now);
      }
    };
    // given up, or the server is away: what was judged stays until something changes
    ask().catch(() => undefined);
    return () => given.abort();
  }, [jobId, of, shown, held]);
  return useMemo(() => {
    // a map holds wherever the fixture is meanwhile; what was judged one by one too, but for what it would line up with
    const now = shown && judged?.of === of ? judged : null;
    return {
      shown,
      show: setShown,
      map: now?.map ?? null,
      places: now?.places ?? [],
      growing: shown && !now?.last,
    };
  }, [judged, of, shown]);
}

/** The ready place that is nearest to where the fixture is. */
export function nearestReady(
  { map, places }: Pick<WallPlaces, "map" | "places">,
  at: { x_mm: number; y_mm: number },
): { place: MapPlace; away: number } | null {
  if (map) return map.nearestReady(at);
  let best: { place: MapPlace; away: number } | null = null;
  for (const place of places) {
    if (place.word !== "ready") continue;
    const away = Math.hypot(place.x_mm - at.x_mm, place.y_mm - at.y_mm);
    if (best === null || away < best.away) best = { place, away };
  }
  return best;
}
