"""Things that bring more than holes, and places that are no wall: told on the screen, and answered by it."""

import re

from playwright.sync_api import Locator, Page, expect

from tests.e2e.conftest import OpenPage
from tests.e2e.steps import wall_point

PHONE = (390, 844)


def fill(inside: Page | Locator, label: str, value: str, shown: str) -> None:
    field = inside.get_by_label(label, exact=True)
    field.fill(value)
    field.press("Enter")
    expect(field).to_have_value(shown)


def test_a_bolt_is_found_by_hand_and_measured(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-screen/fixture")
    bolts = page.get_by_role("region", name="Its own bolts")
    expect(bolts).to_contain_text("4 bolts M6 × 25 with washers, 5 mm + 3 mm + 1 mm of spacers behind each")
    bolts.get_by_label("Its back is").select_option(label="flat")
    expect(bolts).to_contain_text("4 bolts M6 × 16 with washers: 12 mm of thread in an insert 14 mm deep")
    fill(bolts, "A thin rod goes in", "5", "5 mm")
    findings = page.get_by_role("list", name="Findings", exact=True)
    expect(findings).to_contain_text("Its inserts take 5 mm of thread; M6 wants at least its own diameter")
    bolts.get_by_label("Which went in by hand").select_option(label="M4")
    expect(bolts).to_contain_text("4 bolts M4 ×")
    # one sits lower: its middle stands too high then
    fill(bolts, "Seat before it, high; 0: one stands", "200", "200 mm")
    expect(findings).to_contain_text("the eyes of somebody who sits before it are at 940 mm, 235 mm below it")


def test_a_gap_gets_its_stack(open_page: OpenPage) -> None:
    page = open_page("/jobs/bunk-head/fixture", *PHONE)
    stacks = page.get_by_role("region", name="Stacks of spacers")
    expect(stacks).to_contain_text("racket 1: 20 mm + 2 mm, 0.3 mm left for a shim")
    fill(page, "Gap to the wall, at its left end", "37", "37 mm")
    # it falls from 37 to 18 on 1700: 250 along it is 34.2
    expect(stacks).to_contain_text("racket 1: 30 mm + 3 mm + 1 mm, 0.2 mm left for a shim")
    page.goto(page.url.replace("/fixture", "/drill"))
    drill = page.get_by_role("complementary", name="Drill stage")
    expect(drill.get_by_text("no harder than two thumbs (100 N)")).to_be_visible()


def test_a_wall_becomes_a_post_and_says_what_the_post_bears(open_page: OpenPage) -> None:
    page = open_page("/jobs/mast-lantern/wall")
    expect(page.get_by_text("Bent at the ground to")).to_be_visible()
    expect(page.get_by_role("img", name="Bent at the ground to")).to_be_visible()
    fill(page, "Across", "30", "30 mm")
    expect(page.get_by_role("list", name="Findings", exact=True)).to_contain_text("The post is bent at the ground to")
    page.get_by_role("button", name="Undo", exact=False).first.click()
    expect(page.get_by_label("Across", exact=True)).to_have_value("88.9 mm")
    fill(page, "Stands deep in it", "700", "700 mm")
    expect(page.get_by_role("list", name="Findings", exact=True)).to_contain_text(
        "It stands 700 mm deep in the earth; with this on it, it wants"
    )
    page.get_by_role("button", name="It is a wall after all").click()
    page.get_by_role("button", name="It is no wall but a post or a mast").click()
    expect(page.get_by_label("Across", exact=True)).to_have_value("76.1 mm")


def test_a_ledge_goes_round_the_corner(open_page: OpenPage) -> None:
    page = open_page("/jobs/soap-ledge/fixture")
    corner = page.get_by_role("region", name="Round the corner")
    wall = corner.get_by_label("The wall at the right of this one, seen from the room")
    wall.select_option(label="not chosen yet")
    findings = page.get_by_role("list", name="Findings", exact=True)
    expect(findings).to_contain_text("nobody has said which wall stands round it")
    corner.get_by_role("button", name="Make a new wall there").click()
    expect(wall).not_to_have_value("")
    corner.get_by_role("button", name="Describe that wall, with a job of its own").click()
    expect(page.get_by_role("heading", name="Wall", exact=True)).to_be_visible()
    page.goto(page.url.split("/jobs/")[0] + "/jobs/soap-ledge/fixture")
    wall.select_option(label="Drying room, outer wall")
    expect(findings).not_to_contain_text("nobody has said which wall")
    # what the Wall stage says of the other wall is done there
    page.get_by_role("link", name=re.compile("^Wall")).click()
    other = page.get_by_role("region", name="The other wall")
    expect(other).to_contain_text("At its right stands Drying room, outer wall.")
    other.get_by_role("button", name="Describe that wall, with a job of its own").click()
    expect(page.get_by_role("group", name="Drying room, outer wall, front on")).to_be_visible()
    page.goto(page.url.split("/jobs/")[0] + "/jobs/soap-ledge/fixture")
    page.get_by_role("link", name="Drill", exact=False).first.click()
    # eight holes on two walls, numbered through
    expect(page.get_by_role("button", name="Show hole 8")).to_be_visible()


def test_what_cannot_be_saved_is_told_where_no_field_tells_it(open_page: OpenPage) -> None:
    page = open_page("/jobs/soap-ledge/hidden")
    # the right half of the picture is the wall round the corner, which has points of its own
    expect(page.get_by_role("region", name="The other wall")).to_be_visible()
    page.get_by_role("button", name="Place it on the wall").click()
    page.mouse.click(*wall_point(page, 0.75, 0.5))
    told = page.get_by_role("alert")
    expect(told).to_contain_text("Not saved. Points: the socket at")
    expect(told).to_contain_text("lies outside the wall of 1900 × 2500 mm")
    told.get_by_role("button", name="Close").click()
    expect(told).to_have_count(0)
    # told once: what a field says, no notice says again
    page.goto(page.url.replace("/hidden", "/set-out"))
    expect(page.get_by_label("Left side, from the left edge")).to_have_count(0)
    low = page.get_by_label("Lower edge, from the floor")
    low.fill("much too high")
    low.press("Enter")
    expect(page.get_by_role("alert")).to_have_count(1)


def test_a_bar_gets_its_holes_where_one_looks_for_them(open_page: OpenPage) -> None:
    page = open_page()
    page.get_by_role("button", name="New site").click()
    page.get_by_label("Name").fill("Ferry cottage")
    page.get_by_role("button", name="Make the site").click()
    site = page.get_by_role("region", name="Ferry cottage")
    site.get_by_role("button", name="New wall").click()
    page.get_by_label("Name").fill("Scullery")
    page.get_by_label("Width").fill("3.2 m")
    page.get_by_label("Height").fill("2.4 m")
    page.get_by_label("Built of").select_option(label="Plaster on solid brick")
    page.get_by_role("button", name="Make the wall").click()
    site.get_by_role("button", name="New job").click()
    # a thing that is named is started from, until somebody picks one himself
    like = page.get_by_label("What it is like")
    page.get_by_label("What goes up").fill("Bike hook by the door")
    expect(like).to_have_value("bicycle_hook")
    page.get_by_label("What goes up").fill("Hammock hook")
    expect(page.get_by_role("dialog").get_by_role("status")).to_contain_text("It carries people in motion")
    page.get_by_role("button", name="Start the job").click()
    expect(page.get_by_role("alert")).to_contain_text("say what it is like")
    page.get_by_label("What goes up").fill("Something of Ann's")
    expect(like).to_have_value("shelf")
    like.select_option(label="Cabinet on a bar")
    page.get_by_label("What goes up").fill("Mirror")
    page.get_by_label("What goes up").fill("Cabinet")
    expect(like).to_have_value("cabinet")
    page.get_by_role("button", name="Start the job").click()
    expect(page.get_by_role("list", name="Findings")).to_contain_text("Bar has no holes yet")
    page.get_by_role("button", name="Put its holes where the wall holds", exact=True).click()
    expect(page.get_by_role("button", name="Put the holes of the bar anew")).to_be_visible()
    expect(page.get_by_role("list", name="Findings")).not_to_contain_text("no holes yet")
    expect(page.get_by_role("button", name=re.compile("^Hole 3,"))).to_be_visible()


def test_another_kind_of_thing_beside_it_is_used_as_it_is_made_for(open_page: OpenPage) -> None:
    page = open_page("/ask")
    address = page.url.removesuffix("/ask")
    asked = {"asked": {"shape": "mirror", "wall": "plastered_brick"}}
    made = page.request.post(f"{address}/api/ask/job", data=asked, headers={"x-rock-pin": "1"}).json()
    page.goto(f"{address}/jobs/{made['id']}/fixture")
    page.get_by_label("Another piece beside it").select_option(label="Coat hook")
    hook = page.get_by_role("group", name="Coat hook", exact=True)
    expect(hook.get_by_label("What hands do to this piece")).to_have_value("tug")
    expect(hook.get_by_label("How this piece is used")).to_have_value("hung_on")
    # and so it stays, whatever is said of the mirror, until somebody says otherwise of the hook
    page.get_by_label("How it is used", exact=True).select_option(label="Handled daily")
    expect(hook.get_by_label("How this piece is used")).to_have_value("hung_on")
    # it is measured by itself, and one more like it follows
    page.get_by_role("button", name="One more like it: Coat hook").click()
    page.get_by_label("Which of them").select_option(label="Coat hook")
    fill(page, "Plate, wide", "70", "70 mm")
    third = page.get_by_role("group", name="Coat hook 2")
    expect(hook.get_by_label("Width", exact=True)).to_have_value(re.compile(r"^70\s*mm$"))
    expect(third.get_by_label("Width", exact=True)).to_have_value(re.compile(r"^70\s*mm$"))
    page.goto(page.url.replace("/fixture", "/fixing"))
    sheet = page.get_by_role("link", name="As Markdown").get_attribute("href")
    told = page.request.get(f"{address}{sheet}").text()
    assert "handled daily" in told
    assert "Coat hook: hung on again and again, a hard tug." in told
    page.goto(page.url.replace("/fixing", "/fixture"))
    # another shape takes the mirror's place, and the hooks are still there, farther along
    page.get_by_label("What it is like").select_option(label="Shelf on a hidden bar")
    expect(page.get_by_role("group", name="Coat hook 2")).to_be_visible()
    expect(page.get_by_label("What it is like")).to_have_value("floating_shelf")
