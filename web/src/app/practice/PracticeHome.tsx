import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { ask, client, Refused, type Schemas, unwrap } from "../../api/client";
import { Button, Heading, Select } from "../../ui/controls";
import { Reliability } from "./Reliability";
import { TornEdge } from "./TornEdge";

type Home = Schemas["PracticeHome"];
type Wanted = Schemas["WallWanted"];

const REGIONS: Record<string, string> = {
  britain: "Britain",
  central_europe: "Central Europe",
  north_america: "North America",
};
const WENT: Record<string, string> = {
  left: "nothing hangs",
  struck: "struck something",
  falls: "would have fallen",
  cracked: "cracked a tile",
  proud: "stood proud",
};

/** What went wrong on a wall, in words. */
export function wentWords(went: readonly string[]): string {
  return went.length ? went.map((one) => WENT[one] ?? one).join(", ") : "all went well";
}

/** The place to practise: walls by step and region, or by a number to share; twelve lessons; what was done so far. */
export function PracticeHome() {
  const navigate = useNavigate();
  const { data } = ask.useQuery("get", "/api/practice", {});
  const [fault, setFault] = useState("");
  const begin = async (wanted: Wanted) => {
    setFault("");
    try {
      const made = unwrap(await client.POST("/api/practice/walls", { body: wanted }));
      void navigate(`/jobs/${made.id}/wall`);
    } catch (error) {
      setFault(
        error instanceof Refused ? error.tell().join(" ") : "It could not be begun; is Rock Pin running?",
      );
    }
  };
  return (
    <div className="h-full overflow-y-auto bg-paper">
      <TornEdge />
      <main className="mx-auto max-w-[1060px] px-6 py-6 max-sm:px-3">
        <p className="text-[13px]">
          {/* another world: its pages are loaded anew */}
          <a href="/" className="underline">
            Back to your own walls
          </a>
        </p>
        <h1 className="mt-2 text-[28px] leading-tight font-bold">A place to practise</h1>
        <p className="mt-1 mb-6 max-w-[74ch]">
          Made-up walls that hide something. Say what you think, check, choose, drill, and then open the wall
          and see. Nothing from here reaches a wall of your own.
        </p>
        {fault && (
          <p role="alert" className="mb-4 font-semibold text-brick">
            {fault}
          </p>
        )}
        {data && (
          <div className="grid grid-cols-2 gap-x-12 gap-y-8 max-md:grid-cols-1">
            <Walls home={data} onBegin={begin} />
            <Lessons home={data} onBegin={begin} />
            <Begun home={data} />
            <section>
              <Heading level="h2">How sure, how right</Heading>
              <p className="mb-2 text-[14px]">{data.calibration.sentence}</p>
              {data.calibration.count > 0 && <Reliability calibration={data.calibration} />}
            </section>
          </div>
        )}
      </main>
    </div>
  );
}

interface Props {
  home: Home;
  onBegin: (wanted: Wanted) => Promise<void>;
}

function Walls({ home, onBegin }: Props) {
  const [region, setRegion] = useState<string>(home.regions[0] ?? "britain");
  const [number, setNumber] = useState("");
  const seed = /^\d{1,9}$/.test(number.trim()) ? Number(number.trim()) : null;
  return (
    <section>
      <Heading level="h2" aside="from easy to hard">
        Walls
      </Heading>
      <div className="mb-3 grid grid-cols-2 items-end gap-3">
        <Select
          label="Built in"
          value={region}
          options={home.regions.map((key) => ({ key, label: REGIONS[key] ?? key }))}
          onChange={setRegion}
        />
        <label className="block text-[12px] text-soft">
          The same wall as somebody else
          <input
            value={number}
            inputMode="numeric"
            placeholder="its number, if you have one"
            onChange={(event) => setNumber(event.target.value)}
            className="mt-0.5 block h-9 w-full rounded-sm border border-rule bg-sheet px-2 text-[14px] text-ink max-sm:h-12"
          />
        </label>
      </div>
      <ol className="border-t-2 border-ink">
        {home.steps.map((step) => (
          <li
            key={step.number}
            className="grid grid-cols-[28px_1fr_auto] items-center gap-x-2 border-b border-rule py-2"
          >
            <span className="text-[20px] font-bold">{step.number}</span>
            <span className="leading-snug">
              <strong className="block">{step.label}</strong>
              <span className="text-[13px] text-soft">{step.says}</span>
            </span>
            <Button
              look="open"
              aria-label={`Begin: ${step.label}`}
              onClick={() =>
                void onBegin({ step: step.number, region: region as Wanted["region"], seed, lesson: null })
              }
            >
              Begin
            </Button>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Lessons({ home, onBegin }: Props) {
  const passed = home.lessons.filter((one) => one.passed).length;
  return (
    <section>
      <Heading level="h2" aside={`${passed} of ${home.lessons.length} passed`}>
        Twelve mistakes
      </Heading>
      <ol className="border-t-2 border-ink">
        {home.lessons.map((lesson, index) => (
          <li
            key={lesson.key}
            className="grid grid-cols-[28px_1fr_auto_auto] items-center gap-x-2 border-b border-rule py-1"
          >
            <span className="text-soft">{index + 1}</span>
            <span className="font-semibold">{lesson.title}</span>
            <span className="text-[12.5px] text-soft">
              {lesson.passed ? "passed" : lesson.tried ? "not yet" : ""}
            </span>
            <Button
              aria-label={`Begin the lesson: ${lesson.title}`}
              onClick={() => void onBegin({ step: 1, region: "britain", seed: null, lesson: lesson.key })}
            >
              {lesson.tried ? "Again" : "Begin"}
            </Button>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Begun({ home }: { home: Home }) {
  return (
    <section>
      <Heading level="h2">Walls you began</Heading>
      {home.runs.length === 0 && (
        <p className="text-soft">None yet. The first step takes some five minutes.</p>
      )}
      <ul className="border-t-2 border-ink" aria-label="Walls you began">
        {home.runs.slice(0, 20).map((run) => (
          <li key={run.id} className="border-b border-rule">
            <Link
              to={run.opened ? `/jobs/${run.id}/opened` : `/jobs/${run.id}/wall`}
              className="grid grid-cols-[1fr_auto] gap-x-3 py-1.5 hover:bg-wash max-sm:py-3"
            >
              <strong>{run.title}</strong>
              <span className="text-right text-[13px] font-semibold">
                {run.opened ? wentWords(run.went ?? []) : "not opened yet"}
              </span>
              <span className="text-[12.5px] text-soft">
                {run.lesson
                  ? "a lesson"
                  : `number ${run.seed}, step ${run.step}, ${REGIONS[run.region] ?? run.region}`}
              </span>
              <span className="text-right text-[12.5px] text-soft">
                {Math.round(run.minutes)} min, {run.marks} {run.marks === 1 ? "mark" : "marks"}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
