import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, Refused, type Schemas, unwrap } from "../api/client";
import { useTheme } from "../lib/theme";
import { refreshSites } from "../lib/refresh";
import { Button } from "../ui/controls";
import { INK, Mark } from "../ui/Mark";
import { EditSite, NewJob, NewSite, NewWall } from "./forms";
import { useRemoval } from "./useRemoval";

type SiteLine = Schemas["SiteLine"];

const WORDS: Record<string, string> = { metric: "millimetres", imperial: "inches" };

function SiteSection({ line, lists }: { line: SiteLine; lists: Schemas["Lists"] }) {
  const { removed, removeJob, removeWall, bringBack, refusal } = useRemoval();
  const region = lists.regions.find((one) => one.key === line.site.region)?.label ?? line.site.region;
  return (
    <section className="border-t-2 border-ink pt-3 pb-8" aria-label={line.site.name}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-[22px] font-bold">{line.site.name}</h2>
        <p className="text-[13px] text-soft">
          {region} · {WORDS[line.site.units]}
          {line.site.built_year ? ` · built ${line.site.built_year}` : ""}
        </p>
      </div>
      {line.site.note && <p className="max-w-prose text-[13px] text-soft">{line.site.note}</p>}
      <div className="mt-3 grid gap-x-10 gap-y-5 md:grid-cols-[1.5fr_1fr]">
        <div>
          <h3 className="mb-1 text-[13px] font-semibold text-soft">Jobs</h3>
          <ul>
            {line.jobs.map((job) => (
              <li key={job.id} className="flex border-b border-rule">
                <Link
                  to={`/jobs/${job.id}/set-out`}
                  className="grid min-w-0 flex-1 grid-cols-[22px_1fr] gap-x-2 py-2 hover:bg-wash max-sm:py-3"
                >
                  <span className={`pt-1 ${INK[job.word as keyof typeof INK]}`}>
                    <Mark severity={job.word as "ready"} size={15} />
                  </span>
                  <span className="min-w-0">
                    <span className="flex flex-wrap justify-between gap-x-3">
                      <strong className="text-[15px]">{job.title}</strong>
                      <span className={`text-[13px] font-semibold ${INK[job.word as keyof typeof INK]}`}>
                        {job.label}
                      </span>
                    </span>
                    <span className="block text-[12.5px] text-soft">
                      {job.wall}. {job.word === "ready" ? "" : job.sentence}
                    </span>
                  </span>
                </Link>
                <button
                  type="button"
                  aria-label={`Remove ${job.title}`}
                  className="px-3 text-[18px] text-soft hover:text-brick"
                  onClick={() => removeJob(job)}
                >
                  −
                </button>
              </li>
            ))}
          </ul>
          {removed && (
            <p role="status" className="py-2 text-[13px]">
              {removed.title} is removed.{" "}
              <button type="button" className="font-semibold text-chalk underline" onClick={bringBack}>
                Bring it back
              </button>
            </p>
          )}
          {line.jobs.length === 0 && (
            <p className="py-2 text-soft">
              {line.walls.length
                ? "No job yet. Say what you want to hang, and on which wall."
                : "No wall yet. Measure one, and say what it is built of."}
            </p>
          )}
          <div className="mt-3">
            {line.walls.length > 0 && <NewJob siteId={line.id} walls={line.walls} lists={lists} />}
          </div>
        </div>
        <div>
          <h3 className="mb-1 text-[13px] font-semibold text-soft">Walls</h3>
          <ul>
            {line.walls.map((wall) => (
              <li key={wall.id} className="flex border-b border-rule py-2">
                <span className="min-w-0 flex-1">
                  <strong className="text-[14px]">{wall.name}</strong>
                  <span className="block text-[12.5px] text-soft">
                    {wall.size_text} · {wall.build_up}
                  </span>
                </span>
                <button
                  type="button"
                  aria-label={`Remove ${wall.name}`}
                  className="px-3 text-[18px] text-soft hover:text-brick"
                  onClick={() => removeWall(wall.id)}
                >
                  −
                </button>
              </li>
            ))}
          </ul>
          {refusal && (
            <p role="alert" className="py-2 text-[13px] text-brick">
              {refusal}
            </p>
          )}
          <div className="mt-3 flex gap-2">
            <EditSite line={line} lists={lists} />
            <NewWall siteId={line.id} units={line.site.units} lists={lists} />
          </div>
        </div>
      </div>
    </section>
  );
}

/** All sites with their walls and jobs. */
export function HomePage() {
  const [theme, switchTheme] = useTheme();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const sites = useQuery({
    queryKey: ["sites"],
    queryFn: async () => unwrap(await client.GET("/api/sites")),
  });
  const lists = useQuery({
    queryKey: ["lists"],
    queryFn: async () => unwrap(await client.GET("/api/lists")),
    staleTime: Infinity,
  });

  const bring = async (chosen: File) => {
    try {
      const answer = await client.POST("/api/documents", {
        body: (await chosen.text()) as never,
        bodySerializer: (text: unknown) => text as string,
      });
      const made = unwrap(answer);
      setFaults([]);
      await refreshSites(queries);
      void navigate(`/jobs/${made.id}/set-out`);
    } catch (error) {
      setFaults(error instanceof Refused ? error.sentences : ["The file could not be read."]);
    }
  };

  return (
    <div className="h-full overflow-y-auto">
      <header className="flex h-[60px] items-center gap-3 bg-bar px-4 text-bar-ink">
        <img src="/mark.svg" alt="" className="size-8" />
        <h1 className="flex-1 text-[18px] font-bold">Rock Pin</h1>
        <Link
          to="/van"
          className="inline-flex min-h-11 items-center px-2 text-[13px] text-bar-soft hover:text-bar-ink"
        >
          The van
        </Link>
        <button
          type="button"
          onClick={switchTheme}
          className="min-h-11 px-2 text-[13px] text-bar-soft hover:text-bar-ink"
        >
          {theme === "light" ? "Dark paper" : "Light paper"}
        </button>
      </header>
      <main className="mx-auto max-w-[1080px] px-5 py-6">
        <div className="mb-6 flex flex-wrap items-end justify-between gap-4">
          <p className="max-w-[56ch] text-[15px]">
            What the wall is made of, what is hidden in it, what will hold, and where to drill. Planning
            values: local codes and licensed trades decide.
          </p>
          <div className="flex gap-2">
            <input
              ref={file}
              type="file"
              accept=".json,application/json"
              aria-label="Job document to bring in"
              className="sr-only"
              tabIndex={-1}
              onChange={(event) => {
                const chosen = event.target.files?.[0];
                if (chosen) void bring(chosen);
                event.target.value = "";
              }}
            />
            <Button onClick={() => file.current?.click()}>Bring in a job document</Button>
            {lists.data && <NewSite lists={lists.data} />}
          </div>
        </div>
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
        {sites.isError && (
          <p role="alert" className="text-brick">
            Rock Pin does not answer. Is it still running?
          </p>
        )}
        {sites.data?.length === 0 && (
          <p className="border-t-2 border-ink pt-4 text-soft">
            No site yet. A site is a building; it has walls, and on each wall the things that you hang. Start
            with New site.
          </p>
        )}
        {lists.data &&
          sites.data?.map((line) => <SiteSection key={line.id} line={line} lists={lists.data} />)}
      </main>
    </div>
  );
}
