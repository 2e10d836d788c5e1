"""What people write for sizes, read and shown back. The table of lengths is shared with the screen's own test."""

import json
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.core.base.errors import BadInput
from rockpin.core.base.quantities import (
    UnitSystem,
    parse_force_n,
    parse_length_mm,
    parse_mass_kg,
    parse_screw_mm,
    show_across,
    show_bit,
    show_force,
    show_length,
    show_limit,
    show_mass,
    show_share,
    show_times,
    told_in,
)
from rockpin.core.base.words import inside

METRIC, IMPERIAL = UnitSystem.METRIC, UnitSystem.IMPERIAL
SHOWN = json.loads((Path(__file__).parent.parent / "shown_lengths.json").read_text())


@pytest.mark.parametrize(
    ("text", "units", "mm"),
    [
        ("38", METRIC, 38),
        ("38 mm", IMPERIAL, 38),
        ("3,8 cm", METRIC, 38),
        ("1.2 m", METRIC, 1200),
        ("38", IMPERIAL, 38 * 25.4),
        ('1 1/2"', METRIC, 1.5 * 25.4),
        ("1-1/2 in", METRIC, 1.5 * 25.4),
        ("5/16", METRIC, 5 / 16 * 25.4),
        ("3' 4 1/2\"", METRIC, (36 + 4.5) * 25.4),
        ("3′ 4½″", METRIC, (36 + 4.5) * 25.4),
        ("2 ft", METRIC, 24 * 25.4),
        ("#8", METRIC, (0.060 + 8 * 0.013) * 25.4),
        ("No. 8", METRIC, (0.060 + 8 * 0.013) * 25.4),
        ("-300", METRIC, -300),
    ],
)
def test_reads_lengths(text: str, units: UnitSystem, mm: float) -> None:
    assert parse_length_mm(text, units) == pytest.approx(mm)


@pytest.mark.parametrize("text", ["", "wide", "12 kg", "1/0", "4 5", "1..2", "3' 4' 5"])
def test_refuses_what_is_no_length_and_shows_how_to_write_it(text: str) -> None:
    with pytest.raises(BadInput) as caught:
        parse_length_mm(text, METRIC, "width")
    (fault,) = caught.value.faults
    assert fault.path == "width"
    assert fault.message == (
        f"“{text}” is not a size Rock Pin can read; write it like 38, 38 mm, 1.2 m, 1 1/2 in or 3' 4 1/2\""
    )


def test_a_comma_before_three_digits_is_asked_about_instead_of_guessed() -> None:
    with pytest.raises(BadInput, match=r"“1,200” can be read two ways; write 1200 or 1\.200"):
        parse_length_mm("1,200", METRIC)


def test_reads_masses_forces_and_screws() -> None:
    assert parse_mass_kg("12", METRIC) == 12
    assert parse_mass_kg("26 lb", METRIC) == pytest.approx(26 * 0.45359237)
    assert parse_force_n("250 N", IMPERIAL) == 250
    assert parse_force_n("60", IMPERIAL) == pytest.approx(60 * 4.4482216152605)
    assert parse_screw_mm("5 x 60", METRIC) == (5, 60)
    # a packet prints what may hang there: 15 kg weigh 147.1 N, 35 lb 155.7 N
    assert parse_force_n("15 kg", METRIC) == pytest.approx(15 * 9.80665)
    assert parse_force_n("35 lbs", METRIC) == pytest.approx(155.69, abs=0.01)
    for gauge in ("#8 × 1 1/2", "8 x 1 1/2", "No. 8 x 1 1/2 in"):
        for units in (METRIC, IMPERIAL):
            assert parse_screw_mm(gauge, units) == pytest.approx((0.164 * 25.4, 1.5 * 25.4)), gauge
    # millimetres on either side stay millimetres
    assert parse_screw_mm("8 x 120", METRIC) == (8, 120)
    assert parse_screw_mm("5 mm x 60 mm", IMPERIAL) == (5, 60)


@pytest.mark.parametrize("case", SHOWN, ids=lambda case: f"{case['mm']} {case['units']}")
def test_shows_lengths_as_they_are_marked(case: dict[str, object]) -> None:
    assert show_length(float(str(case["mm"])), UnitSystem(str(case["units"]))) == case["shown"]


def test_rounds_towards_safety() -> None:
    # 28.9 mm is 1 1/8 in and a bit: a limit goes down to it, never up to 1 3/16
    assert show_limit(28.9, METRIC) == "28 mm"
    assert show_limit(28.9, IMPERIAL) == "1 1/8 in"
    assert show_limit(50.8, IMPERIAL) == "2 in"
    assert show_force(100.2, METRIC, demand=True) == "101 N"
    assert show_force(100.9, METRIC, demand=False) == "100 N"
    assert show_share(0.9999) == "99 %"
    # what is refused for it is never told as used just once over
    assert [show_times(use) for use in (1.0001, 1.27)] == ["1.01 times over", "1.27 times over"]
    assert show_mass(12.5, METRIC) == "12.5 kg"


def test_bits_are_shown_as_they_are_stamped() -> None:
    assert show_bit(6.5, METRIC) == "6.5 mm"
    assert show_bit(5 / 16 * 25.4, IMPERIAL) == "5/16 in"
    assert show_bit(10, IMPERIAL) == "10 mm"
    # whoever measures in millimetres where bits are sold in inches asks for them as they are sold
    assert show_bit(5 / 16 * 25.4, METRIC) == "5/16 in"
    assert show_bit(6.3, METRIC) == "6.3 mm"
    # half an inch is 12.7 mm to the tenth, and no bit is sold as that
    assert show_bit(12.7, METRIC) == "1/2 in"
    assert show_bit(12.5, METRIC) == "12.5 mm"
    assert show_across(5 / 16 * 25.4, METRIC) == "7.9 mm"


@given(st.integers(min_value=1, max_value=16 * 400))
def test_sixteenths_survive_being_shown_and_read_again(sixteenths: int) -> None:
    mm = sixteenths / 16 * 25.4
    assert parse_length_mm(show_length(mm, IMPERIAL), METRIC) == pytest.approx(mm)


def test_a_label_inside_a_sentence_keeps_its_thread() -> None:
    labels = ("Strap toggle M6", "M6 machine screw", "I built it", "TV point", "A touch")
    told = [inside(label) for label in labels]
    assert told == ["strap toggle M6", "M6 machine screw", "I built it", "TV point", "a touch"]


def test_a_refused_sentence_is_told_in_the_readers_units_and_within_its_limit() -> None:
    # 50 mm is 1.97 in: two inches are enough and 1 15/16 are not; 30 mm is 1.18 in, 1 3/16 would be too much
    told = {
        "is 25.4 mm; give 50 mm or more": "is 1 in; give 2 in or more",
        "is 127 mm; give 30 mm or less": "is 5 in; give 1 1/8 in or less",
        "76.2 mm lies outside 100 to 5000 mm": "3 in lies outside 3 15/16 in to 196 13/16 in",
        "is -1 kg; give 0 kg or more": "is -2.2 lb; give 0 lb or more",
        "“ten” is none; write it like 38 mm or 1 1/2 in": "“ten” is none; write it like 38 mm or 1 1/2 in",
        "no plug near “8x40” is known here": "no plug near “8x40” is known here",
    }
    for text, inches in told.items():
        assert told_in(text, METRIC) == text
        assert told_in(text, IMPERIAL) == inches
