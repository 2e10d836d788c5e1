"""A step of the work, and steps put in order by what each of them needs."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from enum import StrEnum

from rockpin.core.base.model import Model


class Phase(StrEnum):
    """The stretches of the work, in the order in which a step of one goes before a step of another that could wait."""

    GATHER = "gather"
    SAFE = "safe"
    MARK = "mark"
    DRILL = "drill"
    SET = "set"
    FIRST_UP = "first_up"
    TRY = "try"
    HANG = "hang"
    GOOD = "making_good"
    RECORD = "record"


class StepHole(Model):
    """A hole as a step looks at it: its number, and the figure that is carried to the wall there, if it has its own."""

    hole_id: str
    number: int
    figure: str | None = None
    words: str | None = None
    done: bool = False


class WaitTime(Model):
    """How long [min] a wait takes at a temperature of the wall, in words."""

    at_text: str
    minutes: float


class Wait(Model):
    """Something that has to harden before anybody goes on. ``times``: by temperature, the coldest first."""

    label: str
    times: tuple[WaitTime, ...]


class Step(Model):
    """One step of the work.

    ``figure``: the one figure to set or to mark. ``hammer``: what the hammer does, in its order. ``needs``: the steps
    that go before it, by id. ``danger``: what is dangerous while the work stands as it does at this step. ``asks``:
    each of its holes is answered for, as planned or otherwise. ``minutes``: of work, waits not counted.
    """

    id: str
    number: int
    phase: Phase
    title: str
    sentence: str
    figure: str | None = None
    figure_words: str | None = None
    hammer: tuple[str, ...] = ()
    feel: str | None = None
    stop: str | None = None
    at: tuple[StepHole, ...] = ()
    holes: tuple[int, ...] = ()
    needs: tuple[str, ...] = ()
    people: int = 1
    minutes: float
    wait: Wait | None = None
    danger: str | None = None
    reversible: bool = True
    asks: bool = False
    done: bool = False


@dataclass
class Draft:
    """A step before it has its number. ``tie``: what goes first among steps of a phase that could change places."""

    id: str
    phase: Phase
    title: str
    sentence: str
    minutes: float
    needs: list[str] = field(default_factory=list)
    at: tuple[StepHole, ...] = ()
    figure: str | None = None
    figure_words: str | None = None
    hammer: tuple[str, ...] = ()
    feel: str | None = None
    stop: str | None = None
    people: int = 1
    wait: Wait | None = None
    danger: str | None = None
    reversible: bool = True
    asks: bool = False
    tie: tuple[str, ...] = ()


_ORDER = tuple(Phase)


def in_order(drafts: Sequence[Draft], done: frozenset[str]) -> tuple[Step, ...]:
    """The steps in an order in which each comes after all that it needs (Kahn 1962, CACM 5).

    Of those that could be next, the one of the earliest phase is, then by bit and by the number of its first hole.
    Raises ValueError where steps need one another in a circle. ``done``: the ids of steps that are behind one.
    """
    waiting = {one.id: one for one in drafts}
    known = set(waiting)
    ordered: list[Step] = []
    while waiting:
        free = [one for one in waiting.values() if not any(need in waiting for need in one.needs)]
        if not free:
            raise ValueError(f"these steps need one another: {', '.join(sorted(waiting))}")
        one = min(
            free,
            key=lambda draft: (
                _ORDER.index(draft.phase),
                draft.tie,
                draft.at[0].number if draft.at else 0,
                draft.id,
            ),
        )
        del waiting[one.id]
        answered = bool(one.at) and all(hole.done for hole in one.at)
        ordered.append(
            Step(
                id=one.id,
                number=len(ordered) + 1,
                phase=one.phase,
                title=one.title,
                sentence=one.sentence,
                figure=one.figure,
                figure_words=one.figure_words,
                hammer=one.hammer,
                feel=one.feel,
                stop=one.stop,
                at=one.at,
                holes=tuple(hole.number for hole in one.at),
                needs=tuple(need for need in one.needs if need in known),
                people=one.people,
                minutes=one.minutes,
                wait=one.wait,
                danger=one.danger,
                reversible=one.reversible,
                asks=one.asks,
                done=answered or (not one.asks and one.id in done),
            )
        )
    return tuple(ordered)
