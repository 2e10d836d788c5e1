import type { Wall } from "../../../api/client";
import type { WallPhoto } from "../../../job/usePhoto";
import { freeId } from "../../../lib/ids";

export type Mark = WallPhoto["marks"][number];
export type Distance = WallPhoto["distances"][number];

const CORNERS = ["lower left", "lower right", "upper right", "upper left"] as const;
/** Where on the picture four marks are put at first, as shares of it, in that order. */
const AT: readonly [number, number][] = [
  [0.3, 0.72],
  [0.7, 0.72],
  [0.7, 0.28],
  [0.3, 0.28],
];

/** What four corners can be put on: each opening, the face itself, or strips of tape. */
export function rectangles(wall: Wall): { key: string; label: string }[] {
  const openings = wall.openings.map((one) => ({ key: one.id, label: `The ${one.kind}: its four corners` }));
  return [
    ...openings,
    { key: "face", label: "The wall: its four corners" },
    { key: "tape", label: "Four strips of tape" },
  ];
}

/** A photo with four more marks on what was chosen, their places known as far as the wall knows them. */
export function withFour(photo: WallPhoto, key: string, wall: Wall): WallPhoto {
  const opening = wall.openings.find((one) => one.id === key);
  const area =
    opening ??
    (key === "face" ? { x_mm: 0, y_mm: 0, width_mm: wall.width_mm, height_mm: wall.height_mm } : null);
  const of = opening ? `of the ${opening.kind}` : key === "face" ? "corner of the wall" : "strip of tape";
  let marks = photo.marks;
  for (const [index, corner] of CORNERS.entries()) {
    const right = index === 1 || index === 2;
    const [u, v] = AT[index] ?? [0.5, 0.5];
    const mark: Mark = {
      id: freeId(
        key === "tape" ? "tape" : "mark",
        marks.map((one) => one.id),
      ),
      name: `${corner} ${of}`,
      u_px: photo.width_px * u,
      v_px: photo.height_px * v,
      x_mm: area ? area.x_mm + (right ? area.width_mm : 0) : null,
      y_mm: area ? area.y_mm + (index > 1 ? area.height_mm : 0) : null,
      zoom: 1,
      // it lies where the button put it, until somebody moves it or says that it sits right
      waits: true,
    };
    marks = [...marks, mark];
  }
  return { ...photo, marks };
}

/** A photo with one more mark where it was tapped. */
export function withMark(photo: WallPhoto, u_px: number, v_px: number, zoom: number): WallPhoto {
  const ids = photo.marks.map((one) => one.id);
  const mark: Mark = {
    id: freeId("mark", ids),
    name: `mark ${photo.marks.length + 1}`,
    u_px,
    v_px,
    x_mm: null,
    y_mm: null,
    zoom,
    waits: false,
  };
  return { ...photo, marks: [...photo.marks, mark] };
}

/** A photo without a mark, and without the distances that went to it. */
export function withoutMark(photo: WallPhoto, id: string): WallPhoto {
  return {
    ...photo,
    marks: photo.marks.filter((one) => one.id !== id),
    distances: photo.distances.filter((one) => one.first !== id && one.second !== id),
  };
}

/** Sides and diagonals between strips of tape that nobody has measured yet. */
export function openTapes(photo: WallPhoto): [Mark, Mark][] {
  const tape = photo.marks.filter((one) => one.id.startsWith("tape"));
  return tape.flatMap((one, index) =>
    tape
      .slice(index + 1)
      .filter((other) => !photo.distances.some((far) => joins(far, one.id, other.id)))
      .map((other): [Mark, Mark] => [one, other]),
  );
}

function joins(far: Distance, one: string, other: string): boolean {
  return (far.first === one && far.second === other) || (far.first === other && far.second === one);
}

/** A photo with a distance by tape between two marks. */
export function withDistance(
  photo: WallPhoto,
  first: string,
  second: string,
  mm: number,
  check: boolean,
): WallPhoto {
  const id = freeId(
    "distance",
    photo.distances.map((one) => one.id),
  );
  return { ...photo, distances: [...photo.distances, { id, first, second, distance_mm: mm, check }] };
}

/** The CSS transform that lays a picture upright: from its points to points of a drawing of the wall. */
export function uprightTransform(
  toPicture: readonly number[],
  heightMm: number,
  perMm: number,
): string | null {
  const [a, b, c, d, e, f, g, h, i] = toPicture as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  // the inverse, but for a factor that a homography does not mind
  const back = [
    [e * i - f * h, c * h - b * i, b * f - c * e],
    [f * g - d * i, a * i - c * g, c * d - a * f],
    [d * h - e * g, b * g - a * h, a * e - b * d],
  ] as const;
  const [x, y, w] = back;
  const turned = [
    x.map((one) => one * perMm),
    y.map((one, k) => (heightMm * (w[k] ?? 0) - one) * perMm),
    [...w],
  ];
  const scale = w[2] || 1;
  const [r0, r1, r2] = turned.map((row) => row.map((one) => one / scale)) as [number[], number[], number[]];
  const columns = [r0[0], r1[0], 0, r2[0], r0[1], r1[1], 0, r2[1], 0, 0, 1, 0, r0[2], r1[2], 0, r2[2]];
  return columns.every((one) => Number.isFinite(one)) ? `matrix3d(${columns.join(",")})` : null;
}
