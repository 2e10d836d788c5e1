import { useEffect, useMemo, useRef, useState } from "react";
import { client, type Schemas, unwrap } from "../api/client";
import { WallMap, type MapPlace } from "../lib/wallMap";

export type WallPlace = Schemas["WallPlace"];

export interface WallPlaces {
  shown: boolean;
  show: (on: boolean) => void;
  /** The verdict at every millimetre, or some of them apart; null at first, and for what is judged place by place. */
  map: WallMap | null;
  /** What has been judged place by place so far; it grows part by part. */
  places: readonly WallPlace[];
  /** Whether more, or finer, is still to come. */
  growing: boolean;
}

interface Judged {
  of: string;
  map: WallMap | null;
  places: readonly WallPlace[];
  /** How many parts have come. */
  parts: number;
  /** Told by the server: this job has no map, and is judged place by place. */
  unmapped: boolean;
  /** Whether nothing more is to come. */
  whole: boolean;
}

/**
 * Where the fixture could go, worked out while it is shown; given up when anything changes.
 *
 * A map of every millimetre may take seconds on a busy wall: one with some of them apart comes first. What has no map is
 * judged place by place, coarse to fine. `held`: the fixture is being moved, and nothing shall keep its answers waiting.
 */
export function useWallPlaces(jobId: string, stands: string, held: boolean): WallPlaces {
  const [shown, setShown] = useState(false);
  const [judged, setJudged] = useState<Judged | null>(null);
  const of = `${jobId} ${stands}`;
  const sofar = useRef<Judged | null>(null);
  useEffect(() => {
    const known = (): Judged =>
      sofar.current?.of === of
        ? sofar.current
        : { of, map: null, places: [], parts: 0, unmapped: false, whole: false };
    if (!shown || !jobId || held || known().whole) return;
    const given = new AbortController();
    const { signal } = given;
    const tell = (part: Partial<Judged>) => {
      if (signal.aborted) return;
      sofar.current = { ...known(), ...part };
      setJudged(sofar.current);
    };
    const mapped = async (coarse: boolean) =>
      unwrap(
        await client.GET("/api/jobs/{job_id}/wall-map", {
          params: { path: { job_id: jobId }, query: { coarse } },
          signal,
        }),
      );
    const ask = async () => {
      if (!known().map && !known().unmapped) {
        const first = await mapped(true);
        tell(first ? { map: new WallMap(first) } : { unmapped: true });
      }
      if (known().map) {
        const every = await mapped(false);
        // a wall too large for that keeps what it has
        tell(every ? { map: new WallMap(every), whole: true } : { whole: true });
      }
      for (let now = known(); !signal.aborted && !now.whole; now = known()) {
        const part = now.parts;
        const answer = unwrap(
          await client.GET("/api/jobs/{job_id}/wall-places/{part}", {
            params: { path: { job_id: jobId, part } },
            signal,
          }),
        );
        tell({ places: [...now.places, ...answer.places], parts: part + 1, whole: answer.last });
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
      growing: shown && !now?.whole,
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
