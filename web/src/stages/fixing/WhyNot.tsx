import { useId, useState } from "react";
import type { HolePlan } from "../../api/client";

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
        {shown.map((one) => (
          <li key={one.fixing} className="text-[12.5px]">
            <strong>{one.label}</strong>
            {one.reasons.map((reason) => (
              <span key={reason} className="block text-soft">
                {reason}
              </span>
            ))}
          </li>
        ))}
      </ul>
      {shown.length === 0 && (
        <p className="mt-2 text-[12.5px] text-soft">No refused fixing is called that; it may hold, above.</p>
      )}
    </details>
  );
}
