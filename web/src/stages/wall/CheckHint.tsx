/** Small drawings of how each outcome of a check sounds, looks or feels. Lines are drawn in a box of 64 × 36. */

const FACE = "M2 6H62M2 30H62";
/** A sound: how long it rings after the knuckle. */
const RING = (x: number, long: boolean) =>
  long ? `M${x} 18q1.5-10 3 0t3 0q1.2 6 2.4 0t2.4 0q1-4 2 0t2 0` : `M${x} 18q1-12 2 0t2 0`;
const THUD = (x: number) => `M${x} 14v8M${x + 3} 16v4`;
const SPOTS = (xs: number[], ys: number[]) => xs.map((x) => ys.map((y) => `M${x} ${y}h.1`).join("")).join("");

interface Drawn {
  thin?: string;
  thick?: string;
  dots?: string;
  fill?: string;
}

const HINTS: Record<string, Drawn> = {
  "knock.hollow": { thin: RING(3, true) + RING(23, true) + RING(43, true) },
  "knock.hollow_dull_lines": {
    thin: RING(2, true) + RING(26, true) + RING(46, true),
    thick: THUD(20) + THUD(58),
  },
  "knock.dull_everywhere": { thick: THUD(6) + THUD(18) + THUD(30) + THUD(42) + THUD(54) },
  "knock.hard_everywhere": { thin: "M6 6v24M18 6v24M30 6v24M42 6v24M54 6v24" },
  "knock.drummy_patches": { thin: `M22 6v24M28 6v24${RING(3, true)}${RING(36, true)}M58 6v24` },
  "magnet.screw_rows": { dots: SPOTS([12, 32, 52], [5, 12, 19, 26, 33]) },
  "magnet.scattered_nails": { dots: "M8 9h.1M20 26h.1M27 7h.1M35 19h.1M44 30h.1M50 12h.1M58 22h.1M13 18h.1" },
  "magnet.continuous_lines": { thick: "M12 3V33M32 3V33M52 3V33" },
  "magnet.grid": { thin: "M8 3V33M20 3V33M32 3V33M44 3V33M56 3V33M3 8H61M3 18H61M3 28H61" },
  "magnet.nothing": { thin: "M32 4v18M26 22h12v8H26Z" },
  "density.edges_at_pitch": { thin: "M2 28H12V10H20V28H44V10H52V28H62" },
  "density.dense_everywhere": { thick: "M2 10H62" },
  "density.confused": { thin: "M2 26L9 9 13 22 20 7 26 28 33 12 38 24 45 8 50 20 56 11 62 27" },
  "density.no_calibration": { thin: "M14 8H50V28H14ZM24 13L40 23M40 13L24 23" },
  "joints.brick_courses": {
    thin: "M2 9H62M2 18H62M2 27H62M14 9v9M38 9v9M26 18v9M50 18v9M14 27v6M38 27v6M26 3v6M50 3v6",
  },
  "joints.block_courses": { thin: "M2 18H62M22 3v15M46 18v15" },
  "joints.stone_joints": { thin: "M2 12L18 16 30 10 46 15 62 11M18 16L14 33M30 10L34 3M46 15L42 33" },
  "joints.board_joints": { thin: "M34 3V33", dots: SPOTS([30, 38], [7, 18, 29]) },
  "joints.none": { thin: "M2 6H62M2 30H62" },
  "edge.board_edge": { thin: "M22 3V33M34 3V33M22 6H34M22 30H34", dots: SPOTS([26, 30], [10, 16, 22, 27]) },
  "edge.lath": { thin: "M20 3V33", thick: "M27 4v6M27 14v6M27 24v6", dots: SPOTS([23], [7, 17, 27]) },
  "edge.brick": { thin: "M14 4H50V32H14ZM14 13H50M14 22H50M18 12l6-7M30 12l6-7M18 31l6-7M30 21l6-7" },
  "edge.block": { thin: "M14 4H50V32H14ZM14 18H50", dots: SPOTS([20, 28, 36, 44], [10, 25]) },
  "edge.stone": { thin: "M14 6L28 4 48 7 51 30 34 32 13 29ZM14 6L30 20 51 30M30 20L13 29M30 20L48 7" },
  "edge.concrete": { thin: "M14 4H50V32H14ZM20 10l4 3-5 2ZM34 20l5 2-4 4ZM40 9l4 2-3 3Z" },
  "edge.panel": { thin: "M28 3V33M32 3V33" },
  "edge.solid_wood": { thin: "M18 3V33M44 3V33M22 3c4 10 4 20 0 30M30 3c4 10 4 20 0 30M38 3c4 10 4 20 0 30" },
  "press.gives": { thin: "M2 10Q32 30 62 10", thick: "M32 3v14M28 13l4 4 4-4" },
  "press.firm": { thin: "M2 20H62", thick: "M32 3v13M28 12l4 4 4-4" },
  "pin.through_free": { thin: "M24 3V33M30 3V33M58 3V33M2 18H48M48 18l-4-2M48 18l-4 2" },
  "pin.through_wood": { thin: "M24 3V33M30 3V33M30 8H58M30 28H58M2 18H46M34 13q8-3 16 0M34 24q8-3 16 0" },
  "pin.stops_hard_at_once": { thin: "M24 3V33M2 18H24", thick: "M24 10v16", fill: "M24 3H58V33H24Z" },
  "pin.stops_behind_soft_skin": {
    thin: "M24 3V33M34 3V33M2 18H34",
    thick: "M34 10v16",
    fill: "M34 3H58V33H34Z",
  },
  "pin.goes_in_slowly": {
    thin: "M24 3V33M2 18H16M20 18h6M30 18h6M40 18h6",
    dots: SPOTS([30, 40, 50], [8, 28]),
  },
};

export function CheckHint({ check, outcome }: { check: string; outcome: string }) {
  const drawn = HINTS[`${check}.${outcome}`] ?? { thin: FACE };
  return (
    <svg viewBox="0 0 64 36" width="64" height="36" aria-hidden className="shrink-0">
      <rect width="64" height="36" fill="var(--wash)" />
      <g fill="none" stroke="currentColor" strokeLinecap="round" strokeLinejoin="round">
        {drawn.fill && <path d={drawn.fill} fill="var(--rule)" stroke="none" />}
        {drawn.thin && <path d={drawn.thin} strokeWidth="1.3" />}
        {drawn.thick && <path d={drawn.thick} strokeWidth="3" />}
        {drawn.dots && <path d={drawn.dots} strokeWidth="3.4" />}
      </g>
    </svg>
  );
}
