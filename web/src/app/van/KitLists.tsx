import type { Lists } from "../../api/client";
import { Checkbox } from "../../ui/controls";
import { Counted } from "./Counted";
import type { Kit } from "./useKit";

export interface KitProps {
  kit: Kit;
  lists: Lists;
  /** Saves what a function makes of the kit as it stands when its turn comes. */
  save: (update: (now: Kit) => Kit, summary: string) => Promise<void>;
}

export function quietly(work: Promise<void>): void {
  // what was refused stands at the top of the page
  void work.catch(() => undefined);
}

export function KitFixings({ kit, lists, save }: KitProps) {
  const label = (key: string) => lists.fixings.find((one) => one.key === key)?.label ?? key;
  return (
    <Counted
      title="Fixings"
      // what is bought by its screw stands under Screws
      options={lists.fixings.filter((one) => !one.by_screw)}
      lines={kit.fixings.map((one) => ({ ...one, id: one.key, label: label(one.key) }))}
      changes={{
        onAdd: (key) =>
          quietly(
            save((now) => {
              const had = now.fixings.find((one) => one.key === key);
              const rest = now.fixings.filter((one) => one.key !== key);
              const fresh = { key, count: (had?.count ?? 0) + 10, price: had?.price ?? null };
              return { ...now, fixings: [...rest, fresh] };
            }, "fixing added"),
          ),
        onCount: (id, count) =>
          save(
            (now) => ({
              ...now,
              fixings: now.fixings.map((one) => (one.key === id ? { ...one, count } : one)),
            }),
            "count",
          ),
        onPrice: (id, price) =>
          save(
            (now) => ({
              ...now,
              fixings: now.fixings.map((one) => (one.key === id ? { ...one, price } : one)),
            }),
            "price",
          ),
        onRemove: (id) =>
          quietly(
            save(
              (now) => ({ ...now, fixings: now.fixings.filter((one) => one.key !== id) }),
              "fixing taken out",
            ),
          ),
      }}
    />
  );
}

const screwId = (one: Kit["screws"][number]) => `${one.key}|${one.length_mm}`;

export function KitScrews({ kit, lists, save }: KitProps) {
  const row = (key: string) => lists.screws.find((one) => one.key === key);
  const sizes = (key: string) => row(key)?.lengths ?? [];
  const shown = (key: string, mm: number) =>
    sizes(key).find((one) => Math.abs(one.mm - mm) < 0.05)?.text ?? `${Number(mm.toFixed(1))} mm`;
  return (
    <Counted
      title="Screws"
      options={lists.screws}
      lengths={(key) => sizes(key).map((one) => ({ key: String(one.mm), label: one.text }))}
      lines={kit.screws.map((one) => ({
        id: screwId(one),
        label: `${row(one.key)?.label ?? one.key} × ${shown(one.key, one.length_mm)}`,
        count: one.count,
      }))}
      changes={{
        onAdd: (key, length) =>
          quietly(
            save((now) => {
              const length_mm = Number(length);
              const id = `${key}|${length_mm}`;
              const had = now.screws.find((one) => screwId(one) === id);
              const rest = now.screws.filter((one) => screwId(one) !== id);
              return { ...now, screws: [...rest, { key, length_mm, count: (had?.count ?? 0) + 20 }] };
            }, "screws added"),
          ),
        onCount: (id, count) =>
          save(
            (now) => ({
              ...now,
              screws: now.screws.map((one) => (screwId(one) === id ? { ...one, count } : one)),
            }),
            "count",
          ),
        onRemove: (id) =>
          quietly(
            save(
              (now) => ({ ...now, screws: now.screws.filter((one) => screwId(one) !== id) }),
              "screws taken out",
            ),
          ),
      }}
    />
  );
}

export function KitTools({ kit, lists, save }: KitProps) {
  return (
    <>
      <h2 className="text-[17px] font-bold">Tools</h2>
      <div className="mt-2 grid grid-cols-2 gap-y-2">
        {lists.tools.map((tool) => (
          <Checkbox
            key={tool.key}
            label={tool.label}
            checked={kit.tools.includes(tool.key)}
            onChange={(on) =>
              quietly(
                save(
                  (now) => ({
                    ...now,
                    tools: on ? [...now.tools, tool.key] : now.tools.filter((one) => one !== tool.key),
                  }),
                  "tools",
                ),
              )
            }
          />
        ))}
      </div>
    </>
  );
}
