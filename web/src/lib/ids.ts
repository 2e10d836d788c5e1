/** A short id that is free among those taken: "socket", "socket-2", "socket-3". */
export function freeId(stem: string, taken: readonly string[]): string {
  if (!taken.includes(stem)) return stem;
  let number = 2;
  while (taken.includes(`${stem}-${number}`)) number += 1;
  return `${stem}-${number}`;
}
