import { useDrag } from "@use-gesture/react";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { Lists, Plan, Schemas } from "../../api/client";
import { useLists } from "../../api/queries";
import { CutThrough } from "../../drawing/CutThrough";
import { StepPicture } from "../../drawing/StepPicture";
import { type Place, standing } from "../../job/standing";
import { type Happening, useOutbox, whoIAm } from "../../job/useOutbox";
import { type Editing, useWorkspace } from "../../job/useWorkspace";
import { useTheme } from "../../lib/theme";
import { readAloud } from "../../lib/readAloud";
import { today } from "../../lib/today";
import { useWakeLock } from "../../lib/useWakeLock";
import { Button } from "../../ui/controls";
import { DraftScope, KeepDrafts } from "../../ui/drafts";
import { Kept } from "../Kept";
import { SpokenIn } from "../../ui/spokenIn";
import { DoneElsewhere } from "../workspace/Notices";
import { Unopened } from "../workspace/Unopened";
import { Why } from "../workspace/Why";
import { Clocks, StartClock } from "./Clocks";
import { Different } from "../../stages/record/Different";
import { Finished } from "./Finished";
import { Gather } from "./Gather";
import { spoken, StepCard } from "./StepCard";
import { usePlace, type Whereabouts } from "./usePlace";
import { PhotoButton } from "../../stages/record/Photos";
import { WaysOn } from "../../stages/record/WaysOn";

type When = Schemas["Outcome"]["when"];

/** One step a screen, for somebody who stands at the wall with dusty hands. */
export function AtTheWallPage() {
  const { jobId = "" } = useParams();
  const { editing, error } = useWorkspace(jobId);
  const lists = useLists(editing?.data.site.region);
  const outbox = useOutbox(jobId);
  useWakeLock();
  useTheme();
  if (error && !editing) return <Unopened jobId={jobId} error={error} />;
  if (!editing || !lists) return <main className="p-8 text-soft">Opening the job…</main>;
  return (
    <KeepDrafts of={jobId}>
      <SpokenIn value={editing.data.site.region}>
        <Work editing={editing} lists={lists} outbox={outbox} />
      </SpokenIn>
    </KeepDrafts>
  );
}

const PHASES: Record<string, When> = { drill: "drilling", set: "setting" };

function whenOf(place: Place): When {
  return place.step.asks ? "drilling" : (PHASES[place.step.phase] ?? "turning");
}

function Work({ editing, lists, outbox }: { editing: Editing; lists: Lists; outbox: Happening }) {
  const { plan, job, job_id } = editing.data;
  const waiting = outbox.state.waiting.filter((one) => one.jobId === job_id);
  const stands = standing({ job }, waiting);
  const at = usePlace(plan, stands);
  const { place, index, mode } = at;
  const [lefty, setLefty] = useState(() => localStorage.getItem("rock-pin-hand") === "left");
  const swap = () => {
    localStorage.setItem("rock-pin-hand", lefty ? "right" : "left");
    setLefty(!lefty);
  };
  const swipe = useDrag(
    ({ swipe: [across] }) => {
      if (across && !mode) at.go(index - across);
    },
    { axis: "x", pointer: { touch: true } },
  );
  const here = mode && at.asked ? at.asked : (place?.hole?.hole_id ?? null);
  const cut = plan.holes.find((hole) => hole.id === here);
  return (
    <div className="no-print flex h-full flex-col" {...swipe()} style={{ touchAction: "pan-y pinch-zoom" }}>
      <header className="flex min-h-[52px] shrink-0 items-center gap-1 bg-bar pr-2 text-bar-ink">
        <Link
          to={`/jobs/${job_id}/drill`}
          aria-label="Back to the desk"
          className="grid size-12 shrink-0 place-items-center"
        >
          <svg viewBox="0 0 20 20" className="size-5" aria-hidden>
            <path d="M3 4h14v9H3ZM7 17h6M10 13v4" fill="none" stroke="currentColor" strokeWidth="2" />
          </svg>
        </Link>
        <p className="min-w-0 flex-1 truncate text-[15px] font-bold">{plan.title}</p>
        <Turn label="The step before" d="M12 4 6 10l6 6" off={index === 0} onPress={() => at.go(index - 1)} />
        <p className="text-[13px] whitespace-nowrap text-bar-soft">
          {place
            ? `step ${place.step.number} of ${plan.steps.length}`
            : plan.steps.length
              ? "the end"
              : "stopped"}
        </p>
        <Turn
          label="The step ahead"
          d="M8 4l6 6-6 6"
          off={index >= at.last}
          onPress={() => at.go(index + 1)}
        />
        {editing.data.undo && (
          <button
            type="button"
            aria-label={`Undo: ${editing.data.undo}`}
            onClick={editing.undo}
            className="grid size-11 shrink-0 place-items-center"
          >
            <svg viewBox="0 0 20 20" className="size-5" aria-hidden>
              <path
                d="M8 4 4 8l4 4M4 8h8a4 4 0 0 1 0 8H9"
                fill="none"
                stroke="currentColor"
                strokeWidth="2"
              />
            </svg>
          </button>
        )}
        <Kept outbox={outbox} />
      </header>
      <DoneElsewhere editing={editing} />
      <Clocks plan={plan} stands={stands} happen={outbox.happen} />
      {plan.verdict.word !== "ready" && !mode && <Standing plan={plan} />}
      <div className="flex min-h-0 flex-1 max-sm:flex-col max-sm:overflow-y-auto landscape:max-lg:flex-row">
        <div className="flex min-w-0 flex-1 flex-col border-r border-rule max-sm:flex-none max-sm:border-r-0 landscape:max-lg:max-w-[42%] landscape:max-lg:flex-1">
          <div className="min-h-[190px] flex-1 bg-board max-sm:h-[200px] max-sm:flex-none landscape:max-lg:h-full">
            <StepPicture
              plan={plan}
              here={here}
              about={place?.step.at.map((hole) => hole.hole_id) ?? []}
              done={(id) =>
                stands.answered(id) === "as_planned" ||
                plan.steps.some(
                  (step) => step.asks && step.at.some((hole) => hole.hole_id === id && hole.done),
                )
              }
              measured={here !== null}
            />
          </div>
          {cut && place?.step.asks && (
            <div className="h-[210px] shrink-0 border-t border-rule bg-sheet p-2 max-sm:hidden landscape:max-lg:hidden">
              <CutThrough hole={cut} runnerUp={null} />
            </div>
          )}
        </div>
        <main className="flex w-[460px] shrink-0 flex-col bg-sheet max-sm:w-full max-sm:flex-1 landscape:max-lg:w-auto landscape:max-lg:flex-1 landscape:max-lg:shrink">
          <div className="min-h-0 flex-1 overflow-y-auto px-5 py-4 max-sm:overflow-visible">
            <Said {...{ editing, lists, outbox, stands, at, lefty, swap }} />
          </div>
          {place && !mode && <Buttons {...{ at, place, outbox, lefty }} />}
        </main>
      </div>
    </div>
  );
}

/** The verdict, where it is not ready: nobody drills on without having read it. */
function Standing({ plan }: { plan: Plan }) {
  const navigate = useNavigate();
  const { verdict } = plan;
  const look =
    verdict.word === "do_not_drill"
      ? "border-brick bg-brick font-semibold text-on-solid"
      : "border-ochre bg-ochre-wash";
  return (
    <div className={`flex shrink-0 items-center gap-3 border-b-2 px-4 py-1.5 text-[14px] ${look}`}>
      <p className="min-w-0 flex-1">
        <strong>{verdict.label}.</strong> {verdict.sentence}
      </p>
      <Why
        plan={plan}
        onGo={(stage) => void navigate(`/jobs/${plan.job_id}/${stage}`)}
        look="min-h-11 shrink-0 px-2 font-bold underline"
      />
    </div>
  );
}

interface SaidProps {
  editing: Editing;
  lists: Lists;
  outbox: Happening;
  stands: ReturnType<typeof standing>;
  at: Whereabouts;
  lefty: boolean;
  swap: () => void;
}

/** What stands beside the picture: the step, what was different, the ways on, or the end. */
function Said({ editing, lists, outbox, stands, at, lefty, swap }: SaidProps) {
  const { plan, site, job_id } = editing.data;
  const { place, mode, asked, index } = at;
  if (mode === "different" && place) {
    const mine = plan.holes.filter((hole) => place.step.at.some((one) => one.hole_id === hole.id));
    const holes = mine.length ? mine : plan.holes;
    return (
      <DraftScope of="different">
        <Different
          holes={holes}
          start={place.hole?.hole_id ?? holes[0]?.id ?? ""}
          lists={lists}
          units={site.units}
          phase={whenOf(place)}
          happen={outbox.happen}
          onSaid={(hole) => at.go(index, { mode: "ways", of: hole })}
          onBack={() => at.go(index)}
        />
      </DraftScope>
    );
  }
  if (mode === "ways" && asked) {
    const unsent = outbox.state.waiting.some(
      ({ thing, refused, jobId }) =>
        jobId === job_id && !refused && thing.kind === "report" && thing.hole_id === asked,
    );
    return (
      <WaysOn
        editing={editing}
        holeId={asked}
        unsent={unsent}
        onTaken={at.goNext}
        onLeave={() => at.go(index)}
      />
    );
  }
  if (!place) return <Finished editing={editing} stands={stands} outbox={outbox} />;
  const { step, hole } = place;
  return (
    <>
      {step.danger && (
        <p className="mb-3 border-l-[6px] border-brick bg-brick-wash px-3 py-2 text-[16px] font-bold">
          {step.danger}
        </p>
      )}
      <StepCard step={step} hole={hole} />
      {step.asks && hole && (
        <div className="mt-3 hidden h-[200px] border border-rule p-2 max-sm:block short:block">
          <CutThrough hole={plan.holes.find((one) => one.id === hole.hole_id)} runnerUp={null} />
        </div>
      )}
      {step.id === "parts" && <Gather plan={plan} stands={stands} happen={outbox.happen} only="parts" />}
      {step.id === "gather" && <Gather plan={plan} stands={stands} happen={outbox.happen} only="rest" />}
      <StartClock
        step={step}
        running={stands.clocks.some((clock) => clock.step === step.id)}
        happen={outbox.happen}
      />
      {(step.id === "record" || step.asks) && (
        <div className="mt-4">
          <PhotoButton
            outbox={outbox}
            holeId={hole?.hole_id ?? null}
            label={hole ? `Photo of hole ${hole.number}` : "Take photos"}
          />
        </div>
      )}
      <p className="mt-4 flex flex-wrap gap-2">
        <Button className="min-h-11" onClick={() => readAloud(spoken(step, hole))}>
          Read it aloud
        </Button>
        <Button className="min-h-11 sm:hidden" onClick={swap}>
          {lefty ? "Buttons to the right" : "Buttons to the left"}
        </Button>
      </p>
    </>
  );
}

/** One big button to go on, one to say that it was different; on a small screen at the side of the thumb. */
function Buttons({
  at,
  place,
  outbox,
  lefty,
}: {
  at: Whereabouts;
  place: Place;
  outbox: Happening;
  lefty: boolean;
}) {
  const side = lefty ? "max-sm:items-start" : "max-sm:items-end";
  const here = `${place.step.id} ${place.hole?.hole_id ?? ""}`;
  // a second tap before the next step stands there says nothing of this hole, and nothing of the next
  const [pressed, setPressed] = useState({ here, on: false });
  if (pressed.here !== here) setPressed({ here, on: false });
  return (
    <div
      className={`sticky bottom-0 flex flex-col gap-2 border-t border-rule bg-sheet p-3 short:flex-row-reverse short:p-2 ${side}`}
    >
      <Button
        look="solid"
        className="min-h-[68px] w-full text-[20px] short:min-h-[56px] max-sm:min-h-[68px] max-sm:w-[88%] max-sm:text-[20px]"
        disabled={pressed.on}
        onClick={() => {
          setPressed({ here, on: true });
          goOn(at, place, outbox).catch(() => setPressed({ here, on: false }));
        }}
      >
        {onward(place)}
      </Button>
      {place.step.at.length > 0 && place.step.phase !== "mark" && (
        <Button
          className="min-h-[52px] w-full text-[17px] max-sm:w-[88%] max-sm:text-[17px]"
          onClick={() => at.go(at.index, { mode: "different" })}
        >
          It was different…
        </Button>
      )}
    </div>
  );
}

/** Says that a place is done, and goes to the next. */
async function goOn(at: Whereabouts, { step, hole }: Place, { happen }: Happening): Promise<void> {
  const of = { day: today(), who: whoIAm() };
  if (step.asks && hole) {
    const report = { outcome: "as_planned", off_x_mm: 0, off_y_mm: 0, at: now(), ...of };
    await happen({ kind: "report", hole_id: hole.hole_id, report });
  } else {
    if (step.id === "try" || step.id === "clip") {
      const hole_ids = step.at.map((one) => one.hole_id);
      await happen({ kind: "tried", hole_ids, holds: "yes", ...of });
    }
    if (!hole || hole === step.at.at(-1)) await happen({ kind: "step", step: step.id, on: true });
  }
  at.go(at.index + 1);
}

function now(): string {
  return new Date().toISOString();
}

function onward({ step, hole }: Place): string {
  if (step.asks) return "As planned";
  if (step.id === "try" || step.id === "clip") return "It holds";
  if (step.id === "gather" || step.id === "parts") return "All here, go on";
  if (step.id === "mark" && hole) return "Marked";
  return "Done, go on";
}

function Turn({ label, d, off, onPress }: { label: string; d: string; off: boolean; onPress: () => void }) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={off}
      onClick={onPress}
      className="grid size-11 shrink-0 place-items-center disabled:opacity-35"
    >
      <svg viewBox="0 0 20 20" className="size-5" aria-hidden>
        <path d={d} fill="none" stroke="currentColor" strokeWidth="2.2" />
      </svg>
    </button>
  );
}
