import type { QueryClient } from "@tanstack/react-query";

/**
 * Asks for the list of sites anew after a change.
 *
 * A first answer that is still under way would be taken as the new one, though it was asked before the change: it is
 * dropped first.
 */
export async function refreshSites(queries: QueryClient): Promise<void> {
  await queries.cancelQueries({ queryKey: ["sites"] });
  await queries.invalidateQueries({ queryKey: ["sites"] });
}
