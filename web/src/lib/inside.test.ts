import { expect, test } from "vitest";
import { inside } from "./inside";

test("only the first letter becomes small, and an abbreviation stays", () => {
  expect(inside("Strap toggle M6")).toBe("strap toggle M6");
  expect(inside("TV point")).toBe("TV point");
  expect(inside("A touch")).toBe("a touch");
  expect(inside(undefined)).toBe("");
});
