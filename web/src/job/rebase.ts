type Plain = Record<string, unknown>;

function isPlain(value: unknown): value is Plain {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

function same(a: unknown, b: unknown): boolean {
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}

function idsOf(value: unknown): string | null {
  if (!Array.isArray(value)) return null;
  const ids = value.map((item) => (isPlain(item) && typeof item.id === "string" ? item.id : null));
  return ids.includes(null) ? null : ids.join(" ");
}

/**
 * What somebody changed between base and mine, put on top of the latest state.
 *
 * Two quick changes, or two tabs, then keep each other's work. Lists whose entries have the same ids are taken
 * entry by entry; any other list that was changed is taken whole.
 */
export function rebase<T>(base: T, mine: T, latest: T): T {
  if (same(base, mine)) return latest;
  if (same(base, latest)) return mine;
  if (isPlain(base) && isPlain(mine) && isPlain(latest)) {
    const keys = new Set([...Object.keys(mine), ...Object.keys(latest)]);
    return Object.fromEntries([...keys].map((key) => [key, rebase(base[key], mine[key], latest[key])])) as T;
  }
  const ids = idsOf(base);
  if (ids !== null && ids === idsOf(mine) && ids === idsOf(latest)) {
    const [from, to, now] = [base, mine, latest] as unknown as [Plain[], Plain[], Plain[]];
    return now.map((item, index) => rebase(from[index], to[index], item)) as T;
  }
  return mine;
}
