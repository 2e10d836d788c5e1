"""What is kept changes nothing: plans are the same to the bit with it and without, whatever was planned before."""

from rockpin.catalogue import load_catalogue
from rockpin.core.base.keeping import Keep
from rockpin.core.document.job import JobDocument
from rockpin.core.plan import make_plan
from rockpin.demo import demo_documents
from tests.random_jobs import random_jobs


def _changed(document: JobDocument) -> list[JobDocument]:
    """The same job as a finger and a pencil change it: elsewhere, heavier, with a sounding taken out, and as it was."""
    moved = document.placement.model_copy(update={"x_mm": document.placement.x_mm + 37})
    first, *others = document.fixture.pieces
    heavier = document.fixture.model_copy(
        update={"pieces": (first.model_copy(update={"mass_kg": first.mass_kg + 1}), *others)}
    )
    bare = tuple(wall.model_copy(update={"evidence": wall.evidence[1:]}) for wall in document.walls)
    return [
        document,
        document.model_copy(update={"placement": moved}),
        document.model_copy(update={"fixture": heavier}),
        document.model_copy(update={"walls": bare}),
        document,
    ]


def test_plans_are_the_same_with_what_is_kept_and_without() -> None:
    catalogue = load_catalogue()
    roomy, narrow = Keep(1000), Keep(2)
    for document in [*demo_documents(), *random_jobs(12, 5, catalogue)]:
        for one in _changed(document):
            plain = make_plan(one, catalogue).model_dump_json()
            assert make_plan(one, catalogue, roomy).model_dump_json() == plain
            assert make_plan(one, catalogue, narrow).model_dump_json() == plain


def test_another_catalogue_is_asked_anew() -> None:
    shipped, keep, document = load_catalogue(), Keep(1000), demo_documents()[0]
    fewer = shipped.model_copy(update={"fixings": shipped.fixings[:6]})
    make_plan(document, shipped, keep)
    assert make_plan(document, fewer, keep) == make_plan(document, fewer)


def test_no_more_is_kept_than_allowed_and_the_longest_unused_goes_first() -> None:
    keep, owner, asked = Keep(2), object(), []

    def of(name: str) -> str:
        def work() -> str:
            asked.append(name)
            return name

        return keep.of("room", owner, (name,), work)

    for name in "abacab":
        assert of(name) == name
    # c drove out b, which had not been asked for longest; then b drove out c
    assert asked == ["a", "b", "c", "b"]
