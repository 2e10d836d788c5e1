"""What is missing, not planned, or to be said beside a verdict: said, never ignored."""

import re
from typing import Any

import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import Finding, Severity, Stage, VerdictWord, gathered
from rockpin.core.document.evidence import Evidence
from rockpin.core.document.fixture import (
    Environment,
    Fixture,
    FixtureHole,
    HoleKind,
    Limit,
    LimitKind,
    Link,
    LinkKind,
    Piece,
    Support,
)
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import Framing, HowKnown, Layer, Opening, Point, StudRow, Wall, WallSide
from rockpin.core.fixture import build, copied, joined, started
from rockpin.core.plan import WayKind, ways_out
from rockpin.core.tables.references import thing_named
from tests.builders import brick_wall, job, plate_fixture, stud_wall
from tests.demo_plans import codes, plan


def _fixture(**changes: object) -> Fixture:
    return plate_fixture().model_copy(update=changes)


@pytest.mark.parametrize(
    ("document", "code"),
    [
        (job(stud_wall(build_up=()), plate_fixture(), 550, 1000), "wall-not-stated"),
        (job(stud_wall(build_up=()), plate_fixture(), 550, 1000), "fixing-open"),
        (job(stud_wall(build_up=stud_wall().build_up[:1]), plate_fixture(), 550, 1000), "wall-not-planned"),
        (job(stud_wall(edge_slope_mm_per_m=4), plate_fixture(), 550, 1000), "edge-slope-not-planned"),
        (
            job(
                stud_wall(build_up=(), evidence=(Evidence(id="e", check="press", outcome="firm"),)),
                _fixture(),
                550,
                1000,
            ),
            "wall-unsure",
        ),
        (job(stud_wall(framing=None), plate_fixture(), 550, 1000), "framing-not-found"),
        (job(stud_wall(finish="textured"), plate_fixture(), 550, 1000), "coating-untested"),
        (job(stud_wall(), plate_fixture(), 550, 1000, built_year=1965), "old-building"),
        (
            job(
                stud_wall(
                    outline=({"x_mm": 0, "y_mm": 0}, {"x_mm": 4000, "y_mm": 0}, {"x_mm": 4000, "y_mm": 900}),
                ),
                plate_fixture(),
                550,
                1000,
            ),
            "hole-off-wall",
        ),
        (job(stud_wall(), _fixture(pieces=()), 550, 1000), "no-piece"),
        (job(stud_wall(), _fixture(supports=()), 550, 1000), "no-holes"),
        (job(stud_wall(), plate_fixture(mass_kg=0), 550, 1000), "no-mass"),
        (job(stud_wall(), plate_fixture(duty="body_support"), 550, 1000), "no-rail-line"),
        (job(brick_wall(), _fixture(environment=Environment.OUTDOOR), 550, 1000), "wind-planning"),
        (job(stud_wall(), _fixture(environment=Environment.OUTDOOR), 550, 1000), "board-outdoors"),
        (
            job(
                brick_wall(),
                _fixture(
                    links=(Link(id="l", kind=LinkKind.CHANNEL, thickness_mm=21, support_ids=("plate",)),),
                ),
                550,
                1000,
            ),
            "nut-unknown",
        ),
        (
            job(
                brick_wall(),
                _fixture(limits=(Limit(kind=LimitKind.STUDS_MIN_COUNT, value=2, source="leaflet"),)),
                550,
                1000,
            ),
            "limit-broken",
        ),
    ],
)
def test_what_is_missing_or_not_planned_is_a_finding(document: JobDocument, code: str) -> None:
    assert code in codes(plan(document))


@pytest.mark.parametrize(
    ("document", "code"),
    [
        (job(stud_wall(), _fixture(environment=Environment.WET), 550, 1000), "board-outdoors"),
        (job(brick_wall(12), _fixture(environment=Environment.OUTDOOR), 550, 1000), "board-outdoors"),
        (job(stud_wall(build_up=()), _fixture(environment=Environment.OUTDOOR), 550, 1000), "board-outdoors"),
        (job(stud_wall(), plate_fixture(mass_kg=80), 550, 1000), "fixing-open"),
        (job(stud_wall(build_up=()), plate_fixture(mass_kg=80), 550, 1000), "nothing-holds"),
    ],
)
def test_what_is_not_so_is_no_finding(document: JobDocument, code: str) -> None:
    assert code not in codes(plan(document))


def test_of_a_wall_that_nobody_knows_no_way_out_is_named_for_the_likeliest() -> None:
    told, unknown = (job(one, plate_fixture(mass_kg=25), 550, 1000) for one in (stud_wall(), stud_wall(build_up=())))
    assert "nothing-holds" in codes(plan(told))
    assert ways_out(told, load_catalogue())
    assert ways_out(unknown, load_catalogue()) == ()
    made = plan(unknown)
    assert made.verdict.word is VerdictWord.DO_NOT_DRILL
    # no hole of it looks as if something surely held there
    assert {one.severity for one in made.findings if one.code == "fixing-open"} == {Severity.PROVE_FIRST}


@pytest.mark.parametrize(("low_mm", "other_mm"), [(20, 108), (100, 12), (60, 12)])
def test_a_second_hole_lies_in_the_plate_as_far_from_the_first_as_there_is_room(low_mm: float, other_mm: float) -> None:
    """A weight 10 beside its one hole turns it; 12 of metal stay at either end of a plate 120 high."""
    document = job(brick_wall(), plate_fixture(((20, low_mm),), size_mm=(60, 120)), 557, 1007)
    way = next(way for way in ways_out(document, load_catalogue()) if way.kind is WayKind.SECOND_HOLE)
    assert way.job
    (plate,) = way.job.fixture.supports
    assert [hole.y_mm for hole in plate.holes] == [low_mm, other_mm]
    assert f"{abs(other_mm - low_mm):g} mm {'above' if other_mm > low_mm else 'below'}" in way.sentence


def test_sliding_supports_second_walls_and_slots_without_a_round_hole_are_said() -> None:
    slot = FixtureHole(id="h1", kind=HoleKind.SLOT_UPRIGHT, x_mm=50, y_mm=50, diameter_mm=6, slot_length_mm=20)
    support = Support(
        id="plate", name="Plate", x_mm=0, y_mm=0, width_mm=100, height_mm=100, attachment="sliding", holes=(slot,)
    )
    piece = Piece(id="p", name="P", width_mm=100, height_mm=100, depth_mm=40, mass_kg=2)
    document = job(brick_wall(), plate_fixture(supports=(support,), pieces=(piece,)), 550, 1000)
    other = brick_wall(id="other")
    document = JobDocument.model_validate(
        document.model_dump()
        | {
            "walls": [document.walls[0].model_dump(), other.model_dump()],
            "placement": document.placement.model_dump()
            | {"supports": [{"support_id": "plate", "wall_id": "other", "dx_mm": 12}]},
        }
    )
    made = plan(document)
    assert {"slid-too-far", "no-bearing", "support-on-another-wall"} <= codes(made)
    slid = next(finding for finding in made.findings if finding.code == "slid-too-far")
    assert slid.sentence == "Plate can slide 0 mm; it is to stand 12 mm from its middle."
    assert made.verdict.word is VerdictWord.DO_NOT_DRILL


def test_what_the_next_heavier_hand_would_do_stands_beside_the_verdict() -> None:
    light = plan(job(brick_wall(), plate_fixture(mass_kg=2, hand="touch"), 1857, 1007))
    assert light.heavier_text is not None
    assert re.match(r"Ordinary use would be held too: used to \d+ %\.", light.heavier_text)
    hook = plan(job(stud_wall(), plate_fixture(mass_kg=3, hand="use", depth_mm=50), 550, 1000))
    assert hook.heavier_text is not None
    assert re.match(r"A hard tug is [\d.]+ times what it holds", hook.heavier_text)
    assert plan(job(brick_wall(), plate_fixture(hand="lean"), 57, 1007)).heavier_text is None
    # and where a hand decides, the verdict names it
    assert "also when somebody touches it" in light.verdict.sentence


def test_a_heavier_hand_that_nothing_would_hold_is_not_said_to_be_held() -> None:
    # a cabinet on its clips alone: a tug at the lower end lifts it about the line of its holes, which no fixing stops
    cabinet = build(load_catalogue().shape_by_key["cabinet"], {})
    made = plan(job(brick_wall(15), cabinet, 1200, 1200))
    assert {finding.code for finding in made.findings} >= {"bar-without-holes"}
    # what its clips do not bear the holes to come may: that is no second reason
    assert "no-bearing" not in {finding.code for finding in made.findings}
    assert made.heavier_text is not None
    assert made.heavier_text.startswith("A hard tug is more than it holds: when somebody snatches at it")
    assert made.heavier_text.endswith("its holes lie on the edge that the plate turns about.")


def test_an_open_place_names_the_best_for_a_stud_and_for_a_void_and_how_far_each_is_sure() -> None:
    wall = stud_wall()
    assert wall.framing is not None
    assert wall.framing.row is not None
    row = wall.framing.row.model_copy(update={"known": HowKnown.DETECTED, "stud_width_mm": 64})
    wall = stud_wall(framing=wall.framing.model_copy(update={"row": row}))
    # 31 mm off the middle of a stud of 64 whose place is unsure by 8
    made = plan(job(wall, plate_fixture(mass_kg=1), 781, 1000))
    assert made.verdict.word is VerdictWord.PROVE_FIRST
    (found,) = [finding for finding in made.findings if finding.code == "stud-open"]
    assert re.search(r"In the stud: .* screw .*; where it is clear: .*\.", found.sentence)
    assert found.action is not None
    assert re.search(r"Push a pin in .*, or move it \d+ mm to the left, where it is surely in the stud", found.action)
    assert re.search(r"\d+ mm to the right, where it is clear of it", found.action)
    # whoever is sent to the wall for that does not read there that all is known
    assert made.stages[0].verdict.sentence == "What it is built of is known; Fixing still asks for a look here."
    # laths are wood too: there a short pin tells nothing
    lath = Layer(material="lath_and_plaster", thickness_mm=25)
    lathed = wall.model_copy(update={"build_up": (lath, wall.build_up[1], lath)})
    made = plan(job(lathed, plate_fixture(mass_kg=1), 781, 1000))
    (found,) = [finding for finding in made.findings if finding.code == "stud-open"]
    assert re.match("Drive a long pin or a thin bit in .* what it met and how deep", found.action or "")


def test_what_a_piece_hides_is_said_of_this_face_alone() -> None:
    socket = Point(id="s", kind="socket", x_mm=600, y_mm=1050)
    window = Opening(id="w", kind="window", x_mm=1600, y_mm=900, width_mm=600, height_mm=900)

    def said(**wall: Any) -> set[str]:
        return codes(plan(job(brick_wall(**wall), plate_fixture(), 550, 1000)))

    assert "piece-over-point" in said(points=(socket,))
    assert "piece-over-point" not in said(points=(socket.model_copy(update={"face": WallSide.OTHER}),))
    assert "piece-over-point" not in said(points=(socket.model_copy(update={"x_mm": 1200.0}),))
    assert "piece-over-opening" not in said(openings=(window,))
    over = plan(job(brick_wall(openings=(window,)), plate_fixture(), 1560, 1000))
    assert next(f for f in over.findings if f.code == "piece-over-opening").sentence == "Piece reaches over the window."


@pytest.mark.parametrize(
    ("x_mm", "y_mm", "told"),
    # one hole, at the corner and 50 right and up; the window's head is at 1600 over 1000 to 1600
    [(1150, 1640, True), (800, 1700, True), (790, 1700, False), (1150, 1860, False), (1650, 1700, True)],
)
def test_over_a_window_in_masonry_a_lintel_is_told_of(x_mm: float, y_mm: float, told: bool) -> None:
    window = Opening(id="w", kind="window", x_mm=1000, y_mm=900, width_mm=600, height_mm=700)
    plate = plate_fixture(((50, 50),))

    def said(wall: Wall) -> bool:
        return "over-opening" in codes(plan(job(wall, plate, x_mm, y_mm)))

    assert said(brick_wall(openings=(window,))) is told
    # over a door in a stud wall stands wood
    assert not said(stud_wall(openings=(window,)))


def test_what_is_said_of_several_holes_alike_is_said_once() -> None:
    # plaster on brick by a knock alone: it may be board on dabs too, where the plug of every hole would slip
    knocked = (Evidence(id="k", check="knock", outcome="hard_everywhere"),)
    four = plate_fixture(((20, 20), (180, 20), (20, 57), (180, 57)), size_mm=(200, 77), mass_kg=6)
    made = plan(job(brick_wall(15, build_up=(), evidence=knocked), four, 1057, 1050))
    stage = next(one for one in made.stages if one.stage is Stage.FIXING)
    of_holes = [one for one in stage.findings if one.code == "depends-on-wall"]
    assert len(of_holes) == 4, {one.code for one in stage.findings}
    (said,) = [one for one in stage.said if one.code == "depends-on-wall"]
    assert said.sentence == of_holes[0].sentence.replace("Hole 1:", "Holes 1 to 4:")
    assert said.where == of_holes[0].where
    # each hole still has its own word, and the verdict counts a reason once
    assert all(hole.verdict.word is not VerdictWord.READY for hole in made.holes)
    assert stage.verdict.count == len([one for one in stage.said if one.severity is Severity.PROVE_FIRST])


def test_hooks_of_one_make_that_nothing_holds_are_told_of_once() -> None:
    hook = build(load_catalogue().shape_by_key["hook"], {})
    two = copied(hook, hook.pieces[0].id)
    made = plan(job(stud_wall(), two, 1000, 1200))
    (said,) = [one for one in made.stages[3].said if one.code == "nothing-holds"]
    assert said.sentence.startswith("Holes 1 and 2: no fixing in the catalogue holds here when somebody snatches at it")
    assert "(" not in said.sentence


@pytest.mark.parametrize("hand", ["use", "tug"])
def test_from_the_edge_of_a_stud_a_hole_is_sent_to_where_something_holds(hand: str) -> None:
    hook, told = build(load_catalogue().shape_by_key["hook"], {}).model_copy(update={"hand": hand}), 0

    def nothing(x_mm: float) -> list[Finding]:
        made = plan(job(stud_wall(), hook, x_mm, 1200))
        return [one for one in made.findings if one.code == "nothing-holds"]

    # its hole is 20 to the right of its corner, a stud's middle at 1200
    for x_mm in range(1145, 1216, 5):
        for one in nothing(x_mm):
            if "on the edge of a stud" not in one.sentence:
                continue
            told += 1
            for far, side in re.findall(r"(\d+) mm to the (right|left)", one.action or ""):
                assert nothing(x_mm + (int(far) if side == "right" else -int(far))) == []
    assert told >= 4
    # between the studs it is strength that is wanting, and no stud's edge is told of
    assert all("edge of a stud" not in one.sentence for one in nothing(1000))


def test_findings_that_differ_in_more_than_the_hole_stay_apart() -> None:
    def finding(sentence: str, **more: Any) -> Finding:
        values: dict[str, Any] = {"severity": Severity.NOTE, "stage": Stage.FIXING, "code": "c", "sentence": sentence}
        return Finding(**values | more)

    some = [
        finding("Hole 1: a."),
        finding("Hole 3: a."),
        finding("Hole 2: b."),
        finding("Hole 5: a.", severity=Severity.PROVE_FIRST),
        finding("Of the wall."),
        finding("Of the wall."),
        finding("Hole 1 reaches too deep."),
        finding("Hole 2 reaches too deep."),
        finding("Hole 3 may be a stud or not."),
        finding("Hole 4 may be a stud or not."),
        finding("Hole 5 lies in the window."),
        finding("Hole 5 lies in the window."),
    ]
    assert [one.sentence for one in gathered(some)] == [
        "Holes 1 and 3: a.",
        "Hole 2: b.",
        "Hole 5: a.",
        "Of the wall.",
        "Holes 1 and 2 reach too deep.",
        "Holes 3 and 4 may each be a stud or not.",
        "Hole 5 lies in the window.",
    ]


def test_what_is_strong_enough_is_not_said_to_be_too_weak() -> None:
    # no driver comes at the screws: what is wanting is room, not strength
    plate = plate_fixture(mass_kg=1)
    cramped = tuple(support.model_copy(update={"access_mm": 15.0}) for support in plate.supports)
    made = plan(job(brick_wall(15), plate.model_copy(update={"supports": cramped}), 1057, 1007))
    (said,) = [one for one in made.findings if one.code == "nothing-holds" and one.where.hole == made.holes[0].id]
    assert said.action is not None
    assert re.match(r".* would bear it, used to \d+ %\. There is 15 mm of room in front of the hole;", said.action)
    assert said.sentence == "Hole 1: no fixing in the catalogue holds here."


@pytest.mark.parametrize(("x_mm", "elsewhere"), [(550, "solid wood on both sides"), (350, "in the stud's own width")])
def test_what_goes_elsewhere_is_refused_for_that_and_says_nothing_of_what_is_wanting(
    x_mm: float, elsewhere: str
) -> None:
    # between studs, and on one: a hole of 3 mm, through which nothing goes that is meant for there
    made = plan(job(stud_wall(), plate_fixture(hole_mm=3), x_mm, 1000))
    (said,) = [one for one in made.findings if one.code == "nothing-holds"]
    assert said.action == "Its 4 mm shank does not pass the bracket's 3 mm hole."
    reasons = [one.reasons for one in made.holes[0].refused if elsewhere in one.reasons[0]]
    assert len(reasons) > 10
    assert {len(of) for of in reasons} == {1}


def test_what_likely_is_a_stud_bears_as_one_that_was_seen() -> None:
    """Nobody is told to feel for a stud whose screw then turns out to bear too much."""

    def pulls(known: HowKnown, x_mm: float) -> list[float]:
        row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=known)
        wide = plate_fixture(((20, 60), (180, 60), (20, 20), (180, 20)), size_mm=(200, 80), mass_kg=8)
        made = plan(job(stud_wall(framing=Framing(row=row)), wide, x_mm, 1000))
        return [hole.demand_tension_n or 0.0 for hole in made.holes]

    # the left holes are in the middle of a stud, the right ones in board, and the stud bears more of the lower pull
    assert pulls(HowKnown.PREDICTED, 780) == pytest.approx(pulls(HowKnown.SEEN, 780))
    assert pulls(HowKnown.SEEN, 780)[2] > 1.5 * pulls(HowKnown.SEEN, 825)[2]
    # where they likelier are clear they count as in board
    assert pulls(HowKnown.PREDICTED, 825) == pytest.approx(pulls(HowKnown.SEEN, 825))


@pytest.mark.parametrize(
    ("thing", "says"), [("chest_of_drawers", "a child that climbs"), ("bookcase", "it may tip over")]
)
def test_what_stands_and_is_not_held_must_not_be_left_there(thing: str, says: str) -> None:
    catalogue = load_catalogue()
    wall = brick_wall(build_up=(Layer(material="aerated_block", thickness_mm=75),), courses=None)
    chest, hook = (started(thing_named(one, catalogue), {}) for one in (thing, "coat_hook"))

    def unheld(fixture: Fixture) -> dict[str, str]:
        """What is said of it at each support where nothing holds."""
        made = plan(job(wall, fixture, 600, 0))
        at = {hole.id: hole.support for hole in made.holes}
        found = (one for one in made.findings if one.code == "nothing-holds")
        return {at[one.where.hole or ""]: one.action or "" for one in found}

    alone = unheld(chest)
    assert set(alone) == {one.id for one in chest.supports}
    assert all(f"Do not leave it standing there unheld: {says}" in one for one in alone.values())
    # a hook beside it falls on nobody
    beside = unheld(joined(chest, hook))
    assert len(beside) == len(alone) + 1
    assert {name for name, one in beside.items() if "unheld" in one} == set(alone)
