import { useSecondWall } from "./useSecondWall";
import type { Editing } from "./useWorkspace";
import { Button } from "../ui/controls";

/** Of a thing in a corner: that this stage is about the left wall, and the way to the one at its right. */
export function OtherWall({ editing }: { editing: Editing }) {
  const { second, describe } = useSecondWall(editing);
  if (!second) return null;
  return (
    <section aria-label="The other wall" className="mb-4 border-l-4 border-rule pl-2 text-[13px]">
      <p className="mb-2">
        What stands below is about {editing.data.wall.wall.name}. At its right stands {second.name}.
      </p>
      <Button onClick={() => void describe(second.id).catch(() => undefined)}>
        Describe that wall, with a job of its own
      </Button>
    </section>
  );
}
