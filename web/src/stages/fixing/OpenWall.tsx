import { ask } from "../../api/client";
import type { Editing } from "../../job/useWorkspace";
import { Anew } from "../../ui/Anew";
import { ByWall } from "../../ui/ByWall";

/** Where nobody knows the wall: what would go in on each that it may be, until it is found out. */
export function OpenWall({ editing }: { editing: Editing }) {
  const { job_id } = editing.data;
  const query = ask.useQuery("get", "/api/jobs/{job_id}/by-wall", { params: { path: { job_id } } });
  return (
    <Anew busy={query.isFetching} says="Planning it on each wall that it may be…">
      {!query.isFetching && <ByWall walls={query.data ?? []} says="Find out which it is under Wall." />}
    </Anew>
  );
}
