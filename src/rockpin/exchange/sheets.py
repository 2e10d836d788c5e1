"""The calculation sheet: what was assumed, what pulls, what holds and why, line by line, as Markdown and as PDF.

Both are made from the same paragraphs, so that they cannot differ.
"""

import hashlib
import io
from collections.abc import Iterator, Sequence
from datetime import date
from typing import Any, Literal, NamedTuple

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, SimpleDocTemplate, Spacer, TableStyle

from rockpin.core.base.findings import Severity
from rockpin.core.plan import HolePlan, Plan
from rockpin.exchange.tagged import Structure, TaggedParagraph, TrimmedTable, trim


class Part(NamedTuple):
    """A heading, a paragraph, an item, or a table whose first row is its head."""

    kind: Literal["title", "heading", "text", "item", "table"]
    text: str = ""
    rows: tuple[tuple[str, ...], ...] = ()


_BOUNDS = (
    "Planning values after the sources named at each line. They replace neither the local code nor a competent person."
)


def _hole(hole: HolePlan) -> Iterator[Part]:
    yield Part("heading", f"Hole {hole.number}: {hole.support_label}")
    yield Part("text", f"At {hole.x_text} from the left, {hole.y_text} above the floor. Behind it: {hole.behind_text}.")
    working = hole.working
    if working is None:
        yield Part("text", "Nothing in the catalogue holds here.")
        return
    yield Part(
        "text", f"Fixing: {hole.chosen_label}, {'your own choice' if hole.chosen_by == 'you' else 'as planned'}."
    )
    yield Part(
        "table",
        rows=(
            ("", "demand", "capacity"),
            ("Pull-out", working.demand_tension_text, working.tension_text),
            ("Shear", working.demand_shear_text, working.shear_text),
            ("Together", working.use_text, "100 %"),
        ),
    )
    yield Part("text", f"Worst case: {working.case}. Governed by {working.governs}. {working.raises}")
    for bound in working.bounds:
        yield Part("item", f"With {bound.label}: pull-out {bound.tension_text}, shear {bound.shear_text}.")
    yield Part("table", rows=(("Working", "Source"), *((line.text, line.source) for line in working.lines)))
    card = hole.card
    if card:
        yield Part(
            "text",
            (
                f"{card.put_in_text}. {card.last_turn}."
                if card.pushed
                else f"Drill {card.bit_text} {card.bit_words}, {card.depth_text} deep, {card.hammer_text}. "
                f"{card.put_in_text}. {card.last_turn}."
            ),
        )


def revision_of(plan: Plan) -> str:
    """Eight signs that stand for all that a sheet says: two sheets that carry the same ones say the same."""
    return hashlib.sha256(plan.model_dump_json().encode()).hexdigest()[:8]


def issue_of(plan: Plan, day: date | None) -> str:
    """The day on which a sheet is made and the revision that it shows, in words."""
    made = day or date.today()
    return f"{made.day} {made:%B %Y}, revision {revision_of(plan)}"


def sheet_parts(plan: Plan, day: date | None = None) -> list[Part]:
    """The whole sheet in order. ``day``: on which it is made; None: today."""
    parts = [
        Part("title", f"Calculation sheet: {plan.title}"),
        Part("text", f"{issue_of(plan, day)}."),
        Part("text", f"{plan.site}, {plan.wall}. {plan.fixture_text}"),
        Part("text", f"Where it goes: {plan.placing.sentence}"),
        *(Part("item", one.sentence) for one in plan.as_built),
        Part("text", f"{plan.verdict.label}. {plan.verdict.sentence}"),
        Part("text", _BOUNDS),
        Part("heading", "The wall"),
    ]
    parts += [
        Part("item", f"{layer.label}, {layer.thickness_mm:.1f} mm, from {layer.front_mm:.1f} mm on")
        for layer in plan.reading.layers
    ]
    parts.append(Part("heading", "What pulls"))
    parts.append(Part("text", plan.cases_text))
    parts.append(Part("table", rows=(("Case that decides", "lasts"), *((c.label, c.lasts) for c in plan.cases))))
    for hole in plan.holes:
        parts += _hole(hole)
    if plan.joints:
        parts.append(Part("heading", "Brackets on the part between"))
        parts += [Part("item", joint.sentence) for joint in plan.joints]
    parts.append(Part("heading", "What is to be said"))
    said = [one for one in plan.findings if one.severity not in (Severity.REFUSE, Severity.PERMIT)]
    parts += [Part("item", f"{one.sentence} {one.action or ''}".strip()) for one in said]
    parts += [Part("item", caution) for caution in plan.cautions]
    return parts


def sheet_markdown(plan: Plan, day: date | None = None) -> str:
    """The sheet as Markdown."""
    lines: list[str] = []
    for part in sheet_parts(plan, day):
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


def _table(part: Part, number: int, plain: ParagraphStyle, structure: Structure) -> Flowable:
    def cell(text: str, row: int, column: int) -> TaggedParagraph:
        place = row * len(part.rows[0]) + column
        path = (("Table", number), ("TR", row), ("TH" if row == 0 else "TD", place))
        return TaggedParagraph(_escaped(text), plain, structure=structure, path=path)

    cells = [[cell(text, row, column) for column, text in enumerate(line)] for row, line in enumerate(part.rows)]
    widths = {2: (118 * mm, 52 * mm), 3: (40 * mm, 40 * mm, 40 * mm)}[len(part.rows[0])]
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


def sheet_pdf(plan: Plan, day: date | None = None) -> bytes:
    """The sheet as tagged PDF, A4, with page numbers."""
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
        title=f"Calculation sheet: {plan.title}",
        author="Rock Pin",
        lang="en-GB",
        invariant=1,
    )
    foot = f"{plan.title}, {issue_of(plan, day)}"

    def numbered(canvas: Any, document: Any) -> None:
        with trim(canvas):
            canvas.setFont(font, 8)
            canvas.drawRightString(190 * mm, 10 * mm, font_text(f"{foot}, page {document.page}"))

    class Finished(Canvas):
        def save(self) -> None:
            structure.finish(self)
            super().save()

    story = _story(sheet_parts(plan, day), font, structure)
    page.build(story, onFirstPage=numbered, onLaterPages=numbered, canvasmaker=Finished)
    return out.getvalue()
