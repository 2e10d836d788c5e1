import { useEffect, useRef, useState } from "react";
import { type PhotoReading, readingOf, type WallPhoto } from "../../../job/usePhoto";

/** How a photo lies as it is being marked: always the newest answer; a question that was overtaken is not asked. */
export function useReading(jobId: string, photo: WallPhoto): PhotoReading | null {
  const [reading, setReading] = useState<PhotoReading | null>(null);
  const newest = useRef(photo);
  const asking = useRef(false);
  useEffect(() => {
    newest.current = photo;
    const ask = async () => {
      if (asking.current) return;
      asking.current = true;
      try {
        for (let asked: WallPhoto | null = null; asked !== newest.current;) {
          asked = newest.current;
          setReading(await readingOf(jobId, asked));
        }
      } catch {
        // what cannot be read now is asked again with the next change
      } finally {
        asking.current = false;
      }
    };
    void ask();
  }, [jobId, photo]);
  return reading;
}
