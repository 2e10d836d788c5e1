"""Typing, undo, quick presses and two tabs: nothing that was done is lost, and nothing is done twice."""

import re

from playwright.sync_api import Route, expect

from tests.e2e.conftest import OpenPage
from tests.e2e.steps import go


def test_ten_quick_presses_are_ten_millimetres_and_one_undo(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/set-out")
    page.get_by_role("application", name=re.compile("^Fixture: drag it")).focus()
    for _ in range(10):
        page.keyboard.press("ArrowUp")
    field = page.get_by_label("Lower edge, from the floor")
    expect(field).to_have_value("970 mm")
    expect(page.get_by_role("button", name="Undo: fixture moved")).to_be_enabled()
    # pressed again while the last save may still be under way
    with page.expect_response(
        lambda one: one.request.method == "PUT" and '"y_mm":975' in (one.request.post_data or "")
    ):
        for _ in range(5):
            page.keyboard.press("ArrowUp")
    expect(field).to_have_value("975 mm")
    page.reload()
    expect(field).to_have_value("975 mm")
    page.get_by_role("button", name="Undo: fixture moved").click()
    expect(field).to_have_value("970 mm")
    page.get_by_role("button", name="Undo: fixture moved").click()
    expect(field).to_have_value("960 mm")


def test_what_was_typed_before_a_reload_is_read_after_it(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/set-out")
    field = page.get_by_label("Lower edge, from the floor")
    field.fill("970")
    page.reload()
    expect(field).to_have_value("970 mm")
    page.get_by_role("button", name="Undo: fixture moved").click()
    expect(field).to_have_value("960 mm")


def test_an_answer_from_before_a_change_does_not_bring_back_what_stood_then(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/set-out")
    field = page.get_by_label("Lower edge, from the floor")
    page.get_by_role("application", name=re.compile("^Fixture: drag it")).focus()
    page.keyboard.press("ArrowUp")
    expect(page.get_by_role("button", name="Undo: fixture moved")).to_be_enabled()
    before = page.request.get(page.url.replace("/jobs/chart-table/set-out", "/api/jobs/chart-table"))
    assert before.json()["plan"]["placing"]["y_mm"] == 961
    # the job opens again with what is kept of it, while the server's answer is long on its way
    held: list[Route] = []
    page.route("**/api/jobs/chart-table", lambda route: held.append(route), times=1)
    page.get_by_role("link", name=re.compile("^Help")).click()
    expect(field).to_have_count(0)
    with page.expect_request("**/api/jobs/chart-table"):
        page.go_back()
    page.get_by_role("button", name="Undo: fixture moved").click()
    expect(field).to_have_value("960 mm")
    [route] = held
    route.fulfill(response=before)
    page.get_by_role("button", name="Redo: fixture moved").click()
    expect(field).to_have_value("961 mm")


def test_typing_that_waits_outlives_a_look_at_another_stage(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/set-out")
    field = page.get_by_label("Lower edge, from the floor")
    # left with the browser's own buttons, so that no field is told of it
    page.evaluate("history.pushState({}, '', location.href)")
    field.fill("high up")
    field.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("“high up” is not a size")
    go(page, "Wall")
    expect(page.get_by_role("alert")).to_contain_text(
        "Typed, not saved: Set-out · Lower edge, from the floor, “high up”"
    )
    go(page, "Set-out")
    expect(field).to_have_value("high up")
    field.fill("985")
    go(page, "Wall")
    go(page, "Set-out")
    expect(field).to_have_value("985 mm")
    expect(page.get_by_role("alert")).to_have_count(0)


def test_two_tabs_are_told_of_each_other(open_page: OpenPage) -> None:
    first, second = open_page("/jobs/tide-clock/set-out"), open_page("/jobs/tide-clock/set-out")
    # typed before it could be seen that the other had saved
    second.route("**/stands", lambda route: route.abort())
    for page, value in ((first, "1700"), (second, "1720")):
        field = page.get_by_label("Left side, from the left edge")
        field.fill(value)
        field.press("Enter")
        if page is first:
            expect(field).to_have_value("1700 mm")
    expect(second.get_by_role("alert").filter(has_text="Changed elsewhere")).to_be_visible()
    second.get_by_role("button", name="Put mine on top").click()
    expect(second.get_by_role("table", name="Coordinates of the holes")).to_contain_text("1860 mm")
    second.reload()
    expect(second.get_by_label("Left side, from the left edge")).to_have_value("1720 mm")


def test_a_field_keeps_what_was_typed_and_says_what_is_wrong(open_page: OpenPage) -> None:
    page = open_page("/jobs/chart-table/wall")
    page.get_by_role("tab", name="Measures").click()
    field = page.get_by_label("Width", exact=True)
    field.fill("10 mm")
    field.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("Width is 10 mm; give 100 mm or more")
    expect(field).to_have_value("10 mm")
    field.press("Escape")
    expect(field).to_have_value("3600 mm")


def test_what_is_typed_while_an_earlier_figure_is_saved_stays(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/set-out")
    held: list[Route] = []
    page.route("**/api/quantity", lambda route: held.append(route), times=1)
    field = page.get_by_label("Left side, from the left edge")
    with page.expect_request("**/api/quantity"):
        field.fill("1460")
        field.press("Enter")
    field.fill("1470")
    with page.expect_response("**/place"):
        held[0].continue_()
    expect(page.get_by_role("button", name="Undo: fixture moved")).to_be_visible()
    expect(field).to_have_value("1470")
    field.press("Enter")
    expect(field).to_have_value("1470 mm")  # read back: it is saved
