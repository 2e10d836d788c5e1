import { useRef } from "react";
import { Link } from "react-router";
import { ask, type Schemas } from "../../api/client";
import { INK, Mark } from "../../ui/Mark";
import { useSeen } from "./useSeen";

type Line = Schemas["JobLine"];

function inkOf(word: Line["word"]): string {
  if (word === "not_worked_out") return "text-soft";
  return word === "unplannable" ? "text-brick" : INK[word];
}

function Sign({ word }: { word: Line["word"] }) {
  if (word === "not_worked_out") return <Mark severity="note" size={15} />;
  return <Mark severity={word === "unplannable" ? "do_not_drill" : word} size={15} />;
}

/** The line of a job, its verdict worked out once it is looked at where the list holds none of what stands there now. */
function useVerdict(job: Line, seen: boolean): Line {
  const wanted = job.word === "not_worked_out";
  const worked = ask.useQuery(
    "get",
    "/api/jobs/{job_id}/line",
    { params: { path: { job_id: job.id } } },
    { enabled: wanted && seen },
  );
  if (!wanted) return job;
  if (worked.data) return worked.data;
  return worked.isError ? { ...job, sentence: worked.error.title } : { ...job, label: "Being worked out…" };
}

/** One job in one line: its mark, its name and what is next. */
export function JobRow({ job, onRemove }: { job: Line; onRemove: () => void }) {
  const row = useRef<HTMLLIElement>(null);
  const line = useVerdict(job, useSeen(row));
  return (
    <li ref={row} className="flex border-b border-rule">
      <Link
        to={`/jobs/${line.id}/set-out`}
        className="grid min-w-0 flex-1 grid-cols-[22px_1fr] gap-x-2 py-2 hover:bg-wash max-sm:py-3"
      >
        <span className={`pt-1 ${inkOf(line.word)}`}>
          <Sign word={line.word} />
        </span>
        <span className="min-w-0">
          <span className="flex flex-wrap justify-between gap-x-3">
            <strong className="text-[15px]">{line.title}</strong>
            <span className={`text-[13px] font-semibold ${inkOf(line.word)}`}>{line.label}</span>
          </span>
          <span className="block text-[12.5px] text-soft">
            {line.wall}. {line.word === "ready" ? "" : line.sentence}
          </span>
        </span>
      </Link>
      <button
        type="button"
        aria-label={`Remove ${line.title}`}
        className="px-3 text-[12px] text-soft underline hover:text-brick"
        onClick={onRemove}
      >
        Remove
      </button>
    </li>
  );
}
