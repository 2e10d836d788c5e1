import { useState } from "react";
import type { Wall } from "../../api/client";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { Button, Heading, Select } from "../../ui/controls";
import type { Editing } from "../../job/useWorkspace";

type Stairs = NonNullable<Wall["stairs"]>;

const WAYS = [
  { key: "steps", label: "By going and rise of a step" },
  { key: "points", label: "By two points of the nosing line" },
];

/** The nosing line of a flight in front of the wall: by a step's going and rise, or by two points of it. */
export function StairsFields({ editing }: { editing: Editing }) {
  const { stairs } = editing.data.wall.wall;
  const units = editing.data.site.units;
  const [way, setWay] = useState(stairs && stairs.steps === 1 ? "points" : "steps");
  const save = (next: Stairs | null, summary: string) => editing.saveWall({ stairs: next }, summary);
  if (!stairs) {
    return (
      <>
        <Heading>Stairs</Heading>
        <Button onClick={() => void save(editing.data.starts.stairs, "stairs added").catch(() => undefined)}>
          There is a flight of stairs
        </Button>
      </>
    );
  }
  const set = (part: Partial<Stairs>) => save({ ...stairs, ...part }, "stairs");
  const [width, height] = [stairs.going_mm * stairs.steps, stairs.rise_mm * stairs.steps];
  const field = (label: string, value: number, onCommit: (v: number) => Promise<void>) => (
    <Field label={label} units={units} value={value} onCommit={onCommit} />
  );
  return (
    <DraftScope of="stairs">
      <Heading>Stairs</Heading>
      <Select label="Its nosing line is told" value={way} options={WAYS} onChange={setWay} />
      <div className="mt-2 grid grid-cols-2 items-end gap-2">
        {field("First nosing, from the left end", stairs.x_mm, (v) => set({ x_mm: v }))}
        {field("and its height", stairs.y_mm, (v) => set({ y_mm: v }))}
        {way === "steps" ? (
          <>
            {field("Going of a step (minus: up to the left)", stairs.going_mm, (v) => set({ going_mm: v }))}
            {field("Rise of a step", stairs.rise_mm, (v) => set({ rise_mm: v }))}
            <Field
              label="Steps"
              kind="number"
              value={stairs.steps}
              onCommit={(v: number) => set({ steps: v })}
            />
          </>
        ) : (
          <>
            {field("Another nosing, from the left end", stairs.x_mm + width, (v) =>
              set({ going_mm: v - stairs.x_mm, rise_mm: height, steps: 1 }),
            )}
            {field("and its height there", stairs.y_mm + height, (v) =>
              set({ going_mm: width, rise_mm: v - stairs.y_mm, steps: 1 }),
            )}
          </>
        )}
      </div>
      <Button className="mt-2" onClick={() => void save(null, "no stairs").catch(() => undefined)}>
        No stairs here
      </Button>
    </DraftScope>
  );
}
