"""Tries the next best check against the fixed order of the table of checks: minutes and marks to a decision."""

import time
from dataclasses import dataclass

import numpy as np

from bench.identification import ORDER, wall_of
from bench.timing import quantile, reference_ms
from rockpin.core.document.evidence import Evidence, Hit
from rockpin.core.document.fixture import Fixture, FixtureHole, Piece, Support
from rockpin.core.document.job import JobDocument, Placement, Site
from rockpin.core.identification import Family
from rockpin.core.plan import Plan, compute_stages, make_plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import Mark
from rockpin.devices.simulated_checks import observe
from rockpin.devices.simulated_framing import draw_framing, draw_hits
from rockpin.devices.simulated_walls import SimulatedWall, draw_wall
from rockpin.practice.opened import FAMILY_OF


@dataclass
class Way:
    """What one way of choosing checks has cost so far."""

    minutes: list[float]
    marks: list[int]
    decided: list[bool]
    right: list[bool]


def _fixture(mass_kg: float) -> Fixture:
    hole = FixtureHole(id="hole", x_mm=60, y_mm=90, diameter_mm=6.5)
    plate = Support(
        id="plate", name="Plate", x_mm=0, y_mm=0, width_mm=120, height_mm=120, thickness_mm=3, holes=(hole,)
    )
    piece = Piece(id="box", name="Box", width_mm=120, height_mm=120, depth_mm=90, mass_kg=mass_kg)
    return Fixture(name="Box", duty="storage", hand="none", pieces=(piece,), supports=(plate,))


def job_of(
    truth: SimulatedWall, evidence: tuple[Evidence, ...], mass_kg: float, hits: tuple[Hit, ...] = ()
) -> JobDocument:
    """A small box on a simulated wall."""
    return JobDocument(
        id="job",
        title="Box",
        site=Site(id="site", name="Site", built_year=truth.year),
        walls=(wall_of(truth, evidence).model_copy(update={"hits": hits}),),
        fixture=_fixture(mass_kg),
        placement=Placement(wall_id="wall", x_mm=1500, y_mm=1250),
    )


def plan_of(truth: SimulatedWall, evidence: tuple[Evidence, ...], mass_kg: float, catalogue: Catalogue) -> Plan:
    """The plan of a small box on a simulated wall."""
    return make_plan(job_of(truth, evidence, mass_kg), catalogue)


def _walk(
    truth: SimulatedWall, seed: int, mass_kg: float, advised: bool, catalogue: Catalogue
) -> tuple[float, int, bool, bool]:
    """Minutes and marks until a fixing can be chosen; whether that came, and whether the family was right."""
    evidence: tuple[Evidence, ...] = ()
    minutes, marks = 0.0, 0
    plan = plan_of(truth, evidence, mass_kg, catalogue)
    while not plan.advice.decided:
        options = {one.check: one for one in plan.advice.options if one.why_not is None}
        wanted = plan.advice.check if advised else next((key for key in ORDER if key in options), None)
        if wanted is None:
            break
        # each check answers the same whichever way it came to be done
        rng = np.random.default_rng([seed, ORDER.index(wanted)])
        evidence = (*evidence, observe(rng, truth, wanted, len(evidence)))
        minutes += options[wanted].minutes
        marks += options[wanted].mark is not Mark.NONE
        plan = plan_of(truth, evidence, mass_kg, catalogue)
    right = plan.belief.family.family is FAMILY_OF.get(truth.make, Family.MASONRY)
    return minutes, marks, plan.advice.decided, right


def try_advice(walls: int, seed: int, catalogue: Catalogue) -> None:
    """The same walls and the same answers, once in the fixed order and once as advised."""
    rng = np.random.default_rng(seed)
    ways = {True: Way([], [], [], []), False: Way([], [], [], [])}
    for number in range(walls):
        truth = draw_wall(rng)
        mass_kg = float(rng.choice([1.0, 4.0, 9.0]))
        for advised, way in ways.items():
            minutes, marks, decided, right = _walk(truth, seed + number, mass_kg, advised, catalogue)
            way.minutes.append(minutes)
            way.marks.append(marks)
            way.decided.append(decided)
            if decided:
                way.right.append(right)
    print(f"{walls} walls, the same answers either way\n{'':<14}{'minutes':>9}{'marks':>8}{'decided':>9}{'right':>8}")
    for advised, name in ((False, "fixed order"), (True, "as advised")):
        way = ways[advised]
        print(
            f"{name:<14}{np.mean(way.minutes):>9.2f}{np.mean(way.marks):>8.2f}"
            f"{100 * float(np.mean(way.decided)):>8.1f}%{100 * float(np.mean(way.right)):>7.1f}%"
        )
    saved = 1 - float(np.mean(ways[True].minutes)) / float(np.mean(ways[False].minutes))
    print(f"fewer minutes: {100 * saved:.0f} %\n")


def measure_sixty(catalogue: Catalogue) -> None:
    """Walls with 60 pieces of evidence: what they are, their framing and the next check; and the whole plan."""
    rng = np.random.default_rng(5)
    rooms: list[float] = []
    plans: list[float] = []
    for _ in range(30):
        truth = draw_wall(rng)
        # half of them checks of five kinds, so that others are left to advise; half of them hits on framing
        evidence = tuple(observe(rng, truth, ORDER[number % 5], number) for number in range(30))
        hits = draw_hits(rng, draw_framing(rng, (400.0, 600.0)), 25, 0.2)[:30]
        job = job_of(truth, evidence, 4, hits)
        for times, work in ((rooms, compute_stages), (plans, make_plan)):
            start = time.perf_counter()
            work(job, catalogue)
            times.append((time.perf_counter() - start) * 1000)
    loop = reference_ms()
    for times, what in ((rooms, "its rooms up to the choice of fixings"), (plans, "the whole plan")):
        p50, p95 = quantile(times, 0.5), quantile(times, 0.95)
        print(
            f"60 pieces of evidence, {what}: p50 {p50:.0f} ms ({p50 / loop:.1f} loops), "
            f"p95 {p95:.0f} ms ({p95 / loop:.1f} loops)"
        )
