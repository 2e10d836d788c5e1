"""What is to be said of a piece in an inside corner, and of the second of its walls."""

from collections.abc import Iterable

from rockpin.core.base.findings import Finding, Severity, Stage
from rockpin.core.demand import CornerShares
from rockpin.core.document.fixture import Environment
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import EdgeKind


def _finding(severity: Severity, stage: Stage, code: str, sentence: str, action: str, **figures: float) -> Finding:
    return Finding(severity=severity, stage=stage, code=code, sentence=sentence, action=action, figures=figures)


def no_second_wall(job: JobDocument) -> list[Finding]:
    """A piece for a corner of which nobody has said where it goes on."""
    if job.fixture.corner is None or job.placement.second_wall_id:
        return []
    return [
        _finding(
            Severity.DO_NOT_DRILL,
            Stage.FIXTURE,
            "corner-wants-wall",
            "It spans an inside corner, and nobody has said which wall stands round it.",
            "Choose the wall round the corner, at the right of this one.",
        )
    ]


def corner_findings(job: JobDocument, shares: CornerShares) -> list[Finding]:
    """How its weight lies on its supports, and how it meets the walls."""
    found = []
    if shares.tips:
        found.append(
            _finding(
                Severity.PROVE_FIRST,
                Stage.FIXTURE,
                "corner-tips",
                "Its weight lies in front of what its brackets span: loaded at the front, it tips off them.",
                "A bracket farther along each wall, one that reaches farther out, or a lip that holds it down.",
            )
        )
    elif shares.beside_mm > 1:
        found.append(
            _finding(
                Severity.NOTE,
                Stage.FIXTURE,
                "corner-on-a-line",
                "Its brackets stand on one line, so that what lies beside it pulls at them as a lever.",
                "A third bracket, off that line, takes most of the pull.",
                beside_mm=shares.beside_mm,
            )
        )
    if job.wall.right_edge is not EdgeKind.INTERNAL_CORNER:
        found.append(
            _finding(
                Severity.PROVE_FIRST,
                Stage.SET_OUT,
                "no-inside-corner",
                f"{job.wall.name} is not said to end at an inside corner at its right.",
                "Look which wall is the left one, seen from the room, and what its right edge meets.",
            )
        )
    if job.fixture.environment is not Environment.DRY:
        found.append(
            _finding(
                Severity.NOTE,
                Stage.SET_OUT,
                "corner-fall",
                "Where it gets wet, water stands in the corner.",
                "Let it fall a little towards its open side, and seal it along both walls.",
            )
        )
    return found


def of_second_plane(findings: Iterable[Finding], wall: str) -> list[Finding]:
    """What is said of the second wall, by its name where no hole tells which wall is meant."""
    return [
        one if one.where.hole else one.model_copy(update={"sentence": f"{wall}: {one.sentence}"})
        for one in findings
        if one.code != "practice-wall"
    ]
