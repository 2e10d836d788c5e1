import { Field } from "../../ui/Field";
import { Heading } from "../../ui/controls";
import { UseBars } from "../../ui/UseBars";
import { CarryIt } from "./CarryIt";
import { FindTheirHoles } from "./FindTheirHoles";
import { MarkTable } from "./MarkTable";
import { NearPlaces } from "./NearPlaces";
import { PlaceSentence } from "./PlaceSentence";
import { PlannedHere } from "./PlannedHere";
import { WhereItCouldGo } from "./WhereItCouldGo";
import type { StageProps } from "../../job/stage";

export function SetOutStage({ editing, selected, onSelect, setHighlight, wallPlaces }: StageProps) {
  const { plan } = editing;
  const units = editing.data.site.units;
  const { placing } = plan;
  // what one sees of it, and the sentence measures, need not begin at the corner that it is kept by
  const [aside, above] = [placing.left_mm - placing.x_mm, placing.low_mm - placing.y_mm];
  const hole = plan.holes.find((one) => one.id === selected);
  return (
    <>
      <PlaceSentence editing={editing} />
      <PlannedHere editing={editing} />
      <p className="mb-2 text-[13px] text-soft">
        Press a part of the sentence to say it otherwise. Or drag the fixture: it lines up with what is near
        and is measured from that. Arrow keys move it by{" "}
        {units === "imperial" ? "1 mm, about 1/32 in" : "a millimetre"}.
      </p>
      <div className="grid grid-cols-2 gap-2">
        {!plan.post && !placing.in_corner && (
          <Field
            label="Left side, from the left edge"
            units={units}
            value={placing.left_mm}
            onCommit={(v) => editing.put({ x_mm: v - aside })}
          />
        )}
        <Field
          label={`Lower edge, from the ${plan.foot}`}
          units={units}
          value={placing.low_mm}
          onCommit={(v) => editing.put({ y_mm: v - above })}
        />
      </div>
      <WhereItCouldGo editing={editing} wallPlaces={wallPlaces} />
      <NearPlaces editing={editing} setHighlight={setHighlight} />
      <MarkTable plan={plan} selected={selected} onSelect={onSelect} />
      {plan.floor_to_come_text && (
        <p className="mt-2 text-[13px] font-semibold text-ochre">
          The finished floor is still to come: add {plan.floor_to_come_text} to every height when you measure
          from today's floor.
        </p>
      )}
      {hole?.working && (
        <>
          <Heading aside={hole.chosen_label}>Hole {hole.number} carries</Heading>
          <UseBars working={hole.working} />
        </>
      )}
      <FindTheirHoles jobId={editing.data.job_id} />
      <CarryIt jobId={editing.data.job_id} usual={editing.data.starts.paper} />
    </>
  );
}
