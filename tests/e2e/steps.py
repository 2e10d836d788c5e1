"""Steps that several stories take, as a person would find the things."""

import re

from playwright.sync_api import Page, expect


def go(page: Page, stage: str) -> None:
    page.get_by_role("navigation", name="Stages").get_by_role("link", name=re.compile(stage)).first.click()
    expect(page.get_by_role("complementary", name=f"{stage} stage")).to_be_visible()


def wall_point(page: Page, x_share: float, y_share: float) -> tuple[float, float]:
    box = page.get_by_role("group", name=re.compile("front on")).bounding_box()
    assert box is not None
    return box["x"] + box["width"] * x_share, box["y"] + box["height"] * y_share
