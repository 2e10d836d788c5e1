import { BASE } from "../../api/world";
import { useState } from "react";
import type { Workspace } from "../../api/client";
import type { Happening } from "../../job/useOutbox";
import { shrink } from "../../lib/shrink";
import { PickPicture } from "../../ui/PickPicture";

/** Takes or picks photos: shrunk here, without their place, kept on this device until the server has them. */
export function PhotoButton({
  outbox,
  holeId,
  label,
}: {
  outbox: Happening;
  holeId: string | null;
  label: string;
}) {
  const [fault, setFault] = useState("");
  const take = async (files: readonly File[]) => {
    setFault("");
    for (const file of files) {
      try {
        await outbox.photograph(await shrink(file), holeId);
      } catch {
        setFault(`“${file.name}” is no picture that this browser can read; take another.`);
      }
    }
  };
  return (
    <PickPicture
      label={label}
      fault={fault}
      multiple
      className="min-h-11"
      onFiles={(files) => void take(files)}
    />
  );
}

/** The photos of one hole, or of the whole where no hole is named. */
export function PhotoRow({
  job,
  holeId,
  called,
}: {
  job: Workspace["job"];
  holeId: string | null;
  called: string;
}) {
  const photos = job.photos.filter((photo) => photo.hole_id === holeId);
  if (!photos.length) return null;
  return (
    <ul className="mt-2 flex flex-wrap gap-2" aria-label={`Photos: ${called}`}>
      {photos.map((photo, index) => (
        <li key={photo.id}>
          <a href={`${BASE}/api/photos/${photo.file}`} target="_blank" rel="noreferrer">
            <img
              src={`${BASE}/api/photos/${photo.file}`}
              alt={`${called}, photo ${index + 1}${photo.note ? `: ${photo.note}` : ""}`}
              className="h-20 border border-rule"
              loading="lazy"
            />
          </a>
        </li>
      ))}
    </ul>
  );
}
