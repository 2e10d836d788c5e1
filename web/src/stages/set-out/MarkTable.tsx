import { useState } from "react";
import type { Plan } from "../../api/client";
import { Heading, Select } from "../../ui/controls";
import { INK, Mark } from "../../ui/Mark";

type From = "left" | "right" | "running";

const FROM: readonly { key: From; label: string }[] = [
  { key: "left", label: "from the left edge" },
  { key: "right", label: "from the right edge" },
  { key: "running", label: "running, from the first mark" },
];

const ACROSS = { left: "left_text", right: "right_text", running: "running_text" } as const;

/** The marks, measured from where the tape is held, and from mark to mark. */
export function MarkTable({
  plan,
  selected,
  onSelect,
}: {
  plan: Plan;
  selected: string | null;
  onSelect: (hole: string) => void;
}) {
  const [from, setFrom] = useState<From>("left");
  const { marks, distances, square_text: square } = plan.measures;
  // a post has but one line to measure along
  const onPost = plan.post !== null;
  const up = from === "running" ? "Above the lowest mark" : `From the ${plan.datum}`;
  const steps = distances.filter((one) => !one.diagonal);
  return (
    <>
      <Heading aside={up.toLowerCase()}>Mark these</Heading>
      {!onPost && (
        <Select
          label="The tape is held"
          value={from}
          options={FROM}
          onChange={(key) => setFrom(key as From)}
        />
      )}
      <table className="mt-1 w-full">
        <caption className="sr-only">Coordinates of the holes</caption>
        <thead className="sr-only">
          <tr>
            <th>Hole</th>
            {!onPost && <th>Along the wall, {FROM.find((one) => one.key === from)?.label}</th>}
            <th>{up}</th>
            <th>Behind it</th>
          </tr>
        </thead>
        <tbody>
          {plan.holes.map((hole, index) => (
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
              {!onPost && (
                <td className="pl-3 text-right text-[19px] font-bold whitespace-nowrap">
                  {marks[index]?.[ACROSS[from]]}
                </td>
              )}
              <td className="pl-3 text-right text-[19px] font-bold whitespace-nowrap">
                {from === "running" ? marks[index]?.rise_text : marks[index]?.up_text}
              </td>
              <td className="pr-1 pl-3 text-right text-[12.5px] leading-tight text-chalk">
                {hole.behind_text}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {steps.length > 0 && (
        <>
          <Heading aside="mark to mark, straight">Between the marks</Heading>
          <ul className="grid grid-cols-2 gap-x-4 text-[13px]" aria-label="Between the marks">
            {steps.map((one) => (
              <li
                key={`${one.first}-${one.second}`}
                className="flex justify-between border-b border-rule py-1"
              >
                <span>
                  {one.first} to {one.second}
                </span>
                <strong>{one.text}</strong>
              </li>
            ))}
          </ul>
          {square && <p className="mt-1.5 text-[13px]">{square}</p>}
        </>
      )}
    </>
  );
}
