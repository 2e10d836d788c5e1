"""At the wall, with a phone in a dusty hand: step by step, and when the wall answers differently."""

import re
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import expect

from tests.e2e.at_the_wall import PHONE, at, differently, drill, job_of, press, saved
from tests.e2e.conftest import OpenPage


def test_from_the_first_step_to_the_last(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/drill", *PHONE)
    page.get_by_role("link", name="Work at the wall, step by step").click()
    at(page, "Check the parts")
    page.get_by_role("checkbox", name=re.compile("Tide-clock")).click()
    press(page, "All here, go on")
    at(page, "Lay it ready")
    expect(page.get_by_role("checkbox", name=re.compile("Expanding metal sleeve M4"))).to_be_visible()
    press(page, "All here, go on")
    for title in ("Make safe", "Set up what you stand on", "Protect"):
        at(page, title)
        press(page, "Done, go on")
    at(page, "Mark · hole 1")
    assert re.fullmatch(r"\d+ mm · \d+ mm", page.get_by_test_id("figure").inner_text())
    press(page, "Marked")
    at(page, "Drill · hole 1")
    expect(page.get_by_test_id("figure")).to_have_text("8 mm")
    big = page.get_by_test_id("figure").evaluate("node => parseFloat(getComputedStyle(node).fontSize)")
    assert big >= 50, "the figure is carried to the wall: as large as it goes"
    expect(page.get_by_label("Hammer")).to_have_text("hammer off")
    press(page, "As planned")
    for title in ("Clean and try", "Set", "Drive the screws"):
        at(page, title)
        press(page, "Done, go on")
    at(page, "Try it with a pull")
    expect(page.get_by_text("It was never pulled: hang nothing on it yet.")).to_be_visible()
    press(page, "It holds")
    at(page, "Hang the tide-clock")
    # a step back and ahead by key
    page.keyboard.press("ArrowLeft")
    at(page, "Try it with a pull")
    page.keyboard.press("ArrowRight")
    for _ in range(3):
        press(page, "Done, go on")
    at(page, "It hangs")
    saved(page)
    now = job_of(page, "tide-clock")
    assert now["job"]["records"][0]["holds"] == "yes"
    assert all(step["done"] for step in now["plan"]["steps"])
    with page.expect_download() as paper:
        page.get_by_role("link", name="The record of this job, PDF").click()
    assert Path(paper.value.path()).read_bytes().startswith(b"%PDF")


def test_soft_at_the_second_of_four_holes(open_page: OpenPage) -> None:
    page = drill(open_page, "oar-cradle", "top-right")
    differently(page, "Soft, the dust turned pale")
    page.get_by_label("How deep it began").fill("30")
    press(page, "Say so, show the ways on")
    at(page, "Three ways on")
    expect(page.get_by_text("Hole 2 ran soft. Nothing is lost.")).to_be_visible()
    ways = page.get_by_role("list", name="Ways on").get_by_role("listitem")
    expect(ways).to_have_count(3)
    for way in ways.all():
        expect(way).to_contain_text(re.compile(r"(Ready|Prove first).*new hole"))
    moved = ways.filter(has_text="Move the oar cradle")
    expect(moved).to_contain_text("4 new holes")
    moved.get_by_role("button", name="Take this one").click()
    expect(page.get_by_role("heading", level=1)).not_to_contain_text("ways on")
    now = job_of(page, "oar-cradle")
    assert [one["met"] for one in now["job"]["left"]] == [["soft"]]
    # one press undoes it
    page.get_by_role("button", name=re.compile("^Undo: Move the oar cradle")).click()
    expect(page.get_by_role("button", name=re.compile("^Undo: hole 2 ran soft"))).to_be_visible()
    page.goto(f"{page.url.split('/at-the-wall')[0]}/record")
    page.get_by_role("button", name="Show hole 2").click()
    expect(page.get_by_role("list", name="Ways on")).to_be_visible()


def test_metal_stops_and_has_no_way_on(open_page: OpenPage) -> None:
    page = drill(open_page, "sail-bag-rack", "a-top")
    differently(page, "Metal")
    expect(page.get_by_text("Metal may be a pipe")).to_be_visible()
    page.get_by_label("How deep it began").fill("14")
    press(page, "Write it down")
    at(page, "Hole 1 met metal: stop")
    expect(page.get_by_role("list", name="Ways on")).to_have_count(0)
    press(page, "Leave it for now")
    expect(page.get_by_text("Do not drill.").first).to_be_visible()


def test_the_last_hole_fails_and_all_of_it_comes_down_again(open_page: OpenPage) -> None:
    page = open_page("/jobs/sail-bag-rack/drill", *PHONE)
    address, holes = page.url.split("/jobs")[0], job_of(page, "sail-bag-rack")["plan"]["holes"]

    def happen(**what: Any) -> None:
        answer = page.request.post(f"{address}/api/jobs/sail-bag-rack/happened", data=what, headers={"x-rock-pin": "1"})
        assert answer.ok, answer.text()

    for hole in holes[1:]:
        happen(kind="report", id=f"r-{hole['id']}", hole_id=hole["id"], report={"outcome": "as_planned"})
        happen(kind="tried", id=f"t-{hole['id']}", hole_ids=[hole["id"]], holds="yes")
    happen(kind="report", id="last", hole_id=holes[0]["id"], report={"outcome": "plug_spins"})
    page.goto(f"{address}/jobs/sail-bag-rack/at-the-wall")
    # a job without steps is not done, and least of all does it hang
    at(page, "The work stops here")
    page.get_by_role("link", name="How to go on from hole 1").click()
    way = page.get_by_role("list", name="Ways on").get_by_role("listitem").filter(has_text="Take it down and move it")
    expect(way).to_contain_text("6 new holes")
    press(page, "Take the first")
    at(page, "Check the parts")
    steps = job_of(page, "sail-bag-rack")["plan"]["steps"]
    titles = [step["title"] for step in steps]
    assert titles.index("Take out the old fixings") < titles.index("Mark")
    assert not any(step["done"] for step in steps)


@pytest.mark.parametrize(
    ("job", "hole", "answer", "way"),
    [
        ("oar-cradle", "top-left", "A void", "Move the oar cradle"),
        ("barometer", None, "It missed the stud", "Move the barometer"),
        ("tide-clock", "keyhole", "Wood", "Move the tide-clock"),
        ("sail-bag-rack", "a-top", "The plug spins", "Move the sail-bag rack"),
        ("oar-cradle", "top-left", "It does not grip", "same hole"),
        ("oar-cradle", "top-left", "None of these left", "same hole"),
    ],
)
def test_the_wall_answers_differently(open_page: OpenPage, job: str, hole: str | None, answer: str, way: str) -> None:
    if hole is None:
        hole = job_of(open_page("/jobs/" + job, *PHONE), job)["plan"]["holes"][0]["id"]
    page = drill(open_page, job, hole)
    differently(page, answer)
    press(page, "Say so, show the ways on")
    ways = page.get_by_role("list", name="Ways on").get_by_role("listitem")
    expect(ways.filter(has_text=way).first).to_be_visible()
    to_find = page.get_by_text("Find the stud: push a pin in every 15 mm")
    expect(to_find).to_have_count(1 if "stud" in answer else 0)
    press(page, "Take the first")
    expect(page.get_by_role("list", name="Ways on")).to_have_count(0)
    codes = {one["code"] for stage in job_of(page, job)["plan"]["stages"] for one in stage["findings"]}
    assert "report-open" not in codes


def test_where_a_stud_was_missed_pins_are_put_in_and_lead_on(open_page: OpenPage) -> None:
    page = open_page("/jobs/barometer", *PHONE)
    hole = job_of(page, "barometer")["plan"]["holes"][0]
    page = drill(open_page, "barometer", hole["id"])
    differently(page, "It missed the stud")
    press(page, "Say so, show the ways on")
    page.get_by_role("link", name="Put in what the pins met").click()
    expect(page.get_by_role("tab", name="Studs")).to_have_attribute("data-state", "active")


def test_a_bit_that_wandered_wants_to_know_how_far(open_page: OpenPage) -> None:
    page = drill(open_page, "oar-cradle", "top-left")
    differently(page, "The bit wandered")
    press(page, "Say so, show the ways on")
    expect(page.get_by_role("alert")).to_have_text("Say how far it came out from its mark: to the side, up, or both.")
    page.get_by_label("To the right (left: minus)").fill("9")
    press(page, "Say so, show the ways on")
    expect(page.get_by_role("list", name="Ways on")).to_be_visible()


def test_it_came_loose(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/record")
    page.get_by_text("It came loose…").click()
    page.get_by_label("How hole 1 failed").select_option("board_crumbled")
    page.get_by_label("What was in hole 1").select_option("flanged_plug")
    page.get_by_label("Hole 1, how wide now").fill("9")
    page.get_by_label("Hole 1, how wide now").press("Enter")
    page.get_by_role("button", name="Make a job of the repair").click()
    why = page.get_by_role("region", name="Why it came loose")
    expect(why).to_contain_text("flanged plastic plug crumbled the wall round it")
    expect(why).to_contain_text("This time ")


def test_every_button_is_wide_enough_for_a_thumb_and_nothing_scrolls_sideways(open_page: OpenPage) -> None:
    for width, height in ((320, 640), (390, 844), (844, 390)):
        page = open_page("/jobs/oar-cradle/at-the-wall?step=drill-top-left&hole=top-left", width, height, touch=True)
        at(page, "Drill")
        assert page.evaluate("document.documentElement.scrollWidth") <= width
        small = page.evaluate(
            "[...document.querySelectorAll('button,a,select')].filter(e => e.checkVisibility())"
            ".map(e => [e.innerText || e.ariaLabel, Math.round(e.getBoundingClientRect().height)])"
            ".filter(([, high]) => high < 44)"
        )
        assert small == [], f"at {width} × {height}"
        wall = open_page("/jobs/oar-cradle/set-out", width, height, touch=True)
        box = wall.get_by_role("group", name=re.compile("front on")).bounding_box()
        assert box is not None
        assert box["height"] > 150


def test_a_stroke_over_the_picture_moves_nothing_until_it_is_asked_for(open_page: OpenPage) -> None:
    page = open_page("/jobs/oar-cradle/set-out", *PHONE, touch=True)
    expect(page.get_by_role("button", name=re.compile("^Hole 1,"))).to_be_visible()
    before = job_of(page, "oar-cradle")["revision"]

    def stroke() -> None:
        hole = page.get_by_role("button", name=re.compile("^Hole 1,"))
        # where it stands still and can be touched, also after the page was scrolled by the stroke before
        hole.click(trial=True)
        box = hole.bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        client = page.context.new_cdp_session(page)
        points = [{"x": x, "y": y - 12 * step} for step in range(6)]
        client.send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": points[:1]})
        for point in points[1:]:
            client.send("Input.dispatchTouchEvent", {"type": "touchMove", "touchPoints": [point]})
        client.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})

    stroke()
    assert job_of(page, "oar-cradle")["revision"] == before
    by_finger = page.get_by_role("checkbox", name="Move it by finger")
    by_finger.click()
    expect(by_finger).to_be_checked()
    stroke()
    expect(page.get_by_role("button", name=re.compile("^Undo: fixture moved"))).to_be_enabled()
