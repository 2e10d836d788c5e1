"""One question before anything exists, the job that it becomes, and the home that one comes back to."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import OpenPage


class Counted:
    """A page on which presses and filled fields are counted, as a hand makes them."""

    def __init__(self, page: Page) -> None:
        self.page, self.presses, self.fields = page, 0, 0

    def press(self, role: str, name: str | re.Pattern[str]) -> None:
        self.presses += 1
        self.page.get_by_role(role, name=name).first.click()  # type: ignore[arg-type]

    def choose(self, label: str, key: str) -> None:
        # one press opens the list, one takes from it
        self.presses += 2
        self.page.get_by_label(label, exact=True).select_option(key)

    def fill(self, label: str, text: str) -> None:
        self.fields += 1
        field = self.page.get_by_label(label, exact=True)
        field.fill(text)
        field.press("Enter")


@pytest.mark.parametrize(("width", "height"), [(1280, 800), (390, 844)])
def test_a_hook_to_its_card_in_eight_presses_and_three_fields(open_page: OpenPage, width: int, height: int) -> None:
    page = open_page("/", width, height)
    hand = Counted(page)
    hand.press("link", re.compile("^What goes in"))
    hand.choose("The wall", "plastered_brick")
    hand.fill("What hangs on it", "2 kg")
    expect(page.get_by_role("region", name="The answer")).to_contain_text("10 mm")
    hand.press("button", "Make it a job")
    hand.press("button", "Nothing on either face")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Ready")).first).to_be_visible()
    hand.press("link", re.compile("^Drill"))
    expect(page.get_by_role("complementary", name="Drill stage")).to_contain_text("10 mm")
    page.emulate_media(media="print")
    card = page.get_by_role("article")
    expect(card.get_by_role("heading", name="Hook on a plastered brick wall")).to_be_visible()
    expect(card).to_contain_text("Order of work")
    assert hand.presses <= 8
    assert hand.fields <= 3


def test_what_people_call_it_is_found_and_becomes_a_job_of_its_shape(open_page: OpenPage) -> None:
    page = open_page("/ask/goes-in")
    goes_up = page.get_by_label("What goes up", exact=True)
    goes_up.select_option(label="Curtain pole")
    page.get_by_label("The wall", exact=True).select_option("plastered_brick")
    expect(page.get_by_label("What hangs on it", exact=True)).to_have_value("6 kg")
    answered = page.get_by_role("region", name="The answer")
    expect(answered).to_contain_text("Nylon expanding plug")
    goes_up.select_option(label="TV on an arm")
    expect(page.get_by_label("Screen's weight", exact=True)).to_have_value("5 kg")
    goes_up.select_option(label="Curtain pole")
    expect(answered).to_contain_text("what hangs on it 6 kg")
    page.get_by_role("button", name="Make it a job").click()
    expect(page.get_by_role("heading", name="Curtain pole on a plastered brick wall")).to_be_visible()
    page.get_by_role("link", name=re.compile("^Fixture")).click()
    stage = page.get_by_role("complementary", name="Fixture stage")
    expect(stage.get_by_label("What it is like")).to_have_value("rail")
    expect(stage.get_by_label("Rail, long")).to_have_value("1800 mm")


def test_what_was_not_measured_follows_what_was(open_page: OpenPage) -> None:
    page = open_page("/ask/goes-in")
    page.get_by_label("What goes up", exact=True).select_option(label="Mirror")
    page.get_by_label("The wall", exact=True).select_option("plastered_brick")
    page.get_by_text("Its measures, where you have them").click()
    expect(page.get_by_label("Keyholes apart", exact=True)).to_have_value("400 mm")
    wide = page.get_by_label("Piece, wide", exact=True)
    wide.fill("300")
    wide.press("Enter")
    expect(page.get_by_label("Keyholes apart", exact=True)).to_have_value("240 mm")
    page.get_by_role("button", name="Make it a job").click()
    page.get_by_role("link", name=re.compile("^Fixture")).click()
    stage = page.get_by_role("complementary", name="Fixture stage")
    expect(stage.get_by_label("Keyholes apart", exact=True)).to_have_value("240 mm")
    # typed one after the other, with nothing refused in between
    wide = stage.get_by_label("Piece, wide", exact=True)
    wide.fill("200")
    wide.press("Enter")
    expect(stage.get_by_label("Keyholes apart", exact=True)).to_have_value("120 mm")
    apart = stage.get_by_label("Keyholes apart", exact=True)
    apart.fill("220")
    apart.press("Enter")
    expect(stage.get_by_role("alert")).to_contain_text("is more than there is of “Piece, wide”, 200 mm")


def test_a_shelf_to_its_card_in_ten_presses_and_five_fields(open_page: OpenPage) -> None:
    page = open_page("/")
    hand = Counted(page)
    hand.press("link", re.compile("^What goes in"))
    hand.choose("What goes up", "shelf")
    hand.choose("The wall", "board_on_studs")
    hand.choose("Where the holes go", "in")
    hand.fill("What it holds", "12 kg")
    page.get_by_text("Where it goes").click()
    hand.presses += 1
    hand.fill("Wall, wide", "2.6 m")
    answered = page.get_by_role("region", name="The answer")
    expect(answered).to_contain_text("in the stud")
    expect(answered).to_contain_text("Every hole is in the middle of a stud")
    hand.press("button", "Make it a job")
    expect(page.get_by_role("complementary", name="Hidden stage")).to_be_visible()
    expect(page.get_by_text("2600 mm × 2400 mm")).to_be_visible()
    # nobody has found a stud in that wall yet, and the job says so
    expect(page.get_by_role("button", name=re.compile("^Verdict: Ready"))).to_have_count(0)
    assert hand.presses <= 10
    assert hand.fields <= 5


@pytest.mark.parametrize(("width", "height"), [(1280, 800), (390, 844)])
def test_a_grab_rail_to_its_card_in_eight_presses_and_two_fields(open_page: OpenPage, width: int, height: int) -> None:
    page = open_page("/", width, height)
    hand = Counted(page)
    hand.press("link", re.compile("^What goes in"))
    hand.choose("What goes up", "grab_rail")
    hand.choose("The wall", "cast_concrete")
    expect(page.get_by_role("region", name="The answer")).to_contain_text("Expansion bolt M8")
    hand.press("button", "Make it a job")
    hand.press("button", "Nothing on either face")
    hand.press("link", re.compile("^Drill"))
    expect(page.get_by_role("complementary", name="Drill stage")).to_be_visible()
    page.emulate_media(media="print")
    expect(page.get_by_role("article").get_by_role("heading", name="Grab rail on a concrete wall")).to_be_visible()
    assert hand.presses <= 8
    assert hand.fields <= 2


def test_the_answer_grows_while_one_types_and_nothing_that_was_said_is_lost(open_page: OpenPage) -> None:
    page = open_page("/ask/bit")
    answered = page.get_by_role("region", name="The answer")
    expect(answered).to_contain_text("73 mm")
    page.get_by_label("The wall", exact=True).select_option("cast_concrete")
    expect(answered).to_contain_text("53 mm")
    page.get_by_label("Its diameter").fill("6")
    expect(answered).to_contain_text("Screw 5 ×")
    page.get_by_label("Its diameter").fill("ninety")
    page.get_by_label("Its diameter").press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("“ninety” is not a size Rock Pin can read")
    page.get_by_role("link", name="How far apart?").click()
    page.get_by_label("How many").fill("5")
    page.get_by_label("The width that they share").fill("2.4 m")
    expect(answered).to_contain_text("333 mm")
    # what is no width is said, and nothing is drawn on it
    page.get_by_label("The width that they share").fill("0")
    expect(page.get_by_role("alert")).to_contain_text("give more than 0 mm")
    page.get_by_label("The width that they share").fill("2.4 m")
    expect(answered).to_contain_text("333 mm")
    page.reload()
    expect(page.get_by_label("How many")).to_have_value("5")
    page.get_by_label("Each, wide").fill("600")
    expect(page.get_by_role("alert")).to_contain_text("do not fit")


def test_holes_that_want_different_fixings_are_each_told_theirs(open_page: OpenPage) -> None:
    """A cabinet's clips take another screw than its bar: each is told with where it goes."""
    page = open_page("/ask/goes-in")
    page.get_by_label("What goes up", exact=True).select_option("cabinet")
    page.get_by_label("The wall", exact=True).select_option("board_on_studs")
    page.get_by_label("Where the holes go", exact=True).select_option("in")
    answered = page.get_by_role("region", name="The answer")
    expect(answered).to_contain_text("Its holes want different fixings.")
    expect(answered.get_by_text("In: Bar", exact=True)).to_be_visible()
    expect(answered.get_by_text("In: Clip 1 and Clip 2", exact=True)).to_be_visible()


def test_who_does_not_know_the_wall_sees_what_would_go_into_each_and_opens_one(open_page: OpenPage) -> None:
    page = open_page("/ask/goes-in", 390, 844)
    page.get_by_label("What goes up", exact=True).select_option("shelf")
    page.get_by_label("The wall", exact=True).select_option("")
    answered = page.get_by_role("region", name="The answer")
    expect(answered).to_contain_text("Find out the wall first")
    rows = answered.get_by_role("list", name="It depends on the wall")
    expect(rows.get_by_role("button", name="Board on timber studs, between the studs")).to_contain_text("Strap toggle")
    rows.get_by_role("button", name="Board on timber studs, in the studs").click()
    expect(answered).to_contain_text("Wood screw")
    expect(page.get_by_label("The wall", exact=True)).to_have_value("board_on_studs")
    expect(page.get_by_label("Where the holes go", exact=True)).to_have_value("in")
    expect(rows).to_have_count(0)


def test_a_job_on_a_wall_that_nobody_knows_says_what_would_go_into_each(open_page: OpenPage) -> None:
    page = open_page("/ask/goes-in")
    page.get_by_label("What goes up", exact=True).select_option("shelf")
    page.get_by_label("The wall", exact=True).select_option("")
    page.get_by_role("button", name="Make it a job").click()
    page.get_by_role("link", name=re.compile("^Fixing")).click()
    stage = page.get_by_role("complementary", name="Fixing stage")
    expect(stage).to_contain_text("what holds depends on the wall, and nobody knows it yet")
    rows = stage.get_by_role("list", name="It depends on the wall").get_by_role("listitem")
    expect(rows.filter(has_text="Plaster on solid brick")).to_contain_text("Nylon expanding plug")
    expect(stage.get_by_text("Ways that work")).to_have_count(0)


def test_a_spot_is_put_by_finger_and_keys_and_what_is_there_moves_the_verdict(open_page: OpenPage) -> None:
    page = open_page("/ask/here")
    page.get_by_label("The wall", exact=True).select_option("plastered_brick")
    answered = page.get_by_role("region", name="The answer")
    expect(answered).to_contain_text("Prove first")
    page.get_by_role("checkbox", name="I looked at both faces; there is nothing else").click()
    expect(answered).to_contain_text("Nothing known stands against it")
    page.get_by_role("button", name="Add it").click()
    expect(answered).to_contain_text("A cable may reach the single socket straight up or down")
    wall = page.get_by_role("application", name=re.compile("^The wall: press where"))
    wall.focus()
    for _ in range(10):
        wall.press("ArrowRight")
    expect(page.get_by_label("The spot, from the left")).to_have_value("1600 mm")
    expect(answered).not_to_contain_text("straight up or down")


def test_what_is_removed_put_away_copied_and_renamed_is_found_again(open_page: OpenPage) -> None:
    page = open_page("/")

    def do(name: str, what: str) -> None:
        page.get_by_role("button", name=f"More about {name}").click()
        page.get_by_role("menuitem", name=what).click()

    do("Tide-clock", "Put away")
    expect(page.get_by_role("link", name=re.compile("^Tide-clock"))).to_have_count(0)
    page.get_by_role("checkbox", name="Only what is put away").click()
    expect(page.get_by_role("link", name=re.compile("^Tide-clock"))).to_be_visible()
    do("Tide-clock", "Put back")
    page.get_by_role("checkbox", name="Only what is put away").click()
    expect(page.get_by_role("link", name=re.compile("^Tide-clock"))).to_be_visible()

    do("Barometer", "Rename")
    page.get_by_label("Name", exact=True).fill("Old barometer")
    page.get_by_role("button", name="Save the name").click()
    expect(page.get_by_role("link", name=re.compile("^Old barometer"))).to_be_visible()
    do("Old barometer", "Remove")
    page.get_by_role("button", name="In the trash: 1").click()
    page.get_by_role("button", name="Bring back Old barometer").click()
    expect(page.get_by_role("link", name=re.compile("^Old barometer"))).to_be_visible()

    do("Sail-bag rack", "Copy onto Plant room, bund wall")
    expect(page.get_by_role("link", name=re.compile("Sail-bag rack \\(2\\)"))).to_be_visible()
    expect(page.get_by_role("banner")).to_contain_text("Plant room, bund wall")


def test_a_refused_job_prints_not_yet_and_nothing_to_drill_by(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/set-out")
    field = page.get_by_label("Left side, from the left edge")
    field.fill("3400")
    field.press("Enter")
    expect(page.get_by_role("button", name=re.compile("^Verdict: Do not drill"))).to_be_visible()
    page.emulate_media(media="print")
    card = page.get_by_role("article")
    expect(card.get_by_role("heading", name="Not yet")).to_be_visible()
    expect(card).not_to_contain_text("Order of work")
    expect(card.get_by_role("table")).to_have_count(0)


def test_keys_lead_to_help_and_stages_and_never_out_of_a_field(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/set-out")
    expect(page).to_have_title("Set-out: Tide-clock · Rock Pin")
    page.keyboard.press("6")
    expect(page.get_by_role("complementary", name="Drill stage")).to_be_visible()
    page.keyboard.press("1")
    page.get_by_role("tab", name="Measures").click()
    name = page.get_by_label("Name", exact=True)
    name.click()
    page.keyboard.type("6?")
    expect(page.get_by_role("complementary", name="Wall stage")).to_be_visible()
    page.keyboard.press("Escape")
    page.evaluate("document.activeElement.blur()")
    page.keyboard.press("?")
    words = page.get_by_role("region", name="Words of the trade")
    expect(words).to_contain_text("Nosing line")
    page.keyboard.press("/")
    page.keyboard.type("lag screw")
    expect(words).to_contain_text("Coach screw")
    expect(words).not_to_contain_text("Nosing line")
    expect(page.get_by_role("region", name="About")).to_contain_text("MIT licence")


def test_the_van_is_told_by_the_set(open_page: OpenPage) -> None:
    page = open_page("/van")
    page.get_by_role("button", name="A set of metric masonry bits, 5 to 10").click()
    expect(page.get_by_role("button", name="A set of metric masonry bits, 5 to 10: have it")).to_be_disabled()
    bits = page.get_by_role("region", name="Bits")
    expect(bits.get_by_role("button", name="6.5", exact=True)).to_have_attribute("aria-pressed", "true")
    expect(bits.get_by_role("button", name="9", exact=True)).to_have_attribute("aria-pressed", "false")
    # what cuts brick is no wood bit
    bits.get_by_role("button", name="Wood bits", exact=True).click()
    expect(bits.get_by_role("button", name="6.5", exact=True)).to_have_attribute("aria-pressed", "false")
    bits.get_by_role("button", name="Masonry bits: 7").click()
    page.get_by_role("button", name="Undo").click()
    expect(bits.get_by_role("button", name="6.5", exact=True)).to_have_attribute("aria-pressed", "false")


def test_a_site_that_was_made_is_looked_at_and_its_job_is_asked_for_it(open_page: OpenPage) -> None:
    page = open_page("/")
    page.get_by_role("button", name="New site").click()
    form = page.get_by_role("dialog")
    form.get_by_label("Name").fill("Cabin at Elk Creek")
    form.get_by_label("Region").select_option("north_america")
    form.get_by_label("You measure in").select_option("imperial")
    form.get_by_label("Year it was built").fill("1978")
    form.get_by_role("button", name="Make the site").click()
    made = page.get_by_role("region", name="Cabin at Elk Creek")
    expect(made.get_by_role("heading", name="Cabin at Elk Creek")).to_be_focused()
    expect(made.get_by_role("button", name="New wall")).to_be_in_viewport()
    made.get_by_role("link", name="Start a job").click()
    expect(page.get_by_label("Region")).to_have_value("north_america")
    expect(page.get_by_label("Measured in")).to_have_value("imperial")
    # what is changed by hand stays, also after a reload
    page.get_by_label("Region").select_option("britain")
    expect(page.get_by_label("Region")).to_have_value("britain")
    page.reload()
    expect(page.get_by_label("Region")).to_have_value("britain")
    page.get_by_role("button", name="Make it a job").click()
    expect(page.get_by_role("banner")).to_contain_text("Cabin at Elk Creek")


def test_a_thing_is_found_by_what_somebody_calls_it(open_page: OpenPage) -> None:
    page = open_page("/ask/goes-in")
    called = page.get_by_label("Say what it is called")
    called.fill("Toilet roll holder")
    expect(page.get_by_label("What goes up")).to_have_value("paper_holder")
    expect(page.get_by_label("What it holds")).to_have_value("0.3 kg")
    # what is picked by hand afterwards stands
    page.get_by_label("What goes up").select_option("mirror")
    called.fill("Pull-up bar")
    expect(page.get_by_role("status").filter(has_text="people in motion")).to_be_visible()
    expect(page.get_by_label("What goes up")).to_have_value("mirror")
    called.fill("Zither")
    expect(page.get_by_role("status").filter(has_text="Nothing here is called so")).to_be_visible()


def test_where_one_stands_says_what_one_measures_in(open_page: OpenPage) -> None:
    page = open_page("/ask/goes-in")
    page.get_by_label("Region", exact=True).select_option(label="North America")
    expect(page.get_by_label("Measured in", exact=True)).to_have_value("imperial")
    # whoever measures otherwise says so, and it stands
    page.get_by_label("Measured in", exact=True).select_option("metric")
    expect(page.get_by_label("Measured in", exact=True)).to_have_value("metric")
    home = open_page("/")
    home.get_by_role("button", name="New site").click()
    units = home.get_by_label("You measure in")
    home.get_by_label("Region", exact=True).select_option(label="North America")
    expect(units).to_have_value("imperial")
    units.select_option("metric")
    home.get_by_label("Region", exact=True).select_option(label="Ireland")
    home.get_by_label("Region", exact=True).select_option(label="North America")
    expect(units).to_have_value("metric")
