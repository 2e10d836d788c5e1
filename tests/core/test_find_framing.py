"""Where is the framing? Rows, strays, pins and peaks, with figures by hand."""

from statistics import NormalDist
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Hit, HitKind, Reading, Trace
from rockpin.core.document.job import Region
from rockpin.core.document.wall import Framing, HowKnown, Layer, Member, MemberKind, Opening, OpeningKind, StudRow, Wall
from rockpin.core.framing.behind import Behind, BehindKind, MemberReading, chance_clear, chance_of_wood, look_behind
from rockpin.core.framing.find import FramingReading, read_framing
from rockpin.core.framing.scanner_traces import Channel, Peak, find_in, hits_of
from rockpin.core.identification.reading import read_stated
from rockpin.core.tables.catalogue import Catalogue
from tests.builders import stud_wall

METRIC = UnitSystem.METRIC


def hit(kind: HitKind, x_mm: float, width_mm: float | None = None) -> Hit:
    return Hit(id=f"{kind}-{round(10 * x_mm)}", kind=kind, x_mm=x_mm, y_mm=1200, width_mm=width_mm)


def bare(*hits: Hit, **more: Any) -> Wall:
    """A stud wall 4 m long of which nobody drew the framing."""
    return stud_wall(framing=None, hits=hits, **more)


def found(wall: Wall, catalogue: Catalogue, region: Region = Region.BRITAIN) -> FramingReading:
    return read_framing(wall, read_stated(wall, catalogue), region, METRIC, catalogue)


def at(reading: FramingReading, x_mm: float) -> MemberReading:
    """The surest member about a place."""
    near = [one for one in reading.members if abs(one.rect.centre_x_mm - x_mm) < 60]
    assert near, f"no stud about {x_mm}"
    return max(near, key=lambda one: one.exists)


def behind(wall: Wall, x_mm: float, catalogue: Catalogue) -> Behind:
    members = found(wall, catalogue).members
    return look_behind(wall, read_stated(wall, catalogue), members, x_mm, 1200, 5, catalogue.figures.framing)


def wood_at(wall: Wall, x_mm: float, catalogue: Catalogue) -> float:
    return behind(wall, x_mm, catalogue).solid_wood


# --- rows ------------------------------------------------------------------------------------------------------------


def test_a_row_is_found_predicted_and_told_apart_from_what_was_seen(catalogue: Catalogue) -> None:
    magnets = [hit(HitKind.MAGNET, x) for x in (646, 1052, 1444, 2255)]
    reading = found(bare(*magnets), catalogue)
    assert [one.label for one in reading.pitches] == ["400 mm"]
    assert reading.pitches[0].chance > 0.97
    assert at(reading, 1050).known is HowKnown.DETECTED
    unseen = at(reading, 1850)
    assert unseen.known is HowKnown.PREDICTED
    assert unseen.rect.centre_x_mm == pytest.approx(1850, abs=6)
    assert unseen.low_mm < 1850 < unseen.high_mm
    # what is only predicted is less sure than what was hit, in place and in being there
    assert unseen.sigma_mm > at(reading, 1050).sigma_mm
    assert unseen.exists < at(reading, 1050).exists


def test_sixteen_inches_in_north_america_and_both_pitches_where_they_cannot_be_told(catalogue: Catalogue) -> None:
    dull = [hit(HitKind.DULL_KNOCK, 406.4 * k + 200) for k in (0, 1, 2, 4, 5)]
    assert found(bare(*dull), catalogue, Region.NORTH_AMERICA).pitches[0].pitch_mm == 406.4
    # three studs 1200 apart fit 400 and 600 alike: both are named
    far = [hit(HitKind.DETECTOR_CENTRE, x) for x in (300, 1500, 2700)]
    both = found(bare(*far), catalogue)
    assert {"400 mm", "600 mm"} <= {one.label for one in both.pitches}
    assert max(one.chance for one in both.pitches) < 0.9


@given(st.integers(0, 10_000), st.sampled_from([400.0, 600.0]), st.floats(120, 380))
def test_strays_do_not_pull_the_row_off(seed: int, pitch_mm: float, first_mm: float) -> None:
    rng = np.random.default_rng(seed)
    centres = np.arange(first_mm, 3900, pitch_mm)
    true = [hit(HitKind.DETECTOR_CENTRE, round(float(x + rng.normal(0, 5)), 1)) for x in centres]
    # what falls between two studs by chance is no stray: it speaks for a row of half the pitch
    off_row = [x for x in rng.uniform(150, 3850, size=40) if abs((x - first_mm) % (pitch_mm / 2) - pitch_mm / 4) < 50]
    strays = [hit(HitKind.MAGNET, round(float(x), 1)) for x in off_row[: len(true) // 3]]
    reading = found(bare(*true, *strays), load_catalogue())
    assert reading.pitches[0].pitch_mm == pitch_mm
    for centre in centres[1:-1]:
        assert abs(at(reading, centre).rect.centre_x_mm - centre) < 20


def test_without_hits_nothing_is_made_up(catalogue: Catalogue) -> None:
    reading = found(bare(), catalogue)
    assert (reading.members, reading.pitches, reading.looked_for) == ((), (), False)


def test_what_fell_into_the_void_lays_no_row(catalogue: Catalogue) -> None:
    pins = [hit(HitKind.PIN_VOID, x) for x in (900, 1050)]
    bits = [one.model_copy(update={"drilled": True}) for one in pins]
    for voids in (pins, bits):
        reading = found(bare(*voids), catalogue)
        assert (reading.members, reading.pitches, reading.looked_for) == ((), (), False)
        assert [one.x_mm for one in reading.hits] == [900, 1050]
    # nor beside studs that somebody drew: none is made up where he drew none
    own = Member(id="own", kind=MemberKind.STUD, x_mm=1181, y_mm=0, width_mm=38, height_mm=2400, known=HowKnown.SEEN)
    drawn = stud_wall(framing=Framing(members=(own,)), hits=tuple(pins))
    assert [one.id for one in found(drawn, catalogue).members] == ["own"]
    met = found(bare(*bits, hit(HitKind.MAGNET, 1400)), catalogue)
    assert met.members
    assert met.looked_for


# --- pins, doubles, doors --------------------------------------------------------------------------------------------


def test_a_pin_moves_the_answer_at_once(catalogue: Catalogue) -> None:
    magnets = [hit(HitKind.MAGNET, x) for x in (646, 1052, 1444)]
    before = wood_at(bare(*magnets), 1050, catalogue)
    in_wood = wood_at(bare(*magnets, hit(HitKind.PIN_WOOD, 1050)), 1050, catalogue)
    in_void = wood_at(bare(*magnets, hit(HitKind.PIN_VOID, 1050)), 1050, catalogue)
    assert 0.3 < before < 0.95
    assert in_wood > before
    assert in_void < 0.02  # within 19 mm of a free pin no stud of 38 mm has its middle
    pinned = at(found(bare(*magnets, hit(HitKind.PIN_WOOD, 1040)), catalogue), 1045)
    assert pinned.known is HowKnown.PINNED
    assert pinned.exists == 1
    # the pin is inside: the middle lies within half a stud of it
    assert pinned.low_mm >= 1040 - 19 - 1
    assert pinned.high_mm <= 1040 + 19 + 1


def test_two_pins_fence_the_middle_in(catalogue: Catalogue) -> None:
    pins = (hit(HitKind.PIN_WOOD, 1030), hit(HitKind.PIN_WOOD, 1060))
    member = at(found(bare(*pins), catalogue), 1045)
    # wood at both ends of 30 mm: the middle of 38 mm lies within 1045 ± 4
    assert member.rect.centre_x_mm == pytest.approx(1045, abs=1)
    assert member.high_mm - member.low_mm <= 10
    assert wood_at(bare(*pins), 1045, catalogue) == pytest.approx(1)


def test_a_lath_is_wood_too_and_a_pin_in_it_has_found_no_stud(catalogue: Catalogue) -> None:
    laths = (Layer(material="lath_and_plaster", thickness_mm=25), Layer(material="timber_studs", thickness_mm=89))
    magnets = [hit(HitKind.MAGNET, x) for x in (646, 1052, 1444)]

    def lathed(*hits: Hit) -> Wall:
        return stud_wall(framing=None, build_up=(*laths, laths[0]), hits=(*magnets, *hits))

    pin = hit(HitKind.PIN_WOOD, 1240)
    read = found(lathed(pin), catalogue)
    assert read.only_face == (pin.id,)
    assert all(one.known is not HowKnown.PINNED for one in read.members)
    assert wood_at(lathed(pin), 1240, catalogue) == wood_at(lathed(), 1240, catalogue)
    # 25 mm of plaster and lath and 10 more: what is wood there is no lath
    assert read.wood_past_mm == pytest.approx(35)
    short, deep = (pin.model_copy(update={"depth_mm": depth}) for depth in (34, 36))
    assert found(lathed(short), catalogue).only_face == (pin.id,)
    assert at(found(lathed(deep), catalogue), 1240).known is HowKnown.PINNED
    # on board there is nothing of wood but the stud
    assert found(bare(pin), catalogue).only_face == ()


def test_wide_edges_are_a_double_stud_and_a_door_has_its_own(catalogue: Catalogue) -> None:
    row = [hit(HitKind.DETECTOR_EDGES, x, 38) for x in (400, 800, 1200)]
    reading = found(bare(*row, hit(HitKind.DETECTOR_EDGES, 1600, 77)), catalogue)
    assert [at(reading, x).double for x in (400, 1200, 1600)] == [False, False, True]
    assert at(reading, 1600).rect.width_mm == 2 * 38
    door = Opening(id="door", kind=OpeningKind.DOOR, x_mm=1900, y_mm=0, width_mm=800, height_mm=2000)
    beside = found(bare(*row, openings=(door,)), catalogue)
    trim = catalogue.figures.framing.opening_trim_mm + 19
    for place in (1900 - trim, 2700 + trim):
        assert at(beside, place).exists > 0.5
    # the row's own stud in the doorway is short: it stands on the door's head
    over = at(beside, 2400)
    assert (over.rect.y_mm, over.rect.top_mm) == (2000, 2400)
    wall = bare(*row, openings=(door,))
    assert (
        look_behind(
            wall, read_stated(wall, catalogue), beside.members, 2400, 1000, 5, catalogue.figures.framing
        ).solid_wood
        == 0
    )


def test_hits_that_contradict_are_named(catalogue: Catalogue) -> None:
    row = [hit(HitKind.DETECTOR_CENTRE, x) for x in (400, 800, 1600)]
    reading = found(bare(*row, hit(HitKind.DETECTOR_CENTRE, 838), hit(HitKind.PIN_VOID, 1602)), catalogue)
    texts = [one.text for one in reading.contradictions]
    assert (
        "The detector: a centre at 800 mm and the detector: a centre at 838 mm cannot both be the same stud; "
        "look again at one of them." in texts
    )
    assert any("pin into a void at 1602 mm" in text and "contradict" in text for text in texts)
    assert found(bare(*row), catalogue).contradictions == ()


def test_a_stud_or_noggin_that_somebody_drew_stays_beside_the_row(catalogue: Catalogue) -> None:
    own = Member(id="own", x_mm=1881, y_mm=0, width_mm=38, height_mm=2400, known=HowKnown.SEEN)
    noggin = Member(
        id="nog", kind=MemberKind.NOGGIN, x_mm=819, y_mm=1181, width_mm=362, height_mm=38, known=HowKnown.SEEN
    )
    row = [hit(HitKind.DETECTOR_CENTRE, x) for x in (400, 800, 1200, 1600)]
    reading = found(bare(*row).model_copy(update={"framing": Framing(members=(own, noggin))}), catalogue)
    assert reading.pitches[0].label == "400 mm"
    assert {"own", "nog"} <= {one.id for one in reading.members}
    assert at(reading, 1900).rect.centre_x_mm == pytest.approx(1900, abs=2)
    assert at(reading, 2000).known is HowKnown.PREDICTED


# --- traces ----------------------------------------------------------------------------------------------------------


def trace(*studs: tuple[float, float], drift: float = 0.0, noise: float = 0.0, metal_at: float | None = None) -> Trace:
    """Readings every 4 mm over plates of 0.5 on a slope, their edges 10 mm long."""
    x = np.arange(0, 2400, 4.0)
    density = 0.1 + drift * x
    for centre, width in studs:
        density = density + 0.5 * np.clip((width / 2 + 5 - np.abs(x - centre)) / 10, 0, 1)
    density = density + noise * np.random.default_rng(7).normal(size=len(x))
    metal = np.zeros(len(x)) if metal_at is None else 0.6 * np.exp(-(((x - metal_at) / 10) ** 2))
    readings = tuple(
        Reading(x_mm=float(a), density=float(b), metal=float(c)) for a, b, c in zip(x, density, metal, strict=True)
    )
    return Trace(id="t", y_mm=1200, readings=readings)


def test_peaks_are_the_edge_pairs_of_what_is_dense(catalogue: Catalogue) -> None:
    peaks = find_in(trace((600, 38), (1000, 76), noise=0.015, drift=0.0001, metal_at=1012), METRIC, catalogue)
    dense = [peak for peak in peaks if peak.channel is Channel.DENSITY]
    assert [peak.x_mm for peak in dense] == pytest.approx([600, 1000], abs=4)
    # at half height the edges are the stud's own
    assert [peak.width_mm for peak in dense] == pytest.approx([38, 76], abs=6)
    assert [peak.x_mm for peak in peaks if peak.channel is Channel.METAL] == pytest.approx([1012], abs=3)


def test_drift_and_noise_alone_show_nothing(catalogue: Catalogue) -> None:
    assert find_in(trace(noise=0.015, drift=0.0002), METRIC, catalogue) == ()
    short = trace((600, 38)).model_copy(update={"readings": trace((600, 38)).readings[:10]})
    assert find_in(short, METRIC, catalogue) == ()


def test_a_peak_that_is_struck_out_counts_no_more(catalogue: Catalogue) -> None:
    swept = trace((600, 38), (1000, 38), (1400, 38), (1170, 30), noise=0.01)
    peaks = find_in(swept, METRIC, catalogue)
    false = next(peak for peak in peaks if abs(peak.x_mm - 1170) < 10)
    believed = found(bare(traces=(swept,)), catalogue)
    struck = found(bare(traces=(swept.model_copy(update={"struck": (false.id,)}),)), catalogue)
    assert false.id in {one.id for one in believed.hits}
    assert false.id not in {one.id for one in struck.hits}
    assert struck.pitches[0].chance > believed.pitches[0].chance
    assert [one.label for one in struck.pitches] == ["400 mm"]
    assert any(peak.struck for peak in struck.peaks)


@pytest.mark.parametrize("known", list(HowKnown))
@pytest.mark.parametrize("off_mm", [0.0, 4.0])
def test_wood_where_somebody_says_that_a_stud_stands_never_makes_it_less_sure(
    known: HowKnown, off_mm: float, catalogue: Catalogue
) -> None:
    """A pin in wood leaves the centre within half the stud of it: of what was told, the part that agrees.

    By Bayes' rule the chance of wood on both sides, |c − x| ≤ 19 − 10, is divided by that of |c − x| ≤ 19: it rises.
    """
    row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=known)
    own = Member(id="mine", x_mm=1181, y_mm=0, width_mm=38, height_mm=2400, known=known)
    sigma = catalogue.member_sigma_mm[known]
    x = 1200 + off_mm

    def within(reach_mm: float) -> float:
        return NormalDist().cdf((reach_mm - off_mm) / sigma) - NormalDist().cdf((-reach_mm - off_mm) / sigma)

    for framing in (Framing(row=row), Framing(members=(own,))):
        told = stud_wall(framing=framing)
        pinned = told.model_copy(update={"hits": (Hit(id="pin", kind=HitKind.PIN_WOOD, x_mm=x, y_mm=1500),)})
        before, after = (behind(wall, x, catalogue) for wall in (told, pinned))
        assert before.solid_wood == pytest.approx(within(9), abs=0.01)
        assert after.solid_wood == pytest.approx(within(9) / within(19), abs=0.03)
        assert after.solid_wood >= before.solid_wood - 0.005
        if known is HowKnown.SEEN and not off_mm:
            assert before.kind is after.kind is BehindKind.TIMBER


def test_a_void_where_somebody_says_that_none_stands_leaves_the_stud_beside_it_where_it_is(
    catalogue: Catalogue,
) -> None:
    # an anchor with its wing 24 to each side, 50 beside the middle of a stud that was seen
    told = stud_wall()
    free = told.model_copy(update={"hits": (Hit(id="pin", kind=HitKind.PIN_VOID, x_mm=1250, y_mm=1500),)})
    for wall in (told, free):
        members, lean = found(wall, catalogue).members, catalogue.figures.framing.stud_lean_mm_per_m
        assert chance_clear(members, 1250, 800, 24, lean) == pytest.approx(1.0, abs=0.005)


def test_a_pin_into_the_void_tells_of_every_stud_that_could_stand_there(catalogue: Catalogue) -> None:
    # between a stud that was drawn and one that a row puts beside it: where the pin was free there is neither
    own = Member(
        id="own", kind=MemberKind.STUD, x_mm=1161, y_mm=0, width_mm=38, height_mm=2400, known=HowKnown.DETECTED
    )
    row = [hit(HitKind.DETECTOR_CENTRE, x) for x in (420, 820, 1620)]
    free = hit(HitKind.PIN_VOID, 1205)
    for hits in (row, [*row, free]):
        wall = stud_wall(framing=Framing(members=(own,)), hits=tuple(hits))
        members = found(wall, catalogue).members
        there = sum(chance_of_wood(one, 1205, 1200, 0.0) for one in members)
        assert there < 0.02 if free in hits else there > 0.5


def test_a_stud_that_was_stated_and_not_met_is_named_with_the_pin(catalogue: Catalogue) -> None:
    told = stud_wall(hits=(hit(HitKind.PIN_VOID, 1205),))
    (one,) = found(told, catalogue).contradictions
    assert one.text == (
        "The stud that was put in at 1200 mm and the pin into a void at 1205 mm contradict each other: where the pin "
        "was free there is no stud."
    )
    bit = hit(HitKind.PIN_VOID, 1205).model_copy(update={"drilled": True})
    (drilled,) = found(stud_wall(hits=(bit,)), catalogue).contradictions
    assert "the hole at 1205 mm contradict each other: where the bit was free" in drilled.text
    assert not found(stud_wall(hits=(hit(HitKind.PIN_VOID, 1225),)), catalogue).contradictions
    # a row that is only predicted was put in by nobody
    row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.PREDICTED)
    assert not found(stud_wall(framing=Framing(row=row), hits=(bit,)), catalogue).contradictions


def test_beside_a_lone_magnet_off_the_row_it_is_not_sure_to_be_clear(catalogue: Catalogue) -> None:
    framing = catalogue.figures.framing
    row = [hit(HitKind.DETECTOR_CENTRE, x) for x in (400, 800, 1200, 1600)]
    reading = found(bare(*row, hit(HitKind.MAGNET, 1000)), catalogue)
    (own,) = [one for one in reading.members if abs(one.rect.centre_x_mm - 1000) < 30]
    # one hit off the row is a stud by the chance that is planned with, and tells nobody that there is one
    assert own.exists == pytest.approx(framing.own_stud_chance)
    assert next(one.stud for one in reading.hits if one.x_mm == 1000) is None
    # a wing of 24 beside it is clear by what is left; at 80 no stud of 38 that a magnet found there is in its way
    near, far = (chance_clear(reading.members, x, 1200, 24, framing.stud_lean_mm_per_m) for x in (1000, 1080))
    assert near == pytest.approx(1 - framing.own_stud_chance, abs=0.03)
    assert far > framing.clear_of_stud


def test_a_stud_off_the_row_that_pins_have_met_is_one_and_a_void_makes_none(catalogue: Catalogue) -> None:
    row = [hit(HitKind.DETECTOR_CENTRE, x) for x in (400, 800, 1200, 1600)]
    beside = found(bare(*row, hit(HitKind.PIN_WOOD, 1000)), catalogue)
    own = [one for one in beside.members if abs(one.rect.centre_x_mm - 1000) < 30]
    assert len(own) == 1
    assert own[0].exists >= catalogue.figures.framing.own_stud_drawn
    # a void there makes none
    void = found(bare(*row, hit(HitKind.PIN_VOID, 1000)), catalogue)
    assert not [one for one in void.members if abs(one.rect.centre_x_mm - 1000) < 30]


def test_a_trace_is_no_surer_than_its_instrument_usually_is(catalogue: Catalogue) -> None:
    usual = {row.kind: row.sigma_mm for row in catalogue.belief.hits}[HitKind.DETECTOR_EDGES]

    def peak(sigma_mm: float, channel: Channel = Channel.DENSITY, struck: bool = False) -> Peak:
        told = {"id": "p", "trace": "t", "x_mm": 400, "left_mm": 380, "right_mm": 420, "height": 1, "text": ""}
        return Peak.model_validate(told | {"sigma_mm": sigma_mm, "channel": channel, "struck": struck})

    sharp, blurred = hits_of((peak(usual / 10), peak(usual * 3)), catalogue)
    assert (sharp.sigma_mm, blurred.sigma_mm) == (usual, usual * 3)
    assert (sharp.x_mm, sharp.width_mm) == (400, 40)
    # what is of metal or live is no edge of a stud, nor what was struck out
    assert hits_of((peak(1, Channel.METAL), peak(1, Channel.LIVE), peak(1, struck=True)), catalogue) == []
