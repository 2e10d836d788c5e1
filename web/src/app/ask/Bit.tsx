import { useState } from "react";
import type { Lists, Schemas } from "../../api/client";
import { NoAnswer, Question, Told } from "./parts";
import { type Asking, useBit } from "./useAsked";
import { IntoStuds } from "./TheWall";
import { Figure, Word } from "./words";

const IN_HAND = [
  { key: "plug", label: "a plug" },
  { key: "screw", label: "a screw" },
];

function Answer({ answer }: { answer: Schemas["BitAnswer"] }) {
  const { card } = answer;
  if (!card) {
    return (
      <>
        <p className="text-[19px] leading-tight font-bold text-brick">Not in this wall</p>
        <p className="text-[15px]">{answer.against.join(" ")}</p>
        {answer.instead && <p className="mt-2 text-[15px] font-semibold">{answer.instead}</p>}
        <Told head="Taken for granted" lines={answer.assumed} />
      </>
    );
  }
  return (
    <>
      <dl className="grid grid-cols-[auto_1fr] gap-x-10 border-y-2 border-ink py-3">
        <div>
          <dt className="text-[13px] text-soft">Bit</dt>
          <dd className="text-[56px] leading-none font-bold max-sm:text-[44px]">{card.bit_text}</dd>
          <dd className="text-[15px]">
            {card.bit_words}
            {card.bit_buy && <strong className="text-ochre"> · to buy</strong>}
          </dd>
        </div>
        <div>
          <dt className="text-[13px] text-soft">Deep</dt>
          <dd className="text-[56px] leading-none font-bold max-sm:text-[44px]">{card.depth_text}</dd>
          <dd className="text-[15px]">{card.hammer_text}</dd>
        </div>
      </dl>
      <ul className="mt-3 space-y-1 text-[15px]" aria-label="How to drill it">
        {[card.pilot_text, card.tape_text, card.depth_made_text, `${card.put_in_text}.`]
          .filter((line): line is string => Boolean(line))
          .map((line) => (
            <li key={line}>{line}</li>
          ))}
      </ul>
      {card.steps.length > 1 && (
        <table className="mt-3 w-full text-left text-[13.5px]">
          <caption className="pb-1 text-left text-[14px] font-bold">Through the wall</caption>
          <tbody>
            {card.steps.map((step) => (
              <tr key={step.layer} className="border-b border-rule">
                <th scope="row" className="py-1 font-semibold">
                  {step.layer}
                </th>
                <td>{step.bit}</td>
                <td className="tabular-nums">{step.diameter_text}</td>
                <td>hammer {step.hammer}</td>
                <td className="text-right tabular-nums">to {step.to_text}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-3 text-[13.5px]">
        {card.grips} {card.stop}
      </p>
      <Told head="Taken for granted" lines={answer.assumed} />
      <Told head="Before you drill" lines={answer.before} look="border-l-4 border-ochre pl-2.5" />
    </>
  );
}

/** One's own bits, as numbers with commas between them. */
function OwnBits({ asking }: { asking: Asking }) {
  const own = asking.asked.bit.bits_mm ?? [];
  const [typed, setTyped] = useState(own.join(", "));
  const read = (text: string) => {
    setTyped(text);
    const found = text
      .split(/[;,\s]+/)
      .map(Number)
      .filter((one) => one > 0 && one <= 200);
    asking.sayBit({ bits_mm: [...new Set(found)].slice(0, 200) });
  };
  return (
    <label className="mt-4 block text-[13px] text-soft">
      Your own bits in millimetres, if you want it by those
      <input
        value={typed}
        placeholder="5, 6, 8, 10"
        onChange={(event) => read(event.target.value)}
        className="mt-0.5 block h-10 w-full max-w-[320px] rounded-sm border border-rule bg-sheet px-2 text-[15px] text-ink placeholder:text-soft max-sm:h-12"
      />
    </label>
  );
}

/** Which bit? The plug or the screw in hand, and the wall that it goes into. */
export function Bit({ asking, lists }: { asking: Asking; lists: Lists }) {
  const { bit } = asking.asked;
  const units = bit.units ?? "metric";
  const { data, error } = useBit(bit);
  const start = lists.build_ups.find((one) => one.key === bit.wall);
  const plaster = start?.layers.find((one) => one.material === "plaster")?.thickness_mm ?? 0;
  const says = (
    <p>
      In my hand is{" "}
      <Word
        label="What is in hand"
        value={bit.in_hand ?? "plug"}
        options={IN_HAND}
        onChange={(key) =>
          asking.sayBit(
            key === "plug"
              ? { in_hand: "plug", diameter_mm: 8, length_mm: 40 }
              : { in_hand: "screw", diameter_mm: 5, length_mm: 60 },
          )
        }
      />
      ,{" "}
      <Figure
        label="Its diameter"
        value={bit.diameter_mm ?? 8}
        kind="length"
        units={units}
        onChange={(diameter_mm) => asking.sayBit({ diameter_mm })}
      />{" "}
      ×{" "}
      <Figure
        label="Its length"
        value={bit.length_mm ?? 40}
        kind="length"
        units={units}
        onChange={(length_mm) => asking.sayBit({ length_mm })}
      />
      , for{" "}
      <Word
        label="The wall"
        value={bit.wall ?? "plastered_brick"}
        options={lists.build_ups.map((one) => ({ key: one.key, label: one.short }))}
        onChange={(wall) => asking.sayBit({ wall, plaster_mm: null })}
      />
      {start?.stud_width_mm ? (
        <IntoStuds
          label="Where the hole goes"
          wall={bit.wall}
          lists={lists}
          inStuds={bit.in_studs}
          onChange={(in_studs) => asking.sayBit({ in_studs })}
        />
      ) : (
        <>
          {" "}
          under{" "}
          <Figure
            label="Plaster, thick"
            value={bit.plaster_mm ?? plaster}
            kind="length"
            units={units}
            onChange={(plaster_mm) => asking.sayBit({ plaster_mm })}
          />{" "}
          of plaster
        </>
      )}
      .
    </p>
  );
  return (
    <Question says={says} answer={data && !error ? <Answer answer={data} /> : <NoAnswer error={error} />}>
      <OwnBits asking={asking} />
    </Question>
  );
}
