import type { Lists, Schemas } from "../../api/client";
import { freeId } from "../../lib/ids";
import { Heading } from "../../ui/controls";
import { Mark } from "../../ui/Mark";
import { NoAnswer, Question, Told } from "./parts";
import { type Asking, useAnswer } from "./useAsked";
import { Figure, Word } from "./words";

type Evidence = NonNullable<Schemas["Supposed"]["evidence"]>[number];

const NOT_DONE = { key: "", label: "not done" };

/** Checks whose outcome is a word, each with what came of it. */
function Checks({ asking, lists }: { asking: Asking; lists: Lists }) {
  const evidence = asking.asked.supposed.evidence ?? [];
  const report = (check: string, outcome: string) => {
    const others = evidence.filter((one) => one.check !== check);
    const fresh: Evidence = {
      id: freeId(
        check.replaceAll("_", "-"),
        others.map((one) => one.id),
      ),
      check,
      outcome,
      note: "",
    };
    asking.say({ evidence: outcome ? [...others, fresh] : others });
  };
  return (
    <>
      <Heading level="h2" aside="only those that you did">
        What you tried on it
      </Heading>
      <ul className="text-[14px]">
        {lists.checks
          .filter((one) => one.form === "outcome")
          .map((check) => (
            <li
              key={check.key}
              className="flex flex-wrap items-center justify-between gap-x-3 border-b border-rule py-1.5"
              title={check.how}
            >
              <span>{check.label}</span>
              <Word
                label={check.label}
                value={evidence.find((one) => one.check === check.key)?.outcome ?? ""}
                options={[NOT_DONE, ...check.outcomes]}
                onChange={(outcome) => report(check.key, outcome)}
              />
            </li>
          ))}
      </ul>
    </>
  );
}

function Answer({ answer, asking }: { answer: Schemas["WallAnswer"]; asking: Asking }) {
  return (
    <>
      <div className="flex items-start gap-3">
        <span className={`pt-0.5 ${answer.sure ? "text-chalk" : "text-ochre"}`}>
          <Mark severity={answer.sure ? "ready" : "prove_first"} size={24} />
        </span>
        <p className="text-[19px] leading-tight font-bold">{answer.sentence}</p>
      </div>
      <Told head="Do this next" lines={[answer.advice, answer.how].filter(Boolean)} look="text-[15px]" />
      <Heading level="h2">It may be</Heading>
      <ul className="space-y-2" aria-label="It may be">
        {answer.may_be.map((one) => (
          <li key={one.key}>
            <button
              type="button"
              className="block w-full text-left hover:bg-wash"
              onClick={() => asking.say({ wall: one.key })}
              title="Take it as this for the other questions"
            >
              <span className="flex justify-between gap-3 text-[14px]">
                <strong>{one.label}</strong>
                <span className="tabular-nums">{one.chance_text}</span>
              </span>
              <span className="block h-2 border border-ink" aria-hidden>
                <span className="block h-full bg-ink" style={{ width: `${one.chance * 100}%` }} />
              </span>
              <span className="block text-[12.5px] text-soft">
                {one.layers.join(" · ")}
                {asking.asked.supposed.wall === one.key && (
                  <strong className="text-chalk"> · taken as this for the other questions</strong>
                )}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What is this wall? Age and place, what one sees, and the checks alone. */
export function WallItself({ asking, lists }: { asking: Asking; lists: Lists }) {
  const { supposed } = asking.asked;
  const { data, error } = useAnswer("wall", supposed);
  const says = (
    <p>
      A wall,{" "}
      <Word
        label="Where it stands"
        value={supposed.stands ?? "unknown"}
        options={lists.places}
        onChange={(key) => asking.say({ stands: key as "unknown" })}
      />
      , built{" "}
      <Figure
        label="When it was built"
        value={supposed.built_year ?? null}
        kind="number"
        units="metric"
        onChange={(year) => asking.say({ built_year: Math.round(year) })}
      />{" "}
      (a year, if you know it), its face{" "}
      <Word
        label="What you see on its face"
        value={supposed.finish ?? "unknown"}
        options={lists.finishes}
        onChange={(key) => asking.say({ finish: key as "unknown" })}
      />
      .
    </p>
  );
  return (
    <Question
      says={says}
      answer={data ? <Answer answer={data} asking={asking} /> : <NoAnswer error={error} />}
    >
      {data && error && <NoAnswer error={error} />}
      <Checks asking={asking} lists={lists} />
    </Question>
  );
}
