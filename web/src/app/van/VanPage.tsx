import { BASE } from "../../api/world";
import { useLists } from "../../api/queries";
import { type ReactNode, useRef } from "react";
import { useNavigate } from "react-router";
import { Button } from "../../ui/controls";
import { Bar } from "../Bar";
import { KitBits } from "./Bits";
import { KitFixings, KitScrews, KitTools } from "./KitLists";
import { Sets } from "./Sets";
import { DecimalSign } from "../../ui/DecimalSign";
import { useDecimal } from "../../lib/decimal";
import { useKit } from "./useKit";

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
  const lists = useLists();
  const [decimal, setDecimal] = useDecimal();
  const { kit, own, changed, putBack, faults, save, undo, undoOwn, bring } = useKit();
  if (!kit || !lists) return <main className="p-8 text-soft">Opening the van…</main>;
  return (
    <div className="h-full overflow-y-auto" data-scrolls>
      <Bar />
      <main className="mx-auto max-w-[1080px] px-5 py-6">
        <div className="flex flex-wrap items-baseline gap-x-5">
          <h1 className="flex-1 text-[26px] leading-tight font-bold">The van</h1>
          <button type="button" onClick={undo} className="min-h-9 text-[13px] underline max-sm:min-h-11">
            Undo
          </button>
          <button
            type="button"
            onClick={() => void navigate(-1)}
            className="min-h-9 text-[13px] underline max-sm:min-h-11"
          >
            Back
          </button>
        </div>
        <p className="mt-1 mb-4 max-w-[64ch] text-[15px]">
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
        <Sets kit={kit} lists={lists} save={save} />
        <div className="grid gap-x-10 gap-y-7 md:grid-cols-2">
          <KitFixings kit={kit} lists={lists} save={save} />
          <KitScrews kit={kit} lists={lists} save={save} />
          <KitBits kit={kit} lists={lists} save={save} />
          <section aria-label="Tools" className="border-t-2 border-ink pt-2">
            <KitTools kit={kit} lists={lists} save={save} />
            <h2 className="mt-6 mb-2 text-[17px] font-bold">As tables</h2>
            <div className="space-y-2">
              <CsvRow
                name="the van"
                href={`${BASE}/api/kit.csv?decimal=${decimal}`}
                onFile={(text) => void bring("kit", text)}
              />
              <CsvRow
                name="the fixings"
                href={`${BASE}/api/fixings.csv?decimal=${decimal}`}
                onFile={(text) => void bring("fixings", text)}
              >
                {own.length > 0 && <Button onClick={undoOwn}>Take the last reading back</Button>}
              </CsvRow>
              <DecimalSign value={decimal} onChange={setDecimal} />
            </div>
            {own.length > 0 && (
              <p className="mt-2 text-[13px] text-soft">
                Your own fixings: {own.join(", ")}. They compete in every job.
              </p>
            )}
            {changed.length > 0 && (
              <ul className="mt-2 text-[13px]" aria-label="Shipped fixings with your values">
                {changed.map((one) => (
                  <li key={one.key} className="flex items-center gap-2 border-b border-rule py-1">
                    <span className="min-w-0 flex-1">
                      {one.label} has your values, not those it came with.
                    </span>
                    <Button aria-label={`Put ${one.label} back`} onClick={() => putBack(one.key)}>
                      Put back
                    </Button>
                  </li>
                ))}
              </ul>
            )}
          </section>
        </div>
      </main>
    </div>
  );
}
