"""Which bit? For the plug or the screw in somebody's hand: bit, pilot, depth, tape and what comes off for dust."""

from collections.abc import Iterable, Sequence
from enum import StrEnum
from typing import NamedTuple

from pydantic import Field

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.base.keeping import NOTHING_KEPT, Keep
from rockpin.core.base.model import Id, Model, Name
from rockpin.core.base.quantities import UnitSystem, show_bit, show_length
from rockpin.core.base.words import inside
from rockpin.core.document.fixings import AnyFixing, BoardAnchor, ConcreteAnchor, MasonryPlug
from rockpin.core.document.job import Choice, JobDocument, Region, Site
from rockpin.core.document.kit import Kit
from rockpin.core.drilling import DrillCard
from rockpin.core.identification import Family, WallReading
from rockpin.core.plan import Plan, make_plan
from rockpin.core.questions.supposed import Supposed, supposed_job
from rockpin.core.tables.catalogue import Catalogue

_IN_HAND = "in_hand"
_NEAR_MM = 0.75
"""A plug or screw of the catalogue stands for the one in hand where it differs by no more [mm] in diameter."""
_TRIED = 6
_SAME_MM = 0.3
_BOARD_PLUG = (
    "Yours is one for board, with a flange that stays in front: an ordinary expanding plug has nothing to spread "
    "against there."
)
_LIGHT = {"own": 0.2, "holds": 0.0}


class InHand(StrEnum):
    PLUG = "plug"
    SCREW = "screw"


class BitQuestion(Model):
    """A plug or a screw by its size [mm], and the wall that it goes into; ``bits_mm``: one's own bits, none: any."""

    in_hand: InHand = InHand.PLUG
    diameter_mm: float = Field(default=8, gt=0, le=40)
    length_mm: float = Field(default=40, gt=0, le=600)
    region: Region = Region.BRITAIN
    units: UnitSystem = UnitSystem.METRIC
    wall: Id = "plastered_brick"
    plaster_mm: float | None = Field(default=None, ge=0, le=100)
    in_studs: bool = False
    bits_mm: tuple[float, ...] = Field(default=(), max_length=200)


class BitAnswer(Model):
    """The answer: the card of the hole, or why there is none.

    ``against``: why this does not hold in that wall. ``instead``: a size that would.
    """

    label: Name
    card: DrillCard | None
    against: tuple[str, ...]
    instead: str | None
    assumed: tuple[str, ...]
    before: tuple[str, ...]


def _nearest(rows: Iterable[tuple[AnyFixing, float, float]], asked: BitQuestion) -> list[AnyFixing]:
    """The rows nearest to what is in hand, by diameter and then by length [mm]."""
    near = [one for one in rows if abs(one[1] - asked.diameter_mm) <= _NEAR_MM]
    near.sort(key=lambda one: (abs(one[1] - asked.diameter_mm), abs(one[2] - asked.length_mm)))
    return [row for row, _, _ in near]


def _plugs(asked: BitQuestion, catalogue: Catalogue) -> list[AnyFixing]:
    """Plugs of that size, as they are in hand."""
    masonry = [
        (row, row.hole_mm, row.plug_length_mm)
        for row in catalogue.fixings
        # a plug that comes with a sleeve for what stands off the wall is no plug by itself
        if isinstance(row, MasonryPlug) and row.kind == "plug" and row.stand_off is None
    ]
    board = [
        (row, row.hole_mm, asked.length_mm)
        for row in catalogue.fixings
        if isinstance(row, BoardAnchor) and row.kind in ("plug", "sleeve") and row.hole_mm
    ]
    label = f"Plug {asked.diameter_mm:g} × {asked.length_mm:g}"
    if asked.units is UnitSystem.IMPERIAL:
        label = f"Plug {show_bit(asked.diameter_mm, asked.units)} × {show_length(asked.length_mm, asked.units)}"
    own = {"key": _IN_HAND, "label": label, "label_us": None}
    sized = {"hole_mm": asked.diameter_mm, "plug_length_mm": asked.length_mm}
    found: list[AnyFixing] = [row.model_copy(update=own | sized) for row in _nearest(masonry, asked)[:_TRIED]]
    return [*found, *(row.model_copy(update={"key": f"{_IN_HAND}_board"}) for row in _nearest(board, asked)[:1])]


def _screws(asked: BitQuestion, catalogue: Catalogue) -> list[AnyFixing]:
    """Whatever a screw of that diameter may be used as by itself, as the catalogue has it."""
    rows: list[tuple[AnyFixing, float, float]] = []
    sold = Site(id=_IN_HAND, name=_IN_HAND, region=asked.region).sold
    for row in catalogue.fixings:
        if not set(sold) & set(row.systems):
            continue
        if isinstance(row, ConcreteAnchor):
            # a bolt with a nut is no screw
            if not row.head.startswith("nut"):
                rows.append((row, row.diameter_mm, asked.length_mm))
        elif not isinstance(row, BoardAnchor) and (not isinstance(row, MasonryPlug) or row.kind == "masonry_screw"):
            screw = catalogue.screw_by_key.get(next(iter(row.screw_keys), ""))
            if screw is not None and not screw.stainless and set(screw.systems) & set(row.systems):
                rows.append((row, screw.diameter_mm, asked.length_mm))
    return _nearest(rows, asked)[:_TRIED]


def _in_that_length(row: AnyFixing, length_mm: float, catalogue: Catalogue) -> AnyFixing:
    """A screw's row in the one length [mm] that is in hand."""
    if isinstance(row, ConcreteAnchor):
        return row.model_copy(update={"key": _IN_HAND, "lengths_mm": (length_mm,)})
    screw = catalogue.screw_by_key[row.screw_keys[0]]
    mine = screw.model_copy(update={"key": f"{_IN_HAND}_screw", "lengths_mm": (length_mm,)})
    named = {"screws": (mine.key,)} if isinstance(row, MasonryPlug) else {"screw": mine.key}
    return row.model_copy(update={"key": _IN_HAND, "brings": (mine,), **named})


def _job(asked: BitQuestion, row: AnyFixing, catalogue: Catalogue) -> JobDocument:
    """A light hook on that wall, whose one hole lets the screw through."""
    known = [catalogue.screw_by_key[key].diameter_mm for key in row.screw_keys if key in catalogue.screw_by_key]
    widest = max([*known, asked.diameter_mm if asked.in_hand is InHand.SCREW else 0.0])
    hole = max(4.0, widest + 2 * catalogue.figures.hole.bracket_play_mm)
    supposed = Supposed(
        region=asked.region,
        units=asked.units,
        wall=asked.wall,
        plaster_mm=asked.plaster_mm,
        in_studs=asked.in_studs,
        looked=True,
        hand="none",
        measures={**_LIGHT, "hole": hole, "width": max(40.0, 3 * hole)},
    )
    job = supposed_job(supposed, catalogue)
    hole_id = job.fixture.supports[0].holes[0].id
    own = () if row.key in catalogue.fixing_by_key else (row,)
    choices = (Choice(hole_id=hole_id, fixing=row.key),)
    return job.model_copy(update={"own_fixings": own, "choices": choices, "kit": Kit(bits_mm=asked.bits_mm)})


class _Tried(NamedTuple):
    row: AnyFixing
    plan: Plan
    against: tuple[str, ...]
    reckoned: bool

    @property
    def card(self) -> DrillCard | None:
        return None if self.against else self.plan.holes[0].card


def _try(asked: BitQuestion, row: AnyFixing, catalogue: Catalogue, keep: Keep) -> _Tried:
    plan = make_plan(_job(asked, row, catalogue), catalogue, keep)
    refused = next((one for one in plan.holes[0].refused if one.fixing == row.key), None)
    return _Tried(row, plan, refused.reasons if refused else (), refused is None or refused.use is not None)


def _as_sold(
    asked: BitQuestion, rows: Sequence[AnyFixing], tried: Sequence[_Tried], catalogue: Catalogue, keep: Keep
) -> tuple[_Tried, str] | None:
    """What the screw in hand is refused for where one of another length would do, and which one."""
    for row, one in zip(rows, tried, strict=True):
        card = _try(asked, row, catalogue, keep).card
        if card is not None:
            return one, f"One of {card.screw_text} would do: {inside(row.label)}."
    return None


def _plug_for(asked: BitQuestion, wall: WallReading, catalogue: Catalogue) -> str | None:
    """The smallest plug that a wood screw of that diameter goes into, for walls that no screw holds in by itself."""
    if wall.family not in (Family.MASONRY, Family.CONCRETE):
        return None
    sold = Site(id=_IN_HAND, name=_IN_HAND, region=asked.region).sold
    fitting = [
        row
        for row in catalogue.fixings
        if isinstance(row, MasonryPlug)
        and row.kind == "plug"
        and any(
            abs(screw.diameter_mm - asked.diameter_mm) <= _SAME_MM and set(screw.systems) & set(sold)
            for screw in (catalogue.screw_by_key[key] for key in row.screws)
        )
    ]
    if not fitting:
        return None
    smallest = min(fitting, key=lambda row: row.hole_mm)
    return f"Here it wants a plug: {inside(smallest.label)} takes it."


def which_bit(asked: BitQuestion, catalogue: Catalogue, keep: Keep = NOTHING_KEPT) -> BitAnswer:
    """The hole for a plug or a screw in a wall. Raises BadInput for a size that no row of the catalogue comes near."""
    catalogue = catalogue.in_words_of(asked.region)
    plug = asked.in_hand is InHand.PLUG
    rows = _plugs(asked, catalogue) if plug else _screws(asked, catalogue)
    if not rows:
        what = "plug" if plug else "screw"
        raise BadInput(
            [Fault("diameter_mm", f"no {what} near {asked.diameter_mm:g} mm is known here; measure it again")]
        )
    mine = rows if plug else [_in_that_length(row, asked.length_mm, catalogue) for row in rows]
    tried = [_try(asked, row, catalogue, keep) for row in mine]
    best = min(tried, key=lambda one: (bool(one.against), not one.reckoned, len(one.against)))
    other = None if plug or best.card else _as_sold(asked, rows, tried, catalogue, keep)
    best, instead = other or (best, None)
    if best.card is None and instead is None and not plug:
        instead = _plug_for(asked, best.plan.reading, catalogue)
    wall = best.plan.reading
    layers = ", ".join(f"{inside(one.label)} {show_length(one.thickness_mm, asked.units)}" for one in wall.layers)
    into = " A stud stands behind it." if asked.in_studs and wall.family.framed else ""
    return BitAnswer(
        label=best.row.label,
        card=best.card,
        against=best.against,
        instead=instead,
        assumed=(
            f"The wall is {layers}, front to back.{into} Measure what you can: the depth follows from it.",
            *((_BOARD_PLUG,) if plug and isinstance(best.row, BoardAnchor) else ()),
        ),
        before=best.plan.cautions,
    )
