import { useLayoutEffect } from "react";
import { useSearchParams } from "react-router";
import type { Plan } from "../../api/client";
import { nextPlace, type Place, placesOf, type Standing } from "../../job/standing";

export interface Whereabouts {
  index: number;
  last: number;
  place: Place | undefined;
  mode: "different" | "ways" | null;
  /** The hole whose ways on are looked at. */
  asked: string | null;
  go: (to: number, more?: Record<string, string>) => void;
  /** To the first place where something is still to be done. */
  goNext: () => void;
}

/** Where in the work somebody is, kept in the address so that a reload finds it again; moved by the arrow keys. */
export function usePlace(plan: Plan, stands: Standing): Whereabouts {
  const [query, setQuery] = useSearchParams();
  const places = placesOf(plan);
  const wanted = query.get("step");
  const found = places.findIndex(
    ({ step, hole }) =>
      step.id === wanted && (hole === null || hole.hole_id === (query.get("hole") ?? hole.hole_id)),
  );
  const next = nextPlace(places, stands);
  const index = wanted === "finished" ? places.length : found === -1 ? next : found;
  const said = query.get("mode");
  const mode = said === "different" || said === "ways" ? said : null;
  const go: Whereabouts["go"] = (to, more = {}) => {
    const there = places[Math.min(Math.max(to, 0), places.length)];
    const where: Record<string, string> = there
      ? { step: there.step.id, ...(there.hole ? { hole: there.hole.hole_id } : {}) }
      : { step: "finished" };
    setQuery({ ...where, ...more }, { replace: true });
  };
  // with the screen and not after it: a key pressed at once must be heard from the step one sees
  useLayoutEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement) return;
      if (mode && event.key === "Escape") go(index);
      if (!mode && event.key === "ArrowRight") go(index + 1);
      if (!mode && event.key === "ArrowLeft") go(index - 1);
    };
    addEventListener("keydown", keys);
    return () => removeEventListener("keydown", keys);
  });
  return {
    index,
    last: places.length,
    place: places[index],
    mode,
    asked: query.get("of"),
    go,
    goNext: () => setQuery({}, { replace: true }),
  };
}
