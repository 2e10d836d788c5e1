import { useId } from "react";
import type { Schemas } from "../api/client";

type Severity = Schemas["Severity"] | Schemas["VerdictWord"];

/** The sign of a verdict, told apart by shape and hatch as well as by colour. */
export function Mark({ severity, size = 14 }: { severity: Severity; size?: number }) {
  const hatch = useId();
  if (severity === "prove_first") {
    return (
      <svg viewBox="0 0 16 16" width={size} height={size} aria-hidden className="shrink-0">
        <defs>
          <pattern
            id={hatch}
            width="3.4"
            height="3.4"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V4" stroke="currentColor" strokeWidth="1.8" />
          </pattern>
        </defs>
        <path d="M8 1 15 8 8 15 1 8Z" fill={`url(#${hatch})`} stroke="currentColor" strokeWidth="1.6" />
      </svg>
    );
  }
  if (severity === "do_not_drill") {
    return (
      <svg viewBox="0 0 16 16" width={size} height={size} aria-hidden className="shrink-0">
        {/* the cross is cut out, so that it shows on any ground */}
        <mask id={hatch}>
          <path d="M0 0h16v16H0Z" fill="white" />
          <path d="M5 5.5 11 10.5M11 5.5 5 10.5" stroke="black" strokeWidth="1.8" />
        </mask>
        <path d="M1 3h14v10H1Z" fill="currentColor" mask={`url(#${hatch})`} />
      </svg>
    );
  }
  if (severity === "note" || severity === "refuse") {
    return (
      <svg viewBox="0 0 16 16" width={size} height={size} aria-hidden className="shrink-0">
        <path d="M2 8h12" stroke="currentColor" strokeWidth="2.4" />
      </svg>
    );
  }
  return (
    <svg viewBox="0 0 16 16" width={size} height={size} aria-hidden className="shrink-0">
      <path d="M2 2h12v12H2Z" fill="currentColor" />
    </svg>
  );
}

export const INK: Record<Severity, string> = {
  ready: "text-chalk",
  permit: "text-chalk",
  note: "text-soft",
  refuse: "text-soft",
  prove_first: "text-ochre",
  do_not_drill: "text-brick",
};
