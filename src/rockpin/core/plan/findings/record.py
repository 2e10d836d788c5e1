"""What is to be said of the record: stops that the wall itself has called, and holes that do not hold."""

from collections.abc import Sequence

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.document.job import Holds, JobDocument
from rockpin.core.setout import AsBuiltReading
from rockpin.core.tables.catalogue import Outcome


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


def record_findings(job: JobDocument, numbers: dict[str, int], outcomes: dict[str, Outcome]) -> list[Finding]:
    """Stops that the wall itself has called, and holes that do not hold."""
    found: list[Finding] = []
    for record in job.records:
        number = numbers.get(record.hole_id)
        if number is None:
            continue
        where = Where(hole=record.hole_id)
        for met in record.met:
            outcome = outcomes[met]
            if outcome.stops:
                found.append(
                    Finding(
                        severity=Severity.DO_NOT_DRILL,
                        stage=Stage.RECORD,
                        code="bit-met-stop",
                        sentence=f"Hole {number} met {outcome.label.lower()}. {outcome.says}",
                        action="Stop here. Find out what it is before anybody drills on.",
                        where=where,
                    )
                )
        if record.holds is Holds.NO:
            found.append(
                Finding(
                    severity=Severity.DO_NOT_DRILL,
                    stage=Stage.RECORD,
                    code="does-not-hold",
                    sentence=f"Hole {number} does not hold. Ways out of a failed hole are not planned yet.",
                    action="Hang nothing on it. Choose a fixing whose hole is not smaller, or patch it and move.",
                    action_stage=Stage.FIXING,
                    where=where,
                )
            )
        elif record.holds is Holds.DOUBTFUL:
            found.append(
                Finding(
                    severity=Severity.PROVE_FIRST,
                    stage=Stage.RECORD,
                    code="holds-doubtfully",
                    sentence=f"Hole {number} holds doubtfully.",
                    action="Pull-test it, or choose a stronger fixing for the same hole.",
                    action_stage=Stage.FIXING,
                    where=where,
                )
            )
    return found
