import { useEffect, useState } from "react";
import type { Placing } from "../../lib/placing";

/** What is about to be put on the wall; on a small screen the wall may be scrolled away when it is to be tapped. */
export function usePlacing(): [Placing | null, (placing: Placing | null) => void] {
  const [placing, setPlacing] = useState<Placing | null>(null);
  useEffect(() => {
    if (placing) document.querySelector('[data-shows="elevation"]')?.scrollIntoView({ block: "nearest" });
  }, [placing]);
  return [placing, setPlacing];
}
