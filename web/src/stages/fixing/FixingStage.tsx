import { BASE } from "../../api/world";
import { Link } from "react-router";
import type { HolePlan } from "../../api/client";
import { Button, Heading, Select } from "../../ui/controls";
import { DraftScope } from "../../ui/drafts";
import { HoleTabs } from "../../ui/HoleTabs";
import type { StageProps } from "../../job/stage";
import { Candidates } from "./Candidates";
import { Compare } from "./Compare";
import { OpenWall } from "./OpenWall";
import { PacketForm } from "./packets/PacketForm";
import { PacketsInHand } from "./packets/PacketsInHand";
import { ScrewPacketForm } from "./packets/ScrewPacketForm";
import { PullTests } from "./PullTests";
import { UseBars } from "../../ui/UseBars";
import { WaysOut } from "./WaysOut";
import { WhyLoose } from "./WhyLoose";
import { WhyNot } from "./WhyNot";
import { Said } from "../../ui/Said";
import { inside } from "../../lib/inside";

/** No wish at all: what a good tradesman would reach for. */
const USUAL = { key: "usual", label: "The smallest with room to spare" };

export function FixingStage({ editing, lists, selected, onSelect }: StageProps) {
  const { job, job_id } = editing.data;
  // while one drags, the answer comes without its long lists: the saved plan keeps them
  const saved = editing.data.plan.holes;
  const hole = editing.plan.holes.find((one) => one.id === selected);
  const listed = saved.find((one) => one.id === selected);
  if (!hole || !listed) return <p className="text-soft">Give the fixture its holes first.</p>;

  const choose = (holes: readonly HolePlan[], fixing: string | null) => {
    const ids = new Set(holes.map((one) => one.id));
    const mine = fixing ? [...ids].map((hole_id) => ({ hole_id, fixing })) : [];
    void editing.saveJob(
      (latest) => ({ choices: [...latest.choices.filter((choice) => !ids.has(choice.hole_id)), ...mine] }),
      fixing ? "fixing chosen" : "left to the plan",
    );
  };
  const mine = listed.candidates.find((one) => one.fixing === hole.chosen);
  const { van_fixing, van_label } = listed;
  // where nothing holds, what works is what one came for; on a wall that nobody knows, which it is
  const open = !editing.data.plan.belief.told;
  const stuck = !open && saved.some((one) => one.chosen === null);

  return (
    <>
      <WhyLoose loose={editing.plan.loose} />
      {open && <OpenWall editing={editing} />}
      {stuck && <WaysOut editing={editing} />}
      <HoleTabs holes={editing.plan.holes} selected={selected} onSelect={onSelect} />
      <p className="text-[12px] text-soft">
        Hole {hole.number} · {hole.support_label} · {hole.behind_text}
      </p>
      <p className="mt-0.5 text-[19px] leading-snug font-bold">
        {hole.chosen_label ?? (open ? "Open until the wall is known" : "Nothing holds here")}
      </p>
      {hole.card && <p className="text-[13px] text-soft">{hole.card.put_in_text}</p>}
      {mine && mine.lacks.length > 0 && van_fixing && van_label && (
        <Button look="open" className="mt-2 w-full" onClick={() => choose(editing.plan.holes, van_fixing)}>
          Take {inside(van_label)}: the van has it
        </Button>
      )}
      {hole.working && <UseBars working={hole.working} />}
      {editing.plan.heavier_text && <p className="mt-1 text-[13px] text-soft">{editing.plan.heavier_text}</p>}
      {!stuck && !open && <WaysOut editing={editing} />}

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
      <div className="grid grid-cols-[1fr_auto] items-end gap-2">
        <Select
          label="What matters most"
          value={job.wishes[0] ?? USUAL.key}
          options={[USUAL, ...lists.wishes]}
          onChange={(key) =>
            void editing.saveJob(
              { wishes: key === USUAL.key ? [] : [key as (typeof job.wishes)[number]] },
              "wish",
            )
          }
        />
        <Link
          to="/van"
          className="inline-flex min-h-9 items-center rounded-sm border border-rule px-3 text-[13px] font-semibold hover:bg-wash max-sm:min-h-12"
        >
          The van
        </Link>
      </div>
      <Candidates
        candidates={listed.candidates}
        chosen={hole.chosen}
        onChoose={(fixing) => choose([hole], fixing)}
      />
      {!open && listed.candidates.length === 0 && (
        <p className="text-brick">None of the catalogue holds at this hole.</p>
      )}
      <Compare
        hole={hole.number}
        candidates={listed.candidates}
        chosen={hole.chosen}
        onChoose={(fixing) => choose([hole], fixing)}
      />
      {hole.chosen && editing.plan.holes.length > 1 && (
        <Button className="mt-2 w-full" onClick={() => choose(editing.plan.holes, hole.chosen)}>
          Take {inside(hole.chosen_label)} for all holes
        </Button>
      )}
      {editing.plan.joints.length > 0 && (
        <>
          <Heading>Brackets on the part between</Heading>
          <ul className="text-[13px]" aria-label="Brackets on the part between">
            {editing.plan.joints.map((joint) => (
              <li
                key={joint.hole_id}
                className={`border-b border-rule py-1 ${(joint.use ?? 2) > 1 || !joint.fixing_label ? "font-semibold text-brick" : ""}`}
              >
                <Said>{joint.sentence}</Said>
              </li>
            ))}
          </ul>
        </>
      )}

      <PullTests key={hole.chosen} editing={editing} hole={hole} />
      <DraftScope of="packet">
        <PacketForm editing={editing} />
      </DraftScope>
      <DraftScope of="packet of screws">
        <ScrewPacketForm editing={editing} />
      </DraftScope>
      <PacketsInHand editing={editing} />
      <WhyNot refused={listed.refused} />
      <Heading>Calculation sheet</Heading>
      <div className="grid grid-cols-2 gap-2">
        {(["pdf", "md"] as const).map((form) => (
          <a
            key={form}
            href={`${BASE}/api/jobs/${job_id}/sheet.${form}`}
            download
            className="inline-flex min-h-9 items-center justify-center rounded-sm border border-chalk px-3 text-[13px] font-semibold text-chalk hover:bg-chalk-wash max-sm:min-h-12"
          >
            {form === "pdf" ? "As PDF" : "As Markdown"}
          </a>
        ))}
      </div>
    </>
  );
}
