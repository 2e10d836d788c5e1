"""The calculation sheet: the same figures as the plan, the same parts in both forms, every letter in its font."""

import re
from collections import Counter
from datetime import date
from io import BytesIO
from typing import Any

from pypdf import PdfReader
from reportlab.pdfbase.ttfonts import TTFont

from rockpin.catalogue import load_catalogue
from rockpin.core.plan.make import make_plan
from rockpin.demo import demo_documents
from rockpin.exchange.paper import font_text
from rockpin.exchange.sheets import revision_of, sheet_markdown, sheet_parts, sheet_pdf

CATALOGUE = load_catalogue()


def test_the_sheet_carries_the_figures_of_the_plan() -> None:
    for document in demo_documents():
        plan = make_plan(document, CATALOGUE)
        text = sheet_markdown(plan)
        assert text.startswith(f"# Calculation sheet: {document.title}\n")
        assert plan.verdict.sentence in text
        for hole in plan.holes:
            named = "Clamp" if hole.kind == "clamped" else "Hole"
            assert f"## {named} {hole.number}: {hole.support_label}" in text
            if hole.working:
                assert f"| Pull-out | {hole.working.demand_tension_text} | {hole.working.tension_text} |" in text
                for line in hole.working.lines:
                    assert line.source
                    assert line.text in text
        # what is said of several holes alike stands there once
        for finding in (said for stage in plan.stages for said in stage.said):
            if finding.severity in ("do_not_drill", "prove_first", "note"):
                assert finding.sentence in text


def test_every_letter_of_the_sheet_is_in_its_font() -> None:
    known = TTFont("Vera", "Vera.ttf").face.charToGlyph
    for document in demo_documents():
        for part in sheet_parts(make_plan(document, CATALOGUE)):
            for text in (part.text, *(cell for row in part.rows for cell in row)):
                assert not {letter for letter in font_text(text) if ord(letter) not in known}, text


def test_the_pdf_is_one_and_the_same_for_the_same_plan() -> None:
    plan = make_plan(demo_documents()[0], CATALOGUE)
    once = sheet_pdf(plan)
    assert once.startswith(b"%PDF-")
    assert once.rstrip().endswith(b"%%EOF")
    assert sheet_pdf(plan) == once


def _root(reader: PdfReader) -> Any:
    return reader.trailer["/Root"]


def _tagged(data: bytes) -> tuple[PdfReader, dict[str, int], int]:
    """A PDF with how often each tag stands in its tree, and how many marked places hang in it."""
    reader = PdfReader(BytesIO(data))
    tags: Counter[str] = Counter()
    places = 0

    def walk(node: Any) -> None:
        nonlocal places
        node = node.get_object()
        if node.get("/Type") == "/MCR":
            places += 1
            return
        if "/S" in node:
            tags[node["/S"]] += 1
        for child in node.get("/K", ()):
            walk(child)

    walk(_root(reader)["/StructTreeRoot"])
    return reader, dict(tags), places


def test_the_pdf_can_be_read_aloud() -> None:
    plan = make_plan(next(one for one in demo_documents() if one.id == "oar-cradle"), CATALOGUE)
    parts = sheet_parts(plan)
    reader, tags, places = _tagged(sheet_pdf(plan))
    root = _root(reader)
    assert root["/MarkInfo"]["/Marked"]
    assert root["/Lang"] == "en-GB"
    assert tags["/H1"] == 1
    assert tags["/H2"] == sum(part.kind == "heading" for part in parts)
    assert tags["/LI"] == sum(part.kind == "item" for part in parts)
    assert tags["/TR"] == sum(len(part.rows) for part in parts)
    assert tags["/TD"] == sum(len(row) for part in parts for row in part.rows[1:])
    # every place that is marked hangs in the tree, and all that draws is marked or trim
    marked, begun = 0, 0
    for page in reader.pages:
        content = page.get_contents()
        assert content is not None
        said = content.get_data().decode("latin-1")
        marked += len(re.findall(r"<</MCID \d+>> BDC", said))
        begun = said.count(" BDC") + said.count("/Artifact BMC")
        assert begun == said.count("EMC")
        assert "/StructParents" in page
        for piece in re.split(r"(?:BDC|BMC).*?EMC", said, flags=re.DOTALL):
            assert " Tj" not in piece, "a text outside the structure"
    assert len(reader.pages) > 1
    assert places == marked
    # what a page breaks in two is still one paragraph
    assert places >= sum(tags[tag] for tag in ("/H1", "/H2", "/P", "/LBody", "/TH", "/TD"))


def test_a_sheet_says_of_what_day_and_what_revision_it_is() -> None:
    first, second = (make_plan(document, CATALOGUE) for document in demo_documents()[:2])
    text = sheet_markdown(first, date(2026, 3, 9))
    assert f"9 March 2026, revision {revision_of(first)}." in text
    assert revision_of(first) == revision_of(first.model_copy())
    assert revision_of(first) != revision_of(second)
    # it changes with whatever the sheet says
    assert revision_of(first) != revision_of(first.model_copy(update={"mass_text": "2 kg"}))
    pages = PdfReader(BytesIO(sheet_pdf(first, date(2026, 3, 9)))).pages
    assert all(revision_of(first) in page.extract_text() for page in pages)
