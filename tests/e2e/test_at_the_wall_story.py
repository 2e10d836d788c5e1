"""At the wall, with a phone in a dusty hand: step by step, when the wall answers differently, and off the network."""

import io
import json
import re
import subprocess
import sys
import urllib.request
from pathlib import Path
from typing import Any

import pytest
from PIL import Image
from playwright.sync_api import Browser, Page, expect

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


def test_from_the_first_step_to_the_last(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/drill", *PHONE)
    page.get_by_role("link", name="Work at the wall, step by step").click()
    at(page, "Check the parts")
    page.get_by_role("checkbox", name=re.compile("Tide-clock")).click()
    press(page, "All here, go on")
    at(page, "Lay it ready")
    expect(page.get_by_role("checkbox", name=re.compile("Expanding metal sleeve M4"))).to_be_visible()
    press(page, "All here, go on")
    for title in ("Make safe", "Set up what you stand on", "Protect"):
        at(page, title)
        press(page, "Done, go on")
    at(page, "Mark · hole 1")
    assert re.fullmatch(r"\d+ mm · \d+ mm", page.get_by_test_id("figure").inner_text())
    press(page, "Marked")
    at(page, "Drill · hole 1")
    expect(page.get_by_test_id("figure")).to_have_text("8 mm")
    big = page.get_by_test_id("figure").evaluate("node => parseFloat(getComputedStyle(node).fontSize)")
    assert big >= 50, "the figure is carried to the wall: as large as it goes"
    expect(page.get_by_label("Hammer")).to_have_text("hammer off")
    press(page, "As planned")
    for title in ("Clean and try", "Set", "Drive the screws"):
        at(page, title)
        press(page, "Done, go on")
    at(page, "Try it with a pull")
    expect(page.get_by_text("It was never pulled: hang nothing on it yet.")).to_be_visible()
    press(page, "It holds")
    at(page, "Hang the tide-clock")
    # a step back and ahead by key
    page.keyboard.press("ArrowLeft")
    at(page, "Try it with a pull")
    page.keyboard.press("ArrowRight")
    for _ in range(3):
        press(page, "Done, go on")
    at(page, "It hangs")
    saved(page)
    now = job_of(page, "tide-clock")
    assert now["job"]["records"][0]["holds"] == "yes"
    assert all(step["done"] for step in now["plan"]["steps"])
    with page.expect_download() as paper:
        page.get_by_role("link", name="The record of this job, PDF").click()
    assert Path(paper.value.path()).read_bytes().startswith(b"%PDF")


def test_soft_at_the_second_of_four_holes(open_page: OpenPage) -> None:
    page = drill(open_page, "oar-cradle", "top-right")
    differently(page, "Soft, the dust turned pale")
    page.get_by_label("How deep it began").fill("30")
    press(page, "Say so, show the ways on")
    at(page, "Three ways on")
    expect(page.get_by_text("Hole 2 ran soft. Nothing is lost.")).to_be_visible()
    ways = page.get_by_role("list", name="Ways on").get_by_role("listitem")
    expect(ways).to_have_count(3)
    for way in ways.all():
        expect(way).to_contain_text(re.compile(r"(Ready|Prove first).*new hole"))
    moved = ways.filter(has_text="Move the oar cradle")
    expect(moved).to_contain_text("4 new holes")
    moved.get_by_role("button", name="Take this one").click()
    expect(page.get_by_role("heading", level=1)).not_to_contain_text("ways on")
    now = job_of(page, "oar-cradle")
    assert [one["met"] for one in now["job"]["left"]] == [["soft"]]
    # one press undoes it
    page.get_by_role("button", name=re.compile("^Undo: Move the oar cradle")).click()
    expect(page.get_by_role("button", name=re.compile("^Undo: hole 2 ran soft"))).to_be_visible()
    page.goto(f"{page.url.split('/at-the-wall')[0]}/record")
    page.get_by_role("button", name="Show hole 2").click()
    expect(page.get_by_role("list", name="Ways on")).to_be_visible()


def test_metal_stops_and_has_no_way_on(open_page: OpenPage) -> None:
    page = drill(open_page, "sail-bag-rack", "a-top")
    differently(page, "Metal")
    expect(page.get_by_text("Metal may be a pipe")).to_be_visible()
    page.get_by_label("How deep it began").fill("14")
    press(page, "Write it down")
    at(page, "Hole 1 met metal: stop")
    expect(page.get_by_role("list", name="Ways on")).to_have_count(0)
    press(page, "Leave it for now")
    expect(page.get_by_text("Do not drill.").first).to_be_visible()


def test_the_last_hole_fails_and_all_of_it_comes_down_again(open_page: OpenPage) -> None:
    page = open_page("/jobs/sail-bag-rack/drill", *PHONE)
    address, holes = page.url.split("/jobs")[0], job_of(page, "sail-bag-rack")["plan"]["holes"]

    def happen(**what: Any) -> None:
        answer = page.request.post(f"{address}/api/jobs/sail-bag-rack/happened", data=what, headers={"x-rock-pin": "1"})
        assert answer.ok, answer.text()

    for hole in holes[1:]:
        happen(kind="report", id=f"r-{hole['id']}", hole_id=hole["id"], report={"outcome": "as_planned"})
        happen(kind="tried", id=f"t-{hole['id']}", hole_ids=[hole["id"]], holds="yes")
    happen(kind="report", id="last", hole_id=holes[0]["id"], report={"outcome": "plug_spins"})
    page.goto(f"{address}/jobs/sail-bag-rack/at-the-wall")
    # a job without steps is not done, and least of all does it hang
    at(page, "The work stops here")
    page.get_by_role("link", name="How to go on from hole 1").click()
    way = page.get_by_role("list", name="Ways on").get_by_role("listitem").filter(has_text="Take it down and move it")
    expect(way).to_contain_text("6 new holes")
    press(page, "Take the first")
    at(page, "Check the parts")
    steps = job_of(page, "sail-bag-rack")["plan"]["steps"]
    titles = [step["title"] for step in steps]
    assert titles.index("Take out the old fixings") < titles.index("Mark")
    assert not any(step["done"] for step in steps)


@pytest.mark.parametrize(
    ("job", "hole", "answer", "way"),
    [
        ("oar-cradle", "top-left", "A void", "Move the oar cradle"),
        ("barometer", None, "It missed the stud", "Move the barometer"),
        ("tide-clock", "keyhole", "Wood", "Move the tide-clock"),
        ("sail-bag-rack", "a-top", "The plug spins", "Move the sail-bag rack"),
        ("oar-cradle", "top-left", "It does not grip", "same hole"),
        ("oar-cradle", "top-left", "None of these left", "same hole"),
    ],
)
def test_the_wall_answers_differently(open_page: OpenPage, job: str, hole: str | None, answer: str, way: str) -> None:
    if hole is None:
        hole = job_of(open_page("/jobs/" + job, *PHONE), job)["plan"]["holes"][0]["id"]
    page = drill(open_page, job, hole)
    differently(page, answer)
    press(page, "Say so, show the ways on")
    ways = page.get_by_role("list", name="Ways on").get_by_role("listitem")
    expect(ways.filter(has_text=way).first).to_be_visible()
    to_find = page.get_by_text("Find the stud: push a pin in every 15 mm")
    expect(to_find).to_have_count(1 if "stud" in answer else 0)
    press(page, "Take the first")
    expect(page.get_by_role("list", name="Ways on")).to_have_count(0)
    codes = {one["code"] for stage in job_of(page, job)["plan"]["stages"] for one in stage["findings"]}
    assert "report-open" not in codes


def test_where_a_stud_was_missed_pins_are_put_in_and_lead_on(open_page: OpenPage) -> None:
    page = open_page("/jobs/barometer", *PHONE)
    hole = job_of(page, "barometer")["plan"]["holes"][0]
    page = drill(open_page, "barometer", hole["id"])
    differently(page, "It missed the stud")
    press(page, "Say so, show the ways on")
    page.get_by_role("link", name="Put in what the pins met").click()
    expect(page.get_by_role("tab", name="Studs")).to_have_attribute("data-state", "active")


def test_a_bit_that_wandered_wants_to_know_how_far(open_page: OpenPage) -> None:
    page = drill(open_page, "oar-cradle", "top-left")
    differently(page, "The bit wandered")
    press(page, "Say so, show the ways on")
    expect(page.get_by_role("alert")).to_have_text("Say how far it came out from its mark: to the side, up, or both.")
    page.get_by_label("To the right (left: minus)").fill("9")
    press(page, "Say so, show the ways on")
    expect(page.get_by_role("list", name="Ways on")).to_be_visible()


def a_photo(tmp_path: Path, name: str, colour: str) -> Path:
    file = tmp_path / name
    out = io.BytesIO()
    Image.new("RGB", (800, 600), colour).save(out, "JPEG")
    file.write_bytes(out.getvalue())
    return file


def test_the_network_drops_in_the_middle(open_page: OpenPage, tmp_path: Path) -> None:
    page = drill(open_page, "oar-cradle", "top-left")
    page.evaluate("navigator.serviceWorker.ready")
    page.reload()
    # the worker has the page from here on
    page.wait_for_function("navigator.serviceWorker.controller !== null")
    page.context.set_offline(True)
    for name, colour in (("one.jpg", "tan"), ("two.jpg", "gray")):
        page.get_by_label("Photo of hole 1").set_input_files(a_photo(tmp_path, name, colour))
    expect(page.get_by_role("status").first).to_have_text("kept: 2")
    press(page, "As planned")
    # the next hole stands there: the address knows it, and so does the page after the reload
    expect(page.get_by_role("heading", level=1)).not_to_contain_text("hole 1")
    page.reload()
    expect(page.get_by_role("status").first).to_have_text("kept: 3")
    expect(page.get_by_test_id("step-picture")).to_be_visible()
    # five steps on: three holes and what comes after
    for _ in range(3):
        press(page, "As planned")
    at(page, "Clean")
    press(page, "Done, go on")
    press(page, "Done, go on")
    expect(page.get_by_role("status").first).to_have_text("kept: 8")
    page.reload()
    expect(page.get_by_role("status").first).to_have_text("kept: 8")
    page.context.set_offline(False)
    saved(page)
    now = job_of(page, "oar-cradle")["job"]
    assert len(now["photos"]) == 2
    assert len({one["file"] for one in now["photos"]}) == 2
    assert sorted(one["hole_id"] for one in now["records"]) == ["low-left", "low-right", "top-left", "top-right"]
    assert [one["step"] for one in now["progress"]["done"]] == ["dust", "up"]
    moments = [one["at"] for one in now["photos"]]
    assert moments == sorted(moments)


def test_what_clashed_is_shown_and_never_dropped(open_page: OpenPage) -> None:
    page = drill(open_page, "oar-cradle", "top-left")
    page.evaluate("navigator.serviceWorker.ready")
    page.context.set_offline(True)
    press(page, "As planned")
    # meanwhile somebody at the desk takes that hole out of use
    now = job_of(page, "oar-cradle")
    for hole in now["job"]["fixture"]["supports"][0]["holes"]:
        hole["used"] = hole["id"] != "top-left"
    body = {"revision": now["revision"], "summary": "three holes do", "job": now["job"]}
    url = f"{page.url.split('/jobs')[0]}/api/jobs/oar-cradle"
    headers = {"x-rock-pin": "desk", "content-type": "application/json"}
    urllib.request.urlopen(urllib.request.Request(url, json.dumps(body).encode(), headers, method="PUT")).read()
    page.context.set_offline(False)
    status = page.get_by_role("status").first
    expect(status).to_have_text("clashed: 1")
    status.click()
    expect(page.get_by_role("alert")).to_contain_text("There is no hole “top-left” in this job any more")
    press(page, "Let go of it")
    expect(page.get_by_text("Nothing waits: all of it is saved.")).to_be_visible()


def test_two_phones_on_one_job(open_page: OpenPage) -> None:
    one = drill(open_page, "oar-cradle", "top-left")
    other = drill(open_page, "oar-cradle", "low-right")
    press(one, "As planned")
    press(other, "As planned")
    saved(one)
    saved(other)
    records = job_of(one, "oar-cradle")["job"]["records"]
    assert sorted(record["hole_id"] for record in records) == ["low-right", "top-left"]


def test_the_desk_sees_what_is_done_at_the_wall_and_the_other_way_round(open_page: OpenPage) -> None:
    desk = open_page("/jobs/oar-cradle/set-out")
    phone = drill(open_page, "oar-cradle", "top-left")
    field = desk.get_by_label("Left side, from the left edge")
    field.fill("2300")
    field.press("Enter")
    at_desk, at_wall = (page.get_by_role("status").filter(has_text="Changed elsewhere") for page in (desk, phone))
    expect(at_wall).to_contain_text("Changed elsewhere: fixture moved")
    assert job_of(phone, "oar-cradle")["plan"]["holes"][0]["x_mm"] == 2345
    press(phone, "As planned")
    expect(at_desk).to_contain_text("hole 1 as planned")
    expect(at_wall).to_have_count(0)
    # what the phone did is not the desk's to take back, and what is done here is no news of elsewhere
    expect(desk.get_by_role("button", name=re.compile("^(Undo|Nothing to undo)")).first).to_be_disabled()
    field.fill("2310")
    field.press("Enter")
    expect(at_desk).to_have_count(0)


def test_what_changed_since_it_was_last_open_is_said(open_page: OpenPage) -> None:
    phone = drill(open_page, "oar-cradle", "top-left")
    news = phone.get_by_role("status").filter(has_text="Changed elsewhere")
    at_the_wall = phone.url
    phone.goto(phone.url.split("/jobs")[0])
    desk = open_page("/jobs/oar-cradle/set-out")
    field = desk.get_by_label("Left side, from the left edge")
    field.fill("2300")
    with desk.expect_response(lambda answer: answer.request.method == "PUT" and answer.ok):
        field.press("Enter")
    phone.goto(at_the_wall)
    expect(news).to_contain_text("Changed elsewhere: fixture moved")
    # it is said once, and what is done here is no news of elsewhere
    news.get_by_role("button", name="Close").click()
    press(phone, "As planned")
    saved(phone)
    with phone.expect_response(re.compile("/api/jobs/oar-cradle$")):
        phone.reload()
    at(phone, "Drill")
    expect(news).to_have_count(0)


def test_a_clock_runs_on_over_a_reload(open_page: OpenPage) -> None:
    page = open_page("/jobs/dry-suit-hanger/at-the-wall?step=seal", *PHONE)
    at(page, "Seal")
    press(page, "Start the clock")
    timer = page.get_by_role("timer", name="The sealant cures")
    expect(timer).to_contain_text(re.compile(r"until .*, 24 h 0 min more"))
    saved(page)
    page.reload()
    expect(timer).to_be_visible()
    timer.get_by_role("button", name="Stop").click()
    expect(timer).to_have_count(0)


def test_it_came_loose(open_page: OpenPage) -> None:
    page = open_page("/jobs/tide-clock/record")
    page.get_by_text("It came loose…").click()
    page.get_by_label("How hole 1 failed").select_option("board_crumbled")
    page.get_by_label("What was in hole 1").select_option("flanged_plug")
    page.get_by_label("Hole 1, how wide now").fill("9")
    page.get_by_label("Hole 1, how wide now").press("Enter")
    page.get_by_role("button", name="Make a job of the repair").click()
    why = page.get_by_role("region", name="Why it came loose")
    expect(why).to_contain_text("flanged plastic plug crumbled the wall round it")
    expect(why).to_contain_text("This time ")


def test_every_button_is_wide_enough_for_a_thumb_and_nothing_scrolls_sideways(open_page: OpenPage) -> None:
    for width, height in ((320, 640), (390, 844), (844, 390)):
        page = open_page("/jobs/oar-cradle/at-the-wall?step=drill-top-left&hole=top-left", width, height, touch=True)
        at(page, "Drill")
        assert page.evaluate("document.documentElement.scrollWidth") <= width
        small = page.evaluate(
            "[...document.querySelectorAll('button,a,select')].filter(e => e.checkVisibility())"
            ".map(e => [e.innerText || e.ariaLabel, Math.round(e.getBoundingClientRect().height)])"
            ".filter(([, high]) => high < 44)"
        )
        assert small == [], f"at {width} × {height}"
        wall = open_page("/jobs/oar-cradle/set-out", width, height, touch=True)
        box = wall.get_by_role("group", name=re.compile("front on")).bounding_box()
        assert box is not None
        assert box["height"] > 150


def test_a_stroke_over_the_picture_moves_nothing_until_it_is_asked_for(open_page: OpenPage) -> None:
    page = open_page("/jobs/oar-cradle/set-out", *PHONE, touch=True)
    expect(page.get_by_role("button", name=re.compile("^Hole 1,"))).to_be_visible()
    before = job_of(page, "oar-cradle")["revision"]

    def stroke() -> None:
        hole = page.get_by_role("button", name=re.compile("^Hole 1,"))
        # where it stands still and can be touched, also after the page was scrolled by the stroke before
        hole.click(trial=True)
        box = hole.bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        client = page.context.new_cdp_session(page)
        points = [{"x": x, "y": y - 12 * step} for step in range(6)]
        client.send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": points[:1]})
        for point in points[1:]:
            client.send("Input.dispatchTouchEvent", {"type": "touchMove", "touchPoints": [point]})
        client.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})

    stroke()
    assert job_of(page, "oar-cradle")["revision"] == before
    by_finger = page.get_by_role("checkbox", name="Move it by finger")
    by_finger.click()
    expect(by_finger).to_be_checked()
    stroke()
    expect(page.get_by_role("button", name=re.compile("^Undo: fixture moved"))).to_be_enabled()


def test_the_page_for_phones_says_that_only_this_machine_is_listened_to(open_page: OpenPage) -> None:
    page = open_page("/")
    page.get_by_role("link", name="Phone").click()
    expect(page.get_by_text("Only this machine is listened to.")).to_be_visible()
    expect(page.get_by_text("--lan")).to_be_visible()


def test_what_was_typed_is_there_after_a_reload(open_page: OpenPage) -> None:
    page = open_page("/jobs/oar-cradle/record")
    page.get_by_label("Note", exact=True).fill("soft near the sill")
    page.reload()
    expect(page.get_by_label("Note", exact=True)).to_have_value("soft near the sill")


def _serve(data: Path, port: int, *more: str) -> "subprocess.Popen[str]":
    command = [sys.executable, "-m", "rockpin", "demo", "--data", str(data), "--port", str(port), *more]
    return subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True)


def _line(server: "subprocess.Popen[str]", pattern: str) -> re.Match[str]:
    """The first line that the server prints of that kind."""
    assert server.stdout is not None
    for line in server.stdout:
        if found := re.search(pattern, line):
            return found
    raise AssertionError(f"nothing like {pattern} was printed")


def test_the_server_is_killed_and_comes_back(browser: Browser, tmp_path: Path) -> None:
    data = tmp_path / "demo.sqlite"
    first = _serve(data, 0)
    port = int(_line(first, r"http://127\.0\.0\.1:(\d+)")[1])
    context = browser.new_context(viewport={"width": PHONE[0], "height": PHONE[1]})
    page = context.new_page()
    try:
        page.goto(f"http://127.0.0.1:{port}/jobs/oar-cradle/at-the-wall")
        at(page, "Check the parts")
        press(page, "All here, go on")
        saved(page)
        first.kill()
        first.wait()
        press(page, "All here, go on")
        press(page, "Done, go on")
        at(page, "Protect")
        expect(page.get_by_role("status").first).to_have_text("kept: 2")
        second = _serve(data, port)
        try:
            _line(second, r"http://127\.0\.0\.1:(\d+)")
            saved(page)
            done = [one["step"] for one in job_of(page, "oar-cradle")["job"]["progress"]["done"]]
            assert done == ["parts", "gather", "safe"]
        finally:
            second.terminate()
            second.communicate()
    finally:
        first.kill()
        first.communicate()
        context.close()


def test_a_phone_is_let_in_over_tls(browser: Browser, tmp_path: Path) -> None:
    server = _serve(tmp_path / "demo.sqlite", 0, "--lan", "--lan-port", "0", "--planners", "0")
    desk = _line(server, r"http://127\.0\.0\.1:(\d+)")[0]
    found = _line(server, r"Phones: https://[^:]+:(\d+), with the code (\w{4}) (\w{4})")
    phone = f"https://127.0.0.1:{found[1]}"
    context = browser.new_context(viewport={"width": PHONE[0], "height": PHONE[1]}, ignore_https_errors=True)
    page = context.new_page()
    try:
        page.goto(f"{phone}/jobs/oar-cradle/at-the-wall")
        expect(page.get_by_role("alert")).to_contain_text("This phone was not let in")
        page.get_by_label("The code on the desk").fill("2222 2222")
        press(page, "Let this phone in")
        expect(page.get_by_role("alert")).to_contain_text("That is not the code on the desk")
        page.get_by_label("The code on the desk").fill(f"{found[2]} {found[3]}")
        page.get_by_label("What this phone is called").fill("Blue phone")
        press(page, "Let this phone in")
        expect(page.get_by_role("heading", name="Slipway House")).to_be_visible()
        page.goto(f"{phone}/jobs/oar-cradle/at-the-wall")
        at(page, "Check the parts")
        press(page, "All here, go on")
        saved(page)
        with pytest.raises(OSError):
            urllib.request.urlopen(phone.replace("https", "http"))
        with urllib.request.urlopen(f"{desk}/api/phones") as answer:
            assert [one["name"] for one in json.load(answer)["phones"]] == ["Blue phone"]
        at_desk = browser.new_context().new_page()
        at_desk.goto(f"{desk}/phone")
        at_desk.get_by_role("button", name="Shut Blue phone out").click()
        expect(at_desk.get_by_text("Blue phone")).to_have_count(0)
        at_desk.context.close()
        press(page, "All here, go on")
        expect(page.get_by_role("status").first).to_have_text("let in again first")
    finally:
        server.terminate()
        server.communicate()
        context.close()
