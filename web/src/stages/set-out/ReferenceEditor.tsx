import type { Reference, Schemas, Units } from "../../api/client";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { Button, Select } from "../../ui/controls";

type Options = Schemas["AxisOptions"];

const WORDS = {
  along: {
    what: "What of it",
    from: "measured from",
    ways: [
      { key: "1", label: "to the right of it" },
      { key: "-1", label: "to the left of it" },
    ],
  },
  upright: {
    what: "What of it",
    from: "measured from",
    ways: [
      { key: "1", label: "above it" },
      { key: "-1", label: "below it" },
    ],
  },
} as const;

const NONE = { key: "", label: "nothing but that" };
const CORNER = { key: "", label: "the wall's corner, by figures" };

/** Each thing that can be picked under a key of its own. */
function keyed<T>(items: readonly { label: string }[], of: (index: number) => T): Map<string, T> {
  return new Map(items.map((_, index) => [String(index), of(index)]));
}

function keyOf(map: Map<string, unknown>, wanted: unknown): string {
  const text = JSON.stringify(wanted);
  return [...map.entries()].find(([, one]) => JSON.stringify(one) === text)?.[0] ?? "";
}

const label = (items: readonly { label: string }[]) =>
  items.map((one, index) => ({
    key: String(index),
    label: one.label.charAt(0).toUpperCase() + one.label.slice(1),
  }));

/** What of the fixture is measured, from what, and how far. Picking another line leaves it where it is. */
export function ReferenceEditor({
  axis,
  held,
  options,
  units,
  onMeasure,
}: {
  axis: Schemas["Axis"];
  held: Reference | null;
  options: Options;
  units: Units;
  /** `stay`: the fixture stays where it is, the distance is what comes out. */
  onMeasure: (reference: Reference | null, stay: boolean) => Promise<void>;
}) {
  const features = keyed(options.features, (index) => options.features[index]?.feature);
  const marks = keyed(options.marks, (index) => options.marks[index]?.mark);
  const words = WORDS[axis];
  const away = held?.distance_mm ?? 0;
  const change = (part: Partial<Reference>, stay: boolean) => {
    const feature = part.feature ?? held?.feature ?? options.features[0]?.feature;
    const mark = part.mark ?? held?.mark ?? options.marks[0]?.mark;
    if (!feature || !mark) return Promise.resolve();
    const whole = { distance_mm: away, halfway_to: held?.halfway_to ?? null, ...part, feature, mark };
    return onMeasure(whole, stay);
  };
  const quietly = (part: Partial<Reference>) => void change(part, true).catch(() => undefined);
  return (
    <DraftScope of={axis}>
      <div className="mt-3 grid gap-2 border-l-4 border-chalk pl-3">
        <Select
          label={words.what}
          value={held ? keyOf(features, held.feature) : ""}
          options={[...(held ? [] : [{ key: "", label: "Pick a line of it" }]), ...label(options.features)]}
          onChange={(key) => quietly({ feature: features.get(key) })}
        />
        <Select
          label={words.from}
          value={held ? keyOf(marks, held.mark) : ""}
          options={[CORNER, ...label(options.marks)]}
          onChange={(key) =>
            key ? quietly({ mark: marks.get(key) }) : void onMeasure(null, true).catch(() => undefined)
          }
        />
        {held && (
          <>
            <Select
              label="half-way between that and"
              value={held.halfway_to ? keyOf(marks, held.halfway_to) : ""}
              options={[NONE, ...label(options.marks)]}
              onChange={(key) => quietly({ halfway_to: marks.get(key) ?? null })}
            />
            <div className="grid grid-cols-2 items-end gap-2">
              <Field
                label="How far"
                units={units}
                value={Math.abs(away)}
                onCommit={(value: number) => change({ distance_mm: (away < 0 ? -1 : 1) * value }, false)}
              />
              <Select
                label="which way"
                value={away < 0 ? "-1" : "1"}
                options={words.ways}
                onChange={(key) =>
                  void change({ distance_mm: Number(key) * Math.abs(away) }, false).catch(() => undefined)
                }
              />
            </div>
            {away !== 0 && (
              <Button onClick={() => void change({ distance_mm: 0 }, false).catch(() => undefined)}>
                {axis === "along" ? "Put it in line" : "Put it level with that"}
              </Button>
            )}
          </>
        )}
      </div>
    </DraftScope>
  );
}
