import { BASE } from "../api/world";
import { useCallback, useEffect, useMemo, useState } from "react";
import { client, type Schemas, type Wall, unwrap } from "../api/client";

export type WallPhoto = Wall["photos"][number];
export type PhotoReading = Schemas["PhotoReading"];

/** Which photo lies under the drawing of the wall, and what a tap on it is good for. */
export interface PhotoUnder {
  shown: string | null;
  show: (photo: string | null) => void;
  /** How much of it is seen, 0 to 1. */
  strength: number;
  fade: (strength: number) => void;
  /** Where it lies, once it does; null while none is shown. */
  picture: { href: string; area: Schemas["Rect"]; outline: PhotoReading["outline"] } | null;
  /** The spread of a place that is tapped now [mm]: 0 where no photo is shown, or it does not show that place. */
  spread: (x_mm: number, y_mm: number, pxPerMm: number) => Promise<number>;
}

/** How a photo lies on the wall of a job, by the server. */
export async function readingOf(
  jobId: string,
  photo: WallPhoto,
  signal?: AbortSignal,
): Promise<PhotoReading> {
  return unwrap(
    await client.POST("/api/jobs/{job_id}/wall-photos/reading", {
      params: { path: { job_id: jobId } },
      body: photo,
      signal,
    }),
  );
}

/** Where the picture of a photo comes from, put upright; another address for each state of the wall. */
export function uprightHref(jobId: string, photo: string, stands: number): string {
  return `${BASE}/api/jobs/${jobId}/wall-photos/${photo}/upright.jpg?v=${stands}`;
}

/** `stands`: the state of the wall, which a photo is read anew for. */
export function usePhoto(
  jobId: string,
  photos: readonly WallPhoto[] | undefined,
  stands: number,
): PhotoUnder {
  const [shown, show] = useState<string | null>(null);
  const [strength, fade] = useState(0.7);
  const [read, setRead] = useState<{ of: string; reading: PhotoReading } | null>(null);
  const photo = photos?.find((one) => one.id === shown);
  const of = photo ? `${jobId} ${photo.id} ${stands}` : "";
  useEffect(() => {
    if (!photo) return;
    const given = new AbortController();
    readingOf(jobId, photo, given.signal)
      .then((reading) => setRead({ of, reading }))
      .catch(() => undefined);
    return () => given.abort();
    // the state of the wall stands for what the photo holds
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [of]);
  const reading = read?.of === of && read.reading.lies ? read.reading : null;
  const picture = useMemo(
    () =>
      shown && reading?.area
        ? { href: uprightHref(jobId, shown, stands), area: reading.area, outline: reading.outline }
        : null,
    [jobId, shown, stands, reading],
  );
  const spread = useCallback(
    async (x_mm: number, y_mm: number, pxPerMm: number) => {
      // also in the moment in which it is read anew
      if (!shown) return 0;
      const answer = unwrap(
        await client.POST("/api/jobs/{job_id}/wall-photos/{photo_id}/tap", {
          params: { path: { job_id: jobId, photo_id: shown } },
          body: { x_mm, y_mm, px_per_mm: pxPerMm },
        }),
      );
      return answer?.sigma_mm ?? 0;
    },
    [jobId, shown],
  );
  return { shown, show, strength, fade, picture, spread };
}
