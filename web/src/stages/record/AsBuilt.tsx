import { useState } from "react";
import { measuredFrom } from "../../lib/measuredFrom";
import { Mark } from "../../ui/Mark";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { Button, Heading, Select } from "../../ui/controls";
import type { Editing } from "../../job/useWorkspace";

/** Distances from hole to hole as they came out, and whether the piece still goes on. */
export function AsBuilt({ editing }: { editing: Editing }) {
  const { job, site } = editing.data;
  const { holes, as_built: read } = editing.plan;
  const units = site.units;
  const [pair, setPair] = useState<[string, string]>(["", ""]);
  if (holes.length < 2) return null;
  const first = pair[0] || holes[0]?.id || "";
  // no tape is held straight round a corner: the other end is in the same wall
  const from = measuredFrom(editing.plan, holes.find((hole) => hole.id === first)?.x_mm ?? 0);
  const near = holes.filter((hole) => measuredFrom(editing.plan, hole.x_mm) === from);
  const second =
    near.find((hole) => hole.id === pair[1])?.id ?? near.find((hole) => hole.id !== first)?.id ?? "";
  const optionsOf = (some: typeof holes) => [
    { key: "", label: "hole…" },
    ...some.map((hole) => ({ key: hole.id, label: `hole ${hole.number}` })),
  ];
  const same = (one: { first: string; second: string }, a: string, b: string) =>
    (one.first === a && one.second === b) || (one.first === b && one.second === a);
  const measured = job.as_built.find((one) => same(one, first, second));
  const save = (distance_mm: number | null) =>
    editing.saveJob((latest) => {
      const others = latest.as_built.filter((one) => !same(one, first, second));
      return { as_built: distance_mm === null ? others : [...others, { first, second, distance_mm }] };
    }, "distance as built");
  const give = (part: { apart_mm?: number; together_mm?: number }) =>
    editing.saveFixture(() => part, "how far it gives");
  return (
    <section aria-label="As built" className="mt-5">
      <Heading aside="middle to middle">As they came out</Heading>
      <DraftScope of={`as built ${first} ${second}`}>
        <div className="grid grid-cols-3 items-end gap-2">
          {([0, 1] as const).map((place) => (
            <Select
              key={place}
              label={place === 0 ? "From" : "to"}
              value={place === 0 ? first : second}
              options={optionsOf(place === 0 ? holes : near)}
              onChange={(key) => setPair((now) => (place === 0 ? [key, now[1]] : [now[0], key]))}
            />
          ))}
          <Field
            label="measured"
            units={units}
            value={measured?.distance_mm ?? null}
            placeholder="not yet"
            clearable
            onCommit={(v: number | null) => save(v)}
          />
        </div>
      </DraftScope>
      <ul className="mt-2 text-[13px]" aria-label="Distances measured">
        {read.map((one) => (
          <li key={`${one.first} ${one.second}`} className="flex gap-2 border-b border-rule py-1.5">
            <span className={one.fits ? "pt-0.5 text-chalk" : "pt-0.5 text-ochre"}>
              <Mark severity={one.fits ? "ready" : "prove_first"} size={12} />
            </span>
            <span>{one.sentence}</span>
          </li>
        ))}
      </ul>
      <details className="mt-2">
        <summary className="min-h-6 text-[13px] text-soft">The piece gives a little</summary>
        <DraftScope of="give">
          <div className="mt-1 grid grid-cols-2 items-end gap-2">
            <Field
              label="can be pushed together by"
              units={units}
              value={job.fixture.together_mm}
              onCommit={(v: number) => give({ together_mm: v })}
            />
            <Field
              label="can be pulled apart by"
              units={units}
              value={job.fixture.apart_mm}
              onCommit={(v: number) => give({ apart_mm: v })}
            />
          </div>
        </DraftScope>
      </details>
      {measured && (
        <Button className="mt-2" onClick={() => void save(null).catch(() => undefined)}>
          Take this distance out
        </Button>
      )}
    </section>
  );
}
