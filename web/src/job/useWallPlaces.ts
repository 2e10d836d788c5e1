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
  /** How many parts have come, and whether that was all of them. */
  parts: number;
  all: boolean;
  /** Told by the server: this job has no map, and is judged place by place. */
  unmapped: boolean;
}

/** How long a map is waited for before some places are judged meanwhile [ms]. */
const PATIENCE_MS = 300;

function pause(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}

/** Whether nothing more is to come. */
function isWhole(judged: Judged): boolean {
  return judged.map !== null || (judged.unmapped && judged.all);
}

/**
 * Where the fixture could go, worked out while it is shown; given up when anything changes.
 *
 * A map of every millimetre may take a while on a busy wall: until it comes, places are judged one by one, coarse to fine.
 * `held`: the fixture is being moved, and nothing shall keep its answers waiting.
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
        : { of, map: null, places: [], parts: 0, all: false, unmapped: false };
    if (!shown || !jobId || held || isWhole(known())) return;
    const given = new AbortController();
    const { signal } = given;
    const tell = (part: Partial<Judged>) => {
      if (signal.aborted) return;
      sofar.current = { ...known(), ...part };
      setJudged(sofar.current);
    };
    const params = { path: { job_id: jobId } };
    const ask = async () => {
      const whole = known().unmapped
        ? Promise.resolve()
        : client
            .GET("/api/jobs/{job_id}/wall-map", { params, signal })
            .then(unwrap)
            .then((told) => tell(told ? { map: new WallMap(told) } : { unmapped: true }));
      // told of at the end, whatever comes of the places meanwhile
      whole.catch(() => undefined);
      await Promise.race([whole, pause(PATIENCE_MS)]);
      for (let now = known(); !signal.aborted && !now.map && !now.all; now = known()) {
        const part = now.parts;
        const answer = unwrap(
          await client.GET("/api/jobs/{job_id}/wall-places/{part}", {
            params: { path: { job_id: jobId, part } },
            signal,
          }),
        );
        tell({ places: [...now.places, ...answer.places], parts: part + 1, all: answer.last });
      }
      await whole;
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
      growing: shown && !(now && isWhole(now)),
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
