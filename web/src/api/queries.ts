import { askAnew } from "./askAnew";
import type { QueryClient } from "@tanstack/react-query";
import { ask, type Schemas } from "./client";

const ONCE = { staleTime: Infinity };

/** Every list on the screen, in the trade words of a region; it does not change while the application runs. */
export function useLists(region?: Schemas["Region"] | null) {
  const anywhere = ask.useQuery("get", "/api/lists", {}, ONCE).data;
  const there = ask.useQuery(
    "get",
    "/api/lists",
    { params: { query: { region } } },
    { ...ONCE, enabled: !!region },
  ).data;
  // until they have come, the lists in the words of anywhere do
  return (region && there) || anywhere;
}

export const SITES = ["get", "/api/sites"] as const;

/** All that a list of sites is made of: its pages, whole sites, and the verdicts that were worked out for it. */
const LISTED = [SITES, ["get", "/api/sites/{site_id}"], ["get", "/api/jobs/{job_id}/line"]] as const;

/** Asks for the list of sites anew after a change. */
export async function refreshSites(queries: QueryClient): Promise<void> {
  await askAnew(queries, LISTED);
}
