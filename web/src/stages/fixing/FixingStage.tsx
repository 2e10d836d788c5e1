import type { HolePlan } from "../../api/client";
import { Button, Heading, Select } from "../../ui/controls";
import { HoleTabs } from "../HoleTabs";
import type { StageProps } from "../types";
import { PacketForm } from "./PacketForm";
import { UseBars } from "./UseBars";

export function FixingStage({ editing, lists, selected, onSelect }: StageProps) {
  const { job } = editing.data;
  // while one drags, the answer comes without its long lists: the saved plan keeps them
  const saved = editing.data.plan.holes;
  const hole = editing.plan.holes.find((one) => one.id === selected);
  const listed = saved.find((one) => one.id === selected);
  if (!hole || !listed) return <p className="text-soft">Give the fixture its holes first.</p>;

  const choose = (holes: readonly HolePlan[], fixing: string | null) => {
    const ids = new Set(holes.map((one) => one.id));
    const others = job.choices.filter((choice) => !ids.has(choice.hole_id));
    const mine = fixing ? [...ids].map((hole_id) => ({ hole_id, fixing })) : [];
    void editing.saveJob({ choices: [...others, ...mine] }, fixing ? "fixing chosen" : "left to the plan");
  };

  return (
    <>
      <HoleTabs holes={editing.plan.holes} selected={selected} onSelect={onSelect} />
      <p className="text-[12px] text-soft">
        Hole {hole.number} · {hole.support_label} · {hole.behind_text}
      </p>
      <p className="mt-0.5 text-[19px] leading-snug font-bold">{hole.chosen_label ?? "Nothing holds here"}</p>
      {hole.card && (
        <p className="text-[13px] text-soft">
          Screw {hole.card.screw_text}, {hole.card.screw_label}
        </p>
      )}
      {hole.working && <UseBars working={hole.working} />}

      <Heading
        aside={
          hole.chosen_by === "you" ? (
            <button type="button" className="underline" onClick={() => choose(editing.plan.holes, null)}>
              let the plan choose
            </button>
          ) : (
            "chosen by the plan"
          )
        }
      >
        What holds here
      </Heading>
      <Select
        label="What matters most"
        value={job.wishes[0] ?? "strongest"}
        options={lists.wishes}
        onChange={(key) => void editing.saveJob({ wishes: [key as (typeof job.wishes)[number]] }, "wish")}
      />
      <ul className="mt-2" aria-label="Fixings that hold">
        {listed.candidates.map((one) => (
          <li key={one.fixing} className="border-t border-rule">
            <button
              type="button"
              aria-pressed={one.fixing === hole.chosen}
              onClick={() => choose([hole], one.fixing)}
              className={`grid w-full grid-cols-[1fr_auto] gap-x-3 border-l-4 py-1.5 pr-1 pl-2 text-left ${
                one.fixing === hole.chosen ? "border-chalk bg-chalk-wash" : "border-transparent hover:bg-wash"
              }`}
            >
              <span className="text-[13px] font-semibold">{one.label}</span>
              <span className="text-[13px] font-bold">{Math.ceil(one.use * 100)} %</span>
              <span className="text-[12px] text-soft">
                hole {one.hole_text} · screw {one.screw_text} · {one.minutes} min
                {one.removable ? " · comes out again" : ""}
              </span>
              <span className="text-[12px] text-soft">used</span>
            </button>
          </li>
        ))}
      </ul>
      {listed.candidates.length === 0 && (
        <p className="text-brick">None of the catalogue holds at this hole.</p>
      )}
      {hole.chosen && editing.plan.holes.length > 1 && (
        <Button className="mt-2 w-full" onClick={() => choose(editing.plan.holes, hole.chosen)}>
          Take {hole.chosen_label?.toLowerCase()} for all holes
        </Button>
      )}

      <PacketForm editing={editing} />
      <details className="mt-4 border-t border-rule pt-2">
        <summary className="text-[14px] font-bold">Why not another? {listed.refused.length} refused</summary>
        <ul className="mt-2 space-y-2" aria-label="Refused fixings">
          {listed.refused.map((one) => (
            <li key={one.fixing} className="text-[12.5px]">
              <strong>{one.label}</strong>
              {one.reasons.map((reason) => (
                <span key={reason} className="block text-soft">
                  {reason}
                </span>
              ))}
            </li>
          ))}
        </ul>
      </details>
    </>
  );
}
