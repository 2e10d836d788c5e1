import { useEffect, useState } from "react";
import type { Rect } from "../../api/client";
import { AreaFields } from "../../ui/AreaFields";
import { Field } from "../../ui/Field";
import { Button, Checkbox, Heading } from "../../ui/controls";
import type { StageProps } from "../types";
import type { Mode, useScan } from "./useScan";

const MODES: readonly { key: Mode; label: string }[] = [
  { key: "metal", label: "Metal" },
  { key: "live", label: "Live" },
  { key: "density", label: "Density" },
];
const AROUND_MM = 80;

/** Sweep an area: choose modes, say what the instrument can, and mark the area on the wall. */
export function Detector({
  editing,
  setPlacing,
  setHighlight,
  scan,
}: Pick<StageProps, "editing" | "setPlacing" | "setHighlight"> & { scan: ReturnType<typeof useScan> }) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const holes = editing.plan.holes;
  const [modes, setModes] = useState<readonly Mode[]>(["metal", "live"]);
  const [depth, setDepth] = useState(80);
  const [proved, setProved] = useState(false);
  const [circuits, setCircuits] = useState(false);
  const [area, setArea] = useState<Rect | null>(null);
  const instrument = { depth_mm: depth, proved, circuits };

  useEffect(() => {
    setHighlight(area);
    return () => setHighlight(null);
  }, [area, setHighlight]);
  const around = () => {
    const [xs, ys] = [holes.map((hole) => hole.x_mm), holes.map((hole) => hole.y_mm)];
    const [left, low] = [Math.max(0, Math.min(...xs) - AROUND_MM), Math.max(0, Math.min(...ys) - AROUND_MM)];
    setArea({
      x_mm: left,
      y_mm: low,
      width_mm: Math.min(wall.width_mm, Math.max(...xs) + AROUND_MM) - left,
      height_mm: Math.min(wall.height_mm, Math.max(...ys) + AROUND_MM) - low,
    });
  };
  const mark = () =>
    setPlacing({
      label: "Tap one corner of the area",
      onPlace: (x, y) =>
        setPlacing({
          label: "Tap the opposite corner",
          onPlace: (x2, y2) => {
            setPlacing(null);
            setArea({
              x_mm: Math.max(0, Math.min(x, x2)),
              y_mm: Math.max(0, Math.min(y, y2)),
              width_mm: Math.max(10, Math.abs(x2 - x)),
              height_mm: Math.max(10, Math.abs(y2 - y)),
            });
          },
        }),
    });
  const done = () => setArea(null);

  return (
    <>
      <Heading aside="what nobody swept is hatched">Run the detector</Heading>
      <div className="flex flex-wrap gap-x-4 gap-y-1.5" role="group" aria-label="Modes">
        {MODES.map((mode) => (
          <Checkbox
            key={mode.key}
            label={mode.label}
            checked={modes.includes(mode.key)}
            onChange={(on) => setModes(on ? [...modes, mode.key] : modes.filter((one) => one !== mode.key))}
          />
        ))}
      </div>
      <div className="mt-2 space-y-1.5">
        <Checkbox
          label="Instrument just proved on a known live cable"
          checked={proved}
          onChange={setProved}
        />
        <Checkbox label="Every circuit switched on" checked={circuits} onChange={setCircuits} />
      </div>
      <div className="mt-2 grid grid-cols-[120px_1fr_1fr] items-end gap-2">
        <Field
          label="Depth it claims"
          units={units}
          value={depth}
          onCommit={(v: number) => {
            setDepth(v);
            return Promise.resolve();
          }}
        />
        <Button disabled={!holes.length} onClick={around}>
          Round these holes
        </Button>
        <Button onClick={mark}>Mark an area</Button>
      </div>
      {area && (
        <div className="mt-2 border-l-4 border-chalk pl-2.5">
          <AreaFields
            area={area}
            units={units}
            onChange={(part) => {
              setArea((now) => now && { ...now, ...part });
              return Promise.resolve();
            }}
          />
          <div className="mt-2 flex flex-wrap gap-1.5">
            <Button
              look="open"
              disabled={!modes.length}
              onClick={() => void scan.simulated(area, modes, instrument).then(done)}
            >
              Run the simulated detector
            </Button>
            <Button
              disabled={!modes.length}
              onClick={() => void scan.byHand(area, modes, instrument).then(done)}
            >
              I swept it so
            </Button>
            <Button onClick={() => void scan.byHand(area, ["opened"], instrument).then(done)}>
              Opened here
            </Button>
          </div>
        </div>
      )}
      {scan.faults.length > 0 && (
        <ul role="alert" className="mt-2 border-l-4 border-brick bg-brick-wash p-2 text-[13px]">
          {scan.faults.map((fault) => (
            <li key={fault}>{fault}</li>
          ))}
        </ul>
      )}
    </>
  );
}
