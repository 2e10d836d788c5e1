"""Takes the pictures of the main views from the demo, into docs/screenshots/."""

from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page

from bench.browser import demo_in_browser

FOLDER = Path(__file__).parent.parent / "docs" / "screenshots"

VIEWS: tuple[tuple[str, str, int, int, str], ...] = (
    ("sites", "/", 1280, 800, "light"),
    ("wall", "/jobs/barometer/wall", 1280, 800, "light"),
    ("wall-check", "/jobs/barometer/wall", 1280, 800, "light"),
    ("wall-studs", "/jobs/barometer/wall", 1280, 800, "light"),
    ("hidden", "/jobs/oar-cradle/hidden", 1280, 800, "light"),
    ("small-wall", "/jobs/barometer/wall", 390, 844, "light"),
    ("fixture", "/jobs/chart-table/fixture", 1280, 800, "light"),
    ("fixing", "/jobs/chart-table/fixing", 1280, 800, "light"),
    ("set-out", "/jobs/chart-table/set-out", 1280, 800, "light"),
    ("drill", "/jobs/tide-clock/drill", 1280, 800, "light"),
    ("drill-dark", "/jobs/dry-suit-hanger/drill", 1280, 800, "dark"),
    ("record", "/jobs/dry-suit-hanger/record", 1280, 800, "light"),
    ("small-set-out", "/jobs/oar-cradle/set-out", 390, 844, "light"),
    ("small-drill", "/jobs/chart-table/drill", 390, 844, "light"),
    ("card", "/jobs/sail-bag-rack/drill", 1000, 760, "print"),
)


def _report_a_check(page: Page) -> None:
    page.get_by_role("group", name="Checks").get_by_role("button", name="Knock along a line").click()
    page.get_by_role("button", name="Another check").scroll_into_view_if_needed()


def _sweep_for_studs(page: Page) -> None:
    page.get_by_role("tab", name="Studs").click()
    page.get_by_role("button", name="Sweep along the wall").click()
    page.get_by_role("list", name="Peaks of the sweep at 1200 mm").wait_for()


def _read_a_hole(page: Page) -> None:
    page.get_by_role("button", name="Show hole 3").click()
    page.get_by_role("list", name="Ways to clear it").wait_for()


STEPS: dict[str, Callable[[Page], None]] = {
    "wall-check": _report_a_check,
    "wall-studs": _sweep_for_studs,
    "hidden": _read_a_hole,
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
