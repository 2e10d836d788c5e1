import type { Lists } from "../api/client";

/** One of a list that somebody picks from, under the head of its group where it has one. */
export interface Offered {
  key: string;
  label: string;
  group?: string;
}

type Shape = Lists["shapes"][number];

/** What may go up, by its everyday name and by its shape; `fits`: the shapes that may be taken here. */
export function whatGoesUp(lists: Lists, fits: (shape: Shape) => boolean = () => true): Offered[] {
  const shapes = lists.shapes.filter(fits);
  return [
    ...lists.common_things
      .filter((one) => shapes.some((shape) => shape.key === one.shape))
      .map((one) => ({ key: one.key, label: one.label, group: "By its name" })),
    ...shapes.map((one) => ({ key: one.key, label: one.label, group: "By its shape" })),
  ];
}

/** The shape that something is made from, with where its measures start and what hands do to it. */
export function startOf(lists: Lists, key: string | undefined) {
  const thing = lists.common_things.find((one) => one.key === key);
  const shape = lists.shapes.find((one) => one.key === (thing?.shape ?? key)) ?? lists.shapes[0];
  if (!shape) return null;
  const measures = shape.measures.map((one) => ({ ...one, start: thing?.measures?.[one.key] ?? one.start }));
  return {
    key: thing?.key ?? shape.key,
    says: shape.says,
    shape: { ...shape, measures },
    hand: thing?.hand ?? shape.hand,
    environment: thing?.environment ?? "dry",
  };
}
