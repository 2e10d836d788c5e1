import { type RefObject, useEffect, useState } from "react";

/** Whether something has come into view, or close to it. */
export function useSeen(what: RefObject<Element | null>): boolean {
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const element = what.current;
    if (!element || seen) return undefined;
    const watch = new IntersectionObserver(
      (entries) => {
        if (entries.some((entry) => entry.isIntersecting)) setSeen(true);
      },
      // a margin counts only round what scrolls
      { root: element.closest("[data-scrolls]"), rootMargin: "900px" },
    );
    watch.observe(element);
    return () => watch.disconnect();
  }, [what, seen]);
  return seen;
}
