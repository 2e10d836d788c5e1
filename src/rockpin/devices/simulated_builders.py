"""What walls are built of by region, time and place, by this module's own shares.

Drawn up from what the trade writes down: BS 5268-2, BS 6073, BS 5628-3 and the NHBC standards for Britain; DIN 4172,
DIN 18181 to 18183, DIN 1053 and DIN EN 771 for Central Europe; IRC R602 and R702, ASTM C90, C36 and C645 for North
America. The tables by which Rock Pin reckons have no part in them.
"""

from rockpin.core.document.evidence import Location
from rockpin.core.document.job import Region

Built = dict[Location, tuple[tuple[int, dict[str, int]], ...]]

_BRITISH: Built = {
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
            {
                "lath_and_plaster": 24,
                "plastered_brick": 26,
                "board_on_studs": 14,
                "plastered_block": 6,
                "plastered_clinker_block": 12,
                "gypsum_lath_and_plaster": 9,
                "other": 9,
            },
        ),
        (
            1980,
            {
                "board_on_studs": 36,
                "plastered_block": 17,
                "plastered_brick": 10,
                "plastered_aerated_block": 10,
                "plastered_clinker_block": 8,
                "gypsum_lath_and_plaster": 5,
                "thin_panel_void": 3,
                "other": 11,
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
                "natural_stone": 16,
                "stone_behind_battens": 8,
                "fair_faced_brick": 7,
                "board_on_dabs": 4,
                "board_on_battens": 4,
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
                "board_on_dabs": 36,
                "timber_frame_brick_skin": 17,
                "plastered_aerated_block": 11,
                "insulated_cavity": 13,
                "foam_backed_lining": 5,
                "board_on_battens": 4,
                "plastered_cored_brick": 4,
                "plastered_hollow_block": 3,
                "thin_panel_insulated": 2,
                "other": 5,
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


def _t(*steps: tuple[int, dict[str, int]]) -> tuple[tuple[int, dict[str, int]], ...]:
    return steps


_CENTRAL_EUROPEAN: Built = {
    Location.PARTITION: _t(
        (1950, {"plastered_brick": 58, "lath_and_plaster": 12, "plastered_clinker_block": 16, "other": 14}),
        (
            1980,
            {
                "plastered_clinker_block": 27,
                "plastered_brick": 17,
                "plastered_cored_brick": 16,
                "plastered_aerated_block": 14,
                "plastered_clay_block": 10,
                "board_on_steel_studs": 5,
                "other": 11,
            },
        ),
        (
            3000,
            {
                "board_on_steel_studs": 30,
                "plastered_clay_block": 19,
                "plastered_aerated_block": 16,
                "two_boards_on_studs": 8,
                "board_on_studs": 8,
                "plastered_cored_brick": 7,
                "other": 12,
            },
        ),
    ),
    Location.OUTSIDE: _t(
        (1950, {"plastered_brick": 68, "natural_stone": 16, "plastered_clinker_block": 6, "other": 10}),
        (
            1980,
            {
                "plastered_cored_brick": 28,
                "plastered_hollow_block": 22,
                "plastered_brick": 14,
                "plastered_clay_block": 14,
                "plastered_aerated_block": 8,
                "skimmed_concrete": 6,
                "other": 8,
            },
        ),
        (
            3000,
            {
                "plastered_clay_block": 46,
                "plastered_aerated_block": 17,
                "plastered_cored_brick": 14,
                "timber_frame_brick_skin": 9,
                "skimmed_concrete": 6,
                "other": 8,
            },
        ),
    ),
    Location.BETWEEN_DWELLINGS: _t(
        (1950, {"plastered_brick": 84, "natural_stone": 6, "other": 10}),
        (
            3000,
            {
                "plastered_cored_brick": 30,
                "skimmed_concrete": 32,
                "plastered_brick": 12,
                "plastered_clay_block": 12,
                "other": 14,
            },
        ),
    ),
    Location.WET_ROOM: _t(
        (1980, {"plastered_brick": 42, "plastered_clinker_block": 22, "plastered_cored_brick": 18, "other": 18}),
        (3000, {"plastered_clay_block": 24, "board_on_steel_studs": 28, "plastered_aerated_block": 20, "other": 28}),
    ),
    Location.CHIMNEY_BREAST: _t((3000, {"plastered_brick": 76, "plastered_clinker_block": 8, "other": 16})),
    Location.BASEMENT: _t(
        (1950, {"plastered_brick": 50, "natural_stone": 26, "cast_concrete": 10, "other": 14}),
        (3000, {"cast_concrete": 48, "plastered_hollow_block": 22, "skimmed_concrete": 14, "other": 16}),
    ),
}

_NORTH_AMERICAN: Built = {
    Location.PARTITION: _t(
        (1950, {"lath_and_plaster": 62, "gypsum_lath_and_plaster": 16, "board_on_studs": 10, "other": 12}),
        (1980, {"board_on_studs": 70, "gypsum_lath_and_plaster": 13, "thin_panel_void": 5, "other": 12}),
        (3000, {"board_on_studs": 82, "board_on_steel_studs": 7, "two_boards_on_studs": 3, "other": 8}),
    ),
    Location.OUTSIDE: _t(
        (
            1950,
            {
                "lath_and_plaster": 40,
                "plastered_brick": 20,
                "timber_frame_brick_skin": 16,
                "natural_stone": 6,
                "other": 18,
            },
        ),
        (3000, {"timber_frame_brick_skin": 72, "board_on_battens": 8, "board_on_studs": 8, "other": 12}),
    ),
    Location.BETWEEN_DWELLINGS: _t(
        (1950, {"plastered_brick": 40, "lath_and_plaster": 30, "other": 30}),
        (
            3000,
            {
                "two_boards_on_studs": 42,
                "board_on_studs": 26,
                "plastered_hollow_block": 10,
                "skimmed_concrete": 10,
                "other": 12,
            },
        ),
    ),
    Location.WET_ROOM: _t(
        (1950, {"lath_and_plaster": 60, "gypsum_lath_and_plaster": 20, "other": 20}),
        (3000, {"board_on_studs": 62, "fibre_cement_on_studs": 24, "other": 14}),
    ),
    Location.CHIMNEY_BREAST: _t(
        (3000, {"plastered_brick": 34, "fair_faced_brick": 40, "board_on_studs": 12, "other": 14})
    ),
    Location.BASEMENT: _t(
        (
            1950,
            {
                "natural_stone": 34,
                "plastered_brick": 14,
                "cast_concrete": 26,
                "plastered_hollow_block": 12,
                "other": 14,
            },
        ),
        (
            3000,
            {
                "cast_concrete": 50,
                "plastered_hollow_block": 22,
                "board_on_battens": 10,
                "board_on_studs": 8,
                "other": 10,
            },
        ),
    ),
}

BUILT: dict[Region, Built] = {
    Region.BRITAIN: _BRITISH,
    Region.CENTRAL_EUROPE: _CENTRAL_EUROPEAN,
    Region.NORTH_AMERICA: _NORTH_AMERICAN,
}
"""What a builder of the time puts at such a place: shares in hundredths, by steps of years."""

SIZES: dict[Region, dict[str, tuple[float, ...]]] = {
    Region.BRITAIN: {
        "stud": (63, 63, 75, 89, 89, 95),
        "steel": (48, 70, 70, 92),
        "brick": (102.5, 102.5, 215, 215, 328),
        "leaf": (102.5,),
        "cored_brick": (102.5, 102.5, 215),
        "dense_block": (100, 100, 140, 215),
        "hollow_block": (140, 190, 215, 215),
        "aerated_block": (100, 100, 100, 150, 215),
        "clinker_block": (75, 75, 100, 100, 150),
        "clay_block": (115, 175),
        "board": (12.5, 12.5, 12.5, 12.5, 9.5, 15.0),
    },
    Region.CENTRAL_EUROPE: {
        "stud": (60, 60, 80, 80, 100, 120),
        "steel": (50, 75, 75, 100),
        "brick": (115, 115, 240, 240, 365),
        "leaf": (175,),
        "cored_brick": (115, 175, 240, 300),
        "dense_block": (115, 175, 240),
        "hollow_block": (175, 240, 300),
        "aerated_block": (100, 115, 175, 240, 365),
        "clinker_block": (95, 100, 115, 240),
        "clay_block": (115, 175, 240, 365),
        "board": (12.5, 12.5, 12.5, 15.0),
    },
    Region.NORTH_AMERICA: {
        "stud": (89, 89, 89, 89, 140),
        "steel": (64, 92, 92, 92),
        "brick": (92, 194, 194, 295),
        "leaf": (92,),
        "cored_brick": (92, 194),
        "dense_block": (92, 143, 194),
        "hollow_block": (143, 194, 194, 194),
        "aerated_block": (100, 200),
        "clinker_block": (92, 143, 194),
        "clay_block": (100, 150),
        "board": (12.7, 12.7, 12.7, 15.9),
    },
}
"""Sizes that are built with [mm], as often as they stand here."""
