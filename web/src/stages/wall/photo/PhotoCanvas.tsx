import { BASE } from "../../../api/world";
import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import type { PhotoReading, WallPhoto } from "../../../job/usePhoto";
import type { Mark } from "./marks";

const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

interface Props {
  photo: WallPhoto;
  reading: PhotoReading | null;
  /** Points of the screen to one of the picture. */
  zoom: number;
  /** If set, a tap on the picture tells its place. */
  onTap: ((u: number, v: number) => void) | null;
  /** The points of an edge that is being marked. */
  edge: readonly { u_px: number; v_px: number }[];
  onMove: (mark: string, to: Pick<Mark, "u_px" | "v_px" | "zoom">) => void;
}

/** The picture as it was taken, with its marks to be dragged or moved by keys. */
export function PhotoCanvas({ photo, reading, zoom, onTap, edge, onMove }: Props) {
  const [wide, high] = [photo.width_px * zoom, photo.height_px * zoom];
  const odd = new Set(reading?.marks.filter((one) => one.odd).map((one) => one.id));
  const line = (points: readonly { u_px: number; v_px: number }[]) =>
    points.map((one) => `${one.u_px * zoom},${one.v_px * zoom}`).join(" ");
  return (
    <div className="relative shrink-0" style={{ width: wide, height: high }} data-testid="photo">
      <img
        src={`${BASE}/api/photos/${photo.file}`}
        alt="The photo as it was taken"
        draggable={false}
        className="absolute inset-0 size-full select-none"
      />
      <svg
        width={wide}
        height={high}
        className={`absolute inset-0 ${onTap ? "cursor-crosshair" : ""}`}
        onClick={(event) => {
          const bounds = event.currentTarget.getBoundingClientRect();
          onTap?.((event.clientX - bounds.left) / zoom, (event.clientY - bounds.top) / zoom);
        }}
      >
        {[...photo.edges.map((one) => one.points), edge].map((points, index) => (
          <g key={index}>
            <polyline points={line(points)} fill="none" stroke="#fff" strokeWidth="4" />
            <polyline
              points={line(points)}
              fill="none"
              stroke="#23466b"
              strokeWidth="1.8"
              strokeDasharray="8 4"
            />
          </g>
        ))}
      </svg>
      {photo.marks.map((mark, index) => (
        <Handle
          key={mark.id}
          mark={mark}
          number={index + 1}
          odd={odd.has(mark.id)}
          zoom={zoom}
          within={[photo.width_px, photo.height_px]}
          onMove={(to) => onMove(mark.id, to)}
        />
      ))}
    </div>
  );
}

/** One mark: a cross in a ring, wide enough for a thumb, thin enough to see the corner through it. */
function Handle({
  mark,
  number,
  odd,
  zoom,
  within,
  onMove,
}: {
  mark: Mark;
  number: number;
  odd: boolean;
  zoom: number;
  within: [number, number];
  onMove: (to: Pick<Mark, "u_px" | "v_px" | "zoom">) => void;
}) {
  const held = useRef<{ u: number; v: number; x: number; y: number } | null>(null);
  const [holding, setHolding] = useState(false);
  const to = (u: number, v: number) =>
    onMove({
      u_px: Math.min(within[0], Math.max(0, u)),
      v_px: Math.min(within[1], Math.max(0, v)),
      zoom,
    });
  const onKeyDown = (event: KeyboardEvent) => {
    const way = STEPS[event.key];
    if (!way) return;
    event.preventDefault();
    const step = (event.shiftKey ? 10 : 1) / Math.max(zoom, 0.25);
    to(mark.u_px + way[0] * step, mark.v_px + way[1] * step);
  };
  const down = (event: PointerEvent<HTMLButtonElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    held.current = { u: mark.u_px, v: mark.v_px, x: event.clientX, y: event.clientY };
    setHolding(true);
  };
  const ink = odd ? "#a33a22" : mark.waits ? "#7a4e00" : "#23466b";
  return (
    <button
      type="button"
      aria-label={`${mark.name}${mark.waits ? ", not on its place yet" : ""}: drag it onto its place, or move it with the arrow keys, ten times as far with Shift; press it where it sits right`}
      className="absolute size-12 -translate-x-1/2 -translate-y-1/2 cursor-grab touch-none rounded-full focus-visible:outline-3 focus-visible:outline-chalk"
      style={{ left: mark.u_px * zoom, top: mark.v_px * zoom }}
      onPointerDown={down}
      onPointerMove={(event) => {
        const from = held.current;
        if (from) to(from.u + (event.clientX - from.x) / zoom, from.v + (event.clientY - from.y) / zoom);
      }}
      onPointerUp={() => {
        held.current = null;
        setHolding(false);
      }}
      onClick={() => mark.waits && to(mark.u_px, mark.v_px)}
      onKeyDown={onKeyDown}
    >
      <svg width="48" height="48" viewBox="-24 -24 48 48" className="pointer-events-none">
        {(
          [
            ["#fff", 4.5],
            [ink, 1.6],
          ] as const
        ).map(([stroke, width]) => (
          <g key={stroke} stroke={stroke} strokeWidth={width} fill="none">
            <path d="M-20 0H-3M3 0H20M0 -20V-3M0 3V20" />
            {!holding && <circle r="15" strokeDasharray={odd || mark.waits ? "4 3" : undefined} />}
          </g>
        ))}
        {!holding && (
          <text
            x="16"
            y="-12"
            fontSize="13"
            fontWeight="700"
            fill={ink}
            stroke="#fff"
            strokeWidth="4"
            paintOrder="stroke"
          >
            {number}
          </text>
        )}
      </svg>
    </button>
  );
}
