"""Fixings that reach masonry across a gap: board on dabs, on battens, on foam."""

from dataclasses import replace

import pytest

from bench.ordinary_jobs import bonded
from rockpin.catalogue import load_catalogue
from rockpin.core.capacity import assess
from rockpin.core.document.fixings import MasonryPlug
from rockpin.core.plan import make_plan
from rockpin.core.questions import Supposed, job_of
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import brick_wall
from tests.one_hole import codes, put, spot

CATALOGUE = load_catalogue()


def test_a_stand_off_sleeve_carries_the_bracket_across_the_gap(catalogue: Catalogue) -> None:
    """Board of 12.5 on dabs of 16.5: the screw alone bends over 29; a tube 7.5/5.5 of S235 that stands in the wall
    bears M = 235·(7.5³ − 5.5³)/(6·1.67) over 29 + 7.5/2 besides."""
    wall, row = bonded(gap_mm=16.5), catalogue.fixing_by_key["stand_off_8"]
    assert isinstance(row, MasonryPlug)
    assert row.stand_off
    at = spot(wall, 2000, 1200, diameter_mm=6.5)
    with_it, bare = (
        assess(row.model_copy(update={"key": key, "stand_off": tube}), at, catalogue.capacity)
        for key, tube in (("with-it", row.stand_off), ("bare", None))
    )
    tube_n = 235 * (7.5**3 - 5.5**3) / (6 * 1.67) / (29 + 7.5 / 2)
    screw_n = 2 * 400 * 3.2**3 / (6 * 1.67) / (29 + 5 / 2)
    assert (round(tube_n), round(screw_n)) == (183, 83)
    # in dense block 0.8 of 550 N are more than either
    assert with_it.shear_n - bare.shear_n == pytest.approx(tube_n)
    assert with_it.shear_n == pytest.approx(tube_n + screw_n, rel=0.02)
    assert any(f"= {tube_n:.0f} N" in line.text for line in with_it.working)
    assert not any("sleeve" in line.text for line in bare.working)
    # it is cut to length, and where nothing stands off there is nothing to bridge
    assert with_it.hole
    assert (with_it.hole.plug_length_mm, with_it.hole.sleeve_mm) == (29 + row.plug_length_mm, 29 + 10)
    assert "nothing-to-bridge" in codes(put("stand_off_8", spot(brick_wall(12), 107, 32, diameter_mm=6.5)))


def test_a_sleeve_ends_at_the_face_and_spacers_hang_on_the_screw_alone(catalogue: Catalogue) -> None:
    """Spacers of 40 in front of the board: over them the 5 mm screw bends by itself, whatever the sleeve would bear."""
    at = spot(bonded(gap_mm=16.5), 2000, 1200, diameter_mm=6.5)
    off = replace(at, hole=at.hole.model_copy(update={"spacer_mm": 40.0}), shared={})
    row = catalogue.fixing_by_key["stand_off_8"].model_copy(update={"screws": ("wood_5_0",), "plug_length_mm": 30.0})
    made = assess(row, off, catalogue.capacity)
    alpha = 2 if off.clamped else 1
    assert made.shear_n == pytest.approx(alpha * 400 * 3.2**3 / (6 * 1.67) / (40 + 5 / 2), rel=0.02)


def test_a_long_plug_is_set_before_the_bracket_and_a_frame_plug_through_it() -> None:
    """A body of 8 mm passes no bracket's hole of 6.5: flush with the face it need not."""
    at = spot(bonded(), 2000, 1200, diameter_mm=6.5)
    assert "bracket-hole" in codes(put("frame_plug_8", at))
    made = put("long_plug_8", at)
    assert made.accepted, made.refusals
    # 12.5 + 16 + 40 of it must stand in the block: the next body is 70 long
    assert made.hole
    assert (made.hole.plug_length_mm, made.hole.grip_to_mm) == (70, 70)


def test_what_holds_in_the_board_is_not_told_to_go_into_the_block() -> None:
    told: dict[str | None, str] = {}
    for shape in ("picture", "curtain_pole"):
        plan = make_plan(job_of(Supposed(shape=shape, wall="board_on_battens", looked=True), CATALOGUE), CATALOGUE)
        told |= {hole.chosen: hole.behind_text for hole in plan.holes}
    assert told == {"sleeve_m4": "board, a gap behind", "stand_off_8": "through the board into brick or joint, hidden"}
