"""A drawing at full size on sheets of paper that are laid edge over edge."""

import io
from collections.abc import Sequence
from math import ceil
from typing import Any, NamedTuple

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from rockpin.exchange.drawing import PENS, Box, Drawing
from rockpin.exchange.forms import Paper
from rockpin.exchange.paper import font_text, sheet_font

_PAPERS: dict[Paper, tuple[float, float]] = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
_MARGIN_MM = 10.0
"""What a printer leaves white at the most."""
_FOOT_MM = 14.0
"""Room for the words below the drawing."""
OVERLAP_MM = 12.0
_SEAM_ARM_MM = 3.0
_GAP_MM = 4.0


class Sheets(NamedTuple):
    """How a drawing is cut: the paper, what of it is drawn on, and how many sheets across and up."""

    paper_mm: tuple[float, float]
    drawn_mm: tuple[float, float]
    across: int
    up: int

    @property
    def step_mm(self) -> tuple[float, float]:
        return self.drawn_mm[0] - OVERLAP_MM, self.drawn_mm[1] - OVERLAP_MM


def _count(length_mm: float, drawn_mm: float) -> int:
    return max(1, ceil((length_mm - OVERLAP_MM) / (drawn_mm - OVERLAP_MM) - 1e-9))


def cut(box: Box, paper: Paper) -> Sheets:
    """The cut with the fewest sheets, upright where both ways take as many."""
    short, long = _PAPERS[paper]
    found = []
    for width, height in ((short, long), (long, short)):
        drawn = width - 2 * _MARGIN_MM, height - 2 * _MARGIN_MM - _FOOT_MM
        across, up = _count(box.width_mm, drawn[0]), _count(box.height_mm, drawn[1])
        found.append(Sheets((width, height), drawn, across, up))
    return min(found, key=lambda sheets: sheets.across * sheets.up)


def pdf_of(drawing: Drawing, paper: Paper, foot: Sequence[str]) -> bytes:
    """The drawing on as many sheets as it takes, from the upper left one on, row by row.

    Sheets overlap; where they do, both carry the same small crosses, which are laid on each other. ``foot``: lines
    below each sheet.
    """
    sheets, made = cut(drawing.box, paper), _Book(drawing, foot)
    (wide, high), (step_x, step_y) = sheets.drawn_mm, sheets.step_mm
    count = sheets.across * sheets.up
    made.begin(sheets.paper_mm, count)
    for row in reversed(range(sheets.up)):
        for column in range(sheets.across):
            left, bottom = drawing.box.left_mm + column * step_x, drawing.box.bottom_mm + row * step_y
            window = Box(left, bottom, left + wide, bottom + high)
            made.window(window, _MARGIN_MM, _MARGIN_MM + _FOOT_MM, _seams(drawing.box, sheets))
            where = f", row {sheets.up - row} from the top, {column + 1} from the left; lay the small crosses together"
            made.end(where if count > 1 else "")
    return made.done()


def strips_of(drawing: Drawing, paper: Paper, foot: Sequence[str]) -> bytes:
    """A long, narrow drawing in pieces below one another, several to a sheet, each to be stuck on the one before."""
    short, long = _PAPERS[paper]
    wide, high = long - 2 * _MARGIN_MM, short - 2 * _MARGIN_MM - _FOOT_MM
    made, box = _Book(drawing, foot), drawing.box
    pieces, per_sheet = _count(box.width_mm, wide), max(1, int((high + _GAP_MM) // (box.height_mm + _GAP_MM)))
    step = wide - OVERLAP_MM
    seams = [(box.left_mm + n * step + OVERLAP_MM / 2, box.bottom_mm + box.height_mm / 2) for n in range(1, pieces)]
    made.begin((long, short), ceil(pieces / per_sheet))
    for number in range(pieces):
        left, place = box.left_mm + number * step, number % per_sheet
        bottom = short - _MARGIN_MM - (place + 1) * box.height_mm - place * _GAP_MM
        made.window(Box(left, box.bottom_mm, min(left + wide, box.right_mm), box.top_mm), _MARGIN_MM, bottom, seams)
        if place == per_sheet - 1 or number == pieces - 1:
            made.end(", pieces from the top on; lay the small crosses together" if pieces > 1 else "")
    return made.done()


class _Book:
    """Sheets that show windows of one drawing."""

    def __init__(self, drawing: Drawing, foot: Sequence[str]) -> None:
        self._drawing, self._foot, self._font = drawing, foot, sheet_font()
        self._out, self._ended, self._count = io.BytesIO(), 0, 0
        self._canvas: Any = None

    def begin(self, paper_mm: tuple[float, float], count: int) -> None:
        self._count = count
        canvas = self._canvas = Canvas(self._out, pagesize=(paper_mm[0] * mm, paper_mm[1] * mm), invariant=1)
        canvas.setTitle(font_text(self._drawing.title))
        canvas.setAuthor("Rock Pin")

    def end(self, where: str) -> None:
        """Ends a sheet with the words below it."""
        self._ended += 1
        self._canvas.setFont(self._font, 7.5)
        self._canvas.setFillGray(0.0)
        for line, text in enumerate((f"Sheet {self._ended} of {self._count}{where}", *self._foot)):
            self._canvas.drawString(_MARGIN_MM * mm, (_MARGIN_MM + _FOOT_MM - 4 - 3.6 * line) * mm, font_text(text))
        self._canvas.showPage()

    def done(self) -> bytes:
        self._canvas.save()
        return self._out.getvalue()

    def window(self, part: Box, at_x_mm: float, at_y_mm: float, seams: Sequence[tuple[float, float]]) -> None:
        """What the drawing shows in a part of its box, its lower left corner at a place of the paper."""
        canvas = self._canvas
        canvas.saveState()
        frame = canvas.beginPath()
        frame.rect(at_x_mm * mm, at_y_mm * mm, part.width_mm * mm, part.height_mm * mm)
        canvas.clipPath(frame, stroke=0, fill=0)
        dx, dy = at_x_mm - part.left_mm, at_y_mm - part.bottom_mm
        for layer in self._drawing.layers:
            self._layer(layer, dx, dy)
        canvas.setDash([])
        canvas.setStrokeGray(0.0)
        canvas.setLineWidth(PENS["sheets"].width_mm * mm)
        for x, y in seams:
            if part.left_mm <= x <= part.right_mm and part.bottom_mm <= y <= part.top_mm:
                px, py, arm = x + dx, y + dy, _SEAM_ARM_MM
                canvas.line((px - arm) * mm, (py - arm) * mm, (px + arm) * mm, (py + arm) * mm)
                canvas.line((px - arm) * mm, (py + arm) * mm, (px + arm) * mm, (py - arm) * mm)
        canvas.restoreState()

    def _layer(self, layer: str, dx: float, dy: float) -> None:
        canvas, pen = self._canvas, PENS[layer]
        canvas.setLineWidth(pen.width_mm * mm)
        canvas.setDash([part * mm for part in pen.dashes_mm])
        canvas.setStrokeGray(pen.grey)
        canvas.setFillGray(pen.grey)
        for line in (one for one in self._drawing.lines if one.layer == layer):
            canvas.line((line.x1_mm + dx) * mm, (line.y1_mm + dy) * mm, (line.x2_mm + dx) * mm, (line.y2_mm + dy) * mm)
        for circle in (one for one in self._drawing.circles if one.layer == layer):
            canvas.circle((circle.x_mm + dx) * mm, (circle.y_mm + dy) * mm, circle.radius_mm * mm)
        for words in (one for one in self._drawing.words if one.layer == layer):
            # a letter is about seven tenths of the font's size high
            canvas.setFont(self._font, words.size_mm * mm / 0.72)
            canvas.drawString((words.x_mm + dx) * mm, (words.y_mm + dy) * mm, font_text(words.text))


def _seams(box: Box, sheets: Sheets) -> list[tuple[float, float]]:
    """Where both of two neighbouring sheets carry a small cross: in the middle of their overlap, two to each."""
    (wide, high), (step_x, step_y) = sheets.drawn_mm, sheets.step_mm
    found: list[tuple[float, float]] = []
    for share in (0.25, 0.75):
        for column in range(sheets.across):
            for row in range(1, sheets.up):
                y = box.bottom_mm + row * step_y + OVERLAP_MM / 2
                found.append((box.left_mm + column * step_x + share * wide, y))
        for row in range(sheets.up):
            for column in range(1, sheets.across):
                x = box.left_mm + column * step_x + OVERLAP_MM / 2
                found.append((x, box.bottom_mm + row * step_y + share * high))
    return found
