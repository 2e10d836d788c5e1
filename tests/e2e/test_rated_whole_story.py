"""A maker's rating of the whole is entered with its conditions, counts, and stops counting when one is not met."""

import json
import urllib.request
from typing import Any

from playwright.sync_api import Page, expect

from tests.e2e.conftest import OpenPage


def job_of(page: Page) -> Any:
    with urllib.request.urlopen(f"{page.url.split('/jobs')[0]}/api/jobs/chart-table") as answer:
        return json.load(answer)["job"]


def test_a_rating_is_entered_and_says_when_it_does_not_count(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/fixture")
    page.get_by_role("button", name="Its maker rates the whole, with these screws in this wall").click()
    rating = page.get_by_role("region", name="The maker's rating of the whole")

    def fill(label: str, value: str, shown: str) -> None:
        field = rating.get_by_label(label, exact=True)
        field.fill(value)
        field.press("Enter")
        expect(field).to_have_value(shown)

    findings = page.get_by_role("list", name="Findings", exact=True)
    count = rating.get_by_role("button", name="That is what it says")
    fill("Where the rating stands", "leaflet, page 2", "leaflet, page 2")
    # what nobody has read off the leaflet is not made up: nothing counts before all of it is in
    count.click()
    expect(rating.get_by_role("alert")).to_contain_text("Say what it is rated for")
    assert job_of(page)["fixture"]["rated"] is None
    rating.get_by_role("checkbox", name="a wooden stud").click()
    fill("Least number of screws", "4", "4")
    fill("Rated screws from", "6", "6 mm")
    fill("Rated screws to", "8", "8 mm")
    # a text that cannot be read stands where an older figure would be taken for it
    fill("Rated for, with what it holds", "20", "20 kg")
    rating.get_by_label("Rated for, with what it holds", exact=True).fill("thirty")
    count.click()
    expect(rating.get_by_role("alert").filter(has_text="Say what it is rated for")).to_be_visible()
    assert job_of(page)["fixture"]["rated"] is None
    # the last figure is still in its field when the button is pressed
    rating.get_by_label("Rated for, with what it holds", exact=True).fill("0.5")
    # it is read while the button is down, and what was wanting goes from above it: the press counts all the same
    expect(rating.get_by_role("alert")).to_have_count(1)
    count.hover()
    page.mouse.down()
    expect(rating.get_by_role("alert")).to_have_count(0)
    page.mouse.up()
    expect(findings).to_contain_text("The maker's rating (leaflet, page 2) does not count here: it holds for 0.5 kg")
    # rated in nothing is no rating, and no reason to throw away what was read
    rating.get_by_role("checkbox", name="a wooden stud").click()
    expect(page.get_by_role("alert").filter(has_text="ated in").first).to_be_visible()
    assert job_of(page)["fixture"]["rated"]["rated_in"] == ["stud"]
    rating.get_by_role("button", name="Take the rating out").click()
    expect(findings).not_to_contain_text("leaflet, page 2")
