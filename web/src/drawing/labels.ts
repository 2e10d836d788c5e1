import type { Plan } from "../api/client";
import type { Scale } from "./scale";

/** Where the words of a mark stand [px]: the foot of the text, and which end of it that is. */
export interface LabelPlace {
  x: number;
  y: number;
  anchor: "start" | "middle" | "end";
}

interface Mark {
  x: number;
  y: number;
  text: string;
}

/** A part of the picture [px] that words keep off. */
export interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** How wide a letter is, in heights of the type. */
const LETTER = 0.56;

const meets = (one: Box, other: Box) =>
  one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom;

/** What a mark takes up: so much [px] about its middle. */
export const dotBox = ({ x, y }: { x: number; y: number }, half: number): Box => ({
  left: x - half,
  right: x + half,
  top: y - half,
  bottom: y + half,
});

/** What words take up. */
export function wordsBox(at: LabelPlace, text: string, size: number): Box {
  const wide = text.length * LETTER * size;
  const left = at.anchor === "start" ? at.x : at.anchor === "end" ? at.x - wide : at.x - wide / 2;
  return { left, right: left + wide, top: at.y - 0.75 * size, bottom: at.y };
}

/** The words of a mark on one side of it, level with it. */
function beside(
  mark: { x: number; y: number },
  side: "left" | "right",
  size: number,
  aside: number,
): LabelPlace {
  const y = mark.y + 0.35 * size;
  return side === "left"
    ? { x: mark.x - aside, y, anchor: "end" }
    : { x: mark.x + aside, y, anchor: "start" };
}

/**
 * A place for the words of each mark where they lie on no other mark and on no other words: beside it, above or below.
 *
 * `first`: the side that is tried first. `size`: of the type [px], `aside`: how far from the mark's middle its words begin,
 * `around`: what else they keep off. null: there is no such place.
 */
export function placeLabels(
  marks: readonly Mark[],
  first: "left" | "right",
  size: number,
  aside: number,
  around: readonly Box[] = [],
): (LabelPlace | null)[] {
  const taken: Box[] = [];
  return marks.map((mark) => {
    const [left, right] = [beside(mark, "left", size, aside), beside(mark, "right", size, aside)];
    const over: LabelPlace = { x: mark.x, y: mark.y - aside, anchor: "middle" };
    const under: LabelPlace = { x: mark.x, y: mark.y + aside + 0.75 * size, anchor: "middle" };
    const dots = marks.filter((one) => one !== mark).map((one) => dotBox(one, aside / 2));
    const tried = first === "left" ? [left, right, over, under] : [right, left, over, under];
    const at = tried.find((place) => {
      const box = wordsBox(place, mark.text, size);
      return ![...taken, ...dots, ...around].some((other) => meets(box, other));
    });
    if (at) taken.push(wordsBox(at, mark.text, size));
    return at ?? null;
  });
}

const NUMBER_ASIDE = 13;
/** The type of a hole's number [px]. */
export const NUMBER_PX = 13;

/** Where the number of each hole stands; it is never left out. */
export function numberPlaces(marks: readonly Mark[]): LabelPlace[] {
  const free = placeLabels(marks, "left", NUMBER_PX, NUMBER_ASIDE);
  return marks.map((mark, index) => free[index] ?? beside(mark, "left", NUMBER_PX, NUMBER_ASIDE));
}

/** The holes of a plan as marks with their numbers. */
export const marksOf = (plan: Plan, scale: Scale): Mark[] =>
  plan.holes.map((hole) => ({ x: scale.x(hole.x_mm), y: scale.y(hole.y_mm), text: String(hole.number) }));

/** What a fixture takes up of the picture: its supports, its holes and their numbers. */
export function takenBy(plan: Plan, scale: Scale): Box[] {
  const marks = marksOf(plan, scale);
  const supports = plan.supports.map((part) => scale.box(part.area));
  return [
    ...supports.map(({ x, y, width, height }) => ({ left: x, right: x + width, top: y, bottom: y + height })),
    ...marks.map((mark) => dotBox(mark, NUMBER_ASIDE / 2)),
    ...numberPlaces(marks).map((at, index) => wordsBox(at, marks[index]?.text ?? "", NUMBER_PX)),
  ];
}
