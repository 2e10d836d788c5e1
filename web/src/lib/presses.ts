/** Who holds on longer drags something, or means it; nobody waits for that. */
const LONGEST_MS = 2000;
/** A touch becomes a click only a little after the finger is off. */
const CLICK_MS = 50;

/** Does what changes the screen once no press is under way. */
export type Scheduler = (work: () => void) => void;

/**
 * Holds back what changes the screen while something is pressed, in its order: an answer that comes between a button's
 * down and up would move another thing under the finger, and the press would be lost or meant for that.
 */
export function afterPresses(target: EventTarget): Scheduler {
  const waiting: (() => void)[] = [];
  let ends: ReturnType<typeof setTimeout> | null = null;
  const goOn = () => {
    ends = null;
    for (const work of waiting.splice(0)) work();
  };
  const endIn = (ms: number) => {
    if (ends !== null) clearTimeout(ends);
    ends = setTimeout(goOn, ms);
  };
  const letGo = () => ends !== null && endIn(CLICK_MS);
  target.addEventListener("pointerdown", () => endIn(LONGEST_MS), { capture: true });
  target.addEventListener("pointerup", letGo, { capture: true });
  target.addEventListener("pointercancel", letGo, { capture: true });
  return (work) => {
    if (ends === null) setTimeout(work, 0);
    else waiting.push(work);
  };
}
