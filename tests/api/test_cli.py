"""The command line: the same figures and the same refusals as the screen, from files."""

import json
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from typer.testing import CliRunner

from bench.ordinary_refused import REFUSED
from rockpin.api import make_app
from rockpin.catalogue import load_catalogue
from rockpin.cli import app
from rockpin.core.plan import ways_out
from rockpin.core.plan.make import make_plan
from rockpin.demo import demo_documents, load_demo
from rockpin.exchange import write_document
from rockpin.exchange.sheets import sheet_markdown
from rockpin.store.repository import Store
from tests.api import OWN


def run(*words: str | Path) -> tuple[int, str, str]:
    result = CliRunner().invoke(app, [str(word) for word in words])
    return result.exit_code, result.stdout, result.stderr


def test_plan_and_sheet_of_a_file_say_the_same(tmp_path: Path) -> None:
    document = demo_documents()[0]
    file = tmp_path / "job.json"
    file.write_text(write_document(document), encoding="utf-8")
    made = make_plan(document, load_catalogue())
    code, out, _ = run("plan", file)
    assert (code, json.loads(out)) == (0, json.loads(made.model_dump_json()))
    assert run("sheet", file)[1] == sheet_markdown(made)
    file.write_text("{", encoding="utf-8")
    assert run("sheet", file)[0] == 2
    assert "is no JSON" in run("plan", file)[2]


def test_the_kit_and_own_fixings_go_in_and_out_as_tables(tmp_path: Path) -> None:
    data = ("--data", tmp_path / "d.sqlite")
    kit, rows = tmp_path / "kit.csv", tmp_path / "rows.csv"
    kit.write_text(
        "what,key,length_mm,count,price,kind\nfixing,nylon_plug_8,,12,0.5,\nbit,8,,1,,tile\n", encoding="utf-8"
    )
    assert run("kit", kit, *data)[:2] == (0, "1 fixings, 0 screws, 1 bits, 0 tools\n")
    assert run("kit", *data)[1] == kit.read_text(encoding="utf-8")
    faulty = tmp_path / "bad.csv"
    faulty.write_text("what,key\nfixing,ghost\n", encoding="utf-8")
    code, _, told = run("kit", faulty, *data)
    assert (code, told) == (2, "line 2, key: “ghost” is no fixing of the catalogue\n")
    assert run("kit", *data)[1] == kit.read_text(encoding="utf-8")

    head, *lines = run("fixings", *data)[1].splitlines()
    mine = next(line for line in lines if ",nylon_plug_8," in line).replace("nylon_plug_8", "market_plug")
    rows.write_text(f"{head}\n{mine}\n", encoding="utf-8")
    assert run("fixings", rows, *data)[:2] == (0, "1 fixings of your own\n")
    assert any(",market_plug," in line for line in run("fixings", *data)[1].splitlines())
    faulty.write_bytes(b"\xff\xfe\x00")
    assert "is no UTF-8 text" in run("fixings", faulty, *data)[2]


def test_the_ways_that_work_are_the_same_by_command_and_by_screen(tmp_path: Path) -> None:
    row = next(one for one in REFUSED if one.key == "one-screw-swing")
    document, file = row.job(), tmp_path / "job.json"
    file.write_text(write_document(document), encoding="utf-8")
    code, out, _ = run("ways", file)
    told = [line.split("\t") for line in out.splitlines()]
    assert code == 0
    assert told == [[way.word.value, way.sentence] for way in ways_out(document, load_catalogue())]
    store = Store(tmp_path / "d.sqlite")
    with TestClient(make_app(store, load_catalogue(), tmp_path), headers=OWN) as client:
        made = client.post("/api/documents", content=file.read_text(encoding="utf-8")).json()["id"]
        shown = client.get(f"/api/jobs/{made}/ways-out").json()
        assert [[way["word"], way["sentence"]] for way in shown] == told
        # what is named is what comes of it
        now = client.get(f"/api/jobs/{made}").json()
        changed = now["job"] | {name: shown[0]["job"][name] for name in ("fixture", "placement", "choices")}
        body = {"revision": now["revision"], "summary": "a way that works", "job": changed}
        saved = client.put(f"/api/jobs/{made}", json=body).json()
        assert saved["plan"]["verdict"]["word"] == shown[0]["word"]
    file.write_text("{", encoding="utf-8")
    assert run("ways", file)[0] == 2


@pytest.mark.parametrize("form", ["pdf", "svg", "csv", "pole", "pole-csv"])
def test_what_is_carried_to_the_wall_is_the_same_by_command_and_by_screen(tmp_path: Path, form: str) -> None:
    store = Store(tmp_path / "data.sqlite")
    load_demo(store)
    file = tmp_path / "job.json"
    file.write_text(write_document(store.whole_document("oar-cradle", load_catalogue())))
    done = CliRunner().invoke(app, ["template", str(file), "--form", form, "--paper", "letter", "--line", "up"])
    assert done.exit_code == 0
    with TestClient(make_app(store, load_catalogue(), tmp_path)) as client:
        shown = client.get(f"/api/jobs/oar-cradle/template.{form}", params={"paper": "letter", "along": "up"})
        assert shown.content == done.stdout_bytes
        assert client.get("/api/jobs/oar-cradle/template.dwg").status_code == 422
        assert client.get("/api/jobs/ghost/template.pdf").status_code == 404


def test_a_question_is_asked_in_words_and_answered_as_on_the_screen(tmp_path: Path) -> None:
    by_key = run("ask", "goes-in", "--thing", "grab_rail", "--wall", "fair_faced_brick")
    assert by_key[0] == 0
    assert run("ask", "goes-in", "--thing", "Grab rail", "--wall", "fair faced") == by_key
    # by its everyday name, the plainest first
    for said, key in (
        ("towel rail", "towel_rail"),
        ("tv on an", "tv_on_arm"),
        ("Kitchen cabinet", "kitchen_wall_cabinet"),
        # and by what else people call it: the name as it stands before one that has it in it
        ("toilet-roll holder", "paper_holder"),
        ("towel radiator", "heated_towel_rail"),
        ("Grab bar", "grab_rail"),
    ):
        assert run("ask", "goes-in", "--thing", said, "--wall", "brick") == run(
            "ask", "goes-in", "--thing", key, "--wall", "brick"
        )
    # what holds nothing is asked for by its weight
    heavy = ("ask", "goes-in", "--thing", "tv on an", "--wall", "plastered_brick")
    assert run(*heavy, "--holds", "5kg") != run(*heavy, "--holds", "12kg")
    assert "screen's weight 5 kg" in run(*heavy)[1]
    hooked = ("ask", "goes-in", "--thing", "hook", "--wall", "plastered_brick", "--hand")
    assert "a hard tug" in run(*hooked, "tug")[1]
    assert run(*hooked, "hard tug") == run(*hooked, "tug") != run(*hooked, "touch")
    assert run(*hooked, "shove")[2].strip() == "Hand: “shove” is not known here; there are none, touch, use, tug, lean"
    with TestClient(make_app(Store(tmp_path / "d.sqlite"), load_catalogue()), headers={"x-rock-pin": "a"}) as client:
        answer = client.post("/api/ask/goes-in", json={"shape": "grab_rail", "wall": "fair_faced_brick"}).json()
    assert f"{answer['title']}: {answer['verdict']['label']}." in by_key[1]
    assert all(way in by_key[1] for way in answer["ways"])
    # what carries people in motion is not planned, and that is said by the name it was asked by
    code, out, told = run("ask", "goes-in", "--thing", "pull-up bar", "--wall", "brick")
    assert (code, out) == (2, "")
    assert told.startswith("Thing: “pull-up bar” is not planned here. It carries people in motion")
    # a slip of the pen is met with what may be meant
    assert (
        "“curtin pole” is not known here; did you mean curtain_pole? There are"
        in run("ask", "goes-in", "--thing", "curtin pole")[2]
    )
    for words, field in ((("--thing", "sofa"), "thing"), (("--thing", "hook", "--wall", "straw"), "wall")):
        code, out, told = run("ask", "goes-in", *words)
        assert (code, out) == (2, "")
        assert told.startswith(f"{field.title()}: “{words[-1]}” is not known here; there are ")


def test_what_was_measured_is_said_in_words_and_refused_in_the_units_of_whoever_asks() -> None:
    cabinet = ("ask", "goes-in", "--thing", "cabinet", "--wall", "plastered_brick")
    code, out, _ = run(*cabinet, "--measure", "width=40cm", "--measure", "own=9kg", "--in", "wet")
    assert code == 0
    assert (
        out == run(*cabinet, "--measure", "width=400", "--measure", "bar=360", "--measure", "own=9", "--in", "wet")[1]
    )
    assert "stainless" in out
    assert "its own weight" not in out.split("You did not give")[1]
    pair = ("--thing", "keyholes", "--measure", "across=12in", "--measure", "width=8in")
    for units, told in (("metric", "304.8 mm is more than there is of “Piece, wide”, 203.2 mm"), ("imperial", "12 in")):
        code, out, said = run("ask", "goes-in", *pair, "--units", units)
        assert (code, out) == (2, "")
        assert said.startswith(f"Keyholes apart: {told}")
    for words, told in (
        (("--measure", "width"), "Measure: “width” has no value; write it like width=40cm"),
        (("--measure", "tail=3"), "Measure: “tail” is no measure of it; there are width, height,"),
        (("--measure", "clips=two"), "Clips: “two” is no number; give one"),
        (("--in", "damp"), "Environment is “damp”; give "),
    ):
        code, out, said = run(*cabinet, *words)
        assert (code, out) == (2, "")
        assert said.startswith(told)


def test_what_is_in_hand_is_told_as_it_is_sold_there() -> None:
    there = ("--units", "imperial", "--region", "north_america")
    code, out, _ = run("ask", "bit", "--screw", "#8 x 2 1/2", "--wall", "drywall", "--in-studs", *there)
    assert code == 0
    assert "Screw #8 × 2 1/2 in" in out
    plug = run("ask", "bit", "--plug", "5/16 x 1 1/2", "--wall", "brick", "--bits", "1/8,5/16", *there)[1]
    assert plug.startswith("Plug 5/16 in × 1 1/2 in: 5/16 in masonry bit")
    code, _, told = run("ask", "bit", "--plug", "8x", "--wall", "brick")
    assert code == 2
    assert "“8x” is not a size" in told
