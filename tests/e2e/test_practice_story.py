"""The place to practise in the real browser: a lesson by keys alone, on a desk and on a phone, to its opening."""

import re

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.e2e.conftest import OpenPage


def press(what: Locator) -> None:
    """As one does who has no mouse."""
    what.focus()
    what.press("Enter")


def say(page: Page, question: str, answer: str) -> None:
    asked = page.get_by_role("group", name=question)
    asked.get_by_role("combobox").select_option(label=answer)
    how_sure = asked.get_by_role("slider")
    how_sure.focus()
    how_sure.press("ArrowRight")
    expect(asked).to_contain_text("75 %")
    press(asked.get_by_role("button", name="Say it"))
    expect(asked).to_have_count(0)


def go(page: Page, stage: str) -> None:
    links = page.get_by_role("navigation", name="Stages").get_by_role("link", name=re.compile(stage))
    press(links.filter(visible=True).first)
    expect(page.get_by_role("complementary", name=f"{stage} stage")).to_be_visible()


@pytest.mark.parametrize(("width", "height"), [(1280, 800), (390, 844)])
def test_a_lesson_is_played_to_its_end_by_keys(open_page: OpenPage, width: int, height: int) -> None:
    page = open_page("/", width, height)
    page.get_by_role("link", name="Practise", exact=True).click()
    expect(page.get_by_role("heading", name="A place to practise")).to_be_visible()
    expect(page.get_by_text("0 of 12 passed")).to_be_visible()
    press(page.get_by_role("button", name="Begin the lesson: The hammer on a tile"))
    # nothing is checked before something is said
    say(page, "What is this wall?", "Brick or block")
    press(page.get_by_role("group", name="Checks").get_by_role("button", name=re.compile("^Knock")))
    press(page.get_by_role("button", name="Do it, here on the practice wall"))
    expect(page.get_by_role("status").filter(has_text="Knock along a line")).to_be_visible()
    expect(page.get_by_role("list", name="Checks done")).to_contain_text("Knock")
    practice = page.get_by_role("region", name="Practice")
    expect(practice).to_contain_text("1 minute, 1 check")
    go(page, "Drill")
    drill = page.get_by_role("region", name="Drill it here")
    expect(drill).to_contain_text("Say first what you think")
    # what is asked depends on what the plan believes by now; the last question is the same for every wall
    last = page.get_by_role("group", name="Can all holes be drilled without striking anything?")
    asked = practice.get_by_role("group")
    for _ in range(3):
        expect(asked).to_have_count(1)
        if last.count():
            break
        question = str(asked.get_attribute("aria-label"))
        asked.get_by_role("combobox").select_option(index=1)
        press(asked.get_by_role("button", name="Say it"))
        expect(page.get_by_role("group", name=question)).to_have_count(0)
    say(page, "Can all holes be drilled without striking anything?", "Yes")
    hammer = drill.get_by_role("checkbox", name="Hammer on")
    hammer.focus()
    hammer.press("Space")
    press(drill.get_by_role("button", name="1 mm on"))
    expect(drill.get_by_role("status")).to_contain_text("a crack runs over the tile")
    expect(drill.get_by_role("button", name="1 mm on")).to_have_count(0)
    press(practice.get_by_role("button", name="Open the wall"))
    expect(page.get_by_role("heading", name=re.compile("^It was plastered brick: .*cracked a tile"))).to_be_visible()
    expect(page.get_by_role("list", name="What became of each hole")).to_contain_text("cracked the tile")
    thought = page.get_by_role("list", name="What you thought")
    expect(thought).to_contain_text("What this wall is")
    expect(thought).to_contain_text("You were 75 % sure; the plan gave it")
    expect(page.get_by_role("img", name=re.compile("^How sure against how right"))).to_be_visible()
    press(page.get_by_role("link", name="All practice walls"))
    expect(page.get_by_role("list", name="Walls you began")).to_contain_text("cracked a tile")
    expect(page.get_by_role("button", name="Begin the lesson: The hammer on a tile")).to_have_text("Again")
    # the user's own walls know nothing of it
    page.get_by_role("link", name="Back to your own walls").click()
    expect(page.get_by_role("link", name="Practise", exact=True)).to_be_visible()
    expect(page.get_by_text("The hammer on a tile")).to_have_count(0)


def test_a_magnet_answers_on_the_wall_itself(open_page: OpenPage) -> None:
    page = open_page("/practice/")
    page.get_by_role("button", name="Begin the lesson: A masonry plug in board").click()
    say(page, "What is this wall?", "Board on studs")
    page.get_by_role("tab", name="Studs").click()
    wall = page.get_by_test_id("wall")
    for share, answer in ((0.42, "Nothing answers there."), (0.5, "It answers there.")):
        page.get_by_role("group", name="Kinds of hit").get_by_role("button", name=re.compile("^Magnet")).click()
        expect(page.get_by_role("status").filter(has_text="Tap where it was")).to_be_visible()
        face = wall.locator("[data-face]").bounding_box()
        assert face is not None
        page.mouse.click(face["x"] + face["width"] * share, face["y"] + face["height"] * 0.4)
        expect(page.get_by_role("status").filter(has_text=answer)).to_be_visible()
    expect(page.get_by_role("list", name="Hits so far").get_by_role("listitem")).to_have_count(1)
