"""How somebody works at the wall with a phone in a dusty hand."""

import json
import re
import urllib.request
from typing import Any

from playwright.sync_api import Page, expect

from tests.e2e.conftest import OpenPage

PHONE = (390, 844)


def press(page: Page, name: str) -> None:
    page.get_by_role("button", name=name, exact=True).first.click()


def at(page: Page, title: str) -> None:
    expect(page.get_by_role("heading", level=1)).to_contain_text(title)


def saved(page: Page) -> None:
    expect(page.get_by_role("status").first).to_have_text("saved")


def job_of(page: Page, job: str) -> Any:
    with urllib.request.urlopen(f"{page.url.split('/jobs')[0]}/api/jobs/{job}") as answer:
        return json.load(answer)


def drill(open_page: OpenPage, job: str, hole: str, **more: Any) -> Page:
    """At the wall, at the step that drills a hole."""
    page = open_page(f"/jobs/{job}/drill", *PHONE, **more)
    plan = job_of(page, job)["plan"]
    step = next(one["id"] for one in plan["steps"] if one["asks"] and hole in [two["hole_id"] for two in one["at"]])
    # what it kept is shown at once; it is what stands once that has been asked for anew
    with page.expect_response(re.compile(f"/api/jobs/{job}$")):
        page.goto(f"{page.url.rsplit('/', 1)[0]}/at-the-wall?step={step}&hole={hole}")
    at(page, "Drill")
    return page


def differently(page: Page, answer: str) -> None:
    press(page, "It was different…")
    page.get_by_role("button", name=answer).first.click()
