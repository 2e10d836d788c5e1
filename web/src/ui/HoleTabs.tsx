import type { HolePlan } from "../api/client";
import { INK, Mark } from "./Mark";

/** One button a hole, with the sign of its verdict. */
export function HoleTabs({
  holes,
  selected,
  onSelect,
}: {
  holes: readonly HolePlan[];
  selected: string | null;
  onSelect: (hole: string) => void;
}) {
  return (
    <div className="mb-3 flex flex-wrap gap-1.5" role="group" aria-label="Holes">
      {holes.map((hole) => (
        <button
          key={hole.id}
          type="button"
          aria-pressed={hole.id === selected}
          aria-label={`Show hole ${hole.number}`}
          onClick={() => onSelect(hole.id)}
          className={`flex h-9 min-w-11 items-center justify-center gap-1.5 border-b-[3px] px-2 text-[15px] font-bold max-sm:h-12 max-sm:min-w-14 ${
            hole.id === selected ? "border-chalk bg-chalk-wash" : "border-rule"
          }`}
        >
          {hole.number}
          <span className={INK[hole.verdict.word]}>
            <Mark severity={hole.verdict.word} size={11} />
          </span>
        </button>
      ))}
    </div>
  );
}
