import { Button } from "../../ui/controls";
import { hasBit, withBits } from "./bits";
import type { KitProps } from "./KitLists";

/** What is owned by the set: one press tells the van of all of it. */
export function Sets({ kit, lists, save }: KitProps) {
  const whole = (set: KitProps["lists"]["sets"][number]) =>
    set.bits_mm.every((mm) => hasBit(kit, set.kind ?? "", mm)) &&
    set.tools.every((tool) => kit.tools.includes(tool));
  return (
    <section aria-label="By the set" className="mb-7 border-t-2 border-ink pt-2">
      <h2 className="text-[17px] font-bold">By the set</h2>
      <p className="mb-2 max-w-[64ch] text-[13px] text-soft">
        Press what you own; single bits are put right below.
      </p>
      <ul className="flex flex-wrap gap-2">
        {lists.sets.map((set) => (
          <li key={set.key}>
            <Button
              disabled={whole(set)}
              onClick={() =>
                void save(
                  (now) => ({
                    ...withBits(now, set.kind ?? "", set.bits_mm),
                    tools: [...new Set([...now.tools, ...set.tools])],
                  }),
                  "set added",
                ).catch(() => undefined)
              }
            >
              {set.label}
              {whole(set) && ": have it"}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
