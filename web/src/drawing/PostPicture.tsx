import type { Plan } from "../api/client";
import { showLength } from "../lib/units";
import { Hatches } from "./Hatches";
import { useSize } from "../lib/useSize";

type Post = NonNullable<Plan["post"]>;

const LABEL = {
  fontSize: 11.5,
  fontWeight: 600,
  stroke: "var(--sheet)",
  strokeWidth: 3.5,
  paintOrder: "stroke",
} as const;

/** The post cut across, seen from above: tube or timber, the clamp round it or the bolt through it, what hangs in front. */
function FromAbove({
  plan,
  post,
  bolted,
  wide,
  high,
}: {
  plan: Plan;
  post: Post;
  bolted: boolean;
  wide: number;
  high: number;
}) {
  const [piece] = plan.pieces;
  const [saddle] = plan.supports;
  const across = post.across_mm;
  const reach = Math.max(post.reach_mm, 1);
  const span = Math.max(piece?.area.width_mm ?? 0, across + 40);
  const perMm = Math.min((wide - 24) / span, (high - 24) / (across + reach + 20));
  const [x, top] = [wide / 2, 12];
  const r = (across / 2) * perMm;
  const y = top + r;
  const front = y + r;
  const gap = Math.max(2, perMm);
  const bore = Math.max(0, r - post.section_wall_mm * perMm);
  return (
    <g>
      {piece && (
        <rect
          x={x - (piece.area.width_mm / 2) * perMm}
          y={front + 0.14 * reach * perMm}
          width={piece.area.width_mm * perMm}
          height={0.86 * reach * perMm}
          fill="var(--chalk-wash)"
          stroke="var(--chalk)"
        />
      )}
      {saddle && (
        <rect
          x={x - (saddle.area.width_mm / 2) * perMm}
          y={front}
          width={saddle.area.width_mm * perMm}
          height={0.14 * reach * perMm}
          fill="var(--rule)"
          stroke="var(--ink)"
        />
      )}
      {post.section === "round_tube" ? (
        <>
          <circle cx={x} cy={y} r={r} fill="var(--steel)" stroke="var(--ink)" />
          <circle cx={x} cy={y} r={bore} fill="var(--sheet)" stroke="var(--ink)" />
          {!bolted && <circle cx={x} cy={y} r={r + gap} fill="none" stroke="var(--chalk)" strokeWidth="3" />}
        </>
      ) : (
        <>
          <rect
            x={x - r}
            y={y - r}
            width={2 * r}
            height={2 * r}
            fill={post.section === "timber" ? "url(#hatch-timber)" : "var(--steel)"}
            stroke="var(--ink)"
          />
          {post.section === "square_tube" && (
            <rect
              x={x - bore}
              y={y - bore}
              width={2 * bore}
              height={2 * bore}
              fill="var(--sheet)"
              stroke="var(--ink)"
            />
          )}
          {!bolted && (
            <rect
              x={x - r - gap}
              y={y - r - gap}
              width={2 * (r + gap)}
              height={2 * (r + gap)}
              rx="4"
              fill="none"
              stroke="var(--chalk)"
              strokeWidth="3"
            />
          )}
        </>
      )}
      {bolted && (
        <g stroke="var(--chalk)" strokeWidth="3">
          <path d={`M${x} ${top - 6}V${front + 0.14 * reach * perMm}`} />
          <path d={`M${x - 8} ${top - 2}H${x + 8}`} />
        </g>
      )}
    </g>
  );
}

/** A depth below the ground, with its words beside it. */
function Depth({
  y,
  x,
  text,
  ink,
  dash,
}: {
  y: number;
  x: number;
  text: string;
  ink: string;
  dash?: string;
}) {
  return (
    <g>
      <path d={`M${x - 46} ${y}H${x + 62}`} stroke={ink} strokeWidth="1.8" strokeDasharray={dash} />
      <text x={x + 66} y={y + 4} fill={ink} {...LABEL}>
        {text}
      </text>
    </g>
  );
}

/** The post from the side: above the ground with what hangs on it, below it as deep as it stands and must stand. */
function FromTheSide({ plan, post, left, high }: { plan: Plan; post: Post; left: number; high: number }) {
  const [piece] = plan.pieces;
  const below = Math.max(post.deep_mm ?? 0, post.wanted_mm ?? 0, post.frost_mm ?? 0, 200) * 1.12;
  // what lies below the ground is drawn larger than what stands above it: there the figures are read
  const ground = (high - 16) * 0.46;
  const perMm = ground / post.high_mm;
  const deeper = (high - 16 - ground) / below;
  const y = (mm: number) => 8 + ground - mm * (mm < 0 ? deeper : perMm);
  const x = left + 70;
  const half = Math.max(3, (post.across_mm / 2) * deeper);
  const foot = Math.max(half, (post.foot_mm / 2) * deeper);
  return (
    <g>
      {post.wanted_mm !== null && (
        <rect
          x={x - foot}
          y={y(0)}
          width={2 * foot}
          height={(post.deep_mm ?? post.wanted_mm ?? 0) * deeper}
          fill="url(#hatch-concrete)"
          stroke="var(--soft)"
          strokeDasharray={post.deep_mm === null ? "4 3" : undefined}
        />
      )}
      <rect
        x={x - half}
        y={y(post.high_mm)}
        width={2 * half}
        height={post.high_mm * perMm + (post.deep_mm ?? 0) * deeper}
        fill={post.section === "timber" ? "url(#hatch-timber)" : "var(--steel)"}
        stroke="var(--ink)"
      />
      {piece && (
        <rect
          x={x + half}
          y={y(piece.area.y_mm + piece.area.height_mm)}
          width={Math.max(3, post.reach_mm * perMm)}
          height={piece.area.height_mm * perMm}
          fill="var(--chalk-wash)"
          stroke="var(--chalk)"
        />
      )}
      <path d={`M${x - 64} ${y(0)}H${x + 62}`} stroke="var(--ink)" strokeWidth="2.4" />
      {post.frost_mm !== null && post.frost_mm !== undefined && (
        <Depth
          y={y(-post.frost_mm)}
          x={x}
          text={`frost to ${showLength(post.frost_mm, plan.units)}`}
          ink="var(--soft)"
          dash="2 4"
        />
      )}
      {post.wanted_mm !== null && post.wanted_mm !== undefined && (
        <Depth
          y={y(-post.wanted_mm)}
          x={x}
          text={`wants ${showLength(post.wanted_mm, plan.units)}`}
          ink={post.leans ? "var(--brick)" : "var(--chalk)"}
        />
      )}
      {post.deep_mm !== null && post.deep_mm !== undefined && (
        <text x={x - foot - 8} y={y(-post.deep_mm)} textAnchor="end" fill="var(--ink)" {...LABEL}>
          {showLength(post.deep_mm, plan.units)}
        </text>
      )}
    </g>
  );
}

const BESIDE_FOOT = 250;

/** A post in place of the cut through a wall: from above at its clamps, and from the side down to its foot. */
export function PostPicture({ plan, post }: { plan: Plan; post: Post }) {
  const [ref, size] = useSize<HTMLDivElement>();
  // the figures beside the foot want their room first, on a phone too
  const half = Math.max(80, Math.min(Math.max(120, size.width * 0.42), size.width - BESIDE_FOOT));
  // what is drilled has steps for the drill
  const bolted = plan.holes.some((hole) => (hole.card?.steps.length ?? 0) > 0);
  return (
    <section aria-label="Post" className="flex h-full min-h-0 flex-col">
      <div className="flex items-baseline gap-3 px-1">
        <h2 className="text-[14px] font-bold whitespace-nowrap">The post</h2>
        <p className="truncate text-[12px] text-soft">
          from above at a {bolted ? "bolt" : "clamp"} · from the side, larger below the ground
        </p>
      </div>
      <div ref={ref} className="relative min-h-0 flex-1">
        {size.width > 0 && (
          <svg
            width={size.width}
            height={size.height}
            className="absolute inset-0"
            role="img"
            aria-label={post.text}
          >
            <Hatches />
            <FromAbove plan={plan} post={post} bolted={bolted} wide={half} high={size.height} />
            <FromTheSide plan={plan} post={post} left={half + 20} high={size.height} />
          </svg>
        )}
      </div>
    </section>
  );
}

/** The post on its plane, front on. */
export function PostStrip({
  plan,
  x,
  width,
  top,
  ground,
  span,
}: {
  plan: Plan;
  x: number;
  width: number;
  top: number;
  ground: number;
  span: [number, number];
}) {
  return (
    <g>
      <rect
        x={x - width / 2}
        y={top}
        width={width}
        height={ground - top}
        fill={plan.post?.section === "timber" ? "url(#hatch-timber)" : "var(--steel)"}
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      <path d={`M${span[0]} ${ground}H${span[1]}`} stroke="var(--ink)" strokeWidth="3.2" />
    </g>
  );
}
