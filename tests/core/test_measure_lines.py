"""Where a measure is taken on a thing: found on the thing itself, and as long as the measure says."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.base.model import Rect
from rockpin.core.fixture import ShapeDrawing, draw_shape
from rockpin.core.fixture.measure_lines import DrawnPart, MeasureAxis, MeasureLine
from rockpin.core.tables.shapes import MeasureUnit, Shape

CATALOGUE = load_catalogue()
SHAPES = {one.key: one for one in CATALOGUE.shapes}
# a hole that is drilled later, lengths that begin at nought, and what gives and is not seen
NOT_DRAWN = {
    ("hook", "second"),
    ("cabinet", "hole"),
    ("floating_shelf", "hole"),
    ("handrail", "rise"),
    ("on_spacers", "spacer"),
    ("screen_arm", "across"),
    ("heated_rail", "play"),
    ("bar_on_plate", "thread_up"),
}


def _line(drawing: ShapeDrawing, key: str) -> MeasureLine:
    return next(line for line in drawing.lines if line.key == key)


@pytest.mark.parametrize("shape", SHAPES.values(), ids=SHAPES)
def test_every_length_of_every_shape_is_drawn(shape: Shape) -> None:
    drawn = {line.key for line in draw_shape(shape, {}).lines}
    lengths = {one.key for one in shape.measures if one.unit in (MeasureUnit.MM, MeasureUnit.SIGNED)}
    assert {(shape.key, key) for key in lengths - drawn} <= NOT_DRAWN


def test_each_is_taken_where_a_hand_would_put_the_tape() -> None:
    shelf = draw_shape(SHAPES["shelf"], {"width": 900, "depth": 240, "margin": 100, "hole_inset": 30, "hole": 7})
    wide = _line(shelf, "width")
    assert (wide.axis, wide.start_mm, wide.end_mm) == (MeasureAxis.ALONG, 0, 900)
    # from the end of the shelf to the middle of its first bracket
    first = _line(shelf, "margin")
    assert (first.axis, first.start_mm, first.end_mm) in (
        (MeasureAxis.ALONG, 0, 100),
        (MeasureAxis.ALONG, 800, 900),
    )
    deep = _line(shelf, "depth")
    assert (deep.axis, deep.start_mm, deep.end_mm) == (MeasureAxis.OFF, 0, 240)
    inset = _line(shelf, "hole_inset")
    assert inset.axis is MeasureAxis.UP
    assert inset.end_mm - inset.start_mm == pytest.approx(30)
    assert any(hole.y_mm in (inset.start_mm, inset.end_mm) for hole in shelf.holes)
    # a second hole is measured from the middle of the first, and there is none before it is
    hook = draw_shape(SHAPES["hook"], {"second": 60})
    second = _line(hook, "second")
    assert sorted(hole.y_mm for hole in hook.holes) == [second.start_mm, second.end_mm]
    assert second.end_mm - second.start_mm == pytest.approx(60)
    assert len(draw_shape(SHAPES["hook"], {}).holes) == 1
    # three holes on a circle of 72 mm: none is opposite another, and the circle is drawn all the same
    rail = draw_shape(SHAPES["grab_rail"], {"circle": 72})
    circle = _line(rail, "circle")
    assert circle.end_mm - circle.start_mm == pytest.approx(72)
    # about the middle of its three holes
    along = [hole.x_mm if circle.axis is MeasureAxis.ALONG else hole.y_mm for hole in rail.holes[:3]]
    assert (circle.start_mm + circle.end_mm) / 2 == pytest.approx(sum(along) / 3, abs=0.1)


@settings(max_examples=150, deadline=None)
@given(st.sampled_from(list(SHAPES)), st.data())
def test_a_line_is_as_long_as_its_measure_says(key: str, data: st.DataObject) -> None:
    shape = SHAPES[key]
    values = {
        one.key: round(one.start * data.draw(st.floats(0.8, 1.25)), 1)
        for one in shape.measures
        if one.unit in (MeasureUnit.MM, MeasureUnit.SIGNED)
    }
    try:
        drawing = draw_shape(shape, values)
    except BadInput:
        # a hole that no longer lies on its plate: told, and not drawn
        return
    for line in drawing.lines:
        assert line.end_mm - line.start_mm == pytest.approx(abs(values[line.key]), abs=0.02)


@pytest.mark.parametrize("shape", ["screen_plate", "box_on_post"])
def test_what_a_plate_carries_is_drawn_as_large_as_it_is_and_in_its_place(shape: str) -> None:
    values = {one.key: one.start for one in SHAPES[shape].measures}
    (drawn,) = (one for one in draw_shape(SHAPES[shape], {}).parts if one.kind is DrawnPart.PIECE)
    assert drawn.rect == Rect(x_mm=0, y_mm=0, width_mm=values["width"], height_mm=values["height"])
    assert (drawn.from_mm, drawn.off_mm) == (values["behind"], values["depth"])


def test_a_screen_on_its_arm_is_drawn_before_the_middle_of_its_plate() -> None:
    drawing = draw_shape(SHAPES["screen_arm"], {"width": 600, "height": 400, "plate_width": 80, "plate_height": 300})
    (screen,) = (one for one in drawing.parts if (one.rect.width_mm, one.rect.height_mm) == (600, 400))
    assert (screen.rect.centre_x_mm, screen.rect.centre_y_mm) == (40, 150)
    assert (screen.from_mm, screen.off_mm) == (350, 350 + 45)


@pytest.mark.parametrize("shape", ["radiator", "heated_rail"])
def test_pipes_are_drawn_below_the_foot_on_either_side_of_the_middle(shape: str) -> None:
    made = draw_shape(SHAPES[shape], {"width": 800, "tails_apart": 500, "tails_below": 60})
    ends = [one.rect for one in made.parts if one.kind is DrawnPart.LINK]
    assert sorted((one.centre_x_mm, one.centre_y_mm) for one in ends) == [(150, -60), (650, -60)]
