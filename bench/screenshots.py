"""Takes the pictures of the main views from the demo, into docs/screenshots/."""

from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page

from bench.browser import demo_in_browser

FOLDER = Path(__file__).parent.parent / "docs" / "screenshots"

VIEWS: tuple[tuple[str, str, int, int, str], ...] = (
    ("sites", "/", 1280, 800, "light"),
    ("wall", "/jobs/barometer/wall", 1280, 800, "light"),
    ("ask", "/ask/goes-in", 1280, 800, "light"),
    ("post-dark", "/jobs/mast-lantern/wall", 1280, 800, "dark"),
    ("photo", "/jobs/oar-cradle/wall", 1280, 800, "light"),
    ("hidden", "/jobs/oar-cradle/hidden", 1280, 800, "light"),
    ("fixture", "/jobs/chart-screen/fixture", 1280, 800, "light"),
    ("fixing", "/jobs/first-aid-cabinet/fixing", 1280, 800, "light"),
    ("set-out", "/jobs/oar-cradle/set-out", 1280, 800, "light"),
    ("corner", "/jobs/soap-ledge/set-out", 1280, 800, "light"),
    ("drill", "/jobs/tide-clock/drill", 1280, 800, "light"),
    ("why-dark", "/jobs/barometer/fixing", 1280, 800, "dark"),
    ("practice", "/practice/", 1280, 800, "light"),
    ("small-at-the-wall", "/jobs/sail-bag-rack/at-the-wall?step=drill-a-top&hole=a-top", 390, 844, "light"),
    ("card", "/jobs/sail-bag-rack/drill", 1000, 760, "print"),
    # last, since from here on the van is told
    ("van", "/van", 1280, 800, "light"),
    ("stairs", "/jobs/tide-clock/wall", 1280, 800, "light"),
    # a hook comes beside the barometer, and stays
    ("row", "/jobs/barometer/fixture", 1280, 800, "light"),
    # last of all: a hole answers, and stays so
    ("small-ways-on", "/jobs/sail-bag-rack/at-the-wall?step=drill-a-top&hole=a-top", 390, 844, "light"),
)


def _ask_what_goes_in(page: Page) -> None:
    page.get_by_label("What goes up").select_option("bookshelf")
    page.get_by_label("The wall", exact=True).select_option("board_on_studs")
    page.get_by_label("Where the holes go").select_option("in")
    page.get_by_text("Every hole is in the middle of a stud").wait_for()


def _see_the_walls(page: Page) -> None:
    # the things are drawn as their verdicts are worked out
    page.locator("svg[role=img] rect title").nth(8).wait_for(state="attached")


def _photo_under_the_drawing(page: Page) -> None:
    page.get_by_role("tab", name="Photo").click()
    page.get_by_role("checkbox", name="Under the drawing").click()
    drawn = page.locator("[data-photo] image")
    drawn.wait_for(state="attached")
    # the picture of an SVG has no word for having come: the same one again comes no sooner
    page.evaluate(
        "async (href) => { const same = new Image(); same.src = href; await same.decode();"
        " await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))); }",
        drawn.get_attribute("href"),
    )
    page.wait_for_load_state("networkidle")


def _a_hook_beside_it(page: Page) -> None:
    page.get_by_label("Another piece beside it").select_option(label="Coat hook")
    page.get_by_label("Which of them").select_option(label="Coat hook")
    page.get_by_label("Plate, wide", exact=True).wait_for()
    page.wait_for_load_state("networkidle")


def _open_a_lesson(page: Page) -> None:
    """The wall of a lesson, drilled where the cable runs, and opened."""

    def say(question: str, answer: str) -> None:
        asked = page.get_by_role("group", name=question)
        asked.get_by_role("combobox").select_option(label=answer)
        asked.get_by_role("button", name="Say it").click()
        asked.wait_for(state="detached")

    # the skin is away at once
    page.emulate_media(reduced_motion="reduce")
    page.get_by_role("button", name="Begin the lesson: Straight above the switch").click()
    say("What is this wall?", "Brick or block")
    # the wall is stated, so that its card names a bit and a depth
    page.get_by_role("tab", name="What it is").wait_for()
    page.get_by_role("link", name="Drill").filter(visible=True).first.click()
    drill = page.get_by_role("region", name="Drill it here")
    drill.wait_for()
    practice = page.get_by_role("region", name="Practice")
    while practice.get_by_role("group").count():
        asked = practice.get_by_role("group")
        question = str(asked.get_attribute("aria-label"))
        asked.get_by_role("combobox").select_option(index=1)
        asked.get_by_role("button", name="Say it").click()
        page.get_by_role("group", name=question).wait_for(state="detached")
    for deep in ("20 mm", "40 mm"):
        drill.get_by_role("button", name="20 mm on").click()
        drill.get_by_role("status").get_by_text(deep, exact=True).wait_for()
    practice.get_by_role("button", name="Open the wall").click()
    page.get_by_role("list", name="What became of each hole").wait_for()
    page.get_by_role("img", name="How sure against how right").wait_for()


def _read_a_hole(page: Page) -> None:
    page.get_by_role("button", name="Show hole 3").click()
    page.get_by_role("list", name="Ways to clear it").wait_for()


def _open_the_sums(page: Page) -> None:
    page.get_by_role("button", name="Show hole 3").click()
    page.get_by_text("The sums, line by line").click()


_KIT = """what,key,length_mm,count,price,kind
fixing,nylon_plug_8,,40,0.12,
fixing,nylon_plug_10,,18,0.25,
fixing,nylon_plug_12,,4,0.60,
fixing,masonry_screw_6,,20,0.45,
fixing,resin_m8_solid,,6,2.10,
screw,wood_5_0,60,80,,
screw,wood_6_0,60,50,,
screw,coach_8,70,24,,
bit,5,,1,,masonry
bit,5.5,,1,,masonry
bit,6,,1,,masonry
bit,6.5,,1,,masonry
bit,7,,1,,masonry
bit,8,,1,,masonry
bit,10,,1,,masonry
bit,3,,1,,wood
tool,hammer_drill,,1,,
tool,impact_driver,,1,,
"""


def _tell_the_van(page: Page) -> None:
    file = {"name": "kit.csv", "mimeType": "text/csv", "buffer": _KIT.encode()}
    page.get_by_label("CSV of the van").set_input_files(file)  # type: ignore[arg-type]
    page.get_by_label("How many: Nylon expanding plug 8 × 40").wait_for()


def _close_to_the_corner(page: Page) -> None:
    page.get_by_role("checkbox", name="Close up").click()
    page.get_by_role("button", name="Show hole 7").click()


def _its_bolts(page: Page) -> None:
    page.get_by_role("heading", name="Which of its holes").scroll_into_view_if_needed()


def _better_places(page: Page) -> None:
    page.get_by_role("checkbox", name="Where it could go").click()
    page.get_by_text("Every millimetre of the wall").wait_for(timeout=120_000)
    page.get_by_role("button", name="Would it be better a little aside?").click()
    page.get_by_role("list", name="Better places near").get_by_role("listitem").last.hover()


def _along_the_stairs(page: Page) -> None:
    page.get_by_role("tab", name="Already there").click()
    page.get_by_role("button", name="There is a flight of stairs").click()
    steps = page.get_by_label("Steps", exact=True)
    steps.fill("7")
    steps.press("Enter")
    page.get_by_role("link", name="Fixture").first.click()
    page.get_by_label("What it is like").select_option("handrail")
    page.get_by_role("button", name="Lay it along the stairs").click()
    page.get_by_role("link", name="Set-out").first.click()
    page.get_by_role("button", name="Line of the rail, middle 900 mm above the nosing line").wait_for()
    # what others plan is told of the rail as it lies now
    page.get_by_text("Here “First-aid cabinet” is planned too").wait_for()
    page.wait_for_load_state("networkidle")


def _ran_soft(page: Page) -> None:
    page.get_by_role("button", name="It was different…").click()
    page.get_by_role("button", name="Soft, the dust turned pale").click()
    page.get_by_role("button", name="Say so, show the ways on").click()
    page.get_by_role("list", name="Ways on").wait_for()


def _why(page: Page) -> None:
    page.get_by_role("button", name="Why: prove first").first.click()
    page.get_by_role("dialog").wait_for()


STEPS: dict[str, Callable[[Page], None]] = {
    "why-dark": _why,
    "sites": _see_the_walls,
    "ask": _ask_what_goes_in,
    "photo": _photo_under_the_drawing,
    "practice": _open_a_lesson,
    "hidden": _read_a_hole,
    "fixing": _open_the_sums,
    "set-out": _better_places,
    "corner": _close_to_the_corner,
    "fixture": _its_bolts,
    "row": _a_hook_beside_it,
    "stairs": _along_the_stairs,
    "small-ways-on": _ran_soft,
    "van": _tell_the_van,
}


def main() -> None:
    FOLDER.mkdir(parents=True, exist_ok=True)
    with demo_in_browser() as (browser, address):
        for name, path, width, height, look in VIEWS:
            page = browser.new_page(
                viewport={"width": width, "height": height}, color_scheme="dark" if look == "dark" else "light"
            )
            page.goto(address + path)
            page.wait_for_load_state("networkidle")
            page.get_by_role("heading").first.wait_for()
            page.evaluate("document.fonts.ready")
            if name in STEPS:
                STEPS[name](page)
                page.wait_for_load_state("networkidle")
            if look == "print":
                page.emulate_media(media="print")
            page.screenshot(path=FOLDER / f"{name}.png")
            page.close()
            print(f"{name}.png")


if __name__ == "__main__":
    main()
