import { peopleSentence } from "../../lib/people";
import type { StepHole, Step } from "../../job/standing";
import { Said } from "../../ui/Said";

/** One step, read at arm's length: what, the one figure, hammer or not, how it feels, when to stop. */
export function StepCard({ step, hole }: { step: Step; hole: StepHole | null }) {
  const figure = hole?.figure ?? step.figure;
  const words = hole?.figure ? hole.words : step.figure_words;
  const long = (figure?.length ?? 0) > 12;
  return (
    <article aria-live="polite">
      <h1 className="text-[19px] leading-tight font-semibold text-soft">
        {step.title}
        {hole && (
          <>
            {" · "}
            <span className="font-bold text-ink">hole {hole.number}</span>
          </>
        )}
      </h1>
      {figure && (
        <p
          className={`mt-1 leading-[0.95] font-bold tracking-tight ${long ? "text-[34px]" : "text-[64px] max-[360px]:text-[52px]"}`}
          data-testid="figure"
        >
          {figure}
        </p>
      )}
      {words && <p className="mt-1.5 text-[18px] leading-snug font-bold">{words}</p>}
      {step.hammer.length > 0 && (
        <p className="mt-3 flex flex-wrap gap-2" aria-label="Hammer">
          {step.hammer.map((word) => (
            <span
              key={word}
              className={`border-2 border-ink px-3 py-1.5 text-[16px] font-bold ${
                word === "then hammer" ? "bg-ink text-paper" : ""
              }`}
            >
              {word}
            </span>
          ))}
        </p>
      )}
      <p className="mt-3 text-[17px] leading-snug">
        <Said>{step.sentence}</Said>
      </p>
      {step.feel && <p className="mt-2 text-[17px] leading-snug">{step.feel}</p>}
      {step.stop && (
        <p className="mt-2 text-[17px] leading-snug font-bold">
          <Said>{step.stop}</Said>
        </p>
      )}
      {step.people > 1 && <p className="mt-2 text-[17px] font-bold">{peopleSentence(step.people)}</p>}
      {!step.reversible && <p className="mt-2 text-[14px] text-soft">What is done here cannot be undone.</p>}
    </article>
  );
}

/** The whole step as it is read aloud. */
export function spoken(step: Step, hole: StepHole | null): string {
  const parts = [
    step.title,
    hole ? `hole ${hole.number}` : "",
    hole?.figure ?? step.figure ?? "",
    (hole?.figure ? hole.words : step.figure_words) ?? "",
    step.hammer.join(", "),
    step.sentence,
    step.feel ?? "",
    step.stop ?? "",
    step.danger ?? "",
  ];
  return parts.filter(Boolean).join(". ");
}
