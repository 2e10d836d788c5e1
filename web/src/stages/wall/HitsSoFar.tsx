import type { Wall } from "../../api/client";
import type { StageProps } from "../../job/stage";
import { showLength } from "../../lib/units";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { OffPhoto } from "../../ui/OffPhoto";
import { Heading } from "../../ui/controls";

type Hit = Wall["hits"][number];

/** Every hit, where it was, whether a stud explains it. */
export function HitsSoFar({
  editing,
  lists,
  framed,
}: Pick<StageProps, "editing" | "lists"> & { framed: boolean }) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const { hits, only_face, wood_past_mm } = editing.plan.framing;
  const studs = new Map(hits.map((hit) => [hit.id, hit.stud]));
  const set = (id: string, part: Partial<Hit>, summary: string) =>
    editing.saveWall({ hits: wall.hits.map((one) => (one.id === id ? { ...one, ...part } : one)) }, summary);
  const whatItIs = (hit: Hit) => {
    if (hit.kind === "pin_void") return "no stud here";
    if (only_face.includes(hit.id)) return "no stud yet: how deep was it still in wood?";
    if (studs.get(hit.id)) return "on a stud";
    return framed ? "no stud explains it" : `${showLength(hit.y_mm, units)} up`;
  };
  if (!wall.hits.length) return null;
  return (
    <>
      <Heading>Hits so far</Heading>
      <ul className="space-y-2" aria-label="Hits so far">
        {wall.hits.map((hit) => (
          <li key={hit.id} className="grid grid-cols-[1fr_84px_84px_auto] items-end gap-2">
            <DraftScope of={hit.id}>
              <span className="self-center text-[13px] leading-tight">
                {lists.hits.find((one) => one.kind === hit.kind)?.label}
                <span className="block text-[12px] text-soft">{whatItIs(hit)}</span>
              </span>
              <Field
                label="from left"
                units={units}
                value={hit.x_mm}
                onCommit={(v) => set(hit.id, { x_mm: v, sigma_mm: 0 }, "hit moved")}
              />
              {hit.kind === "pin_wood" && wood_past_mm != null ? (
                <Field
                  label="wood down to"
                  units={units}
                  value={hit.depth_mm}
                  clearable
                  onCommit={(v) => set(hit.id, { depth_mm: v }, "how deep the wood went")}
                />
              ) : hit.kind === "detector_edges" ? (
                <Field
                  label="edges apart"
                  units={units}
                  value={hit.width_mm}
                  clearable
                  onCommit={(v) => set(hit.id, { width_mm: v }, "width of the stud")}
                />
              ) : (
                <Field
                  label="from floor"
                  units={units}
                  value={hit.y_mm}
                  onCommit={(v) => set(hit.id, { y_mm: v }, "hit moved")}
                />
              )}
              <button
                type="button"
                aria-label={`Strike out the hit at ${showLength(hit.x_mm, units)}`}
                className="h-9 px-2 text-[12px] underline text-soft hover:text-brick"
                onClick={() =>
                  void editing.saveWall(
                    { hits: wall.hits.filter((one) => one.id !== hit.id) },
                    "hit struck out",
                  )
                }
              >
                Out
              </button>
              <div className="col-span-4">
                <OffPhoto
                  plan={editing.plan}
                  of="hits"
                  id={hit.id}
                  onMeasured={() => void set(hit.id, { sigma_mm: 0 }, "hit measured")}
                />
              </div>
            </DraftScope>
          </li>
        ))}
      </ul>
    </>
  );
}
