"""The story of the handyman in the real browser, found by role and label as a person would find things."""

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from rockpin.demo.slipway_house import demo_documents
from tests.e2e.conftest import OpenPage
from tests.e2e.steps import go, wall_point


def marks(page: Page) -> list[list[str]]:
    table = page.get_by_role("table", name="Coordinates of the holes")
    expect(table).to_be_visible()
    rows = table.locator("tbody tr")
    return [[cell.strip() for cell in row.locator("td").all_inner_texts()] for row in rows.all()]


def test_from_a_bare_wall_to_a_drilling_card(open_page: OpenPage, tmp_path: Path) -> None:
    page = open_page()
    page.get_by_role("button", name="New site").click()
    page.get_by_label("Name").fill("Net loft")
    page.get_by_role("button", name="Make the site").click()
    site = page.get_by_role("region", name="Net loft")

    site.get_by_role("button", name="New wall").click()
    page.get_by_label("Name").fill("Gable")
    page.get_by_label("Width").fill("wide")
    page.get_by_label("Height").fill("2.4 m")
    page.get_by_role("button", name="Make the wall").click()
    expect(page.get_by_role("alert")).to_contain_text("Width: “wide” is not a size Rock Pin can read")
    page.get_by_label("Width").fill("3,6 m")
    page.get_by_label("Built of").select_option("fair_faced_brick")
    # nobody has said that he saw it open
    expect(page.get_by_label("How you know that")).to_have_value("told")
    page.get_by_role("button", name="Make the wall").click()
    expect(site.get_by_text("Brick, 3600 mm × 2400 mm")).to_be_visible()

    site.get_by_role("button", name="New job").click()
    page.get_by_label("What goes up").fill("Rope shelf")
    page.get_by_label("What it is like").select_option("shelf")
    page.get_by_role("button", name="Start the job").click()
    page.get_by_label("What it holds").fill("11 lb")
    page.get_by_label("What it holds").press("Enter")
    expect(page.get_by_text("together 9 kg")).to_be_visible()
    page.get_by_label("What hands do to it").select_option("none")
    expect(page.get_by_text("Every part is out of reach, or behind something.")).to_be_visible()

    go(page, "Set-out")
    page.get_by_label("Left side, from the left edge").fill("1012")
    page.get_by_label("Left side, from the left edge").press("Enter")
    page.get_by_label("Lower edge, from the floor").fill("1512")
    page.get_by_label("Lower edge, from the floor").press("Enter")
    expect(page.get_by_role("table", name="Coordinates of the holes")).to_contain_text("1487 mm")
    assert [row[1:3] for row in marks(page)] == [
        ["1107 mm", "1487 mm"],
        ["1107 mm", "1357 mm"],
        ["1717 mm", "1487 mm"],
        ["1717 mm", "1357 mm"],
    ]

    go(page, "Hidden")
    page.get_by_label("Kind").select_option("switch")
    page.get_by_role("button", name="Place it on the wall").click()
    expect(page.get_by_role("status")).to_have_text("Tap the middle of the light switch on the wall")
    # straight below the left bracket; the number stands left of the hole
    hole = page.get_by_role("button", name=re.compile("^Hole 1,")).bounding_box()
    assert hole is not None
    _, low = wall_point(page, 0.5, 0.8)
    page.mouse.click(hole["x"] + hole["width"] - 14, low)
    expect(
        page.get_by_role(
            "button", name=re.compile("^Verdict: Do not drill.*most likely a cable feeding the light switch")
        )
    ).to_be_visible()

    page.get_by_label("Instrument just proved on a known live cable").click()
    page.get_by_label("Every circuit switched on").click()
    page.get_by_role("button", name="Round these holes").click()
    swept = page.get_by_role("button", name="I swept it so").last
    # no depth is made up for an instrument of one's own
    swept.click()
    expect(page.get_by_role("alert")).to_contain_text("Say how deep it claims to find things")
    field = page.get_by_label("Depth it claims")
    field.fill("120")
    field.press("Enter")
    swept.click()
    expect(page.get_by_role("list", name="Sweeps and openings").get_by_role("listitem").first).to_contain_text(
        "Metal sweep"
    )
    # straight above a switch clear sweeps do not do: it is opened and looked into
    likely = re.compile("^Verdict: Prove first.*feeding the light switch.*sweeps alone do not clear it")
    expect(page.get_by_role("button", name=likely)).to_be_visible()
    page.get_by_role("button", name="Round these holes").click()
    page.get_by_role("button", name="Opened here").click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Ready to drill"))).to_be_visible()

    go(page, "Fixing")
    page.get_by_text("Why not another?").click()
    refused = page.get_by_role("list", name="Refused fixings")
    expect(refused).to_contain_text("There is no void behind this face for it to open in.")
    page.get_by_role("list", name="Fixings that hold").get_by_role("button", name=re.compile("plug 6 × 30")).click()
    page.get_by_role("button", name="Take nylon expanding plug 6 × 30 for all holes").click()
    expect(page.get_by_role("button", name="let the plan choose")).to_be_visible()

    go(page, "Drill")
    card = page.get_by_role("complementary", name="Drill stage")
    expect(card).to_contain_text("Nylon expanding plug 6 × 30")
    expect(card).to_contain_text("Nobody has measured where the joints lie")
    go(page, "Wall")
    page.get_by_role("tab", name="Measures").click()
    page.get_by_role("button", name="They lie as drawn").click()
    go(page, "Drill")
    # hole 1 lies 3 mm from a bed joint, which is no better than in it; hole 2 lies in a brick
    expect(card).to_contain_text("Mortar joint, masonry bit")
    page.get_by_role("button", name="Show hole 2").click()
    expect(card).to_contain_text("hammer off until the bit sits, then on")
    page.get_by_role("button", name="Show hole 1").click()

    go(page, "Record")
    page.get_by_role("button", name="As planned").click()
    expect(page.get_by_role("button", name="As planned: take back")).to_be_visible()
    page.get_by_label("How deep it went").fill("45")
    page.get_by_label("How deep it went").press("Enter")
    page.get_by_label("Does it hold?").select_option("yes")
    expect(page.get_by_text("as planned, 45 mm deep, Nylon expanding plug 6 × 30, holds").first).to_be_visible()

    with page.expect_download() as saved:
        page.get_by_role("link", name="Save as a JSON document").click()
    file = tmp_path / "out.json"
    saved.value.save_as(file)
    assert json.loads(file.read_text())["records"][0]["depth_mm"] == 45
    page.goto(page.url.split("/jobs")[0])
    page.get_by_label("Job, site or everything to bring in").set_input_files(file)
    expect(page.get_by_role("complementary", name="Set-out stage")).to_be_visible()
    page.goto(page.url.split("/jobs")[0])
    expect(page.get_by_role("heading", name="Net loft (2)")).to_be_visible()


def test_dragging_answers_while_the_finger_moves_and_can_be_undone(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/set-out")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Ready"))).to_be_visible()
    before = marks(page)
    hole = page.get_by_role("button", name=re.compile("^Hole 1,")).bounding_box()
    assert hole is not None
    x, y = hole["x"] + hole["width"] - 14, hole["y"] + hole["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    # up into the strip below the ceiling, the finger still down
    page.mouse.move(x, y - 30, steps=6)
    expect(page.get_by_role("button", name=re.compile("^Verdict: Prove first"))).to_be_visible()
    page.mouse.up()
    expect(page.get_by_role("button", name="Undo: fixture moved")).to_be_enabled()
    assert marks(page) != before
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Ready"))).to_be_visible()
    assert marks(page) == before
    page.keyboard.press("Control+Shift+z")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Prove first"))).to_be_visible()


def test_the_fixture_goes_by_the_arrow_keys_alone(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/set-out")
    page.get_by_role("application", name=re.compile("^Fixture: drag it")).focus()
    page.keyboard.press("Shift+ArrowRight")
    expect(page.get_by_label("Left side, from the left edge")).to_have_value("1130 mm")
    page.keyboard.press("ArrowDown")
    expect(page.get_by_label("Lower edge, from the floor")).to_have_value("959 mm")
    # ten millimetres off the middle nobody knows any longer whether the screw has wood enough on both sides
    expect(page.get_by_role("button", name=re.compile("^Verdict: Prove first"))).to_be_visible()


def test_pressing_the_verdict_goes_to_what_is_to_be_done(open_page: OpenPage) -> None:
    page = open_page("/jobs/oar-cradle/drill")
    page.get_by_role("button", name=re.compile("^Verdict: Prove first")).first.click()
    expect(page.get_by_role("complementary", name="Hidden stage")).to_be_visible()
    expect(page.get_by_role("heading", name="Cut through hole 3")).to_be_visible()


def test_a_faulty_document_is_refused_with_its_faults(open_page: OpenPage, tmp_path: Path) -> None:
    page = open_page()
    file = tmp_path / "bad.json"
    file.write_text('{"schema_version": 1, "title": "X"}')
    page.get_by_label("Job, site or everything to bring in").set_input_files(file)
    expect(page.get_by_role("alert")).to_contain_text("Nothing was brought in.")
    expect(page.get_by_role("alert")).to_contain_text("Placement is missing")


@pytest.mark.parametrize("job", ["chart-table", "sail-bag-rack", "dry-suit-hanger"])
def test_on_the_small_screen_the_stages_are_steps(open_page: OpenPage, job: str) -> None:
    page = open_page(f"/jobs/{job}/wall", 390, 844, touch=True)
    for stage in ("Hidden", "Fixture", "Fixing", "Set-out", "Drill", "Record"):
        page.get_by_role("button", name=f"On to {stage}").tap()
        expect(page.get_by_role("complementary", name=f"{stage} stage")).to_be_visible()
        wide = page.evaluate("document.documentElement.scrollWidth")
        assert wide <= 390, f"{stage} is {wide} px wide"
        if stage == "Set-out":
            face = page.get_by_role("group", name=re.compile("front on")).bounding_box()
            assert face is not None
            assert face["height"] > 200
        if stage == "Drill":
            big = page.get_by_role("complementary").get_by_text(re.compile(r"^\d+ mm$")).first
            assert float(big.evaluate("node => parseFloat(getComputedStyle(node).fontSize)")) >= 28
            button = page.get_by_role("button", name="On to Record").bounding_box()
            assert button is not None
            assert button["height"] >= 44


def test_the_printed_card_has_the_figures_of_the_screen(open_page: OpenPage) -> None:
    page = open_page("/jobs/sail-bag-rack/set-out")
    on_screen = marks(page)
    page.emulate_media(media="print")
    rows = page.get_by_role("article").locator("tbody tr")
    expect(rows).to_have_count(6)
    printed = [row.locator("td").all_inner_texts() for row in rows.all()]
    assert [[row[1], row[2], row[3]] for row in printed] == [[row[1], row[2], row[3]] for row in on_screen]
    assert len({row[7] for row in printed}) == 1
    assert all(row[7].startswith("Nylon expanding plug") for row in printed)
    expect(page.get_by_role("navigation", name="Stages")).not_to_be_visible()


def test_a_stud_confirmed_with_a_pin_lets_a_screw_count(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/set-out")
    field = page.get_by_label("Left side, from the left edge")
    field.fill("1460")  # the hole now stands over the stud at 1600, which was only found with a detector
    field.press("Enter")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Prove first"))).to_be_visible()
    go(page, "Wall")
    page.get_by_role("tab", name="Studs").click()
    page.get_by_role("checkbox", name="1600 mm").click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Ready"))).to_be_visible()
    expect(page.get_by_role("button", name="Hole 1, stud 99 %, ready to drill")).to_be_visible()
    page.get_by_role("button", name="Undo: stud confirmed").click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Prove first"))).to_be_visible()


def test_the_wall_is_changed_by_figures_and_an_opening_moves_the_verdict(open_page: OpenPage) -> None:
    page = open_page("/jobs/dry-suit-hanger/wall")
    page.get_by_role("tab", name="Measures").click()
    page.get_by_role("button", name="Add a window").click()
    page.get_by_label("window, left").fill("1.2 m")
    page.get_by_label("window, left").press("Enter")
    page.get_by_label("foot").fill("1800")
    page.get_by_label("foot").press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("reaches outside the wall")
    page.get_by_label("high").fill("60")
    page.get_by_label("high").press("Enter")
    page.get_by_label("foot").fill("1930")
    page.get_by_label("foot").press("Enter")
    expect(
        page.get_by_role("button", name=re.compile("^Verdict: Do not drill.*Hole(s 1 .* lie| 1 lies) in the window"))
    ).to_be_visible()
    page.get_by_role("button", name="Take the window out").click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Ready"))).to_be_visible()


def test_a_fixture_is_described_hole_by_hole(open_page: OpenPage) -> None:
    page = open_page("/jobs/oar-cradle/fixture")
    # an upright slot in place of both round holes: nothing carries the weight by friction
    for hole in ("top-left", "low-left", "top-right", "low-right"):
        page.get_by_label(f"Kind of {hole}").select_option("slot_upright")
    stage = page.get_by_role("complementary", name="Fixture stage")
    expect(stage.get_by_text("No round hole carries the weight").first).to_be_visible()
    page.get_by_label("Kind of top-left").select_option("countersunk")
    expect(stage.get_by_text("No round hole carries the weight")).to_have_count(0)
    page.get_by_role("checkbox", name="Use hole low-right").click()
    expect(page.get_by_role("button", name=re.compile("^Hole 4,"))).to_have_count(0)
    centre = page.get_by_label("from its left")
    centre.fill("100")
    centre.press("Enter")
    expect(centre).to_have_value("100 mm")
    centre.fill("")
    centre.press("Enter")
    expect(centre).to_have_attribute("placeholder", "middle")
    expect(centre).to_have_value("")


def test_inches_and_pounds_from_the_site_to_the_card(open_page: OpenPage) -> None:
    page = open_page()
    page.get_by_role("button", name="Change site").click()
    page.get_by_label("You measure in").select_option("imperial")
    # what is sold goes by the region, not by the units
    page.get_by_label("Region").select_option("north_america")
    page.get_by_role("button", name="Save the site").click()
    expect(page.get_by_text("141 3/4 in × 94 1/2 in")).to_be_visible()
    page.get_by_role("link", name=re.compile("^Folding chart table")).click()
    field = page.get_by_label("Left side, from the left edge")
    expect(field).to_have_value("44 1/8 in")
    field.fill("3' 8\"")
    field.press("Enter")
    expect(field).to_have_value("44 in")
    go(page, "Drill")
    expect(page.get_by_role("complementary", name="Drill stage")).to_contain_text(
        re.compile("Put inLag screw 1/4″ in the studScrew 1/4 in × 2 in")
    )


def test_a_removed_job_can_be_brought_back(open_page: OpenPage) -> None:
    page = open_page()
    page.get_by_role("button", name="More about Tide-clock").click()
    page.get_by_role("menuitem", name="Remove").click()
    expect(page.get_by_role("status")).to_contain_text("Tide-clock is removed.")
    expect(page.get_by_role("link", name=re.compile("^Tide-clock"))).to_have_count(0)
    page.get_by_role("button", name="Bring it back").click()
    expect(page.get_by_role("link", name=re.compile("^Tide-clock"))).to_be_visible()
    page.get_by_role("button", name="More about Plant room, bund wall").click()
    page.get_by_role("menuitem", name="Remove").click()
    expect(page.get_by_role("alert")).to_contain_text(
        "carries Dry-suit hanger, Hose arm, Rinse-bay grab rail; remove that first"
    )


def test_a_word_finds_a_job_and_its_verdict_is_worked_out_in_its_line(open_page: OpenPage) -> None:
    page = open_page()
    lines = page.get_by_role("link").filter(has_text=re.compile("Being worked out|Ready to|Prove first|Do not drill"))
    jobs = lines.filter(has_text=re.compile("Ready to (drill|fit)|Prove first|Do not drill"))
    # the first lines are worked out at once, the others when they come into view
    expect(lines).to_have_count(len(demo_documents()))
    for line in lines.all():
        line.scroll_into_view_if_needed()
    expect(jobs).to_have_count(len(demo_documents()))
    find = page.get_by_role("searchbox", name="Find a site, a wall, a job or a verdict")
    find.fill("barom")
    expect(jobs).to_have_count(1)
    expect(jobs).to_contain_text("Barometer")
    expect(page.get_by_text("1 site found")).to_be_visible()
    find.fill("prove")
    expect(jobs).to_have_count(2)
    find.fill("harpoon")
    expect(page.get_by_text("Nothing here is called “harpoon”.")).to_be_visible()
    find.fill("")
    expect(jobs).to_have_count(len(demo_documents()))


def test_the_marks_are_told_from_either_edge_and_carried_to_the_wall(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/set-out")
    third = page.get_by_role("row").filter(has=page.get_by_role("button", name="Show hole 3"))
    expect(third).to_contain_text("2000 mm")
    page.get_by_label("The tape is held").select_option("from the right edge")
    # the wall is 3600 mm wide
    expect(third).to_contain_text("1600 mm")
    page.get_by_label("The tape is held").select_option("running, from the first mark")
    expect(third).to_contain_text("800 mm")
    expect(third).to_contain_text("240 mm")
    between = page.get_by_role("list", name="Between the marks")
    expect(between.get_by_role("listitem").filter(has_text="1 to 3")).to_contain_text("800 mm")
    expect(page.get_by_text("where both are 835 mm, the marks are square")).to_be_visible()
    page.get_by_label("Paper", exact=True).select_option("Letter")
    for link, begins in (
        ("Template, full size", b"%PDF-"),
        ("Story pole, upright", b"%PDF-"),
        ("SVG", b"<?xml"),
    ):
        with page.expect_download() as download:
            page.get_by_role("link", name=link).click()
        assert Path(download.value.path()).read_bytes().startswith(begins)
