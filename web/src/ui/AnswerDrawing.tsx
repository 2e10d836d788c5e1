import type { ReactNode } from "react";

const HOLE = "M16 20H40V28H16Z";

/** What each answer of a hole looks like in the cut: the face at the left, the bit's way to the right. */
const DRAWN: Record<string, ReactNode> = {
  as_planned: <path d="M16 20H44V28H16Z" fill="var(--sheet)" stroke="currentColor" />,
  soft: (
    <>
      <path d={HOLE} fill="var(--sheet)" stroke="currentColor" strokeDasharray="2 2" />
      <path d="M10 34l2 2M14 38l2 2M8 40l2 2M12 44l2 2" stroke="currentColor" />
    </>
  ),
  void: (
    <>
      <path d="M16 20H30V28H16Z" fill="var(--sheet)" stroke="currentColor" />
      <path d="M30 10H44V40H30Z" fill="var(--paper)" stroke="currentColor" strokeDasharray="3 2" />
    </>
  ),
  harder: (
    <>
      <path d="M16 20H28V28H16Z" fill="var(--sheet)" stroke="currentColor" />
      <path d="M29 8H46V44H29Z" fill="var(--stone-line)" />
    </>
  ),
  wood: (
    <>
      <path d="M28 6H46V46H28Z" fill="var(--timber)" stroke="var(--timber-line)" />
      <path d="M33 6V46M39 6V46" stroke="var(--timber-line)" />
      <path d={HOLE} fill="var(--sheet)" stroke="currentColor" />
    </>
  ),
  metal: (
    <>
      <path d="M16 20H28V28H16Z" fill="var(--sheet)" stroke="currentColor" />
      <path d="M29 6V46" stroke="currentColor" strokeWidth="5" />
    </>
  ),
  water: (
    <>
      <path d={HOLE} fill="var(--sheet)" stroke="currentColor" />
      <path d="M10 30c-5 7-3 11 0 11s5-4 0-11Z" fill="currentColor" />
    </>
  ),
  cable: (
    <>
      <path d={HOLE} fill="var(--sheet)" stroke="currentColor" />
      <path d="M36 4c-6 10 6 16 0 24s4 12 0 18" fill="none" stroke="currentColor" strokeWidth="3" />
      <path d="M26 8l-5 7h6l-5 7" fill="none" stroke="currentColor" strokeWidth="1.6" />
    </>
  ),
  gas: (
    <path
      d="M8 38c6-4-2-8 4-12s-2-8 4-12M18 38c6-4-2-8 4-12s-2-8 4-12M28 38c6-4-2-8 4-12s-2-8 4-12"
      fill="none"
      stroke="currentColor"
      strokeWidth="2"
    />
  ),
  tile_cracked: (
    <>
      <path d="M12 6H20V46H12Z" fill="var(--sheet)" stroke="currentColor" />
      <path d="M16 24l-3-6 5-4-4-7M16 26l4 6-5 4 3 8" fill="none" stroke="currentColor" strokeWidth="1.6" />
    </>
  ),
  hole_too_big: <path d="M16 15H42V33H16Z" fill="var(--sheet)" stroke="currentColor" />,
  wandered: (
    <>
      <path d="M16 30H40V38H16Z" fill="var(--sheet)" stroke="currentColor" />
      <path d="M8 24h12M14 18v12" stroke="currentColor" strokeDasharray="2 2" />
    </>
  ),
  too_deep: <path d="M16 20H50V28H16Z" fill="var(--sheet)" stroke="currentColor" />,
  plug_spins: (
    <>
      <path d={HOLE} fill="var(--plug)" stroke="currentColor" />
      <path d="M22 12a8 6 0 1 1 12 0l-3-3M34 12l1-4" fill="none" stroke="currentColor" strokeWidth="1.6" />
    </>
  ),
  plug_proud: <path d="M9 20H34V28H9Z" fill="var(--plug)" stroke="currentColor" />,
  plug_will_not_go: (
    <>
      <path d={HOLE} fill="var(--sheet)" stroke="currentColor" />
      <path d="M1 18H14V30H1Z" fill="var(--plug)" stroke="currentColor" />
    </>
  ),
  anchor_will_not_open: (
    <>
      <path d="M16 22H44V26H16Z" fill="var(--plug)" stroke="currentColor" />
      <path d="M46 8V40" stroke="currentColor" strokeWidth="3" />
    </>
  ),
  screw_snapped: (
    <>
      <path d="M22 22H42V26H22Z" fill="currentColor" />
      <path d="M2 22H12V26H2ZM1 18v12" fill="currentColor" stroke="currentColor" strokeWidth="2" />
    </>
  ),
  head_stripped: (
    <>
      <circle cx="14" cy="24" r="9" fill="var(--sheet)" stroke="currentColor" />
      <circle cx="14" cy="24" r="3.5" fill="currentColor" />
      <path d="M23 22H44V26H23Z" fill="currentColor" />
    </>
  ),
  thread_stripped: (
    <>
      <path d="M16 18H42V30H16Z" fill="var(--sheet)" stroke="currentColor" strokeDasharray="1 3" />
      <path d="M8 22H40V26H8Z" fill="currentColor" />
    </>
  ),
  no_grip: (
    <>
      <path d="M16 16H42V32H16Z" fill="var(--sheet)" stroke="currentColor" />
      <path d="M6 22H38V26H6Z" fill="currentColor" />
    </>
  ),
  missed_stud: (
    <>
      <path d="M28 32H46V50H28Z" fill="var(--timber)" stroke="var(--timber-line)" />
      <path d="M8 20H46V24H8Z" fill="currentColor" />
    </>
  ),
  glue_forgotten: (
    <>
      <path d="M4 10H12V42H4Z" fill="var(--sheet)" stroke="currentColor" />
      <path d="M14 12v28" stroke="currentColor" strokeDasharray="2 3" strokeWidth="2" />
    </>
  ),
  out_of_stock: (
    <>
      <path d={HOLE} fill="var(--sheet)" stroke="currentColor" />
      <path d="M2 34H14V46H2ZM2 34l3-4h12l-3 4" fill="none" stroke="currentColor" />
    </>
  ),
};

/** A small drawing of what a hole answered. */
export function AnswerDrawing({ outcome }: { outcome: string }) {
  return (
    <svg viewBox="0 0 52 52" className="size-12 shrink-0 text-ink" aria-hidden strokeWidth="1.4">
      <path d="M16 4H52V48H16Z" fill="var(--masonry)" />
      <path d="M16 4V48" stroke="currentColor" />
      {DRAWN[outcome]}
    </svg>
  );
}
