import { useState } from "react";
import { type Lists, type Schemas } from "../../api/client";
import { CutThrough } from "../../drawing/CutThrough";
import { ByWall } from "../../ui/ByWall";
import { Heading } from "../../ui/controls";
import { INK, Mark } from "../../ui/Mark";
import { MeasureDrawing, useShapeDrawing } from "../../ui/MeasureDrawing";
import { Said } from "../../ui/Said";
import { BecomesAJob } from "./BecomesAJob";
import { ByName } from "./ByName";
import { NoAnswer, Question, Told } from "./parts";
import { type Asking, useAnswer } from "./useAsked";
import { IntoStuds, TheWall } from "./TheWall";
import { Figure, Word } from "./words";
import { inside } from "../../lib/inside";
import { startOf, whatGoesUp } from "../../lib/whatGoesUp";

type Fit = Schemas["FixingOffer"];
type Shape = Lists["shapes"][number];

const PLACES = [
  { key: "dry", label: "a dry room" },
  { key: "wet", label: "a wet room" },
  { key: "outdoor", label: "the open" },
];

/** Every measure of the thing but what the sentence says already, as it is usually or as it was measured. */
function Measures({
  thing,
  shape,
  said,
  asking,
}: {
  thing: string;
  shape: Shape;
  said: string | undefined;
  asking: Asking;
}) {
  const { supposed } = asking.asked;
  const [told, setTold] = useState<string | null>(null);
  const given = supposed.measures ?? {};
  const { data: drawing } = useShapeDrawing(thing, given);
  return (
    <details className="mt-4 border-t border-rule pt-2">
      <summary className="min-h-9 cursor-pointer py-1 text-[13px] font-semibold">
        Its measures, where you have them
      </summary>
      <MeasureDrawing
        shape={thing}
        measures={given}
        told={told}
        label={shape.measures.find((one) => one.key === told)?.label ?? shape.label}
        units={supposed.units ?? "metric"}
      />
      <ul className="mt-1 text-[14px]">
        {shape.measures
          .filter((one) => one.key !== said && one.unit !== "yes")
          .map((one) => (
            <li
              key={one.key}
              className="flex items-center justify-between gap-3 border-b border-rule py-1"
              onFocus={() => setTold(one.key)}
            >
              <span className="inline-block first-letter:uppercase">{one.label}</span>
              <Figure
                label={one.label}
                value={given[one.key] ?? drawing?.measures[one.key] ?? one.start}
                kind={
                  one.unit === "mm" || one.unit === "signed"
                    ? "length"
                    : one.unit === "kg"
                      ? "mass"
                      : "number"
                }
                units={supposed.units ?? "metric"}
                onChange={(value) => asking.sayMeasure(one.key, value)}
              />
            </li>
          ))}
      </ul>
    </details>
  );
}

/** How large the wall is and where on it the thing goes: usual until it is said, and kept for the job. */
function Place({ asking, lists }: { asking: Asking; lists: Lists }) {
  const { supposed } = asking.asked;
  const units = supposed.units ?? "metric";
  const rows = [
    { key: "width_mm", label: "Wall, wide", usual: 3000 },
    { key: "height_mm", label: "Wall, high", usual: 2400 },
    { key: "across_mm", label: "Thing, from the left", usual: null },
    { key: "up_mm", label: "Thing's lower edge, above the floor", usual: null },
  ] as const;
  return (
    <details className="mt-2 border-t border-rule pt-2">
      <summary className="min-h-9 cursor-pointer py-1 text-[13px] font-semibold">Where it goes</summary>
      <ul className="mt-1 text-[14px]">
        {rows.map(({ key, label, usual }) => (
          <li key={key} className="flex items-center justify-between gap-3 border-b border-rule py-1">
            <span>{label}</span>
            <Figure
              label={label}
              value={supposed[key] ?? usual}
              kind="length"
              units={units}
              onChange={(value) => asking.say({ [key]: value })}
            />
          </li>
        ))}
        <li className="flex items-center justify-between gap-3 border-b border-rule py-1">
          <span>Where the wall stands</span>
          <Word
            label="Where the wall stands"
            value={supposed.stands ?? "unknown"}
            options={lists.places}
            onChange={(key) => asking.say({ stands: key as "unknown" })}
          />
        </li>
      </ul>
      <p className="mt-1 text-[12.5px] text-soft">Left open, it goes to the middle, at a usual height.</p>
    </details>
  );
}

/** What the hand needs for one fixing: the figures large, the rest in words. */
function Fitting({ fit }: { fit: Fit }) {
  const { card } = fit;
  return (
    <>
      <dl className="mt-3 grid grid-cols-[auto_minmax(0,1fr)_minmax(0,1.4fr)] gap-x-6 gap-y-1 border-y-2 border-ink py-2 max-sm:grid-cols-2">
        <div>
          <dt className="text-[12px] text-soft">Bit</dt>
          <dd className="text-[28px] leading-none font-bold">{card.bit_text}</dd>
          <dd className="text-[12.5px]">{card.bit_words}</dd>
        </div>
        <div>
          <dt className="text-[12px] text-soft">Deep</dt>
          <dd className="text-[28px] leading-none font-bold">{card.depth_text}</dd>
          <dd className="text-[12.5px]">{card.hammer_text}</dd>
        </div>
        <div className="max-sm:col-span-2">
          <dt className="text-[12px] text-soft">Put in</dt>
          <dd className="text-[16px] leading-tight font-bold">
            {fit.count} × {fit.label}
          </dd>
          {fit.where && <dd className="text-[13.5px] font-semibold">In: {fit.where}</dd>}
          <dd className="text-[12.5px]">{card.put_in_text}</dd>
        </div>
      </dl>
      <div className="mt-2 h-[190px]">
        <CutThrough
          hole={{ number: 1, cut: fit.cut, card, chosen_label: fit.label }}
          runnerUp={null}
          title="The cut"
        />
      </div>
      <ul className="mt-2 space-y-0.5 text-[13.5px]" aria-label={`What ${fit.label} carries`}>
        <li>
          <strong>Used to {fit.use_text}</strong>, decided by {fit.governs}.
        </li>
        {fit.holds_text && (
          <li>
            <Said>{`${fit.holds_text}.`}</Said>
          </li>
        )}
        {card.pilot_text && (
          <li>
            <Said>{card.pilot_text}</Said>
          </li>
        )}
        {fit.tools.length > 0 && <li>Wants: {fit.tools.join(", ")}.</li>}
        <li>
          <Said>{`${card.grips} ${card.stop}`}</Said>
        </li>
        {card.notes.map((note) => (
          <li key={note}>
            <Said>{note}</Said>
          </li>
        ))}
        {fit.provisos.map((line) => (
          <li key={line} className="border-l-4 border-ochre pl-2">
            <Said>{line}</Said>
          </li>
        ))}
      </ul>
    </>
  );
}

function Fits({
  answer,
  shown,
  show,
}: {
  answer: Schemas["FixingAnswer"];
  shown: Fit;
  show: (key: string) => void;
}) {
  if (answer.together)
    return (
      <>
        {answer.fits.map((fit) => (
          <Fitting key={fit.fixing} fit={fit} />
        ))}
      </>
    );
  return (
    <>
      {answer.fits.length > 1 && (
        <div role="group" aria-label="What holds" className="mt-3 flex flex-wrap gap-1.5">
          {answer.fits.map((fit) => (
            <button
              key={fit.fixing}
              type="button"
              aria-pressed={fit.fixing === shown.fixing}
              onClick={() => show(fit.fixing)}
              className={`min-h-9 border px-2 text-[13px] max-sm:min-h-12 ${
                fit.fixing === shown.fixing ? "border-2 border-ink font-bold" : "border-rule hover:bg-wash"
              }`}
            >
              {fit.label}
            </button>
          ))}
        </div>
      )}
      <Fitting fit={shown} />
    </>
  );
}

function Answer({ answer, asking }: { answer: Schemas["FixingAnswer"]; asking: Asking }) {
  const [picked, setPicked] = useState("");
  const { verdict } = answer;
  const shown = answer.fits.find((one) => one.fixing === picked) ?? answer.fits[0];
  return (
    <>
      <div className="flex items-start gap-3">
        <span className={`pt-0.5 ${INK[verdict.word]}`}>
          <Mark severity={verdict.word} size={24} />
        </span>
        <div>
          <p className={`text-[19px] leading-tight font-bold ${INK[verdict.word]}`}>{verdict.label}</p>
          <p className="text-[14px]">
            {verdict.sentence} {verdict.action}
          </p>
        </div>
      </div>
      {shown && <Fits answer={answer} shown={shown} show={setPicked} />}
      <ByWall
        walls={answer.by_wall ?? []}
        says={
          (answer.by_wall ?? []).every((one) => one.word === "do_not_drill")
            ? "Nothing holds it so on any of them. Press one to see what would help."
            : "Press one to see its bit, depth and cut."
        }
        onPick={({ wall, in_studs }) => asking.say({ wall, in_studs, plaster_mm: null })}
      />
      <Told head="What would help" lines={answer.ways} />
      <div className="mt-4">
        <BecomesAJob asking={asking} fixing={picked === shown?.fixing ? picked : null} />
      </div>
      {answer.refused.length > 0 && (
        <>
          <Heading level="h2">What it would not be</Heading>
          <ul className="space-y-1 text-[13px]" aria-label="What it would not be">
            {answer.refused.map((one) => (
              <li key={one.label}>
                <strong>{one.label}.</strong> {one.reason}
              </li>
            ))}
          </ul>
        </>
      )}
      <Told head="Taken for granted" lines={answer.assumed} />
      <Told head="Before you drill" lines={answer.before} look="border-l-4 border-ochre pl-2.5" />
    </>
  );
}

/** What goes in? A thing, how heavy, how it is used, and the wall as far as one knows it. */
export function GoesIn({ asking, lists }: { asking: Asking; lists: Lists }) {
  const { supposed } = asking.asked;
  const { data, error } = useAnswer("goes-in", supposed);
  const start = startOf(lists, supposed.shape);
  if (!start) return null;
  const { shape } = start;
  const holds =
    shape.measures.find((one) => one.key === "holds") ?? shape.measures.find((one) => one.key === "own");
  const things = whatGoesUp(lists, (one) => one.key !== "own" && one.place === "wall");
  const take = (key: string) => asking.say({ shape: key, measures: {}, hand: null, environment: null });
  const says = (
    <p>
      <Word label="What goes up" value={start.key} options={things} onChange={take} />
      {holds && (
        <>
          {holds.key === "holds" ? " that holds " : " of "}
          <Figure
            key={start.key}
            label={holds.label}
            value={supposed.measures?.[holds.key] ?? holds.start}
            kind="mass"
            units={supposed.units ?? "metric"}
            onChange={(value) => asking.sayMeasure(holds.key, value)}
          />
        </>
      )}
      , with{" "}
      <Word
        label="What hands do to it"
        value={supposed.hand ?? start.hand}
        options={lists.hands.map((one) => ({
          key: one.key,
          label: one.key === "none" ? "nobody near it" : `${inside(one.label)} at most`,
        }))}
        onChange={(key) => asking.say({ hand: key })}
      />
      , on <TheWall asking={asking} lists={lists} />
      <IntoStuds
        label="Where the holes go"
        wall={supposed.wall}
        lists={lists}
        inStuds={supposed.in_studs}
        onChange={(in_studs) => asking.say({ in_studs })}
      />
      , in{" "}
      <Word
        label="Where it hangs"
        value={supposed.environment ?? start.environment}
        options={PLACES}
        onChange={(key) => asking.say({ environment: key as "dry" })}
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
      <ByName things={things} onMeant={take} />
      <Measures thing={start.key} shape={shape} said={holds?.key} asking={asking} />
      <Place asking={asking} lists={lists} />
    </Question>
  );
}
