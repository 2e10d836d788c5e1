import { expect, test } from "vitest";
import cases from "../../../tests/shown_lengths.json";
import type { Units } from "../api/client";
import { freeId } from "./ids";
import { inputForce, inputLength, inputMass, showLength } from "./units";

test.each(cases)("shows $mm mm in $units as the core does", ({ mm, units, shown }) => {
  expect(showLength(mm, units as Units)).toBe(shown);
});

test("an input keeps the half millimetre of a board", () => {
  expect(inputLength(12.5, "metric")).toBe("12.5 mm");
  expect(inputMass(2, "imperial")).toBe("4.4 lb");
  expect([inputForce(700, "metric"), inputForce(1000, "imperial")]).toEqual(["700 N", "225 lbf"]);
});

test("a new id is free and says what it is", () => {
  expect(freeId("socket", [])).toBe("socket");
  expect(freeId("socket", ["socket", "socket-2"])).toBe("socket-3");
});
