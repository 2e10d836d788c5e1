import { useEffect, useRef, useState } from "react";
import type { Rect } from "../../api/client";
import { AreaFields } from "../../ui/AreaFields";
import { Field } from "../../ui/Field";
import { Button, Checkbox, Heading } from "../../ui/controls";
import type { StageProps } from "../../job/stage";
import type { Editing } from "../../job/useWorkspace";
import { showLength } from "../../lib/units";
import { UNREAD, useTypingRead } from "../../ui/drafts";
import type { Instrument, Mode, useScan } from "./useScan";

export interface Advised {
  area: Rect;
  modes: readonly Mode[];
  depth_mm: number;
}

const MODES: readonly { key: Mode; label: string }[] = [
  { key: "metal", label: "Metal" },
  { key: "live", label: "Live" },
  { key: "density", label: "Density" },
];

const NO_CLAIM = "Say how deep it claims to find things: it stands on the instrument or in its leaflet.";

/** How deep the instrument claims to find things: what was said of the last sweep here; a stand-in's own. */
function claimOf(editing: Editing): number | null {
  const swept = editing.data.wall.wall.scans.filter((one) => one.mode !== "opened");
  return (
    swept.at(-1)?.claimed_depth_mm ?? (editing.plan.practice ? editing.data.starts.claimed_depth_mm : null)
  );
}

/** Sweep an area: choose modes, say what the instrument can, and mark the area on the wall. */
export function Detector({
  editing,
  setPlacing,
  setHighlight,
  scan,
  advised,
}: Pick<StageProps, "editing" | "setPlacing" | "setHighlight"> & {
  scan: ReturnType<typeof useScan>;
  /** A sweep that the ways out advise: its area, modes and depth. What was proved is for the user to say. */
  advised: Advised | null;
}) {
  const units = editing.data.site.units;
  const holes = editing.plan.holes;
  const { practice } = editing.plan;
  const [modes, setModes] = useState<readonly Mode[]>(advised?.modes ?? ["metal", "live"]);
  const [depth, setDepth] = useState<number | null>(claimOf(editing));
  // said for each sweep by whoever made it, never taken over from the last one or from an advice
  const [proved, setProved] = useState(false);
  const [circuits, setCircuits] = useState(false);
  const [area, setArea] = useState<Rect | null>(advised?.area ?? null);
  const [told, setTold] = useState<string | null>(null);
  const typingRead = useTypingRead();
  const claim = useRef(depth);
  const form = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // an advice was taken over further up: what is left to be said stands here
    if (advised) form.current?.scrollIntoView({ block: "center" });
  }, [advised]);

  useEffect(() => {
    setHighlight(area);
    return () => setHighlight(null);
  }, [area, setHighlight]);
  const around = () => setArea(editing.plan.hidden.around_holes);
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
  // no zone is cleared by a depth that nobody has read off the instrument
  const sweep = async (by: (instrument: Instrument) => Promise<void>, opened = false) => {
    const allRead = await typingRead();
    const depth_mm = opened ? editing.data.starts.claimed_depth_mm : claim.current;
    setTold(!allRead ? UNREAD : depth_mm === null ? NO_CLAIM : null);
    if (!allRead || depth_mm === null) return;
    await by({ depth_mm, proved, circuits });
    setArea(null);
    setProved(false);
    setCircuits(false);
  };

  return (
    <>
      <Heading aside="what nobody swept is hatched">Put in a sweep</Heading>
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
          placeholder={advised ? `${showLength(advised.depth_mm, units)} or more` : "as it says"}
          onCommit={(v: number) => {
            claim.current = v;
            setDepth(v);
            setTold(null);
            return Promise.resolve();
          }}
        />
        <Button disabled={!holes.length} onClick={around}>
          Round these holes
        </Button>
        <Button onClick={mark}>Mark an area</Button>
      </div>
      {area && (
        <div ref={form} className="mt-2 border-l-4 border-chalk pl-2.5">
          <AreaFields
            area={area}
            units={units}
            onChange={(part) => {
              setArea((now) => now && { ...now, ...part });
              return Promise.resolve();
            }}
          />
          <div className="mt-2 flex flex-wrap gap-1.5">
            {practice && (
              <Button
                look="open"
                disabled={!modes.length}
                onClick={() => void sweep((one) => scan.simulated(area, modes, one))}
              >
                Run the stand-in detector
              </Button>
            )}
            <Button
              look={practice ? "quiet" : "open"}
              disabled={!modes.length}
              onClick={() => void sweep((one) => scan.byHand(area, modes, one))}
            >
              I swept it so
            </Button>
            <Button onClick={() => void sweep((one) => scan.byHand(area, ["opened"], one), true)}>
              Opened here
            </Button>
          </div>
        </div>
      )}
      {told && (
        <p role="alert" className="mt-2 border-l-4 border-brick bg-brick-wash p-2 text-[13px]">
          {told}
        </p>
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
