"""A practice wall: what it hides, drawn from a seed, and the job that somebody is given on it.

Five steps of difficulty. How walls are built, framed and wired is the simulators' own; a step says which of them one
may meet, by whose hand, and how heavy the thing is that is to be hung.
"""

from dataclasses import dataclass, field
from functools import lru_cache

import numpy as np

from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Location
from rockpin.core.document.job import JobBody, JobDocument, Placement, Region, Site
from rockpin.core.document.wall import Point, Wall, WallSide
from rockpin.core.fixture import build
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.references import shape_named
from rockpin.devices.simulated_builders import SIZES
from rockpin.devices.simulated_framing import SimulatedFraming, draw_framing
from rockpin.devices.simulated_services import Inside, TrueService, lay_services
from rockpin.devices.simulated_walls import SimulatedWall, Trade, draw_wall

REGIONS = tuple(SIZES)
"""Regions whose walls the simulators know."""
_TILE_MM = 11.0


@dataclass(frozen=True)
class Thing:
    """A thing to hang: its shape with what is measured on it."""

    shape: str
    measures: dict[str, float] = field(default_factory=dict)


@dataclass(frozen=True)
class Step:
    """One step of difficulty.

    ``makes``: the walls that one may meet, none: any; ``points``: how many at least and at most.
    """

    number: int
    label: str
    says: str
    makes: tuple[str, ...]
    trade: Trade
    points: tuple[int, int]
    years: tuple[int, ...]
    things: tuple[Thing, ...]


_HOOK = Thing("hook", {"holds": 3})
_SHELF = Thing("shelf", {"holds": 12, "width": 700})
_CABINET = Thing("cabinet", {"holds": 20})
_ARM = Thing("arm")
_RAIL = Thing("grab_rail")
STEPS: tuple[Step, ...] = (
    Step(
        1,
        "A hook in a new partition",
        "Board on studs, put up with care; one socket.",
        ("board_on_studs",),
        Trade.CAREFUL,
        (1, 1),
        (2012,),
        (_HOOK,),
    ),
    Step(
        2,
        "A shelf on board or brick",
        "Hollow or solid: a knock nearly tells. A socket and a switch.",
        ("board_on_studs", "plastered_brick", "fair_faced_brick", "plastered_block"),
        Trade.CAREFUL,
        (1, 2),
        (1990, 2012),
        (_HOOK, _SHELF),
    ),
    Step(
        3,
        "Whatever is usual",
        "Bonded board, hollow and aerated block, steel studs, concrete.",
        (
            "board_on_studs",
            "board_on_steel_studs",
            "board_on_dabs",
            "plastered_brick",
            "plastered_hollow_block",
            "plastered_aerated_block",
            "cast_concrete",
        ),
        Trade.CAREFUL,
        (2, 3),
        (1965, 1990, 2012),
        (_SHELF, _CABINET),
    ),
    Step(
        4,
        "Any house",
        "Old and new, kitchens and bathrooms behind, pipes that feed nothing here.",
        (),
        Trade.CAREFUL,
        (2, 4),
        (1895, 1930, 1965, 1990, 2012),
        (_SHELF, _CABINET, _ARM),
    ),
    Step(
        5,
        "Built in haste",
        "Studs off their pitch, cables against every rule, and whoever looked was in a hurry too.",
        (),
        Trade.HASTY,
        (2, 4),
        (1895, 1930, 1965, 1990),
        (_CABINET, _ARM, _RAIL),
    ),
)


@dataclass(frozen=True)
class Truth:
    """What a practice wall hides."""

    wall: SimulatedWall
    framing: SimulatedFraming | None
    services: tuple[TrueService, ...]
    thickness_mm: float

    def stud_at(self, x_mm: float, y_mm: float, radius_mm: float = 0.0) -> bool:
        """Whether a stud, or the batten that stands for one, is behind a place of the face."""
        if self.framing is None:
            return False
        return any(abs(stud.centre_at(y_mm) - x_mm) <= stud.width_mm / 2 - radius_mm for stud in self.framing.studs)


@dataclass(frozen=True)
class Ground:
    """A practice wall with its job, as the learner is given them, and its truth."""

    document: JobDocument
    truth: Truth
    seed: int
    step: int
    region: Region


def layers_of(wall: SimulatedWall) -> tuple[tuple[str, float], ...]:
    return (("tile", _TILE_MM), *wall.layers) if wall.tiled else wall.layers


def inside_of(wall: SimulatedWall) -> Inside:
    """What a wall is inside as far as services care: hollow between two depths, or solid."""
    at, front, back = 0.0, 0.0, 0.0
    for name, thickness in layers_of(wall):
        if name == "void" and not back:
            front, back = at, at + thickness
        at += thickness
    hollow = back > 0
    return Inside(hollow=hollow, front_mm=front if hollow else 0.0, back_mm=back if hollow else at, thickness_mm=at)


_KINDS = ("socket", "switch", "twin_socket", "radiator", "tap", "wall_light")
_HEIGHTS = {"socket": 450, "twin_socket": 1150, "switch": 1200, "radiator": 350, "tap": 1000, "wall_light": 1750}


def _points(rng: np.random.Generator, step: Step, width_mm: float) -> tuple[Point, ...]:
    low, high = step.points
    count = int(rng.integers(low, high + 1))
    known = _KINDS[:1] if step.number == 1 else _KINDS[:2] if step.number == 2 else _KINDS
    found: list[Point] = []
    for number in range(count):
        kind = str(rng.choice(known))
        x = round(float(rng.uniform(250, width_mm - 250)))
        if any(abs(x - one.x_mm) < 250 for one in found):
            continue
        other = step.number > 2 and rng.random() < 0.25
        face = WallSide.OTHER if other else WallSide.THIS
        found.append(Point(id=f"point-{number + 1}", kind=kind, x_mm=x, y_mm=_HEIGHTS[kind], face=face))
    return tuple(found)


def truth_of(rng: np.random.Generator, wall: SimulatedWall, drawn: Wall, pitches_mm: tuple[float, ...]) -> Truth:
    """A truth beneath a wall as it is drawn: framing where it is framed, and services that feed its points."""
    inside = inside_of(wall)
    framed = wall.framed or wall.battened
    framing = draw_framing(rng, pitches_mm, drawn.width_mm, trade=wall.trade) if framed else None
    services = lay_services(rng, drawn, inside, wall.trade, wall.region, wall.year)
    return Truth(wall, framing, services, inside.thickness_mm)


def pitches_of(region: Region, catalogue: Catalogue) -> tuple[float, ...]:
    """Spacings of studs [mm] that are usual in a region."""
    return tuple(row.pitch_mm for row in catalogue.belief.pitches if row.regions[region] >= 0.1)


def site_of(region: Region, year: int) -> Site:
    """The site that all practice walls of a region and an age stand on."""
    units = UnitSystem.IMPERIAL if region is Region.NORTH_AMERICA else UnitSystem.METRIC
    return Site(id="practice", name="Practice", region=region, units=units, built_year=year)


@lru_cache(maxsize=256)
def _drawn(seed: int, step: int, region: Region, pitches_mm: tuple[float, ...]) -> tuple[Wall, Truth, Thing, float]:
    kind = STEPS[step - 1]
    rng = np.random.default_rng([seed, step, REGIONS.index(region)])
    make = str(rng.choice(kind.makes)) if kind.makes else None
    year = int(rng.choice(kind.years))
    stands = Location.PARTITION if step < 3 else None
    wall = draw_wall(rng, stands=stands, year=year, make=make, region=region, trade=kind.trade)
    width, height = round(float(rng.uniform(2600, 4200)), -2), round(float(rng.uniform(2350, 2600)), -1)
    drawn = Wall(
        id="practice-wall",
        name="Practice wall",
        width_mm=width,
        height_mm=height,
        stands=wall.stands,
        finish=wall.finish,
        points=_points(rng, kind, width),
        looked=True,
        coating_tested=True,
        practice_seed=seed,
    )
    truth = truth_of(rng, wall, drawn, pitches_mm)
    thing = kind.things[int(rng.integers(len(kind.things)))]
    return drawn, truth, thing, float(rng.uniform(0.15, 0.85))


def ground_of(seed: int, step: int, region: Region, catalogue: Catalogue) -> Ground:
    """The practice wall of a seed: the same, to the bit, whenever and wherever it is asked for."""
    drawn, truth, thing, share = _drawn(seed, step, region, pitches_of(region, catalogue))
    return Ground(given(drawn, truth, thing, share, catalogue), truth, seed, step, region)


def given(drawn: Wall, truth: Truth, thing: Thing, share: float, catalogue: Catalogue) -> JobDocument:
    """The job that a learner is given: the thing somewhere on the wall. ``share``: how far along it."""
    fixture = build(shape_named(thing.shape, catalogue), thing.measures)
    wide = max(piece.rect.right_mm for piece in fixture.pieces)
    high = max(piece.rect.top_mm for piece in fixture.pieces)
    room = max(0.0, drawn.width_mm - wide - 100)
    body = JobBody(
        title=shape_named(thing.shape, catalogue).short,
        fixture=fixture,
        placement=Placement(
            wall_id=drawn.id,
            x_mm=round(50 + share * room),
            y_mm=round(min(1450.0, max(50.0, drawn.height_mm - high - 250))),
        ),
    )
    site = site_of(truth.wall.region, truth.wall.year)
    return JobDocument(id="practice", site=site, walls=(drawn,), **dict(body))
