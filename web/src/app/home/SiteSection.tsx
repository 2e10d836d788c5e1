import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { useLists } from "../../api/queries";
import { ask, type Lists, type Schemas } from "../../api/client";
import type { Where } from "../ask/useAsked";
import { JobRow } from "./JobRow";
import { NewJob } from "./NewJob";
import { NewWall } from "./NewWall";
import { EditSite } from "./SiteForms";
import { touchedOn } from "./touched";
import { useShelves } from "./useShelves";
import { WallSection } from "./WallSection";

type SiteLine = Schemas["SiteLine"];

const WORDS: Record<string, string> = { metric: "millimetres", imperial: "inches" };
const FOLDED = "rock-pin-folded";

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

function folded(): string[] {
  try {
    return JSON.parse(localStorage.getItem(FOLDED) ?? "[]") as string[];
  } catch {
    return [];
  }
}

/** Whether a site is folded, kept in this browser. */
function useFold(id: string): [boolean, () => void] {
  const [shut, setShut] = useState(() => folded().includes(id));
  const turn = () => {
    const others = folded().filter((one) => one !== id);
    localStorage.setItem(FOLDED, JSON.stringify(shut ? others : [...others, id]));
    setShut(!shut);
  };
  return [shut, turn];
}

function countsOf(line: SiteLine): string {
  const walls = `${line.walls.length} ${line.walls.length === 1 ? "wall" : "walls"}`;
  const jobs = `${line.jobs_in_all} ${line.jobs_in_all === 1 ? "job" : "jobs"}`;
  return `${walls} · ${jobs} · last touched ${touchedOn(line.touched)}`;
}

/** What asking takes over from a site. */
const whereOf = ({ id, site }: SiteLine): Where => ({
  id,
  region: site.region,
  units: site.units,
  built_year: site.built_year ?? null,
});

/** What is to be looked at once it is there: it comes into view and has the keyboard. */
function useLookAt(wanted: boolean) {
  const head = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    if (!wanted) return;
    head.current?.scrollIntoView({ block: "start" });
    head.current?.focus({ preventScroll: true });
  }, [wanted]);
  return head;
}

/**
 * One site: its walls drawn with their things. `narrowed`: only those jobs that are looked for; `fresh`: it was just
 * made.
 */
export function SiteSection({
  line,
  lists: anywhere,
  narrowed,
  fresh,
}: {
  line: SiteLine;
  lists: Lists;
  narrowed: boolean;
  fresh: boolean;
}) {
  const head = useLookAt(fresh);
  const lists = useLists(line.site.region) ?? anywhere;
  const { jobs, rest, showAll } = useJobs(line);
  const shelves = useShelves();
  const [shut, turn] = useFold(line.id);
  const region = lists.regions.find((one) => one.key === line.site.region)?.label ?? line.site.region;
  const walls = line.walls.filter((wall) => !narrowed || jobs.some((job) => job.wall_id === wall.id));
  const elsewhere = jobs.filter((job) => !line.walls.some((wall) => wall.id === job.wall_id));
  return (
    <section className="pb-9" aria-label={line.site.name}>
      <div className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-2">
        <h2 ref={head} tabIndex={-1} className="scroll-mt-3 text-[22px] leading-tight font-bold">
          {line.site.name}
        </h2>
        <p className="text-[13px] text-soft">{countsOf(line)}</p>
        <span className="flex-1" />
        <Link
          to="/ask/goes-in"
          state={{ site: whereOf(line) }}
          className="inline-flex min-h-9 items-center text-[14px] font-bold text-chalk max-sm:min-h-11"
        >
          Start a job
        </Link>
        <button
          type="button"
          aria-expanded={!shut}
          onClick={turn}
          className="min-h-9 text-[13px] text-soft underline max-sm:min-h-11"
        >
          {shut ? "Unfold" : "Fold"}
        </button>
      </div>
      {!shut && (
        <>
          <p className="mt-1.5 text-[12.5px] text-soft">
            {region} · {WORDS[line.site.units]}
            {line.site.built_year ? ` · built ${line.site.built_year}` : ""}
            {line.site.note && ` · ${line.site.note}`}
          </p>
          <div className="mt-3 grid gap-x-10 gap-y-7 md:grid-cols-2">
            {walls.map((wall) => (
              <WallSection
                key={wall.id}
                wall={wall}
                jobs={jobs.filter((job) => job.wall_id === wall.id)}
                walls={line.walls}
                shelves={shelves}
              />
            ))}
          </div>
          {elsewhere.length > 0 && (
            <ul className="mt-4">
              {elsewhere.map((job) => (
                <JobRow key={job.id} job={job} walls={line.walls} shelves={shelves} />
              ))}
            </ul>
          )}
          {rest > 0 && (
            <button
              type="button"
              className="min-h-11 text-[13px] font-semibold text-chalk underline"
              onClick={showAll}
            >
              Show all {line.jobs_in_all} jobs
            </button>
          )}
          {shelves.gone && (
            <p role="status" className="py-2 text-[13px]">
              {shelves.gone.title} {shelves.gone.how}.{" "}
              <button
                type="button"
                className="min-h-6 font-semibold text-chalk underline"
                onClick={shelves.gone.back}
              >
                Bring it back
              </button>
            </p>
          )}
          {shelves.refusal && (
            <p role="alert" className="py-2 text-[13px] text-brick">
              {shelves.refusal}
            </p>
          )}
          {line.walls.length === 0 && !narrowed && (
            <p className="py-2 text-soft">No wall yet. Measure one, and say what it is built of.</p>
          )}
          <div className="mt-4 flex flex-wrap gap-2">
            {line.walls.length > 0 && <NewJob siteId={line.id} walls={line.walls} lists={lists} />}
            <NewWall siteId={line.id} units={line.site.units} lists={lists} />
            <EditSite line={line} lists={lists} />
            <a
              href={`/api/sites/${line.id}/whole.zip`}
              download
              className="inline-flex min-h-9 items-center rounded-sm border border-rule px-3 text-[13px] font-semibold hover:bg-wash max-sm:min-h-12"
            >
              Save the site
            </a>
          </div>
        </>
      )}
    </section>
  );
}
