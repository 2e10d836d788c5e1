"""What is said of each stage of the work, and what forbids the job, from all that was found of it."""

from collections.abc import Sequence

from rockpin.core.base.findings import Finding, Severity, Stage, gathered, verdict_of
from rockpin.core.plan.because import CLEAR
from rockpin.core.plan.plan import StagePlan


def _clear(stage: Stage, findings: Sequence[Finding], words: dict[Stage, str]) -> str:
    """What is said of a stage that nothing stands against; what another sends one there for is not yet done."""
    sends = {one.stage for one in findings if one.action_stage is stage and one.severity is not Severity.NOTE}
    if stage is not Stage.WALL or not sends:
        return words[stage]
    senders = " and ".join(one.value.capitalize() for one in Stage if one in sends)
    return f"What it is built of is known; {senders} still {'asks' if len(sends) == 1 else 'ask'} for a look here."


def stage_plans(
    findings: list[Finding], because: dict[Stage, str], bored: bool = True, words: dict[Stage, str] = CLEAR
) -> tuple[StagePlan, ...]:
    """Every stage with its verdict, why, and what was found of it."""
    return tuple(
        StagePlan(
            stage=stage,
            verdict=verdict_of((one for one in findings if one.stage is stage), _clear(stage, findings, words), bored),
            because=because[stage],
            findings=tuple(finding for finding in findings if finding.stage is stage),
            said=tuple(gathered(finding for finding in findings if finding.stage is stage)),
        )
        for stage in Stage
    )


def not_yet_of(findings: Sequence[Finding]) -> tuple[str, ...]:
    """What forbids a job, in sentences, none of them twice."""
    against = (one for one in findings if one.severity is Severity.DO_NOT_DRILL)
    return tuple(dict.fromkeys(" ".join(filter(None, (one.sentence, one.action))) for one in against))
