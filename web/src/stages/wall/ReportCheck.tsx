import { useEffect, useRef, useState } from "react";
import { client, type Lists, Refused, type Schemas, unwrap, type Wall } from "../../api/client";
import { freeId } from "../../lib/ids";
import { today } from "../../lib/today";
import { showLength } from "../../lib/units";
import { Field } from "../../ui/Field";
import { Button, Heading } from "../../ui/controls";
import { usePractice } from "../../job/usePractice";
import type { StageProps } from "../../job/stage";
import { CheckHint } from "./CheckHint";
import { ProbeForm } from "./ProbeForm";
import { Said } from "../../ui/Said";
import { inside } from "../../lib/inside";

type Evidence = Wall["evidence"][number];
type Check = Lists["checks"][number];
type Spot = { x_mm: number; y_mm: number };

const MARKS: Record<Schemas["Mark"], string> = {
  none: "Leaves no mark.",
  pinprick: "Leaves a pinprick: do it where the fixture will cover it.",
  hole: "Leaves a small hole: do it where the fixture will cover it.",
};

/** Report what was done and seen: choose the check, tap where, choose what came of it. */
export function ReportCheck({
  editing,
  lists,
  setPlacing,
  check,
  onCheck,
}: Pick<StageProps, "editing" | "lists" | "setPlacing"> & {
  check: string | null;
  onCheck: (check: string | null) => void;
}) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const [spot, setSpot] = useState<Spot | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [said, setSaid] = useState<{ check: string; says: string; outcome: string | null } | null>(null);
  const practice = usePractice(editing.data.job_id);
  const row = lists.checks.find((one) => one.key === check);
  const sheet = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (check) sheet.current?.scrollIntoView({ block: "nearest" });
  }, [check]);

  const close = () => {
    setPlacing(null);
    setSpot(null);
    setFault(null);
    onCheck(null);
  };
  const save = async (part: Partial<Evidence>) => {
    if (!row) return;
    const taken = wall.evidence.map((one) => one.id);
    const fresh: Evidence = {
      id: freeId(row.key.replaceAll("_", "-"), taken),
      check: row.key,
      outcome: null,
      x_mm: spot?.x_mm ?? null,
      y_mm: spot?.y_mm ?? null,
      value_mm: null,
      probe: null,
      day: today(),
      note: "",
      ...part,
    };
    try {
      await editing.saveWall({ evidence: [...wall.evidence, fresh] }, `${inside(row.label)} reported`);
      close();
    } catch (error) {
      setFault(
        error instanceof Refused ? error.tell().join(" ") : "It could not be saved; is Rock Pin running?",
      );
    }
  };

  const doIt = async () => {
    if (!row || !practice) return;
    try {
      let came = { says: "", outcome: null as string | null };
      await editing.ask(async (now) => {
        came = await practice.check(row.key, spot);
        return unwrap(await client.GET("/api/jobs/{job_id}", { params: { path: { job_id: now.job_id } } }));
      });
      close();
      setSaid({ check: row.key, ...came });
    } catch (error) {
      setFault(
        error instanceof Refused ? error.tell().join(" ") : "It could not be done; is Rock Pin running?",
      );
    }
  };

  return (
    <>
      <Heading aside="done at the wall">{practice ? "Do a check" : "Report a check"}</Heading>
      {said && (
        <div className="mb-2 flex items-center gap-3 border-l-4 border-chalk pl-2">
          {said.outcome && <CheckHint check={said.check} outcome={said.outcome} />}
          <p role="status" className="text-[14px] font-semibold">
            {said.says}
          </p>
        </div>
      )}
      {!row && (
        <div className="grid grid-cols-3 gap-1.5" role="group" aria-label="Checks">
          {lists.checks.map((one) => (
            <button
              key={one.key}
              type="button"
              onClick={() => onCheck(one.key)}
              className="min-h-11 border border-rule px-1.5 py-1 text-[12.5px] leading-tight hover:bg-wash max-sm:min-h-14 max-sm:text-[14px]"
            >
              {one.label}
              {wall.evidence.some((done) => done.check === one.key) && (
                <span className="block text-[11px] text-soft">done</span>
              )}
            </button>
          ))}
        </div>
      )}
      {row && (
        <div ref={sheet} className="border-t-[3px] border-chalk bg-wash p-3">
          <h4 className="text-[15px] font-bold">{row.label}</h4>
          <p className="mt-0.5 text-[13px]">
            <Said>{row.how}</Said>
          </p>
          <p className="text-[12px] text-soft">{MARKS[row.mark]}</p>
          <WhyNot plan={editing.plan} check={row.key} />
          <div className="mt-2 flex items-center gap-2">
            <Button
              look="open"
              onClick={() =>
                setPlacing({
                  label: `Tap where you did it: ${inside(row.label)}`,
                  onPlace: (x, y) => {
                    setPlacing(null);
                    setSpot({ x_mm: x, y_mm: y });
                  },
                })
              }
            >
              {spot ? "Move the place" : "Tap where, on the wall"}
            </Button>
            <span className="text-[12px] text-soft">
              {spot
                ? `${showLength(spot.x_mm, units)} from the left, ${showLength(spot.y_mm, units)} up`
                : "Left out: the wall as a whole."}
            </span>
          </div>
          {practice ? (
            <Button look="solid" className="mt-3 w-full" onClick={() => void doIt()}>
              Do it, here on the practice wall
            </Button>
          ) : (
            <Outcomes row={row} units={units} lists={lists} onSave={save} />
          )}
          {fault && (
            <p role="alert" className="mt-2 text-[13px] font-medium text-brick">
              {fault}
            </p>
          )}
          <Button className="mt-2 w-full" onClick={close}>
            Another check
          </Button>
        </div>
      )}
    </>
  );
}

function WhyNot({ plan, check }: { plan: StageProps["editing"]["plan"]; check: string }) {
  const why = plan.advice.options.find((one) => one.check === check)?.why_not;
  if (!why) return null;
  return (
    <p className="mt-1 border-l-4 border-ochre pl-2 text-[13px] font-semibold text-ochre">
      Not here yet. {why}
    </p>
  );
}

function Outcomes({
  row,
  units,
  lists,
  onSave,
}: {
  row: Check;
  units: Schemas["UnitSystem"];
  lists: Lists;
  onSave: (part: Partial<Evidence>) => Promise<void>;
}) {
  if (row.form === "probe")
    return <ProbeForm units={units} lists={lists} onSave={(probe) => onSave({ probe })} />;
  if (row.form === "measure") {
    return (
      <div className="mt-2">
        <Field
          label="What you measured, from face to face"
          units={units}
          value={null}
          onCommit={(v) => onSave({ value_mm: v })}
        />
      </div>
    );
  }
  return (
    <ul className="mt-2 space-y-1" aria-label="What came of it">
      {row.outcomes.map((outcome) => (
        <li key={outcome.key}>
          <button
            type="button"
            onClick={() => void onSave({ outcome: outcome.key })}
            className="flex w-full items-center gap-3 border border-rule bg-sheet p-1.5 text-left hover:border-chalk max-sm:min-h-14"
          >
            <CheckHint check={row.key} outcome={outcome.key} />
            <span className="text-[13px] leading-tight">
              <strong className="block">{outcome.label}</strong>
              <span className="text-soft">{outcome.says}</span>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** The checks that count, each to be struck out. */
export function ChecksDone({ editing }: Pick<StageProps, "editing">) {
  const { wall } = editing.data.wall;
  const texts = new Map(
    editing.plan.belief.hypotheses.flatMap((one) =>
      one.witnesses.map((witness) => [witness.evidence, witness.text]),
    ),
  );
  if (!wall.evidence.length) return null;
  return (
    <>
      <Heading>What was checked</Heading>
      <ul aria-label="Checks done">
        {wall.evidence.map((one) => (
          <li
            key={one.id}
            className="flex items-center justify-between gap-2 border-b border-rule py-1 text-[13px]"
          >
            <span>{texts.get(one.id) ?? one.check}</span>
            <button
              type="button"
              aria-label={`Strike out ${texts.get(one.id) ?? one.check}`}
              className="h-9 px-2 text-[12px] underline text-soft hover:text-brick"
              onClick={() =>
                void editing.saveWall(
                  { evidence: wall.evidence.filter((other) => other.id !== one.id) },
                  "check struck out",
                )
              }
            >
              Out
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
