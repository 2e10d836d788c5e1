"""Paragraphs, tables, drawings and photos on A4: tagged PDF, and the same as Markdown."""

import io
from collections.abc import Sequence
from typing import Any, Literal, NamedTuple

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Image, SimpleDocTemplate, Spacer, TableStyle

from rockpin.exchange.drawing import PENS, Drawing
from rockpin.exchange.tagged import Structure, TaggedParagraph, TrimmedTable, trim


class Part(NamedTuple):
    """A heading, a paragraph, an item, a table whose first row is its head, a drawing, or a photo as JPEG.

    What is told of a drawing or photo in words stands in the paragraph before it.
    """

    kind: Literal["title", "heading", "text", "item", "table", "drawing", "photo"]
    text: str = ""
    rows: tuple[tuple[str, ...], ...] = ()
    drawing: Drawing | None = None
    photo: bytes = b""


def markdown_of(parts: Sequence[Part]) -> str:
    """The parts as Markdown; drawings and photos are left to paper."""
    lines: list[str] = []
    for part in parts:
        match part.kind:
            case "title":
                lines += [f"# {part.text}", ""]
            case "heading":
                lines += ["", f"## {part.text}", ""]
            case "text":
                lines += [part.text, ""]
            case "item":
                lines.append(f"- {part.text}")
            case "table":
                head, *rows = (tuple(cell.replace("|", "\\|") for cell in row) for row in part.rows)
                lines += [f"| {' | '.join(head)} |", f"|{'---|' * len(head)}"]
                lines += [f"| {' | '.join(row)} |" for row in rows] + [""]
    return "\n".join(lines).replace("\n\n\n", "\n\n").strip() + "\n"


_SPELT = str.maketrans({"ψ": "psi", "β": "beta", "α": "alpha", "′": "'", "″": '"', "ₐ": "a", "⅛": "1/8", "Σ": "sum "})
"""What the font that ships with the PDF library does not have."""


def font_text(text: str) -> str:
    """The text in the letters that the sheet's font has."""
    return text.translate(_SPELT)


def _escaped(text: str) -> str:
    return font_text(text).replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")


def sheet_font() -> str:
    """The name of the font that ships with the PDF library, told to it."""
    if "Vera" not in pdfmetrics.getRegisteredFontNames():
        pdfmetrics.registerFont(TTFont("Vera", "Vera.ttf"))
    return "Vera"


_WIDTHS = {
    2: (118 * mm, 52 * mm),
    3: (40 * mm, 40 * mm, 40 * mm),
    4: (14 * mm, 48 * mm, 54 * mm, 54 * mm),
}


def _table(part: Part, number: int, plain: ParagraphStyle, structure: Structure) -> Flowable:
    def cell(text: str, row: int, column: int) -> TaggedParagraph:
        place = row * len(part.rows[0]) + column
        path = (("Table", number), ("TR", row), ("TH" if row == 0 else "TD", place))
        return TaggedParagraph(_escaped(text), plain, structure=structure, path=path)

    cells = [[cell(text, row, column) for column, text in enumerate(line)] for row, line in enumerate(part.rows)]
    widths = _WIDTHS[len(part.rows[0])]
    table = TrimmedTable(cells, colWidths=widths, hAlign="LEFT", repeatRows=1)
    table.setStyle(
        TableStyle(
            [
                ("LINEBELOW", (0, 0), (-1, 0), 0.8, colors.black),
                ("LINEBELOW", (0, 1), (-1, -1), 0.25, colors.grey),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("TOPPADDING", (0, 0), (-1, -1), 1),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 1),
            ]
        )
    )
    return table


_TAGS = {"title": "H1", "heading": "H2", "text": "P"}


def _story(parts: Sequence[Part], font: str, structure: Structure) -> list[Flowable]:
    plain = ParagraphStyle("plain", fontName=font, fontSize=9, leading=12, spaceAfter=4)
    styles = {
        "title": ParagraphStyle("title", parent=plain, fontSize=16, leading=20, spaceAfter=8),
        "heading": ParagraphStyle("heading", parent=plain, fontSize=11, leading=14, spaceBefore=10, spaceAfter=4),
        "text": plain,
        "item": ParagraphStyle("item", parent=plain, leftIndent=10, bulletIndent=0),
    }
    story: list[Flowable] = []
    lists = 0
    for number, part in enumerate(parts):
        if part.kind == "table":
            story += [_table(part, number, plain, structure), Spacer(1, 4)]
            continue
        if part.kind in ("drawing", "photo"):
            story += [_picture(part), Spacer(1, 4)]
            continue
        if part.kind == "item":
            # items that follow one another are one list
            lists = lists if number and parts[number - 1].kind == "item" else number
            path = (("L", lists), ("LI", number), ("LBody", number))
            story.append(
                TaggedParagraph(_escaped(part.text), styles["item"], structure=structure, path=path, bulletText="–")
            )
            continue
        path_of_text = ((_TAGS[part.kind], number),)
        story.append(TaggedParagraph(_escaped(part.text), styles[part.kind], structure=structure, path=path_of_text))
    return story


class _Drawn(Flowable):
    """A drawing as wide as the page's text, its longer side at most so long [mm]; it is trim: words tell of it."""

    def __init__(self, drawing: Drawing, wide_mm: float, high_mm: float) -> None:
        super().__init__()
        box = drawing.box
        self._drawing = drawing
        self._scale = min(wide_mm / box.width_mm, high_mm / box.height_mm)
        self.width, self.height = box.width_mm * self._scale * mm, box.height_mm * self._scale * mm

    def wrap(self, _width: float, _height: float) -> tuple[float, float]:
        return self.width, self.height

    def draw(self) -> None:
        canvas: Any = self.canv
        box, scale = self._drawing.box, self._scale * mm
        with trim(canvas):
            for layer in self._drawing.layers:
                pen = PENS[layer]
                canvas.setStrokeGray(pen.grey)
                canvas.setFillGray(pen.grey)
                canvas.setLineWidth(pen.width_mm * mm)
                canvas.setDash([dash * mm / 3 for dash in pen.dashes_mm])
                for line in (one for one in self._drawing.lines if one.layer == layer):
                    x1, y1 = (line.x1_mm - box.left_mm) * scale, (line.y1_mm - box.bottom_mm) * scale
                    canvas.line(x1, y1, (line.x2_mm - box.left_mm) * scale, (line.y2_mm - box.bottom_mm) * scale)
                for circle in (one for one in self._drawing.circles if one.layer == layer):
                    x, y = (circle.x_mm - box.left_mm) * scale, (circle.y_mm - box.bottom_mm) * scale
                    canvas.circle(x, y, max(circle.radius_mm * scale, 1.2 * mm))
                canvas.setFont(sheet_font(), 8)
                for words in (one for one in self._drawing.words if one.layer == layer):
                    x, y = (words.x_mm - box.left_mm) * scale, (words.y_mm - box.bottom_mm) * scale
                    canvas.drawString(x, y, font_text(words.text))
            canvas.setDash()


class _Photo(Image):
    """A photo; it is trim: words tell of it."""

    def draw(self) -> None:
        with trim(self.canv):
            super().draw()


def _picture(part: Part) -> Flowable:
    if part.drawing is not None:
        return _Drawn(part.drawing, 170, 110)
    photo = _Photo(io.BytesIO(part.photo))
    scale = min(80 * mm / photo.imageWidth, 80 * mm / photo.imageHeight)
    photo.drawWidth, photo.drawHeight, photo.hAlign = photo.imageWidth * scale, photo.imageHeight * scale, "LEFT"
    return photo


def pdf_of(title: str, foot: str, parts: Sequence[Part]) -> bytes:
    """The parts as tagged PDF, A4, ``foot`` and the page's number of all pages under each page."""
    font = sheet_font()
    structure = Structure()
    out = io.BytesIO()
    page = SimpleDocTemplate(
        out,
        pagesize=A4,
        leftMargin=20 * mm,
        rightMargin=20 * mm,
        topMargin=18 * mm,
        bottomMargin=18 * mm,
        title=title,
        author="Rock Pin",
        lang="en-GB",
        invariant=1,
    )

    def numbered(canvas: Any, document: Any) -> None:
        with trim(canvas):
            canvas.setFont(font, 8)
            canvas.drawRightString(190 * mm, 10 * mm, font_text(f"{foot}, page {document.page}"))

    class Finished(Canvas):
        def save(self) -> None:
            structure.finish(self)
            super().save()

    page.build(_story(parts, font, structure), onFirstPage=numbered, onLaterPages=numbered, canvasmaker=Finished)
    return out.getvalue()
