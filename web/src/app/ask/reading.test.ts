import { expect, test } from "vitest";
import { allRead, isRefused, reads } from "./reading";

test("a button waits for what is being read, and for what that sets going", async () => {
  const done: string[] = [];
  const later = (what: string, next?: () => void) =>
    new Promise<void>((resolve) =>
      setTimeout(() => {
        done.push(what);
        next?.();
        resolve();
      }, 1),
    );
  reads(later("first", () => reads(later("second"))));
  expect(await allRead()).toBe(true);
  expect(done).toEqual(["first", "second"]);
  isRefused("wide", true);
  expect(await allRead()).toBe(false);
  isRefused("wide", false);
  expect(await allRead()).toBe(true);
});
