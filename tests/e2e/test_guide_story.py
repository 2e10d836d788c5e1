"""The first job, led by the hand from its wall to its record, on the screen and on a phone, left and begun anew."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import OpenPage


def _go_on(page: Page, step: int, says: str) -> None:
    guide = page.get_by_role("region", name="First job, step by step")
    guide.get_by_role("button", name="Next").click()
    expect(guide).to_contain_text(f"{step} of 7 · {says}.")


@pytest.mark.parametrize(("width", "height"), [(1280, 800), (390, 844)])
def test_a_first_job_is_led_from_the_wall_to_the_record(open_page: OpenPage, width: int, height: int) -> None:
    page = open_page("/help", width, height)
    page.get_by_role("button", name=re.compile("^A first job")).click()
    guide = page.get_by_role("region", name="First job, step by step")
    expect(guide).to_contain_text("1 of 7 · Wall.")
    expect(guide.get_by_role("button", name="Next")).to_have_count(0)
    page.get_by_role("button", name=re.compile("^Knock along a line")).click()
    page.get_by_role("button", name=re.compile("^Hard everywhere")).click()
    expect(guide).to_contain_text("Done.")

    _go_on(page, 2, "Hidden")
    page.get_by_label("Kind", exact=True).select_option("switch")
    page.get_by_role("button", name="Place it on the wall").click()
    hole = page.get_by_role("button", name=re.compile("^Hole 1, ")).first
    hole.scroll_into_view_if_needed()
    box = hole.bounding_box()
    assert box
    page.mouse.click(box["x"] + box["width"] / 2 - 60, box["y"] + box["height"] / 2)
    page.get_by_role("button", name="Nothing else").click()
    expect(guide).to_contain_text("Done.")

    _go_on(page, 3, "Fixture")
    # a step that is not done can be left for another time
    expect(guide.get_by_role("button", name="Skip it")).to_be_visible()
    field = page.get_by_role("textbox", name="What hangs on it", exact=True)
    field.fill("3 kg")
    field.press("Enter")
    expect(guide).to_contain_text("Done.")

    _go_on(page, 4, "Fixing")
    page.get_by_role("button", name="Why: prove first").last.click()
    why = page.get_by_role("dialog")
    expect(why).to_contain_text("A cable may reach the light switch")
    expect(why).to_contain_text("Hole 1 is used most: to 96 %")
    why.get_by_role("button", name="Close").click()

    _go_on(page, 5, "Set-out")
    page.get_by_role("application", name=re.compile("^Fixture")).focus()
    for _ in range(25):
        page.keyboard.press("Shift+ArrowUp")
    expect(guide).to_contain_text("Done.")

    _go_on(page, 6, "Drill")
    expect(page.get_by_role("complementary", name="Drill stage")).to_contain_text("10 mm")

    _go_on(page, 7, "Record")
    page.get_by_role("button", name="As planned").first.click()
    expect(guide).to_contain_text("Done.")
    guide.get_by_role("button", name="Next").click()
    expect(guide).to_contain_text("That was a whole job.")
    guide.get_by_role("button", name="Close").click()
    expect(guide).to_have_count(0)
    page.reload()
    expect(page.get_by_role("heading", name="Life jackets")).to_be_visible()
    expect(guide).to_have_count(0)

    # and whoever begins it again begins at the beginning
    page.goto(page.url.split("/jobs/")[0] + "/help")
    page.get_by_role("button", name=re.compile("^A first job")).click()
    expect(guide).to_contain_text("1 of 7 · Wall.")
    expect(guide).not_to_contain_text("Done.")


@pytest.mark.parametrize(("width", "height"), [(1280, 800), (390, 844)])
def test_why_is_asked_of_a_verdict_on_the_home_and_at_the_wall(open_page: OpenPage, width: int, height: int) -> None:
    page = open_page("/", width, height)
    page.get_by_role("link", name="Why: Oar cradle, prove first").click()
    why = page.get_by_role("dialog")
    expect(why).to_have_count(1)
    expect(why).to_contain_text("A cable may reach the light switch from either side")
    why.get_by_role("button", name="Hidden", exact=True).click()
    expect(why).to_have_count(0)
    expect(page.get_by_role("complementary", name="Hidden stage")).to_be_visible()
    page.goto(page.url.replace("/hidden", "/at-the-wall"))
    page.get_by_role("button", name="Why: prove first").click()
    expect(why).to_contain_text("greatest at hole 3")
