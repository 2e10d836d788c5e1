"""The calculation sheet: the same figures as the plan, the same parts in both forms, every letter in its font."""

from reportlab.pdfbase.ttfonts import TTFont

from rockpin.catalogue import load_catalogue
from rockpin.core.plan.make import make_plan
from rockpin.demo import demo_documents
from rockpin.exchange.sheets import font_text, sheet_markdown, sheet_parts, sheet_pdf

CATALOGUE = load_catalogue()


def test_the_sheet_carries_the_figures_of_the_plan() -> None:
    for document in demo_documents():
        plan = make_plan(document, CATALOGUE)
        text = sheet_markdown(plan)
        assert text.startswith(f"# Calculation sheet: {document.title}\n")
        assert plan.verdict.sentence in text
        for hole in plan.holes:
            assert f"## Hole {hole.number}: {hole.support_label}" in text
            if hole.working:
                assert f"| Pull-out | {hole.working.demand_tension_text} | {hole.working.tension_text} |" in text
                for line in hole.working.lines:
                    assert line.source
                    assert line.text in text
        for finding in plan.findings:
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
