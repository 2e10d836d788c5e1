import { useState } from "react";
import { freeId } from "../../lib/ids";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { OffPhoto } from "../../ui/OffPhoto";
import { Button, Heading, Select } from "../../ui/controls";
import type { StageProps } from "../../job/stage";
import { inside } from "../../lib/inside";

const FACES = [
  { key: "this", label: "On this face" },
  { key: "other", label: "On the other face" },
];

/** Sockets, switches, taps and the rest, on this face and the other. */
export function Points({ editing, lists, setPlacing }: Pick<StageProps, "editing" | "lists" | "setPlacing">) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const [kind, setKind] = useState("socket");
  const [face, setFace] = useState<"this" | "other">("this");
  const points = wall.points;
  const label = (key: string) => lists.points.find((one) => one.key === key)?.label ?? key;

  const add = (x_mm: number, y_mm: number, sigma_mm = 0) => {
    setPlacing(null);
    const point = {
      id: freeId(
        kind.replaceAll("_", "-"),
        points.map((one) => one.id),
      ),
      kind,
      face,
      x_mm,
      y_mm,
      width_mm: null,
      height_mm: null,
      sigma_mm,
      note: "",
    };
    const summary = `${inside(label(kind))} placed`;
    void editing.saveWall({ points: [...points, point] }, summary).catch(() => undefined);
  };
  const place = () =>
    setPlacing({ label: `Tap the middle of the ${inside(label(kind))} on the wall`, onPlace: add });

  const asked = editing.plan.stages.some((stage) => stage.findings.some((one) => one.code === "not-looked"));

  return (
    <>
      <Heading aside="look at both faces">What is on the wall</Heading>
      {asked && (
        <div className="mb-3 border-l-4 border-ochre pl-2.5">
          <p className="mb-2 font-semibold">
            {points.length ? "Anything else, on either face?" : "Anything on either face?"}
          </p>
          <p className="mb-2 text-[13px]">
            Sockets, switches, lights, taps, radiators: cables and pipes usually run straight up, down or
            across from them. Go round and look, in the next room too.
          </p>
          <Button
            onClick={() =>
              void editing.saveWall({ looked: true }, "nothing on either face").catch(() => undefined)
            }
          >
            {points.length ? "Nothing else" : "Nothing on either face"}
          </Button>
        </div>
      )}
      <div className="grid grid-cols-2 gap-2">
        <Select label="Kind" value={kind} options={lists.points} onChange={setKind} />
        <Select label="Face" value={face} options={FACES} onChange={(key) => setFace(key as typeof face)} />
      </div>
      <div className="mt-2 flex gap-2">
        <Button look="open" className="flex-1" onClick={place}>
          Place it on the wall
        </Button>
        <Button onClick={() => add(Math.round(wall.width_mm / 2), Math.round(wall.height_mm / 2))}>
          Type where
        </Button>
      </div>
      <ul className="mt-3 space-y-2" aria-label="Points on the wall">
        {points.map((point, index) => (
          <li key={point.id} className="grid grid-cols-[1fr_84px_84px_auto] items-end gap-2">
            <DraftScope of={point.id}>
              <span className="self-center text-[13px]">
                {label(point.kind)}
                {point.face === "other" && <span className="block text-[12px] text-soft">other face</span>}
              </span>
              {(["x_mm", "y_mm"] as const).map((key) => (
                <Field
                  key={key}
                  label={key === "x_mm" ? "from left" : "from floor"}
                  units={units}
                  value={point[key]}
                  onCommit={(v) =>
                    editing.saveWall(
                      { points: points.map((one, i) => (i === index ? { ...one, [key]: v } : one)) },
                      `${inside(label(point.kind))} moved`,
                    )
                  }
                />
              ))}
              <button
                type="button"
                aria-label={`Take the ${inside(label(point.kind))} out`}
                className="h-9 px-2 text-[12px] underline text-soft hover:text-brick"
                onClick={() =>
                  void editing.saveWall({ points: points.filter((_, i) => i !== index) }, "point removed")
                }
              >
                Out
              </button>
              <div className="col-span-4">
                <OffPhoto
                  plan={editing.plan}
                  of="points"
                  id={point.id}
                  onMeasured={() =>
                    void editing.saveWall(
                      { points: points.map((one, i) => (i === index ? { ...one, sigma_mm: 0 } : one)) },
                      `${inside(label(point.kind))} measured`,
                    )
                  }
                />
              </div>
            </DraftScope>
          </li>
        ))}
      </ul>
      {points.length === 0 && wall.looked && (
        <p className="text-soft">
          You looked: nothing on either face.{" "}
          <button
            type="button"
            className="min-h-6 underline"
            onClick={() => void editing.saveWall({ looked: false }, "look again").catch(() => undefined)}
          >
            Look again
          </button>
        </p>
      )}
    </>
  );
}
