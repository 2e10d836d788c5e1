import { showLength } from "../../lib/units";
import { nearestReady, type WallPlaces } from "../../job/useWallPlaces";
import type { Editing } from "../../job/useWorkspace";
import { Button, Checkbox } from "../../ui/controls";

/** A picture of the whole wall: at which of the places judged it would be ready; one press goes to the nearest. */
export function WhereItCouldGo({ editing, wallPlaces }: { editing: Editing; wallPlaces: WallPlaces }) {
  const { shown, show, places, growing } = wallPlaces;
  const nearest = nearestReady(places, editing.at);
  const { units } = editing.data.site;
  return (
    <section aria-label="Where it could go" className="mt-4 border-t border-rule pt-3">
      <Checkbox label="Where it could go" checked={shown} onChange={show} />
      {shown && (
        <>
          <p className="mt-1 text-[12.5px] text-soft" role="status">
            {places.length} places judged{growing ? ", more are coming" : ""}. A dot: ready. An open diamond:
            prove first. A stroke: not there. What lies between was not judged.
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
          {places.length > 0 && !growing && !nearest && (
            <p className="mt-1 text-[13px] font-semibold">None of the places judged on this wall is ready.</p>
          )}
        </>
      )}
    </section>
  );
}
