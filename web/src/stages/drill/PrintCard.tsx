import type { Plan } from "../../api/client";
import { peopleWords } from "../../lib/people";

/** What stands against a job, in place of everything that would tell how to drill it. */
function NotYet({ plan }: { plan: Plan }) {
  return (
    <>
      <h2 className="text-[16pt] font-bold">Not yet</h2>
      <p>This job is not to be drilled as it stands. What is missing:</p>
      <ul className="my-2 list-disc pl-6">
        {plan.not_yet.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </>
  );
}

function Marks({ plan }: { plan: Plan }) {
  // a post has but one line to measure along
  const where = plan.post ? ["Hole", `From the ${plan.foot}`] : ["Hole", "From left", `From ${plan.foot}`];
  return (
    <table className="w-full border-collapse text-left">
      <thead>
        <tr className="border-b-2 border-black">
          {[...where, "Behind", "Bit", "Deep", "Hammer", "Put in", "Screw"].map((head) => (
            <th key={head} className="pr-2">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {plan.holes.map((hole) => (
          <tr key={hole.id} className="border-b border-black align-top">
            <td className="font-bold">{hole.number}</td>
            {!plan.post && <td className="pr-3 text-[13pt] font-bold whitespace-nowrap">{hole.x_text}</td>}
            <td className="pr-3 text-[13pt] font-bold whitespace-nowrap">{hole.y_text}</td>
            <td className="pr-3">{hole.behind_text}</td>
            <td className="pr-3">
              {hole.card ? `${hole.card.bit_text} ${hole.card.bit_words}` : "–"}
              {hole.card?.bit_buy ? " (to buy)" : ""}
              {hole.card?.pilot_text && <span className="block">{hole.card.pilot_text}</span>}
            </td>
            <td className="pr-3 font-bold whitespace-nowrap">{hole.card?.depth_text ?? "–"}</td>
            <td className="pr-3">{hole.card?.hammer_text ?? "–"}</td>
            <td className="pr-3">{hole.chosen_label ?? "nothing holds"}</td>
            <td>
              {hole.card?.screw_text} {hole.card?.washer_text} {hole.card?.proud_text}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Work({ plan }: { plan: Plan }) {
  return (
    <section className="mt-3 columns-2 gap-6">
      <h2 className="font-bold">Order of work</h2>
      <ol>
        {plan.steps.map((step, index) => (
          <li key={step.id}>
            <strong>
              {step.number} {step.title}.
            </strong>{" "}
            {step.sentence}
            {step.id !== "mark" &&
              step.at
                .filter((one) => one.figure)
                .map((one) => ` Hole ${one.number}: ${one.figure} (${one.words ?? ""}).`)}
            {step.danger && step.danger !== plan.steps[index - 1]?.danger && (
              <em className="block pl-3 not-italic">! {step.danger}</em>
            )}
          </li>
        ))}
      </ol>
      <h2 className="mt-2 font-bold">Have at hand</h2>
      <ul>
        {plan.gather.map((item) => (
          <li key={item.id}>
            {item.count} × {item.label}
          </li>
        ))}
      </ul>
      {[...new Map(plan.holes.map((hole) => [hole.chosen, hole.card])).values()].map(
        (card) =>
          card && (
            <div key={card.hole_id}>
              <h2 className="mt-2 font-bold">{card.fixing_label}</h2>
              <p>
                {card.grips} {card.stop} {card.notes.join(" ")}
              </p>
            </div>
          ),
      )}
    </section>
  );
}

/** The drilling card on paper: everything that is carried to the wall, without the screen. */
export function PrintCard({ plan }: { plan: Plan }) {
  return (
    <article className="only-print">
      <h1 className="text-[20pt] font-bold">{plan.title}</h1>
      <p>
        {plan.site}, {plan.wall} · {plan.mass_text} · {peopleWords(plan.people)}
      </p>
      <p>{plan.placing.sentence}</p>
      <p className="my-2 border-2 border-black p-2">
        <strong>{plan.verdict.label}.</strong> {plan.verdict.sentence} {plan.verdict.action}
      </p>
      {plan.not_yet.length > 0 ? (
        <NotYet plan={plan} />
      ) : (
        <>
          <Marks plan={plan} />
          <Work plan={plan} />
        </>
      )}
      <section className="mt-3">
        <h2 className="mt-2 font-bold">Before you drill</h2>
        <ul>
          {plan.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      </section>
    </article>
  );
}
