import type { HolePlan } from "../../api/client";

export type Candidate = HolePlan["candidates"][number];

/** Whether the van has it, in words; nothing where nobody told what it has. */
export function vanWords(one: Candidate): string {
  if (one.lacks.length) return `to buy: the van has ${one.lacks.join(", ")}`;
  return one.have === null ? "" : `in the van: ${one.have}`;
}

/** What holds at a hole, best first; a press takes it. */
export function Candidates({
  candidates,
  chosen,
  onChoose,
}: {
  candidates: readonly Candidate[];
  chosen: string | null;
  onChoose: (fixing: string) => void;
}) {
  return (
    <ul className="mt-2" aria-label="Fixings that hold">
      {candidates.map((one) => {
        const van = vanWords(one);
        return (
          <li key={one.fixing} className="border-t border-rule">
            <button
              type="button"
              aria-pressed={one.fixing === chosen}
              onClick={() => onChoose(one.fixing)}
              className={`grid w-full grid-cols-[1fr_auto] gap-x-3 border-l-4 py-1.5 pr-1 pl-2 text-left ${
                one.fixing === chosen ? "border-chalk bg-chalk-wash" : "border-transparent hover:bg-wash"
              }`}
            >
              <span className="text-[13px] font-semibold">{one.label}</span>
              <span className="text-[13px] font-bold">{one.use_text}</span>
              <span className="text-[12px] text-soft">
                {one.hole_text === "none" ? "no drill" : `hole ${one.hole_text}`} · screw {one.screw_text} ·{" "}
                {one.minutes} min
                {one.removable ? " · comes out again" : ""}
              </span>
              <span className="text-[12px] text-soft">used</span>
              {van && (
                <span
                  className={`col-span-2 text-[12px] ${one.lacks.length ? "font-semibold text-ochre" : "text-chalk"}`}
                >
                  {van}
                </span>
              )}
            </button>
          </li>
        );
      })}
    </ul>
  );
}
