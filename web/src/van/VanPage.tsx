import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useRef } from "react";
import { Link, useNavigate } from "react-router";
import { client, unwrap } from "../api/client";
import { Button, Checkbox } from "../ui/controls";
import { Counted } from "./Counted";
import { type Kit, useKit } from "./useKit";

function CsvRow({
  name,
  href,
  onFile,
  children,
}: {
  name: string;
  href: string;
  onFile: (text: string) => void;
  children?: ReactNode;
}) {
  const file = useRef<HTMLInputElement>(null);
  return (
    <div className="flex flex-wrap items-center gap-2">
      <a
        href={href}
        download
        className="inline-flex min-h-9 items-center rounded-sm border border-rule px-3 text-[13px] font-semibold hover:bg-wash max-sm:min-h-12"
      >
        Save {name} as CSV
      </a>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        aria-label={`CSV of ${name}`}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          if (chosen) void chosen.text().then(onFile);
          event.target.value = "";
        }}
      />
      <Button onClick={() => file.current?.click()}>Read {name} from CSV</Button>
      {children}
    </div>
  );
}

/** What the van holds: fixings and screws by number, bits, tools. Plans draw on it. */
export function VanPage() {
  const navigate = useNavigate();
  const lists = useQuery({
    queryKey: ["lists"],
    queryFn: async () => unwrap(await client.GET("/api/lists")),
    staleTime: Infinity,
  });
  const { kit, own, faults, save, undo, undoOwn, bring } = useKit();
  if (!kit || !lists.data) return <main className="p-8 text-soft">Opening the van…</main>;
  const { fixings, screws, bits, tools } = lists.data;
  const plain = (update: (now: Kit) => Kit, summary: string) =>
    void save(update, summary).catch(() => undefined);
  const label = (key: string) => fixings.find((one) => one.key === key)?.label ?? key;
  const screwLabel = (key: string) => screws.find((one) => one.key === key)?.label ?? key;
  const screwId = (one: Kit["screws"][number]) => `${one.key}|${one.length_mm}`;
  // screws in wood and steel are bought by their size, under Screws
  const counted = fixings.filter((one) => one.method !== "wood" && one.method !== "steel");
  const bit = (mm: number, text: string, has: boolean) => (
    <li key={mm}>
      <button
        type="button"
        aria-pressed={has}
        onClick={() =>
          plain(
            (now) => ({
              ...now,
              bits_mm: has
                ? now.bits_mm.filter((one) => Math.abs(one - mm) > 0.01)
                : [...now.bits_mm, mm].sort((a, b) => a - b),
            }),
            "bits",
          )
        }
        className={`min-h-9 min-w-12 border px-1.5 text-[13px] max-sm:min-h-12 ${
          has ? "border-chalk bg-chalk-wash font-bold text-chalk" : "border-rule text-soft hover:bg-wash"
        }`}
      >
        {text}
      </button>
    </li>
  );

  return (
    <div className="h-full overflow-y-auto">
      <header className="flex h-[60px] items-center gap-3 bg-bar px-4 text-bar-ink">
        <Link to="/" aria-label="All sites">
          <img src="/mark.svg" alt="" className="size-8" />
        </Link>
        <h1 className="flex-1 text-[18px] font-bold">The van</h1>
        <button
          type="button"
          onClick={undo}
          className="min-h-11 px-2 text-[13px] text-bar-soft hover:text-bar-ink"
        >
          Undo
        </button>
        <button
          type="button"
          onClick={() => void navigate(-1)}
          className="min-h-11 px-2 text-[13px] text-bar-soft hover:text-bar-ink"
        >
          Back
        </button>
      </header>
      <main className="mx-auto max-w-[1080px] px-5 py-6">
        <p className="mb-4 max-w-[64ch] text-[15px]">
          What you have with you. Plans draw on it: a fixing that you cannot drill for is marked, and one that
          is short leads to the next that fits. A list that you leave empty is not held against anything.
        </p>
        {faults.length > 0 && (
          <div role="alert" className="mb-4 border-l-4 border-brick bg-brick-wash p-3 text-[13px]">
            <strong>Nothing was changed.</strong>
            <ul>
              {faults.map((fault) => (
                <li key={fault}>{fault}</li>
              ))}
            </ul>
          </div>
        )}
        <div className="grid gap-x-10 gap-y-7 md:grid-cols-2">
          <Counted
            title="Fixings"
            priced
            options={counted}
            lines={kit.fixings.map((one) => ({ ...one, id: one.key, label: label(one.key) }))}
            onAdd={(key) =>
              plain((now) => {
                const had = now.fixings.find((one) => one.key === key);
                const rest = now.fixings.filter((one) => one.key !== key);
                return {
                  ...now,
                  fixings: [...rest, { key, count: (had?.count ?? 0) + 10, price: had?.price ?? null }],
                };
              }, "fixing added")
            }
            onCount={(id, count) =>
              save(
                (now) => ({
                  ...now,
                  fixings: now.fixings.map((one) => (one.key === id ? { ...one, count } : one)),
                }),
                "count",
              )
            }
            onPrice={(id, price) =>
              save(
                (now) => ({
                  ...now,
                  fixings: now.fixings.map((one) => (one.key === id ? { ...one, price } : one)),
                }),
                "price",
              )
            }
            onRemove={(id) =>
              plain(
                (now) => ({ ...now, fixings: now.fixings.filter((one) => one.key !== id) }),
                "fixing taken out",
              )
            }
          />
          <Counted
            title="Screws"
            options={screws}
            lengths={(key) =>
              (screws.find((one) => one.key === key)?.lengths_mm ?? []).map((mm) => ({
                key: String(mm),
                label: `${Number(mm.toFixed(1))} mm`,
              }))
            }
            lines={kit.screws.map((one) => ({
              id: screwId(one),
              label: `${screwLabel(one.key)} × ${Number(one.length_mm.toFixed(1))} mm`,
              count: one.count,
            }))}
            onAdd={(key, length) =>
              plain((now) => {
                const length_mm = Number(length);
                const id = `${key}|${length_mm}`;
                const had = now.screws.find((one) => screwId(one) === id);
                const rest = now.screws.filter((one) => screwId(one) !== id);
                return { ...now, screws: [...rest, { key, length_mm, count: (had?.count ?? 0) + 20 }] };
              }, "screws added")
            }
            onCount={(id, count) =>
              save(
                (now) => ({
                  ...now,
                  screws: now.screws.map((one) => (screwId(one) === id ? { ...one, count } : one)),
                }),
                "count",
              )
            }
            onRemove={(id) =>
              plain(
                (now) => ({ ...now, screws: now.screws.filter((one) => screwId(one) !== id) }),
                "screws taken out",
              )
            }
          />
          <section aria-label="Bits" className="border-t-2 border-ink pt-2">
            <h2 className="text-[17px] font-bold">Bits</h2>
            {bits.map((series) => (
              <div key={series.key}>
                <h3 className="mt-1.5 text-[12.5px] text-soft">{series.label}</h3>
                <ul className="mt-1 flex flex-wrap gap-1">
                  {series.sizes.map(({ mm, text }) =>
                    bit(
                      mm,
                      text,
                      kit.bits_mm.some((one) => Math.abs(one - mm) < 0.01),
                    ),
                  )}
                </ul>
              </div>
            ))}
          </section>
          <section aria-label="Tools" className="border-t-2 border-ink pt-2">
            <h2 className="text-[17px] font-bold">Tools</h2>
            <div className="mt-2 grid grid-cols-2 gap-y-2">
              {tools.map((tool) => (
                <Checkbox
                  key={tool.key}
                  label={tool.label}
                  checked={kit.tools.includes(tool.key)}
                  onChange={(on) =>
                    plain(
                      (now) => ({
                        ...now,
                        tools: on ? [...now.tools, tool.key] : now.tools.filter((one) => one !== tool.key),
                      }),
                      "tools",
                    )
                  }
                />
              ))}
            </div>
            <h2 className="mt-6 mb-2 text-[17px] font-bold">As tables</h2>
            <div className="space-y-2">
              <CsvRow name="the van" href="/api/kit.csv" onFile={(text) => void bring("kit", text)} />
              <CsvRow
                name="the fixings"
                href="/api/fixings.csv"
                onFile={(text) => void bring("fixings", text)}
              >
                {own.length > 0 && <Button onClick={undoOwn}>Take the last reading back</Button>}
              </CsvRow>
            </div>
            {own.length > 0 && (
              <p className="mt-2 text-[13px] text-soft">
                Your own fixings: {own.join(", ")}. They compete in every job.
              </p>
            )}
          </section>
        </div>
      </main>
    </div>
  );
}
