/** Today, as it is written into what was done: 2026-05-09. */
export function today(): string {
  return new Date().toISOString().slice(0, 10);
}
