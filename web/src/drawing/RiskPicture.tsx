import type { Plan, Rect } from "../api/client";
import type { Scale } from "./scale";

/** The chance of striking something, as dots, a mesh and solid: drawn by the server, a pixel for every 10 mm. */
export function Risk({
  src,
  face,
}: {
  src: string;
  face: { x: number; y: number; width: number; height: number };
}) {
  const shared = { ...face, preserveAspectRatio: "none", style: { imageRendering: "pixelated" as const } };
  return (
    <g>
      <image {...shared} href={`${src}&theme=light`} className="dark:hidden" />
      <image {...shared} href={`${src}&theme=dark`} className="hidden dark:inline" />
    </g>
  );
}

/** The part of the face that no sweep or opening covers, hatched. */
export function Unswept({ elevation, scale }: { elevation: Plan["elevation"]; scale: Scale }) {
  const whole = scale.box({ x_mm: 0, y_mm: 0, width_mm: elevation.width_mm, height_mm: elevation.height_mm });
  const id = "swept-so-far";
  return (
    <g>
      <mask id={id}>
        <rect {...whole} fill="white" />
        {elevation.scans.map((scan) => (
          <rect key={scan.id} {...scale.box(scan.area)} fill="black" />
        ))}
      </mask>
      <rect {...whole} fill="url(#hatch-unswept)" mask={`url(#${id})`} />
    </g>
  );
}

/** Ways that services usually take: the likelier, the heavier the line. */
export function Routes({ plan, scale }: { plan: Plan; scale: Scale }) {
  return (
    <g fill="none" stroke="var(--brick)">
      {plan.hidden.routes
        .filter((route) => route.chance >= 0.03)
        .map((route, index) => {
          const d = route.upright
            ? `M${scale.x(route.at_mm)} ${scale.y(route.from_mm)}V${scale.y(route.to_mm)}`
            : `M${scale.x(route.from_mm)} ${scale.y(route.at_mm)}H${scale.x(route.to_mm)}`;
          return (
            <path
              key={index}
              d={d}
              strokeWidth={0.8 + 3.4 * route.chance}
              strokeDasharray={route.service === "cable" || route.service === "low_voltage" ? "7 3" : "2 3"}
              opacity={0.55}
            >
              <title>{route.says}</title>
            </path>
          );
        })}
    </g>
  );
}

/** An area that is talked of. */
export function Highlight({ area, scale }: { area: Rect; scale: Scale }) {
  return (
    <rect
      {...scale.box(area)}
      fill="var(--chalk)"
      fillOpacity=".1"
      stroke="var(--chalk)"
      strokeWidth="2"
      strokeDasharray="3 3"
    />
  );
}
