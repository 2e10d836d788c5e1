import { useEffect, useState } from "react";

/** The time, moving on every so many milliseconds while somebody needs it. */
export function useNow(everyMs: number, needed: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!needed) return undefined;
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs, needed]);
  return now;
}
