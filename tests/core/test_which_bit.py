"""Which bit for the plug or screw in hand: depth, pilot, one's own bits, and what does not go into a wall."""

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.capacity.board_setting import bit_rule
from rockpin.core.drilling.bits import BitBox
from rockpin.core.questions import (
    BitQuestion,
    InHand,
    which_bit,
)

CATALOGUE = load_catalogue()


def test_the_depth_for_a_plug_is_skin_and_screw_and_dust() -> None:
    """8 × 40 under 12 mm of plaster: the screw reaches one diameter past the plug, and 6 mm are for its dust."""
    answer = which_bit(BitQuestion(wall="fair_faced_brick", plaster_mm=12), CATALOGUE)
    card = answer.card
    assert card is not None
    assert (card.bit_mm, card.steps[0].layer, card.steps[0].hammer) == (8, "Plaster", "off")
    # a 6 mm screw through a 3 mm plate: 12 + 40 + 6 in the wall are 58, with the plate 61; the next in the shop is 70
    assert card.screw_text == "6 × 70"
    assert card.depth_mm == pytest.approx(70 - 3 + 6)


def test_own_bits_are_used_and_a_missing_one_is_bought() -> None:
    own = which_bit(BitQuestion(wall="cast_concrete", bits_mm=(6, 8)), CATALOGUE).card
    none = which_bit(BitQuestion(wall="cast_concrete", bits_mm=(6, 10)), CATALOGUE).card
    assert own is not None
    assert none is not None
    assert (own.bit_buy, none.bit_buy) == (False, True)


@pytest.mark.parametrize(
    ("in_hand", "size", "wall", "studs", "says"),
    [
        (InHand.PLUG, (6, 30), "board_on_studs", False, "in board a plug has nothing to spread against"),
        (InHand.SCREW, (5, 60), "plastered_brick", False, "no wood in this wall"),
        (InHand.SCREW, (8, 80), "board_on_studs", True, "It wants a screw of"),
    ],
)
def test_what_does_not_go_into_a_wall_says_why(
    in_hand: InHand, size: tuple[float, float], wall: str, studs: bool, says: str
) -> None:
    asked = BitQuestion(in_hand=in_hand, diameter_mm=size[0], length_mm=size[1], wall=wall, in_studs=studs)
    answer = which_bit(asked, CATALOGUE)
    assert answer.card is None
    assert says in " ".join(answer.against)
    if in_hand is InHand.SCREW:
        assert answer.instead


def test_a_screw_into_a_stud_is_drilled_ahead_for_its_root() -> None:
    """A wood screw of 5 mm has a root of 3 to 3.3 mm; in spruce it is drilled ahead with 70 % of that."""
    card = which_bit(
        BitQuestion(in_hand=InHand.SCREW, diameter_mm=5, length_mm=60, wall="board_on_studs", in_studs=True), CATALOGUE
    ).card
    assert card is not None
    assert card.screw_text == "5 × 60"
    root = CATALOGUE.screw_by_key["wood_5_0"].root_mm
    assert card.bit_mm == pytest.approx(0.7 * root, abs=0.5)
    assert card.bit_mm <= 0.7 * root + 0.05


def test_a_plug_for_board_says_that_an_ordinary_one_is_none() -> None:
    answer = which_bit(BitQuestion(wall="board_on_studs"), CATALOGUE)
    assert answer.label == "Flanged plastic plug"
    assert "ordinary expanding plug" in " ".join(answer.assumed)


def test_a_size_that_nothing_comes_near_is_refused_by_name() -> None:
    with pytest.raises(BadInput, match="no plug near 30 mm"):
        which_bit(BitQuestion(diameter_mm=30), CATALOGUE)


@pytest.mark.parametrize("system", list(UnitSystem))
def test_no_bit_that_is_named_makes_the_hole_too_wide_for_what_goes_in(system: UnitSystem) -> None:
    """A rivet of 4 mm in a hole of 4.5 turns: where the shop's series has no bit for it, its own is bought."""
    sizes = tuple(sorted(size for row in CATALOGUE.bits if row.system is system for size in row.sizes_mm))
    box, over = BitBox(sizes, system, CATALOGUE.figures.drilling), CATALOGUE.figures.capacity.drilled_over_mm
    anchors = [one for one in CATALOGUE.fixings if one.method == "board" and system in one.systems]
    for anchor in anchors:
        # through two boards even what cuts its own hole is drilled for
        bit = box.choose(anchor.hole_mm, bit_rule(anchor, boards=2))
        assert bit.diameter_mm <= anchor.hole_mm + over, anchor.key
        if anchor.kind in ("rivet", "rivet_nut"):
            assert bit.diameter_mm == pytest.approx(anchor.hole_mm, abs=0.05)
            assert bit.buy is (min(abs(size - anchor.hole_mm) for size in sizes) > 0.05)


def test_a_plug_of_no_size_of_ours_is_taken_for_a_plug_and_not_for_what_stands_off() -> None:
    """10 × 60 lies between ours of 50 and the long ones; the one of 60 that comes with a sleeve is none by itself."""
    for mm in (50, 60, 70):
        answer = which_bit(BitQuestion(diameter_mm=10, length_mm=mm, wall="cast_concrete"), CATALOGUE)
        assert answer.card is not None, answer.against
        assert answer.card.depth_mm > mm
        assert answer.label == f"Plug 10 × {mm}"
    inches = BitQuestion(diameter_mm=6.35, length_mm=25.4, wall="fair_faced_brick", units=UnitSystem.IMPERIAL)
    assert which_bit(inches, CATALOGUE).label == "Plug 1/4 in × 1 in"
