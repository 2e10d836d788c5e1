import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { afterPresses } from "./presses";

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
