"""Every refusal, warning and permission is a Finding; the verdict of a stage is the worst of its findings.

The screen, the card and the record all show these same objects.
"""

import re
from collections.abc import Iterable
from enum import StrEnum

from pydantic import Field

from rockpin.core.base.model import Model, Rect
from rockpin.core.base.words import holes_words


class Severity(StrEnum):
    """From harmless to forbidden. REFUSE speaks of one fixing at one hole and does not weigh on the job."""

    PERMIT = "permit"
    NOTE = "note"
    REFUSE = "refuse"
    PROVE_FIRST = "prove_first"
    DO_NOT_DRILL = "do_not_drill"


class Stage(StrEnum):
    """The seven stages in the order in which a person works at a wall."""

    WALL = "wall"
    HIDDEN = "hidden"
    FIXTURE = "fixture"
    FIXING = "fixing"
    SET_OUT = "set-out"
    DRILL = "drill"
    RECORD = "record"


class VerdictWord(StrEnum):
    READY = "ready"
    PROVE_FIRST = "prove_first"
    DO_NOT_DRILL = "do_not_drill"


class Where(Model):
    """The place a finding speaks of; a field left empty means that it does not matter there."""

    wall: str | None = None
    hole: str | None = None
    area: Rect | None = None
    layer: int | None = None
    fixing: str | None = None
    item: str | None = None


class Finding(Model):
    """One statement of the plan: how bad, where, which rule, its figures, a sentence and the way out."""

    severity: Severity
    stage: Stage
    code: str
    sentence: str
    action: str | None = None
    action_stage: Stage | None = None
    figures: dict[str, float] = Field(default_factory=dict)
    where: Where = Where()


class Verdict(Model):
    """The worst of some findings, as a word and a sentence, with the next thing to do."""

    word: VerdictWord
    label: str
    sentence: str
    action: str | None
    action_stage: Stage | None
    hole: str | None
    count: int


_LABELS = {
    VerdictWord.READY: "Ready to drill",
    VerdictWord.PROVE_FIRST: "Prove first",
    VerdictWord.DO_NOT_DRILL: "Do not drill",
}
_WEIGHTS = {Severity.PROVE_FIRST: 1, Severity.DO_NOT_DRILL: 2}
_STAGE_ORDER = {stage: place for place, stage in enumerate(Stage)}


def severity_weight(severity: Severity) -> int:
    """How much a severity weighs [1]: 0 where drilling may go on, 1 for proof wanted, 2 for a stop."""
    return _WEIGHTS.get(severity, 0)


def weight(finding: Finding) -> int:
    """How much a finding weighs [1], as its severity."""
    return severity_weight(finding.severity)


_OF_SEVERAL = {
    ":": ":",
    " reaches": " reach",
    " lies": " lie",
    " goes": " go",
    " may": " may each",
    " holds": " hold",
    " does": " do",
    " is": " are",
}
"""How what is said of one hole goes on where it is said of several."""
_OF_A_HOLE = re.compile(rf"Hole (\d+)({'|'.join(_OF_SEVERAL)}) ")


def gathered(findings: Iterable[Finding]) -> list[Finding]:
    """Findings as they are read: what is said of several holes in the same words is said once, at the first of them."""
    found: dict[object, list[tuple[int, Finding]]] = {}
    for one in findings:
        own = _OF_A_HOLE.match(one.sentence)
        # what names no hole, as how a plate presses the board, is the same for the reader wherever it was found
        words = (own[2], one.sentence[own.end() :]) if own else one.sentence
        alike = (one.severity, one.stage, one.code, words, one.action, one.action_stage)
        found.setdefault(alike, []).append((int(own[1]) if own else 0, one))
    told = []
    for same in found.values():
        first = same[0][1]
        numbers = sorted({number for number, _ in same})
        # of one hole the same may be said twice, by two zones for one: it stays a sentence of one hole
        if len(numbers) > 1:
            sentence = _OF_A_HOLE.sub(
                lambda own, numbers=numbers: f"{holes_words(numbers)}{_OF_SEVERAL[own[2]]} ",  # type: ignore[misc]
                first.sentence,
                count=1,
            )
            first = first.model_copy(update={"sentence": sentence})
        told.append(first)
    return told


UP = "Holds"
"""The label of a job of which every hole was tried and holds."""


def verdict_of(findings: Iterable[Finding], when_clear: str, bored: bool = True, done: bool = False) -> Verdict:
    """The verdict that some findings make together. ``bored``: a hole is drilled, where a clamp is only put round;
    ``done``: all of it is up and was tried.

    The worst finding speaks, the earliest stage among equals: a wall question comes before a fixing question.
    """
    pressing = sorted(
        gathered(finding for finding in findings if weight(finding)),
        key=lambda finding: (-weight(finding), _STAGE_ORDER[finding.stage]),
    )
    if not pressing:
        word = VerdictWord.READY
        return Verdict(
            word=word,
            label=UP if done else _LABELS[word] if bored else "Ready to fit",
            sentence=when_clear,
            action=None,
            action_stage=None,
            hole=None,
            count=0,
        )
    worst = pressing[0]
    word = VerdictWord.DO_NOT_DRILL if weight(worst) == 2 else VerdictWord.PROVE_FIRST
    return Verdict(
        word=word,
        label=_LABELS[word],
        sentence=worst.sentence,
        action=worst.action,
        action_stage=worst.action_stage or worst.stage,
        hole=worst.where.hole,
        count=sum(1 for finding in pressing if weight(finding) == weight(worst)),
    )
