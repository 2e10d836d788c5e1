import { expect, test } from "vitest";
import { partsOf } from "./spoken";

const WORDS = [
  { key: "plug", forms: ["plug", "plugs"] },
  { key: "frame_plug", forms: ["frame plug"] },
  { key: "stud", forms: ["stud", "studs"] },
];
const shown = (text: string) =>
  partsOf(text, WORDS).map((part) => (typeof part === "string" ? part : `[${part.word.key}:${part.text}]`));

test("the longer word is taken before the shorter one in it", () => {
  expect(shown("A frame plug, no plug.")).toEqual([
    "A ",
    "[frame_plug:frame plug]",
    ", no ",
    "[plug:plug]",
    ".",
  ]);
});

test("a word is marked once, as it was written, and never inside another", () => {
  expect(shown("Studs: a stud. A studio is none.")).toEqual(["[stud:Studs]", ": a stud. A studio is none."]);
  expect(shown("mid-stud")).toEqual(["mid-stud"]);
});
