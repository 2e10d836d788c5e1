import type { Rect, Schemas } from "../api/client";
import { polygon, type Scale } from "./scale";

export interface UprightPhoto {
  href: string;
  area: Rect;
  outline: Schemas["PhotoReading"]["outline"];
  strength: number;
}

/** A photo of the wall, upright and to scale under everything that is drawn on it. */
export function PhotoUnder({ photo, scale }: { photo: UprightPhoto; scale: Scale }) {
  return (
    <g opacity={photo.strength} data-photo="">
      <clipPath id="photo-shows">
        <path d={polygon(photo.outline, scale)} />
      </clipPath>
      <image
        href={photo.href}
        {...scale.box(photo.area)}
        preserveAspectRatio="none"
        clipPath="url(#photo-shows)"
      >
        <title>The photo of the wall, upright and to scale</title>
      </image>
    </g>
  );
}

/** How far aside something may lie that was read off a photo. */
export function OffPhotoMarks({ off, scale }: { off: Schemas["Elevation"]["off_photo"]; scale: Scale }) {
  return (
    <g fill="none" stroke="var(--ochre)" strokeWidth="1.4" strokeDasharray="2 3">
      {off.map(
        (one) =>
          one.area && (
            <rect
              key={`${one.of} ${one.id}`}
              {...scale.box({
                x_mm: one.area.x_mm - one.within_mm,
                y_mm: one.area.y_mm - one.within_mm,
                width_mm: one.area.width_mm + 2 * one.within_mm,
                height_mm: one.area.height_mm + 2 * one.within_mm,
              })}
            >
              <title>{one.text}</title>
            </rect>
          ),
      )}
    </g>
  );
}
