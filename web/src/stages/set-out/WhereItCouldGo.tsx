import type { Units } from "../../api/client";
import { showLength } from "../../lib/units";
import { nearestReady, type WallPlaces } from "../../job/useWallPlaces";
import type { Editing } from "../../job/useWorkspace";
import { Button, Checkbox } from "../../ui/controls";

const LOOKS =
  "Dots: ready. Open diamonds: prove first. Strokes: not there. Each stands for the fixture\u2019s middle.";

function told({ map, places, growing }: WallPlaces, units: Units): string {
  if (map) {
    const every = map.told.columns * map.rows.length;
    const share = map.told.ready / every;
    const ready =
      map.told.ready === 0 ? "None" : share < 0.001 ? "Hardly any" : `${Math.round(share * 1000) / 10} %`;
    if (map.told.step_mm === 1)
      return `Every millimetre of the wall is worked out: ${ready} of it is ready. ${LOOKS}`;
    const between = growing ? "what lies between follows" : "what lies between was not judged";
    return `Places ${showLength(map.told.step_mm, units)} apart are worked out, ${between}: ${ready} of them are ready. ${LOOKS}`;
  }
  if (places.length === 0) return "Every place of the wall is being worked out\u2026";
  return `${places.length} places judged${growing ? ", more are coming" : ""}. ${LOOKS} What lies between was not judged.`;
}

/** A picture of the whole wall: where it would be ready; one press goes to the nearest such place. */
export function WhereItCouldGo({ editing, wallPlaces }: { editing: Editing; wallPlaces: WallPlaces }) {
  const { shown, show, growing } = wallPlaces;
  const nearest = nearestReady(wallPlaces, editing.at);
  const { units } = editing.data.site;
  return (
    <section aria-label="Where it could go" className="mt-4 border-t border-rule pt-3">
      <Checkbox label="Where it could go" checked={shown} onChange={show} />
      {shown && (
        <>
          <p className="mt-1 text-[12.5px] text-soft" role="status">
            {told(wallPlaces, units)}
          </p>
          {nearest && nearest.away > 0 && (
            <Button
              look="open"
              className="mt-2 w-full"
              onClick={() =>
                void editing
                  .put({ x_mm: nearest.place.x_mm, y_mm: nearest.place.y_mm })
                  .catch(() => undefined)
              }
            >
              To the nearest ready place, {showLength(nearest.away, units)} away
            </Button>
          )}
          {!growing && !nearest && (
            <p className="mt-1 text-[13px] font-semibold">No place on this wall is ready.</p>
          )}
        </>
      )}
    </section>
  );
}
