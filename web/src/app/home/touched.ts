const DAY_MS = 86_400_000;

/** When something was touched last, as one says it: today, yesterday, a day of this year, or a day and its year. */
export function touchedOn(at: string, now: Date = new Date()): string {
  const then = new Date(at);
  const midnight = new Date(now.getFullYear(), now.getMonth(), now.getDate());
  const ago = Math.ceil((midnight.getTime() - then.getTime()) / DAY_MS);
  if (ago <= 0) return "today";
  if (ago === 1) return "yesterday";
  return then.toLocaleDateString("en-GB", {
    day: "numeric",
    month: "short",
    ...(then.getFullYear() === now.getFullYear() ? {} : { year: "numeric" }),
  });
}
