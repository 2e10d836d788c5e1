"""How far apart? So many things on a width, by equal gaps or a wanted margin, measured from the left."""

from pydantic import Field

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.arrangement import Spacing, SpacingKind
from rockpin.core.fixture import places_in


class SpacingQuestion(Model):
    """So many things, each so wide [mm], on a width [mm]. ``margin_mm``: wanted at both ends; None: as the gaps."""

    count: int = Field(default=3, ge=1, le=50)
    each_mm: float = Field(default=0, ge=0, le=5_000)
    width_mm: float = Field(default=1000, gt=0, le=20_000)
    margin_mm: float | None = Field(default=None, ge=0, le=10_000)
    units: UnitSystem = UnitSystem.METRIC


class SpacingAnswer(Model):
    """The answer: the gap and the pitch, and each thing's middle from the left end of the width [mm].

    ``width_mm``, ``each_mm``: what was asked for, to which it belongs.
    """

    width_mm: float
    each_mm: float
    gap_mm: float
    gap_text: str
    pitch_text: str | None
    middles_mm: tuple[float, ...]
    middles_text: tuple[str, ...]
    sentence: str


def how_far_apart(asked: SpacingQuestion) -> SpacingAnswer:
    """Where so many things go on a width. Raises BadInput where they do not fit."""
    widths = [asked.each_mm] * asked.count
    if sum(widths) > asked.width_mm:
        raise BadInput(
            [
                Fault(
                    "each_mm",
                    f"{asked.count} of {show_length(asked.each_mm, asked.units)} do not fit into "
                    f"{show_length(asked.width_mm, asked.units)}; take fewer, or a larger width",
                )
            ]
        )
    margin = asked.margin_mm
    kind = SpacingKind.EQUAL_GAPS if margin is None else SpacingKind.MARGINS
    lefts = places_in(Spacing(kind=kind, span_mm=asked.width_mm, margin_mm=margin or 0), widths)
    middles = tuple(left + asked.each_mm / 2 for left in lefts)
    first = lefts[0]
    gap = lefts[1] - lefts[0] - asked.each_mm if asked.count > 1 else first
    pitch = middles[1] - middles[0] if asked.count > 1 else None
    units = asked.units
    ends = "the same at both ends" if margin is None else f"{show_length(first, units)} at both ends"
    return SpacingAnswer(
        width_mm=asked.width_mm,
        each_mm=asked.each_mm,
        gap_mm=gap,
        gap_text=show_length(gap, units),
        pitch_text=None if pitch is None else show_length(pitch, units),
        middles_mm=middles,
        middles_text=tuple(show_length(one, units) for one in middles),
        sentence=f"{show_length(gap, units)} between them, {ends}."
        if asked.count > 1
        else f"Its middle {show_length(middles[0], units)} from the left.",
    )
