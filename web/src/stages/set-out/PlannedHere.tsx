import { usePlannedBeside } from "../../job/usePlannedBeside";
import type { Editing } from "../../job/useWorkspace";

/** What another job plans where this one would be in its way, or it in the way of this one. */
export function PlannedHere({ editing }: { editing: Editing }) {
  const said = usePlannedBeside(editing, "set-out").flatMap(({ id, says }) => (says ? [{ id, says }] : []));
  if (said.length === 0) return null;
  return (
    <ul
      aria-label="Planned here by other jobs"
      className="mb-2 space-y-1 border-l-2 border-dashed border-soft pl-2"
    >
      {said.map((one) => (
        <li key={one.id} className="text-[13px]">
          {one.says}
        </li>
      ))}
    </ul>
  );
}
