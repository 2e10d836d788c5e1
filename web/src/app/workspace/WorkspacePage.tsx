import { BASE } from "../../api/world";
import { useCallback, useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { Rect, Stage } from "../../api/client";
import { useLists } from "../../api/queries";
import { CutThrough } from "../../drawing/CutThrough";
import { PostPicture } from "../../drawing/PostPicture";
import { Elevation } from "../../drawing/Elevation";
import type { Scale } from "../../drawing/scale";
import { shownTrace, TraceView } from "../../drawing/TraceView";
import { PrintCard } from "../../stages/drill/PrintCard";
import { STAGES } from "./stages";
import { SpokenIn } from "../../ui/spokenIn";
import type { Placing } from "../../lib/placing";
import { PracticeBar } from "../practice/PracticeBar";
import { Button } from "../../ui/controls";
import { DraftScope, KeepDrafts } from "../../ui/drafts";
import { Findings } from "../../ui/Findings";
import { GuideBar } from "./GuideBar";
import { Notices } from "./Notices";
import { Unopened } from "./Unopened";
import { StageStrip, TopBar, VerdictBlock } from "./TopBar";
import { usePlacing } from "./usePlacing";
import { useJobKeys, usePageTitle } from "./useJobKeys";
import { useSweep } from "../../job/useSweep";
import { type PhotoUnder, usePhoto } from "../../job/usePhoto";
import { usePlannedBeside } from "../../job/usePlannedBeside";
import { nearestReady, useWallPlaces } from "../../job/useWallPlaces";
import { useWorkspace } from "../../job/useWorkspace";

/** Puts something on the wall, with the spread of that place where a finger put it or a photo lies under it. */
function putter(placing: Placing, photo: PhotoUnder, perMm: number, fingerPx: number) {
  return async (x: number, y: number, byFinger: boolean) => {
    if (!photo.shown)
      return placing.onPlace(x, y, byFinger ? Math.min(500, Math.round(fingerPx / perMm)) : 0);
    const sigma = await photo.spread(x, y, perMm).catch(() => null);
    // where its spread cannot be asked for it is not put there as if a tape had been
    if (sigma !== null) placing.onPlace(x, y, sigma);
  };
}

/** One job: the wall and the cut through it at the left, the stage's panel at the right. */
export function WorkspacePage() {
  const { jobId = "", stage: wanted } = useParams();
  const navigate = useNavigate();
  const { editing, error } = useWorkspace(jobId);
  const lists = useLists(editing?.data.site.region);
  const [chosen, setChosen] = useState<string | null>(null);
  const [placing, setPlacing] = usePlacing();
  const [scale, setScale] = useState<Scale | null>(null);
  const [highlight, setHighlight] = useState<Rect | null>(null);
  const sweep = useSweep();
  const stands = editing?.data.stands ?? "";
  const wallPlaces = useWallPlaces(jobId, stands, !!editing && editing.plan !== editing.data.plan);
  const photo = usePhoto(jobId, editing?.data.wall.wall.photos, editing?.data.wall.revision ?? 0);
  const found = STAGES.findIndex((one) => one.key === wanted);
  const index = found === -1 ? 4 : found;
  const current = STAGES[index];
  const beside = usePlannedBeside(editing, current?.key);

  useJobKeys(jobId, editing, () => setPlacing(null));
  usePageTitle(editing?.plan.title, current?.label);

  const go = useCallback(
    (stage: Stage, hole: string | null) => {
      if (hole) setChosen(hole);
      void navigate(`/jobs/${jobId}/${stage}`);
    },
    [jobId, navigate],
  );

  if (error && !editing) return <Unopened jobId={jobId} error={error} />;
  if (!editing || !lists || !current) return <main className="p-8 text-soft">Opening the job…</main>;

  const { plan } = editing;
  const selected = plan.holes.some((hole) => hole.id === chosen) ? chosen : (plan.holes[0]?.id ?? null);
  const { key, label, Panel } = current;
  const stagePlan = plan.stages.find((one) => one.stage === key);
  const trace =
    key === "wall" ? shownTrace(sweep.live, sweep.shown, editing.data.wall.wall, plan.framing.peaks) : null;
  const withCut = trace !== null || key === "drill" || key === "fixing" || key === "record";

  return (
    <KeepDrafts of={jobId}>
      <SpokenIn value={editing.data.site.region}>
        <PrintCard plan={editing.data.plan} />
        <div className="no-print flex h-full flex-col">
          <p className="sr-only" aria-live="polite">
            {label}, stage {index + 1} of 7
          </p>
          <TopBar editing={editing} stage={key} onGo={go} />
          <Notices editing={editing} stage={label} />
          <PracticeBar jobId={jobId} stage={key} stands={stands} />
          <GuideBar jobId={jobId} stage={key} onGo={(to) => go(to, null)} />
          <div className="flex min-h-0 flex-1 max-sm:block max-sm:overflow-y-auto short:overflow-y-auto">
            <main className="flex min-w-0 flex-1 flex-col gap-2 p-3 max-sm:p-2 short:sticky short:top-0 short:self-start">
              <div className="sm:hidden">
                <StageStrip editing={editing} stage={key} />
                <VerdictBlock plan={plan} onGo={go} small />
              </div>
              <div
                className={`flex min-h-0 flex-1 flex-col max-sm:h-[36vh] max-sm:flex-none short:h-[calc(100vh-5.5rem)] short:min-h-[220px] short:flex-none ${withCut && !trace ? "max-sm:hidden" : ""}`}
              >
                <Elevation
                  plan={plan}
                  moving={{
                    saved: editing.data.plan,
                    at: editing.at,
                    lineUps: editing.lineUps,
                    onMove: editing.move,
                    onDrop: editing.drop,
                  }}
                  overlay={{
                    stage: key,
                    line_mm: trace?.y_mm ?? null,
                    highlight,
                    map: key === "set-out" ? wallPlaces.map : null,
                    places: key === "set-out" ? wallPlaces.places : [],
                    nearest: key === "set-out" ? (nearestReady(wallPlaces, editing.at)?.place ?? null) : null,
                    beside,
                    photo: photo.picture && { ...photo.picture, strength: photo.strength },
                    risk: `${BASE}/api/jobs/${jobId}/risk.png?reach_mm=${Math.round(plan.hidden.reach_mm)}&v=${encodeURIComponent(stands)}`,
                  }}
                  selected={selected}
                  onSelect={setChosen}
                  placing={
                    placing && {
                      label: placing.label,
                      onPlace: putter(placing, photo, scale?.perMm ?? 1, lists.tap_finger_px),
                      onLeave: () => setPlacing(null),
                    }
                  }
                  onScale={setScale}
                />
              </div>
              <div
                className={`h-[218px] shrink-0 border border-rule bg-sheet p-2 max-sm:h-[200px] short:hidden ${withCut ? "" : "max-sm:hidden"}`}
              >
                {trace ? (
                  <TraceView scale={scale} offset={9} {...trace} />
                ) : plan.post ? (
                  <PostPicture plan={plan} post={plan.post} />
                ) : (
                  <CutThrough
                    hole={plan.holes.find((hole) => hole.id === selected)}
                    runnerUp={plan.runner_up ?? null}
                  />
                )}
              </div>
            </main>
            <aside
              aria-label={`${label} stage`}
              className="flex w-[384px] shrink-0 flex-col border-l border-rule bg-sheet max-lg:w-[340px] max-sm:w-full max-sm:border-t max-sm:border-l-0"
            >
              {/* each stage begins at its top */}
              <div
                key={key}
                className="min-h-0 flex-1 overflow-y-auto p-4 max-sm:overflow-visible short:overflow-visible"
              >
                <h2 className="mb-3 text-[20px] leading-none font-bold">
                  <span className="mr-2 font-normal text-soft sm:hidden">{index + 1} of 7</span>
                  {label}
                </h2>
                <div className="mb-4 border-b border-rule pb-3">
                  <Findings
                    findings={stagePlan?.said ?? []}
                    clear={stagePlan?.verdict.word === "ready" ? stagePlan.verdict.sentence : ""}
                    onHole={setChosen}
                  />
                </div>
                <DraftScope of={label}>
                  <Panel
                    editing={editing}
                    lists={lists}
                    selected={selected}
                    onSelect={setChosen}
                    setPlacing={setPlacing}
                    sweep={sweep}
                    wallPlaces={wallPlaces}
                    photo={photo}
                    setHighlight={setHighlight}
                  />
                </DraftScope>
              </div>
              <OnAndBack index={index} onGo={go} />
            </aside>
          </div>
        </div>
      </SpokenIn>
    </KeepDrafts>
  );
}

/** To the stage before and the one after. */
function OnAndBack({ index, onGo }: { index: number; onGo: (stage: Stage, hole: string | null) => void }) {
  const navigate = useNavigate();
  const [before, after] = [STAGES[index - 1], STAGES[index + 1]];
  return (
    <div className="sticky bottom-0 flex gap-2 border-t border-rule bg-sheet p-3">
      {before && (
        <Button className="flex-1" onClick={() => onGo(before.key, null)}>
          Back to {before.label}
        </Button>
      )}
      {after ? (
        <Button look="solid" className="flex-1" onClick={() => onGo(after.key, null)}>
          On to {after.label}
        </Button>
      ) : (
        <Button look="solid" className="flex-1" onClick={() => void navigate("/")}>
          All jobs
        </Button>
      )}
    </div>
  );
}
