"""What is kept changes nothing: plans are the same to the bit with it and without, whatever was planned before."""

from collections.abc import Iterable

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Finding
from rockpin.core.base.keeping import Keep
from rockpin.core.capacity import assess_pairs
from rockpin.core.document.job import JobDocument
from rockpin.core.plan import Plan, compute_stages, make_plan
from rockpin.core.plan.heavier import in_hand
from rockpin.core.plan.stages import respotted
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


def _verdicts(plan: Plan) -> object:
    """All of a plan but the words in which findings are told, and the lists of what else holds at a hole."""

    def told(findings: Iterable[Finding]) -> list[object]:
        return [(one.severity, one.stage, one.code, one.where, one.figures) for one in findings]

    words = {"verdict": None, "not_yet": (), "stages": ()}
    holes = tuple(hole.model_copy(update={"candidates": (), "refused": (), "verdict": None}) for hole in plan.holes)
    return (
        plan.model_copy(update={**words, "holes": holes}).model_dump_json(),
        [(plan.verdict.word, len(plan.not_yet)), *((one.verdict.word, told(one.findings)) for one in plan.stages)],
        [(hole.verdict.word, hole.verdict.hole) for hole in plan.holes],
    )


def test_while_it_is_moved_only_what_nobody_reads_is_left() -> None:
    catalogue, told = load_catalogue(), 0
    for document in [*demo_documents(), *random_jobs(12, 6, catalogue)]:
        here, moved, *_ = _changed(document)
        at_rest, whole = make_plan(here, catalogue), make_plan(moved, catalogue)
        if at_rest.advice.sentence != whole.advice.sentence:
            continue
        kept = {name: getattr(at_rest, name) for name in ("advice", "heavier_text", "gather", "steps", "people")}
        # what to stand on is part of the work, too
        lying = tuple(one for one in whole.cautions if "jams throws one" not in one)
        whole = whole.model_copy(update={**kept, "cautions": lying})
        moving = make_plan(moved, catalogue, at_rest=at_rest)
        assert _verdicts(moving) == _verdicts(whole)
        assert all(not hole.candidates and not hole.refused for hole in moving.holes)
        told += 1
    assert told > 20


def test_what_is_known_of_a_hole_is_no_part_of_other_loads() -> None:
    """A hole that was judged is judged under other loads as if nobody had asked before."""
    catalogue = load_catalogue()
    tables = catalogue.capacity
    for document in [*demo_documents(), *random_jobs(12, 7, catalogue)]:
        held = in_hand(document.fixture, "lean")
        other = document.model_copy(update={"fixture": held})
        done = compute_stages(document, catalogue)
        if document.placement.second_wall_id or not done.spots:
            continue
        fresh = compute_stages(other, catalogue).spots
        under = respotted(done.job.model_copy(update={"fixture": in_hand(done.job.fixture, "lean")}), done, catalogue)
        pairs = [[(row, spot) for spot in some for row in done.catalogue.fixings] for some in (under, fresh)]
        one, another = ([(made.use, made.refusals) for made in assess_pairs(some, tables)] for some in pairs)
        assert one == another
