import { useState } from "react";
import { type HolePlan, type Job, Refused } from "../../api/client";
import { freeId } from "../../lib/ids";
import { today } from "../../lib/today";
import { inputForce } from "../../lib/units";
import { Field } from "../../ui/Field";
import { Button, Select } from "../../ui/controls";
import type { Editing } from "../../job/useWorkspace";
import { type Pulled, usePull } from "./usePull";
import { inside } from "../../lib/inside";

type Test = Job["pull_tests"][number];

const ENDS: readonly { key: Test["ended"]; label: string }[] = [
  { key: "held", label: "It held" },
  { key: "moved", label: "It moved" },
  { key: "failed", label: "It came out" },
];

/** The load as it rises, against how far the head has come. */
function Curve({
  readings,
  target_n,
  moved_mm,
}: {
  readings: readonly Pulled[];
  target_n: number;
  moved_mm: number;
}) {
  const [width, height] = [320, 110];
  const last = readings.at(-1);
  // a quarter of the width is what counts as moved
  const line = width / 4;
  const points = readings
    .map(
      (one) =>
        `${Math.min(width, (one.movement_mm / moved_mm) * line)},${height - (one.load_n / target_n) * (height - 8)}`,
    )
    .join(" ");
  return (
    <figure
      ref={(node) => node?.scrollIntoView({ block: "nearest" })}
      className="mt-2 border border-rule p-2"
      aria-label="Pull gauge"
    >
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="w-full"
        role="img"
        aria-label="Load against movement"
      >
        <path d={`M0 8H${width}`} stroke="var(--ink)" strokeDasharray="4 4" />
        <path d={`M${line} 0V${height}`} stroke="var(--soft)" strokeDasharray="2 4" />
        <polyline points={`0,${height} ${points}`} fill="none" stroke="var(--chalk)" strokeWidth="2.4" />
        <text x={line + 4} y={height - 4} fontSize="11" fill="var(--soft)">
          {moved_mm} mm
        </text>
      </svg>
      <figcaption className="text-[13px]">
        <strong className="text-[22px]">{Math.round(last?.load_n ?? 0)} N</strong> of {Math.round(target_n)}{" "}
        N, {(last?.movement_mm ?? 0).toFixed(2)} mm out
      </figcaption>
    </figure>
  );
}

/** Pulls with the gauge on the chosen fixing: with the stand-in gauge of a practice wall, or as read off one's own. */
export function PullTests({ editing, hole }: { editing: Editing; hole: HolePlan }) {
  const { job, site, job_id } = editing.data;
  const units = site.units;
  const fixing = hole.chosen;
  const { live, pull } = usePull(job_id);
  const [target, setTarget] = useState<number | null>(null);
  const [load, setLoad] = useState<number | null>(null);
  const [ended, setEnded] = useState<Test["ended"]>("held");
  const [fault, setFault] = useState<string | null>(null);
  if (!fixing || !hole.working) return null;
  const wanted = target ?? hole.working.proof_n;
  const tests = job.pull_tests.filter((one) => one.fixing === fixing);

  const keep = (load_n: number, how: Test["ended"], read_by: Test["read_by"]) =>
    editing.saveJob((latest) => {
      const id = freeId(
        "pull",
        latest.pull_tests.map((one) => one.id),
      );
      const fresh: Test = { id, fixing, hole_id: null, day: today(), load_n, ended: how, read_by, note: "" };
      return { pull_tests: [...latest.pull_tests, fresh] };
    }, "pull test entered");
  const run = async () => {
    setFault(null);
    try {
      const end = await pull(fixing, wanted);
      await keep(end.load_n, end.ended, "stand_in");
    } catch (error) {
      setFault(error instanceof Refused ? error.tell().join(" ") : "The gauge does not answer.");
    }
  };

  return (
    <details className="mt-4 border-t border-rule pt-2" open={tests.length > 0}>
      <summary className="min-h-6 text-[14px] font-bold">Pull it and see</summary>
      <p className="mt-1 text-[12.5px] text-soft">{hole.working.proof_says}</p>
      <div className="mt-2 grid grid-cols-[1fr_auto] items-end gap-2">
        <Field
          label="Pull up to"
          kind="force"
          units={units}
          value={wanted}
          onCommit={(v: number) => {
            setTarget(v);
            return Promise.resolve();
          }}
        />
        {editing.plan.practice && (
          <Button look="open" disabled={live !== null} onClick={() => void run()}>
            Run the stand-in gauge
          </Button>
        )}
      </div>
      {live && <Curve readings={live} target_n={wanted} moved_mm={hole.working.proof_moved_mm} />}
      <div className="mt-2 grid grid-cols-[1fr_1fr_auto] items-end gap-2">
        <Field
          label="Read off your own"
          kind="force"
          units={units}
          value={load}
          clearable
          placeholder="greatest load"
          onCommit={(v: number | null) => {
            setLoad(v);
            return Promise.resolve();
          }}
        />
        <Select
          label="How it ended"
          value={ended}
          options={ENDS}
          onChange={(key) => setEnded(key as Test["ended"])}
        />
        <Button
          disabled={load === null}
          onClick={() => {
            if (load !== null)
              void keep(load, ended, "instrument").then(
                () => setLoad(null),
                () => undefined,
              );
          }}
        >
          Enter
        </Button>
      </div>
      {fault && (
        <p role="alert" className="mt-2 text-[13px] text-brick">
          {fault}
        </p>
      )}
      <ol className="mt-2 text-[13px]" aria-label="Pull tests">
        {tests.map((one) => (
          <li key={one.id} className="flex items-center justify-between border-b border-rule">
            <span>
              <strong>{inputForce(one.load_n, units)}</strong>,{" "}
              {inside(ENDS.find((end) => end.key === one.ended)?.label)}
            </span>
            <button
              type="button"
              aria-label={`Take the pull of ${inputForce(one.load_n, units)} out`}
              className="h-9 px-2 text-[12px] underline text-soft hover:text-brick"
              onClick={() =>
                void editing.saveJob(
                  (latest) => ({ pull_tests: latest.pull_tests.filter((other) => other.id !== one.id) }),
                  "pull test taken out",
                )
              }
            >
              Out
            </button>
          </li>
        ))}
      </ol>
    </details>
  );
}
