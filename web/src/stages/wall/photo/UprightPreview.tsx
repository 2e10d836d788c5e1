import { BASE } from "../../../api/world";
import type { Wall } from "../../../api/client";
import type { PhotoReading, WallPhoto } from "../../../job/usePhoto";
import { uprightTransform } from "./marks";

const WIDE = 316;

/** The photo laid upright on the wall, small, as its marks stand now; a lens is left as it is until it is laid down. */
export function UprightPreview({
  photo,
  reading,
  wall,
}: {
  photo: WallPhoto;
  reading: PhotoReading | null;
  wall: Wall;
}) {
  const perMm = Math.min(WIDE / wall.width_mm, 190 / wall.height_mm);
  const transform = reading?.lies ? uprightTransform(reading.to_picture, wall.height_mm, perMm) : null;
  if (!transform) return null;
  return (
    <div
      role="img"
      aria-label="The photo laid upright on the wall"
      className="relative overflow-hidden border-2 border-ink bg-paper"
      style={{ width: wall.width_mm * perMm, height: wall.height_mm * perMm }}
    >
      <img
        src={`${BASE}/api/photos/${photo.file}`}
        alt=""
        draggable={false}
        className="absolute top-0 left-0 max-w-none"
        style={{ width: photo.width_px, height: photo.height_px, transformOrigin: "0 0", transform }}
      />
      <svg className="absolute inset-0 size-full">
        {wall.openings.map((one) => (
          <rect
            key={one.id}
            x={one.x_mm * perMm}
            y={(wall.height_mm - one.y_mm - one.height_mm) * perMm}
            width={one.width_mm * perMm}
            height={one.height_mm * perMm}
            fill="none"
            stroke="var(--chalk)"
            strokeWidth="1.6"
            strokeDasharray="5 3"
          />
        ))}
      </svg>
    </div>
  );
}
