import { useState } from "react";
import { client, Refused, unwrap, type Wall } from "../../api/client";
import { usePractice } from "../../job/usePractice";
import { freeId } from "../../lib/ids";
import { today } from "../../lib/today";
import { Heading } from "../../ui/controls";
import type { StageProps } from "../../job/stage";
import { Pitches } from "./Belief";
import { FramingRows } from "./FramingRows";
import { HitsSoFar } from "./HitsSoFar";
import { Members } from "./Members";
import { ScanLine } from "./ScanLine";
import { Said } from "../../ui/Said";
import { inside } from "../../lib/inside";

type Hit = Wall["hits"][number];

/** Put hits on the wall, sweep it, and see where the studs stand. */
export function FindFraming(props: StageProps & { framed: boolean }) {
  const { editing, lists, setPlacing, framed } = props;
  const { wall } = editing.data.wall;
  const [kind, setKind] = useState<Hit["kind"]>("magnet");
  const practice = usePractice(editing.data.job_id);
  const [said, setSaid] = useState("");
  const row = lists.hits.find((one) => one.kind === kind);

  const tryThere = async (chosen: Hit["kind"], x_mm: number, y_mm: number) => {
    try {
      await editing.ask(async (now) => {
        setSaid((await practice?.tryThere(chosen, x_mm, y_mm)) ?? "");
        return unwrap(await client.GET("/api/jobs/{job_id}", { params: { path: { job_id: now.job_id } } }));
      });
    } catch (error) {
      setSaid(
        error instanceof Refused ? error.tell().join(" ") : "It could not be tried; is Rock Pin running?",
      );
    }
  };
  const place = (chosen: Hit["kind"]) => {
    setKind(chosen);
    const label = lists.hits.find((one) => one.kind === chosen)?.label ?? chosen;
    setPlacing({
      label: `Tap where it was: ${inside(label)}`,
      onPlace: (x_mm, y_mm, sigma_mm = 0) => {
        setPlacing(null);
        if (practice) return void tryThere(chosen, x_mm, y_mm);
        const hit: Hit = {
          id: freeId(
            chosen.replaceAll("_", "-"),
            wall.hits.map((one) => one.id),
          ),
          kind: chosen,
          x_mm,
          y_mm,
          width_mm: null,
          depth_mm: null,
          sigma_mm,
          drilled: false,
          day: today(),
        };
        void editing
          .saveWall({ hits: [...wall.hits, hit] }, `${inside(label)} put on`)
          .catch(() => undefined);
      },
    });
  };

  return (
    <>
      {!framed && (
        <p className="mb-3 border-l-4 border-rule pl-2 text-[13px] text-soft">
          As far as the wall is known, no studs stand in it. Hits are kept, and count as soon as it turns out
          to be framed.
        </p>
      )}
      <Heading aside="choose, then tap the wall">What answered?</Heading>
      <div className="grid grid-cols-2 gap-1.5" role="group" aria-label="Kinds of hit">
        {lists.hits.map((one) => (
          <button
            key={one.kind}
            type="button"
            onClick={() => place(one.kind)}
            aria-pressed={kind === one.kind}
            className="min-h-11 border border-rule px-2 py-1 text-left text-[13px] leading-tight hover:bg-wash aria-pressed:border-chalk aria-pressed:bg-chalk-wash max-sm:min-h-14 max-sm:text-[15px]"
          >
            {one.label}
          </button>
        ))}
      </div>
      {row && (
        <p className="mt-1.5 text-[12px] text-soft">
          <Said>{row.how}</Said>
        </p>
      )}
      {kind === "pin_wood" && editing.plan.framing.wood_text && (
        <p className="mt-1.5 border-l-4 border-ochre pl-2 text-[13px]">{editing.plan.framing.wood_text}</p>
      )}
      {said && (
        <p role="status" className="mt-2 border-l-4 border-chalk pl-2 text-[14px] font-semibold">
          {said}
        </p>
      )}
      <Pitches plan={editing.plan} />
      {framed && editing.plan.holes.length > 0 && (
        <>
          <Heading aside="solid wood on both sides of the screw">At your holes</Heading>
          <ul className="text-[13px]" aria-label="Wood at each hole">
            {editing.plan.holes.map((hole) => (
              <li key={hole.id} className="flex justify-between border-b border-rule py-1">
                <span>
                  <strong className="mr-2">{hole.number}</strong>
                  {hole.x_text} from the left
                </span>
                <strong>{hole.behind_text}</strong>
              </li>
            ))}
          </ul>
        </>
      )}
      <HitsSoFar {...props} />
      <ScanLine {...props} />
      <Members editing={editing} lists={lists} setPlacing={setPlacing} />
      <FramingRows editing={editing} lists={lists} />
    </>
  );
}
