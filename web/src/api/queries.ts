import type { QueryClient } from "@tanstack/react-query";
import { ask } from "./client";

/** Every list on the screen; it does not change while the application runs. */
export function useLists() {
  return ask.useQuery("get", "/api/lists", {}, { staleTime: Infinity }).data;
}

export const SITES = ["get", "/api/sites"] as const;

/**
 * Asks for the list of sites anew after a change.
 *
 * A first answer that is still under way would be taken as the new one, though it was asked before the change: it is
 * dropped first.
 */
export async function refreshSites(queries: QueryClient): Promise<void> {
  await queries.cancelQueries({ queryKey: SITES });
  await queries.invalidateQueries({ queryKey: SITES });
}
