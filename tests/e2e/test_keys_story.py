"""From a question to a card by keyboard alone, and all that is put on a wall by a tap put there by keys."""

import re

from playwright.sync_api import Locator, Page, expect

from tests.e2e.conftest import OpenPage


class Keys:
    """A page that is gone through with the keyboard alone; what is pressed and filled is counted."""

    def __init__(self, page: Page) -> None:
        self.page, self.presses, self.fields, self.tabs = page, 0, 0, 0

    def to(self, wanted: Locator) -> Locator:
        """Tabs on from where the focus is until it is on what is wanted."""
        wanted = wanted.first
        expect(wanted).to_be_visible()
        for _ in range(150):
            if wanted.evaluate("one => one === document.activeElement"):
                return wanted
            self.page.keyboard.press("Tab")
            self.tabs += 1
        raise AssertionError(f"{wanted} is not reached by Tab")

    def press(self, role: str, name: str | re.Pattern[str]) -> None:
        self.to(self.page.get_by_role(role, name=name))  # type: ignore[arg-type]
        self.page.keyboard.press("Enter")
        self.presses += 1

    def choose(self, label: str, word: str) -> None:
        # a list takes the first letters of what one wants
        self.to(self.page.get_by_label(label, exact=True))
        self.page.keyboard.type(word)
        self.presses += 1

    def fill(self, label: str, text: str) -> None:
        self.to(self.page.get_by_label(label, exact=True))
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(text)
        self.page.keyboard.press("Enter")
        self.fields += 1


def test_a_hook_to_its_card_by_keyboard_alone(open_page: OpenPage) -> None:
    page = open_page("/")
    keys = Keys(page)
    keys.press("link", re.compile("^What goes in"))
    expect(page.get_by_role("region", name="The answer")).to_be_visible()
    keys.choose("The wall", "a plastered brick")
    keys.fill("What hangs on it", "2 kg")
    expect(page.get_by_role("region", name="The answer")).to_contain_text("10 mm")
    keys.press("button", "Make it a job")
    keys.press("button", "Nothing on either face")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Ready")).first).to_be_visible()
    keys.press("link", re.compile("^Drill"))
    expect(page.get_by_role("complementary", name="Drill stage")).to_contain_text("10 mm")
    assert keys.presses <= 8
    assert keys.fields <= 3


def _wall(page: Page) -> dict[str, list[dict[str, object]]]:
    found = page.request.get(page.url.split("/jobs/")[0] + "/api/jobs/tide-clock").json()["wall"]["wall"]
    assert isinstance(found, dict)
    return found


def test_what_is_put_by_a_tap_is_put_by_keys(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/hidden")
    keys = Keys(page)
    before = _wall(page)
    middle = (float(str(before["width_mm"])) / 2, float(str(before["height_mm"])) / 2)
    keys.press("button", "Place it on the wall")
    cross = page.get_by_role("application", name=re.compile("^Tap the middle of the"))
    expect(cross).to_be_focused()
    for key in (*["ArrowRight"] * 3, "Shift+ArrowDown", "Alt+ArrowUp"):
        page.keyboard.press(key)
    expect(cross).to_contain_text(f"{middle[0] + 30:.0f} mm from the left, {middle[1] - 99:.0f} mm up")
    page.keyboard.press("Enter")
    expect(page.get_by_role("list", name="Points on the wall").get_by_role("listitem")).to_have_count(
        len(before["points"]) + 1
    )
    placed = _wall(page)["points"][-1]
    assert (placed["x_mm"], placed["y_mm"]) == (middle[0] + 30, middle[1] - 99)

    # an area is two corners, one after the other
    keys.press("button", re.compile("Mark"))
    expect(page.get_by_role("application", name=re.compile("one corner"))).to_be_focused()
    page.keyboard.press("Shift+ArrowLeft")
    page.keyboard.press("Enter")
    expect(page.get_by_role("application", name=re.compile("opposite corner"))).to_be_focused()
    for _ in range(2):
        page.keyboard.press("Shift+ArrowRight")
    page.keyboard.press("Shift+ArrowUp")
    page.keyboard.press("Enter")
    expect(page.get_by_label("wide", exact=True).last).to_have_value("200 mm")
    # and whoever thinks better of it is back at his button
    keys.press("button", "Place it on the wall")
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="Place it on the wall")).to_be_focused()
