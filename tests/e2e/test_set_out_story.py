"""Setting out in the browser: a place in the user's own words, pieces in a row, a rail along stairs, as built."""

import re

from playwright.sync_api import Page, expect

from tests.e2e.conftest import OpenPage
from tests.e2e.steps import go


def fill(page: Page, label: str, text: str) -> None:
    field = page.get_by_label(label, exact=True)
    field.fill(text)
    field.press("Enter")


def sentence(page: Page) -> str:
    return page.get_by_role("region", name="Where it goes").locator("p").first.inner_text()


def test_where_it_goes_is_said_in_words_and_holds(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/wall")
    page.get_by_role("tab", name="Already there").click()
    page.get_by_role("button", name="Add what is there").click()
    fill(page, "What is there", "the flag locker")
    fill(page, "left", "400")
    fill(page, "foot, at its left end", "1300")
    expect(page.get_by_role("button", name="Undo: changed what is there")).to_be_enabled()

    go(page, "Set-out")
    page.get_by_role("button", name=re.compile("^Its lower edge")).click()
    page.get_by_label("What of it").select_option(label="Its top")
    expect(page.get_by_role("button", name="Its top 992 mm above the floor")).to_be_visible()
    page.get_by_label("measured from", exact=True).select_option(label="The lower edge of the flag locker")
    expect(page.get_by_role("button", name="Its top 308 mm below the lower edge of the flag locker")).to_be_visible()
    fill(page, "How far", "300")
    expect(page.get_by_label("Lower edge, from the floor")).to_have_value("968 mm")
    page.get_by_role("button", name="Done").click()

    # the locker is hung lower: what is measured from it goes with it
    go(page, "Wall")
    page.get_by_role("tab", name="Already there").click()
    fill(page, "foot, at its left end", "1290")
    go(page, "Set-out")
    expect(page.get_by_label("Lower edge, from the floor")).to_have_value("958 mm")
    assert sentence(page).startswith("Its top 300 mm below the lower edge of the flag locker,")

    # with a fall every mark but the first one moves
    page.get_by_role("button", name="level", exact=True).click()
    page.get_by_label("It lies").select_option(label="With a fall")
    fill(page, "Fall to the right on a metre (minus: to the left)", "10")
    expect(page.get_by_role("button", name="with a fall of 10 mm per metre to the right")).to_be_visible()
    rows = page.get_by_role("table", name="Coordinates of the holes").get_by_role("row").all_inner_texts()
    heights = [int(re.findall(r"(\d+) mm", row)[1]) for row in rows[1:]]
    assert heights[0] - heights[2] == 8


def test_a_dragged_piece_lines_up_and_is_measured_from_that(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/set-out")
    hole = page.get_by_role("button", name=re.compile("^Hole 1,")).bounding_box()
    assert hole is not None
    x, y = hole["x"] + hole["width"] - 14, hole["y"] + hole["height"] / 2
    # the wall's scale from two holes that stand 240 mm above one another
    low = page.get_by_role("button", name=re.compile("^Hole 2,")).bounding_box()
    assert low is not None
    per_mm = (low["y"] - hole["y"]) / 240
    page.mouse.move(x, y)
    page.mouse.down()
    # to 2 mm beside the middle of the socket, 400 to the left
    page.mouse.move(x - 398 * per_mm, y - 40, steps=8)
    expect(page.locator("text", has_text="hole 1 in line with the middle of the twin socket")).to_be_visible()
    page.mouse.up()
    expect(page.get_by_role("button", name="Undo: fixture moved")).to_be_enabled()
    expect(page.get_by_role("button", name="hole 1 in line with the middle of the twin socket")).to_be_visible()
    expect(page.get_by_label("Left side, from the left edge")).to_have_value("720 mm")


def test_what_another_job_plans_is_drawn_and_said_where_both_want_one_place(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/set-out")
    expect(page.get_by_text("First-aid cabinet, planned")).to_be_visible()
    said = page.get_by_role("list", name="Planned here by other jobs")
    expect(said).to_have_count(0)
    # the cabinet reaches from 1330 up to 1750: the clock, 280 high, put at 1600 takes 150 mm of that
    fill(page, "Lower edge, from the floor", "1600")
    expect(said).to_contain_text("“First-aid cabinet” is planned too, by a job of its own: 280 mm by 150 mm")
    # nor is it in the way of the lift onto the bar
    fill(page, "Lower edge, from the floor", "1840")
    expect(said).to_have_count(0)


def test_pieces_in_a_row_by_equal_gaps(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/fixture")
    pieces = page.get_by_role("region", name="Pieces")
    pieces.get_by_role("button", name="One more like it: Tide-clock", exact=True).click()
    expect(pieces.get_by_text("2 pieces")).to_be_visible()
    page.get_by_label("In a row").select_option(label="Equal gaps, at the ends too")
    fill(page, "Span, end to end", "1160")
    # (1160 − 2·280)/3
    expect(page.get_by_text("200 mm", exact=True)).to_have_count(3)
    # each by itself: a heavier one does not load the other
    pieces.get_by_role("group", name="Tide-clock 2").get_by_label("Its own weight").fill("2.4")
    pieces.get_by_role("group", name="Tide-clock 2").get_by_label("Its own weight").press("Enter")
    fill(page, "Span, end to end", "500")
    expect(page.get_by_role("alert")).to_contain_text("500 mm is 60 mm too short for these 2 things")
    page.get_by_label("In a row").select_option(label="Middle to middle, as on studs")
    fill(page, "Middle to middle", "500")
    expect(page.get_by_text("220 mm", exact=True)).to_have_count(1)
    pieces.get_by_role("button", name="Take it out: Tide-clock 2").click()
    expect(pieces.get_by_text("2 pieces")).to_have_count(0)


def test_a_handrail_is_laid_along_the_stairs(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/wall", 390, 844)
    page.get_by_role("tab", name="Already there").click()
    page.get_by_role("button", name="There is a flight of stairs").click()
    fill(page, "Steps", "7")
    go(page, "Fixture")
    page.get_by_label("What it is like").select_option("handrail")
    page.get_by_role("button", name="Lay it along the stairs").click()
    go(page, "Set-out")
    expect(page.get_by_role("button", name="Line of the rail, middle 900 mm above the nosing line")).to_be_visible()


def test_distances_as_built_are_told_against_play_and_slots(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/record")
    built = page.get_by_role("region", name="As built")
    fill(page, "measured", "240")
    told = built.get_by_role("list", name="Distances measured")
    expect(told).to_contain_text("Holes 1 and 2 are as far apart as planned.")
    fill(page, "measured", "251")
    expect(told).to_contain_text("lengthen the bracket's hole 2 by that")
    built.get_by_text("The piece gives a little").click()
    fill(page, "can be pulled apart by", "12")
    expect(told).to_contain_text("the piece is pulled apart, which it stands by up to 12 mm")


def test_where_it_could_go_is_drawn_and_one_press_goes_there(open_page: OpenPage) -> None:
    page = open_page("/jobs/oar-cradle/set-out")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Prove first"))).to_be_visible()
    page.get_by_role("checkbox", name="Where it could go").click()
    # thirteen million places; nothing else waits for them, and some are judged meanwhile, coarse to fine
    expect(
        page.get_by_text(re.compile("^Places 40 mm apart are worked out, what lies between follows"))
    ).to_be_visible()
    assert page.get_by_test_id("wall-places").count() == 1
    expect(page.get_by_text(re.compile("^Every millimetre of the wall is worked out"))).to_be_visible(timeout=120_000)
    page.get_by_role("button", name=re.compile("^To the nearest ready place, .* away")).click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Ready"))).to_be_visible()
    page.get_by_role("checkbox", name="Where it could go").click()
    expect(page.get_by_test_id("wall-places")).to_have_count(0)
    page.get_by_role("button", name="Undo: fixture moved").click()
    # a little aside, in words, and put there with one press
    page.get_by_role("button", name="Would it be better a little aside?").click()
    page.get_by_role("button", name=re.compile("^Put it there: .* all 4 holes in bricks or blocks")).first.click(
        timeout=60_000
    )
    expect(page.get_by_role("button", name=re.compile("^Verdict: Ready"))).to_be_visible()
    expect(page.get_by_role("table", name="Coordinates of the holes").get_by_text("brick", exact=True)).to_have_count(4)
    # places that were worked out where it stood before are not offered when one comes back
    go(page, "Fixing")
    page.get_by_role("button", name=re.compile("^Undo: ")).click()
    go(page, "Set-out")
    expect(page.get_by_role("button", name="Would it be better a little aside?")).to_be_visible()
    expect(page.get_by_role("list", name="Better places near").get_by_role("listitem")).to_have_count(0)


def test_what_other_jobs_plan_on_the_wall_is_seen_where_a_thing_is_put(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/set-out")
    expect(page.get_by_text("Folding chart table, planned")).to_be_visible()
    page.get_by_role("link", name=re.compile("^Hidden")).first.click()
    expect(page.get_by_role("heading", name="Hidden")).to_be_visible()
    expect(page.get_by_text("Folding chart table, planned")).to_have_count(0)
