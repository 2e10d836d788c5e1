import type { Schemas } from "../api/client";
import type { Scale } from "./scale";

/** What the fixture lines up with while it is held: a chalk line over the whole wall, and what it is the line of. */
export function LineUps({ lineUps, scale }: { lineUps: Schemas["TrialAnswer"]["line_ups"]; scale: Scale }) {
  const { frame } = scale;
  return (
    <g stroke="var(--chalk)" strokeWidth="1.6" strokeDasharray="7 4" aria-hidden>
      {lineUps.map((one) => {
        const along = one.axis === "along";
        const at = along ? scale.x(one.at_mm) : scale.y(one.at_mm);
        const text = {
          stroke: "var(--sheet)",
          strokeWidth: 4,
          strokeDasharray: "none",
          paintOrder: "stroke",
          fontSize: 12.5,
          fontWeight: 700,
          fill: "var(--chalk)",
        } as const;
        return (
          <g key={one.axis}>
            <path d={along ? `M${at} ${frame.top}V${frame.bottom}` : `M${frame.left} ${at}H${frame.right}`} />
            {along ? (
              <text
                x={at > (frame.left + frame.right) / 2 ? at - 6 : at + 6}
                y={frame.top + 15}
                textAnchor={at > (frame.left + frame.right) / 2 ? "end" : "start"}
                {...text}
              >
                {one.text}
              </text>
            ) : (
              <text x={frame.left + 8} y={at - 6} {...text}>
                {one.text}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
