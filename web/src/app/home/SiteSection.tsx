import { useState } from "react";
import { ask, type Lists, type Schemas } from "../../api/client";
import { JobRow } from "./JobRow";
import { NewJob } from "./NewJob";
import { NewWall } from "./NewWall";
import { EditSite } from "./SiteForms";
import { useRemoval } from "./useRemoval";

type SiteLine = Schemas["SiteLine"];

const WORDS: Record<string, string> = { metric: "millimetres", imperial: "inches" };

/** The jobs of a site that the list shows, or all of them once that was asked for. */
function useJobs(line: SiteLine) {
  const [all, setAll] = useState(false);
  const whole = ask.useQuery(
    "get",
    "/api/sites/{site_id}",
    { params: { path: { site_id: line.id } } },
    { enabled: all },
  );
  const jobs = all && whole.data ? whole.data.jobs : line.jobs;
  return { jobs, rest: line.jobs_in_all - jobs.length, showAll: () => setAll(true) };
}

/** One site: its jobs with their verdicts, and its walls. `found`: only those jobs that a search is for. */
export function SiteSection({ line, lists, found }: { line: SiteLine; lists: Lists; found: boolean }) {
  const { jobs, rest, showAll } = useJobs(line);
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
            {jobs.map((job) => (
              <JobRow key={job.id} job={job} onRemove={() => removeJob(job)} />
            ))}
          </ul>
          {rest > 0 && (
            <button
              type="button"
              className="min-h-11 text-[13px] font-semibold text-chalk underline"
              onClick={showAll}
            >
              Show all {line.jobs_in_all} jobs
            </button>
          )}
          {removed && (
            <p role="status" className="py-2 text-[13px]">
              {removed.title} is removed.{" "}
              <button type="button" className="font-semibold text-chalk underline" onClick={bringBack}>
                Bring it back
              </button>
            </p>
          )}
          {line.jobs.length === 0 && !found && (
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
                  className="px-3 text-[12px] text-soft underline hover:text-brick"
                  onClick={() => removeWall(wall.id)}
                >
                  Remove
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
