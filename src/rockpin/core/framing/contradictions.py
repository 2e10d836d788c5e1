"""What contradicts what: two hits that cannot both be of one stud, and a void where somebody put one in."""

from collections.abc import Sequence
from itertools import combinations
from math import hypot

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.evidence import HitKind
from rockpin.core.document.wall import HowKnown
from rockpin.core.framing.behind import MemberReading
from rockpin.core.framing.stud_row import Located
from rockpin.core.tables.catalogue import Catalogue


class Contradiction(Model):
    """Two hits of which at least one is wrong."""

    x_mm: float
    text: str


def contradictions_of(
    stated: Sequence[MemberReading],
    shared: Sequence[tuple[MemberReading, list[Located]]],
    hits: Sequence[Located],
    bits: set[str],
    labels: dict[HitKind, str],
    units: UnitSystem,
    catalogue: Catalogue,
) -> tuple[Contradiction, ...]:
    """What contradicts what. ``bits``: the hits that are holes which were drilled."""
    found: list[Contradiction] = []
    limit = catalogue.figures.framing.contradiction_sigmas

    def name(hit: Located) -> str:
        what = "hole" if hit.id in bits else labels[hit.kind].lower()
        return f"{what} at {show_length(hit.x_mm, units)}"

    def no_stud(void: Located) -> str:
        free = "bit" if void.id in bits else "pin"
        return f"contradict each other: where the {free} was free there is no stud"

    def add(one: Located, other: Located, why: str) -> None:
        found.append(Contradiction(x_mm=one.x_mm, text=f"The {name(one)} and the {name(other)} {why}."))

    voids = [hit for hit in hits if hit.kind is HitKind.PIN_VOID]
    # what a row only predicts nobody has put in
    for member in (one for one in stated if not one.horizontal and one.known is not HowKnown.PREDICTED):
        middle_mm, half_mm = member.rect.centre_x_mm, member.rect.width_mm / 2
        found += [
            Contradiction(
                x_mm=void.x_mm,
                text=(
                    f"The stud that was put in at {show_length(middle_mm, units)} and the {name(void)} {no_stud(void)}."
                ),
            )
            for void in voids
            if abs(middle_mm - void.x_mm) < half_mm - 1
        ]
    for member, mine in shared:
        solid = [hit for hit in mine if hit.kind is not HitKind.PIN_VOID]
        for one, other in combinations(solid, 2):
            if abs(one.x_mm - other.x_mm) > limit * hypot(one.sigma_mm, other.sigma_mm):
                add(one, other, "cannot both be the same stud; look again at one of them")
        for void in voids:
            for hit in solid:
                near = member.rect.width_mm / 2 - 1
                if abs(hit.x_mm - void.x_mm) < near:
                    add(hit, void, no_stud(void))
    return tuple(found)
