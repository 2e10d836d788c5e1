"""A photo of the wall in the real browser: marked, laid under the drawing, tapped, and handed on."""

import re
from pathlib import Path

import numpy as np
from playwright.sync_api import Page, expect

from bench.rendered import Camera, render
from tests.e2e.conftest import OpenPage
from tests.e2e.steps import go, wall_point

CAMERA = Camera((1500, 1500, 3300), (1850, 1180), 0.03, 1500, 2000, 1500)
# the door of the demo wall, and something white that nobody has placed there yet
DOOR, BOX = (2990.0, 0.0, 520.0, 2040.0), (1500.0, 1500.0, 80.0, 80.0)
CORNERS = (
    ("lower left", (2990, 0)),
    ("lower right", (3510, 0)),
    ("upper right", (3510, 2040)),
    ("upper left", (2990, 2040)),
)


def drag_onto(page: Page, mark: str, place_mm: tuple[float, float]) -> None:
    """Drags a mark onto what lies at a place of the wall."""
    picture = page.get_by_test_id("photo").bounding_box()
    handle = page.get_by_role("button", name=re.compile(f"^{mark}"))
    grip = handle.bounding_box()
    assert picture
    assert grip
    zoom = picture["width"] / CAMERA.width_px
    u, v = CAMERA.picture(np.array([place_mm], dtype=float))[0]
    page.mouse.move(grip["x"] + grip["width"] / 2, grip["y"] + grip["height"] / 2)
    page.mouse.down()
    page.mouse.move(picture["x"] + u * zoom, picture["y"] + v * zoom, steps=3)
    page.mouse.up()


def test_a_photo_lies_under_the_drawing_and_is_tapped(open_page: OpenPage, tmp_path: Path) -> None:
    taken = tmp_path / "wall.jpg"
    taken.write_bytes(render(CAMERA, 3600, 2400, [DOOR, BOX], 3))
    page = open_page("/jobs/chart-table/wall")
    page.get_by_role("tab", name="Photo").click()
    page.get_by_label("A photo of the wall").set_input_files(taken)
    says = page.get_by_role("dialog").get_by_role("status")
    expect(says).to_contain_text("Mark 4 more places")
    page.get_by_role("button", name="Put four marks").click()
    # where the button put them they say nothing of the wall
    expect(says).to_contain_text("Drag 4 marks onto their places")
    for corner, place in CORNERS:
        drag_onto(page, f"{corner} of the door", place)
    expect(says).to_contain_text("four marks always fit")
    # by keys: one more place, measured both ways, so that there is something to judge the four by
    page.get_by_role("button", name="Mark one more place").click()
    picture = page.get_by_test_id("photo")
    box = picture.bounding_box()
    assert box
    u, v = CAMERA.picture(np.array([[500.0, 500.0]]))[0] * box["width"] / CAMERA.width_px
    picture.click(position={"x": float(u), "y": float(v)})
    fifth = page.get_by_role("list", name="Marks on the photo").get_by_role("listitem").nth(4)
    for field in ("from left", "from floor"):
        fifth.get_by_label(field).fill("500")
        fifth.get_by_label(field).press("Enter")
    expect(says).not_to_contain_text("four marks always fit")
    page.get_by_role("button", name=re.compile("^mark 5")).press("Shift+ArrowRight")
    expect(page.get_by_role("img", name="The photo laid upright on the wall")).to_be_visible()
    page.get_by_role("button", name="Done with the photo").click()
    photos = page.get_by_role("list", name="Photos of the wall")
    expect(photos).to_contain_text("What you tap on it is good to")
    expect(page.get_by_test_id("wall").locator("[data-photo] image")).to_be_visible()

    page.goto(page.url.replace("/wall", "/hidden"))
    points = page.get_by_role("list", name="Points on the wall").get_by_role("listitem")
    expect(points.first).to_be_visible()
    before = points.count()
    page.get_by_role("button", name="Place it on the wall").click()
    page.mouse.click(*wall_point(page, 0.45, 0.35))
    expect(points).to_have_count(before + 1)
    # the photo is laid under the drawing by whoever wants it; without it a tap is a tap
    expect(points.filter(has_text="not measured")).to_have_count(0)
    page.goto(page.url.replace("/hidden", "/wall"))
    page.get_by_role("tab", name="Photo").click()
    page.get_by_role("checkbox", name="Under the drawing").click()
    expect(page.get_by_test_id("wall").locator("[data-photo] image")).to_be_visible()
    go(page, "Hidden")
    page.get_by_role("button", name="Place it on the wall").click()
    page.mouse.click(*wall_point(page, 0.5, 0.25))
    tapped = points.filter(has_text="tapped, not measured: within")
    expect(tapped).to_have_count(1)
    tapped.get_by_role("button", name="Measured by tape now").click()
    expect(tapped).to_have_count(0)

    page.goto(page.url.replace("/hidden", "/wall"))
    page.get_by_role("tab", name="Photo").click()
    with page.expect_download() as download:
        page.get_by_role("link", name="The photo with the holes drawn in").click()
    assert Path(download.value.path()).read_bytes().startswith(b"\xff\xd8")


def test_what_is_no_picture_is_refused_in_a_sentence(open_page: OpenPage, tmp_path: Path) -> None:
    wrong = tmp_path / "notes.jpg"
    wrong.write_bytes(b"no picture at all")
    page = open_page("/jobs/chart-table/wall")
    page.get_by_role("tab", name="Photo").click()
    page.get_by_label("A photo of the wall").set_input_files(wrong)
    expect(page.get_by_role("alert")).to_contain_text("is no JPEG, PNG or WebP picture that can be read; take another")
    expect(page.get_by_role("list", name="Photos of the wall").get_by_role("listitem")).to_have_count(0)
