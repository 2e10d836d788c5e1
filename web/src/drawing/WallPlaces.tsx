import { useEffect, useRef } from "react";
import type { MapPlace, WallMap } from "../lib/wallMap";
import type { Schemas } from "../api/client";
import type { Scale } from "./scale";

type WallPlace = Schemas["WallPlace"];

const STEP = 11;

/** Where the fixture could go, by its middle: dots where it is ready, open diamonds to be proved, strokes where not. */
export function WallPlaces({
  map,
  places,
  nearest,
  scale,
}: {
  /** The verdict at every step, where it is worked out. */
  map: WallMap | null;
  places: readonly WallPlace[];
  /** The ready place nearest to the finger, ringed. */
  nearest: MapPlace | null;
  scale: Scale;
}) {
  if (places.length === 0 && !map) return null;
  return (
    <g aria-hidden data-testid="wall-places">
      {map ? <Mapped map={map} scale={scale} /> : <Judged places={places} scale={scale} />}
      {nearest && (
        <circle
          cx={scale.x(nearest.middle_x_mm)}
          cy={scale.y(nearest.middle_y_mm)}
          r="8"
          fill="none"
          stroke="var(--chalk)"
          strokeWidth="2"
        />
      )}
    </g>
  );
}

function Marks({ marks }: { marks: Record<string, string> }) {
  return (
    <>
      <path d={marks.do_not_drill} stroke="var(--brick)" strokeWidth="1.1" opacity=".75" />
      <path d={marks.prove_first} fill="var(--sheet)" stroke="var(--ochre)" strokeWidth="1.2" />
      <path d={marks.ready} fill="var(--chalk)" stroke="var(--sheet)" strokeWidth="0.8" />
    </>
  );
}

function mark(word: string | undefined, x: number, y: number, size: number): string {
  if (word === "ready")
    return `M${x - size} ${y}a${size} ${size} 0 1 0 ${2 * size} 0a${size} ${size} 0 1 0 ${-2 * size} 0Z`;
  if (word === "prove_first")
    return `M${x} ${y - size - 1}l${size + 1} ${size + 1}l${-size - 1} ${size + 1}l${-size - 1} ${-size - 1}Z`;
  return `M${x - size + 0.5} ${y + size - 0.5}l${2 * size - 1} ${1 - 2 * size}`;
}

function Judged({ places, scale }: { places: readonly WallPlace[]; scale: Scale }) {
  const marks: Record<string, string> = { ready: "", prove_first: "", do_not_drill: "" };
  for (const place of places) {
    marks[place.word] += mark(place.word, scale.x(place.middle_x_mm), scale.y(place.middle_y_mm), 3);
  }
  return <Marks marks={marks} />;
}

/** A place at every step: a wash that is sharp at its edges, and marks that read without any colour. */
function Mapped({ map, scale }: { map: WallMap; scale: Scale }) {
  const { told } = map;
  const marks: Record<string, string> = { ready: "", prove_first: "", do_not_drill: "" };
  const half = told.step_mm / 2;
  const [from, up] = [told.middle_x_mm - half, told.middle_y_mm - half];
  const [left, right] = [scale.x(from), scale.x(from + map.span.wide)];
  const [bottom, top] = [scale.y(up), scale.y(up + map.span.high)];
  for (let y = bottom - STEP / 2, odd = 0; y > top; y -= STEP, odd = 1 - odd) {
    for (let x = left + STEP / 2 + (odd * STEP) / 2; x < right; x += STEP) {
      const at = scale.toMm(x, y);
      const number = map.at(at.x, at.y);
      if (number === null) continue;
      const word = told.words[number] ?? "do_not_drill";
      marks[word] += mark(word, Math.round(x * 10) / 10, Math.round(y * 10) / 10, 2);
    }
  }
  return (
    <>
      <Wash map={map} box={{ left, top, width: right - left, height: bottom - top }} />
      <Marks marks={marks} />
    </>
  );
}

/** Where it is ready, one point of the picture for each place along, drawn down to the size of the wall. */
function Wash({
  map,
  box,
}: {
  map: WallMap;
  box: { left: number; top: number; width: number; height: number };
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [wide, high] = [Math.max(1, Math.round(box.width * 2)), Math.max(1, Math.round(box.height * 2))];
  useEffect(() => {
    const pen = canvas.current?.getContext("2d");
    if (!pen) return;
    const picture = pen.createImageData(wide, high);
    const ink =
      getComputedStyle(canvas.current as HTMLCanvasElement)
        .color.match(/\d+/g)
        ?.map(Number) ?? [];
    const READY = map.told.words.indexOf("ready");
    for (let v = 0; v < high; v += 1) {
      const row = map.patterns[map.rows[Math.floor(((high - 1 - v + 0.5) * map.rows.length) / high)] ?? 0];
      for (let u = 0; u < wide; u += 1) {
        if (row?.[Math.floor(((u + 0.5) * map.told.columns) / wide)] !== READY) continue;
        picture.data.set([ink[0] ?? 0, ink[1] ?? 0, ink[2] ?? 0, 46], 4 * (v * wide + u));
      }
    }
    pen.putImageData(picture, 0, 0);
  }, [map, wide, high]);
  return (
    <foreignObject
      x={box.left}
      y={box.top}
      width={box.width}
      height={box.height}
      className="pointer-events-none"
    >
      <canvas ref={canvas} width={wide} height={high} className="block h-full w-full text-chalk" />
    </foreignObject>
  );
}
