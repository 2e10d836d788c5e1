import type { QueryClient } from "@tanstack/react-query";

/**
 * Asks anew after a change for what is looked at.
 *
 * A first answer that is still under way would be taken as the new one, though it was asked before the change: it is
 * dropped first.
 */
export async function askAnew(queries: QueryClient, keys: readonly (readonly string[])[]): Promise<void> {
  await Promise.all(keys.map((queryKey) => queries.cancelQueries({ queryKey })));
  await Promise.all(keys.map((queryKey) => queries.invalidateQueries({ queryKey })));
}
