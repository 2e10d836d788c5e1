"""What is hidden in the wall, in the real browser: points, rules, risk, the detector and the ways to clear a hole."""

import re

from playwright.sync_api import Page, expect

from tests.e2e.conftest import OpenPage
from tests.e2e.steps import wall_point


def verdict(page: Page, words: str) -> None:
    expect(page.get_by_role("button", name=re.compile(f"^Verdict: {words}")).first).to_be_visible()


def put_in(page: Page) -> None:
    """The advised sweep, as somebody who made it says: its area and modes are there; what was proved, and how deep his
    instrument claims to see, is not."""
    page.get_by_role("list", name="Ways to clear it").get_by_role("button", name="Put this sweep in").click()
    proved = page.get_by_label("Instrument just proved on a known live cable")
    circuits = page.get_by_label("Every circuit switched on")
    expect(proved).not_to_be_checked()
    expect(circuits).not_to_be_checked()
    proved.click()
    circuits.click()
    claims = page.get_by_label("Depth it claims")
    expect(claims).to_have_attribute("placeholder", re.compile(r"\d+\smm or more"))
    # still in its field when the button is pressed
    claims.fill("120")
    page.get_by_role("button", name="I swept it so").click()


def test_a_hole_in_a_band_is_read_and_cleared_by_the_advised_sweep(open_page: OpenPage) -> None:
    page = open_page("/jobs/oar-cradle/hidden")
    verdict(page, "Prove first.*Holes 3 and 4 are where a cable may lie")
    page.get_by_role("button", name="Show hole 3").click()
    risk = page.get_by_role("region", name="Risk at the holes")
    expect(risk).to_contain_text(re.compile(r"\d+ %\s*chance that hole 3 strikes something"))
    parts = page.get_by_role("list", name="Parts of the risk")
    expect(parts).to_contain_text(re.compile("cable feeding the light switch from the right"))
    ways = page.get_by_role("list", name="Ways to clear it")
    expect(ways).to_contain_text(re.compile(r"Move\. Move the hole \d+\smm up"))
    expect(ways).to_contain_text("Isolating alone lowers no risk: it only lets you open.")
    # by hand, as advised: both low holes are swept one after the other, and the job is ready
    put_in(page)
    done = page.get_by_role("list", name="Sweeps and openings")
    expect(done).to_contain_text("Live sweep")
    done.get_by_text("What it could not have seen").first.click()
    expect(done).to_contain_text(re.compile(r"Anything deeper than \d+\smm"))
    page.get_by_role("button", name="Show hole 4").click()
    put_in(page)
    verdict(page, "Ready to drill")
    expect(ways).to_have_count(0)


def test_a_move_that_is_advised_is_taken_with_a_press(open_page: OpenPage) -> None:
    page = open_page("/jobs/oar-cradle/hidden")
    page.get_by_role("button", name="Show hole 4").click()
    page.get_by_role("list", name="Ways to clear it").get_by_role("button", name="Move the fixture so").click()
    # the whole fixture went with it: nothing stands against its holes here, whatever the joints say to the fixing
    findings = page.get_by_role("list", name="Findings")
    expect(findings).to_contain_text("Every hole is clear of every zone, or was proved.")
    expect(page.get_by_role("list", name="Ways to clear it")).to_have_count(0)
    page.get_by_role("button", name="Undo: fixture moved").click()
    expect(findings).to_contain_text("Holes 3 and 4 are where a cable may lie")


def test_points_of_both_faces_and_another_school_redraw_the_zones(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/hidden")
    verdict(page, "Ready")
    page.get_by_label("Kind").select_option("tap")
    page.get_by_label("Face").select_option("other")
    page.get_by_role("button", name="Place it on the wall").click()
    expect(page.get_by_role("status")).to_have_text("Tap the middle of the basin or sink tap on the wall")
    page.get_by_role("button", name="Put nothing there").click()
    expect(page.get_by_role("status")).to_have_count(0)
    page.get_by_role("button", name="Place it on the wall").click()
    expect(page.get_by_role("status")).to_have_text("Tap the middle of the basin or sink tap on the wall")
    hole = page.get_by_role("button", name=re.compile("^Hole 1,")).bounding_box()
    assert hole is not None
    _, y = wall_point(page, 0.5, 0.45)
    page.mouse.click(hole["x"] + hole["width"] - 14, y)
    expect(page.get_by_role("list", name="Points on the wall")).to_contain_text("Basin or sink tapother face")
    expect(page.get_by_role("list", name="Parts of the risk")).to_contain_text(
        re.compile("water pipe feeding the basin or sink tap, on the other face, from above")
    )
    page.get_by_role("button", name=re.compile("^Undo: basin")).click()
    verdict(page, "Ready")
    # by the rules of North America the hole lies in the stud bays beside a box of this wall, or not: the words change
    page.get_by_label("Rule school").select_option("unknown_old")
    expect(page.get_by_role("complementary", name="Hidden stage")).to_contain_text(
        "Nobody knows by which rules it was wired"
    )
    verdict(page, "Prove first")


def test_the_stand_in_detector_finds_the_pipe_and_only_a_second_look_removes_it(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/hidden")
    done = page.get_by_role("list", name="Sweeps and openings")
    expect(done.get_by_role("listitem").filter(has_text="Metal sweep").last).to_be_visible()
    before = done.get_by_label("Found").count()
    page.get_by_label("Instrument just proved on a known live cable").click()
    page.get_by_label("Every circuit switched on").click()
    page.get_by_role("button", name="Round these holes").click()
    for label, value in (("from left", "2180"), ("from floor", "0"), ("wide", "220"), ("high", "1350")):
        field = page.get_by_role("complementary").locator("div.grid-cols-4").get_by_label(label, exact=True).first
        field.fill(value)
        field.press("Enter")
        expect(field).to_have_value(f"{value} mm")
    page.get_by_role("button", name="Run the stand-in detector").click()
    expect(done.get_by_label("Found")).not_to_have_count(before)
    find = done.get_by_label("Is it there?").last
    find.select_option("second_instrument")
    expect(page.get_by_role("button", name="Undo: find refuted")).to_be_visible()
    # layers of the picture are switched on and off
    page.get_by_role("checkbox", name="Risk").click()
    expect(page.get_by_role("checkbox", name="Risk")).not_to_be_checked()
    page.get_by_role("checkbox", name="Routes").click()
    expect(page.get_by_role("checkbox", name="Routes")).to_be_checked()
