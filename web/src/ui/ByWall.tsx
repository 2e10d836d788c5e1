import type { Schemas } from "../api/client";
import { Heading } from "./controls";
import { INK, Mark } from "./Mark";

type OnAWall = Schemas["OnAWall"];

function Row({ one }: { one: OnAWall }) {
  return (
    <span className="grid min-h-12 w-full grid-cols-[20px_minmax(0,1fr)_auto] items-center gap-x-2 py-1 text-left">
      <span className={INK[one.word]}>
        <Mark severity={one.word} size={16} />
      </span>
      <span className="min-w-0">
        <span className="block text-[13px] text-soft">{one.label}</span>
        <span className="block text-[14px] leading-tight font-semibold text-pretty">{one.says}</span>
      </span>
      <span className="text-[13px]" aria-label={`likely to ${one.chance_text}`}>
        {one.chance_text}
      </span>
    </span>
  );
}

/** What would go in on each wall that this may be. `onPick`: what a press on one does, if anything. */
export function ByWall({
  walls,
  says,
  onPick,
}: {
  walls: readonly OnAWall[];
  says: string;
  onPick?: (one: OnAWall) => void;
}) {
  if (walls.length === 0) return null;
  return (
    <>
      <Heading level="h2">It depends on the wall</Heading>
      <p className="flex justify-between gap-4 text-[13px] text-soft">
        <span>{says}</span>
        <span className="self-end" aria-hidden>
          likely
        </span>
      </p>
      <ul className="mt-1 border-t-2 border-ink" aria-label="It depends on the wall">
        {walls.map((one) => (
          <li key={`${one.wall} ${one.in_studs}`} className="border-b border-rule">
            {onPick ? (
              <button type="button" onClick={() => onPick(one)} className="w-full hover:bg-wash">
                <Row one={one} />
              </button>
            ) : (
              <Row one={one} />
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
