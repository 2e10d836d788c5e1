"""Hooks that go into board by hand: only for what hangs, only in sound gypsum board, and without a drill."""

from typing import Any

import pytest

from bench.ordinary_jobs import hook, job, mirror, picture, studs, two_boards
from rockpin.core.document.fixture import Environment, Fixture
from rockpin.core.document.job import Choice
from rockpin.core.document.wall import Layer, Wall
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from rockpin.core.tables.catalogue import Catalogue


def _light(kg: float = 2) -> Fixture:
    made = picture()
    return made.model_copy(update={"pieces": (made.pieces[0].model_copy(update={"mass_kg": kg}),), "hand": "none"})


def planned(fixture: Fixture, catalogue: Catalogue, wall: Wall | None = None, x_mm: float = 330, **more: Any) -> Plan:
    return make_plan(job(wall or studs(), fixture, x_mm, 1200, **more), catalogue)


def _why(plan: Plan, key: str) -> str:
    return " ".join(reason for one in plan.holes[0].refused if one.fixing == key for reason in one.reasons)


def test_a_light_picture_hangs_on_pins_and_no_drill_is_named(catalogue: Catalogue) -> None:
    taken = (Choice(hole_id="hole", fixing="pin_hook"),)
    made = planned(_light(), catalogue, choices=taken)
    hole = made.holes[0]
    assert hole.working
    assert hole.card
    # 2 kg of picture, leaning: 19.6 N along the wall of 45 N × 0.9 for ever, and its top pulled off by
    # 19.6 × 12.5 / (hook's height above the lower edge, 370) at the most
    weight = 2 * 9.80665
    lasting = weight / (45 * 0.9)
    assert lasting < hole.working.use < lasting + (weight * 12.5 / 350) / (10 * 0.9) + 0.02
    assert (hole.card.bit_text, hole.card.bit_words) == ("none", "pushed in by hand")
    words = " ".join(item.label for item in made.gather)
    assert "Picture hook on two slanting pins" in words
    assert "bit" not in words
    assert "screw" not in words.lower()
    assert [step.id for step in made.steps if step.at] == ["mark", "set-pin_hook", "up", "draw-up", "try", "record"]
    assert next(step.title for step in made.steps if step.id == "set-pin_hook") == "Push in"


@pytest.mark.parametrize("key", ["pin_hook", "wire_hook"])
def test_where_a_hook_does_not_go(key: str, catalogue: Catalogue) -> None:
    # what is screwed to the wall does not hang on a hook
    assert "It is a hook" in _why(planned(hook("none", 6.5), catalogue, x_mm=580), key)
    assert "nothing else" in _why(
        planned(_light(), catalogue, studs(89).model_copy(update={"build_up": _cement()})), key
    )
    assert "It reaches through 16 mm" in _why(planned(_light(), catalogue, two_boards()), key)
    wet = _light().model_copy(update={"environment": Environment.WET})
    assert "rusts" in _why(planned(wet, catalogue), key)
    # a mirror of 20 kg on two hooks is not ready however light the hand
    assert "Too weak" in _why(planned(mirror(20), catalogue, x_mm=500), key)


def _cement() -> tuple[Layer, ...]:
    return (
        Layer(material="fibre_cement_board", thickness_mm=12.5),
        Layer(material="timber_studs", thickness_mm=89),
        Layer(material="gypsum_board", thickness_mm=12.5),
    )


def test_a_wire_does_not_turn_in_a_stud(catalogue: Catalogue) -> None:
    # hanger in the middle of the picture: 250 from its left edge; the stud stands at 400
    at_stud = planned(_light(), catalogue, x_mm=150)
    assert "the stud may be there" in _why(at_stud, "wire_hook")
    assert "pin_hook" in {one.fixing for one in at_stud.holes[0].candidates}
