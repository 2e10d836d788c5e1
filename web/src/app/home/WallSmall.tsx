import { useNavigate } from "react-router";
import type { Schemas } from "../../api/client";

type Face = Schemas["WallFace"];
type Job = Schemas["JobLine"];

const COURSE_MM = 225;
const MASONRY = new Set(["brick", "block", "stone", "hollow", "aerated"]);
const LOOKS: Record<string, { fill: string; stroke: string; dash?: string }> = {
  ready: { fill: "var(--chalk-wash)", stroke: "var(--chalk)" },
  prove_first: { fill: "var(--ochre-wash)", stroke: "var(--ochre)", dash: "5 3" },
  do_not_drill: { fill: "var(--brick-wash)", stroke: "var(--brick)", dash: "2 2" },
};

function outlineOf(face: Face): string {
  const { width_mm: w, height_mm: h } = face;
  const corners = face.outline.length
    ? face.outline
    : [
        { x_mm: 0, y_mm: 0 },
        { x_mm: w, y_mm: 0 },
        { x_mm: w, y_mm: h },
        { x_mm: 0, y_mm: h },
      ];
  return corners.map((corner) => `${corner.x_mm},${h - corner.y_mm}`).join(" ");
}

/** A wall drawn small and to scale, with what hangs or shall hang on it. */
export function WallSmall({ name, face, jobs }: { name: string; face: Face; jobs: readonly Job[] }) {
  const navigate = useNavigate();
  const { width_mm: w, height_mm: h } = face;
  const lines = MASONRY.has(face.hatch ?? "")
    ? Array.from(
        { length: Math.max(0, Math.floor(h / COURSE_MM)) },
        (_, index) => h - (index + 1) * COURSE_MM,
      )
    : [];
  const drawn = jobs.filter((job) => job.area);
  return (
    <svg
      viewBox={`-20 -20 ${w + 40} ${h + 40}`}
      className="block h-[190px] w-full"
      preserveAspectRatio="xMinYMax meet"
      role="img"
      aria-label={`${name}, drawn to scale with ${drawn.length} of its things`}
    >
      <g vectorEffect="non-scaling-stroke">
        <polygon
          points={outlineOf(face)}
          fill={lines.length ? "var(--masonry)" : "var(--sheet)"}
          fillOpacity={lines.length ? 0.45 : 1}
          stroke="var(--ink)"
          strokeWidth="1.2"
          vectorEffect="non-scaling-stroke"
        />
        {lines.map((y) => (
          <path
            key={y}
            d={`M0 ${y}H${w}`}
            stroke="var(--sheet)"
            strokeWidth="1"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {face.studs_mm.map((x) => (
          <path
            key={x}
            d={`M${x} 0V${h}`}
            stroke="var(--timber-line)"
            strokeWidth="0.8"
            strokeDasharray="4 4"
            opacity=".6"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {face.openings.map((one, index) => (
          <rect
            key={index}
            x={one.x_mm}
            y={h - one.y_mm - one.height_mm}
            width={one.width_mm}
            height={one.height_mm}
            fill="var(--paper)"
            stroke="var(--ink)"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {drawn.map((job) => {
          const look = LOOKS[job.word] ?? { fill: "none", stroke: "var(--soft)" };
          const area = job.area;
          return (
            area && (
              <rect
                key={job.id}
                x={area.x_mm}
                y={h - area.y_mm - area.height_mm}
                width={Math.max(area.width_mm, w / 120)}
                height={Math.max(area.height_mm, w / 120)}
                fill={look.fill}
                stroke={look.stroke}
                strokeWidth="1.6"
                strokeDasharray={look.dash}
                vectorEffect="non-scaling-stroke"
                className="cursor-pointer"
                onClick={() => void navigate(`/jobs/${job.id}/set-out`)}
              >
                <title>{job.title}</title>
              </rect>
            )
          );
        })}
      </g>
    </svg>
  );
}
