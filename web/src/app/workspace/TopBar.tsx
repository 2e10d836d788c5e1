import { Link, NavLink, useSearchParams } from "react-router";
import type { Plan, Stage } from "../../api/client";
import { STAGES } from "./stages";
import { Why } from "./Why";
import { useOutbox } from "../../job/useOutbox";
import { Mark } from "../../ui/Mark";
import { Kept } from "../Kept";
import { useTheme } from "../../lib/theme";
import type { Editing } from "../../job/useWorkspace";

const BLOCKS: Record<string, string> = {
  ready: "bg-chalk-wash text-chalk border-chalk",
  prove_first: "bg-ochre-wash text-ochre border-ochre border-dashed",
  do_not_drill: "bg-brick text-on-solid border-brick",
};

/** The verdict of the whole job: word, shape, sentence; pressing it goes where the next thing is to be done. */
export function VerdictBlock({
  plan,
  onGo,
  small = false,
}: {
  plan: Plan;
  onGo: (stage: Stage, hole: string | null) => void;
  /** The one that a small screen shows. */
  small?: boolean;
}) {
  const { verdict } = plan;
  const [query] = useSearchParams();
  const shown = matchMedia("(max-width: 639.9px)").matches === small;
  const solid = verdict.word === "do_not_drill";
  return (
    <span
      className={`flex w-[330px] shrink-0 items-stretch border-2 max-lg:w-[210px] max-sm:w-full ${BLOCKS[verdict.word]}`}
    >
      <button
        type="button"
        aria-live="polite"
        onClick={() => onGo(verdict.action_stage ?? "drill", verdict.hole ?? null)}
        className="flex min-w-0 flex-1 items-center gap-3 py-1 pl-3 text-left max-lg:gap-2 max-lg:pl-2"
        title={[verdict.sentence, verdict.action].filter(Boolean).join(" ")}
      >
        <Mark severity={verdict.word} size={22} />
        <span className="min-w-0">
          <span className="block text-[15px] leading-tight font-bold">
            <span className="sr-only">Verdict: </span>
            {verdict.label}
            {verdict.count > 1 && <span className="font-normal"> · {verdict.count} reasons</span>}
          </span>
          <span
            className={`line-clamp-2 text-[11.5px] leading-[1.25] max-sm:line-clamp-3 max-sm:text-[13px] ${solid ? "" : "text-ink"}`}
          >
            {verdict.sentence} {verdict.action}
          </span>
        </span>
      </button>
      <Why
        plan={plan}
        onGo={(stage) => onGo(stage, null)}
        asked={shown && query.has("why")}
        look="shrink-0 px-2.5 text-[13px] font-bold underline decoration-1 underline-offset-[3px] max-lg:px-1.5 max-sm:min-w-12 max-sm:text-[15px]"
      />
    </span>
  );
}

const SIGN_INK = {
  ready: { here: "text-chalk", away: "text-[#9dc0ee]" },
  prove_first: { here: "text-ochre", away: "text-[#e5b25c]" },
  do_not_drill: { here: "text-brick", away: "text-[#f0907a]" },
};

function wordOf(plan: Plan, stage: Stage) {
  return plan.stages.find((one) => one.stage === stage)?.verdict.word ?? "ready";
}

/** The stages on a small screen: their signs in a row, wide enough for a thumb. */
export function StageStrip({ editing, stage }: { editing: Editing; stage: Stage }) {
  return (
    <nav aria-label="Stages" className="mb-2 flex">
      {STAGES.map(({ key, label }) => (
        <NavLink
          key={key}
          to={`/jobs/${editing.data.job_id}/${key}`}
          className={`flex h-12 flex-1 flex-col items-center justify-center gap-1 border-b-[3px] text-[10.5px] ${
            key === stage ? "border-ink font-bold" : "border-rule text-soft"
          }`}
        >
          <span className={SIGN_INK[wordOf(editing.plan, key)].here}>
            <Mark severity={wordOf(editing.plan, key)} size={13} />
          </span>
          {label}
        </NavLink>
      ))}
    </nav>
  );
}

/** Name, stages with their signs, undo, theme, verdict. */
export function TopBar({
  editing,
  stage,
  onGo,
}: {
  editing: Editing;
  stage: Stage;
  onGo: (stage: Stage, hole: string | null) => void;
}) {
  const [theme, switchTheme] = useTheme();
  const { plan, data } = editing;
  const outbox = useOutbox(data.job_id);
  const small =
    "grid size-8 place-items-center text-bar-soft hover:text-bar-ink disabled:opacity-35 max-sm:size-11";
  return (
    <header className="no-print flex h-[64px] items-stretch gap-3 bg-bar pr-2 text-bar-ink max-sm:h-[52px]">
      <Link
        to="/"
        className="flex w-[244px] shrink-0 items-center gap-2.5 pl-3 max-lg:w-[124px] max-sm:w-auto max-sm:min-w-0 max-sm:flex-1 max-sm:shrink"
      >
        <img src="/mark.svg" alt="" className="size-8" />
        <span className="min-w-0">
          <h1 className="truncate text-[15px] leading-tight font-bold">{plan.title}</h1>
          <span className="block truncate text-[11.5px] text-bar-soft">
            {plan.site} · {plan.wall}
          </span>
        </span>
      </Link>
      <nav aria-label="Stages" className="flex min-w-0 flex-1 items-stretch max-sm:hidden">
        {STAGES.map(({ key, label }, index) => {
          const word = wordOf(plan, key);
          const here = key === stage;
          return (
            <NavLink
              key={key}
              to={`/jobs/${data.job_id}/${key}`}
              className={`flex flex-1 flex-col items-center justify-center gap-0.5 px-1 text-[13px] font-semibold ${
                here ? "bg-paper text-ink" : "text-bar-ink hover:bg-white/10"
              }`}
            >
              <span className="flex items-center gap-1.5 max-lg:flex-col max-lg:gap-1 max-lg:text-[11px]">
                <span className={SIGN_INK[word][here ? "here" : "away"]}>
                  <Mark severity={word} size={11} />
                </span>
                {label}
              </span>
              <span
                className={`text-[10.5px] leading-none max-lg:hidden ${here ? "text-soft" : "text-bar-soft"}`}
              >
                {index + 1} of 7
              </span>
            </NavLink>
          );
        })}
      </nav>
      <div className="flex items-center">
        <button
          type="button"
          className={small}
          aria-label={data.undo ? `Undo: ${data.undo}` : "Nothing to undo"}
          title={data.undo ? `Undo: ${data.undo}` : "Nothing to undo"}
          disabled={!data.undo}
          onClick={editing.undo}
        >
          <svg viewBox="0 0 20 20" className="size-5" aria-hidden>
            <path d="M8 4 4 8l4 4M4 8h8a4 4 0 0 1 0 8H9" fill="none" stroke="currentColor" strokeWidth="2" />
          </svg>
        </button>
        <button
          type="button"
          className={small}
          aria-label={data.redo ? `Redo: ${data.redo}` : "Nothing to redo"}
          title={data.redo ? `Redo: ${data.redo}` : "Nothing to redo"}
          disabled={!data.redo}
          onClick={editing.redo}
        >
          <svg viewBox="0 0 20 20" className="size-5" aria-hidden>
            <path
              d="m12 4 4 4-4 4M16 8H8a4 4 0 0 0 0 8h3"
              fill="none"
              stroke="currentColor"
              strokeWidth="2"
            />
          </svg>
        </button>
        <Link to="/help" className={small} aria-label="Help: the keys and the words of the trade">
          <span className="text-[17px] font-bold" aria-hidden>
            ?
          </span>
        </Link>
        <button
          type="button"
          className={small}
          aria-label={theme === "light" ? "Dark paper, for lofts and evenings" : "Light paper"}
          onClick={switchTheme}
        >
          <svg viewBox="0 0 20 20" className="size-5" aria-hidden>
            <path d="M10 2a8 8 0 1 0 0 16Z" fill="currentColor" />
            <circle cx="10" cy="10" r="7.2" fill="none" stroke="currentColor" strokeWidth="1.6" />
          </svg>
        </button>
      </div>
      {outbox.state.waiting.length > 0 && <Kept outbox={outbox} />}
      <div className="flex items-center max-sm:hidden">
        <VerdictBlock plan={plan} onGo={onGo} />
      </div>
    </header>
  );
}
