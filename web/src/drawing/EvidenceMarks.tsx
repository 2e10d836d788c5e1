import type { Plan } from "../api/client";
import type { Scale } from "./scale";

/** What a hit or a check looks like on the wall: a shape each, so that they are told apart without colour. */
const SHAPES: Record<string, string> = {
  magnet: "M-4 5V-1A4 4 0 0 1 4 -1V5M-4 5H-1.5M1.5 5H4",
  detector_centre: "M-5 0H5M0 -5V5",
  detector_edges: "M-5 -5V5M5 -5V5M-5 0H5",
  dull_knock: "M-5 0a5 5 0 1 0 10 0a5 5 0 1 0 -10 0",
  pin_wood: "M0 -6V6M-3 -6H3",
  pin_void: "M0 -6V6M-5 -6L5 6M5 -6L-5 6",
};
const CHECK = "M-5 -5H5V5H-5Z";

/** Where somebody checked the wall and where its framing answered. */
export function EvidenceMarks({ elevation, scale }: { elevation: Plan["elevation"]; scale: Scale }) {
  return (
    <g fill="none" strokeLinecap="round">
      {elevation.marks.map((mark) => (
        <g
          key={`${mark.on_framing}-${mark.id}`}
          transform={`translate(${scale.x(mark.x_mm)} ${scale.y(mark.y_mm)})`}
        >
          <title>{mark.text}</title>
          <path
            d={mark.on_framing ? (SHAPES[mark.kind] ?? CHECK) : CHECK}
            stroke="var(--sheet)"
            strokeWidth="4.5"
          />
          <path
            d={mark.on_framing ? (SHAPES[mark.kind] ?? CHECK) : CHECK}
            stroke={mark.on_framing ? "var(--timber-line)" : "var(--ink)"}
            fill={mark.on_framing ? "none" : "var(--sheet)"}
            strokeWidth="1.8"
          />
          {!mark.on_framing && (
            <text y="3.5" textAnchor="middle" fontSize="9" fontWeight="700" fill="var(--ink)">
              {mark.text.slice(0, 1)}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
