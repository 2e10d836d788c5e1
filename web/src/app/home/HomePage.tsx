import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, OWN, refusalOf, Refused, type Schemas, unwrap } from "../../api/client";
import { refreshSites, useLists } from "../../api/queries";
import { Button } from "../../ui/controls";
import { QUESTIONS } from "../ask/questions";
import { Bar } from "../Bar";
import { NewSite } from "./SiteForms";
import { SiteList } from "./SiteList";

/** The questions, usable before anything exists. */
function Questions() {
  return (
    <nav
      aria-label="Ask one thing"
      className="mb-6 grid border-2 border-ink bg-sheet sm:grid-cols-2 lg:grid-cols-3"
    >
      {QUESTIONS.map((one) => (
        <Link
          key={one.key}
          to={`/ask/${one.key}`}
          className="-mr-px -mb-px border-r border-b border-rule px-4 py-2.5 hover:bg-chalk-wash"
        >
          <strong className="block text-[16px] leading-tight">{one.label}</strong>
          <span className="text-[13px] text-soft">{one.says}</span>
        </Link>
      ))}
    </nav>
  );
}

/** A site, or everything, that was saved as one file; how many documents came in. */
async function bringWhole(chosen: File): Promise<number> {
  const headers = { ...OWN, "content-type": "application/zip" };
  const response = await fetch("/api/everything", { method: "POST", headers, body: chosen });
  if (!response.ok) throw await refusalOf(response);
  return ((await response.json()) as Schemas["BroughtIn"]).documents;
}

/** The questions first; under them all sites with their walls and jobs. */
export function HomePage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const [cameIn, setCameIn] = useState("");
  const [fresh, setFresh] = useState("");
  const lists = useLists();
  useEffect(() => {
    document.title = "Rock Pin";
  }, []);

  const bring = async (chosen: File) => {
    setCameIn("");
    try {
      if (chosen.name.endsWith(".zip")) {
        const count = await bringWhole(chosen);
        await refreshSites(queries);
        setFaults([]);
        setCameIn(`Brought in: ${count} sites, walls and jobs, each with its history.`);
        return;
      }
      const answer = await client.POST("/api/documents", {
        body: (await chosen.text()) as never,
        bodySerializer: (text: unknown) => text as string,
      });
      const made = unwrap(answer);
      setFaults([]);
      await refreshSites(queries);
      void navigate(`/jobs/${made.id}/set-out`);
    } catch (error) {
      setFaults(error instanceof Refused ? error.tell() : ["The file could not be read."]);
    }
  };

  return (
    <div className="h-full overflow-y-auto" data-scrolls>
      <Bar />
      <main className="mx-auto max-w-[1160px] px-5 py-5 max-sm:px-3">
        <h1 className="sr-only">Rock Pin</h1>
        <Questions />
        {lists && <SiteList lists={lists} fresh={fresh} />}
        {faults.length > 0 && (
          <div role="alert" className="mb-6 border-l-4 border-brick bg-brick-wash p-3 text-[13px]">
            <strong>Nothing was brought in.</strong>
            <ul>
              {faults.map((fault) => (
                <li key={fault}>{fault}</li>
              ))}
            </ul>
          </div>
        )}
        {cameIn && (
          <p role="status" className="pb-2 text-[13px]">
            {cameIn}
          </p>
        )}
        <div className="flex flex-wrap items-center gap-2 border-t border-rule pt-4">
          {lists && <NewSite lists={lists} onMade={setFresh} />}
          <input
            ref={file}
            type="file"
            accept=".json,.zip,application/json,application/zip"
            aria-label="Job, site or everything to bring in"
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              if (chosen) void bring(chosen);
              event.target.value = "";
            }}
          />
          <Button onClick={() => file.current?.click()}>Bring in what was saved</Button>
          <a
            href="/api/everything.zip"
            download
            className="inline-flex min-h-9 items-center rounded-sm border border-rule px-3 text-[13px] font-semibold hover:bg-wash max-sm:min-h-12"
          >
            Save everything
          </a>
          <p className="text-[12.5px] text-soft">Planning values: local codes and licensed trades decide.</p>
        </div>
      </main>
    </div>
  );
}
