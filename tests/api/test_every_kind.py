"""Every kind of thing at every kind of place, through all seven stages, onto paper, out of the file and in again."""

from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient

from rockpin.api import make_app
from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Stage, VerdictWord
from rockpin.core.document.evidence import Filling, Location
from rockpin.core.document.job import JobDocument, Region, Site
from rockpin.core.document.post import Post
from rockpin.core.document.wall import Framing, HowKnown, Layer, StudRow, Wall
from rockpin.core.fixture import build, with_fixture
from rockpin.core.plan import make_plan
from rockpin.exchange import read_document, write_document
from rockpin.store import Store
from tests.builders import brick_wall, concrete_wall, job, plate_fixture, stud_wall

CATALOGUE = load_catalogue()
SHAPES = CATALOGUE.shape_by_key


def _trailer() -> Wall:
    layers = (
        Layer(material="timber_lining", thickness_mm=15),
        Layer(material="timber_studs", thickness_mm=40, filling=Filling.EMPTY),
        Layer(material="thin_panel", thickness_mm=3),
    )
    row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)
    return stud_wall().model_copy(
        update={"build_up": layers, "framing": Framing(row=row), "stands": Location.VEHICLE, "height_mm": 2600}
    )


def _post() -> Wall:
    post = Post(across_mm=114.3, section_wall_mm=5, x_mm=2000, deep_mm=2500, foot_mm=500, frost_mm=600, foot_seen=True)
    return Wall(id="wall", name="Mast", width_mm=4000, height_mm=3000, looked=True, post=post)


PLACES = {
    "studs": stud_wall(height_mm=2600),
    "brick": brick_wall(12, height_mm=2600),
    "concrete": concrete_wall(),
    "trailer": _trailer(),
    "post": _post(),
}


def document_of(shape: str, place: str) -> JobDocument:
    fixture = build(SHAPES[shape], {})
    x = 2000 - fixture.pieces[0].width_mm / 2
    return with_fixture(job(PLACES[place], plate_fixture(), round(x), 900), fixture)


@pytest.mark.parametrize("place", PLACES)
@pytest.mark.parametrize("shape", sorted(SHAPES))
def test_each_goes_through_all_seven_stages(shape: str, place: str) -> None:
    document = document_of(shape, place)
    made = make_plan(document, CATALOGUE)
    assert [one.stage for one in made.stages] == list(Stage)
    assert all(one.because for one in made.stages)
    # nothing that the job knows ends in "not planned yet"
    assert not [one.code for one in made.findings if one.code.endswith("not-planned")]
    numbers = [hole.number for hole in made.holes]
    assert numbers == list(range(1, len(numbers) + 1))
    for hole in made.holes:
        assert hole.chosen or hole.refused, hole.id
        # what goes in goes into such a place
        clamps = hole.chosen is not None and CATALOGUE.fixing_by_key[hole.chosen].method == "clamp"
        assert clamps is (hole.chosen is not None and place == "post")
        assert (hole.kind == "clamped") is (shape == "box_on_post")
        if hole.chosen and place == "trailer" and hole.cut.hole:
            assert hole.cut.hole.reach_mm <= 15 + 40 - 3
    drawn_up = {step.id for step in made.steps}
    if made.verdict.word is VerdictWord.READY:
        assert {"parts", "gather", "safe", "up", "try", "record"} <= drawn_up
        assert [step.number for step in made.steps] == list(range(1, len(made.steps) + 1))
        assert made.gather
    else:
        assert made.verdict.action or made.verdict.sentence
    if made.not_yet:
        assert made.verdict.word is VerdictWord.DO_NOT_DRILL
    # out and in again, the same document makes the same plan
    again = read_document(write_document(document).encode(), CATALOGUE)
    assert again == document
    assert make_plan(again, CATALOGUE) == made


@pytest.fixture(scope="module")
def client(tmp_path_factory: pytest.TempPathFactory) -> Iterator[TestClient]:
    store = Store(tmp_path_factory.mktemp("kinds") / "data.sqlite")
    with TestClient(
        make_app(store, CATALOGUE), headers={"x-rock-pin": "test", "content-type": "application/json"}
    ) as opened:
        yield opened


AT = {"box_on_post": "post", "cabinet": "studs", "headboard": "studs", "tall_cabinet": "studs", "screen_plate": "studs"}
PAPERS = ("template.pdf", "template.svg", "template.csv", "template.dxf", "sheet.pdf", "sheet.md", "record.pdf")


@pytest.mark.parametrize("shape", sorted(SHAPES))
def test_each_comes_onto_paper_and_back_from_the_file(shape: str, client: TestClient) -> None:
    body = write_document(document_of(shape, AT.get(shape, "concrete")))
    made = client.post("/api/documents", content=body)
    assert made.status_code == 201, made.text
    job_id = made.json()["id"]
    here = client.get(f"/api/jobs/{job_id}").json()
    for paper in PAPERS:
        answer = client.get(f"/api/jobs/{job_id}/{paper}")
        assert answer.status_code == 200, (paper, answer.text[:300])
        if paper.endswith("pdf"):
            assert answer.content.startswith(b"%PDF")
    whole = client.get(f"/api/jobs/{job_id}/document").content
    other = client.post("/api/documents", content=whole).json()["id"]
    there = client.get(f"/api/jobs/{other}").json()
    assert there["job"]["fixture"] == here["job"]["fixture"]
    assert there["plan"]["verdict"] == here["plan"]["verdict"]
    assert [hole["chosen"] for hole in there["plan"]["holes"]] == [hole["chosen"] for hole in here["plan"]["holes"]]


@pytest.mark.parametrize("shape", sorted(SHAPES))
def test_a_measure_that_changes_throws_away_nothing_that_was_entered_by_hand(shape: str, client: TestClient) -> None:
    body = write_document(document_of(shape, AT.get(shape, "concrete")))
    job_id = client.post("/api/documents", content=body).json()["id"]
    here = client.get(f"/api/jobs/{job_id}").json()
    fixture = here["job"]["fixture"]
    support = fixture["supports"][0]
    support["material"], support["name"] = "cast", "Own name"
    fixture["pieces"][0]["cog_x_mm"] = 33.0
    if fixture["device"]:
        fixture["device"]["thread"] = "m6"
    if fixture["enclosure"]:
        fixture["enclosure"]["exposure"] = "hose"
    asked = {"revision": here["revision"], "summary": "by hand", "job": here["job"]}
    here = client.put(f"/api/jobs/{job_id}", json=asked).json()
    measure = next(one for one in SHAPES[shape].measures if one.key in ("own", "depth", "width"))
    changed = {**here["job"]["fixture"]["measures"], measure.key: measure.start + 7}
    said = {"revision": here["revision"], "summary": "measured", "shape": shape, "measures": changed}
    after = client.put(f"/api/jobs/{job_id}/shape", json=said).json()["job"]["fixture"]
    assert after["measures"][measure.key] == measure.start + 7
    assert (after["supports"][0]["material"], after["supports"][0]["name"]) == ("cast", "Own name")
    assert after["pieces"][0]["cog_x_mm"] == 33.0
    assert after["device"] is None or after["device"]["thread"] == "m6"
    assert after["enclosure"] is None or after["enclosure"]["exposure"] == "hose"


def test_on_a_site_that_counts_in_inches_none_of_them_speaks_in_millimetres() -> None:
    site = Site(id="site", name="Shed", region=Region.NORTH_AMERICA, units="imperial", built_year=2010)
    for shape in ("screen_plate", "screen_arm", "heated_rail", "headboard", "tall_cabinet", "box_on_post"):
        document = document_of(shape, AT.get(shape, "studs")).model_copy(update={"site": site})
        made = make_plan(document, CATALOGUE)
        told = [one.sentence for one in made.findings] + [step.sentence for step in made.steps]
        told += [item.label for item in made.gather] + [stack.text for stack in made.fittings.stacks]
        assert not [text for text in told if " mm" in text and "bit" not in text and "pipe" not in text], told
