import type { Plan, Schemas } from "../api/client";
import { strengthOf } from "../lib/member";

type WayOn = Schemas["WayOn"];

/** What a way on does to the wall: the old hole, the new one, and the way between them. */
export function WayPicture({ way, plan }: { way: WayOn; plan: Plan }) {
  const dots = [...way.old, ...way.new];
  const [xs, ys] = [dots.map((dot) => dot.x_mm), dots.map((dot) => dot.y_mm)];
  const across = Math.max(...xs) - Math.min(...xs);
  const up = Math.max(...ys) - Math.min(...ys);
  const wide = Math.max(across * 1.12 + 60, (up * 1.3 + 50) * 3.6, 110);
  const high = wide / 3.6;
  const left = (Math.max(...xs) + Math.min(...xs) - wide) / 2;
  const top = (Math.max(...ys) + Math.min(...ys) + high) / 2;
  const at = (dot: { x_mm: number; y_mm: number }) => ({ x: dot.x_mm - left, y: top - dot.y_mm });
  const unit = wide / 110;
  const ground = plan.framed ? "var(--board)" : "var(--masonry)";
  const moved = way.old.flatMap((old) => {
    const to = way.new.find((one) => one.number === old.number);
    return to ? [{ from: at(old), to: at(to), key: `${old.number ?? "old"}` }] : [];
  });
  return (
    <svg viewBox={`0 0 ${wide} ${high}`} className="block w-full" aria-hidden>
      <rect width={wide} height={high} fill={ground} />
      {plan.framing.members
        .filter((member) => plan.framed && member.rect.height_mm > member.rect.width_mm)
        .map((member) => (
          <rect
            key={member.id}
            x={member.rect.x_mm - left}
            y={0}
            width={member.rect.width_mm}
            height={high}
            fill="var(--timber)"
            opacity={strengthOf(member)}
          />
        ))}
      {moved.map(({ from, to, key }) => (
        <path
          key={key}
          d={`M${from.x} ${from.y}L${to.x} ${to.y}`}
          stroke="var(--ink)"
          strokeWidth={0.8 * unit}
          strokeDasharray={`${2 * unit} ${2 * unit}`}
        />
      ))}
      {way.old.map((dot, index) => {
        const { x, y } = at(dot);
        const kept = way.new.length === 0 && way.kind !== "fewer";
        return (
          <g key={index}>
            <circle
              cx={x}
              cy={y}
              r={3.2 * unit}
              fill={kept ? "var(--chalk)" : "var(--sheet)"}
              stroke={kept ? "var(--chalk)" : "var(--brick)"}
              strokeWidth={1.1 * unit}
            />
            {!kept && (
              <path
                d={`M${x - 2.2 * unit} ${y + 2.2 * unit}l${4.4 * unit}-${4.4 * unit}`}
                stroke="var(--brick)"
                strokeWidth={1.1 * unit}
              />
            )}
          </g>
        );
      })}
      {way.new.map((dot, index) => {
        const { x, y } = at(dot);
        return <circle key={index} cx={x} cy={y} r={3.2 * unit} fill="var(--chalk)" />;
      })}
    </svg>
  );
}
