import type { Rect, Units } from "../../api/client";
import type { Placing } from "../../lib/placing";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { Select } from "../../ui/controls";
import type { Scan } from "./useScan";

type Find = Scan["finds"][number];

const RUNS = [
  { key: "upright", label: "Up and down" },
  { key: "level", label: "Level" },
  { key: "spot", label: "A spot" },
];

/** A find turned another way, through its middle, as long as the swept area. */
function along(way: string, find: Find, area: Rect): Partial<Find> {
  const [x, y] = [(find.x_mm + find.x2_mm) / 2, (find.y_mm + find.y2_mm) / 2];
  if (way === "upright") return { x_mm: x, x2_mm: x, y_mm: area.y_mm, y2_mm: area.y_mm + area.height_mm };
  if (way === "level") return { y_mm: y, y2_mm: y, x_mm: area.x_mm, x2_mm: area.x_mm + area.width_mm };
  return { x_mm: x, x2_mm: x, y_mm: y, y2_mm: y };
}

/** One find: what it is, a line or a spot, where, how deep, and whether it was shown to be none. */
export function FindRow({
  find,
  units,
  refuted,
  area,
  setPlacing,
  onChange,
}: {
  find: Find;
  units: Units;
  refuted: readonly { key: string; label: string }[];
  area: Rect;
  setPlacing: (placing: Placing | null) => void;
  onChange: (part: Partial<Find>, summary: string) => Promise<void>;
}) {
  const spot = find.x_mm === find.x2_mm && find.y_mm === find.y2_mm;
  const tap = () =>
    setPlacing({
      label: `Tap where it is: ${find.what}`,
      onPlace: (x, y, photo_sigma_mm = 0) => {
        setPlacing(null);
        const [dx, dy] = [x - (find.x_mm + find.x2_mm) / 2, y - (find.y_mm + find.y2_mm) / 2];
        void onChange(
          {
            x_mm: spot || upright ? find.x_mm + dx : find.x_mm,
            x2_mm: spot || upright ? find.x2_mm + dx : find.x2_mm,
            y_mm: spot || !upright ? find.y_mm + dy : find.y_mm,
            y2_mm: spot || !upright ? find.y2_mm + dy : find.y2_mm,
            photo_sigma_mm,
          },
          "find moved",
        );
      },
    });
  const upright = Math.abs(find.y2_mm - find.y_mm) >= Math.abs(find.x2_mm - find.x_mm);
  return (
    <DraftScope of={find.id}>
      <div className="mt-2 border-t border-rule pt-2">
        <div className="grid grid-cols-[1fr_80px_80px] items-end gap-2">
          <Field
            label="Found"
            kind="text"
            value={find.what}
            onCommit={(what: string) => onChange({ what }, "find")}
          />
          <Field
            label={spot || upright ? "from left" : "from floor"}
            units={units}
            value={spot || upright ? find.x_mm : find.y_mm}
            onCommit={(v: number) =>
              onChange(
                spot || upright
                  ? { x_mm: v, x2_mm: v + (find.x2_mm - find.x_mm) }
                  : { y_mm: v, y2_mm: v + (find.y2_mm - find.y_mm) },
                "find moved",
              )
            }
          />
          <Field
            label="deep"
            units={units}
            value={find.depth_mm}
            placeholder="not known"
            clearable
            onCommit={(v: number | null) => onChange({ depth_mm: v }, "find depth")}
          />
        </div>
        <div className="mt-1.5 grid grid-cols-2 gap-2">
          <Select
            label="It runs"
            value={spot ? "spot" : upright ? "upright" : "level"}
            options={RUNS}
            onChange={(key) => void onChange(along(key, find, area), "find turned")}
          />
          <Select
            label="Is it there?"
            value={find.refuted ?? ""}
            options={[{ key: "", label: "It counts" }, ...refuted]}
            onChange={(key) =>
              void onChange(
                { refuted: (key || null) as Find["refuted"] },
                key ? "find refuted" : "find counts again",
              )
            }
          />
        </div>
        <button
          type="button"
          className="mt-1 min-h-6 text-[12.5px] text-soft underline hover:text-ink max-sm:min-h-11"
          onClick={tap}
        >
          Tap on the wall where it is
        </button>
      </div>
    </DraftScope>
  );
}
