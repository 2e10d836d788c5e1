import { useId, useState } from "react";
import type { HolePlan } from "../../api/client";
import { inside } from "../../lib/inside";

/** Why any other fixing of the catalogue is refused here, with its number; a word narrows the list. */
export function WhyNot({ refused }: { refused: HolePlan["refused"] }) {
  const id = useId();
  const [word, setWord] = useState("");
  const wanted = word.trim().toLowerCase();
  const shown = refused.filter((one) => one.label.toLowerCase().includes(wanted));
  return (
    <details className="mt-4 border-t border-rule pt-2">
      <summary className="min-h-6 text-[14px] font-bold">Why not another? {refused.length} refused</summary>
      <label htmlFor={id} className="mt-2 mb-0.5 block text-[12px] text-soft">
        Why not …
      </label>
      <input
        id={id}
        value={word}
        placeholder="toggle, coach screw, plug 8"
        autoComplete="off"
        onChange={(event) => setWord(event.target.value)}
        className="h-9 w-full rounded-sm border border-rule bg-sheet px-2 text-[14px] placeholder:text-soft max-sm:h-12"
      />
      <ul className="mt-2 space-y-2" aria-label="Refused fixings">
        {alike(shown).map(({ labels, reasons }) => {
          const names = labels.map((label, at) => (at ? inside(label) : label)).join(", ");
          // one is looked for by its name, many are told apart by why
          const [bold, soft] = labels.length > 3 ? [reasons.join(" "), [`${names}.`]] : [names, reasons];
          return (
            <li key={reasons.join(" ")} className="text-[12.5px]">
              <strong>{bold}</strong>
              {soft.map((line) => (
                <span key={line} className="block text-soft">
                  {line}
                </span>
              ))}
            </li>
          );
        })}
      </ul>
      {shown.length === 0 && (
        <p className="mt-2 text-[12.5px] text-soft">No refused fixing is called that; it may hold, above.</p>
      )}
    </details>
  );
}

/** What is refused for the same reasons, told once, in the order of the first of each. */
function alike(refused: HolePlan["refused"]): { labels: string[]; reasons: readonly string[] }[] {
  const found = new Map<string, { labels: string[]; reasons: readonly string[] }>();
  for (const { label, reasons } of refused) {
    const key = reasons.join("\n");
    const there = found.get(key) ?? { labels: [], reasons };
    there.labels.push(label);
    found.set(key, there);
  }
  return [...found.values()];
}
