"""Where the sum of its parts does not hold: what the maker of a plate may rate as a whole."""

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.quantities import show_length, show_mass
from rockpin.core.choice import rated_in_words
from rockpin.core.document.assembly import AssemblyRating, RatedIn
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.stud_remedies import on_one_stud
from rockpin.core.plan.way_out import STOPPED, Trial, WayKind, WayOut, strained

_HOLLOW = {RatedIn.BOARD, RatedIn.PANEL}
_THINNEST = 0.5
"""A screw that a plate is rated with is at least so thick, as a share of its hole."""


def makers_rating(trial: Trial) -> WayOut | None:
    """A rating of the whole by its maker that would let it hold, for what comes with instructions that name one.

    Nobody knows whether there is such a one: it is read, not supposed, so nothing of it is applied.
    """
    fixture, holes = trial.job.fixture, trial.before.holes
    shape = trial.catalogue.shape_by_key.get(fixture.shape or "")
    if shape is None or not shape.rated_by_maker or fixture.rated is not None or fixture.links or not holes:
        return None
    # he rates one thing, and says nothing of a row of them
    if len(trial.struggling.things) > 1 or trial.part is not fixture:
        return None
    # where something holds once a doubt is answered, that is answered first
    if not strained(trial.before) & set(STOPPED):
        return None
    # what a person's weight hangs on is no matter of a leaflet that may be there
    if fixture.mass_kg <= 0 or fixture.carries_people:
        return None
    behind, job, first = {hole.rated_in for hole in holes}, trial.job, "Read its maker's instructions"
    if trial.before.framed and behind != {RatedIn.STUD}:
        found = on_one_stud(trial)
        if found is None:
            return None
        behind, job, first = {RatedIn.STUD}, found, "Find a stud for its middle, and read its maker's instructions"
    if None in behind or _HOLLOW & behind:
        return None
    in_what = tuple(one for one in RatedIn if one in behind)
    widest = max(hole.diameter_mm for support in fixture.supports for hole in support.holes if hole.used)
    rating = AssemblyRating(
        source="instructions",
        rated_in=in_what,
        mass_max_kg=fixture.mass_kg,
        fasteners_least=len(holes),
        screw_min_mm=_THINNEST * widest,
        screw_max_mm=widest,
        hand=trial.catalogue.hands[-1].key,
    )

    def says(_: Plan) -> str:
        reach = max(piece.cog_mm[2] for piece in fixture.pieces)
        return (
            f"{first}: if they rate the whole for {show_mass(fixture.mass_kg, trial.units)} or "
            f"more, its weight {show_length(reach, trial.units)} off the wall, on {len(holes)} screws into "
            f"{rated_in_words(rating)}, put that in with the fixture; it outranks the sum of its parts."
        )

    rated = job.model_copy(update={"fixture": fixture.model_copy(update={"rated": rating})})
    way = trial.way(WayKind.MAKERS_RATING, rated, says, applied=False)
    # whatever it comes to, the instructions are still to be read
    return way and way.model_copy(update={"word": VerdictWord.PROVE_FIRST, "use": None})
