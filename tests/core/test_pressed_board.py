"""Board over a void bears the edge of a plate no harder than the anchor beside it is worth."""

from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Severity, VerdictWord
from rockpin.core.document.job import Choice, JobDocument
from rockpin.core.plan import Plan, make_plan
from rockpin.core.questions.supposed import Supposed, supposed_job

WORDS = [VerdictWord.READY, VerdictWord.PROVE_FIRST, VerdictWord.DO_NOT_DRILL]
CATALOGUE = load_catalogue()


def ledge(mass_kg: float, depth_mm: float = 246.0, up_mm: float = 78.0) -> JobDocument:
    """A plate of 226 × 160 with four wide holes on two boards between studs, its weight half its depth off the wall."""
    measures = {"height": 175.0, "plate_width": 226.0, "across": 134.0, "up": up_mm, "hole": 11.0}
    asked = {"shape": "plate", "wall": "two_boards_on_studs", "hand": "none", "looked": True}
    told = {"measures": measures | {"own": mass_kg, "depth": depth_mm}}
    return supposed_job(Supposed.model_validate(asked | told), CATALOGUE)


def with_all(document: JobDocument, fixing: str) -> JobDocument:
    holes = [hole.id for part in document.fixture.supports for hole in part.holes]
    return document.model_copy(update={"choices": tuple(Choice(hole_id=hole, fixing=fixing) for hole in holes)})


def in_hands(document: JobDocument, hand: str) -> JobDocument:
    return document.model_copy(update={"fixture": document.fixture.model_copy(update={"hand": hand})})


def planned(document: JobDocument) -> Plan:
    return make_plan(document, CATALOGUE)


def codes(made: Plan) -> set[str]:
    return {finding.code for finding in made.findings}


def test_an_anchor_is_chosen_that_holds_as_much_as_the_edge_presses() -> None:
    weak = planned(with_all(ledge(3.2), "self_drilling_zinc"))
    found = next(one for one in weak.findings if one.code == "board-pressed-in")
    # held by its first screw alone, 119 above the plate's lower edge and no more than 5 less from what it turns about
    assert found.figures["compression_n"] >= 3.2 * 9.80665 * 123 / 119
    assert found.figures["limit_n"] < found.figures["compression_n"]
    better = planned(ledge(3.2))
    assert "board-pressed-in" not in codes(better)
    # with the anchor of the least work every screw would hold: it is the board alone that speaks against it
    assert weak.verdict.word is VerdictWord.DO_NOT_DRILL
    assert {one.code for one in weak.findings if one.severity is Severity.DO_NOT_DRILL} == {"board-pressed-in"}


@settings(max_examples=25, deadline=None)
@given(st.floats(1, 6), st.floats(60, 300), st.floats(40, 110))
def test_a_heavier_piece_is_never_judged_better(mass: float, depth: float, up: float) -> None:
    words = [WORDS.index(planned(ledge(mass * more, depth, up)).verdict.word) for more in (1.0, 1.3, 1.7)]
    assert all(lighter <= heavier for lighter, heavier in pairwise(words))


@settings(max_examples=15, deadline=None)
@given(st.floats(1, 5), st.floats(60, 300), st.floats(60, 110))
def test_no_other_anchor_that_holds_everywhere_is_judged_better(mass: float, depth: float, up: float) -> None:
    document = ledge(mass, depth, up)
    mine = planned(document)
    named = [{one.fixing for one in hole.candidates} for hole in mine.holes]
    for other in sorted(set.intersection(*named)):
        assert WORDS.index(mine.verdict.word) <= WORDS.index(planned(with_all(document, other)).verdict.word), other


def test_a_heavier_hand_counts_what_the_board_bears_too() -> None:
    # the piece by itself is held by every anchor and presses little; somebody who uses it presses the edge in
    light = ledge(2.3)
    assert "board-pressed-in" not in codes(planned(light))
    for hand, next_hand in (("none", "touch"), ("touch", "use")):
        told = planned(in_hands(light, hand))
        chosen = told.holes[0].chosen
        assert chosen is not None
        after = planned(with_all(in_hands(light, next_hand), chosen))
        assert told.heavier_text is not None
        if "would be held too" in told.heavier_text:
            assert after.verdict.word is not VerdictWord.DO_NOT_DRILL
        if "press it in" in told.heavier_text:
            assert "board-pressed-in" in codes(after)


@settings(max_examples=20, deadline=None)
@given(st.floats(1, 4), st.floats(60, 300), st.sampled_from(["none", "touch"]))
def test_what_is_said_of_the_next_hand_is_what_its_plan_says(mass: float, depth: float, hand: str) -> None:
    document = in_hands(ledge(mass, depth), hand)
    now = planned(document)
    next_hand = {"none": "touch", "touch": "use"}[hand]
    if now.verdict.word is VerdictWord.DO_NOT_DRILL or now.heavier_text is None:
        return
    kept = tuple(Choice(hole_id=hole.id, fixing=hole.chosen) for hole in now.holes if hole.chosen)
    after = planned(in_hands(document.model_copy(update={"choices": kept}), next_hand))
    refused = {one.code for one in after.findings if one.severity is Severity.DO_NOT_DRILL}
    assert ("would be held too" in now.heavier_text) is (refused == set())
    assert ("press it in" in now.heavier_text) is (refused == {"board-pressed-in"})


def test_what_leans_with_a_wide_back_presses_no_board_beside_an_anchor() -> None:
    document = with_all(ledge(3.2), "self_drilling_zinc")
    wide = CATALOGUE.figures.choice.leans_wide_mm
    support = document.fixture.supports[0].model_copy(update={"leans": True})
    for width, pressed in ((wide, False), (wide - 1, True)):
        piece = document.fixture.pieces[0].model_copy(update={"width_mm": width})
        fixture = document.fixture.model_copy(update={"supports": (support,), "pieces": (piece,)})
        done = planned(document.model_copy(update={"fixture": fixture}))
        assert ("board-pressed-in" in codes(done)) is pressed
