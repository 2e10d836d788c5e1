import { freeId } from "../../lib/ids";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { Button, Checkbox, Heading } from "../../ui/controls";
import type { StageProps } from "../../job/stage";
import { FindRow } from "./FindRow";
import type { Scan } from "./useScan";
import { inside } from "../../lib/inside";

/** Sweeps and openings so far: their proof, what they could not have seen, and what they found. */
export function Sweeps({ editing, lists, setPlacing }: Pick<StageProps, "editing" | "lists" | "setPlacing">) {
  const { scans } = editing.data.wall.wall;
  const units = editing.data.site.units;
  const set = (id: string, part: Partial<Scan>, summary: string) =>
    editing.saveWall({ scans: scans.map((scan) => (scan.id === id ? { ...scan, ...part } : scan)) }, summary);
  const words = new Map(editing.plan.hidden.sweeps.map((one) => [one.id, one]));
  if (!scans.length) return null;

  return (
    <>
      <Heading aside="they stay with the wall">What has been looked into</Heading>
      <ul className="space-y-4" aria-label="Sweeps and openings">
        {scans.map((scan) => {
          const label = words.get(scan.id)?.label ?? scan.mode;
          return (
            <li key={scan.id} className="border-l-2 border-chalk pl-3">
              <DraftScope of={scan.id}>
                <div className="flex items-center justify-between">
                  <strong className="text-[13px]">
                    {label}
                    {scan.day && <span className="ml-2 font-normal text-soft">{scan.day}</span>}
                  </strong>
                  <button
                    type="button"
                    aria-label={`Take the ${inside(label)} out`}
                    className="px-2 text-[12px] underline text-soft hover:text-brick"
                    onClick={() =>
                      void editing.saveWall(
                        { scans: scans.filter((one) => one.id !== scan.id) },
                        "sweep removed",
                      )
                    }
                  >
                    Out
                  </button>
                </div>
                {scan.read_by === "stand_in" && (
                  <p
                    className={`text-[12.5px] ${editing.plan.practice ? "text-soft" : "font-semibold text-ochre"}`}
                  >
                    {editing.plan.practice
                      ? "Read by the stand-in detector."
                      : "Read by a stand-in: it neither clears nor finds anything on a real wall."}
                  </p>
                )}
                <details className="text-[12.5px]">
                  <summary className="text-soft">What it could not have seen</summary>
                  <ul className="list-disc pl-4">
                    {words.get(scan.id)?.blind.map((says) => (
                      <li key={says}>{says}</li>
                    ))}
                  </ul>
                </details>
                {scan.mode !== "opened" && (
                  <div className="mt-1 space-y-1.5">
                    <Checkbox
                      label="Just proved on a known live cable"
                      checked={scan.proved_on_live_cable}
                      onChange={(on) => void set(scan.id, { proved_on_live_cable: on }, "sweep proved")}
                    />
                    {scan.proved_on_live_cable && (
                      <Field
                        label="How deep that cable lay"
                        units={units}
                        value={scan.proved_depth_mm ?? null}
                        clearable
                        placeholder="not known"
                        onCommit={(v: number | null) =>
                          set(scan.id, { proved_depth_mm: v }, "depth of the proof")
                        }
                      />
                    )}
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
                {scan.finds.map((find) => (
                  <FindRow
                    key={find.id}
                    find={find}
                    units={units}
                    refuted={lists.refuted}
                    area={scan.area}
                    setPlacing={setPlacing}
                    onChange={(part, summary) =>
                      set(
                        scan.id,
                        { finds: scan.finds.map((one) => (one.id === find.id ? { ...one, ...part } : one)) },
                        summary,
                      )
                    }
                  />
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
                      sigma_mm: editing.data.starts.find_sigma_mm,
                      photo_sigma_mm: 0,
                      what: "something",
                      refuted: null,
                    };
                    void set(scan.id, { finds: [...scan.finds, find] }, "find added");
                  }}
                >
                  It found something
                </Button>
              </DraftScope>
            </li>
          );
        })}
      </ul>
    </>
  );
}
