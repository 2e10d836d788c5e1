import { BASE } from "../../../api/world";
import { useState } from "react";
import { client, Refused, type Wall, unwrap } from "../../../api/client";
import type { WallPhoto } from "../../../job/usePhoto";
import type { StageProps } from "../../../job/stage";
import { freeId } from "../../../lib/ids";
import { shrink } from "../../../lib/shrink";
import { today } from "../../../lib/today";
import { Button, Checkbox, Heading } from "../../../ui/controls";
import { PickPicture } from "../../../ui/PickPicture";
import { PhotoEditor } from "./PhotoEditor";
import { useReading } from "./useReading";

const LONGEST_PX = 2000;

/** Photos of the wall: taken, marked, laid under the drawing, and handed on with the marks drawn in. */
export function PhotoPart({ editing, photo: under }: Pick<StageProps, "editing" | "photo">) {
  const { wall } = editing.data.wall;
  const [marked, setMarked] = useState<WallPhoto | null>(null);
  const save = (photos: Wall["photos"], summary: string) =>
    editing.saveWall({ photos }, summary).catch(() => undefined);

  const take = async (taken: WallPhoto) => {
    await save([...wall.photos, taken], "photo of the wall");
    setMarked(taken);
  };
  const close = (photo: WallPhoto) => {
    setMarked(null);
    under.show(photo.id);
    const before = wall.photos.find((one) => one.id === photo.id);
    if (JSON.stringify(before) === JSON.stringify(photo)) return;
    void save(
      wall.photos.map((one) => (one.id === photo.id ? photo : one)),
      "photo marked",
    );
  };
  return (
    <>
      <p className="mb-3 text-[13px] text-soft">
        A photo of the wall lies upright and to scale under the drawing, once four places on it are known: a
        door, a window, four strips of tape. Then sockets, doors, tiles and screw heads are tapped where one
        sees them, and the plan knows how far off that may be. It holds in the plane of the wall: what stands
        out of it is seen aside.
      </p>
      <TakeOne jobId={editing.data.job_id} photos={wall.photos} onTaken={take} />
      <ul aria-label="Photos of the wall">
        {wall.photos.map((photo, index) => (
          <li key={photo.id} className="mt-4 border-t border-rule pt-2">
            <OnePhoto
              jobId={editing.data.job_id}
              photo={photo}
              called={wall.photos.length > 1 ? `Photo ${index + 1}` : "The photo"}
              under={under}
              onMark={() => setMarked(photo)}
              onOut={() => {
                if (under.shown === photo.id) under.show(null);
                void save(
                  wall.photos.filter((one) => one.id !== photo.id),
                  "photo taken out",
                );
              }}
            />
          </li>
        ))}
      </ul>
      {marked && (
        <PhotoEditor
          jobId={editing.data.job_id}
          kept={marked}
          wall={wall}
          units={editing.data.site.units}
          onClose={close}
        />
      )}
    </>
  );
}

/** The way in: the camera of a phone, or a picture that is there. */
function TakeOne({
  jobId,
  photos,
  onTaken,
}: {
  jobId: string;
  photos: readonly WallPhoto[];
  onTaken: (photo: WallPhoto) => Promise<void>;
}) {
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setFault("");
    setBusy(true);
    try {
      const small = await shrink(file, LONGEST_PX).catch(() => file);
      const kept = unwrap(
        await client.POST("/api/jobs/{job_id}/wall-photos", {
          params: { path: { job_id: jobId } },
          body: small as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { "content-type": small.type || "image/jpeg" },
        }),
      );
      const id = freeId(
        "photo",
        photos.map((one) => one.id),
      );
      await onTaken({ id, ...kept, marks: [], distances: [], edges: [], day: today(), note: "" });
    } catch (error) {
      setFault(
        error instanceof Refused ? error.tell().join(" ") : `“${file.name}” could not be kept; try again.`,
      );
    } finally {
      setBusy(false);
    }
  };
  return (
    <PickPicture
      label="A photo of the wall"
      words={busy ? "Keeping it…" : "Take or pick a photo of the wall"}
      fault={fault}
      busy={busy}
      onFiles={([file]) => void take(file)}
    />
  );
}

/** One photo: how well it lies, whether and how strongly it is seen, and what it is good for. */
function OnePhoto({
  jobId,
  photo,
  called,
  under,
  onMark,
  onOut,
}: {
  jobId: string;
  photo: WallPhoto;
  called: string;
  under: StageProps["photo"];
  onMark: () => void;
  onOut: () => void;
}) {
  const reading = useReading(jobId, photo);
  const shown = under.shown === photo.id;
  return (
    <>
      <Heading aside={photo.day}>{called}</Heading>
      <div className="grid grid-cols-[96px_1fr] gap-3">
        <img
          src={`${BASE}/api/photos/${photo.file}`}
          alt={`${called} as it was taken`}
          className="max-h-24 border border-rule"
          loading="lazy"
        />
        <p className={`text-[13px] ${reading?.lies ? "" : "font-semibold text-ochre"}`}>
          {reading?.lies ? reading.sentence : reading?.wants}
        </p>
      </div>
      {reading?.lies && (
        <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
          <Checkbox
            label="Under the drawing"
            checked={shown}
            onChange={(on) => under.show(on ? photo.id : null)}
          />
          {shown && (
            <label className="flex items-center gap-2 text-[13px]">
              How strong
              <input
                type="range"
                min="0.1"
                max="1"
                step="0.05"
                value={under.strength}
                className="w-28 accent-chalk"
                onChange={(event) => under.fade(Number(event.target.value))}
              />
            </label>
          )}
        </div>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={onMark}>{photo.marks.length ? "Look at its marks" : "Put marks on it"}</Button>
        {reading?.lies && (
          <a
            className="inline-flex min-h-9 items-center text-[13px] underline max-sm:min-h-12"
            href={`${BASE}/api/jobs/${jobId}/wall-photos/${photo.id}/marks.jpg`}
            download
          >
            The photo with the holes drawn in
          </a>
        )}
        <button
          type="button"
          className="min-h-9 text-[12px] text-soft underline hover:text-brick"
          onClick={onOut}
        >
          Take it out
        </button>
      </div>
    </>
  );
}
