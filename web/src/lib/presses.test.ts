import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { afterPresses, pressesMeanWhatTheyBegan } from "./presses";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

function pressing() {
  const target = new EventTarget();
  const done: string[] = [];
  const later = afterPresses(target);
  return {
    done,
    answer: (name: string) => later(() => done.push(name)),
    happens: (what: string) => target.dispatchEvent(new Event(what)),
  };
}

test("what is answered while a button is down is shown after its click, in order", () => {
  const { done, answer, happens } = pressing();
  happens("pointerdown");
  answer("first");
  vi.advanceTimersByTime(300);
  answer("second");
  expect(done).toEqual([]);
  happens("pointerup");
  // the click itself comes in between
  vi.advanceTimersByTime(10);
  expect(done).toEqual([]);
  vi.advanceTimersByTime(50);
  expect(done).toEqual(["first", "second"]);
});

test("with nothing pressed nobody waits, and a drag holds up nothing for long", () => {
  const { done, answer, happens } = pressing();
  answer("at once");
  vi.advanceTimersByTime(0);
  expect(done).toEqual(["at once"]);
  happens("pointerup");
  answer("after a stray up");
  vi.advanceTimersByTime(0);
  happens("pointerdown");
  answer("during a drag");
  vi.advanceTimersByTime(2500);
  answer("later in it");
  vi.advanceTimersByTime(0);
  expect(done).toEqual(["at once", "after a stray up", "during a drag", "later in it"]);
});

test("a press means the button that it began on, also where that moved from under the pointer, and once", () => {
  const page = new EventTarget();
  pressesMeanWhatTheyBegan(page);
  const clicks: string[] = [];
  const button = {
    isConnected: true,
    disabled: false,
    contains: (at: unknown) => at === button,
    click: () => clicks.push("rescued"),
  };
  const happens = (what: string, more: object = {}) => {
    const event = new Event(what);
    const told = {
      clientX: 10,
      clientY: 10,
      button: 0,
      pointerType: "mouse",
      target: { closest: () => button },
      ...more,
    };
    for (const [key, value] of Object.entries(told)) Object.defineProperty(event, key, { value });
    page.dispatchEvent(event);
    vi.advanceTimersByTime(what === "pointerup" && !("then" in more) ? 100 : 0);
  };
  happens("pointerdown");
  happens("pointerup");
  expect(clicks).toEqual(["rescued"]);
  // a click that came needs no other
  happens("pointerdown");
  happens("pointerup", { then: "click" });
  happens("click", { target: button });
  vi.advanceTimersByTime(100);
  // who moves off the button before he lets go means nothing by it, and a touch clicks in its own time
  happens("pointerdown");
  happens("pointerup", { clientX: 60 });
  happens("pointerdown", { pointerType: "touch" });
  happens("pointerup");
  // what could not be pressed when it was is not pressed once it can be
  button.disabled = true;
  happens("pointerdown");
  button.disabled = false;
  happens("pointerup");
  // what is gone is not pressed
  happens("pointerdown");
  button.isConnected = false;
  happens("pointerup");
  expect(clicks).toEqual(["rescued"]);
});
