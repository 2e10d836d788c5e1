"""What is to be said of the fixture itself: what is missing, what is not planned yet, what its maker limits."""

from collections.abc import Sequence

from rockpin.core.demand import Demand, unplanned_parts, weight_n
from rockpin.core.findings import Finding, Severity, Stage, Where
from rockpin.core.fixings import HoleChoice
from rockpin.core.fixture import Environment, LimitKind
from rockpin.core.framing import BehindKind
from rockpin.core.job import JobBody
from rockpin.core.quantities import STANDARD_GRAVITY_M_S2, UnitSystem, show_force, show_length, show_mass
from rockpin.core.reading import WallReading
from rockpin.core.tables import Catalogue, Duty

_CARRIES = {
    "upright": (
        "No round hole carries the weight: an upright slot lets the piece slide, friction never counts.",
        Severity.DO_NOT_DRILL,
    ),
    "across": (
        "No round hole holds the piece against sliding sideways: friction in a slot never counts.",
        Severity.PROVE_FIRST,
    ),
    "turning": ("These holes cannot keep the piece from turning.", Severity.PROVE_FIRST),
}


def _finding(severity: Severity, code: str, sentence: str, action: str | None = None, **figures: float) -> Finding:
    return Finding(severity=severity, stage=Stage.FIXTURE, code=code, sentence=sentence, action=action, figures=figures)


def fixture_findings(job: JobBody, demand: Demand, duty: Duty, units: UnitSystem) -> list[Finding]:
    """What the fixture lacks, or asks for that this version does not reckon with."""
    stop, prove, note = Severity.DO_NOT_DRILL, Severity.PROVE_FIRST, Severity.NOTE
    fixture, found = job.fixture, []
    if not fixture.pieces:
        found.append(_finding(stop, "no-piece", "The fixture has no piece yet.", "Give its size and what it weighs."))
    if not demand.holes:
        found.append(
            _finding(
                stop,
                "no-holes",
                "There is nothing to drill yet: the fixture has no holes.",
                "Measure its holes and enter them.",
            )
        )
    if fixture.pieces and fixture.mass_kg == 0:
        found.append(
            _finding(stop, "no-mass", "Nobody has said what the fixture weighs.", "Put it on a scale, contents too.")
        )
    for code, sentence in unplanned_parts(fixture):
        found.append(_finding(prove, code, sentence, "Plan it as fixed parts and check the rest by hand."))
    for direction in demand.missing:
        sentence, severity = _CARRIES[direction]
        found.append(_finding(severity, "no-bearing", sentence, "Use a round hole as well, or drill one."))
    if demand.lifted:
        found.append(
            _finding(
                note,
                "support-lifts",
                "The load overhangs so far that it lifts a support at the other end; its screws are pulled upwards.",
                "Nothing to do: it is reckoned with.",
            )
        )
    if demand.swings_free:
        found.append(
            _finding(
                note,
                "turns-on-one",
                "One fastener cannot keep the piece from turning: it will hang with its weight below the hole.",
                "Use a second hole if it must not turn.",
            )
        )
    if duty.body_support:
        found.append(
            _finding(
                stop,
                "body-support-not-planned",
                "Rails and guards that carry a person are not planned yet.",
                "Follow the local code and the maker's instructions, or ask somebody who fits them.",
            )
        )
    if duty.sideways_g:
        found.append(
            _finding(
                note,
                "shaken",
                "Shaken loose is the usual end: lock every screw, or bed it in adhesive. A crash is not covered.",
            )
        )
    if fixture.environment is Environment.OUTDOOR:
        found.append(
            _finding(
                prove, "wind-not-planned", "Wind is not reckoned with yet.", "Keep it small, or ask for the wind load."
            )
        )
    return found + _limit_findings(job, units)


def _limit_findings(job: JobBody, units: UnitSystem) -> list[Finding]:
    """The maker's own limits. Those of mass and height are checked; the others are said, never ignored."""
    found = []
    for limit in job.fixture.limits:
        if limit.kind is LimitKind.MASS_MAX_KG:
            contents = sum(piece.contents_kg for piece in job.fixture.pieces)
            if contents > limit.value:
                found.append(
                    _finding(
                        Severity.DO_NOT_DRILL,
                        "limit-broken",
                        f"The maker allows {show_mass(limit.value, units)} in it ({limit.source}); "
                        f"you plan {show_mass(contents, units)}.",
                        "Put less in it.",
                        limit=limit.value,
                        planned=contents,
                    )
                )
        elif limit.kind is LimitKind.HEIGHT_MAX_MM:
            top = max((piece.rect.top_mm for piece in job.fixture.pieces), default=0.0) + job.placement.y_mm
            if top > limit.value:
                found.append(
                    _finding(
                        Severity.PROVE_FIRST,
                        "limit-broken",
                        f"The maker allows its top at {show_length(limit.value, units)} ({limit.source}); "
                        f"it is at {show_length(top, units)}.",
                        "Hang it lower.",
                        limit=limit.value,
                        planned=top,
                    )
                )
        else:
            words = limit.kind.replace("_", " ").removesuffix(" mm").removesuffix(" count")
            found.append(
                _finding(
                    Severity.PROVE_FIRST,
                    "limit-not-planned",
                    f"The maker's limit “{words} {limit.value:g}” ({limit.source}) is not checked yet.",
                    "Check it by hand.",
                )
            )
    return found


def body_findings(
    job: JobBody,
    kinds: dict[str, BehindKind],
    demand: Demand,
    choices: Sequence[HoleChoice],
    reading: WallReading,
    duty: Duty,
    catalogue: Catalogue,
) -> list[Finding]:
    """What hollow board itself must bear besides its anchors: the plate's edge, and an arm without framing."""
    if not reading.family.framed:
        return []
    figures, found, units = catalogue.figures, [], UnitSystem.METRIC
    for choice in choices:
        if kinds[choice.hole_id] is not BehindKind.VOID or choice.chosen is None or choice.chosen.hole is None:
            continue
        pressed = max(case.edge_compression_n for case in demand.holes[choice.hole_id].cases)
        if pressed > choice.chosen.tension_n:
            found.append(
                Finding(
                    severity=Severity.DO_NOT_DRILL,
                    stage=Stage.FIXING,
                    code="board-pressed-in",
                    sentence=f"The plate's edge presses the board with {show_force(pressed, units, demand=True)}; "
                    f"over a void it bears {show_force(choice.chosen.tension_n, units, demand=False)}.",
                    action="Put a backing board across two studs behind the piece, or move it onto framing.",
                    action_stage=Stage.SET_OUT,
                    figures={"compression_n": pressed, "limit_n": choice.chosen.tension_n},
                    where=Where(hole=choice.hole_id),
                )
            )
    framed = any(kind is BehindKind.TIMBER for kind in kinds.values())
    if kinds and not framed and job.fixture.pieces:
        weight = job.fixture.mass_kg * STANDARD_GRAVITY_M_S2
        length = max(sum(piece.width_mm for piece in job.fixture.pieces), figures.cantilever_least_length_mm)
        arm = max(piece.cog_mm[2] for piece in job.fixture.pieces)
        if weight / length > figures.cantilever_n_per_mm or arm > figures.cantilever_arm_mm:
            factored = sum(weight_n(piece, duty) for piece in job.fixture.pieces)
            found.append(
                Finding(
                    severity=Severity.DO_NOT_DRILL,
                    stage=Stage.FIXING,
                    code="board-overhung",
                    sentence="Board without framing bears an arm of at most 0.3 m and 0.4 N for each millimetre of "
                    f"wall; this is {arm / 1000:.2f} m and {weight / length:.2f} N.",
                    action="Move it so that holes stand on studs.",
                    action_stage=Stage.SET_OUT,
                    figures={"n_per_mm": weight / length, "arm_mm": arm, "weight_n": factored},
                )
            )
    return found
