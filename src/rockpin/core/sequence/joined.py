"""What fastens a piece to what stands between it and the wall: screws, bolts, nuts or threads."""

from collections import Counter
from collections.abc import Sequence
from typing import NamedTuple

from rockpin.core.document.fixture import Fixture, LinkKind
from rockpin.core.drilling import DrillCard


class JointFixings(NamedTuple):
    """``screws``: the cards of what is screwed into a board. ``bolts``: what goes through one, in words, and how many.

    ``nuts``, ``threads``: how many bolts go into channel nuts, how many screws into the threads of an anchor plate.
    """

    screws: tuple[DrillCard, ...] = ()
    bolts: tuple[tuple[str, int], ...] = ()
    nuts: int = 0
    threads: int = 0

    def __bool__(self) -> bool:
        return bool(self.screws or self.bolts or self.nuts or self.threads)


def joined_with(fixture: Fixture, screws: Sequence[DrillCard], bolts: Sequence[str]) -> JointFixings:
    """What fastens the brackets of a fixture to what they stand on. ``bolts``: in words, one for each hole."""
    carriers = fixture.carriers
    of_kind: Counter[LinkKind] = Counter()
    for support in fixture.supports:
        if support.id in carriers:
            of_kind[carriers[support.id].kind] += sum(hole.used for hole in support.holes)
    counted = tuple(Counter(bolts).items())
    return JointFixings(tuple(screws), counted, of_kind[LinkKind.CHANNEL], of_kind[LinkKind.ANCHOR_PLATE])
