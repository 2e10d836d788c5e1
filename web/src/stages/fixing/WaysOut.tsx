import { useState } from "react";
import { Link } from "react-router";
import { ask, type Schemas } from "../../api/client";
import { Button, Heading } from "../../ui/controls";
import { Anew } from "../../ui/Anew";
import { INK, Mark } from "../../ui/Mark";
import type { Editing } from "../../job/useWorkspace";
import { Said } from "../../ui/Said";

type WayOut = Schemas["WayOut"];

/** Where it is put in what somebody has to see for himself first. */
const SAID_AT: Partial<Record<WayOut["kind"], { stage: string; words: string }>> = {
  makers_rating: { stage: "fixture", words: "To the fixture" },
  far_face: { stage: "wall", words: "To the wall" },
  foam_behind: { stage: "wall", words: "To the wall" },
  empty_void: { stage: "wall", words: "To the wall" },
};

/** What works where nothing holds, or not for sure: each worked out by the plan, taken with one press. */
export function WaysOut({ editing }: { editing: Editing }) {
  const { job_id } = editing.data;
  const { plan } = editing.data;
  const stuck = plan.holes.some((hole) => hole.chosen === null);
  const [asked, setAsked] = useState(false);
  const wanted = plan.verdict.word !== "ready";
  const asks = wanted && (stuck || asked);
  const query = ask.useQuery(
    "get",
    "/api/jobs/{job_id}/ways-out",
    { params: { path: { job_id } } },
    { enabled: asks },
  );
  if (!wanted) return null;
  // ways out of what it was before lead back there
  const ways = asks && !query.isFetching ? query.data : undefined;
  const take = (way: WayOut) => {
    const { job } = way;
    if (!job) return;
    const { fixture, placement, choices } = job;
    void editing.saveJob({ fixture, placement, choices }, way.sentence.slice(0, 110)).catch(() => undefined);
  };

  return (
    <>
      <Heading>Ways that work</Heading>
      {!stuck && !asked && (
        <Button className="w-full" onClick={() => setAsked(true)}>
          Is there another way?
        </Button>
      )}
      <Anew busy={query.isFetching} says="Planning each of them…">
        {ways?.length === 0 && (
          <p className="mb-3 text-[13px] text-soft">
            None was found by moving it, by other holes or fixings, by a board behind it or by less weight.
          </p>
        )}
        <ul aria-label="Ways that work">
          {ways?.map((way) => (
            <li
              key={way.kind}
              className="grid grid-cols-[18px_1fr_auto] items-start gap-x-2 border-t border-rule py-2"
            >
              <span className={`pt-0.5 ${INK[way.word]}`}>
                <Mark severity={way.word} size={12} />
              </span>
              <span className="min-w-0 text-[13px]">
                <Said>{way.sentence}</Said>
              </span>
              {way.job && (
                <Button className="min-h-8" onClick={() => take(way)} aria-label={`Do it: ${way.sentence}`}>
                  Do it
                </Button>
              )}
              {SAID_AT[way.kind] && (
                <Link
                  to={`/jobs/${job_id}/${SAID_AT[way.kind]?.stage ?? ""}`}
                  className="pt-0.5 text-[13px] text-chalk underline underline-offset-2"
                >
                  {SAID_AT[way.kind]?.words}
                </Link>
              )}
            </li>
          ))}
        </ul>
      </Anew>
    </>
  );
}
