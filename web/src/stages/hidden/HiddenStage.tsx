import { useState } from "react";
import { OtherWall } from "../../job/OtherWall";
import { showLength } from "../../lib/units";
import { Heading } from "../../ui/controls";
import { DraftScope } from "../../ui/drafts";
import type { StageProps } from "../../job/stage";
import { type Advised, Detector } from "./Detector";
import { HoleRisk } from "./HoleRisk";
import { Points } from "./Points";
import { Rules } from "./Rules";
import { Sweeps } from "./Sweeps";
import { type Mode, useScan } from "./useScan";

/** What is hidden: the risk at each hole first, then what it follows from. */
export function HiddenStage(props: StageProps) {
  const scan = useScan(props.editing);
  const [advised, setAdvised] = useState<Advised | null>(null);
  const { hidden, elevation, units } = props.editing.plan;
  return (
    <>
      <HoleRisk
        {...props}
        onSweep={(area, modes, depth_mm) => {
          const wanted = (modes ?? []).filter((mode): mode is Mode => mode !== "opened");
          setAdvised({ area, modes: wanted, depth_mm });
        }}
      />
      {hidden.cautions.length > 0 && (
        <ul
          aria-label="Before you drill"
          className="mt-4 space-y-1 border-l-4 border-ochre pl-2.5 text-[13px]"
        >
          {hidden.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
      {props.editing.data.job.placement.second_wall_id && (
        <div className="mt-4">
          <OtherWall editing={props.editing} />
        </div>
      )}
      <Points {...props} />
      <DraftScope of="sweep">
        <Detector {...props} key={advised ? JSON.stringify(advised) : "own"} scan={scan} advised={advised} />
      </DraftScope>
      <Sweeps {...props} />
      {elevation.old_holes.length > 0 && (
        <>
          <Heading aside="from earlier jobs">Already in this wall</Heading>
          <ul aria-label="Holes from earlier jobs" className="text-[13px]">
            {elevation.old_holes.map((old) => (
              <li key={old.id} className="border-b border-rule py-1">
                <strong>
                  {showLength(old.x_mm, units)} from the left, {showLength(old.y_mm, units)} up
                </strong>
                {old.depth_mm > 0 && `, ${showLength(old.depth_mm, units)} deep`}
                {old.met && `: ${old.met}`}
                {old.holds && `; ${old.holds}`}
                {old.day && <span className="text-soft"> · {old.day}</span>}
              </li>
            ))}
          </ul>
        </>
      )}
      <Rules {...props} />
    </>
  );
}
