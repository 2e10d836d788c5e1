"""The record, written quickly: what is typed and what is chosen a moment later, in the real browser."""

import re

from playwright.sync_api import Route, expect

from tests.e2e.conftest import OpenPage


def test_a_figure_and_a_report_given_at_once_are_both_taken(open_page: OpenPage) -> None:
    """One waits for the other: sent side by side, the later of two of one's own looked like somebody else's change."""
    page = open_page("/jobs/tide-clock/record")
    page.get_by_role("button", name="As planned").click()
    expect(page.get_by_role("button", name="As planned: take back")).to_be_visible()
    held: list[Route] = []
    told: list[str] = []
    job = re.compile(r"/api/jobs/tide-clock$")
    page.route(job, lambda route: held.append(route) if route.request.method == "PUT" else route.continue_())
    page.on("request", lambda request: told.append(request.url) if request.url.endswith("/happened") else None)
    with page.expect_request(lambda request: request.method == "PUT" and bool(job.search(request.url))):
        page.get_by_label("How deep it went").fill("25")
        page.get_by_label("How deep it went").press("Enter")
    page.get_by_label("Does it hold?").select_option("yes")
    # what was chosen is kept by now: a question on the way to the server and back had its time
    page.evaluate("fetch('/api/jobs/tide-clock').then((answer) => answer.json()).then(() => null)")
    assert told == []
    for route in held:
        route.continue_()
    expect(page.get_by_text("as planned, 25 mm deep, Expanding metal sleeve M4, holds").first).to_be_visible()
    expect(page.get_by_role("alert")).to_have_count(0)


def test_what_went_in_is_looked_for_under_the_heads_of_the_shop(open_page: OpenPage) -> None:
    page = open_page("/jobs/oar-cradle/record")
    heads = page.get_by_label("What went in").locator("optgroup")
    expect(heads.first).to_have_attribute("label", "Holds here by the plan")
    labels = heads.evaluate_all("groups => groups.map(one => one.label)")
    assert labels[1:4] == [
        "Otherwise, in board and panels",
        "Otherwise, hooks that are pushed into board",
        "Otherwise, in brick, block and stone",
    ]
    # nothing that is made for another region
    names = heads.locator("option").all_text_contents()
    assert names
    assert not [name for name in names if "″" in name or "#" in name]
