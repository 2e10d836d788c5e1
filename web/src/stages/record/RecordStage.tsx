import { BASE } from "../../api/world";
import { useState } from "react";
import type { StageProps } from "../../job/stage";
import { type Happening, sayWhoIAm, useOutbox, whoIAm } from "../../job/useOutbox";
import { today } from "../../lib/today";
import { Field } from "../../ui/Field";
import { HoleTabs } from "../../ui/HoleTabs";
import { Button, Heading } from "../../ui/controls";
import { AsBuilt } from "./AsBuilt";
import { blank, HoleFields, type HoleRecord, MetList } from "./HoleFields";
import { CameLoose } from "./CameLoose";
import { Different } from "./Different";
import { OutOfTheVan } from "./OutOfTheVan";
import { PhotoButton, PhotoRow } from "./Photos";
import { WaysOn } from "./WaysOn";

const OPEN = ["report-open", "does-not-hold", "bit-met-stop", "flange-met"];

export function RecordStage({ editing, lists, selected, onSelect }: StageProps) {
  const { job, site, job_id, plan } = editing.data;
  const outbox = useOutbox(job_id);
  const [asking, setAsking] = useState(false);
  const [who, setWho] = useState(whoIAm);
  const hole = plan.holes.find((one) => one.id === selected);
  const record = job.records.find((one) => one.hole_id === selected);

  const save = (part: (now: HoleRecord) => Partial<HoleRecord>, summary: string) => {
    if (!hole) return Promise.resolve();
    return editing.saveJob((latest) => {
      const now = latest.records.find((one) => one.hole_id === hole.id) ?? blank(hole.id, hole.chosen);
      const others = latest.records.filter((one) => one.hole_id !== hole.id);
      return { records: [...others, { ...now, ...part(now) }] };
    }, summary);
  };
  const planned = hole?.answers.includes("as_planned");
  const told = `hole ${hole?.number ?? ""} recorded`;
  const open = plan.stages
    .flatMap((stage) => stage.findings)
    .some((one) => one.where?.hole === selected && OPEN.includes(one.code));

  if (asking && hole) {
    return (
      <Different
        holes={plan.holes}
        start={hole.id}
        lists={lists}
        units={site.units}
        phase="drilling"
        happen={outbox.happen}
        onSaid={(id) => {
          onSelect(id);
          setAsking(false);
        }}
        onBack={() => setAsking(false)}
      />
    );
  }
  return (
    <>
      <p className="mb-3 text-[13px] text-soft">
        What each hole met is the best evidence there is for the next one in this wall.
      </p>
      <HoleTabs holes={plan.holes} selected={selected} onSelect={onSelect} />
      {hole && (
        <div key={hole.id}>
          <p className="text-[15px] font-semibold">
            Hole {hole.number}: {plan.record.find((line) => line.hole_id === hole.id)?.text}
          </p>
          {record && <MetList {...{ record, lists, save, told }} />}
          {!planned && (
            <p className="text-[13px] text-soft">Nothing holds here yet, so it has no plan to go by.</p>
          )}
          <div className="mt-2 grid grid-cols-2 gap-2">
            {planned && <AsPlanned holeId={hole.id} outbox={outbox} />}
            <Button onClick={() => setAsking(true)}>
              {planned ? "It was different…" : "Say what happened…"}
            </Button>
          </div>
          {open && (
            <div className="mt-3 border-t-2 border-ink pt-3">
              <WaysOn
                editing={editing}
                holeId={hole.id}
                unsent={outbox.state.waiting.some(({ thing }) => thing.kind === "report")}
                onTaken={() => undefined}
              />
            </div>
          )}
          <HoleFields {...{ editing, lists, outbox, hole, record, save, told }} />
        </div>
      )}
      <AsBuilt editing={editing} />
      <Heading>So far</Heading>
      <ol className="text-[13px]">
        {plan.record.map((line) => (
          <li key={line.hole_id} className="grid grid-cols-[22px_1fr] border-b border-rule py-1">
            <strong>{line.number}</strong>
            <span className={line.done ? "" : "text-soft"}>{line.text}</span>
          </li>
        ))}
      </ol>
      <OutOfTheVan editing={editing} />
      <div className="mt-3">
        <Field
          label="Your name, under what you record on this device"
          kind="text"
          value={who}
          onCommit={(v: string) => {
            sayWhoIAm(v);
            setWho(v);
            return Promise.resolve();
          }}
        />
      </div>
      <div className="mt-2">
        <PhotoButton outbox={outbox} holeId={null} label="Take or pick a photo of the whole" />
        <PhotoRow job={job} holeId={null} called="The whole" />
      </div>
      {plan.hidden.cautions.length > 0 && (
        <ul
          aria-label="Before anybody drills here"
          className="mt-3 space-y-1 border-l-4 border-ochre pl-2.5 text-[13px]"
        >
          {plan.hidden.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
      <Papers jobId={job_id} />
      <CameLoose editing={editing} lists={lists} />
    </>
  );
}

function AsPlanned({ holeId, outbox }: { holeId: string; outbox: Happening }) {
  return (
    <Button
      look="solid"
      onClick={() =>
        void outbox.happen({
          kind: "report",
          hole_id: holeId,
          report: {
            outcome: "as_planned",
            off_x_mm: 0,
            off_y_mm: 0,
            day: today(),
            at: new Date().toISOString(),
            who: whoIAm(),
          },
        })
      }
    >
      As planned
    </Button>
  );
}

const LINK =
  "mt-2 inline-flex min-h-9 w-full items-center justify-center rounded-sm border border-chalk px-3 text-[13px] font-semibold text-chalk hover:bg-chalk-wash max-sm:min-h-12";

function Papers({ jobId }: { jobId: string }) {
  return (
    <>
      <Heading>On paper, and as a file</Heading>
      <a href={`${BASE}/api/jobs/${jobId}/record.pdf`} download className={LINK}>
        The record of this job, PDF
      </a>
      <a href={`${BASE}/api/jobs/${jobId}/wall-sheet.pdf`} download className={LINK}>
        Everything known of the wall, PDF
      </a>
      <a href={`${BASE}/api/jobs/${jobId}/document`} download className={LINK}>
        Save as a JSON document
      </a>
      <Button className="mt-2 w-full" onClick={() => window.print()}>
        Print the card
      </Button>
    </>
  );
}
