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

function quietly(work: Promise<void>): void {
  // what was refused stands at the top of the page
  void work.catch(() => undefined);
}

export function KitFixings({ kit, lists, save }: KitProps) {
  const label = (key: string) => lists.fixings.find((one) => one.key === key)?.label ?? key;
  return (
    <Counted
      title="Fixings"
      // what is a screw itself is bought by its size, under Screws
      options={lists.fixings.filter((one) => !one.is_a_screw)}
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
const shown = (mm: number) => `${Number(mm.toFixed(1))} mm`;

export function KitScrews({ kit, lists, save }: KitProps) {
  const row = (key: string) => lists.screws.find((one) => one.key === key);
  return (
    <Counted
      title="Screws"
      options={lists.screws}
      lengths={(key) => (row(key)?.lengths_mm ?? []).map((mm) => ({ key: String(mm), label: shown(mm) }))}
      lines={kit.screws.map((one) => ({
        id: screwId(one),
        label: `${row(one.key)?.label ?? one.key} × ${shown(one.length_mm)}`,
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

export function KitBits({ kit, lists, save }: KitProps) {
  const has = (mm: number) => kit.bits_mm.some((one) => Math.abs(one - mm) < 0.01);
  const toggle = (mm: number) =>
    quietly(
      save(
        (now) => ({
          ...now,
          bits_mm: has(mm)
            ? now.bits_mm.filter((one) => Math.abs(one - mm) > 0.01)
            : [...now.bits_mm, mm].sort((a, b) => a - b),
        }),
        "bits",
      ),
    );
  return (
    <section aria-label="Bits" className="border-t-2 border-ink pt-2">
      <h2 className="text-[17px] font-bold">Bits</h2>
      {lists.bits.map((series) => (
        <div key={series.key}>
          <h3 className="mt-1.5 text-[12.5px] text-soft">{series.label}</h3>
          <ul className="mt-1 flex flex-wrap gap-1">
            {series.sizes.map(({ mm, text }) => (
              <li key={mm}>
                <button
                  type="button"
                  aria-pressed={has(mm)}
                  onClick={() => toggle(mm)}
                  className={`min-h-9 min-w-12 border px-1.5 text-[13px] max-sm:min-h-12 ${
                    has(mm)
                      ? "border-chalk bg-chalk-wash font-bold text-chalk"
                      : "border-rule text-soft hover:bg-wash"
                  }`}
                >
                  {text}
                </button>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
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
