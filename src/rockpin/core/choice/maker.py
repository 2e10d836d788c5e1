"""What the maker of the thing allows, and what he rates as a whole: plate, screws and wall tested together.

A tested whole outranks the sum of its parts where every condition that it names is met; the parts' own figures stand
beside it.
"""

from collections.abc import Sequence
from copy import copy

from rockpin.core.base.quantities import show_across, show_length, show_limit, show_mass, show_use
from rockpin.core.base.words import WorkLine
from rockpin.core.capacity import Assessment, Mode, Refusal, method_of
from rockpin.core.document.assembly import AssemblyRating, RatedIn
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.fixture import Environment, Fixture, HeldBy, LimitKind
from rockpin.core.fixture import things_of
from rockpin.core.framing import BehindKind
from rockpin.core.hole import Spot
from rockpin.core.identification import Family, WallReading
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.materials import BoardKind

_IN_BOARD = {BoardKind.GYPSUM: RatedIn.BOARD, BoardKind.PANEL: RatedIn.PANEL}
_WORDS = {
    RatedIn.BOARD: "board",
    RatedIn.PANEL: "a thin panel",
    RatedIn.STUD: "a wooden stud",
    RatedIn.CONCRETE: "concrete",
    RatedIn.SOLID: "solid brick or stone",
    RatedIn.CORED: "cored brick",
    RatedIn.HOLLOW: "hollow block",
    RatedIn.AERATED: "aerated block",
}


def holds_in(fixing: AnyFixing, spot: Spot) -> RatedIn | None:
    """What a fixing would hold in at a hole, as ratings tell it apart; None in a joint, a steel stud, old plaster."""
    return rated_in(method_of(fixing).kind_behind(spot.behind(0.0).kind), spot.reading)


def rated_in(kind: BehindKind, reading: WallReading) -> RatedIn | None:
    """What a printed load has to be for, to count with this behind the face; None where none is printed for such."""
    match kind:
        case BehindKind.TIMBER:
            return RatedIn.STUD
        case BehindKind.VOID:
            return _IN_BOARD.get(reading.board_kind) if reading.board_kind else None
        case BehindKind.JOINT | BehindKind.STEEL | BehindKind.OPEN:
            return None
    if reading.family is Family.CONCRETE:
        return RatedIn.CONCRETE
    return RatedIn(reading.solidity.value) if reading.solidity else None


def _beyond_hanging(fixture: Fixture, catalogue: Catalogue) -> str | None:
    """What acts on a thing besides its weight and hands; a rating by what it holds was not tested for that."""
    figures = catalogue.figures.demand
    wind_pa = figures.wind_pa if fixture.wind_pa is None else fixture.wind_pa
    if catalogue.duty_by_key[fixture.duty].sideways_g:
        return "shaking"
    if fixture.environment is Environment.OUTDOOR and wind_pa:
        return "wind"
    if any(piece.held_by is not HeldBy.WALL for piece in fixture.pieces):
        return "a thing that only leans on the wall and may tip"
    return None


def _heaviest_kg(fixture: Fixture) -> float:
    """The mass of the heaviest thing of a row [kg]: each of them is one of those that were tested."""
    return max(thing.mass_kg for thing in things_of(fixture))


def _fewest_screws(fixture: Fixture, spots: Sequence[Spot]) -> int:
    """On how few screws any thing of a row hangs [a count]."""
    held = [{part.id for some in (one.supports, one.links) for part in some} for one in things_of(fixture)]
    return min(sum(spot.hole.support in parts for spot in spots) for parts in held)


def _unmet(rating: AssemblyRating, fixture: Fixture, spots: Sequence[Spot], catalogue: Catalogue) -> str | None:
    """The first condition of the whole that is not met, in words with both figures; None where all are."""
    units, hands = spots[0].units, [row.key for row in catalogue.hands]
    covering = max(spot.skin_lever_mm for spot in spots)
    reach = max((piece.cog_mm[2] for piece in fixture.pieces), default=0.0)
    heaviest = max((fixture.hand_of(piece) for piece in fixture.pieces), key=hands.index, default=fixture.hand)
    if fixture.rails and not rating.carries_people:
        return "it says nothing of a person's weight"
    if fixture.carriers:
        return "it stands on a part of its own, not on the wall"
    if any(piece.shape for piece in fixture.pieces):
        return "it says nothing of another thing in the row: plan that as a job of its own"
    if says_nothing := _beyond_hanging(fixture, catalogue):
        return f"it says nothing of {says_nothing}"
    if (mass := _heaviest_kg(fixture)) > rating.mass_max_kg + 1e-9:
        return f"it holds for {show_mass(rating.mass_max_kg, units)}, and this is {show_mass(mass, units)}"
    if rating.reach_max_mm is not None and reach > rating.reach_max_mm + 1e-6:
        return (
            f"it holds for a weight {show_limit(rating.reach_max_mm, units)} off the wall, "
            f"and this stands {show_length(reach, units)} off"
        )
    if rating.covering_max_mm is not None and covering > rating.covering_max_mm + 1e-6:
        return (
            f"it allows {show_limit(rating.covering_max_mm, units)} in front of what holds, "
            f"and there is {show_length(covering, units)}"
        )
    if (screws := _fewest_screws(fixture, spots)) < rating.fasteners_least:
        return f"it wants {rating.fasteners_least} screws, and {screws} are used"
    if not fixture.carries_people and hands.index(heaviest) > hands.index(rating.hand):
        labels = {row.key: row.label.lower() for row in catalogue.hands}
        return f"it holds for {labels[rating.hand]} at most, and here it is {labels[heaviest]}"
    return None


class Maker:
    """What the maker of one fixture allows at its holes. ``unmet``: why his rating of the whole does not count."""

    def __init__(self, fixture: Fixture, spots: Sequence[Spot], catalogue: Catalogue) -> None:
        self._limits, self._rating, self._rows = fixture.limits, fixture.rated, catalogue.fixing_by_key
        self.unmet = _unmet(fixture.rated, fixture, spots, catalogue) if fixture.rated and spots else None
        self._use = _heaviest_kg(fixture) / fixture.rated.mass_max_kg if fixture.rated else 0.0

    @property
    def says_nothing(self) -> bool:
        """Whether nothing of what he says touches a fixing."""
        return not self._limits and (self._rating is None or self.unmet is not None)

    def by_parts(self) -> "Maker":
        """The same, as if he rated nothing as a whole."""
        plain = copy(self)
        plain._rating = None
        return plain

    @staticmethod
    def counts_throughout(taken: Sequence[Assessment | None]) -> bool:
        """Whether his rating counts at every hole or at none: a whole of which a part is another was not tested."""
        rated = [one is not None and one.parts_use is not None for one in taken]
        return all(rated) or not any(rated)

    def judge(self, one: Assessment, spot: Spot) -> Assessment:
        """The same, refused where he allows no such screw, or by his rating of the whole where that counts here."""
        limited = self._limited(one, spot)
        rating = self._rating
        if rating is None or self.unmet or limited.screw is None or limited.hole is None:
            return limited
        if {refusal.code for refusal in limited.refusals} - {"too-weak"}:
            return limited
        fixing = self._rows[one.fixing]
        embedded = min(limited.hole.grip_to_mm, limited.screw.length_mm - limited.screw.under_head_mm)
        if (
            holds_in(fixing, spot) not in rating.rated_in
            or not rating.screw_min_mm - 0.05 <= limited.screw.diameter_mm <= rating.screw_max_mm + 0.05
            or embedded - spot.reading.skin_mm < rating.embedment_min_mm - 1e-6
        ):
            return limited
        return self._as_rated(limited, rating, spot)

    def _limited(self, one: Assessment, spot: Spot) -> Assessment:
        if one.screw is None or not one.accepted:
            return one
        for limit in self._limits:
            size = show_across(limit.value, spot.units)
            thin = limit.kind is LimitKind.FASTENER_DIAMETER_MIN_MM and one.screw.diameter_mm < limit.value - 1e-6
            thick = limit.kind is LimitKind.FASTENER_DIAMETER_MAX_MM and one.screw.diameter_mm > limit.value + 1e-6
            if thin or thick:
                says = f"The maker wants screws of at {'least' if thin else 'most'} {size} ({limit.source})."
                return one._replace(refusals=(Refusal("maker-screw", says, {"limit": limit.value}),))
        return one

    def _as_rated(self, one: Assessment, rating: AssemblyRating, spot: Spot) -> Assessment:
        line = WorkLine(
            text=f"the whole is rated for {show_mass(rating.mass_max_kg, spot.units)} and used to "
            f"{show_use(self._use)}; its parts by themselves would be used to {show_use(one.use)}",
            source=rating.source,
        )
        return one._replace(
            refusals=(),
            use=self._use,
            mode=Mode.RATED,
            governs=Mode.RATED.words,
            parts_use=one.use,
            parts_governs=one.governs,
            lines=lambda: (line, *one.lines()),
        )


def rated_in_words(rating: AssemblyRating) -> str:
    """What a rating holds in, in words."""
    return " or ".join(_WORDS[one] for one in rating.rated_in)
