"""Off the network, on two screens, over a reload and a killed server: each thing that was done is there, once."""

import io
import json
import re
import subprocess
import sys
import urllib.request
from pathlib import Path

import pytest
from PIL import Image
from playwright.sync_api import Browser, expect

from tests.e2e.at_the_wall import PHONE, at, drill, job_of, press, saved
from tests.e2e.conftest import OpenPage


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
