import type { Schemas } from "../../api/client";

const SIZE = 220;
const PAD = 42;
const RIGHT = 24;

/** How sure somebody was against how often he was right: on the line both are the same. */
export function Reliability({ calibration }: { calibration: Schemas["Calibration"] }) {
  const x = (share: number) => PAD + ((share - 0.5) / 0.5) * (SIZE - PAD - RIGHT);
  const y = (share: number) => SIZE - PAD - share * (SIZE - PAD - 12);
  const said = calibration.bins
    .map(
      (bin) =>
        `about ${Math.round(bin.sure * 100)} % sure: right in ${Math.round(bin.right * 100)} % of ${bin.count}`,
    )
    .join("; ");
  return (
    <svg width={SIZE} height={SIZE} role="img" aria-label={`How sure against how right. ${said}`}>
      <path d={`M${x(0.5)} ${y(0.5)}L${x(1)} ${y(1)}`} stroke="var(--soft)" strokeDasharray="5 4" />
      <path d={`M${PAD} ${y(1)}V${y(0)}H${x(1)}`} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      {[0, 0.5, 1].map((share) => (
        <text key={share} x={PAD - 6} y={y(share) + 4} textAnchor="end" fontSize="11" fill="var(--soft)">
          {share * 100} %
        </text>
      ))}
      {[0.5, 0.75, 1].map((share) => (
        <text key={share} x={x(share)} y={SIZE - 16} textAnchor="middle" fontSize="11" fill="var(--soft)">
          {share * 100} %
        </text>
      ))}
      <text x={x(0.75)} y={SIZE - 3} textAnchor="middle" fontSize="11" fill="var(--soft)">
        how sure you were
      </text>
      {calibration.bins.map((bin) => (
        <circle
          key={bin.low}
          cx={x(bin.sure)}
          cy={y(bin.right)}
          r={Math.min(14, 3 + Math.sqrt(bin.count) * 2)}
          fill="var(--chalk)"
          fillOpacity=".25"
          stroke="var(--chalk)"
          strokeWidth="2"
        />
      ))}
    </svg>
  );
}
