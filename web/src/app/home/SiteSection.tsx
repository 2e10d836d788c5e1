import { Link } from "react-router";
import type { Lists, Schemas } from "../../api/client";
import { INK, Mark } from "../../ui/Mark";
import { NewJob } from "./NewJob";
import { NewWall } from "./NewWall";
import { EditSite } from "./SiteForms";
import { useRemoval } from "./useRemoval";

type SiteLine = Schemas["SiteLine"];

function inkOf(word: SiteLine["jobs"][number]["word"]): string {
  return word === "unplannable" ? "text-brick" : INK[word];
}

const WORDS: Record<string, string> = { metric: "millimetres", imperial: "inches" };

/** One job in one line: its mark, its name and what is next. */
function JobRow({ job, onRemove }: { job: SiteLine["jobs"][number]; onRemove: () => void }) {
  return (
    <li className="flex border-b border-rule">
      <Link
        to={`/jobs/${job.id}/set-out`}
        className="grid min-w-0 flex-1 grid-cols-[22px_1fr] gap-x-2 py-2 hover:bg-wash max-sm:py-3"
      >
        <span className={`pt-1 ${inkOf(job.word)}`}>
          <Mark severity={job.word === "unplannable" ? "do_not_drill" : job.word} size={15} />
        </span>
        <span className="min-w-0">
          <span className="flex flex-wrap justify-between gap-x-3">
            <strong className="text-[15px]">{job.title}</strong>
            <span className={`text-[13px] font-semibold ${inkOf(job.word)}`}>{job.label}</span>
          </span>
          <span className="block text-[12.5px] text-soft">
            {job.wall}. {job.word === "ready" ? "" : job.sentence}
          </span>
        </span>
      </Link>
      <button
        type="button"
        aria-label={`Remove ${job.title}`}
        className="px-3 text-[12px] text-soft underline hover:text-brick"
        onClick={onRemove}
      >
        Remove
      </button>
    </li>
  );
}

/** One site: its jobs with their verdicts, and its walls. */
export function SiteSection({ line, lists }: { line: SiteLine; lists: Lists }) {
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
              <JobRow key={job.id} job={job} onRemove={() => removeJob(job)} />
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
