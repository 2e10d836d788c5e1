"""Sharing a load among supports, against the printed reactions of continuous beams."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.core.demand.beam import continuous_share, load_shares, simple_share


def test_two_supports_by_the_lever_rule_with_overhang() -> None:
    # supports at 0 and 800, load at 1000: the right one takes 1000/800, the left is lifted by 200/800
    assert simple_share([0, 800], 1000) == pytest.approx([-0.25, 1.25])
    assert continuous_share([0, 800], 200) == pytest.approx([0.75, 0.25])


def test_two_equal_spans_with_a_load_in_the_middle_of_one() -> None:
    # the classical figures 13/32, 22/32, -3/32 of P
    assert continuous_share([0, 100, 200], 50) == pytest.approx([13 / 32, 22 / 32, -3 / 32])


def test_a_spread_load_on_two_equal_spans() -> None:
    # uniform over both spans: 3/16, 10/16, 3/16 continuous and 1/4, 1/2, 1/4 as simple spans
    shares_found = load_shares((0.0, 100.0, 200.0), 100.0, 200.0)
    assert shares_found[2].shares == pytest.approx([1 / 4, 1 / 2, 1 / 4], abs=0.01)
    assert shares_found[3].shares == pytest.approx([3 / 16, 10 / 16, 3 / 16], abs=0.005)


@given(
    st.lists(st.integers(0, 300), min_size=2, max_size=6, unique=True).map(lambda xs: [10.0 * x for x in sorted(xs)]),
    st.floats(-500, 3500),
)
def test_shares_carry_the_load_and_its_moment(supports: list[float], x: float) -> None:
    for rule in (simple_share, continuous_share):
        shares = rule(supports, x)
        assert sum(shares) == pytest.approx(1, abs=1e-6)
        assert sum(s * place for s, place in zip(shares, supports, strict=True)) == pytest.approx(x, abs=1e-3)
