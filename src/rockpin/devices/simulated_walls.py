"""Simulated walls: drawn as a builder of their time and place would build them, by this module's own shares."""

from dataclasses import dataclass, field

import numpy as np

from rockpin.core.document.evidence import CameOut, Drilled, Filling, Finish, Location

Rng = np.random.Generator


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
}


@dataclass(frozen=True)
class SimulatedWall:
    """The truth about one wall: its make, its layers [mm], and what a check would notice of it."""

    make: str
    stands: Location
    year: int
    tiled: bool
    finish: Finish
    layers: tuple[tuple[str, float], ...]
    filling: Filling | None
    screwed: bool
    loose: bool
    steel_mesh: bool
    skill: float = field(default=0.7)

    @property
    def framed(self) -> bool:
        return any(name == "void" for name, _ in self.layers)

    @property
    def dabbed(self) -> bool:
        return any(name == "gap" for name, _ in self.layers)

    @property
    def skin_mass(self) -> float:
        """Mass [kg/m²] in front of the first hollow, or of everything."""
        total = 0.0
        for name, thickness in self.layers:
            if name in ("void", "gap"):
                break
            total += STUFF[name].density * thickness / 1000
        return total

    @property
    def holding(self) -> str:
        """The first layer that is no coat: what stands behind the finish."""
        return next(name for name, _ in self.layers if name not in ("plaster", "skim"))


# what a builder of the time puts at such a place: shares in hundredths, by steps of years
_BUILT: dict[Location, tuple[tuple[int, dict[str, int]], ...]] = {
    Location.PARTITION: (
        (
            1920,
            {
                "lath_and_plaster": 47,
                "plastered_brick": 27,
                "board_on_studs": 9,
                "timber_lining": 9,
                "other": 8,
            },
        ),
        (
            1950,
            {"lath_and_plaster": 27, "plastered_brick": 30, "board_on_studs": 22, "plastered_block": 10, "other": 11},
        ),
        (
            1980,
            {
                "board_on_studs": 40,
                "plastered_block": 19,
                "plastered_brick": 11,
                "plastered_aerated_block": 11,
                "thin_panel_void": 4,
                "other": 15,
            },
        ),
        (
            3000,
            {
                "board_on_studs": 58,
                "plastered_aerated_block": 9,
                "plastered_block": 7,
                "board_on_steel_studs": 9,
                "two_boards_on_studs": 6,
                "board_on_dabs": 6,
                "other": 5,
            },
        ),
    ),
    Location.OUTSIDE: (
        (
            1920,
            {
                "plastered_brick": 55,
                "natural_stone": 22,
                "fair_faced_brick": 8,
                "board_on_dabs": 5,
                "board_on_studs": 4,
                "other": 6,
            },
        ),
        (
            1950,
            {
                "plastered_brick": 54,
                "plastered_block": 10,
                "plastered_cored_brick": 7,
                "board_on_dabs": 9,
                "board_on_studs": 7,
                "fair_faced_brick": 6,
                "other": 7,
            },
        ),
        (
            1980,
            {
                "plastered_brick": 18,
                "plastered_block": 20,
                "plastered_cored_brick": 12,
                "board_on_dabs": 17,
                "plastered_aerated_block": 10,
                "board_on_studs": 10,
                "skimmed_concrete": 6,
                "other": 7,
            },
        ),
        (
            3000,
            {
                "board_on_dabs": 42,
                "board_on_studs": 17,
                "plastered_aerated_block": 13,
                "plastered_block": 8,
                "plastered_cored_brick": 7,
                "plastered_hollow_block": 4,
                "thin_panel_insulated": 3,
                "other": 6,
            },
        ),
    ),
    Location.BETWEEN_DWELLINGS: (
        (
            1920,
            {
                "plastered_brick": 74,
                "natural_stone": 10,
                "lath_and_plaster": 6,
                "board_on_dabs": 4,
                "other": 6,
            },
        ),
        (
            1950,
            {"plastered_brick": 68, "plastered_block": 14, "board_on_dabs": 6, "plastered_cored_brick": 5, "other": 7},
        ),
        (
            1980,
            {"plastered_block": 36, "plastered_brick": 18, "skimmed_concrete": 19, "board_on_dabs": 10, "other": 17},
        ),
        (
            3000,
            {
                "two_boards_on_studs": 30,
                "board_on_dabs": 22,
                "plastered_block": 16,
                "skimmed_concrete": 11,
                "board_on_studs": 8,
                "plastered_aerated_block": 6,
                "other": 7,
            },
        ),
    ),
    Location.WET_ROOM: (
        (
            1950,
            {"lath_and_plaster": 17, "plastered_brick": 38, "board_on_studs": 22, "plastered_block": 8, "other": 15},
        ),
        (
            1980,
            {
                "board_on_studs": 38,
                "plastered_block": 21,
                "plastered_brick": 11,
                "plastered_aerated_block": 10,
                "other": 20,
            },
        ),
        (
            3000,
            {
                "board_on_studs": 43,
                "fibre_cement_on_studs": 17,
                "board_on_dabs": 10,
                "plastered_aerated_block": 10,
                "plastered_block": 7,
                "board_on_steel_studs": 5,
                "other": 8,
            },
        ),
    ),
    Location.CHIMNEY_BREAST: (
        (
            1980,
            {
                "plastered_brick": 74,
                "fair_faced_brick": 13,
                "natural_stone": 5,
                "board_on_dabs": 4,
                "other": 4,
            },
        ),
        (
            3000,
            {
                "plastered_brick": 30,
                "board_on_dabs": 23,
                "plastered_block": 20,
                "board_on_studs": 8,
                "fair_faced_brick": 14,
                "other": 5,
            },
        ),
    ),
    Location.BASEMENT: (
        (
            1950,
            {
                "plastered_brick": 48,
                "natural_stone": 18,
                "fair_faced_brick": 18,
                "cast_concrete": 8,
                "other": 8,
            },
        ),
        (
            3000,
            {
                "cast_concrete": 33,
                "plastered_block": 17,
                "plastered_hollow_block": 15,
                "skimmed_concrete": 12,
                "board_on_dabs": 8,
                "board_on_studs": 7,
                "other": 8,
            },
        ),
    ),
}

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
)


def pick(rng: Rng, shares: dict[str, float]) -> str:
    names = list(shares)
    weights = np.array([shares[name] for name in names], dtype=float)
    return names[int(rng.choice(len(names), p=weights / weights.sum()))]


def _make(rng: Rng, stands: Location, year: int) -> str:
    shares = next(table for until, table in _BUILT[stands] if year < until)
    make = pick(rng, {name: float(share) for name, share in shares.items()})
    if make != "other":
        return make
    # old houses are not built of what came later
    rest = [one for one in _MAKES if one not in shares]
    late = {"board_on_steel_studs", "plastered_aerated_block", "two_boards_on_studs", "fibre_cement_on_studs"}
    rest = [one for one in rest if year >= 1950 or one not in late]
    rest = [one for one in rest if year < 1950 or one not in ("lath_and_plaster", "natural_stone")]
    return rest[int(rng.integers(len(rest)))]


def _layers(rng: Rng, make: str) -> list[tuple[str, float]]:
    """The layers of one wall, with the thicknesses of the day and the hand that put them up."""

    def one_of(*sizes: float) -> float:
        return float(sizes[int(rng.integers(len(sizes)))])

    board = ("gypsum_board", one_of(12.5, 12.5, 12.5, 12.5, 9.5, 15.0))
    coat = ("plaster", float(np.clip(rng.normal(14, 3), 7, 25)))
    match make:
        case "board_on_studs":
            return [board, ("void", one_of(63, 63, 75, 89, 89, 95)), board]
        case "board_on_steel_studs":
            return [board, ("void", one_of(50, 70, 70, 92)), board]
        case "two_boards_on_studs":
            return [board, board, ("void", one_of(70, 89, 95, 100)), board, board]
        case "board_on_dabs":
            inner = pick(rng, {"dense_block": 0.5, "aerated_block": 0.3, "brick": 0.2})
            return [board, ("gap", float(np.clip(rng.normal(15, 5), 6, 35))), (inner, 100.0)]
        case "lath_and_plaster":
            thick = float(np.clip(rng.normal(25, 3.5), 17, 36))
            return [("lath_and_plaster", thick), ("void", one_of(76, 95, 100)), ("lath_and_plaster", thick)]
        case "fibre_cement_on_studs":
            return [("fibre_cement_board", one_of(6, 9, 12)), ("void", one_of(63, 89, 89)), board]
        case "thin_panel_void" | "thin_panel_insulated":
            skin = ("thin_panel", one_of(3, 4, 4, 5.5))
            return [skin, ("void", float(rng.uniform(20, 45))), skin]
        case "timber_lining":
            return [("timber_lining", one_of(12, 15, 18, 21)), ("void", one_of(50, 63, 89)), board]
        case "fair_faced_brick":
            return [("brick", one_of(102.5, 102.5, 215))]
        case "plastered_brick":
            return [coat, ("brick", one_of(102.5, 102.5, 215, 215, 330))]
        case "plastered_cored_brick":
            return [coat, ("cored_brick", one_of(102.5, 115, 175, 240))]
        case "plastered_block":
            return [coat, ("dense_block", one_of(100, 100, 140, 215))]
        case "plastered_hollow_block":
            return [coat, ("hollow_block", one_of(140, 190, 215, 215))]
        case "plastered_aerated_block":
            return [coat, ("aerated_block", one_of(100, 100, 150, 215))]
        case "natural_stone":
            stone = [("stone", float(rng.uniform(300, 600)))]
            return [("plaster", float(np.clip(rng.normal(19, 7), 8, 40))), *stone] if rng.random() < 0.85 else stone
        case "skimmed_concrete":
            return [("skim", one_of(2, 3, 4)), ("concrete", one_of(120, 150, 180, 200))]
        case _:
            return [("concrete", one_of(100, 150, 150, 200, 250))]


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
    rng: Rng, *, stands: Location | None = None, year: int | None = None, make: str | None = None
) -> SimulatedWall:
    """A wall somewhere in a building, British in its ways."""
    stands = stands or list(_BUILT)[int(rng.choice(6, p=[0.4, 0.27, 0.1, 0.13, 0.04, 0.06]))]
    year = year or int(rng.choice([1895, 1930, 1965, 1990, 2012], p=[0.2, 0.14, 0.24, 0.19, 0.23]))
    make = make or _make(rng, stands, year)
    layers = _layers(rng, make)
    filling = None
    if any(name == "void" for name, _ in layers):
        shares = {Filling.EMPTY: 0.55, Filling.MINERAL_WOOL: 0.42, Filling.RIGID_FOAM: 0.03}
        if make in ("lath_and_plaster", "thin_panel_void"):
            shares = {Filling.EMPTY: 0.95, Filling.MINERAL_WOOL: 0.04, Filling.RIGID_FOAM: 0.01}
        if make == "thin_panel_insulated":
            shares = {Filling.EMPTY: 0.05, Filling.MINERAL_WOOL: 0.3, Filling.RIGID_FOAM: 0.65}
        filling = Filling(pick(rng, {key.value: share for key, share in shares.items()}))
    old_plaster = any(name == "plaster" for name, _ in layers) and year < 1950
    tiled = bool(rng.random() < (0.6 if stands is Location.WET_ROOM else 0.02))
    return SimulatedWall(
        make=make,
        stands=stands,
        year=year,
        tiled=tiled,
        finish=Finish.TILED if tiled else _face(rng, layers[0][0]),
        layers=tuple(layers),
        filling=filling,
        screwed=bool(year >= 1965 or rng.random() < 0.3),
        loose=bool(rng.random() < (0.25 if old_plaster else 0.06)),
        steel_mesh=bool("concrete" in layers[-1][0] and rng.random() < 0.35),
        skill=float(np.clip(rng.normal(0.7, 0.15), 0.2, 1.0)),
    )
