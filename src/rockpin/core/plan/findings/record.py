"""What is to be said of the record: stops that the wall itself has called, and holes that do not hold."""

from collections.abc import Sequence
from typing import NamedTuple

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.quantities import show_length
from rockpin.core.base.words import inside
from rockpin.core.capacity import Assessment
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import FailedHow, Holds, HoleRecord
from rockpin.core.document.wall import UnitSolidity
from rockpin.core.framing import BehindKind
from rockpin.core.hole import Spot
from rockpin.core.plan.stages import ComputedStages
from rockpin.core.sequence import FILL
from rockpin.core.setout import AsBuiltReading
from rockpin.core.tables.outcomes import Outcome

DOES_NOT_HOLD, REPORT_OPEN = "does-not-hold", "report-open"
"""The codes of what is said of a hole that was tried and gave way, and of one whose answer nobody has answered."""


def as_built_findings(read: Sequence[AsBuiltReading]) -> list[Finding]:
    """Holes that came out where the fixture does not go on."""
    return [
        Finding(
            severity=Severity.PROVE_FIRST,
            stage=Stage.RECORD,
            code="as-built-off",
            sentence=one.sentence,
            action="Measure once more before you file or fill.",
            figures={"off_mm": one.off_mm, "beyond_mm": one.beyond_mm},
        )
        for one in read
        if not one.fits
    ]


class _Says(NamedTuple):
    """One sentence of the record, with what it weighs and what would clear it."""

    severity: Severity
    code: str
    sentence: str
    action: str
    stage: Stage | None = None


def _as_its_units_are(record: HoleRecord, spot: Spot, chosen: Assessment | None) -> bool:
    """Whether a void is what the units of this wall have anyway, and what was meant for the hole still holds in it.

    A hollow block is rated with its chambers; of cored ones the rating is that between the cores, save for resin, which
    keeps what was planned.
    """
    if chosen is None or not chosen.accepted:
        return False
    match spot.reading.solidity:
        case UnitSolidity.HOLLOW:
            return True
        case UnitSolidity.CORED:
            return record.fixing == chosen.fixing
    return False


def _of_report(named: str, outcome: Outcome, flange: bool, usual: bool, chosen: str | None) -> _Says:
    said = f"{named} {outcome.said}"
    if outcome.stops and not flange:
        return _Says(
            Severity.DO_NOT_DRILL,
            "bit-met-stop",
            f"{said}. {outcome.says}",
            "Stop here. Find out what it is before anybody drills on.",
        )
    if outcome.stops:
        return _Says(
            Severity.PROVE_FIRST,
            "flange-met",
            f"{said}, where a steel stud is expected: thin bright swarf and a bit that breaks through at once are its "
            "flange.",
            "Anything thicker, or that does not cut: stop, it may be a pipe or a guard plate.",
        )
    if chosen and usual:
        return _Says(
            Severity.NOTE,
            "void-of-its-units",
            f"{said}, as units of this kind have them: {inside(chosen)} is reckoned with that.",
            "Where it turns without gripping, report it.",
        )
    now = f" The plan now takes {inside(chosen)} there." if chosen else ""
    return _Says(
        Severity.PROVE_FIRST,
        REPORT_OPEN,
        f"{said}. {outcome.says}{now}",
        "Choose how to go on: the ways stand under the hole.",
        Stage.RECORD,
    )


def _of_holding(named: str, record: HoleRecord) -> _Says | None:
    if record.holds is Holds.NO and not record.settled:
        return _Says(
            Severity.DO_NOT_DRILL,
            DOES_NOT_HOLD,
            f"{named} does not hold.",
            "Hang nothing on it. Choose how to go on: the ways stand under the hole.",
            Stage.RECORD,
        )
    if record.holds is Holds.DOUBTFUL:
        return _Says(
            Severity.PROVE_FIRST,
            "holds-doubtfully",
            f"{named} holds doubtfully.",
            "Pull-test it, or choose a stronger fixing for the same hole.",
            Stage.FIXING,
        )
    return None


def record_findings(
    job: JobDocument, numbers: dict[str, int], outcomes: dict[str, Outcome], done: ComputedStages
) -> list[Finding]:
    """Stops that the wall itself has called, answers that nobody has answered yet, and holes that do not hold."""
    found: list[Finding] = []
    chosen = {choice.hole_id: choice.chosen for choice in done.choices}
    spots = {spot.hole.id: spot for spot in done.spots}
    for record in job.records:
        number = numbers.get(record.hole_id)
        if number is None:
            continue
        spot = spots.get(record.hole_id)
        named = f"{'Clamp' if spot and spot.hole.kind is HoleKind.CLAMPED else 'Hole'} {number}"
        flange, takes = meets_flange(record, done), chosen.get(record.hole_id)
        usual = record.hole_id in spots and _as_its_units_are(record, spots[record.hole_id], takes)
        says: list[_Says | None] = [
            _of_report(
                named,
                outcomes[met],
                flange and met == "metal",
                usual and outcomes[met].behind == "void",
                takes.label if takes else None,
            )
            for met in record.met
            if met != "as_planned" and (outcomes[met].stops or not record.settled)
        ]
        says.append(_of_holding(named, record))
        found += [
            Finding(
                severity=one.severity,
                stage=Stage.RECORD,
                code=one.code,
                sentence=one.sentence,
                action=one.action,
                action_stage=one.stage,
                where=Where(hole=record.hole_id),
            )
            for one in says
            if one
        ]
    return found


def left_findings(job: JobDocument) -> list[Finding]:
    """The holes of this job that nothing goes into any more and that nobody has filled."""
    units = job.site.units
    places = [
        f"{show_length(one.x_mm, units)} from the left and {show_length(one.y_mm, units)} up"
        for one in job.left
        if not one.filled
    ]
    if not places or any(one.step == FILL for one in job.progress.done):
        return []
    many = len(places) > 1
    says = f"{len(places)} holes that were drilled stay" if many else "A hole that was drilled stays"
    return [
        Finding(
            severity=Severity.NOTE,
            stage=Stage.RECORD,
            code="holes-left",
            sentence=f"{says} behind in the wall: {'; '.join(places)}.",
            action="Filling them is a step of the work. Undo puts the fixture back where it was."
            if many
            else "Filling it is a step of the work. Undo puts the fixture back where it was.",
        )
    ]


_SEE_WOOD = (
    "Push a pin in beside the old hole and see what it meets; then drill there first, and report whether it went as "
    "planned, in wood all the way."
)
_PULL_ONE = "Set one and pull it, with the gauge or hard by hand, before anything hangs on it; record that it holds."


def contradicted_findings(job: JobDocument, done: ComputedStages) -> list[Finding]:
    """Fixings that gave way though by the figures they should have held: the wall there is not what it is taken to be.

    Until what goes in now has answered as planned, or was pulled, no figure of the same kind is to be trusted. Where
    one of its fixings was too weak, or never belonged there, that explains it: the others went with it.
    """
    gave = [one for one in done.gave_way if one.old.how is not FailedHow.HOLDS]
    if any(one.explained for one in gave):
        return []
    good = {one.hole_id for one in job.records if one.holds is Holds.YES or "as_planned" in one.met}
    chosen = {choice.hole_id: choice.chosen for choice in done.choices}
    proved = {proof.fixing for proof in done.proofs if proof.settles}
    found = []
    for one in gave:
        now, made, fixing = chosen.get(one.old.hole_id), one.made, one.fixing
        if fixing is None or made is None or one.old.how in (FailedHow.BROKE, FailedHow.BACKED_OUT):
            continue
        if one.old.hole_id in good or (now and now.fixing in proved):
            continue
        number, wood = one.spot.hole.number, fixing.method in ("wood", "lining")
        found.append(
            Finding(
                severity=Severity.PROVE_FIRST,
                stage=Stage.FIXING,
                code="gave-way-unexplained",
                sentence=f"Hole {number}: {inside(fixing.label)} gave way though by the figures it should have held. "
                "Something there is not as it is taken to be, and what goes in now is reckoned alike.",
                action=_SEE_WOOD if wood else _PULL_ONE,
                where=Where(hole=one.old.hole_id),
                figures={"use": made.use},
            )
        )
    return found


_PAST_THE_BOARD_MM = 5.0


def meets_flange(record: HoleRecord, done: ComputedStages) -> bool:
    """Whether metal in a hole is what a steel stud of this wall predicts: where one is, just behind the board."""
    reading, behind = done.identified.reading, done.behinds.get(record.hole_id)
    if reading.holding != "steel_studs" or behind is None or behind.kind not in (BehindKind.STEEL, BehindKind.OPEN):
        return False
    return record.met_at_mm is None or record.met_at_mm <= reading.front_high_mm + _PAST_THE_BOARD_MM
