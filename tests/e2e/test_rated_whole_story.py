"""A maker's rating of the whole is entered with its conditions, counts, and stops counting when one is not met."""

from playwright.sync_api import expect

from tests.e2e.conftest import OpenPage


def test_a_rating_is_entered_and_says_when_it_does_not_count(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/fixture")
    page.get_by_role("button", name="Its maker rates the whole, with these screws in this wall").click()
    rating = page.get_by_role("region", name="The maker's rating of the whole")

    def fill(label: str, value: str, shown: str) -> None:
        field = rating.get_by_label(label, exact=True)
        field.fill(value)
        field.press("Enter")
        expect(field).to_have_value(shown)

    fill("Where the rating stands", "leaflet, page 2", "leaflet, page 2")
    fill("Rated for, with what it holds", "0.5", "0.5 kg")
    findings = page.get_by_role("list", name="Findings", exact=True)
    expect(findings).to_contain_text("The maker's rating (leaflet, page 2) does not count here: it holds for 0.5 kg")
    rating.get_by_role("button", name="Take the rating out").click()
    expect(findings).not_to_contain_text("leaflet, page 2")
