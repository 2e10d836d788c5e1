"""From the shape of a thing to what holds it: measures, holes, the van, pull tests, the sheet, in the real browser."""

import re
from pathlib import Path

from playwright.sync_api import Page, Route, expect

from tests.e2e.conftest import OpenPage
from tests.e2e.steps import go


def enter(page: Page, label: str, value: str) -> None:
    field = page.get_by_label(label, exact=True)
    field.fill(value)
    field.press("Enter")


def test_a_cabinet_is_described_as_a_thing_and_its_bar_drilled_on_the_studs(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/fixture")
    page.get_by_label("What it is like").select_option("cabinet")
    stage = page.get_by_role("complementary", name="Fixture stage")
    expect(stage.get_by_text("Bar has no holes yet")).to_be_visible()
    enter(page, "Cabinet, wide", "0,9 m")
    expect(page.get_by_label("Cabinet, wide", exact=True)).to_have_value("900 mm")
    # the measure that is told is shown on the thing
    drawn = page.get_by_role("figure", name="Where it is measured")
    expect(drawn).to_contain_text("Cabinet, wide")
    expect(drawn).to_contain_text("900 mm")
    enter(page, "Cabinet, high", "9 m")
    expect(page.get_by_role("alert")).to_contain_text(
        "Cabinet, high: 9000 mm lies outside 100 to 2500 mm; measure again"
    )
    page.get_by_label("Cabinet, high", exact=True).press("Escape")
    enter(page, "Bar, long", "860")
    enter(page, "Its own weight", "6 kg")
    enter(page, "What it holds", "4 kg")
    expect(page.get_by_text("together 10 kg")).to_be_visible()
    # the parts stand below for whoever wants them
    page.get_by_text("Every part by hand").click()
    page.get_by_role("button", name="Put its holes where the wall holds").click()
    expect(page.get_by_role("button", name=re.compile("^Hole 1, stud"))).to_be_visible()
    page.get_by_role("button", name="Compare choices of holes").click()
    choices = page.get_by_role("list", name="Choices of holes")
    expect(choices.get_by_role("button", name=re.compile("As now|as now"))).to_have_attribute("aria-pressed", "true")
    answers: list[Route] = []
    page.route("**/hole-sets", lambda route: answers.append(route))
    choices.get_by_role("button", name=re.compile("without hole 2", re.IGNORECASE)).click()
    expect(stage.get_by_text("1 hole stays empty")).to_be_visible()
    expect(page.get_by_text("Working each of them out…")).to_be_visible()
    # what its maker allows is checked at once
    page.get_by_label("A limit from its instructions").select_option("studs_min_count")
    # an answer that comes while a button is down does not move it from under the hand
    add = page.get_by_role("button", name="Add", exact=True)
    answer = answers[0].fetch()
    add.hover()
    page.mouse.down()
    with page.expect_response("**/hole-sets"):
        answers[0].fulfill(response=answer)
    page.evaluate("() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)))")
    page.mouse.up()
    enter(page, "Least number of studs", "3")
    expect(stage.get_by_text(re.compile("The maker wants it in 3 studs"))).to_be_visible()


def test_the_van_marks_what_is_missing_and_offers_what_it_has(open_page: OpenPage, tmp_path: Path) -> None:
    page = open_page("/jobs/sail-bag-rack/fixing")
    expect(page.get_by_role("list", name="Fixings that hold")).not_to_contain_text("to buy")
    page.get_by_role("link", name="The van").click()
    fixings = page.get_by_role("region", name="Fixings")
    fixings.get_by_label("Add to fixings").select_option("nylon_plug_10")
    fixings.get_by_role("button", name="Add").click()
    enter(page, "Price of one: Nylon expanding plug 10 × 50", "0.25")
    enter(page, "How many: Nylon expanding plug 10 × 50", "-3")
    expect(page.get_by_role("alert").first).to_contain_text(re.compile(r"give 0 or more"))
    enter(page, "How many: Nylon expanding plug 10 × 50", "24")
    page.get_by_role("region", name="Bits").get_by_role("button", name="10", exact=True).click()
    page.get_by_role("region", name="Bits").get_by_role("button", name="6.5", exact=True).click()
    page.get_by_role("region", name="Tools").get_by_label("Hammer drill").click()
    expect(page.get_by_role("region", name="Tools").get_by_label("Hammer drill")).to_be_checked()
    page.get_by_role("button", name="Back", exact=True).click()
    holds = page.get_by_role("list", name="Fixings that hold")
    expect(holds.get_by_role("button", name=re.compile("Nylon expanding plug 12"))).to_contain_text(
        "to buy: the van has no nylon expanding plug 12 × 60, no 12 mm masonry bit"
    )
    page.get_by_role("button", name="Take nylon expanding plug 10 × 50: the van has it").click()
    expect(holds.get_by_role("button", pressed=True)).to_contain_text("in the van: 24")
    page.get_by_role("button", name="Set them side by side").click()
    table = page.get_by_role("dialog")
    row = table.get_by_role("row").filter(has_text="Nylon expanding plug 10 × 50")
    expect(row).to_contain_text("in the van: 24")
    expect(row).to_contain_text("0.25")
    table.get_by_role("button", name="Close").click()

    # out to a table and in again; a faulty one changes nothing
    page.goto(page.url.split("/jobs")[0] + "/van")
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save the van as CSV").click()
    text = Path(saved.value.path()).read_text(encoding="utf-8")
    assert "fixing,nylon_plug_10,,24,0.25" in text
    bad, good = tmp_path / "bad.csv", tmp_path / "good.csv"
    bad.write_text(text + "fixing,ghost,,1,\n", encoding="utf-8")
    good.write_text(text + "screw,wood_5_0,50,7,\n", encoding="utf-8")
    page.get_by_label("CSV of the van").set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("“ghost” is no fixing of the catalogue")
    page.get_by_label("CSV of the van").set_input_files(good)
    expect(page.get_by_label("How many: 5 mm wood screw × 50 mm")).to_have_value("7")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("How many: 5 mm wood screw × 50 mm")).to_have_count(0)
    with page.expect_download() as rows:
        page.get_by_role("link", name="Save the fixings as CSV").click()
    own = tmp_path / "own.csv"
    head, *lines = Path(rows.value.path()).read_text(encoding="utf-8").splitlines()
    plug = next(line for line in lines if line.startswith("masonry,nylon_plug_8,"))
    mine = plug.replace("nylon_plug_8,Nylon expanding plug 8 × 40", "market_plug,Plug from the market")
    own.write_text(f"{head}\n{mine}\n", encoding="utf-8")
    page.get_by_label("CSV of the fixings").set_input_files(own)
    expect(page.get_by_text("Your own fixings: Plug from the market.")).to_be_visible()


def test_pulls_with_the_gauge_confirm_a_fixing_and_the_sheet_carries_the_sums(open_page: OpenPage) -> None:
    page = open_page("/jobs/sail-bag-rack/fixing")
    stage = page.get_by_role("complementary", name="Fixing stage")
    page.get_by_text("Pull it and see").click()
    tests = page.get_by_role("list", name="Pull tests")
    for count in (1, 2, 3):
        page.get_by_role("button", name="Run the stand-in gauge").click()
        expect(tests.get_by_role("listitem")).to_have_count(count)
    expect(stage.get_by_text(re.compile(r"pulls of 1\.5 times .* held without moving"))).to_be_visible()
    # one read off another gauge that came out low is believed at once
    enter(page, "Read off your own", "120 N")
    page.get_by_label("How it ended").select_option("failed")
    page.get_by_role("button", name="Enter", exact=True).click()
    expect(stage.get_by_text(re.compile("the tests allow only"))).to_be_visible()
    page.get_by_role("button", name=re.compile("^Undo")).click()
    expect(stage.get_by_text(re.compile("the tests allow only"))).to_have_count(0)

    use = stage.get_by_text(re.compile(r"^\d+ N of \d+ N$")).first.inner_text()
    stage.get_by_text("The sums, line by line").click()
    with page.expect_download() as sheet:
        page.get_by_role("link", name="As Markdown").click()
    text = Path(sheet.value.path()).read_text(encoding="utf-8")
    demand, capacity = use.split(" of ")
    assert f"| Pull-out | {demand} | {capacity} |" in text
    first = stage.locator("details").first.locator("p span").first.inner_text()
    assert first in text
    with page.expect_download() as pdf:
        page.get_by_role("link", name="As PDF").click()
    assert Path(pdf.value.path()).read_bytes().startswith(b"%PDF-")

    page.get_by_text(re.compile("Why not another")).click()
    page.get_by_label("Why not …").fill("spring toggle m5")
    refused = page.get_by_role("list", name="Refused fixings")
    expect(refused.get_by_role("listitem")).to_have_count(1)
    expect(refused).to_contain_text("There is no void behind this face for it to open in.")


def test_a_hole_that_is_drilled_takes_only_what_fits_it(open_page: OpenPage) -> None:
    page = open_page("/jobs/sail-bag-rack/record")
    enter(page, "How wide it is", "10")
    expect(page.get_by_label("How wide it is")).to_have_value("10 mm")
    go(page, "Fixing")
    page.get_by_text(re.compile("Why not another")).click()
    page.get_by_label("Why not …").fill("plug 8")
    expect(page.get_by_role("list", name="Refused fixings")).to_contain_text(
        "The hole is 10 mm wide already; this wants no more than 8 mm."
    )


def test_a_way_that_works_is_taken_with_one_press_and_undone_with_one(open_page: OpenPage, tmp_path: Path) -> None:
    page = open_page("/jobs/tide-clock/fixture")
    page.get_by_label("What hands do to it").select_option("lean")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Do not drill.*somebody leans on it"))).to_be_visible()
    go(page, "Fixing")
    ways = page.get_by_role("list", name="Ways that work")
    expect(ways.get_by_role("listitem").first).to_be_visible()
    first = ways.get_by_role("button", name=re.compile("^Do it: ")).first
    first.click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Do not drill"))).not_to_be_visible()
    # what led out of what it was before is no way any more
    expect(ways.get_by_role("listitem")).to_have_count(0)
    page.get_by_role("button", name=re.compile("^Undo")).click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Do not drill"))).to_be_visible()


def test_a_wide_screen_goes_onto_its_studs_by_other_holes_of_its_plate(open_page: OpenPage, address: str) -> None:
    page = open_page("/")
    asked = {"shape": "screen_plate", "wall": "board_on_studs", "measures": {"own": 25}, "across_mm": 1500}
    made = page.request.post(f"{address}/api/ask/job", data={"asked": asked}, headers={"x-rock-pin": "1"}).json()
    page.goto(f"{address}/jobs/{made['id']}/fixing")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Do not drill.*20 kg"))).to_be_visible()
    page.get_by_role("button", name="Is there another way?").click()
    ways = page.get_by_role("list", name="Ways that work")
    first = ways.get_by_role("listitem").first
    # studs at 1600 and 2000: its plate's left edge comes to 1580
    expect(first).to_contain_text(
        "Use the holes of its plate that come onto studs, 20 mm and 420 mm from its left edge, and move it 85 mm to "
        "the left: coach screw 8 mm in the stud"
    )
    first.get_by_role("button", name=re.compile("^Do it: ")).click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Prove first"))).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("^Hole [1-4], stud"))).to_have_count(4)


def test_a_hood_that_one_screw_does_not_carry_is_held_up_meanwhile(open_page: OpenPage, address: str) -> None:
    page = open_page("/")
    asked = {"shape": "cooker_hood", "wall": "plastered_cored_brick"}
    made = page.request.post(f"{address}/api/ask/job", data={"asked": asked}, headers={"x-rock-pin": "1"}).json()
    page.goto(f"{address}/jobs/{made['id']}/fixing")
    way = page.get_by_role("list", name="Ways that work").get_by_role("listitem").filter(has_text="Hold it up")
    way.get_by_role("button", name=re.compile("^Do it: ")).click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Do not drill"))).to_have_count(0)
    go(page, "Fixture")
    held = page.get_by_role("checkbox", name="Somebody or a prop holds it until all of its screws are in")
    expect(held).to_be_checked()
    held.click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Do not drill.*by its first screw"))).to_be_visible()


def test_an_arm_too_much_for_one_stud_holds_by_what_its_maker_rates(open_page: OpenPage, address: str) -> None:
    page = open_page("/")
    asked = {"shape": "tv_on_arm", "wall": "board_on_studs", "measures": {"own": 25}, "in_studs": True}
    made = page.request.post(f"{address}/api/ask/job", data={"asked": asked}, headers={"x-rock-pin": "1"}).json()
    page.goto(f"{address}/jobs/{made['id']}/fixing")
    way = page.get_by_role("list", name="Ways that work").get_by_role("listitem").filter(has_text="instructions")
    expect(way).to_contain_text("if they rate the whole for 28 kg or more, its weight")
    way.get_by_role("link", name="To the fixture").click()
    page.get_by_role("button", name=re.compile("^Its maker rates the whole")).click()
    enter(page, "Rated for, with what it holds", "30")
    page.get_by_role("checkbox", name="a wooden stud").click()
    for label, value in (("Least number of screws", "3"), ("Rated screws from", "6"), ("Rated screws to", "8")):
        enter(page, label, value)
    page.get_by_role("button", name="That is what it says").click()
    expect(page.get_by_role("button", name=re.compile("^Verdict: Do not drill"))).to_have_count(0)
    go(page, "Fixing")
    expect(page.get_by_role("button", name=re.compile("^Verdict: .*nothing holds"))).to_have_count(0)
    expect(page.get_by_text("the maker's rating of the whole").first).to_be_visible()
