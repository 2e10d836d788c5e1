"""The dowel equations against printed tables, and each mode against statics worked out anew."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.core.capacity.dowel import MPA_PER_PSI, DowelJoint, bearing_mpa, bending_yield_mpa, reference_shear, yields

N_PER_LB = 4.4482216
IN = 25.4
A653, A36 = 61_850 * MPA_PER_PSI, 87_000 * MPA_PER_PSI


def plated(
    nominal_in: float,
    root_in: float,
    gravity: float,
    plate_in: float,
    side_mpa: float,
    angle: float,
    gap_in: float = 0.0,
) -> tuple[float, str]:
    """Z [lb] and its mode for a steel plate on a screw driven 10 or 8 diameters into wood."""
    deep = 10 if nominal_in < 0.25 else 8
    joint = DowelJoint(
        side_mpa=side_mpa,
        side_mm=plate_in * IN,
        main_mpa=bearing_mpa(gravity, nominal_in * IN, angle),
        main_mm=deep * nominal_in * IN,
        gap_mm=gap_in * IN,
        diameter_mm=root_in * IN,
        yield_mpa=bending_yield_mpa(nominal_in * IN),
    )
    z = reference_shear(joint, nominal_in * IN, angle)
    return z.force_n / N_PER_LB, z.mode


# --- printed -----------------------------------------------------------------------------------------------------

GRAVITIES = (0.67, 0.55, 0.50, 0.49, 0.46, 0.43, 0.42, 0.37, 0.36, 0.35)


@pytest.mark.parametrize(
    ("nominal", "root", "printed"),
    [
        (0.138, 0.113, (89, 76, 70, 69, 66, 62, 60, 54, 53, 52)),
        (0.151, 0.122, (99, 84, 78, 76, 72, 68, 67, 60, 59, 57)),
        (0.164, 0.131, (113, 97, 89, 87, 83, 78, 77, 69, 67, 66)),
    ],
)
def test_wood_screws_with_a_plate_of_gage_20_as_printed(nominal: float, root: float, printed: tuple[int, ...]) -> None:
    # NDS wood screw table for single shear with ASTM A653 grade 33 steel side plates, 0.036 in
    found = tuple(round(plated(nominal, root, gravity, 0.036, A653, 0)[0]) for gravity in GRAVITIES)
    assert found == printed


@pytest.mark.parametrize(
    ("gravity", "along", "across"), [(0.67, 170, 130), (0.55, 160, 120), (0.50, 150, 110), (0.43, 140, 100)]
)
def test_a_quarter_inch_lag_screw_with_a_plate_of_gage_14_as_printed(gravity: float, along: int, across: int) -> None:
    # NDS lag screw table, ASTM A653 plates of 0.075 in, printed to 10 lb
    assert round(plated(0.25, 0.173, gravity, 0.075, A653, 0)[0], -1) == along
    assert round(plated(0.25, 0.173, gravity, 0.075, A653, 90)[0], -1) == across


def test_bearing_is_rounded_to_50_psi_and_turns_with_the_grain_from_a_quarter_inch_on() -> None:
    assert bearing_mpa(0.50, 4.8, 0) / MPA_PER_PSI == pytest.approx(4650)
    assert bearing_mpa(0.50, 4.8, 90) == bearing_mpa(0.50, 4.8, 0)
    assert bearing_mpa(0.50, IN / 4, 0) / MPA_PER_PSI == pytest.approx(5600)
    assert bearing_mpa(0.50, IN / 4, 90) / MPA_PER_PSI == pytest.approx(4450)
    with pytest.raises(ValueError, match="only 0 and 90"):
        bearing_mpa(0.5, 8, 45)


def test_half_an_inch_of_board_leaves_a_number_8_little_more_than_a_third() -> None:
    bare, _ = plated(0.164, 0.131, 0.47, 0.06, A653, 0)
    boarded, mode = plated(0.164, 0.131, 0.47, 0.06, A653, 0, gap_in=0.5)
    assert boarded / bare == pytest.approx(0.36, abs=0.02)
    assert mode == "IIIs"


# --- statics -----------------------------------------------------------------------------------------------------


def _turned(load: float, force: float, length: float) -> tuple[float, float]:
    """How far from the gap the bearing turns round, where the screw tilts in a member, and its moment about the gap.

    The member pushes one way over the first stretch and back over the rest; the difference is the force.
    """
    first = (force / load + length) / 2
    rest = length - first
    return first, load * first**2 / 2 - load * rest * (first + rest / 2)


@given(
    st.floats(5, 500),
    st.floats(0.5, 8),
    st.floats(10, 60),
    st.floats(5, 120),
    st.floats(0, 60),
    st.floats(1.5, 12),
    st.floats(200, 900),
)
def test_every_mode_is_in_equilibrium(
    side: float, side_mm: float, main: float, main_mm: float, gap: float, diameter: float, strength: float
) -> None:
    joint = DowelJoint(side, side_mm, main, main_mm, gap, diameter, strength)
    found = {one.mode: one.force_n for one in yields(joint)}
    qs, qm, hinge = side * diameter, main * diameter, strength * diameter**3 / 6
    assert found["Im"] == pytest.approx(qm * main_mm)
    assert found["Is"] == pytest.approx(qs * side_mm)

    def crushed(load: float, force: float) -> float:
        """Moment about the gap of a member that only crushes up to a hinge in the screw."""
        return force * (force / load) / 2

    for mode, tilts_side, tilts_main, hinges in (
        ("II", True, True, 0),
        ("IIIm", False, True, 1),
        ("IIIs", True, False, 1),
        ("IV", False, False, 2),
    ):
        force = found[mode]
        # moments of both members about their own side of the gap, over which the force itself has its lever
        near = _turned(qs, force, side_mm)[1] if tilts_side else crushed(qs, force)
        far = _turned(qm, force, main_mm)[1] if tilts_main else crushed(qm, force)
        assert near + far + force * gap == pytest.approx(hinges * hinge, rel=1e-6, abs=1e-3), mode


@given(st.floats(0, 80), st.floats(0.1, 60), st.floats(2, 10))
def test_a_wider_gap_never_bears_more_and_a_thicker_screw_never_less(gap: float, more: float, diameter: float) -> None:
    joint = DowelJoint(426, 3, 30, 60, gap, diameter, 600)
    near = {one.mode: one.force_n for one in yields(joint)}
    for one in yields(joint._replace(gap_mm=gap + more)):
        assert one.force_n <= near[one.mode] * (1 + 1e-9)
    for one in yields(joint._replace(diameter_mm=diameter * 1.1)):
        assert one.force_n >= near[one.mode]


@pytest.mark.parametrize(
    ("inches", "psi"),
    # NDS 2018, table I1: nails and wood screws by their diameter, lag screws above 0.344 in
    [(0.099, 1e5), (0.142, 1e5), (0.148, 9e4), (0.19, 8e4), (0.25, 7e4), (0.3125, 6e4), (0.375, 4.5e4)],
)
def test_bending_yield_strengths_are_those_of_the_appendix(inches: float, psi: float) -> None:
    assert bending_yield_mpa(inches * IN) == pytest.approx(psi * MPA_PER_PSI)
