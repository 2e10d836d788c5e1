import { useState } from "react";
import type { Units } from "../../../api/client";
import type { PhotoReading, WallPhoto } from "../../../job/usePhoto";
import { DraftScope } from "../../../ui/drafts";
import { Field } from "../../../ui/Field";
import { Checkbox, Heading, Select } from "../../../ui/controls";
import { type Mark, openTapes, withDistance, withoutMark } from "./marks";

interface Props {
  photo: WallPhoto;
  reading: PhotoReading | null;
  units: Units;
  onChange: (photo: WallPhoto) => void;
}

/** The marks with what is known of their places; which of them does not go with the others. */
export function MarkFields({ photo, reading, units, onChange }: Props) {
  const says = new Map(reading?.marks.map((one) => [one.id, one]));
  const set = async (id: string, part: Partial<Mark>) =>
    onChange({ ...photo, marks: photo.marks.map((one) => (one.id === id ? { ...one, ...part } : one)) });
  if (!photo.marks.length) return null;
  return (
    <>
      <Heading aside="empty: not measured">Marks on the photo</Heading>
      <ol className="space-y-2" aria-label="Marks on the photo">
        {photo.marks.map((mark, index) => {
          const read = says.get(mark.id);
          return (
            <li key={mark.id} className="grid grid-cols-[1fr_84px_84px_auto] items-end gap-2">
              <DraftScope of={mark.id}>
                <span className="self-center text-[13px] leading-tight">
                  <strong className="mr-1.5">{index + 1}</strong>
                  {mark.name}
                  {mark.waits && <span className="block font-semibold text-ochre">not on its place yet</span>}
                </span>
                <Field
                  label="from left"
                  units={units}
                  value={mark.x_mm}
                  clearable
                  onCommit={(v: number | null) => set(mark.id, { x_mm: v })}
                />
                <Field
                  label="from floor"
                  units={units}
                  value={mark.y_mm}
                  clearable
                  onCommit={(v: number | null) => set(mark.id, { y_mm: v })}
                />
                <button
                  type="button"
                  aria-label={`Take mark ${index + 1} out`}
                  className="h-9 px-1 text-[12px] text-soft underline hover:text-brick"
                  onClick={() => onChange(withoutMark(photo, mark.id))}
                >
                  Out
                </button>
                {read?.odd && (
                  <p className="col-span-4 border-l-4 border-brick pl-2 text-[13px] font-semibold text-brick">
                    {read.sentence}
                  </p>
                )}
              </DraftScope>
            </li>
          );
        })}
      </ol>
    </>
  );
}

/** Distances by tape between marks, used or kept back as a check. */
export function TapeFields({ photo, reading, units, onChange }: Props) {
  const name = (id: string) => photo.marks.find((one) => one.id === id)?.name ?? id;
  const checks = new Map(reading?.checks.map((one) => [one.id, one]));
  if (photo.marks.length < 2) return null;
  return (
    <>
      <Heading aside="by tape">Distances between marks</Heading>
      <ul className="space-y-2" aria-label="Distances between marks">
        {openTapes(photo).map(([one, other]) => (
          <li key={`${one.id} ${other.id}`}>
            <DraftScope of={`${one.id} ${other.id}`}>
              <Field
                label={`${one.name} to ${other.name}`}
                units={units}
                value={null}
                placeholder="not measured"
                onCommit={async (v: number) => onChange(withDistance(photo, one.id, other.id, v, false))}
              />
            </DraftScope>
          </li>
        ))}
        {photo.distances.map((far) => (
          <li key={far.id} className="text-[13px]">
            <DraftScope of={far.id}>
              <div className="grid grid-cols-[1fr_auto] items-end gap-2">
                <Field
                  label={`${name(far.first)} to ${name(far.second)}${far.check ? ", as a check" : ""}`}
                  units={units}
                  value={far.distance_mm}
                  onCommit={async (v: number) =>
                    onChange({
                      ...photo,
                      distances: photo.distances.map((one) =>
                        one.id === far.id ? { ...one, distance_mm: v } : one,
                      ),
                    })
                  }
                />
                <button
                  type="button"
                  aria-label={`Take the distance from ${name(far.first)} to ${name(far.second)} out`}
                  className="h-9 px-1 text-[12px] text-soft underline hover:text-brick"
                  onClick={() =>
                    onChange({ ...photo, distances: photo.distances.filter((one) => one.id !== far.id) })
                  }
                >
                  Out
                </button>
              </div>
              {checks.has(far.id) && (
                <p className={checks.get(far.id)?.agrees ? "text-soft" : "font-semibold text-brick"}>
                  {checks.get(far.id)?.sentence}
                </p>
              )}
            </DraftScope>
          </li>
        ))}
      </ul>
      <OneMore photo={photo} units={units} onChange={onChange} />
    </>
  );
}

/** One more distance between any two marks; as a check unless said otherwise. */
function OneMore({ photo, units, onChange }: Omit<Props, "reading">) {
  const [first, setFirst] = useState("");
  const [second, setSecond] = useState("");
  const [check, setCheck] = useState(true);
  const options = photo.marks.map((one, index) => ({ key: one.id, label: `${index + 1} ${one.name}` }));
  const from = options.some((one) => one.key === first) ? first : (options[0]?.key ?? "");
  const to = options.some((one) => one.key === second && one.key !== from)
    ? second
    : (options.findLast((one) => one.key !== from)?.key ?? "");
  return (
    <details className="mt-2">
      <summary className="min-h-8 cursor-pointer text-[13px] underline">Another distance, or a check</summary>
      <div className="mt-2 grid grid-cols-2 items-end gap-2">
        <Select label="From" value={from} options={options} onChange={setFirst} />
        <Select
          label="To"
          value={to}
          options={options.filter((one) => one.key !== from)}
          onChange={setSecond}
        />
        <DraftScope of="one more">
          <Field
            label="The tape says"
            units={units}
            value={null}
            onCommit={async (v: number) => onChange(withDistance(photo, from, to, v, check))}
          />
        </DraftScope>
        <Checkbox label="Only as a check" checked={check} onChange={setCheck} />
      </div>
    </details>
  );
}
