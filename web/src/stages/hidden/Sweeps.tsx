import { freeId } from "../../lib/ids";
import { Field } from "../../ui/Field";
import { Button, Checkbox, Heading } from "../../ui/controls";
import type { Editing } from "../../workspace/useWorkspace";

type Mode = "metal" | "live" | "opened";

const WORDS: Record<string, string> = {
  metal: "Metal sweep",
  live: "Live sweep",
  density: "Density sweep",
  opened: "Opened and looked",
};

/** Sweeps and openings: what was looked at, with which proof. */
export function Sweeps({ editing }: { editing: Editing }) {
  const { scans } = editing.data.wall.wall;
  const units = editing.data.site.units;
  const holes = editing.plan.holes;
  const around = () => {
    const xs = holes.map((hole) => hole.x_mm);
    const ys = holes.map((hole) => hole.y_mm);
    const [left, low] = [Math.min(...xs) - 80, Math.min(...ys) - 80];
    return {
      x_mm: left,
      y_mm: low,
      width_mm: Math.max(...xs) + 80 - left,
      height_mm: Math.max(...ys) + 80 - low,
    };
  };
  const add = (modes: Mode[], summary: string) => {
    const area = around();
    const fresh = [...scans];
    for (const mode of modes) {
      fresh.push({
        id: freeId(
          mode,
          fresh.map((one) => one.id),
        ),
        mode,
        area,
        day: null,
        claimed_depth_mm: 50,
        proved_on_live_cable: false,
        circuits_on: false,
        finds: [],
        note: "",
      });
    }
    void editing.saveWall({ scans: fresh }, summary);
  };
  const set = (id: string, part: Partial<(typeof scans)[number]>, summary: string) =>
    editing.saveWall({ scans: scans.map((scan) => (scan.id === id ? { ...scan, ...part } : scan)) }, summary);

  return (
    <>
      <Heading>What has been looked into</Heading>
      <div className="flex flex-wrap gap-2">
        <Button disabled={!holes.length} onClick={() => add(["metal", "live"], "sweeps added")}>
          Swept round these holes
        </Button>
        <Button disabled={!holes.length} onClick={() => add(["opened"], "opening added")}>
          Opened here
        </Button>
      </div>
      <ul className="mt-3 space-y-4">
        {scans.map((scan) => (
          <li key={scan.id} className="border-l-2 border-chalk pl-3">
            <div className="flex items-center justify-between">
              <strong className="text-[13px]">{WORDS[scan.mode]}</strong>
              <button
                type="button"
                aria-label={`Take the ${(WORDS[scan.mode] ?? "sweep").toLowerCase()} out`}
                className="px-2 text-[18px] text-soft hover:text-brick"
                onClick={() =>
                  void editing.saveWall({ scans: scans.filter((one) => one.id !== scan.id) }, "sweep removed")
                }
              >
                −
              </button>
            </div>
            {scan.mode !== "opened" && (
              <div className="space-y-1.5">
                <Checkbox
                  label="Just proved on a known live cable"
                  checked={scan.proved_on_live_cable}
                  onChange={(on) => void set(scan.id, { proved_on_live_cable: on }, "sweep proved")}
                />
                {scan.mode === "live" && (
                  <Checkbox
                    label="Every circuit was switched on"
                    checked={scan.circuits_on}
                    onChange={(on) => void set(scan.id, { circuits_on: on }, "circuits on")}
                  />
                )}
                <Field
                  label="Depth that the instrument claims"
                  units={units}
                  value={scan.claimed_depth_mm}
                  onCommit={(v) => set(scan.id, { claimed_depth_mm: v }, "claimed depth")}
                />
              </div>
            )}
            <div className="mt-1.5 grid grid-cols-4 gap-1.5">
              {(["x_mm", "y_mm", "width_mm", "height_mm"] as const).map((key) => (
                <Field
                  key={key}
                  label={{ x_mm: "left", y_mm: "foot", width_mm: "wide", height_mm: "high" }[key]}
                  units={units}
                  value={scan.area[key]}
                  onCommit={(v) => set(scan.id, { area: { ...scan.area, [key]: v } }, "swept area")}
                />
              ))}
            </div>
            {scan.finds.map((find) => (
              <div key={find.id} className="mt-2 grid grid-cols-[1fr_80px_80px_auto] items-end gap-2">
                <Field
                  label="Found"
                  kind="text"
                  value={find.what}
                  onCommit={(what: string) =>
                    set(
                      scan.id,
                      { finds: scan.finds.map((f) => (f.id === find.id ? { ...f, what } : f)) },
                      "find",
                    )
                  }
                />
                <Field
                  label="from left"
                  units={units}
                  value={find.x_mm}
                  onCommit={(v: number) =>
                    set(
                      scan.id,
                      {
                        finds: scan.finds.map((f) =>
                          f.id === find.id ? { ...f, x_mm: v, x2_mm: v + (f.x2_mm - f.x_mm) } : f,
                        ),
                      },
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
                  onCommit={(v: number | null) =>
                    set(
                      scan.id,
                      { finds: scan.finds.map((f) => (f.id === find.id ? { ...f, depth_mm: v } : f)) },
                      "find depth",
                    )
                  }
                />
                <button
                  type="button"
                  aria-label={`Take out ${find.what}`}
                  className="h-9 px-2 text-[18px] text-soft hover:text-brick"
                  onClick={() =>
                    void set(scan.id, { finds: scan.finds.filter((f) => f.id !== find.id) }, "find removed")
                  }
                >
                  −
                </button>
              </div>
            ))}
            <Button
              className="mt-2"
              onClick={() => {
                const middle = scan.area.x_mm + scan.area.width_mm / 2;
                const find = {
                  id: freeId(
                    "find",
                    scans.flatMap((one) => one.finds.map((f) => f.id)),
                  ),
                  x_mm: middle,
                  x2_mm: middle,
                  y_mm: scan.area.y_mm,
                  y2_mm: scan.area.y_mm + scan.area.height_mm,
                  depth_mm: null,
                  sigma_mm: 10,
                  what: "something",
                };
                void set(scan.id, { finds: [...scan.finds, find] }, "find added");
              }}
            >
              It found something
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
