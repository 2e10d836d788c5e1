"""What is carried to the wall: the template at full size, the story pole, and the marks as a table.

All of it comes from the plan; nothing is reckoned here but where a line goes on the paper.
"""

from collections.abc import Iterable
from datetime import date

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import MM_PER_INCH, UnitSystem
from rockpin.core.base.words import inside
from rockpin.core.drilling import DrillCard
from rockpin.core.plan import HolePlan, Plan
from rockpin.exchange.at_full_size import pdf_of, strips_of
from rockpin.exchange.drawing import Box, Circle, Drawing, dxf_of, svg_of
from rockpin.exchange.forms import Along, Decimal, Form, Paper
from rockpin.exchange.sheets import issue_of, wall_of, walls_of
from rockpin.exchange.table import safe_cell, table_text
from rockpin.exchange.wall_on_paper import draw_wall

_ARM_MM = 8.0
_ROUND_MM = 35.0
"""What a template shows round the outermost marks."""
_SAYS_MM = 78.0
"""Room to the right of a mark for what is said beside it."""
_CHECK = {UnitSystem.METRIC: (100.0, "100 mm"), UnitSystem.IMPERIAL: (4 * MM_PER_INCH, "4 in")}
"""How long the line is by which a sheet is checked, in what the user's own tape shows."""
_POLE_MM = 40.0
"""Width of a story pole."""


def _card(hole: HolePlan) -> DrillCard | None:
    """What a hole is drilled by; nothing as long as it is refused."""
    return None if hole.verdict.word is VerdictWord.DO_NOT_DRILL else hole.card


def bit_words(hole: HolePlan) -> str:
    """The bit and the depth of a hole, as on its card."""
    card = _card(hole)
    if hole.verdict.word is VerdictWord.DO_NOT_DRILL and hole.card:
        return "not yet"
    if card is None:
        return "nothing holds here"
    return card.work_text


def _box(plan: Plan) -> Box:
    xs, ys = [hole.x_mm for hole in plan.holes], [hole.y_mm for hole in plan.holes]
    left, right = min(xs) - _ROUND_MM, max(xs) + max(_ROUND_MM, _SAYS_MM)
    # so high that the check line and its words stand free of the marks
    return Box(left, min(ys) - _ROUND_MM - 22, max(right, left + _CHECK[plan.units][0] + 20), max(ys) + _ROUND_MM)


def template_of(plan: Plan) -> Drawing:
    """The marks with their bits and depths, a level line, studs and joints, the fixture, and a line to check the scale.

    Coordinates are those of the wall: from its left edge and from the finished floor.
    """
    box = _box(plan) if plan.holes else Box(0, 0, 140, 60)
    drawing = Drawing(f"{plan.title}: template at full size", box)
    draw_wall(drawing, plan.elevation, 0.0)
    if plan.beside:
        draw_wall(drawing, plan.beside.elevation, plan.beside.from_mm)
        if box.left_mm < plan.beside.from_mm < box.right_mm:
            drawing.say("words", plan.beside.from_mm + 2, box.bottom_mm + 3, 3, "the corner: fold the sheet here")
    for part in plan.pieces:
        _piece(drawing, part.area, part.label)
    if plan.holes:
        # the sheet hangs by one level line, through the highest mark
        top = max(plan.holes, key=lambda hole: (hole.y_mm, -hole.x_mm))
        height = plan.measures.marks[top.number - 1].up_text
        drawing.line("level", box.left_mm, top.y_mm, box.right_mm, top.y_mm)
        drawing.say("words", top.x_mm + _ARM_MM + 2, top.y_mm + 1.5, 3, f"level, {height} above the {plan.datum}")
    for hole, mark in zip(plan.holes, plan.measures.marks, strict=True):
        _mark(drawing, hole, f"{mark.left_text} from left, {mark.up_text} up")
    x, y = box.left_mm + 10, box.bottom_mm + 8
    check_mm, check_text = _CHECK[plan.units]
    drawing.line("check", x, y, x + check_mm, y)
    for end in (x, x + check_mm):
        drawing.line("check", end, y - 3, end, y + 3)
    drawing.say("words", x + 4, y + 2, 3, f"{check_text}: measure it before you use the sheet")
    # what was found is drawn, and nobody may take the rest of the sheet for clear
    drawing.say("words", x, y - 6.5, 2.6, "Where no line is drawn, something may run all the same.")
    _warned(drawing, plan, x, y + 8)
    return drawing


def _piece(drawing: Drawing, area: Rect, label: str) -> None:
    """The outline of a piece, named at its edge that is on the paper."""
    box = drawing.box
    drawing.rect("fixture", area.x_mm, area.y_mm, area.right_mm, area.top_mm)
    left = max(area.x_mm, box.left_mm)
    edge = next((y for y in (area.top_mm, area.y_mm) if box.bottom_mm + 4 < y < box.top_mm - 4), None)
    if edge is not None and left < min(area.right_mm, box.right_mm):
        drawing.say("fixture", left + 24, edge + 1, 2.6, f"edge of the {inside(label)}")


def _warned(drawing: Drawing, plan: Plan, x_mm: float, y_mm: float) -> None:
    """A job that may not be drilled yet says so in every form, also where each hole by itself is clear."""
    if plan.verdict.word is not VerdictWord.READY:
        drawing.say("words", x_mm, y_mm, 4.2, f"{plan.verdict.label}. {plan.verdict.sentence}")


def _mark(drawing: Drawing, hole: HolePlan, where: str) -> None:
    drawing.cross("marks", hole.x_mm, hole.y_mm, _ARM_MM)
    card = _card(hole)
    diameter = card.bit_mm if card and card.drilled else hole.diameter_mm
    drawing.circles.append(Circle("marks", hole.x_mm, hole.y_mm, diameter / 2))
    x = hole.x_mm + _ARM_MM + 2
    under = hole.y_mm - 6
    drawing.say("words", x, under, 4.2, f"{hole.number}  {bit_words(hole)}")
    if card and card.also_text:
        under -= 4.5
        drawing.say("words", x, under, 3, card.also_text)
    drawing.say("words", x, under - 4.5, 3, where)
    if hole.verdict.word is not VerdictWord.READY:
        drawing.say("words", x, under - 9.5, 4.2, hole.verdict.label)


def pole_of(plan: Plan, along: Along) -> Drawing:
    """A strip with every mark along one line: held with its end to the wall's left edge, or stood on the floor.

    It lies from left to right, also one that is stood up: its zero is at its left end.
    """
    upright = along == "up"
    # round a corner a mark is measured from the left end of its own wall, not from that of the picture
    marked = zip(plan.holes, plan.measures.marks, strict=True)
    places = [(hole.y_mm if upright else mark.left_mm, number) for number, (hole, mark) in enumerate(marked)]
    length = max((place for place, _ in places), default=100.0) + 25
    what = f"from the {plan.foot}" if upright else "from the left edge"
    edge = "left edge of each wall" if plan.beside else "left edge of the wall"
    drawing = Drawing(f"{plan.title}: story pole {what}", Box(0, 0, length, _POLE_MM))
    drawing.rect("edges", 0, 0, length, _POLE_MM)
    drawing.say("words", 2, _POLE_MM - 5, 3.5, plan.datum if upright else edge)
    told: dict[float, list[int]] = {}
    for place, number in sorted(places):
        told.setdefault(round(place, 3), []).append(number)
    for place, numbers in told.items():
        drawing.line("marks", place, 0, place, 26)
        marks = [plan.measures.marks[number] for number in numbers]
        names = ", ".join(str(mark.number) for mark in marks)
        text = marks[0].up_text if upright else marks[0].left_text
        drawing.say("words", place + 1.5, 20, 4.2, names)
        drawing.say("words", place + 1.5, 15, 3, text)
    if plan.holes:
        start = min(place for place, _ in places)
        check_mm, check_text = _CHECK[plan.units]
        begins = max(0.0, min(start, length - check_mm - 25))
        drawing.line("check", begins, 5, begins + check_mm, 5)
        for end in (begins, begins + check_mm):
            drawing.line("check", end, 3, end, 7)
        drawing.say("words", begins + 3, 6.5, 2.8, f"{check_text}: measure it first")
    _warned(drawing, plan, 2, _POLE_MM - 11)
    return drawing


_PLACES = ("hole", "support", "from_left_mm", "from_right_mm", "above_floor_mm")
_HEAD = (*_PLACES, "bit_mm", "depth_mm", "also", "put_in", "verdict", "wall")


def marks_csv(plan: Plan, decimal: Decimal = "point") -> str:
    """The marks as a table, lengths in millimetres."""
    rows: list[Iterable[object]] = [_HEAD]
    for hole, mark in zip(plan.holes, plan.measures.marks, strict=True):
        card = _card(hole)
        drilled = card if card and card.drilled else None
        row = [
            hole.number,
            hole.support_label,
            f"{mark.left_mm:.1f}",
            f"{mark.right_mm:.1f}",
            f"{mark.up_mm:.1f}",
            f"{drilled.bit_mm:g}" if drilled else "",
            f"{drilled.depth_mm:g}" if drilled else "",
            card.also_text if card else "",
            hole.chosen_label or "",
            hole.verdict.label,
            wall_of(plan, hole),
        ]
        rows.append([safe_cell(str(cell)) for cell in row])
    return table_text(rows, decimal)


def pole_csv(plan: Plan, along: Along, decimal: Decimal = "point") -> str:
    """The marks of a story pole as a table, from its zero on, lengths in millimetres."""
    rows: list[Iterable[object]] = [("above_floor_mm" if along == "up" else "from_left_mm", "hole")]
    places = [(mark.up_mm if along == "up" else mark.left_mm, mark.number) for mark in plan.measures.marks]
    for place, number in sorted(places):
        rows.append((f"{place:.1f}", number))
    return table_text(rows, decimal)


def carried(
    plan: Plan, form: Form, paper: Paper, along: Along, day: date | None = None, decimal: Decimal = "point"
) -> bytes:
    """What is carried to the wall in one of its forms. ``day``: on which it is made; None: today."""
    foot = (
        f"{plan.title}, {walls_of(plan)}: {issue_of(plan, day)}. Print at 100 %, not fitted to the page.",
        f"{plan.verdict.label}. {plan.verdict.sentence}"[:150],
    )
    match form:
        case "pdf":
            return pdf_of(template_of(plan), paper, foot)
        case "svg":
            return svg_of(template_of(plan)).encode()
        case "dxf":
            return dxf_of(template_of(plan)).encode()
        case "csv":
            return marks_csv(plan, decimal).encode()
        case "pole":
            return strips_of(pole_of(plan, along), paper, foot)
        case "pole-svg":
            return svg_of(pole_of(plan, along)).encode()
        case "pole-dxf":
            return dxf_of(pole_of(plan, along)).encode()
        case "pole-csv":
            return pole_csv(plan, along, decimal).encode()
