"""Finding out what a wall is, in the real browser: checks, a probe hole, hits, pins and sweeps."""

import re
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.e2e.conftest import OpenPage
from tests.e2e.steps import wall_point


def on_wall(page: Page, x_mm: float, y_mm: float) -> None:
    """Taps the wall of the old slip office, 3400 × 2500 mm, by the frame that the rulers stand at."""
    left, low, right, top = page.get_by_role("group", name=re.compile("front on")).evaluate(
        """group => {
          const still = group.parentElement.querySelector("svg");
          const face = still.querySelector("[data-face]");
          const box = face.getBoundingClientRect();
          return [box.left, box.bottom, box.right, box.top];
        }"""
    )
    page.mouse.click(left + (right - left) * x_mm / 3400, low + (top - low) * y_mm / 2500)


def test_a_wall_that_nobody_knows_is_told_check_by_check(open_page: OpenPage) -> None:
    page = open_page()
    site = page.get_by_role("region", name="Slipway House")
    site.get_by_role("button", name="New wall").click()
    page.get_by_label("Name").fill("Stair wall")
    page.get_by_label("Width").fill("3.4 m")
    page.get_by_label("Height").fill("2500")
    page.get_by_label("Where it stands").select_option("partition")
    page.get_by_label("Year, if not the building's").fill("1985")
    page.get_by_label("What you see on its face").select_option("smooth")
    page.get_by_role("button", name="Make the wall").click()
    site.get_by_role("button", name="New job").click()
    page.get_by_label("What goes up").fill("Key cabinet")
    page.get_by_role("combobox", name="On which wall").select_option(label="Stair wall")
    page.get_by_role("button", name="Start the job").click()
    page.get_by_role("navigation", name="Stages").get_by_role("link", name=re.compile("Wall")).first.click()

    # before any check it says what is usual, and that nothing is known
    stage = page.get_by_role("complementary", name="Wall stage")
    expect(stage).to_contain_text("Before any check, such a wall is most often")
    expect(stage).to_contain_text("Nobody has said what this wall is built of")
    advice = page.get_by_role("region", name="The next best check")
    expect(advice).to_contain_text(re.compile("it would settle .* against .* It takes .*leaves no mark"))

    # the advised check, where it was done, and its outcome in plain words
    page.get_by_role("group", name="Checks").get_by_role("button", name="Knock along a line").click()
    page.get_by_role("button", name="Tap where, on the wall").click()
    expect(page.get_by_role("status")).to_contain_text("Tap where you did it: knock along a line")
    on_wall(page, 1000, 1500)
    expect(stage).to_contain_text(re.compile(r"(99\d|100\d) mm from the left, (149|150)\d mm up"))
    page.get_by_role("list", name="What came of it").get_by_role("button", name="Hollow, with dull lines").click()
    expect(page.get_by_role("list", name="Checks done")).to_contain_text(
        "Knock along a line: hollow, with dull lines at a pitch"
    )
    expect(page.get_by_role("list", name="What speaks for and against Board on timber studs")).to_contain_text(
        "Knock along a line: hollow, with dull lines at a pitch speaks"
    )

    # a probe hole fills in the layers
    page.get_by_role("group", name="Checks").get_by_role("button", name="Probe hole").click()
    depth = page.get_by_label("From the face down to")
    depth.fill("15")
    depth.press("Enter")
    expect(page.get_by_role("list", name="Depths so far")).to_contain_text("0 mm to 15 mm White and chalky")
    page.get_by_label("How it ended").select_option("void")
    void = page.get_by_label("Void, by a bent strip")
    void.fill("70")
    void.press("Enter")
    page.get_by_label("What fills it").select_option("empty")
    page.get_by_role("button", name="Save the probe hole").click()
    expect(page.get_by_role("list", name="Checks done")).to_contain_text("white and chalky to 15 mm, then a void of 70")
    expect(stage).to_contain_text(re.compile("This wall is probably ?board on studs", re.IGNORECASE))
    expect(advice).to_contain_text(re.compile("Enough is known|No check is needed|Check next"))
    cut = page.get_by_role("region", name="Cut-through")
    expect(cut).to_contain_text(re.compile(r"Plasterboard1[45]( 1/2)?(\.\d)? mm ±"))

    # striking a check out takes its word back, and undo brings it again
    page.get_by_role("button", name=re.compile("^Strike out Probe hole")).click()
    expect(page.get_by_role("list", name="Checks done")).not_to_contain_text("Probe hole")
    page.get_by_role("button", name=re.compile("^Undo")).click()
    expect(page.get_by_role("list", name="Checks done")).to_contain_text("Probe hole")


def test_hits_a_pin_and_a_sweep_find_the_studs(open_page: OpenPage, tmp_path: Path) -> None:
    page = open_page("/jobs/barometer/wall")
    page.get_by_role("tab", name="Studs").click()
    pitches = page.get_by_role("list", name="Spacings by chance")
    expect(pitches).to_contain_text("600 mm")
    wood = page.get_by_role("list", name="Wood at each hole")
    before = wood.inner_text()
    assert re.search(r"stud \d\d %", before)

    # a pin moves the answer at once, either way
    page.get_by_role("group", name="Kinds of hit").get_by_role("button", name="Pin into wood").click()
    on_wall(page, 1696, 1850)
    expect(page.get_by_role("list", name="Hits so far")).to_contain_text("Pin into wood")
    expect(wood).not_to_have_text(before)
    page.get_by_role("button", name="Undo: pin into wood put on").click()
    expect(wood).to_contain_text(re.search(r"stud \d\d %", before)[0])  # type: ignore[index]
    page.get_by_role("group", name="Kinds of hit").get_by_role("button", name="Pin into a void").click()
    on_wall(page, 1696, 1850)
    expect(wood).not_to_contain_text(re.compile("stud [5-9]"))
    expect(page.get_by_role("list", name="Findings")).to_contain_text("contradict each other")
    page.get_by_role("button", name="Undo: pin into a void put on").click()

    # the stand-in scanner walks the line; its peaks stand in a list and a false one is struck out
    page.get_by_role("button", name="Sweep with the stand-in scanner").click()
    expect(page.get_by_role("heading", name="Sweeping…")).to_be_visible()
    peaks = page.get_by_role("list", name="Peaks of the sweep at 1200 mm")
    expect(peaks).to_contain_text(re.compile(r"Dense at 119\d mm"))
    expect(page.get_by_role("region", name="Sweep", exact=True).get_by_role("img")).to_have_attribute(
        "aria-label", re.compile(r"^851 readings, \d+ peaks$")
    )
    peaks.get_by_role("button", name=re.compile(r"^Strike out: Dense at 119\d")).click()
    expect(peaks.get_by_role("button", name=re.compile(r"^Believe: Dense at 119\d"))).to_be_visible()

    # a file of a real instrument: faults by line first, then the readings
    chooser = page.get_by_label("Bring readings in from a CSV file")
    bad = tmp_path / "bad.csv"
    bad.write_text("position;density\n0;0,1\nsix;0,2\n")
    chooser.set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("Line 3: the position “six” is no number")
    good = tmp_path / "good.csv"
    rows = [f"{x / 10};{0.6 if abs(x - 1700) < 20 else 0.1}" for x in range(1000, 2400, 4)]
    good.write_text("Position (cm);Density\n" + "\n".join(row.replace(".", ",") for row in rows))
    chooser.set_input_files(good)
    expect(page.get_by_text("350 readings · good.csv")).to_be_visible()
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(page.get_by_role("list", name=re.compile("Peaks of the sweep")).last).to_contain_text("Dense at 1700 mm")

    # blocking placed by hand, seen when the wall was open, takes a screw
    page.get_by_label("Piece", exact=True).select_option("blocking")
    place = page.get_by_role("button", name="Place it on the wall")
    place.click()
    # nobody is taken to have seen it
    expect(page.get_by_role("alert")).to_contain_text("Say how you know that it is there")
    page.get_by_label("How you know it").select_option("seen")
    place.click()
    on_wall(page, 2000, 1700)
    expect(page.get_by_role("list", name="Pieces of framing")).to_contain_text("Blocking")


def test_on_the_small_screen_a_check_is_reported_with_a_thumb(open_page: OpenPage) -> None:
    page = open_page("/jobs/barometer/wall", 390, 844, touch=True)
    page.get_by_role("button", name="Say what came of it").tap()
    box = page.get_by_label("What you measured, from face to face")
    box.fill("145")
    box.press("Enter")
    done = page.get_by_role("list", name="Checks done")
    expect(done).to_contain_text("Thickness at an opening: 145 mm")
    page.get_by_role("group", name="Checks").get_by_role("button", name="Press with the thumb").tap()
    expect(done.get_by_text("Thickness at an opening")).to_have_count(1)
    outcome = page.get_by_role("list", name="What came of it").get_by_role("button").first
    bounds = outcome.bounding_box()
    assert bounds is not None
    assert bounds["height"] >= 44
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    x, _ = wall_point(page, 0.5, 0.5)
    assert x < 390


def test_bricks_are_drawn_as_is_usual_until_one_is_tapped(open_page: OpenPage) -> None:
    page = open_page()
    site = page.get_by_role("region", name="Slipway House")
    site.get_by_role("button", name="New wall").click()
    page.get_by_label("Name").fill("Chimney breast")
    page.get_by_label("Width").fill("3.4 m")
    page.get_by_label("Height").fill("2500")
    page.get_by_label("Built of").select_option("fair_faced_brick")
    page.get_by_role("button", name="Make the wall").click()
    site.get_by_role("button", name="New job").click()
    page.get_by_label("What goes up").fill("Coil hook")
    page.get_by_role("combobox", name="On which wall").select_option(label="Chimney breast")
    page.get_by_label("What it is like").select_option("hook")
    page.get_by_role("button", name="Start the job").click()
    cut = page.get_by_role("region", name="Cut-through")
    expect(cut).to_contain_text("brick or joint, not measured")

    page.get_by_role("navigation", name="Stages").get_by_role("link", name=re.compile("Wall")).first.click()
    page.get_by_role("tab", name="Measures").click()
    stage = page.get_by_role("complementary", name="Wall stage")
    expect(stage).to_contain_text("Where the joints lie is drawn as is usual")
    # one figure alone says nothing of the other: it stays as is usual until somebody says that it lies so
    left = page.get_by_label("A brick's left end")
    left.fill("40 mm")
    left.press("Enter")
    expect(cut).to_contain_text("brick or joint, not measured")
    expect(left).to_have_value("40 mm")
    page.get_by_role("button", name="Tap a brick’s corner on the wall").click()
    expect(page.get_by_role("status")).to_contain_text("Tap the lower left corner of a brick")
    on_wall(page, 1600, 1350)
    # it is measured where it lies, of the usual size, and the joints count
    expect(stage).not_to_contain_text("Where the joints lie is drawn as is usual")
    expect(page.get_by_role("button", name="They lie as drawn")).to_have_count(0)
    assert abs(int(left.input_value().split()[0]) - 1600) <= 6
    expect(page.get_by_label("Brick length")).to_have_value("215 mm")
    expect(cut).not_to_contain_text("not measured")


def test_nothing_goes_where_a_door_slides_into_the_wall(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/wall")
    page.get_by_role("tab", name="Measures").click()
    page.get_by_role("button", name="Add a door").click()
    expect(page.get_by_label("How it opens")).to_have_count(2)
    left = page.get_by_label("door, left").last
    left.fill("300 mm")
    left.press("Enter")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Do not drill"))).to_have_count(0)
    page.get_by_label("How it opens").last.select_option(label="it slides into the wall, to the right")
    # the door of 800 mm is open from 1100 to 1900 mm, where one of the table's brackets is
    verdict = page.get_by_role(
        "button", name=re.compile("^Verdict: Do not drill.*lie where the door slides into the wall")
    )
    expect(verdict).to_be_visible()
    expect(page.get_by_role("region", name="Elevation")).to_contain_text("slides here")
    page.get_by_label("How it opens").last.select_option(label="it swings, or slides in front of the wall")
    expect(verdict).to_have_count(0)
