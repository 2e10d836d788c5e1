import { useEffect, useState } from "react";
import { ask, type Rect, type Schemas } from "../../api/client";
import { Button, Heading } from "../../ui/controls";
import { Anew } from "../../ui/Anew";
import { INK, Mark } from "../../ui/Mark";
import type { Editing } from "../../job/useWorkspace";
import { Said } from "../../ui/Said";

type Place = Schemas["BetterPlace"];

/** Places near that are better in something, in sentences; the one that is rested on is drawn on the wall. */
export function NearPlaces({
  editing,
  setHighlight,
}: {
  editing: Editing;
  setHighlight: (area: Rect | null) => void;
}) {
  const { job_id } = editing.data;
  const [asked, setAsked] = useState(false);
  const query = ask.useQuery(
    "get",
    "/api/jobs/{job_id}/places",
    { params: { path: { job_id } } },
    { enabled: asked },
  );
  // what was worked out for the job as it was before says nothing of it now
  const places = asked && !query.isFetching ? query.data : undefined;
  useEffect(() => () => setHighlight(null), [setHighlight]);
  const take = (place: Place) => {
    setHighlight(null);
    const { placement } = place.job;
    void editing.saveJob(() => ({ placement }), "put in a better place").catch(() => undefined);
  };
  return (
    <>
      <Heading>Better places near</Heading>
      {!asked && (
        <Button className="w-full" onClick={() => setAsked(true)}>
          {editing.plan.post ? "Would it be better higher or lower?" : "Would it be better a little aside?"}
        </Button>
      )}
      <Anew busy={query.isFetching} says="Judging places near…">
        {places?.length === 0 && (
          <p className="text-[13px] text-soft">
            Of the places near that were judged, on studs, in bricks and out of zones, none is better.
          </p>
        )}
        <ul aria-label="Better places near">
          {places?.map((place) => (
            <li
              key={`${place.dx_mm} ${place.dy_mm}`}
              className="grid grid-cols-[18px_1fr_auto] items-start gap-x-2 border-t border-rule py-2"
              onPointerEnter={() => setHighlight(place.area)}
              onPointerLeave={() => setHighlight(null)}
              onFocus={() => setHighlight(place.area)}
              onBlur={() => setHighlight(null)}
            >
              <span className={`pt-0.5 ${INK[place.word]}`}>
                <Mark severity={place.word} size={12} />
              </span>
              <span className="min-w-0 text-[13px]">
                <Said>{place.sentence}</Said>
              </span>
              <Button
                className="min-h-8"
                onClick={() => take(place)}
                aria-label={`Put it there: ${place.sentence}`}
              >
                Put it there
              </Button>
            </li>
          ))}
        </ul>
      </Anew>
    </>
  );
}
