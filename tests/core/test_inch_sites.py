"""On an inch site no sentence speaks in millimetres; only what is bought and drilled by them is called so."""

import re
from collections.abc import Iterator

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Location
from rockpin.core.document.job import JobDocument, Region
from rockpin.core.plan import make_plan
from rockpin.core.questions import Supposed, how_deep, job_of, may_drill, what_goes_in
from rockpin.core.tables.references import called_in
from rockpin.demo import demo_documents

CATALOGUE = load_catalogue()
# what a thing is called on its packet, and a bit that no fraction of an inch comes near
NAMED = re.compile(
    r"[0-9.]+ mm (masonry|wood|twist|tile|bit|hole|body|screw|self-tapping|machine|coach|lag)"
    r"|(screw|plug|anchor|rod|nail|rivet|sleeve|toggle|hook|nut)s? [0-9.]+ mm|then [0-9.]+ mm|[0-9.]+ mm ×"
)
SIZES = {"label", "chosen_label", "hole_text", "bit_text", "diameter_text", "figure", "van_label", "pilot_bit_text"}


def sentences(part: object, key: str = "") -> Iterator[tuple[str, str]]:
    if isinstance(part, dict):
        for name, inside in part.items():
            yield from sentences(inside, name)
    elif isinstance(part, list):
        for inside in part:
            yield from sentences(inside, key)
    elif isinstance(part, str) and key not in SIZES:
        yield key, part


def in_millimetres(made: object) -> list[str]:
    found = []
    labels = sorted((row.label for row in (*CATALOGUE.fixings, *CATALOGUE.screws)), key=len, reverse=True)
    for key, text in sentences(made):
        rest = text
        for label in labels:
            rest = re.sub(re.escape(label), "", rest, flags=re.IGNORECASE)
        if re.search(r"[0-9] ?mm\b", NAMED.sub("", rest)):
            found.append(f"{key}: {text}")
    return found


def _in_inches(document: JobDocument) -> JobDocument:
    site = document.site.model_copy(update={"units": UnitSystem.IMPERIAL, "region": Region.NORTH_AMERICA})
    return document.model_copy(update={"site": site})


@pytest.mark.parametrize("document", demo_documents(), ids=lambda one: one.id)
def test_no_plan_of_the_demo_speaks_in_millimetres(document: JobDocument) -> None:
    assert in_millimetres(make_plan(_in_inches(document), CATALOGUE).model_dump(mode="json")) == []


def test_it_is_found_where_it_is_said() -> None:
    assert in_millimetres({"sentence": "Move it 40 mm to the right."})
    assert not in_millimetres({"sentence": "Hole 1: 10 mm masonry bit, 2 in deep."})


@pytest.mark.parametrize("wall", ["board_on_studs", "plastered_brick", "cast_concrete", "lath_and_plaster", None])
def test_no_answer_speaks_in_millimetres(wall: str | None) -> None:
    asked = Supposed(
        region=Region.NORTH_AMERICA, units=UnitSystem.IMPERIAL, wall=wall, shape="shelf", stands=Location.OUTSIDE
    )
    for answer in (what_goes_in(asked, CATALOGUE), how_deep(asked, CATALOGUE), may_drill(asked, CATALOGUE)):
        assert in_millimetres(answer.model_dump(mode="json")) == []
    job = job_of(asked, CATALOGUE)
    leaning = job.wall.model_copy(update={"edge_slope_mm_per_m": 6.0})
    plan = make_plan(job.model_copy(update={"walls": (leaning,)}), CATALOGUE)
    assert in_millimetres(plan.model_dump(mode="json")) == []


BRITISH = re.compile(r"plasterboard|timber stud|coach screw|spanner|noggin|skirting|torch", re.IGNORECASE)


@pytest.mark.parametrize("thing", ["shelf", "kitchen_wall_cabinet", "towel_rail", "curtain_pole"])
def test_answers_there_are_in_the_trade_words_of_the_place(thing: str) -> None:
    """Whoever hangs a towel bar on drywall is not told of a towel rail on plasterboard, and is known by either name."""
    for wall in ("board_on_studs", "plastered_brick", *((None,) if thing == "shelf" else ())):
        for in_studs in {False, wall == "board_on_studs"}:
            asked = Supposed(
                shape=thing, wall=wall, in_studs=in_studs, region=Region.NORTH_AMERICA, units=UnitSystem.IMPERIAL
            )
            said = what_goes_in(asked, CATALOGUE).model_dump(mode="json")
            assert [text for _, text in sentences(said) if BRITISH.search(text)] == []
            assert "rail" not in said["title"]
            assert "pole" not in said["title"]
    there = CATALOGUE.in_words_of(Region.NORTH_AMERICA)
    for name in ("towel rail by the bath", "towel bar by the bath"):
        called = called_in(name, there)
        assert called is not None
        assert (called.key, called.label) == ("towel_rail", "Towel bar")
