const last = new Map<string, Promise<unknown>>();

/**
 * Does what is sent for a job in its turn, one after the other in this tab: each is put on what stands once the one
 * before was answered, so that two of one's own never look like somebody else's. What fails holds up nobody.
 */
export function inTurn<T>(jobId: string, work: () => Promise<T>): Promise<T> {
  const mine = (last.get(jobId) ?? Promise.resolve()).then(work);
  const over = mine.catch(() => undefined);
  last.set(jobId, over);
  void over.then(() => {
    if (last.get(jobId) === over) last.delete(jobId);
  });
  return mine;
}
