import { type PointerEvent, useEffect, useMemo, useRef, useState } from "react";
import type { Placement, Plan, Rect, Stage } from "../api/client";
import { Checkbox } from "../ui/controls";
import { aheadOf, FixtureOnWall } from "./FixtureOnWall";
import { Hatches } from "./Hatches";
import { EvidenceMarks } from "./EvidenceMarks";
import { closeUp, crowded, fitScale, polygon, type Scale, wholeWall } from "./scale";
import { Highlight, Risk, Routes, Unswept } from "./RiskPicture";
import { Finds, Points, Sweeps, Zones } from "./Services";
import { useSize } from "./useSize";
import { Brickwork, Framing, Openings, Rulers, StudCentres } from "./WallFace";

interface Props {
  plan: Plan;
  saved: Plan;
  savedPlacement: Placement;
  placement: Placement;
  selected: string | null;
  onSelect: (hole: string) => void;
  onMove: (placement: Placement) => void;
  onDrop: () => void;
  /** If set, a tap on the wall places something there; the text says what. */
  placing: { label: string; onPlace: (x: number, y: number) => void } | null;
  /** Told the scale whenever it changes, for a picture that stands under this one. */
  onScale: (scale: Scale) => void;
  /** The height of the line that is swept or shown, if any [mm]. */
  line_mm: number | null;
  stage: Stage;
  highlight: Rect | null;
  /** Where the picture of the risk comes from. */
  risk: string;
}

const LAYERS = ["Framing", "Cable zones", "Routes", "Risk", "Swept", "Not swept", "Checks"] as const;
type Layer = (typeof LAYERS)[number];
/** What is drawn at first; the risk and the ways of services only where they are talked of. */
const HIDDEN_ONLY: readonly Layer[] = ["Routes", "Risk", "Not swept"];

/** The wall front on, to scale. The fixture is dragged, or moved with the arrow keys. */
export function Elevation(props: Props) {
  const { plan, placement, savedPlacement, placing } = props;
  const [ref, size] = useSize<HTMLDivElement>();
  const [chosen, setChosen] = useState<Partial<Record<Layer, boolean>>>({});
  const [near, setNear] = useState<boolean | null>(null);
  const drag = useRef<{ x: number; y: number; from: Placement } | null>(null);
  const elevation = plan.elevation;
  const { saved } = props;
  const whole = useMemo(() => fitScale(wholeWall(saved), size.width, size.height), [saved, size]);
  // a wall too large for the screen starts close up; the choice then is the user's
  const close = near ?? (size.width < 500 && crowded(saved, whole));
  const scale = useMemo(
    () => (close ? fitScale(closeUp(saved, size.width, size.height), size.width, size.height) : whole),
    [close, saved, size, whole],
  );
  const { onScale } = props;
  useEffect(() => onScale(scale), [onScale, scale]);
  const offered = LAYERS.filter((layer) =>
    HIDDEN_ONLY.includes(layer) ? props.stage === "hidden" : layer !== "Checks" || props.stage === "wall",
  );
  const shows = (layer: Layer) => (offered.includes(layer) ? (chosen[layer] ?? layer !== "Routes") : false);

  const start = (event: PointerEvent<SVGGElement>) => {
    if (placing) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, y: event.clientY, from: placement };
  };
  const go = (event: PointerEvent<SVGGElement>) => {
    if (!drag.current) return;
    const dx = Math.round((event.clientX - drag.current.x) / scale.perMm);
    const dy = Math.round((drag.current.y - event.clientY) / scale.perMm);
    if (dx === 0 && dy === 0) return;
    props.onMove({
      ...placement,
      x_mm: drag.current.from.x_mm + dx,
      y_mm: drag.current.from.y_mm + dy,
    });
  };
  const stop = () => {
    if (drag.current) props.onDrop();
    drag.current = null;
  };

  const face = scale.box({ x_mm: 0, y_mm: 0, width_mm: elevation.width_mm, height_mm: elevation.height_mm });
  const outline = elevation.outline.length
    ? polygon(elevation.outline, scale)
    : `M${face.x} ${face.y}h${face.width}v${face.height}h${-face.width}Z`;
  return (
    <section aria-label="Elevation" className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-1 pb-1">
        <h2 className="text-[14px] font-bold">
          Elevation <span className="ml-1 font-normal text-soft">{elevation.size_text}</span>
        </h2>
        <div className="flex flex-wrap gap-x-3.5 gap-y-1 max-sm:hidden">
          {offered.map((layer) => (
            <Checkbox
              key={layer}
              label={layer}
              checked={shows(layer)}
              onChange={(on) => setChosen((now) => ({ ...now, [layer]: on }))}
            />
          ))}
        </div>
        <div className="max-sm:ml-auto">
          <Checkbox label="Close up" checked={close} onChange={setNear} />
        </div>
        {placing && (
          <p role="status" className="ml-auto font-semibold text-chalk">
            {placing.label}
          </p>
        )}
      </div>
      <div ref={ref} className="relative min-h-0 flex-1 touch-none" data-testid="wall">
        {size.width > 0 && (
          <>
            {/* what stands still is a picture of its own, so that a drag repaints the fixture alone */}
            <svg width={size.width} height={size.height} className="absolute inset-0 will-change-transform">
              <Hatches />
              <clipPath id="shown">
                <rect {...scale.box(scale.view)} />
              </clipPath>
              <g clipPath="url(#shown)">
                <path d={outline} fill="var(--sheet)" />
                {plan.reading.layers[0]?.hatch === "concrete" && (
                  <rect {...face} fill="url(#hatch-concrete)" opacity=".35" />
                )}
                <Brickwork elevation={elevation} scale={scale} />
                {shows("Framing") && <Framing elevation={elevation} scale={scale} />}
                {shows("Cable zones") && <Zones elevation={elevation} scale={scale} />}
                {shows("Not swept") && <Unswept elevation={elevation} scale={scale} />}
                {shows("Risk") && <Risk src={props.risk} face={face} />}
                {shows("Routes") && <Routes plan={plan} scale={scale} />}
                <Openings elevation={elevation} scale={scale} />
                {elevation.old_holes.map((old) => (
                  <g key={old.id} stroke="var(--soft)" fill="var(--sheet)">
                    <circle cx={scale.x(old.x_mm)} cy={scale.y(old.y_mm)} r="4.5" strokeDasharray="2 2" />
                    <text
                      x={scale.x(old.x_mm) + 8}
                      y={scale.y(old.y_mm) + 4}
                      fontSize="10.5"
                      stroke="none"
                      fill="var(--ink)"
                    >
                      old hole
                    </text>
                  </g>
                ))}
                {shows("Swept") && <Sweeps elevation={elevation} scale={scale} />}
                <Finds elevation={elevation} scale={scale} />
                <Points elevation={elevation} scale={scale} />
                {shows("Checks") && <EvidenceMarks elevation={elevation} scale={scale} />}
                {props.highlight && <Highlight area={props.highlight} scale={scale} />}
                {props.line_mm !== null && (
                  <path
                    d={`M${scale.frame.left} ${scale.y(props.line_mm)}H${scale.frame.right}`}
                    stroke="var(--ink)"
                    strokeWidth="1.6"
                    strokeDasharray="1 5"
                    strokeLinecap="round"
                  />
                )}
                <path d={outline} fill="none" stroke="var(--ink)" strokeWidth="3.2" data-face="" />
              </g>
              {shows("Framing") && <StudCentres elevation={elevation} scale={scale} units={plan.units} />}
              <Rulers elevation={elevation} scale={scale} />
            </svg>
            <svg
              width={size.width}
              height={size.height}
              className={`absolute inset-0 ${placing ? "cursor-crosshair" : ""}`}
              role="group"
              aria-label={`${plan.wall}, front on`}
              onClick={(event) => {
                if (!placing) return;
                const bounds = event.currentTarget.getBoundingClientRect();
                const at = scale.toMm(event.clientX - bounds.left, event.clientY - bounds.top);
                placing.onPlace(Math.round(at.x), Math.round(at.y));
              }}
            >
              <g
                role="application"
                tabIndex={0}
                aria-label="Fixture: drag it, or move it with the arrow keys, ten times as far with Shift"
                className={placing ? "pointer-events-none" : "cursor-move"}
                onPointerDown={start}
                onPointerMove={go}
                onPointerUp={stop}
                onPointerCancel={stop}
                onKeyDown={(event) => {
                  const step = event.shiftKey ? 10 : 1;
                  const by: Record<string, [number, number]> = {
                    ArrowLeft: [-step, 0],
                    ArrowRight: [step, 0],
                    ArrowUp: [0, step],
                    ArrowDown: [0, -step],
                  };
                  const way = by[event.key];
                  if (!way) return;
                  event.preventDefault();
                  props.onMove({
                    ...placement,
                    x_mm: placement.x_mm + way[0],
                    y_mm: placement.y_mm + way[1],
                  });
                }}
                onKeyUp={(event) => {
                  if (event.key.startsWith("Arrow")) props.onDrop();
                }}
              >
                <FixtureOnWall
                  plan={plan}
                  scale={scale}
                  selected={props.selected}
                  ahead={aheadOf(plan, savedPlacement, placement, props.saved)}
                  onSelect={props.onSelect}
                />
              </g>
            </svg>
          </>
        )}
      </div>
    </section>
  );
}
