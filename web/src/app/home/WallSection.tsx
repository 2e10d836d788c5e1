import { useQueries } from "@tanstack/react-query";
import { useState } from "react";
import { ask, type Schemas } from "../../api/client";
import { JobRow } from "./JobRow";
import { Menu, MenuItem } from "./Menu";
import { Rename } from "./Rename";
import type { Shelves } from "./useShelves";
import { WallSmall } from "./WallSmall";

type Wall = Schemas["WallLine"];

type Job = Schemas["JobLine"];

/** The jobs with what their lines have worked out meanwhile: where they hang is known from then on. */
function useWorkedOut(jobs: readonly Job[]): Job[] {
  const lines = useQueries({
    queries: jobs.map((job) => ({
      ...ask.queryOptions("get", "/api/jobs/{job_id}/line", { params: { path: { job_id: job.id } } }),
      enabled: false,
    })),
  });
  return jobs.map((job, index) => (job.area ? job : (lines[index]?.data ?? job)));
}

/** One wall with its things: the picture, and under it a line for each job. */
export function WallSection({
  wall,
  jobs,
  walls,
  shelves,
}: {
  wall: Wall;
  jobs: readonly Job[];
  walls: readonly Wall[];
  shelves: Shelves;
}) {
  const [renaming, setRenaming] = useState(false);
  const drawn = useWorkedOut(jobs);
  return (
    <section aria-label={wall.name} className="min-w-0">
      <div className="flex items-baseline gap-2">
        <h3 className="text-[14px] font-bold">{wall.name}</h3>
        <p className="min-w-0 flex-1 truncate text-right text-[12.5px] text-soft" title={wall.build_up}>
          {wall.build_up}, {wall.size_text}
        </p>
        <Menu label={`More about ${wall.name}`}>
          <MenuItem onPress={() => setRenaming(true)}>Rename</MenuItem>
          <MenuItem onPress={() => shelves.copyWall(wall.id)}>Copy</MenuItem>
          <MenuItem onPress={() => shelves.removeWall(wall.id)}>Remove</MenuItem>
        </Menu>
      </div>
      {wall.face && <WallSmall name={wall.name} face={wall.face} jobs={drawn} />}
      <ul className="mt-1">
        {jobs.map((job) => (
          <JobRow key={job.id} job={job} walls={walls} shelves={shelves} />
        ))}
        {jobs.length === 0 && <li className="py-1.5 text-[13px] text-soft">Nothing on it yet.</li>}
      </ul>
      {renaming && (
        <Rename
          name={wall.name}
          onName={(name) => shelves.renameWall(wall.id, name)}
          onClose={() => setRenaming(false)}
        />
      )}
    </section>
  );
}
