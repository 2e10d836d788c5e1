import { PostStrip } from "./PostPicture";
import { useEffect, useMemo, useState } from "react";
import type { Plan, Rect, Schemas, Stage } from "../api/client";
import { Checkbox } from "../ui/controls";
import { aheadOf, FixtureOnWall } from "./FixtureOnWall";
import { Hatches } from "./Hatches";
import { EvidenceMarks } from "./EvidenceMarks";
import { closeUp, crowded, fitScale, polygon, type Scale, wholeWall } from "./scale";
import { Highlight, Risk, Routes, Unswept } from "./RiskPicture";
import { Finds, Points, Sweeps, Zones } from "./Services";
import { takenBy } from "./labels";
import { LineUps } from "./LineUps";
import { PlannedThings, Stairs, Things, Tiles } from "./Landmarks";
import { OffPhotoMarks, PhotoUnder, type UprightPhoto } from "./PhotoUnder";
import { PlacingCross } from "./PlacingCross";
import { useMover } from "./useMover";
import { useSize } from "../lib/useSize";
import type { MapPlace, WallMap } from "../lib/wallMap";
import { WallPlaces } from "./WallPlaces";
import { Brickwork, Framing, OldHoles, Openings, Rulers, StudCentres } from "./WallFace";

export type Held = Schemas["Trial"];

/** Where the fixture is: as saved, and as it is moved by finger or key, with what it lines up with there. */
export interface Moving {
  saved: Plan;
  at: Held;
  lineUps: Schemas["TrialAnswer"]["line_ups"];
  onMove: (next: Held | ((now: Held) => Held)) => void;
  onDrop: () => void;
}

/** What is drawn on top of the wall for the stage that is looked at. */
export interface Overlay {
  stage: Stage;
  /** The height of the line that is swept or shown, if any [mm]. */
  line_mm: number | null;
  highlight: Rect | null;
  /** Where it could go, if that is shown, and the ready place nearest to where it is. */
  map: WallMap | null;
  places: readonly Schemas["WallPlace"][];
  nearest: MapPlace | null;
  /** Where the picture of the risk comes from. */
  risk: string;
  /** A photo that lies under everything. */
  photo: UprightPhoto | null;
  /** What other jobs plan on this wall. */
  beside: readonly { id: string; title: string; area: Rect }[];
}

interface Props {
  plan: Plan;
  moving: Moving;
  overlay: Overlay;
  selected: string | null;
  onSelect: (hole: string) => void;
  /** If set, a tap on the wall places something there; the text says what, and it can be left. */
  placing: {
    label: string;
    /** `byFinger`: a fingertip came down there, which is no sharp point. */
    onPlace: (x: number, y: number, byFinger: boolean) => unknown;
    onLeave: () => void;
  } | null;
  /** Told the scale whenever it changes, for a picture that stands under this one. */
  onScale: (scale: Scale) => void;
}

const LAYERS = ["Framing", "Cable zones", "Routes", "Risk", "Swept", "Not swept", "Checks"] as const;
type Layer = (typeof LAYERS)[number];
/** What is drawn at first; the risk and the ways of services only where they are talked of. */
const HIDDEN_ONLY: readonly Layer[] = ["Routes", "Risk", "Not swept"];

type Shows = (layer: Layer) => boolean;

/** What stands still: the wall and what is known of it. */
function Still({
  plan,
  scale,
  shows,
  overlay,
}: {
  plan: Plan;
  scale: Scale;
  shows: Shows;
  overlay: Overlay;
}) {
  const { elevation } = plan;
  const face = scale.box({ x_mm: 0, y_mm: 0, width_mm: elevation.width_mm, height_mm: elevation.height_mm });
  const outline = elevation.outline.length
    ? polygon(elevation.outline, scale)
    : `M${face.x} ${face.y}h${face.width}v${face.height}h${-face.width}Z`;
  return (
    <>
      <Hatches />
      <clipPath id="shown">
        <rect {...scale.box(scale.view)} />
      </clipPath>
      <g clipPath="url(#shown)">
        <path d={outline} fill="var(--sheet)" />
        {overlay.photo && <PhotoUnder photo={overlay.photo} scale={scale} />}
        {plan.reading.layers[0]?.hatch === "concrete" && (
          <rect {...face} fill="url(#hatch-concrete)" opacity=".35" />
        )}
        <Brickwork elevation={elevation} scale={scale} />
        <Tiles elevation={elevation} scale={scale} />
        {shows("Framing") && <Framing elevation={elevation} scale={scale} />}
        {shows("Cable zones") && <Zones elevation={elevation} scale={scale} />}
        {shows("Not swept") && <Unswept elevation={elevation} scale={scale} />}
        {shows("Risk") && <Risk src={overlay.risk} face={face} />}
        {shows("Routes") && <Routes plan={plan} scale={scale} />}
        <Stairs elevation={elevation} scale={scale} />
        <g opacity={overlay.photo ? 0.45 : 1}>
          <Openings elevation={elevation} scale={scale} />
        </g>
        <PlannedThings things={overlay.beside} scale={scale} />
        <Things elevation={elevation} scale={scale} />
        <OldHoles elevation={elevation} scale={scale} taken={takenBy(plan, scale)} />
        {shows("Swept") && <Sweeps elevation={elevation} scale={scale} />}
        <Finds elevation={elevation} scale={scale} holes={plan.holes} />
        <Points elevation={elevation} scale={scale} />
        <OffPhotoMarks off={elevation.off_photo} scale={scale} />
        {shows("Checks") && <EvidenceMarks elevation={elevation} scale={scale} />}
        {overlay.highlight && <Highlight area={overlay.highlight} scale={scale} />}
        {overlay.line_mm !== null && (
          <path
            d={`M${scale.frame.left} ${scale.y(overlay.line_mm)}H${scale.frame.right}`}
            stroke="var(--ink)"
            strokeWidth="1.6"
            strokeDasharray="1 5"
            strokeLinecap="round"
          />
        )}
        {plan.post && (
          <PostStrip
            plan={plan}
            x={scale.x(plan.post.x_mm)}
            width={plan.post.across_mm * scale.perMm}
            top={face.y}
            ground={face.y + face.height}
            span={[face.x, face.x + face.width]}
          />
        )}
        <path d={outline} fill="none" stroke="var(--ink)" strokeWidth={plan.post ? 0 : 3.2} data-face="" />
      </g>
      {plan.beside && <Beside plane={plan.beside} scale={scale} shows={shows} />}
      {shows("Framing") && <StudCentres elevation={elevation} scale={scale} units={plan.units} />}
      <Rulers elevation={elevation} scale={scale} />
    </>
  );
}

/** The second wall of an inside corner, unfolded beside the first; the fold is where both meet. */
function Beside({ plane, scale, shows }: { plane: NonNullable<Plan["beside"]>; scale: Scale; shows: Shows }) {
  const { elevation } = plane;
  const there: Scale = {
    ...scale,
    x: (mm) => scale.x(mm + plane.from_mm),
    box: (rect) => scale.box({ ...rect, x_mm: rect.x_mm + plane.from_mm }),
  };
  const face = there.box({ x_mm: 0, y_mm: 0, width_mm: elevation.width_mm, height_mm: elevation.height_mm });
  return (
    <g clipPath="url(#shown)">
      <rect {...face} fill="var(--sheet)" />
      <Brickwork elevation={elevation} scale={there} />
      <Tiles elevation={elevation} scale={there} />
      {shows("Framing") && <Framing elevation={elevation} scale={there} />}
      {shows("Cable zones") && <Zones elevation={elevation} scale={there} />}
      <Openings elevation={elevation} scale={there} />
      <Things elevation={elevation} scale={there} />
      <OldHoles elevation={elevation} scale={there} />
      {shows("Swept") && <Sweeps elevation={elevation} scale={there} />}
      <Finds elevation={elevation} scale={there} />
      <Points elevation={elevation} scale={there} />
      <rect {...face} fill="none" stroke="var(--ink)" strokeWidth="3.2" />
      <path
        d={`M${face.x} ${face.y}v${face.height}`}
        stroke="var(--chalk)"
        strokeWidth="3.2"
        strokeDasharray="9 5"
      />
      <text
        x={face.x + 8}
        y={face.y + 18}
        fontSize="12"
        fontWeight="700"
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth="3.5"
        paintOrder="stroke"
      >
        {plane.wall}
      </text>
    </g>
  );
}

/** Whether a finger made a click; a browser that does not say so is asked what it is used with. */
function isFinger(event: MouseEvent): boolean {
  const kind = (event as Partial<PointerEvent>).pointerType;
  return kind ? kind === "touch" : matchMedia("(pointer: coarse)").matches;
}

/** The wall front on, to scale. The fixture is dragged, or moved with the arrow keys. */
export function Elevation({ plan, moving, overlay, selected, onSelect, placing, onScale }: Props) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [chosen, setChosen] = useState<Partial<Record<Layer, boolean>>>({});
  const [near, setNear] = useState<boolean | null>(null);
  const { saved } = moving;
  const whole = useMemo(() => fitScale(wholeWall(saved), size.width, size.height), [saved, size]);
  // a wall too large for the screen starts close up, but what is put on it may go anywhere; the choice is the user's
  const close = near ?? (size.width < 500 && placing === null && crowded(saved, whole));
  const scale = useMemo(
    () => (close ? fitScale(closeUp(saved, size.width, size.height), size.width, size.height) : whole),
    [close, saved, size, whole],
  );
  useEffect(() => onScale(scale), [onScale, scale]);
  const offered = LAYERS.filter((layer) =>
    HIDDEN_ONLY.includes(layer) ? overlay.stage === "hidden" : layer !== "Checks" || overlay.stage === "wall",
  );
  const shows: Shows = (layer) => (offered.includes(layer) ? (chosen[layer] ?? layer !== "Routes") : false);
  // a stroke of a finger over the picture scrolls the page, until moving the fixture was asked for
  const [byFinger, setByFinger] = useState(false);
  const handle = useMover(moving, scale.perMm, placing === null, byFinger);

  return (
    <section
      aria-label="Elevation"
      data-shows="elevation"
      className="scroll-mt-2 flex min-h-0 flex-1 flex-col"
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-1 pb-1">
        <h2 className={`text-[14px] font-bold ${placing ? "max-sm:hidden" : ""}`}>
          {plan.practice ? "Practice wall" : "Elevation"}{" "}
          <span className="ml-1 font-normal text-soft">
            {plan.elevation.size_text}
            {plan.practice && ", what it hides is made up"}
          </span>
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
        {!placing && (
          <div className="hidden max-sm:ml-auto pointer-coarse:block">
            <Checkbox label="Move it by finger" checked={byFinger} onChange={setByFinger} />
          </div>
        )}
        <div className={placing ? "max-sm:order-1" : ""}>
          <Checkbox label="Close up" checked={close} onChange={setNear} />
        </div>
        {placing && (
          <>
            <p role="status" className="ml-auto font-semibold text-chalk max-sm:ml-0 max-sm:w-full">
              {placing.label}
            </p>
            <button
              type="button"
              className="min-h-6 underline max-sm:order-1 max-sm:ml-auto max-sm:min-h-9"
              onClick={placing.onLeave}
            >
              Put nothing there
            </button>
          </>
        )}
      </div>
      <div ref={ref} className={`relative min-h-0 flex-1 ${byFinger ? "touch-none" : ""}`} data-testid="wall">
        {size.width > 0 && (
          <>
            {/* what stands still is a picture of its own, so that a drag repaints the fixture alone */}
            <svg width={size.width} height={size.height} className="absolute inset-0 will-change-transform">
              <Still plan={plan} scale={scale} shows={shows} overlay={overlay} />
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
                placing.onPlace(Math.round(at.x), Math.round(at.y), isFinger(event.nativeEvent));
              }}
            >
              <WallPlaces map={overlay.map} places={overlay.places} nearest={overlay.nearest} scale={scale} />
              <LineUps lineUps={moving.lineUps} scale={scale} />
              <g
                role="application"
                tabIndex={0}
                aria-label="Fixture: drag it, or move it with the arrow keys, ten times as far with Shift"
                className={placing ? "pointer-events-none" : "cursor-move"}
                {...handle}
              >
                <FixtureOnWall
                  plan={plan}
                  scale={scale}
                  selected={selected}
                  ahead={aheadOf(plan, moving.at)}
                  onSelect={onSelect}
                />
              </g>
              {placing && <PlacingCross plan={plan} scale={scale} placing={placing} />}
            </svg>
          </>
        )}
      </div>
    </section>
  );
}
