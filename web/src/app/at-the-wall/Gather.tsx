import { useState } from "react";
import type { Plan } from "../../api/client";
import type { Standing } from "../../job/standing";
import type { Happening } from "../../job/useOutbox";
import { Button, Heading } from "../../ui/controls";

const GROUPS = [
  ["parts", "Parts of the thing"],
  ["fixings", "Fixings and screws"],
  ["tools", "Tools"],
  ["used_up", "Used up"],
  ["protection", "Protection"],
] as const;

function listed(plan: Plan, items: Plan["gather"]): string {
  return [`To buy for ${plan.title}:`, ...items.map((item) => `${item.count} × ${item.label}`)].join("\n");
}

/** What has to lie ready, ticked off with a thumb; what the van lacks, as a list to hand on. */
export function Gather({
  plan,
  stands,
  happen,
  only,
}: {
  plan: Plan;
  stands: Standing;
  happen: Happening["happen"];
  only: "parts" | "rest";
}) {
  const [said, setSaid] = useState("");
  const missing = plan.gather.filter((item) => item.buy);
  const share = async () => {
    const text = listed(plan, missing);
    try {
      if (navigator.share) await navigator.share({ title: "To buy", text });
      else {
        await navigator.clipboard.writeText(text);
        setSaid("Copied: paste it where you like.");
      }
    } catch {
      setSaid(text);
    }
  };
  return (
    <div>
      {GROUPS.filter(([group]) => (group === "parts") === (only === "parts")).map(([group, called]) => {
        const items = plan.gather.filter((item) => item.group === group);
        if (!items.length) return null;
        return (
          <section key={group}>
            <Heading>{called}</Heading>
            <ul>
              {items.map((item) => {
                const here = stands.gathered(item.id);
                return (
                  <li key={item.id} className="border-b border-rule">
                    <button
                      type="button"
                      role="checkbox"
                      aria-checked={here}
                      onClick={() => void happen({ kind: "gathered", item: item.id, on: !here })}
                      className="flex min-h-12 w-full items-center gap-3 py-1 text-left text-[16px]"
                    >
                      <span
                        aria-hidden
                        className={`grid size-7 shrink-0 place-items-center border-2 ${here ? "border-chalk bg-chalk text-on-solid" : "border-rule bg-sheet"}`}
                      >
                        {here && (
                          <svg viewBox="0 0 12 12" className="size-5">
                            <path d="M2 6.5 5 9.5 10.5 3" fill="none" stroke="currentColor" strokeWidth="2" />
                          </svg>
                        )}
                      </span>
                      <strong className="w-9 shrink-0 text-right">{item.count} ×</strong>
                      <span className={here ? "text-soft" : ""}>
                        {item.label}
                        {item.buy && <strong className="text-ochre"> · to buy</strong>}
                      </span>
                    </button>
                  </li>
                );
              })}
            </ul>
          </section>
        );
      })}
      {only === "rest" && missing.length > 0 && (
        <Button look="open" className="mt-3 min-h-12 w-full" onClick={() => void share()}>
          Hand on the list of what to buy ({missing.length})
        </Button>
      )}
      {said && (
        <p role="status" className="mt-2 text-[14px] whitespace-pre-line">
          {said}
        </p>
      )}
    </div>
  );
}
