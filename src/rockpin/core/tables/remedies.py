"""What is tried when nothing holds: sizes of boards, plates, holes and moves, the least change first."""

from pydantic import Field

from rockpin.core.base.model import Model, Name
from rockpin.core.base.quantities import UnitSystem


class MasonryBoard(Model):
    """A board screwed to masonry: its thickness and height [mm], rows of screws, reach past the brackets [mm]."""

    thick_mm: float = Field(gt=0)
    high_mm: float = Field(gt=0)
    rows: int = Field(ge=2)
    beyond_mm: float = Field(ge=0)


class SoldSizes(Model):
    """Holes [mm] that are drilled in a bracket or a board, each with its bit, and boards, as they are sold somewhere.

    ``coach_hole_mm``, ``thick_coach_hole_mm``: a bracket's hole for the usual coach screw under a person's weight, and
    for the next thicker one. ``board_hole_mm``: where a board is screwed to studs.
    """

    bracket_holes_mm: tuple[float, ...]
    coach_hole_mm: float
    thick_coach_hole_mm: float
    board_hole_mm: float
    board_thick_mm: tuple[float, ...]


class RemedyTable(Model):
    """All sizes of the ways out [mm]. ``board_over_mm``: the widest span between two studs that a board crosses.
    ``board_longest_mm``: no board is longer.

    ``bracket_holes_wider_mm``: how much wider than it is a hole in metal is drilled, at the least and at the most.
    ``bracket_metal_mm``: the least metal that stays beside it. ``plate_largest_mm``: the longest side of a plate.
    ``all_holes_most``: a plate with more of them is a rail to choose from, and nobody drills them all.
    ``same_stud_mm``: holes that lie no farther apart along the wall go into one stud. ``map_coarse_mm``: how far places
    of the first, quick map lie apart.
    ``tests_most_times``: so many times its table a fixing may turn out to hold; nobody tests in the hope of more.
    ``test_spares``: how much more than wanted a test has to carry, since shear stays as tabled.
    """

    source: Name
    move_steps_mm: tuple[float, ...]
    move_farthest_mm: float
    moves_tried: int
    places_judged: int
    map_steps_mm: tuple[float, ...]
    map_at_once: int
    map_coarse_mm: int
    bracket_holes_wider_mm: tuple[float, float]
    bracket_metal_mm: float
    plate_scales: tuple[float, ...]
    plate_largest_mm: float
    second_hole_edge_mm: float
    second_hole_apart_mm: float
    onto_studs_farthest_mm: float
    all_holes_most: int
    same_stud_mm: float
    board_over_mm: float
    board_longest_mm: float
    board_edge_mm: float
    board_end_mm: float
    board_least_high_mm: float
    blocking_beyond_mm: float
    blocking_above_mm: float
    tests_most_times: float
    test_spares: tuple[float, ...]
    masonry_pitch_mm: float
    masonry_boards: tuple[MasonryBoard, ...]
    sold: dict[UnitSystem, SoldSizes]
