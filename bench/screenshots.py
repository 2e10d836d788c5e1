"""Takes the pictures of the main views from the demo, into docs/screenshots/."""

from pathlib import Path

from bench.browser import demo_in_browser

FOLDER = Path(__file__).parent.parent / "docs" / "screenshots"

VIEWS: tuple[tuple[str, str, int, int, str], ...] = (
    ("sites", "/", 1280, 800, "light"),
    ("wall", "/jobs/sail-bag-rack/wall", 1280, 800, "light"),
    ("hidden", "/jobs/oar-cradle/hidden", 1280, 800, "light"),
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
            if look == "print":
                page.emulate_media(media="print")
            page.screenshot(path=FOLDER / f"{name}.png")
            page.close()
            print(f"{name}.png")


if __name__ == "__main__":
    main()
