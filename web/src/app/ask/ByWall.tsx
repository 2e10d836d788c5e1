import type { Schemas } from "../../api/client";
import { Heading } from "../../ui/controls";
import { INK, Mark } from "../../ui/Mark";
import type { Asking } from "./useAsked";

/** What would go in on each wall that this may be; a press asks it of that wall. */
export function ByWall({ walls, asking }: { walls: readonly Schemas["OnAWall"][]; asking: Asking }) {
  if (walls.length === 0) return null;
  const none = walls.every((one) => one.word === "do_not_drill");
  return (
    <>
      <Heading level="h2">It depends on the wall</Heading>
      <p className="flex justify-between gap-4 text-[13px] text-soft">
        <span>
          {none
            ? "Nothing holds it so on any of them. Press one to see what would help."
            : "Press one to see its bit, depth and cut."}
        </span>
        <span className="self-end" aria-hidden>
          likely
        </span>
      </p>
      <ul className="mt-1 border-t-2 border-ink" aria-label="It depends on the wall">
        {walls.map((one) => (
          <li key={`${one.wall} ${one.in_studs}`} className="border-b border-rule">
            <button
              type="button"
              onClick={() => asking.say({ wall: one.wall, in_studs: one.in_studs, plaster_mm: null })}
              className="grid min-h-12 w-full grid-cols-[20px_minmax(0,1fr)_auto] items-center gap-x-2 py-1 text-left hover:bg-wash"
            >
              <span className={INK[one.word]}>
                <Mark severity={one.word} size={16} />
              </span>
              <span className="min-w-0">
                <span className="block text-[13px] text-soft">{one.label}</span>
                <span className="block text-[15px] leading-tight font-semibold">{one.says}</span>
              </span>
              <span className="text-[13px]" aria-label={`likely to ${one.chance_text}`}>
                {one.chance_text}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
