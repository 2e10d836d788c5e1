/** Who holds on longer drags something, or means it; nobody waits for that. */
const LONGEST_MS = 2000;
/** A touch becomes a click only a little after the finger is off. */
const CLICK_MS = 50;
/** A finger that rolls a little has not moved on. */
const STILL_PX = 8;

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

interface Press {
  on: HTMLElement;
  x: number;
  y: number;
}

/**
 * Lets a press mean what was under the finger when it went down, where that moved away from it meanwhile: a field that
 * is left by the press is read, and a sentence above the button goes. The browser then clicks on neither.
 */
export function pressesMeanWhatTheyBegan(target: EventTarget): void {
  let press: Press | null = null;
  const told = (event: Event) => event as PointerEvent;
  target.addEventListener(
    "pointerdown",
    (event) => {
      const { target: at, clientX: x, clientY: y, button, pointerType } = told(event);
      const on = (at as Element | null)?.closest<HTMLElement>("button, a[href], summary") ?? null;
      const dead = on !== null && "disabled" in on && on.disabled === true;
      // the click of a touch comes as a whole when the finger is off, and in its own time
      press = on && !dead && button === 0 && pointerType === "mouse" ? { on, x, y } : null;
    },
    { capture: true },
  );
  target.addEventListener("pointercancel", () => (press = null), { capture: true });
  target.addEventListener(
    "click",
    (event) => {
      if (press?.on.contains(event.target as Node)) press = null;
    },
    { capture: true },
  );
  target.addEventListener(
    "pointerup",
    (event) => {
      const mine = press;
      const { clientX, clientY } = told(event);
      if (!mine || Math.hypot(clientX - mine.x, clientY - mine.y) > STILL_PX) {
        press = null;
        return;
      }
      setTimeout(() => {
        if (press !== mine) return;
        press = null;
        if (mine.on.isConnected) mine.on.click();
      }, CLICK_MS);
    },
    { capture: true },
  );
}
