"""The other interface: brackets on a backing board or in a channel, checked like holes in a wall of their own."""

from collections.abc import Sequence
from itertools import pairwise
from math import inf, isfinite
from typing import NamedTuple

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_force, show_length, show_times, show_use
from rockpin.core.capacity import Assessment, assess_pairs, bolt_through
from rockpin.core.demand import Demand, HoleDemand
from rockpin.core.document.fixings import WoodFastener
from rockpin.core.document.fixture import Link, LinkKind
from rockpin.core.document.job import JobDocument
from rockpin.core.fixture import uses_of
from rockpin.core.hole import Spot
from rockpin.core.identification import Family, LayerReading, WallReading
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.materials import Role

_FAR_MM = inf


class JointPlan(Model):
    """One fastening of a bracket to what stands between it and the wall."""

    hole_id: str
    number: int
    support_label: str
    into: str
    fixing_label: str | None
    screw_text: str | None
    use: float | None
    governs: str
    case: str
    sentence: str


class Screwed(NamedTuple):
    """A bracket's hole over its board, as if that were the wall, and the screw that holds there."""

    spot: Spot
    screw: Assessment


class JointReading(NamedTuple):
    """Every bracket's fastening to its board, channel or plate, what does not hold, and what is screwed into wood.

    ``bolts``: what goes through a board, in words, one for each hole.
    """

    plans: tuple[JointPlan, ...]
    findings: tuple[Finding, ...]
    screwed: tuple[Screwed, ...]
    bolts: tuple[str, ...]


def _board_reading(link: Link, bearing_mpa: float) -> WallReading:
    """A backing board as a wall of one layer of wood, with nothing behind it that a screw may reach."""
    thickness = link.thickness_mm
    layer = LayerReading(
        index=0,
        material="timber_studs",
        label="Backing board",
        hatch="timber",
        role=Role.FRAME,
        front_mm=0.0,
        back_mm=thickness,
        sigma_mm=0.0,
        filling=None,
    )
    return WallReading(
        family=Family.BOARD_ON_STUDS,
        layers=(layer,),
        skin_mm=0.0,
        front_mm=0.0,
        front_low_mm=0.0,
        front_high_mm=0.0,
        board_mm=0.0,
        board_count=0,
        board_kind=None,
        void_mm=thickness,
        filling=None,
        holding=layer.material,
        holding_mm=thickness,
        thickness_mm=thickness,
        bearing_mpa=bearing_mpa,
        solidity=None,
    )


def _in_board(
    job: JobDocument,
    hole: PlacedHole,
    link: Link,
    around: Sequence[PlacedHole],
    demand: HoleDemand,
    catalogue: Catalogue,
) -> Spot:
    """A bracket's hole over its board, as if the board were the wall."""
    use = uses_of(job.fixture, catalogue.duty_by_key)[hole.support]
    return Spot(
        hole=hole,
        wall=job.wall,
        reading=_board_reading(link, catalogue.material_by_key["timber_studs"].bearing_mpa),
        members=(),
        neighbours=tuple((o.x_mm - hole.x_mm, o.y_mm - hole.y_mm) for o in around if o.id != hole.id),
        free_edges_mm=(_FAR_MM, _FAR_MM, _FAR_MM, _FAR_MM),
        board_edge_mm=_edge_mm(job, hole, link),
        depth_limit_mm=None,
        duty=use.duty,
        environment=job.fixture.environment,
        demand=demand,
        units=job.site.units,
        figures=catalogue.figures.hole,
        framing=catalogue.figures.framing,
        sold=job.site.sold,
        carries_people=use.carries_people,
        wood_species=link.species,
    )


def _edge_mm(job: JobDocument, hole: PlacedHole, link: Link) -> float:
    """How far [mm] a bracket's hole lies from the nearest edge of its board, negative beside it."""
    x, y, area = hole.x_mm - job.placement.x_mm, hole.y_mm - job.placement.y_mm, link.rect
    return min(x - area.x_mm, area.right_mm - x, y - area.y_mm, area.top_mm - y)


def _bends(job: JobDocument, link: Link, demand: Demand, catalogue: Catalogue) -> Finding | None:
    """A board that bends too far between its screws: each span a beam under the pulls of its brackets in its middle.

    What pulls in another span bends this one the other way, and less, so it is left out.
    """
    columns = sorted({round(link.x_mm + hole.x_mm) for hole in link.holes if hole.used})
    if link.kind is not LinkKind.BACKING_BOARD or len(columns) < 2:
        return None
    pulls = [
        (support.x_mm + hole.x_mm, demand.joints[hole.id].tension_n)
        for support in job.fixture.supports
        if support.id in link.support_ids
        for hole in support.holes
        if hole.id in demand.joints
    ]
    # a bracket beyond the last screws bends the board as one between them would
    ends = {columns[0]: -inf, columns[-1]: inf}
    spans = [
        (b - a, sum(pull for x, pull in pulls if ends.get(a, a) <= x <= ends.get(b, b))) for a, b in pairwise(columns)
    ]
    span, pull = max(spans, key=lambda one: one[0] * one[1])
    moment = pull * span / 4
    section = link.height_mm * link.thickness_mm**2 / 6
    allowed = catalogue.figures.choice.backing_bending_mpa * section
    if moment <= allowed:
        return None
    return Finding(
        severity=Severity.DO_NOT_DRILL,
        stage=Stage.FIXING,
        code="board-bends",
        sentence=f"The backing board would be bent {show_times(moment / allowed)} between its screws, "
        f"{show_length(span, job.site.units)} apart, by {show_force(pull, job.site.units, demand=True)} in all.",
        action="Take a thicker or a higher board, or screw it to every stud that it crosses.",
        action_stage=Stage.FIXTURE,
        figures={"moment_n_mm": moment, "allowed_n_mm": allowed},
        where=Where(item=link.id),
    )


def _screwed(spot: Spot, job: JobDocument, catalogue: Catalogue) -> list[Assessment]:
    screws = [
        row for row in catalogue.fixings if isinstance(row, WoodFastener) and set(job.site.sold) & set(row.systems)
    ]
    return assess_pairs([(row, spot) for row in screws], catalogue.capacity)


def _nut(link: Link, demand: HoleDemand) -> tuple[float, str]:
    """Use of one channel nut, N/Nₐ + V/Vₐ, and the case; a single value given stands for both directions."""
    tension = link.nut_tension_n or 0.0
    shear = link.nut_shear_n or tension
    worst = max(demand.cases, key=lambda case: case.forces.tension_n / tension + case.forces.shear_n / shear)
    return worst.forces.tension_n / tension + worst.forces.shear_n / shear, worst.label


def _least_work(one: Assessment, planned_use: float) -> tuple[float, ...]:
    """The smallest screw with room to spare goes first, and one whose head needs no washer before one that does."""
    screw = one.screw
    small = (float(bool(screw.washer_mm)), screw.diameter_mm) if screw else (1.0, 0.0)
    return (max(0.0, one.use - planned_use), *small, one.use)


def _weak(hole: PlacedHole, sentence: str, action: str, **figures: float) -> Finding:
    return Finding(
        severity=Severity.DO_NOT_DRILL,
        stage=Stage.FIXING,
        code="joint-too-weak",
        sentence=sentence,
        action=action,
        action_stage=Stage.FIXTURE,
        figures=figures,
        where=Where(item=hole.id),
    )


class _Fastened(NamedTuple):
    """How one bracket is fastened to what carries it; ``weak``: why it is not."""

    plan: JointPlan
    weak: Finding | None = None
    screwed: Screwed | None = None
    bolt: str | None = None


def _no_lever(hole: PlacedHole, link: Link, when: str) -> _Fastened:
    """A bracket that would turn about the very edge that its holes lie on."""
    sentence = (
        f"{hole.support_label}: when {when}, nothing would hold it, since its holes lie on the edge that it turns "
        "about."
    )
    weak = _weak(hole, sentence, "Use a bracket whose holes lie farther from its edge, or more of them.")
    return _Fastened(_plan(hole, link.kind.replace("_", " "), None, None, None, "", "", "no lever"), weak)


def _on_nuts(hole: PlacedHole, link: Link, needs: HoleDemand, pulls: str) -> _Fastened:
    """A bracket on a nut in a channel or on a thread, by what its maker allows for one."""
    use, case = _nut(link, needs)
    channel = link.kind is LinkKind.CHANNEL
    what = "nut in the channel" if channel else "thread in the anchor plate"
    label = "channel nut" if channel else "screw in its thread"
    plan = _plan(hole, link.kind.replace("_", " "), label, None, use, f"the {what}", case, pulls)
    if use <= 1:
        return _Fastened(plan)
    sentence = f"{hole.support_label}: a {what} is used {show_times(use)} ({pulls})."
    action = "Use more nuts, or a heavier channel." if channel else "Use more threads, or a heavier plate."
    return _Fastened(plan, _weak(hole, sentence, action, use=use))


def _at_the_edge(hole: PlacedHole, edge_mm: float, least_mm: float, units: UnitSystem, pulls: str) -> _Fastened:
    """A bracket so near [mm] the edge of its board that the wood splits, or beside it."""
    where = "beside its backing board" if edge_mm < 0 else f"{show_length(edge_mm, units)} from the board's edge"
    least = show_length(least_mm, units)
    sentence = f"{hole.support_label}: its hole lies {where}; it needs {least} of wood all round."
    weak = _weak(hole, sentence, "Take a larger board, or put it elsewhere on it.", edge_mm=edge_mm)
    return _Fastened(_plan(hole, "backing board", None, None, None, "", "", pulls), weak)


def _held_by_nothing(
    hole: PlacedHole, link: Link, tried: Sequence[Assessment], units: UnitSystem, pulls: str
) -> _Fastened:
    """A bracket that no screw holds to its board, with the one that comes nearest."""
    nearest = min((one for one in tried if one.mode), key=lambda one: one.use, default=tried[0])
    known = nearest.use if nearest.mode and isfinite(nearest.use) else None
    sentence = (
        f"{hole.support_label}: no screw holds it to {show_length(link.thickness_mm, units)} of backing board "
        f"({pulls}). {_in_wood(nearest.label)}: {nearest.refusals[0].sentence}"
    )
    action = "Take a thicker board, a bracket with larger holes, or more of them."
    weak = _weak(hole, sentence, action, **({} if known is None else {"use": known}))
    return _Fastened(_plan(hole, "backing board", None, None, known, "", "", pulls), weak)


def _on_board(
    hole: PlacedHole,
    link: Link,
    joints: Sequence[PlacedHole],
    needs: HoleDemand,
    pulls: str,
    job: JobDocument,
    catalogue: Catalogue,
) -> _Fastened:
    """A bracket screwed to its board, or bolted through it where no screw holds."""
    spot = _in_board(job, hole, link, joints, needs, catalogue)
    sold = [screw for screw in catalogue.screws if set(job.site.sold) & set(screw.systems)]
    tried = _screwed(spot, job, catalogue)
    planned_use = catalogue.figures.capacity.planned_use
    best = min((one for one in tried if one.accepted), key=lambda one: _least_work(one, planned_use), default=None)
    if best is not None:
        screw = best.screw.text if best.screw else None
        plan = _plan(hole, "backing board", _in_wood(best.label), screw, best.use, best.governs, best.case, pulls)
        return _Fastened(plan, screwed=Screwed(spot, best))
    bolt = bolt_through(spot, link, sold, catalogue.capacity)
    if bolt is None or bolt.use > 1:
        return _held_by_nothing(hole, link, tried, job.site.units, pulls)
    size = bolt.screw.label.removesuffix(" machine screw")
    label = f"bolt {size} through the board, wide washer and nut let into its back before it goes up"
    return _Fastened(_plan(hole, "backing board", label, None, bolt.use, bolt.governs, bolt.case, pulls), bolt=label)


def _fastened(
    hole: PlacedHole, joints: Sequence[PlacedHole], demand: Demand, job: JobDocument, catalogue: Catalogue
) -> _Fastened | None:
    """How one bracket is fastened; None where nobody knows what it bears: the maker's nut, or what pulls there."""
    link, needs, units = job.fixture.carriers[hole.support], demand.joints.get(hole.id), job.site.units
    if needs is None:
        return None
    if needs.no_lever_case is not None:
        return _no_lever(hole, link, needs.no_lever_case)
    pulls = (
        f"pull-out {show_force(needs.tension_n, units, demand=True)}, "
        f"shear {show_force(needs.shear_n, units, demand=True)}"
    )
    if link.kind.takes_bolts:
        return None if link.nut_tension_n is None else _on_nuts(hole, link, needs, pulls)
    least = catalogue.figures.framing.wood_edge_min_mm
    if (edge := _edge_mm(job, hole, link)) < least:
        return _at_the_edge(hole, edge, least, units, pulls)
    return _on_board(hole, link, joints, needs, pulls, job, catalogue)


def check_joints(job: JobDocument, joints: Sequence[PlacedHole], demand: Demand, catalogue: Catalogue) -> JointReading:
    """Each bracket's fastening to its board or channel, and a finding for every one that does not hold."""
    bent = [one for link in job.fixture.links if (one := _bends(job, link, demand, catalogue))]
    each = (_fastened(hole, joints, demand, job, catalogue) for hole in joints)
    found = [fastened for fastened in each if fastened]
    return JointReading(
        tuple(one.plan for one in found),
        (*bent, *(one.weak for one in found if one.weak)),
        tuple(one.screwed for one in found if one.screwed),
        tuple(one.bolt for one in found if one.bolt),
    )


def _in_wood(label: str) -> str:
    return label.removesuffix(" in the stud")


def _plan(
    hole: PlacedHole,
    into: str,
    label: str | None,
    screw: str | None,
    use: float | None,
    governs: str,
    case: str,
    pulls: str,
) -> JointPlan:
    name = f"{label} {screw}" if screw else label
    with_what = f"{name}, used to {show_use(use)}" if name and use is not None else "nothing holds"
    return JointPlan(
        hole_id=hole.id,
        number=hole.number,
        support_label=hole.support_label,
        into=into,
        fixing_label=label,
        screw_text=screw,
        use=use,
        governs=governs,
        case=case,
        sentence=f"{hole.support_label} to the {into}: {with_what} ({pulls}).",
    )
