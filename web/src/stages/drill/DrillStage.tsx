import { Heading, Button } from "../../ui/controls";
import { HoleTabs } from "../../ui/HoleTabs";
import type { StageProps } from "../../job/stage";
import { Link } from "react-router";
import { standing } from "../../job/standing";
import { peopleSentence, peopleWords } from "../../lib/people";
import { useOutbox } from "../../job/useOutbox";
import { PRACTICE } from "../../api/world";
import { Said } from "../../ui/Said";
import { PracticeDrill } from "./PracticeDrill";

export function DrillStage({ editing, selected, onSelect }: StageProps) {
  const { plan } = editing;
  const outbox = useOutbox(editing.data.job_id);
  const stands = standing(editing.data, outbox.state.waiting);
  const behind = plan.steps.filter((step) => stands.done(step)).length;
  const hole = plan.holes.find((one) => one.id === selected);
  const card = hole?.card;
  return (
    <>
      {plan.steps.length > 0 ? (
        <Link
          to={`/jobs/${editing.data.job_id}/at-the-wall`}
          className="mb-4 flex min-h-12 w-full items-center justify-center rounded-sm border border-chalk bg-chalk px-3 text-[15px] font-semibold text-on-solid hover:brightness-110"
        >
          {behind > 0
            ? `Go on at the wall: ${behind} of ${plan.steps.length} steps done`
            : "Work at the wall, step by step"}
        </Link>
      ) : (
        <p className="mb-4 border-l-4 border-brick bg-brick-wash p-2 text-[13px]">
          <strong>Not yet.</strong> The steps come once nothing forbids the job: the verdict says what does.
        </p>
      )}
      <HoleTabs holes={plan.holes} selected={selected} onSelect={onSelect} />
      {PRACTICE && hole && (
        <PracticeDrill
          key={hole.id}
          jobId={editing.data.job_id}
          hole={hole.id}
          wanted_mm={card?.depth_mm ?? null}
        />
      )}
      {hole && !card && (
        <p className="text-brick">No fixing holds at this hole, so there is nothing to drill.</p>
      )}
      {hole && card && (
        <>
          <dl className="grid grid-cols-2 gap-x-3 gap-y-2 border-y-2 border-ink py-2.5">
            <div>
              <dt className="text-[12px] text-soft">Bit</dt>
              <dd className="text-[30px] leading-none font-bold">{card.bit_text}</dd>
              <dd className="mt-1 text-[13px]">
                {card.bit_words}
                {card.bit_buy && <strong className="text-ochre"> · to buy</strong>}
              </dd>
            </div>
            <div>
              <dt className="text-[12px] text-soft">Deep</dt>
              <dd className="text-[30px] leading-none font-bold">{card.depth_text}</dd>
              <dd className="mt-1 text-[13px]">{card.hammer_text}</dd>
            </div>
            <div className="col-span-2">
              <dt className="text-[12px] text-soft">Put in</dt>
              <dd className="text-[17px] font-bold">{card.fixing_label}</dd>
              <dd className="text-[13px]">{card.put_in_text}</dd>
            </div>
          </dl>
          {card.tape_text && <p className="mt-2 text-[13px] font-semibold">{card.tape_text}</p>}
          {card.depth_made_text && <p className="text-[12.5px] text-soft">{card.depth_made_text}</p>}
          {card.pilot_text && <p className="text-[13px]">{card.pilot_text}</p>}
          {card.steps.length > 0 && <Heading>Through the wall</Heading>}
          <ol className="text-[13px]">
            {card.steps.map((step, index) => (
              <li key={index} className="grid grid-cols-[1fr_auto] gap-x-2 border-b border-rule py-1">
                <span>
                  <strong>{step.layer}</strong>, {step.bit}
                  <span className="block text-[12px] text-soft">
                    hammer {step.hammer} · {step.speed}
                  </span>
                </span>
                <span className="text-[12px] text-soft">to {step.to_text}</span>
              </li>
            ))}
          </ol>
          <Heading>How it should feel</Heading>
          <p className="text-[13px]">
            <Said>{card.grips}</Said>
          </p>
          <p className="mt-1 text-[13px]">
            <strong>{card.last_turn}.</strong> <Said>{card.stop}</Said>
          </p>
          {card.proud_text && <p className="mt-1 text-[13px] font-semibold">{card.proud_text}</p>}
          {card.notes.map((note) => (
            <p key={note} className="mt-1 text-[13px] text-soft">
              {note}
            </p>
          ))}
        </>
      )}
      <Heading aside={peopleWords(plan.people)}>Order of work</Heading>
      <ol className="space-y-1.5 text-[13px]">
        {plan.steps.map((step) => (
          <li key={step.id} className="grid grid-cols-[20px_1fr] gap-1">
            <strong className={stands.done(step) ? "text-chalk" : ""}>{step.number}</strong>
            <span className={stands.done(step) ? "text-soft line-through decoration-rule" : ""}>
              <strong>{step.title}.</strong> <Said>{step.sentence}</Said>
              {step.people > 1 && <strong> {peopleSentence(step.people)}</strong>}
            </span>
          </li>
        ))}
      </ol>
      <Heading>Have at hand</Heading>
      <ul className="text-[13px]">
        {plan.gather.map((item) => (
          <li key={item.id} className="grid grid-cols-[34px_1fr]">
            <strong>{item.count} ×</strong>
            <span>
              {item.label}
              {item.buy && <strong className="text-ochre"> · to buy</strong>}
            </span>
          </li>
        ))}
      </ul>
      <Heading>Before you drill</Heading>
      <ul className="space-y-1 text-[12.5px] text-soft">
        {plan.cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
      <Button look="solid" className="mt-4 w-full" onClick={() => window.print()}>
        Print the card
      </Button>
    </>
  );
}
