"""What comes out at the right of the house: the plan of a job, as screens, papers and files show it."""

from rockpin.core.advice import Advice
from rockpin.core.base.findings import Finding, Stage, Verdict
from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.choice import JointPlan
from rockpin.core.document.fixture import HeldRail
from rockpin.core.fittings import FittingsReading
from rockpin.core.framing import FramingReading
from rockpin.core.hidden import Route, SweepReading
from rockpin.core.identification import Belief, WallReading
from rockpin.core.placing import PlacingReading
from rockpin.core.plan.cut import RunnerUp
from rockpin.core.plan.elevation import Elevation
from rockpin.core.plan.hole_plan import HolePlan
from rockpin.core.plan.loose import LooseReading
from rockpin.core.plan.record_lines import RecordLine
from rockpin.core.plan.van_count import SpentLines
from rockpin.core.post import PostReading
from rockpin.core.sequence import GatherItem, Step
from rockpin.core.setout import (
    AsBuiltReading,
    Claim,
    Clearance,
    Gap,
    PlacedPart,
    SetOutMeasures,
)


class StagePlan(Model):
    """One stage: its verdict, why it is that one, and all of its findings.

    ``said``: the findings as they are read, what holds of several holes in the same words said once.
    """

    stage: Stage
    verdict: Verdict
    because: str
    findings: tuple[Finding, ...]
    said: tuple[Finding, ...]


class DecidingCase(Model):
    """A load case that decides at some hole. ``lasts``: for how long it acts, in words."""

    label: str
    lasts: str
    holes: tuple[int, ...]


class HiddenReading(Model):
    """The rule school, the ways that services usually take, and what each sweep could not have seen.

    ``reach_mm``: how deep the deepest hole of this job reaches; the picture of the risk is drawn for it.
    ``around_holes``: what to sweep for all of them.
    """

    school: str
    school_label: str
    school_says: str
    school_source: str
    routes: tuple[Route, ...]
    sweeps: tuple[SweepReading, ...]
    reach_mm: float
    around_holes: Rect | None
    cautions: tuple[str, ...]


class PlaneBeside(Model):
    """The second wall of an inside corner, drawn beside the first: how far along it begins [mm], and all of its own."""

    wall_id: str
    wall: str
    from_mm: float
    reading: WallReading
    elevation: Elevation


class Plan(Model):
    """What comes out at the right of the house.

    ``not_yet``: everything that forbids the job, each with its way out; as long as there is any, no card tells how to
    drill.
    """

    job_id: str
    title: str
    site: str
    wall_id: str
    wall: str
    practice: bool
    units: UnitSystem
    verdict: Verdict
    not_yet: tuple[str, ...]
    stages: tuple[StagePlan, ...]
    reading: WallReading
    belief: Belief
    runner_up: RunnerUp | None
    advice: Advice
    framing: FramingReading
    framed: bool
    hidden: HiddenReading
    elevation: Elevation
    pieces: tuple[PlacedPart, ...]
    supports: tuple[PlacedPart, ...]
    links: tuple[PlacedPart, ...]
    holes: tuple[HolePlan, ...]
    placing: PlacingReading
    gaps: tuple[Gap, ...]
    rails: tuple[HeldRail, ...]
    claims: tuple[Claim, ...]
    clearances: tuple[Clearance, ...]
    as_built: tuple[AsBuiltReading, ...]
    measures: SetOutMeasures
    joints: tuple[JointPlan, ...]
    heavier_text: str | None
    cases: tuple[DecidingCase, ...]
    hangs_on_first: bool
    cases_text: str
    fixture_text: str
    mass_text: str
    foot: str
    datum: str
    floor_to_come_text: str | None
    people: int
    gather: tuple[GatherItem, ...]
    steps: tuple[Step, ...]
    cautions: tuple[str, ...]
    record: tuple[RecordLine, ...]
    van: SpentLines | None
    loose: tuple[LooseReading, ...]
    fittings: FittingsReading
    post: PostReading | None
    beside: PlaneBeside | None

    @property
    def findings(self) -> tuple[Finding, ...]:
        return tuple(finding for stage in self.stages for finding in stage.findings)
