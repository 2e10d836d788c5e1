import type { Finding } from "../api/client";
import { INK, Mark } from "./Mark";
import { Said } from "./Said";

const WORDS: Partial<Record<Finding["severity"], string>> = {
  prove_first: "Prove first",
  do_not_drill: "Do not drill",
};

/** Findings of one stage, the pressing ones first; those of a hole can show it. */
export function Findings({
  findings,
  clear,
  onHole,
}: {
  findings: readonly Finding[];
  clear: string;
  onHole: (hole: string) => void;
}) {
  const order = ["do_not_drill", "prove_first", "note", "permit"];
  const sorted = [...findings].sort((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity));
  if (!sorted.some((finding) => finding.severity === "prove_first" || finding.severity === "do_not_drill")) {
    sorted.unshift({ severity: "permit", code: "clear", sentence: clear, stage: "wall" } as Finding);
  }
  return (
    <ul className="space-y-2" aria-label="Findings">
      {sorted.map((finding, index) => {
        const hole = finding.where?.hole;
        return (
          <li key={`${finding.code}-${index}`} className="flex gap-2 text-[13px]">
            <span className={`mt-[3px] ${INK[finding.severity]}`}>
              <Mark severity={finding.severity} />
            </span>
            <span>
              {WORDS[finding.severity] && (
                <strong className={INK[finding.severity]}>{WORDS[finding.severity]}. </strong>
              )}
              <Said>{finding.sentence}</Said>
              {finding.action && (
                <span className="block text-soft">
                  <Said>{finding.action}</Said>
                </span>
              )}
              {hole && (
                <button
                  type="button"
                  className="block min-h-6 text-[12px] text-soft underline"
                  onClick={() => onHole(hole)}
                >
                  Show it
                </button>
              )}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
