import type { Schemas } from "../../api/client";
import { NoAnswer, Question } from "./parts";
import { type Asking, useApart } from "./useAsked";
import { Figure, Word } from "./words";

const ENDS = [
  { key: "same", label: "the gaps the same" },
  { key: "margin", label: "a wanted margin" },
];

/** The row to scale, with the middle of each thing. */
function Row({ answer }: { answer: Schemas["SpacingAnswer"] }) {
  const wide = answer.width_mm;
  const each = Math.max(answer.each_mm, wide / 400);
  return (
    <svg viewBox="-4 0 1008 90" className="mt-3 w-full" role="img" aria-label={answer.sentence}>
      <path d="M0 20V84M1000 20V84" stroke="var(--ink)" strokeWidth="2" />
      {answer.middles_mm.map((middle, index) => (
        <g key={index}>
          <rect
            x={((middle - each / 2) / wide) * 1000}
            y="34"
            width={(each / wide) * 1000}
            height="36"
            fill="var(--chalk-wash)"
            stroke="var(--chalk)"
            strokeWidth="1.6"
          />
          <path d={`M${(middle / wide) * 1000} 22V82`} stroke="var(--chalk)" strokeDasharray="5 4" />
          <text x={(middle / wide) * 1000} y="16" fontSize="17" textAnchor="middle" fill="var(--ink)">
            {index + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** How far apart? So many things on a width. */
export function Apart({ asking }: { asking: Asking }) {
  const { apart } = asking.asked;
  const units = apart.units ?? "metric";
  const { data, error } = useApart(apart);
  const margin = apart.margin_mm ?? null;
  const says = (
    <p>
      <Figure
        label="How many"
        value={apart.count ?? 3}
        kind="number"
        units={units}
        least={2}
        onChange={(count) => asking.sayApart({ count: Math.round(count) })}
      />{" "}
      things, each{" "}
      <Figure
        label="Each, wide"
        value={apart.each_mm ?? 0}
        kind="length"
        units={units}
        onChange={(each_mm) => asking.sayApart({ each_mm })}
      />{" "}
      wide, on{" "}
      <Figure
        label="The width that they share"
        value={apart.width_mm ?? 1000}
        kind="length"
        units={units}
        onChange={(width_mm) => asking.sayApart({ width_mm })}
      />
      , with{" "}
      <Word
        label="At both ends"
        value={margin === null ? "same" : "margin"}
        options={ENDS}
        onChange={(key) => asking.sayApart({ margin_mm: key === "margin" ? 100 : null })}
      />
      {margin !== null && (
        <>
          {" "}
          of{" "}
          <Figure
            label="The margin"
            value={margin}
            kind="length"
            units={units}
            onChange={(margin_mm) => asking.sayApart({ margin_mm })}
          />
        </>
      )}{" "}
      at both ends.
    </p>
  );
  const answer =
    data && !error ? (
      <>
        <p className="text-[13px] text-soft">Between them</p>
        <p className="text-[56px] leading-none font-bold max-sm:text-[44px]">{data.gap_text}</p>
        {data.pitch_text && <p className="text-[15px]">{data.pitch_text} from middle to middle.</p>}
        <Row answer={data} />
        <table className="mt-3 text-left text-[15px]">
          <caption className="pb-1 text-left text-[14px] font-bold">Middles, from the left end</caption>
          <tbody>
            {data.middles_text.map((text, index) => (
              <tr key={index} className="border-b border-rule">
                <th scope="row" className="py-1 pr-6 font-normal text-soft">
                  {index + 1}
                </th>
                <td className="text-right text-[17px] font-bold tabular-nums">{text}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </>
    ) : (
      <NoAnswer error={error} />
    );
  return <Question says={says} answer={answer} />;
}
