import type { HolePlan } from "../api/client";

/** What of a hole is drawn in the cut. */
export type CutHole = Pick<HolePlan, "number" | "cut" | "card" | "chosen_label">;

interface Drawn {
  x: (mm: number) => number;
  y: number;
  hole: CutHole;
  perMm: number;
}

/** The screw from its head to its tip, with its thread where it holds. */
export function Screw({ x, y, hole, perMm }: Drawn) {
  const { screw, hole: spec, head_at_mm: head, tip_at_mm: tip } = hole.cut;
  if (!screw || !spec) return null;
  // what is held by a nut stands out of it
  const front = screw.head === "nut and washer" ? tip - screw.length_mm : head;
  const r = (screw.diameter_mm / 2) * perMm;
  const root = (screw.root_mm / 2) * perMm;
  const point = screw.blunt ? 0 : Math.min(screw.diameter_mm, screw.length_mm / 5);
  const threadFrom = Math.max(spec.grip_from_mm, head);
  const pitch = screw.diameter_mm * 0.55;
  const teeth: string[] = [];
  for (let at = threadFrom; at < tip - point; at += pitch) {
    const next = Math.min(at + pitch / 2, tip - point);
    teeth.push(
      `M${x(at)} ${y - root}L${x(next)} ${y - r}L${x(Math.min(at + pitch, tip - point))} ${y - root}`,
    );
    teeth.push(
      `M${x(at)} ${y + root}L${x(next)} ${y + r}L${x(Math.min(at + pitch, tip - point))} ${y + root}`,
    );
  }
  const headWide = (screw.head_mm / 2) * perMm;
  const headThick = Math.max(2.2 * perMm, 5);
  return (
    <g fill="var(--steel)" stroke="var(--ink)" strokeWidth="1">
      <path
        d={`M${x(front)} ${y - root}H${x(tip - point)}L${x(tip)} ${y}L${x(tip - point)} ${y + root}H${x(front)}Z`}
      />
      <path d={teeth.join("")} />
      <path d={headPath(screw.head, x(head), y, headWide, headThick, root)} />
    </g>
  );
}

/** The outline of a head whose underside sits at ``at``: sunk, square as a nut, or rounded. */
function headPath(head: string, at: number, y: number, wide: number, thick: number, root: number): string {
  const under = `M${at} ${y - wide}V${y + wide}`;
  if (head.startsWith("countersunk")) return `${under}L${at + thick} ${y + root}V${y - root}Z`;
  if (head === "hexagon head" || head === "nut and washer")
    return `${under}H${at - thick * 1.3}V${y - wide}Z`;
  return `${under}H${at - thick * 0.7}Q${at - thick * 1.6} ${y} ${at - thick * 0.7} ${y - wide}Z`;
}

/** Plug or opened wings behind the board. */
export function Grip({ x, y, hole, perMm }: Drawn) {
  const spec = hole.cut.hole;
  if (!spec) return null;
  if (spec.plug_length_mm > 0) {
    const r = (spec.diameter_mm / 2) * perMm;
    const [from, to] = [x(spec.grip_from_mm), x(spec.grip_to_mm)];
    const [body, sleeve] = [x(Math.max(0, spec.grip_to_mm - spec.plug_length_mm)), x(spec.sleeve_mm)];
    return (
      <g stroke="var(--ink)" strokeWidth="1">
        {/* what reaches from the face to where it holds */}
        {body < from - 1 && <rect x={body} y={y - r} width={from - body} height={2 * r} fill="var(--plug)" />}
        <rect x={from} y={y - r} width={to - from} height={2 * r} fill="var(--plug)" rx="1" />
        {[0.25, 0.5, 0.75].map((share) => (
          <path key={share} d={`M${from + (to - from) * share} ${y - r}v${2 * r}`} opacity=".5" />
        ))}
        {spec.sleeve_mm > 0 && (
          <rect x={x(0)} y={y - r} width={sleeve - x(0)} height={2 * r} fill="var(--steel)" opacity=".55" />
        )}
      </g>
    );
  }
  if (spec.opens === "thread" && spec.wing_mm > 0) {
    // a body with a coarse thread, from its rim in the face to its point behind the board
    const [wide, face] = [spec.wing_mm * perMm, x(spec.grip_from_mm)];
    const tip = x(spec.grip_to_mm + spec.wing_depth_mm);
    const at = (share: number) => face + (tip - face) * share;
    return (
      <g fill="var(--plug)" stroke="var(--ink)" strokeWidth="1">
        <path
          d={`M${face} ${y - wide}V${y + wide}L${at(0.75)} ${y + wide * 0.55}L${tip} ${y}L${at(0.75)} ${y - wide * 0.55}Z`}
        />
        {[0.15, 0.3, 0.45, 0.6].map((share) => (
          <path
            key={share}
            d={`M${at(share)} ${y - wide * (1 - 0.6 * share)}l4 ${2 * wide * (1 - 0.6 * share)}`}
          />
        ))}
      </g>
    );
  }
  if (spec.opens === "bar" && spec.wing_mm > 0) {
    // a flat bar behind the board, and its collar in the hole
    const [back, wing] = [x(spec.grip_to_mm), spec.wing_mm * perMm];
    const r = (spec.diameter_mm / 2) * perMm;
    return (
      <g fill="var(--plug)" stroke="var(--ink)" strokeWidth="1">
        <rect x={x(spec.grip_from_mm)} y={y - r} width={back - x(spec.grip_from_mm)} height={2 * r} />
        <rect x={back} y={y - wing} width={Math.max(3, 4 * perMm)} height={2 * wing} rx="1.5" />
      </g>
    );
  }
  if (spec.wing_mm > 0) {
    const back = x(spec.grip_to_mm);
    const wing = spec.wing_mm * perMm;
    if (spec.opens === "wings") {
      // two wings that lean on the board from where they are hinged
      const hinge = x(spec.grip_to_mm + spec.wing_depth_mm * 0.45);
      return (
        <g fill="var(--plug)" stroke="var(--ink)" strokeWidth="1">
          {[-wing, wing].map((end) => (
            <path key={end} d={`M${back} ${y + end}h5L${hinge + 6} ${y}H${hinge}Z`} />
          ))}
        </g>
      );
    }
    return (
      <path
        d={`M${back} ${y - wing}L${back + 5} ${y - wing}L${x(spec.grip_to_mm + spec.wing_depth_mm * 0.45)} ${y}L${back + 5} ${y + wing}L${back} ${y + wing}Z`}
        fill="var(--plug)"
        stroke="var(--ink)"
      />
    );
  }
  return null;
}
