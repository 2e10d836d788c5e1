import { expect, test } from "vitest";
import { touchedOn } from "./touched";

test("days are said as one says them", () => {
  const now = new Date(2026, 10, 26, 8, 0);
  expect(touchedOn(new Date(2026, 10, 26, 0, 0).toISOString(), now)).toBe("today");
  expect(touchedOn(new Date(2026, 10, 25, 23, 59).toISOString(), now)).toBe("yesterday");
  expect(touchedOn(new Date(2026, 10, 24, 23, 59).toISOString(), now)).toBe("24 Nov");
  expect(touchedOn(new Date(2025, 10, 26, 8, 0).toISOString(), now)).toBe("26 Nov 2025");
});
