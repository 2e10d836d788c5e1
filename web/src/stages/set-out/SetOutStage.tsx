import { Field } from "../../ui/Field";
import { Heading } from "../../ui/controls";
import { INK, Mark } from "../../ui/Mark";
import { UseBars } from "../../ui/UseBars";
import type { StageProps } from "../../job/stage";

export function SetOutStage({ editing, selected, onSelect }: StageProps) {
  const { plan, placement } = editing;
  const units = editing.data.site.units;
  const hole = plan.holes.find((one) => one.id === selected);
  const put = (part: Partial<typeof placement>) =>
    editing.saveJob({ placement: { ...editing.data.job.placement, ...part } }, "fixture moved");
  return (
    <>
      <p className="mb-3 text-[13px] text-soft">
        Drag the fixture on the wall, or type where its lower left corner goes. Arrow keys move it by a
        millimetre.
      </p>
      <div className="grid grid-cols-2 gap-2">
        <Field
          label="Left corner, from the left edge"
          units={units}
          value={placement.x_mm}
          onCommit={(v) => put({ x_mm: v })}
        />
        <Field
          label="Lower edge, from the floor"
          units={units}
          value={placement.y_mm}
          onCommit={(v) => put({ y_mm: v })}
        />
      </div>
      <Heading aside="from left edge · from finished floor">Mark these</Heading>
      <table className="w-full">
        <caption className="sr-only">Coordinates of the holes</caption>
        <thead className="sr-only">
          <tr>
            <th>Hole</th>
            <th>From the left edge</th>
            <th>From the finished floor</th>
            <th>Behind it</th>
          </tr>
        </thead>
        <tbody>
          {plan.holes.map((hole) => (
            <tr
              key={hole.id}
              onClick={() => onSelect(hole.id)}
              className={`cursor-pointer border-b border-rule ${hole.id === selected ? "bg-chalk-wash" : ""}`}
            >
              <td className="py-1.5 pl-1">
                <button
                  type="button"
                  aria-label={`Show hole ${hole.number}`}
                  className="flex items-center gap-1.5 font-bold"
                >
                  <span className={INK[hole.verdict.word]}>
                    <Mark severity={hole.verdict.word} size={12} />
                  </span>
                  {hole.number}
                </button>
              </td>
              <td className="text-right text-[19px] font-bold whitespace-nowrap">{hole.x_text}</td>
              <td className="text-right text-[19px] font-bold whitespace-nowrap">{hole.y_text}</td>
              <td className="pr-1 text-right text-[12.5px] text-chalk">{hole.behind_text}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {hole?.working && (
        <>
          <Heading aside={hole.chosen_label}>Hole {hole.number} carries</Heading>
          <UseBars working={hole.working} />
        </>
      )}
      {plan.floor_to_come_text && (
        <p className="mt-2 text-[13px] font-semibold text-ochre">
          The finished floor is still to come: add {plan.floor_to_come_text} to every height when you measure
          from today's floor.
        </p>
      )}
    </>
  );
}
