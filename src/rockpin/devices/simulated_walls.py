"""Simulated walls: drawn as a builder of their time and place would build them, carefully or in haste."""

from dataclasses import dataclass, field
from enum import StrEnum

import numpy as np

from rockpin.core.document.evidence import CameOut, Drilled, Filling, Finish, Location
from rockpin.core.document.job import Region
from rockpin.devices.simulated_builders import BUILT, SIZES

Rng = np.random.Generator


HOLLOW = ("void", "gap", "batten_gap", "foam")


class Trade(StrEnum):
    """Who built it: to the drawing, or with what was on the lorry."""

    CAREFUL = "careful"
    HASTY = "hasty"


@dataclass(frozen=True)
class Stuff:
    """What a layer is: its mass for a knock, and the colours of its dust with their shares."""

    density: float
    dust: tuple[tuple[CameOut, float], ...]
    drills: Drilled


_C = CameOut
STUFF = {
    "gypsum_board": Stuff(720, ((_C.WHITE_CHALKY, 1.0),), Drilled.EASILY),
    "fibre_cement_board": Stuff(1500, ((_C.GREY_HARD, 0.8), (_C.GREY_SOFT, 0.2)), Drilled.STEADILY),
    "skim": Stuff(1100, ((_C.WHITE_CHALKY, 0.9), (_C.SANDY, 0.1)), Drilled.EASILY),
    "plaster": Stuff(1300, ((_C.WHITE_CHALKY, 0.72), (_C.SANDY, 0.15), (_C.GREY_SOFT, 0.13)), Drilled.EASILY),
    "lath_and_plaster": Stuff(
        1400,
        ((_C.BROWN_FIBRE, 0.4), (_C.WHITE_CHALKY, 0.25), (_C.SANDY, 0.2), (_C.SHAVINGS, 0.15)),
        Drilled.EASILY,
    ),
    "thin_panel": Stuff(650, ((_C.SHAVINGS, 0.55), (_C.BROWN_FIBRE, 0.25), (_C.WHITE_CHALKY, 0.2)), Drilled.EASILY),
    "timber_lining": Stuff(550, ((_C.SHAVINGS, 0.88), (_C.BROWN_FIBRE, 0.12)), Drilled.STEADILY),
    "stud": Stuff(450, ((_C.SHAVINGS, 0.9), (_C.BROWN_FIBRE, 0.1)), Drilled.STEADILY),
    "flange": Stuff(7800, ((_C.SWARF, 1.0),), Drilled.HARDLY),
    "dab": Stuff(1000, ((_C.WHITE_CHALKY, 0.8), (_C.GREY_SOFT, 0.2)), Drilled.EASILY),
    "brick": Stuff(1900, ((_C.RED, 0.82), (_C.SANDY, 0.12), (_C.GREY_HARD, 0.06)), Drilled.HARDLY),
    "cored_brick": Stuff(1400, ((_C.RED, 0.85), (_C.SANDY, 0.1), (_C.GREY_HARD, 0.05)), Drilled.STEADILY),
    "dense_block": Stuff(2000, ((_C.GREY_HARD, 0.85), (_C.SANDY, 0.08), (_C.GREY_SOFT, 0.07)), Drilled.HARDLY),
    "hollow_block": Stuff(1200, ((_C.GREY_HARD, 0.82), (_C.SANDY, 0.08), (_C.GREY_SOFT, 0.1)), Drilled.STEADILY),
    "aerated_block": Stuff(600, ((_C.GREY_SOFT, 0.8), (_C.WHITE_CHALKY, 0.2)), Drilled.EASILY),
    "stone": Stuff(
        2400, ((_C.GREY_HARD, 0.4), (_C.SANDY, 0.35), (_C.WHITE_CHALKY, 0.15), (_C.RED, 0.1)), Drilled.HARDLY
    ),
    "concrete": Stuff(2400, ((_C.GREY_HARD, 0.95), (_C.SANDY, 0.05)), Drilled.HARDLY),
    "clinker_block": Stuff(
        1100, ((_C.GREY_SOFT, 0.45), (_C.GREY_HARD, 0.25), (_C.SANDY, 0.25), (_C.RED, 0.05)), Drilled.STEADILY
    ),
    "clay_block": Stuff(900, ((_C.RED, 0.9), (_C.SANDY, 0.07), (_C.GREY_HARD, 0.03)), Drilled.STEADILY),
    "batten": Stuff(450, ((_C.SHAVINGS, 0.9), (_C.BROWN_FIBRE, 0.1)), Drilled.STEADILY),
}


@dataclass(frozen=True)
class SimulatedWall:
    """The truth about one wall: its make, its layers [mm], and what a check would notice of it.

    ``rest_mm``: what stands behind those layers and in a tape's measure. ``skill``: of its observer.
    """

    make: str
    region: Region
    trade: Trade
    stands: Location
    year: int
    tiled: bool
    finish: Finish
    layers: tuple[tuple[str, float], ...]
    filling: Filling | None
    screwed: bool
    loose: bool
    steel_mesh: bool
    rest_mm: float = 0.0
    skill: float = field(default=0.7)

    @property
    def framed(self) -> bool:
        return any(name == "void" for name, _ in self.layers)

    @property
    def dabbed(self) -> bool:
        return any(name == "gap" for name, _ in self.layers)

    @property
    def battened(self) -> bool:
        return any(name == "batten_gap" for name, _ in self.layers)

    @property
    def foamed(self) -> bool:
        return any(name == "foam" for name, _ in self.layers)

    @property
    def skin_mass(self) -> float:
        """Mass [kg/m²] in front of the first hollow, or of everything."""
        total = 0.0
        for name, thickness in self.layers:
            if name in HOLLOW:
                break
            total += STUFF[name].density * thickness / 1000
        return total

    @property
    def holding(self) -> str:
        """The first layer that is no coat: what stands behind the finish."""
        return next(name for name, _ in self.layers if name not in ("plaster", "skim"))


_MAKES = (
    "board_on_studs",
    "board_on_steel_studs",
    "two_boards_on_studs",
    "board_on_dabs",
    "lath_and_plaster",
    "fibre_cement_on_studs",
    "thin_panel_void",
    "thin_panel_insulated",
    "timber_lining",
    "plastered_brick",
    "plastered_cored_brick",
    "fair_faced_brick",
    "plastered_block",
    "plastered_hollow_block",
    "plastered_aerated_block",
    "natural_stone",
    "cast_concrete",
    "skimmed_concrete",
    "plastered_clinker_block",
    "plastered_clay_block",
    "board_on_battens",
    "foam_backed_lining",
    "gypsum_lath_and_plaster",
)


def pick(rng: Rng, shares: dict[str, float]) -> str:
    names = list(shares)
    weights = np.array([shares[name] for name in names], dtype=float)
    return names[int(rng.choice(len(names), p=weights / weights.sum()))]


def _make(rng: Rng, region: Region, stands: Location, year: int) -> str:
    shares = next(table for until, table in BUILT[region][stands] if year < until)
    make = pick(rng, {name: float(share) for name, share in shares.items()})
    if make != "other":
        return make
    # old houses are not built of what came later
    rest = [one for one in _MAKES if one not in shares]
    late = {"board_on_steel_studs", "plastered_aerated_block", "two_boards_on_studs", "fibre_cement_on_studs"}
    rest = [one for one in rest if year >= 1950 or one not in late]
    rest = [one for one in rest if year < 1950 or one not in ("lath_and_plaster", "natural_stone")]
    return rest[int(rng.integers(len(rest)))]


def _layers(rng: Rng, make: str, region: Region, trade: Trade, leaf: bool) -> list[tuple[str, float]]:
    """The layers of one wall, with the thicknesses of the day and the hand that put them up. ``leaf``: a thin one."""
    hasty = trade is Trade.HASTY

    def size(name: str) -> float:
        sizes = SIZES[region][name]
        found = float(sizes[int(rng.integers(len(sizes)))])
        if hasty and name != "board" and rng.random() < 0.12:
            found *= float(rng.uniform(0.75, 1.3))
        return found + float(rng.normal(0, 3 if hasty else 1)) * (name != "board")

    def about(mean: float, spread: float, low: float, high: float) -> float:
        return float(np.clip(rng.normal(mean, spread * (1.5 if hasty else 1.0)), low, high))

    skimmed = rng.random() < (0.6 if region is Region.BRITAIN else 0.15)
    board = ("gypsum_board", size("board") + (float(rng.uniform(2, 3.5)) if skimmed else 0.0))
    coat = ("plaster", about(14, 3, 7, 28))
    brick = SIZES[region]["leaf"][0] if leaf else size("brick")
    match make:
        case "board_on_studs":
            return [board, ("void", size("stud")), board]
        case "board_on_steel_studs":
            return [board, ("void", size("steel")), board]
        case "two_boards_on_studs":
            return [board, board, ("void", size("stud")), board, board]
        case "timber_frame_brick_skin":
            deep = 140.0 if rng.random() < 0.55 else 89.0
            return [board, ("void", deep + float(rng.normal(0, 1))), ("thin_panel", 9.5)]
        case "gypsum_lath_and_plaster":
            return [("plaster", about(10, 2.5, 5, 18)), ("gypsum_board", 9.5), ("void", about(82, 12, 60, 105)), board]
        case "board_on_dabs":
            inner = pick(rng, {"dense_block": 0.5, "aerated_block": 0.3, "brick": 0.2})
            return [board, ("gap", about(15, 5, 6, 40)), (inner, brick if inner == "brick" else size(inner))]
        case "board_on_battens":
            inner = pick(rng, {"brick": 0.6, "dense_block": 0.2, "stone": 0.2})
            thick = float(rng.uniform(300, 500)) if inner == "stone" else brick if inner == "brick" else size(inner)
            return [board, ("batten_gap", about(34, 8, 18, 65)), (inner, thick)]
        case "foam_backed_lining":
            inner = pick(rng, {"dense_block": 0.45, "aerated_block": 0.2, "brick": 0.35})
            return [board, ("foam", about(42, 13, 20, 85)), (inner, brick if inner == "brick" else size(inner))]
        case "stone_behind_battens":
            lath = ("lath_and_plaster", about(25, 4, 15, 38))
            return [lath, ("batten_gap", about(42, 12, 18, 80)), ("stone", float(rng.uniform(300, 600)))]
        case "insulated_cavity":
            inner = "dense_block" if rng.random() < 0.6 else "aerated_block"
            return [coat, (inner, 100.0 + float(rng.normal(0, 1)))]
        case "lath_and_plaster":
            lath = ("lath_and_plaster", about(25, 3.5, 15, 38))
            return [lath, ("void", about(88, 12, 60, 110)), lath]
        case "fibre_cement_on_studs":
            sheet = float((6.0, 9.0, 12.0, 12.7)[int(rng.integers(4))])
            return [("fibre_cement_board", sheet), ("void", size("stud")), board]
        case "thin_panel_void" | "thin_panel_insulated":
            skin = ("thin_panel", float((3.0, 4.0, 4.0, 5.0, 6.0)[int(rng.integers(5))]))
            return [skin, ("void", float(rng.uniform(20, 45))), skin]
        case "timber_lining":
            return [("timber_lining", float((12, 15, 18, 21)[int(rng.integers(4))])), ("void", size("stud")), board]
        case "fair_faced_brick":
            return [("brick", brick)]
        case "plastered_brick":
            return [coat, ("brick", brick)]
        case "natural_stone":
            stone = [("stone", float(rng.uniform(300, 600)))]
            return [("plaster", about(19, 7, 8, 45)), *stone] if rng.random() < 0.85 else stone
        case "skimmed_concrete":
            return [("skim", float(rng.uniform(2, 5))), ("concrete", float((120, 150, 180, 200)[int(rng.integers(4))]))]
        case "cast_concrete":
            return [("concrete", float((100, 150, 150, 200, 250)[int(rng.integers(5))]))]
        case _:
            unit = {"plastered_block": "dense_block"}.get(make, make.removeprefix("plastered_"))
            return [coat, (unit, size(unit))]


def _rest(rng: Rng, make: str, region: Region, stands: Location, year: int) -> float:
    """What stands behind the layers that one drills [mm]: cavity, outer leaf, cladding, flue, the neighbour's wall."""
    solid = make not in ("board_on_studs", "board_on_steel_studs", "two_boards_on_studs", "lath_and_plaster")
    match stands:
        case Location.OUTSIDE if make == "insulated_cavity":
            return float(rng.uniform(50, 110)) + 102.5
        case Location.OUTSIDE if make == "timber_frame_brick_skin" or not solid:
            return float(rng.uniform(45, 65)) + 102.5 if rng.random() < 0.6 else float(rng.uniform(20, 70))
        case Location.OUTSIDE if year < 1925 and rng.random() < 0.7:
            return float(rng.uniform(0, 25))
        case Location.OUTSIDE if region is Region.CENTRAL_EUROPE:
            return float(rng.uniform(60, 220)) if year > 1978 else float(rng.uniform(15, 90))
        case Location.OUTSIDE:
            return float(rng.uniform(45, 110)) + 102.5
        case Location.BETWEEN_DWELLINGS if rng.random() < (0.25 if year < 1950 else 0.6):
            return float(rng.uniform(90, 260))
        case Location.CHIMNEY_BREAST if rng.random() < 0.9:
            return float(rng.uniform(120, 480))
        case Location.BASEMENT if rng.random() < 0.5:
            return float(rng.uniform(20, 220))
        case Location.WET_ROOM if rng.random() < 0.25:
            return float(rng.uniform(10, 180))
    if make in ("board_on_studs", "board_on_steel_studs", "two_boards_on_studs", "timber_lining"):
        return 0.0
    # the far face is plastered as often as not
    return float(rng.uniform(8, 18)) if rng.random() < 0.6 else 0.0


def _face(rng: Rng, front: str) -> Finish:
    """What somebody sees and calls it."""
    shares = {"smooth": 0.7, "papered": 0.22, "textured": 0.08}
    if front in ("brick", "stone"):
        shares = {"bare": 0.9, "smooth": 0.1}
    elif front == "concrete":
        shares = {"bare": 0.55, "smooth": 0.45}
    elif front in ("thin_panel", "timber_lining"):
        wood = 0.8 if front == "timber_lining" else 0.5
        shares = {"wood": wood, "smooth": 1 - wood}
    return Finish(pick(rng, shares))


def draw_wall(
    rng: Rng,
    *,
    stands: Location | None = None,
    year: int | None = None,
    make: str | None = None,
    region: Region = Region.BRITAIN,
    trade: Trade = Trade.CAREFUL,
) -> SimulatedWall:
    """A wall somewhere in a building of a region. ``trade``: who built it, and who looks at it."""
    stands = stands or list(BUILT[region])[int(rng.choice(6, p=[0.4, 0.27, 0.1, 0.13, 0.04, 0.06]))]
    year = year or int(rng.choice([1895, 1930, 1965, 1990, 2012], p=[0.2, 0.14, 0.24, 0.19, 0.23]))
    make = make or _make(rng, region, stands, year)
    rest = _rest(rng, make, region, stands, year)
    layers = _layers(rng, make, region, trade, leaf=stands is Location.OUTSIDE and rest > 120)
    filling = None
    if any(name in ("void", "batten_gap", "foam") for name, _ in layers):
        shares = {Filling.EMPTY: 0.55, Filling.MINERAL_WOOL: 0.42, Filling.RIGID_FOAM: 0.03}
        if make in ("lath_and_plaster", "thin_panel_void", "gypsum_lath_and_plaster", "stone_behind_battens"):
            shares = {Filling.EMPTY: 0.95, Filling.MINERAL_WOOL: 0.04, Filling.RIGID_FOAM: 0.01}
        if make == "thin_panel_insulated":
            shares = {Filling.EMPTY: 0.05, Filling.MINERAL_WOOL: 0.3, Filling.RIGID_FOAM: 0.65}
        if make == "timber_frame_brick_skin":
            shares = {Filling.EMPTY: 0.05, Filling.MINERAL_WOOL: 0.87, Filling.RIGID_FOAM: 0.08}
        if make == "foam_backed_lining":
            shares = {Filling.EMPTY: 0.0, Filling.MINERAL_WOOL: 0.0, Filling.RIGID_FOAM: 1.0}
        if make == "board_on_battens":
            shares = {Filling.EMPTY: 0.82, Filling.MINERAL_WOOL: 0.14, Filling.RIGID_FOAM: 0.04}
        filling = Filling(pick(rng, {key.value: share for key, share in shares.items()}))
    old_plaster = any(name == "plaster" for name, _ in layers) and year < 1950
    tiled = bool(rng.random() < (0.6 if stands is Location.WET_ROOM else 0.02))
    hasty = trade is Trade.HASTY
    return SimulatedWall(
        make=make,
        region=region,
        trade=trade,
        stands=stands,
        year=year,
        tiled=tiled,
        finish=Finish.TILED if tiled else _face(rng, layers[0][0]),
        layers=tuple(layers),
        filling=filling,
        screwed=bool(year >= 1965 or rng.random() < 0.3),
        loose=bool(rng.random() < (0.25 if old_plaster else 0.06)),
        steel_mesh=bool("concrete" in layers[-1][0] and rng.random() < 0.35),
        rest_mm=rest,
        skill=float(np.clip(rng.normal(0.5 if hasty else 0.72, 0.18 if hasty else 0.14), 0.1, 1.0)),
    )
