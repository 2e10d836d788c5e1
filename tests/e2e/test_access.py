"""Every view against the WCAG 2.1 AA rules that a machine can check, in both themes and on the small screen."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import expect

from tests.e2e.conftest import OpenPage

AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
STAGES = ("wall", "hidden", "fixture", "fixing", "set-out", "drill", "record")
ASKED = tuple(f"/ask/{question}" for question in ("goes-in", "wall", "here", "bit", "apart", "deep"))
RUN = """
async () => {
  const found = await axe.run(document, { runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "best-practice"] });
  return found.violations.flatMap((rule) => rule.nodes.map((node) => `${rule.id}: ${node.html.slice(0, 160)}`));
}
"""


@pytest.mark.parametrize(("width", "height"), [(1280, 800), (390, 844)])
@pytest.mark.parametrize("theme", ["light", "dark"])
def test_every_view_is_accessible(open_page: OpenPage, theme: str, width: int, height: int) -> None:
    page = open_page("/", width, height)
    page.evaluate("theme => localStorage.setItem('theme', theme)", theme)
    found: dict[str, list[str]] = {}
    for path in (
        "/",
        *(f"/jobs/oar-cradle/{stage}" for stage in STAGES),
        "/jobs/barometer/wall",
        "/help",
        "/docs",
        "/van",
        "/practice/",
        *ASKED,
    ):
        page.goto(re.sub(r"(?<=\d)/.*", "", page.url) + path)
        expect(page.get_by_role("heading").first).to_be_visible()
        if path == "/":
            expect(page.get_by_role("region", name="Slipway House")).to_be_visible()
        if path in ASKED:
            expect(page.get_by_role("region", name="The answer").get_by_text("Being worked out…")).to_have_count(0)
        assert page.evaluate("document.documentElement.dataset.theme") == theme
        # the application lets no script of anybody else in, so the checker is run by the browser itself
        page.evaluate(AXE.read_text(encoding="utf-8"))
        if violations := page.evaluate(RUN):
            found[path] = violations
        if path == "/jobs/barometer/wall":
            page.get_by_role("button", name="Why: prove first").last.click()
            expect(page.get_by_role("dialog")).to_be_visible()
            found |= {"why": violations} if (violations := page.evaluate(RUN)) else {}
            page.keyboard.press("Escape")
            page.get_by_role("button", name="studs: what is that?").first.click()
            found |= {"a word": violations} if (violations := page.evaluate(RUN)) else {}
            page.keyboard.press("Escape")
        for part in page.get_by_role("tab", selected=False).all_inner_texts():
            page.get_by_role("tab", name=part).click()
            if violations := page.evaluate(RUN):
                found[f"{path}, {part}"] = violations
        if path.endswith("set-out"):
            place = page.get_by_role("region", name="Where it goes")
            page.get_by_role("checkbox", name="Where it could go").click()
            for number in range(place.get_by_role("button", expanded=False).count()):
                place.get_by_role("button", expanded=False).nth(number).click()
                if violations := page.evaluate(RUN):
                    found[f"{path}, part {number + 1} of the sentence"] = violations
                place.get_by_role("button", name="Done").click()
    assert found == {}


def test_everything_can_be_reached_and_done_from_the_keyboard(open_page: OpenPage) -> None:
    page = open_page("/jobs/oar-cradle/set-out")
    hole = page.get_by_role("button", name="Hole 3, brick, prove first")
    hole.focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Cut through hole 3")).to_be_visible()
    expect(hole).to_have_attribute("aria-pressed", "true")
    page.get_by_role("button", name="On to Drill").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("complementary", name="Drill stage")).to_be_visible()
    seen = set()
    for _ in range(30):
        page.keyboard.press("Tab")
        if page.evaluate("document.activeElement === document.body"):
            continue  # past the last one the focus leaves the page for a moment
        seen.add(page.evaluate("document.activeElement.getAttribute('aria-label') || document.activeElement.innerText"))
        outline = page.evaluate("getComputedStyle(document.activeElement).outlineStyle")
        assert outline != "none"
    assert any("Show hole 2" in text for text in seen)


@pytest.mark.parametrize(
    ("width", "height"), [(320, 640), (844, 390), (640, 400)], ids=["narrow", "phone on its side", "twice the size"]
)
def test_nothing_is_cut_off_where_there_is_little_room(open_page: OpenPage, width: int, height: int) -> None:
    page = open_page("/", width, height)
    for path in ("/", "/help", "/van", *ASKED, *(f"/jobs/sail-bag-rack/{stage}" for stage in STAGES)):
        page.goto(re.sub(r"(?<=\d)/.*", "", page.url) + path)
        expect(page.get_by_role("heading", level=1)).to_have_count(1)
        if path in ASKED:
            expect(page.get_by_role("region", name="The answer").get_by_text("Being worked out…")).to_have_count(0)
        if path == "/":
            expect(page.get_by_role("region", name="Slipway House")).to_be_visible()
        wide = page.evaluate(
            "Math.max(...[document.documentElement, ...document.querySelectorAll('[data-scrolls], main')]"
            ".map(one => one.scrollWidth - one.clientWidth))"
        )
        assert wide <= 0, f"{path} is {wide} px too wide"
