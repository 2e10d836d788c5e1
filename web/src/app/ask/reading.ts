/** Figures of the sentence that are being read, and those that could not be: whoever presses a button has just left one. */
const underWay = new Set<Promise<void>>();
const refused = new Set<string>();

/** Keeps in mind that a figure is being read. */
export function reads(work: Promise<void>): void {
  underWay.add(work);
  void work.finally(() => underWay.delete(work));
}

/** Whether a figure, by its own id, holds what cannot be read. */
export function isRefused(id: string, now: boolean): void {
  if (now) refused.add(id);
  else refused.delete(id);
}

/** When all that was typed is read; whether all of it could be. */
export async function allRead(): Promise<boolean> {
  while (underWay.size > 0) await Promise.allSettled([...underWay]);
  return refused.size === 0;
}
