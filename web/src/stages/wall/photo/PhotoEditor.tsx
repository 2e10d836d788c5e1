import { Dialog as Radix } from "radix-ui";
import { useState } from "react";
import type { Units, Wall } from "../../../api/client";
import type { WallPhoto } from "../../../job/usePhoto";
import { useSize } from "../../../lib/useSize";
import { freeId } from "../../../lib/ids";
import { Button, Heading, Select } from "../../../ui/controls";
import { MarkFields, TapeFields } from "./MarkFields";
import { rectangles, withFour, withMark } from "./marks";
import { PhotoCanvas } from "./PhotoCanvas";
import { UprightPreview } from "./UprightPreview";
import { useReading } from "./useReading";

type Mode = "move" | "mark" | "edge";
const HINTS: Record<Mode, string> = {
  move: "Drag each mark onto its corner. Larger is finer.",
  mark: "Tap something that you know the place of.",
  edge: "Tap along something straight, three times at least.",
};

/** Where marks are put on a photo and said where they lie; what was marked is kept when it is closed. */
export function PhotoEditor({
  jobId,
  kept,
  wall,
  units,
  onClose,
}: {
  jobId: string;
  kept: WallPhoto;
  wall: Wall;
  units: Units;
  onClose: (photo: WallPhoto) => void;
}) {
  const [photo, setPhoto] = useState(kept);
  const [mode, setMode] = useState<Mode>("move");
  const [larger, setLarger] = useState(1);
  const [edge, setEdge] = useState<{ u_px: number; v_px: number }[]>([]);
  const [frame, size] = useSize<HTMLDivElement>();
  const reading = useReading(jobId, photo);
  const fit = Math.min(size.width / photo.width_px, size.height / photo.height_px) || 0.2;
  const zoom = fit * larger;

  const tap = (u_px: number, v_px: number) => {
    if (mode === "edge") return setEdge((now) => [...now, { u_px, v_px }]);
    setPhoto((now) => withMark(now, u_px, v_px, zoom));
    setMode("move");
  };
  const endEdge = () => {
    if (edge.length > 2) {
      const id = freeId(
        "edge",
        photo.edges.map((one) => one.id),
      );
      setPhoto((now) => ({ ...now, edges: [...now.edges, { id, points: edge, zoom }] }));
    }
    setEdge([]);
    setMode("move");
  };

  return (
    <Radix.Root open onOpenChange={(open) => !open && onClose(photo)}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-[#22272b]/55" />
        <Radix.Content className="fixed inset-2 z-50 flex border-t-4 border-chalk bg-sheet text-ink max-sm:inset-0 max-sm:block max-sm:overflow-auto">
          <div className="flex min-w-0 flex-1 flex-col max-sm:h-[62vh]">
            <div className="flex flex-wrap items-center gap-x-3 gap-y-1 p-2">
              <Radix.Title className="text-[16px] font-bold">Marks on the photo</Radix.Title>
              <Radix.Description className="text-[13px] text-soft">{HINTS[mode]}</Radix.Description>
              <div className="ml-auto flex gap-1" role="group" aria-label="How large">
                {[1, 2, 4].map((one) => (
                  <Button
                    key={one}
                    className="aria-pressed:border-chalk aria-pressed:bg-chalk-wash"
                    aria-pressed={larger === one}
                    onClick={() => setLarger(one)}
                  >
                    {one === 1 ? "Whole" : `${one} ×`}
                  </Button>
                ))}
              </div>
            </div>
            <div ref={frame} className="min-h-0 flex-1 overflow-auto bg-wash">
              {size.width > 0 && (
                <PhotoCanvas
                  photo={photo}
                  reading={reading}
                  zoom={zoom}
                  onTap={mode === "move" ? null : tap}
                  edge={edge}
                  onMove={(id, to) =>
                    setPhoto((now) => ({
                      ...now,
                      marks: now.marks.map((one) => (one.id === id ? { ...one, ...to, waits: false } : one)),
                    }))
                  }
                />
              )}
            </div>
          </div>
          <div className="flex w-[352px] shrink-0 flex-col border-l border-rule max-sm:w-full max-sm:border-l-0">
            <div className="min-h-0 flex-1 overflow-y-auto p-4 max-sm:overflow-visible">
              <p
                role="status"
                className={`mb-3 text-[14px] font-semibold ${reading?.lies ? "" : "text-ochre"}`}
              >
                {reading?.lies ? reading.sentence : (reading?.wants ?? "")}
              </p>
              <UprightPreview photo={photo} reading={reading} wall={wall} />
              <Known wall={wall} onFour={(key) => setPhoto((now) => withFour(now, key, wall))} />
              <div className="mt-2 flex gap-2">
                <Button
                  className="flex-1 aria-pressed:border-chalk aria-pressed:bg-chalk-wash"
                  aria-pressed={mode === "mark"}
                  onClick={() => setMode("mark")}
                >
                  Mark one more place
                </Button>
                {mode === "edge" ? (
                  <Button className="flex-1" look="open" onClick={endEdge}>
                    That was the edge
                  </Button>
                ) : (
                  <Button className="flex-1" onClick={() => setMode("edge")}>
                    Mark a straight edge
                  </Button>
                )}
              </div>
              {photo.edges.length > 0 && (
                <p className="mt-2 text-[13px]">
                  {photo.edges.length} straight {photo.edges.length === 1 ? "edge tells" : "edges tell"} how
                  the lens bends.{" "}
                  <button
                    type="button"
                    className="min-h-6 underline"
                    onClick={() => setPhoto((now) => ({ ...now, edges: [] }))}
                  >
                    Take them out
                  </button>
                </p>
              )}
              <MarkFields photo={photo} reading={reading} units={units} onChange={setPhoto} />
              <TapeFields photo={photo} reading={reading} units={units} onChange={setPhoto} />
            </div>
            <div className="border-t border-rule p-3">
              <Radix.Close asChild>
                <Button look="solid" className="w-full">
                  Done with the photo
                </Button>
              </Radix.Close>
            </div>
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** What is known on the photo: four corners of something. */
function Known({ wall, onFour }: { wall: Wall; onFour: (key: string) => void }) {
  const offered = rectangles(wall);
  const [chosen, setChosen] = useState(offered[0]?.key ?? "face");
  return (
    <>
      <Heading>What do you know on it?</Heading>
      <div className="grid grid-cols-[1fr_auto] items-end gap-2">
        <Select label="A rectangle" value={chosen} options={offered} onChange={setChosen} />
        <Button look="open" onClick={() => onFour(chosen)}>
          Put four marks
        </Button>
      </div>
    </>
  );
}
