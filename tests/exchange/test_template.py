"""What is carried to the wall, measured back from the paper itself."""

import csv
import io
import re
import xml.etree.ElementTree as ET
from math import hypot
from typing import NamedTuple

import ezdxf
import numpy as np
import pytest
from pypdf import PdfReader

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.wall import Corner, Layer
from rockpin.core.plan import HolePlan, Plan, make_plan
from rockpin.demo import demo_documents
from rockpin.exchange.at_full_size import OVERLAP_MM
from rockpin.exchange.forms import FORMS, Along, Form, Paper
from rockpin.exchange.sheets import sheet_parts
from rockpin.exchange.template import carried, template_of
from tests.builders import brick_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
PLANS = {document.id: make_plan(document, CATALOGUE) for document in demo_documents()}
_MM = 25.4 / 72
Place = tuple[float, float]


class Sheet(NamedTuple):
    """What one sheet shows [mm of the paper]: its place, crosses at marks, small crosses at seams, and its size."""

    row: int
    column: int
    marks: list[Place]
    seams: list[Place]
    size: Place


def _lines(said: str) -> list[tuple[Place, Place]]:
    number = r"(-?[\d.]+)"
    found = re.findall(rf"{number} {number} m {number} {number} l S", said)
    return [((float(a) * _MM, float(b) * _MM), (float(c) * _MM, float(d) * _MM)) for a, b, c, d in found]


def _crossings(lines: list[tuple[Place, Place]], length_mm: float, *, askew: bool) -> list[Place]:
    """Middles of two lines of a length that halve each other, upright or askew."""
    middles: dict[tuple[int, int], list[Place]] = {}
    for (x1, y1), (x2, y2) in lines:
        slanted = min(abs(x2 - x1), abs(y2 - y1)) > 0.5
        if abs(hypot(x2 - x1, y2 - y1) - length_mm) < 0.02 and slanted == askew:
            middle = ((x1 + x2) / 2, (y1 + y2) / 2)
            middles.setdefault((round(middle[0] * 20), round(middle[1] * 20)), []).append(middle)
    return [found[0] for found in middles.values() if len(found) == 2]


def _sheets(pdf: bytes) -> list[Sheet]:
    made = []
    for page in PdfReader(io.BytesIO(pdf)).pages:
        content = page.get_contents()
        assert content is not None
        lines = _lines(content.get_data().decode("latin-1"))
        box = page.mediabox
        size = (float(box.width) * _MM, float(box.height) * _MM)
        seams = _crossings(lines, hypot(6, 6), askew=True)
        inside = [mark for mark in _crossings(lines, 16, askew=False) if _on(mark, size)]
        said = re.search(r"row (\d+) from the top, (\d+) from the left", page.extract_text())
        row, column = (int(said[1]), int(said[2])) if said else (1, 1)
        made.append(Sheet(row, column, inside, [seam for seam in seams if _on(seam, size)], size))
    return made


def _on(place: Place, size: Place) -> bool:
    """Whether it is drawn in full where a printer prints."""
    return 10 <= place[0] <= size[0] - 10 and 24 <= place[1] <= size[1] - 10


def _laid_together(sheets: list[Sheet]) -> list[Place]:
    """All marks where they come to lie when each sheet is laid on the one before it, cross on cross."""
    placed: dict[tuple[int, int], Place] = {}
    marks: list[Place] = []
    for sheet in sheets:
        before = next(
            (
                one
                for one in sheets
                if (one.row, one.column) in ((sheet.row, sheet.column - 1), (sheet.row - 1, sheet.column))
            ),
            None,
        )
        dx, dy = _fit(sheet, before) if before else (0.0, 0.0)
        if before:
            dx, dy = dx + placed[before.row, before.column][0], dy + placed[before.row, before.column][1]
        placed[sheet.row, sheet.column] = (dx, dy)
        for x, y in sheet.marks:
            if not any(hypot(x + dx - a, y + dy - b) < 1 for a, b in marks):
                marks.append((x + dx, y + dy))
    return marks


def _fit(sheet: Sheet, before: Sheet) -> Place:
    """The shift that lays a sheet's two small crosses at one edge on those at the facing edge of its neighbour."""
    beside = before.row == sheet.row
    edge = 0 if beside else 1

    def at_edge(one: Sheet, *, low: bool) -> list[Place]:
        middle = one.size[edge] / 2
        # the two at that edge lie in one line, the nearest to it
        line = (min if low else max)(place[edge] for place in one.seams if (place[edge] < middle) == low)
        return sorted(place for place in one.seams if abs(place[edge] - line) < 0.01)

    mine, theirs = at_edge(sheet, low=beside), at_edge(before, low=not beside)
    assert len(mine) == len(theirs) == 2
    shifts = [(b[0] - a[0], b[1] - a[1]) for a, b in zip(mine, theirs, strict=True)]
    assert shifts[0] == pytest.approx(shifts[1], abs=0.01)
    return shifts[0]


@pytest.mark.parametrize("paper", ["a4", "letter"])
@pytest.mark.parametrize("name", PLANS)
def test_the_template_lies_on_the_wall_as_it_was_planned(name: str, paper: Paper) -> None:
    plan = PLANS[name]
    marks = _laid_together(_sheets(carried(plan, "pdf", paper, "along")))
    assert len(marks) == len(plan.holes)
    # from the lowest mark on the left: what is measured on the sheets is what stands in the plan, over borders too
    measured, planned = sorted(marks), sorted((hole.x_mm, hole.y_mm) for hole in plan.holes)
    key = min(range(len(planned)), key=lambda n: planned[n])
    for x, y in planned:
        dx, dy = x - planned[key][0], y - planned[key][1]
        near = min(hypot(a - measured[0][0] - dx, b - _low(measured, planned)[1] - dy) for a, b in measured)
        assert near < 0.1, (name, x, y)


def _low(measured: list[Place], planned: list[Place]) -> Place:
    """The measured mark that stands for the first planned one: the lowest of those furthest left."""
    left = min(x for x, _ in measured)
    return min((mark for mark in measured if mark[0] - left < 0.5), key=lambda mark: mark[1])


def test_a_sheet_says_what_it_is_and_has_a_line_to_check_the_scale() -> None:
    plan = PLANS["oar-cradle"]
    pages = PdfReader(io.BytesIO(carried(plan, "pdf", "a4", "along"))).pages
    text = [page.extract_text() for page in pages]
    assert all("Print at 100 %" in one and plan.verdict.label in one for one in text)
    assert all(f"Sheet {number} of {len(pages)}" in one for number, one in enumerate(text, start=1))
    whole = " ".join(text)
    for hole in plan.holes:
        assert hole.card is not None
        assert f"{hole.card.depth_text} deep" in whole
    # a hole that wants proof first says so beside its cross
    assert "Prove first" in " ".join(words.text for words in template_of(plan).words)
    assert _level_lines(plan, 100)
    # who measures in inches has no millimetres on his tape
    in_inches = plan.model_copy(update={"units": UnitSystem.IMPERIAL})
    assert "4 in: measure it" in " ".join(words.text for words in template_of(in_inches).words)
    assert _level_lines(in_inches, 101.6)


def _level_lines(plan: Plan, long_mm: float) -> list[tuple[Place, Place]]:
    """The level lines of a length on the sheets of a plan."""
    return [
        line
        for page in PdfReader(io.BytesIO(carried(plan, "pdf", "a4", "along"))).pages
        for line in _lines(page.get_contents().get_data().decode("latin-1"))  # type: ignore[union-attr]
        if abs(line[1][0] - line[0][0] - long_mm) < 0.01 and line[0][1] == line[1][1]
    ]


def on_its_wall(plan: Plan, hole: HolePlan) -> tuple[float, float]:
    """How far a hole is from the left end of the wall that it is in, and how wide that wall is."""
    if plan.beside and hole.x_mm > plan.beside.from_mm:
        return hole.x_mm - plan.beside.from_mm, plan.beside.elevation.width_mm
    return hole.x_mm, plan.elevation.width_mm


@pytest.mark.parametrize("form", ["svg", "dxf", "pole-svg", "pole-dxf"])
def test_what_may_not_be_drilled_yet_says_so_in_every_file(form: Form) -> None:
    plan = PLANS["chart-table"]
    stopped = plan.model_copy(update={"verdict": PLANS["oar-cradle"].verdict})
    assert "Prove first" not in carried(plan, form, "a4", "along").decode()
    # the holes are clear each by itself; the whole is not
    assert "Prove first. Holes 3 and 4 are where a cable may lie." in carried(stopped, form, "a4", "along").decode()


@pytest.mark.parametrize("along", ["along", "up"])
def test_the_pole_carries_every_mark_at_its_place(along: Along) -> None:
    for plan in PLANS.values():
        wanted = sorted({round(hole.y_mm if along == "up" else on_its_wall(plan, hole)[0], 3) for hole in plan.holes})
        rows = list(csv.reader(io.StringIO(carried(plan, "pole-csv", "a4", along).decode())))[1:]
        assert sorted({float(row[0]) for row in rows}) == pytest.approx(wanted, abs=0.05)
        drawn = ET.fromstring(carried(plan, "pole-svg", "a4", along))
        group = next(one for one in drawn if one.get("id") == "marks")
        places = sorted(float(re.findall(r"M([\d.]+)", one.get("d", ""))[0]) for one in group if one.get("d"))
        assert places == pytest.approx(wanted, abs=0.001)


def test_the_pole_on_paper_lies_end_on_end() -> None:
    plan = PLANS["chart-table"]
    # piece by piece from the top: a mark at x is on the piece that begins at a whole number of steps before it
    step = 297 - 20 - OVERLAP_MM
    found: set[float] = set()
    for sheet, page in enumerate(PdfReader(io.BytesIO(carried(plan, "pole", "a4", "along"))).pages):
        lines = _lines(page.get_contents().get_data().decode("latin-1"))  # type: ignore[union-attr]
        for (x, low), (x2, high) in lines:
            if abs(x - x2) > 0.01 or abs(high - low - 26) > 0.01 or not 10 <= x <= 287:
                continue
            # four strips of 40 mm and gaps of 4 mm to a sheet, the first at the top
            place = round((210 - 10 - 40 - low) / 44)
            found.add(round(x - 10 + (4 * sheet + place) * step, 1))
    assert {round(hole.x_mm, 1) for hole in plan.holes} <= found


def test_the_drawings_are_of_the_wall_in_millimetres() -> None:
    for plan in PLANS.values():
        drawing = ezdxf.read(io.StringIO(carried(plan, "dxf", "a4", "along").decode()))  # type: ignore[attr-defined]
        assert drawing.units == 4, "millimetres"
        circles = sorted((c.dxf.center.x, c.dxf.center.y) for c in drawing.modelspace().query("CIRCLE"))
        planned = sorted((hole.x_mm, hole.y_mm) for hole in plan.holes)
        assert np.allclose(circles, planned, atol=1e-6)
        svg = ET.fromstring(carried(plan, "svg", "a4", "along"))
        box = template_of(plan).box
        assert svg.get("width") == f"{box.width_mm:.3f}".rstrip("0").rstrip(".") + "mm"
        round_marks = [one for group in svg for one in group if one.tag.endswith("circle")]
        shown = sorted(
            (float(one.get("cx", 0)) + box.left_mm, box.top_mm - float(one.get("cy", 0))) for one in round_marks
        )
        assert np.allclose(shown, planned, atol=0.001)


def test_the_table_says_what_the_plan_says() -> None:
    for plan in PLANS.values():
        rows = list(csv.DictReader(io.StringIO(carried(plan, "csv", "a4", "along").decode())))
        for row, hole in zip(rows, plan.holes, strict=True):
            x_mm, width_mm = on_its_wall(plan, hole)
            assert float(row["from_left_mm"]) == pytest.approx(x_mm, abs=0.05)
            assert float(row["from_left_mm"]) + float(row["from_right_mm"]) == pytest.approx(width_mm)
            assert row["verdict"] == hole.verdict.label
            assert hole.card is not None
            if row["bit_mm"]:
                assert float(row["bit_mm"]) == hole.card.bit_mm
                assert float(row["depth_mm"]) == hole.card.depth_mm


def test_no_paper_tells_how_to_drill_a_hole_that_is_refused() -> None:
    """A chart table pushed over the right end of its wall: its right holes stand on no wall."""
    document = next(one for one in demo_documents() if one.id == "chart-table")
    at = document.placement.model_copy(update={"x_mm": 3100, "along": None})
    plan = make_plan(document.model_copy(update={"placement": at}), CATALOGUE)
    refused = {str(hole.number) for hole in plan.holes if hole.verdict.word is VerdictWord.DO_NOT_DRILL}
    assert refused
    rows = list(csv.DictReader(io.StringIO(carried(plan, "csv", "a4", "along").decode())))
    assert all((row["bit_mm"], row["depth_mm"]) == ("", "") for row in rows if row["hole"] in refused)
    told = carried(plan, "svg", "a4", "along").decode()
    for number in refused:
        hole = plan.holes[int(number) - 1]
        assert f"{number}  {'not yet' if hole.card else 'nothing holds here'}" in told


def test_the_sheet_shows_what_nobody_may_drill_into() -> None:
    document = next(one for one in demo_documents() if one.id == "chart-table")
    (pipe,) = PLANS["chart-table"].elevation.finds
    # an arm's length to the left of the pipe, its right holes beyond it
    at = document.placement.model_copy(update={"x_mm": pipe.x_mm - 400, "along": None})
    drawing = template_of(make_plan(document.model_copy(update={"placement": at}), CATALOGUE))
    ((_, x1, _, x2, _),) = [line for line in drawing.lines if line.layer == "finds"]
    assert (x1, x2) == (pipe.x_mm, pipe.x2_mm)
    round_it = [line for line in drawing.lines if line.layer == "zones"]
    for side in (-pipe.keep_off_mm, pipe.keep_off_mm):
        assert any(one.x1_mm == one.x2_mm == pytest.approx(pipe.x_mm + side) for one in round_it)
    assert f"{pipe.text}: do not drill inside these lines" in [words.text for words in drawing.words]
    # far from it there is nothing of it, and that proves nothing
    far = template_of(PLANS["chart-table"])
    assert not [line for line in far.lines if line.layer == "finds"]
    assert "Where no line is drawn, something may run all the same." in [words.text for words in far.words]


def test_a_zone_of_which_two_parts_are_on_the_sheet_is_drawn_in_both() -> None:
    plan = PLANS["tide-clock"]
    seen, shape = template_of(plan).box, plan.elevation.zones[0]
    left, right, low = seen.left_mm, seen.right_mm, seen.bottom_mm
    # a fork from below the sheet: both of its prongs reach into it, what joins them does not
    corners = [
        (left + 10, low - 60),
        (right - 10, low - 60),
        (right - 10, low + 30),
        (right - 30, low + 30),
        (right - 30, low - 40),
        (left + 30, low - 40),
        (left + 30, low + 30),
        (left + 10, low + 30),
    ]
    fork = type(shape)(**shape.model_dump() | {"outline": tuple(Corner(x_mm=x, y_mm=y) for x, y in corners)})
    only = plan.elevation.model_copy(update={"zones": (fork,)})
    drawn = template_of(plan.model_copy(update={"elevation": only})).lines
    tops = [line for line in drawn if line.layer == "zones" and line.y1_mm == line.y2_mm == pytest.approx(low + 30)]
    assert sorted(min(line.x1_mm, line.x2_mm) for line in tops) == pytest.approx([left + 10, right - 30])


def test_a_mark_names_every_bit_of_its_hole() -> None:
    tile = Layer(material="tile", thickness_mm=8)
    walls = [one.model_copy(update={"courses": None}) for one in (brick_wall(), stud_wall())]
    for wall in walls:
        tiled = wall.model_copy(update={"build_up": (tile, *wall.build_up)})
        plan = make_plan(job(tiled, plate_fixture(mass_kg=2), 600, 1010), CATALOGUE)
        (hole,) = plan.holes
        assert hole.card
        told = " ".join(words.text for words in template_of(plan).words)
        (through,) = [step for step in hole.card.steps if step.layer == "Tile and adhesive"]
        assert f"through the tile and adhesive: {through.diameter_text} tile bit" in told
        # the calculation sheet names it as well
        sheet = " ".join(part.text for part in sheet_parts(plan, None))
        assert f"through the tile and adhesive: {through.diameter_text} tile bit" in sheet
        assert f"{hole.card.bit_text} {hole.card.bit_words}, {hole.card.depth_text} deep" in told


def test_a_fixture_without_holes_is_carried_too() -> None:
    plan: Plan = PLANS["tide-clock"]
    bare = plan.model_copy(
        update={"holes": (), "measures": plan.measures.model_copy(update={"marks": (), "distances": ()})}
    )
    for form in FORMS:
        assert carried(bare, form, "a4", "along")
