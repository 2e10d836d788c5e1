import { useState } from "react";
import { type HolePlan, type Lists, Refused, type Schemas, type Units } from "../../api/client";
import { AnswerDrawing } from "../../ui/AnswerDrawing";
import type { Happening } from "../../job/useOutbox";
import { today } from "../../lib/today";
import { whoIAm } from "../../job/useOutbox";
import { Button, Heading, Select } from "../../ui/controls";
import { read } from "../../ui/Field";

type Outcome = Lists["outcomes"][number];
type When = Outcome["when"];

interface Props {
  holes: readonly HolePlan[];
  start: string;
  lists: Lists;
  units: Units;
  phase: When;
  happen: Happening["happen"];
  onSaid: (hole: string, stops: boolean) => void;
  onBack: () => void;
}

const WHENS: readonly When[] = ["drilling", "setting", "turning"];
const CALLED: Record<When, string> = {
  drilling: "While drilling",
  setting: "While setting it",
  turning: "While turning the screw",
};

/** What a hole answered, in plain words with a small drawing each, and what is worth measuring of it. */
export function Different({ holes, start, lists, units, phase, happen, onSaid, onBack }: Props) {
  const [holeId, setHole] = useState(start);
  const [picked, setPicked] = useState<Outcome | null>(null);
  const hole = holes.find((one) => one.id === holeId) ?? holes[0];
  if (!hole) return null;
  if (picked) {
    return (
      <Measured
        outcome={picked}
        hole={hole}
        lists={lists}
        units={units}
        onBack={() => setPicked(null)}
        onSay={async (report) => {
          await happen({
            kind: "report",
            hole_id: hole.id,
            report: {
              ...report,
              outcome: picked.key,
              day: today(),
              at: new Date().toISOString(),
              who: whoIAm(),
            },
          });
          onSaid(hole.id, picked.stops);
        }}
      />
    );
  }
  const order = [phase, ...WHENS.filter((one) => one !== phase)];
  return (
    <div>
      <h1 className="text-[22px] leading-tight font-bold">What was different?</h1>
      {holes.length > 1 && (
        <div className="mt-3">
          <Select
            label="At which hole"
            value={hole.id}
            options={holes.map((one) => ({ key: one.id, label: `Hole ${one.number}` }))}
            onChange={setHole}
          />
        </div>
      )}
      {order.map((when) => {
        const rows = lists.outcomes.filter(
          (row) => row.when === when && row.key !== "as_planned" && hole.answers.includes(row.key),
        );
        if (!rows.length) return null;
        return (
          <section key={when} className="mt-4">
            <Heading>{CALLED[when]}</Heading>
            <ul className="grid gap-1 sm:grid-cols-2">
              {rows.map((row) => (
                <li key={row.key}>
                  <button
                    type="button"
                    onClick={() => setPicked(row)}
                    className={`flex min-h-16 w-full items-center gap-3 border px-2 py-1 text-left ${
                      row.stops ? "border-brick" : "border-rule hover:bg-wash"
                    }`}
                  >
                    <AnswerDrawing outcome={row.key} />
                    <span className="text-[16px] font-semibold">
                      {row.label}
                      {row.stops && (
                        <span className="block text-[13px] font-bold text-brick">Stop at once</span>
                      )}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      <Button className="mt-4 min-h-14 w-full text-[16px]" onClick={onBack}>
        It was as planned after all
      </Button>
    </div>
  );
}

interface Said {
  met_at_mm: number | null;
  depth_mm: number | null;
  width_mm: number | null;
  off_x_mm: number;
  off_y_mm: number;
  came_out: Schemas["CameOut"] | null;
}

type Asked = Outcome["asks"][number];

/** What is typed for one answer, by what is asked; how far a bit wandered takes two. */
const ASKED: readonly { asked: Asked; field: keyof Omit<Said, "came_out">; label: string }[] = [
  { asked: "met_at", field: "met_at_mm", label: "How deep it began" },
  { asked: "depth", field: "depth_mm", label: "How deep the hole is" },
  { asked: "width", field: "width_mm", label: "How wide it is now" },
  { asked: "offset", field: "off_x_mm", label: "To the right (left: minus)" },
  { asked: "offset", field: "off_y_mm", label: "Up (down: minus)" },
];

/** The fields of one answer. Where a bit met its match the depth is where it stays, and none is told while it cuts. */
function askedOf(outcome: Outcome, hole: HolePlan) {
  return ASKED.filter(({ asked }) => outcome.asks.includes(asked)).map(({ field, label }) => {
    if (field !== "depth_mm") return { field, label, empty: "not measured" };
    return outcome.no_deeper
      ? { field, label: "It cuts no deeper than", empty: "it still cuts" }
      : { field, label, empty: hole.card?.depth_text ?? "not measured" };
  });
}

/** The measures that matter for one answer; each may be left out, save how far a bit wandered. */
function Measured({
  outcome,
  hole,
  lists,
  units,
  onSay,
  onBack,
}: {
  outcome: Outcome;
  hole: HolePlan;
  lists: Lists;
  units: Units;
  onSay: (said: Said) => Promise<void>;
  onBack: () => void;
}) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [cameOut, setCameOut] = useState<Said["came_out"]>(null);
  const [fault, setFault] = useState("");
  const fields = askedOf(outcome, hole);
  // what was typed is read when it is said: nobody has to leave a field first
  const say = async () => {
    const said: Said = {
      met_at_mm: null,
      depth_mm: null,
      width_mm: null,
      off_x_mm: 0,
      off_y_mm: 0,
      came_out: cameOut,
    };
    try {
      for (const { field, label } of fields) {
        const text = typed[field]?.trim();
        if (text) said[field] = Number(await read(text, "length", units, label));
      }
    } catch (error) {
      setFault(
        error instanceof Refused
          ? error.tell().join(" ")
          : "That cannot be read without Rock Pin: write whole millimetres.",
      );
      return;
    }
    if (outcome.asks.includes("offset") && !said.off_x_mm && !said.off_y_mm) {
      setFault("Say how far it came out from its mark: to the side, up, or both.");
      return;
    }
    await onSay(said);
  };
  return (
    <div>
      <p className="text-[15px] text-soft">Hole {hole.number}</p>
      <h1 className="flex items-center gap-3 text-[22px] leading-tight font-bold">
        <AnswerDrawing outcome={outcome.key} />
        {outcome.label}
      </h1>
      <p
        className={`mt-2 text-[17px] ${outcome.stops ? "border-l-4 border-brick bg-brick-wash p-3 font-bold text-brick" : ""}`}
      >
        {outcome.says}
      </p>
      <div className="mt-3 grid grid-cols-2 gap-3">
        {fields.map(({ field, label, empty }) => (
          <label key={field} className="block text-[13px] text-soft">
            {label}
            <input
              value={typed[field] ?? ""}
              inputMode={units === "metric" ? "decimal" : "text"}
              autoComplete="off"
              placeholder={empty}
              onChange={(event) => {
                setTyped((now) => ({ ...now, [field]: event.target.value }));
                setFault("");
              }}
              className="mt-0.5 h-12 w-full rounded-sm border border-rule bg-sheet px-2 text-[17px] text-ink placeholder:text-soft"
            />
          </label>
        ))}
        {outcome.when === "drilling" && !outcome.stops && (
          <div className="col-span-2">
            <Select
              label="What came out"
              value={cameOut ?? ""}
              options={[{ key: "", label: "Did not look" }, ...lists.came_out]}
              onChange={(key) => setCameOut((key || null) as Said["came_out"])}
            />
          </div>
        )}
      </div>
      {fault && (
        <p role="alert" className="mt-3 border-l-4 border-brick bg-brick-wash p-2 text-[15px]">
          {fault}
        </p>
      )}
      <Button look="solid" className="mt-5 min-h-16 w-full text-[18px]" onClick={() => void say()}>
        {outcome.stops ? "Write it down" : "Say so, show the ways on"}
      </Button>
      <Button className="mt-2 min-h-14 w-full text-[16px]" onClick={onBack}>
        Something else
      </Button>
    </div>
  );
}
