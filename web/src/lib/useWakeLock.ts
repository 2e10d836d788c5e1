import { useEffect } from "react";

/** Keeps the screen awake while both hands are busy, where the browser can. */
export function useWakeLock(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const take = async () => {
      try {
        const taken = await navigator.wakeLock?.request("screen");
        if (gone) void taken?.release();
        else lock = taken ?? null;
      } catch {
        // refused, for instance on a low battery: the screen then sleeps as it always does
      }
    };
    const again = () => {
      if (document.visibilityState === "visible") void take();
    };
    void take();
    document.addEventListener("visibilitychange", again);
    return () => {
      gone = true;
      void lock?.release();
      document.removeEventListener("visibilitychange", again);
    };
  }, []);
}
