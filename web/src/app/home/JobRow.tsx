import { useRef, useState } from "react";
import { Link } from "react-router";
import { ask, type Schemas } from "../../api/client";
import { INK, Mark } from "../../ui/Mark";
import { Menu, MenuItem } from "./Menu";
import { Rename } from "./Rename";
import { touchedOn } from "./touched";
import { useSeen } from "./useSeen";
import type { Shelves } from "./useShelves";

type Line = Schemas["JobLine"];
type Wall = Schemas["WallLine"];

function inkOf(word: Line["word"]): string {
  if (word === "not_worked_out") return "text-soft";
  return word === "unplannable" ? "text-brick" : INK[word];
}

function Sign({ word }: { word: Line["word"] }) {
  if (word === "not_worked_out") return <Mark severity="note" size={13} />;
  return <Mark severity={word === "unplannable" ? "do_not_drill" : word} size={13} />;
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
export function JobRow({ job, walls, shelves }: { job: Line; walls: readonly Wall[]; shelves: Shelves }) {
  const row = useRef<HTMLLIElement>(null);
  const [renaming, setRenaming] = useState(false);
  const line = useVerdict(job, useSeen(row));
  const next = line.word === "ready" ? "" : line.sentence;
  return (
    <li ref={row} className="flex items-start border-b border-rule">
      <Link
        to={`/jobs/${line.id}/set-out`}
        className="grid min-w-0 flex-1 grid-cols-[20px_1fr_auto] gap-x-2 py-1.5 hover:bg-wash max-sm:py-3"
      >
        <span className={`pt-0.5 ${inkOf(line.word)}`}>
          <Sign word={line.word} />
        </span>
        <span className="min-w-0">
          <strong className="text-[14px]">{line.title}</strong>
          {next && <span className="block text-[12.5px] leading-snug text-soft">{next}</span>}
        </span>
        <span className="text-right">
          <span className={`block text-[13px] font-semibold ${inkOf(line.word)}`}>{line.label}</span>
          <span className="block text-[11.5px] text-soft">{touchedOn(line.touched)}</span>
        </span>
      </Link>
      {line.word in INK && (
        <Link
          to={`/jobs/${line.id}/set-out?why`}
          aria-label={`Why: ${line.title}, ${line.label.toLowerCase()}`}
          className="px-2 py-2 text-[12px] text-soft underline hover:text-ink max-sm:py-4"
        >
          Why?
        </Link>
      )}
      <Menu label={`More about ${line.title}`}>
        <MenuItem onPress={() => setRenaming(true)}>Rename</MenuItem>
        <MenuItem onPress={() => shelves.copy(job)}>Copy</MenuItem>
        {walls
          .filter((wall) => wall.id !== job.wall_id)
          .slice(0, 6)
          .map((wall) => (
            <MenuItem key={wall.id} onPress={() => shelves.copy(job, wall.id)}>
              Copy onto {wall.name}
            </MenuItem>
          ))}
        {job.put_away ? (
          <MenuItem onPress={() => shelves.putBack(job)}>Put back</MenuItem>
        ) : (
          <MenuItem onPress={() => shelves.putAway(job)}>Put away</MenuItem>
        )}
        <MenuItem onPress={() => shelves.remove(job)}>Remove</MenuItem>
      </Menu>
      {renaming && (
        <Rename
          name={line.title}
          onName={(name) => shelves.rename(job, name)}
          onClose={() => setRenaming(false)}
        />
      )}
    </li>
  );
}
