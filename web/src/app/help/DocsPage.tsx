import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { callOf, type Operation, operationsOf, type Schema } from "./operations";
import { SearchField } from "../../ui/SearchField";
import { Bar } from "../Bar";

const INKS: Record<string, string> = { GET: "text-chalk", DELETE: "text-brick" };

/** One operation: what it does, what it takes, and a call that works on the demo site. */
function Described({ operation }: { operation: Operation }) {
  const { method, path, says, parameters } = operation;
  return (
    <li id={operation.name} className="border-b border-rule py-3">
      <h3 className="font-mono text-[14px] font-bold break-all">
        <span className={`mr-2 ${INKS[method] ?? "text-ochre"}`}>{method}</span>
        {path}
      </h3>
      <p className="mt-1 max-w-[80ch] text-[14px] whitespace-pre-line">{says}</p>
      {parameters.length > 0 && (
        <ul className="mt-1 text-[13px] text-soft" aria-label={`What ${operation.name} takes`}>
          {parameters.map((one) => (
            <li key={one.name}>
              <code className="text-ink">{one.name}</code> in the {one.in}
              {one.example !== undefined && (
                <>
                  , as <code className="text-ink">{String(one.example)}</code>
                </>
              )}
            </li>
          ))}
        </ul>
      )}
      <details className="mt-1">
        <summary className="min-h-9 cursor-pointer py-1 text-[13px] font-semibold">
          A call of {operation.name}
        </summary>
        <pre
          tabIndex={0}
          aria-label={`A call of ${operation.name}`}
          className="max-h-[320px] overflow-auto border border-rule bg-sheet p-2 text-[12.5px] whitespace-pre-wrap"
        >
          {callOf(operation, location.origin)}
        </pre>
      </details>
    </li>
  );
}

/** The web interface, for whoever lets a program of his own ask Rock Pin. */
export function DocsPage() {
  const [typed, setTyped] = useState("");
  const { data } = useQuery({
    queryKey: ["openapi"],
    queryFn: async () => operationsOf((await (await fetch("/openapi.json")).json()) as Schema),
    staleTime: Infinity,
  });
  useEffect(() => {
    document.title = "Web interface · Rock Pin";
  }, []);
  const word = typed.trim().toLowerCase();
  const shown = data?.filter((one) =>
    `${one.method} ${one.path} ${one.name} ${one.says}`.toLowerCase().includes(word),
  );
  const groups = [...new Set(shown?.map((one) => one.group))];
  return (
    <div className="h-full overflow-y-auto" data-scrolls>
      <Bar />
      <main className="mx-auto max-w-[980px] px-5 py-6 max-sm:px-3">
        <h1 className="text-[26px] leading-tight font-bold">The web interface</h1>
        <p className="mt-1 max-w-[76ch] text-[14px]">
          What this screen asks, a program of yours can ask too. Lengths are millimetres, masses kilograms,
          forces newtons. What changes something carries the header <code>x-rock-pin: 1</code>, and the
          revision that it was made from. All of it, with every field, is in{" "}
          <a href="/openapi.json" className="underline">
            openapi.json
          </a>
          ; words and keys are in the{" "}
          <Link to="/help" className="underline">
            help
          </Link>
          .
        </p>
        <SearchField label="Find an operation" value={typed} onChange={setTyped} />
        {!data && <p className="py-3 text-soft">Reading it…</p>}
        {shown?.length === 0 && <p className="py-3 text-soft">No operation of that name.</p>}
        {groups.map((group) => (
          <section key={group} aria-label={group} className="mt-6">
            <h2 className="border-b-2 border-ink pb-1 text-[19px] font-bold first-letter:uppercase">
              {group}
            </h2>
            <ul>
              {shown
                ?.filter((one) => one.group === group)
                .map((one) => (
                  <Described key={one.name} operation={one} />
                ))}
            </ul>
          </section>
        ))}
      </main>
    </div>
  );
}
