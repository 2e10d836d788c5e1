"""Rules about the fixture, the wall's edges and the order of work; and what must hold for any fixture."""

from math import inf

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.quantities import UnitSystem
from rockpin.core.capacity import Assessment, assess_all
from rockpin.core.demand import EVEN
from rockpin.core.demand.cases import load_cases
from rockpin.core.demand.solve import solve_fixture
from rockpin.core.document.fixture import Fixture, FixtureHole, HoleKind, Limit, LimitKind, Piece, Support
from rockpin.core.document.job import Region, Wish
from rockpin.core.document.wall import EdgeKind, Layer, Opening, OpeningKind
from rockpin.core.fixture.shapes import build
from rockpin.core.hole.edges import board_edge, free_edges
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.stages import compute_stages
from rockpin.demo import demo_documents
from tests.builders import BOARD, brick_wall, concrete_wall, job, plate_fixture, stud_wall

FAR = inf


def plan(*args: object, **more: object) -> Plan:
    return make_plan(job(*args, **more), load_catalogue())  # type: ignore[arg-type]


def greatest_pull(fixture: Fixture) -> float:
    catalogue = load_catalogue()
    cases = load_cases(fixture, 2000, catalogue.demand)
    demand = solve_fixture(fixture, cases, {}, EVEN, 3.0, catalogue.figures.demand)
    return max(hole.tension_n for hole in demand.holes.values())


def test_edges_where_masonry_ends() -> None:
    door = Opening(id="d", kind=OpeningKind.DOOR, x_mm=1000, y_mm=0, width_mm=800, height_mm=2000)
    wall = brick_wall(openings=(door,), right_edge=EdgeKind.EXTERNAL_CORNER)
    assert free_edges(wall, 900, 1000) == (FAR, 100, FAR, 1400)
    assert free_edges(wall, 1900, 1000) == (100, 2100, FAR, 1400)
    assert free_edges(wall, 1400, 2100) == (FAR, 2600, 100, 300)
    # aslant of the door's corner, 30 and 40 away: 50 towards both
    assert free_edges(wall, 970, 2040) == (FAR, 50, 50, 360)


def test_edges_where_board_is_cut() -> None:
    wall = stud_wall(board_joints_mm=(1200,))
    assert board_edge(wall, 1230, 1000) == 30
    assert board_edge(wall, 600, 2380) == 20


@pytest.mark.parametrize(
    ("kind", "value", "broken"),
    [
        (LimitKind.MASS_MAX_KG, 5, True),
        (LimitKind.MASS_MAX_KG, 6, False),
        (LimitKind.HEIGHT_MAX_MM, 1099, True),
        (LimitKind.HEIGHT_MAX_MM, 1100, False),
    ],
)
def test_the_makers_limits_of_mass_and_height(kind: LimitKind, value: float, broken: bool) -> None:
    piece = Piece(id="p", name="P", width_mm=100, height_mm=100, depth_mm=40, mass_kg=1, contents_kg=6)
    limits = (Limit(kind=kind, value=value, source="the leaflet in the box"),)
    made = plan(brick_wall(), plate_fixture(pieces=(piece,), limits=limits), 57, 1000)
    found = [finding for finding in made.findings if finding.code == "limit-broken"]
    assert bool(found) is broken
    assert all("(the leaflet in the box)" in finding.sentence for finding in found)


def test_the_steps_of_keyholes_and_of_a_mixed_wall() -> None:
    keyholes = tuple(
        FixtureHole(id=f"k{x}", kind=HoleKind.KEYHOLE, x_mm=x, y_mm=80, diameter_mm=4.5) for x in (20, 180)
    )
    back = Support(id="b", name="Back", x_mm=0, y_mm=0, width_mm=200, height_mm=100, thickness_mm=1.5, holes=keyholes)
    piece = Piece(id="p", name="P", width_mm=200, height_mm=100, depth_mm=20, mass_kg=1)
    made = plan(stud_wall(), plate_fixture(pieces=(piece,), supports=(back,)), 780, 1000)
    by_id = {step.id: step for step in made.steps}
    # the screws go up first, heads proud, and are pulled before the piece hangs on them
    assert [by_id[key].number for key in ("mark", "dust", "up", "try", "hang")] == sorted(
        by_id[key].number for key in ("mark", "dust", "up", "try", "hang")
    )
    assert "2.5 mm proud" in by_id["up"].sentence
    assert "no two backs are alike" in by_id["mark"].sentence
    card = made.holes[0].card
    assert card is not None
    assert card.proud_text == "Leave the head 2.5 mm proud for the keyhole."
    drilled = [number for step in made.steps if step.title == "Drill" for number in step.holes]
    assert sorted(drilled) == [1, 2]


def test_what_to_gather_is_counted() -> None:
    corners = ((25, 25), (125, 25), (25, 125), (125, 125))
    fixture = plate_fixture(corners, size_mm=(150, 150), mass_kg=8, hole_mm=11)
    made = plan(concrete_wall(), fixture, 1000, 1000, wishes=(Wish.STRONGEST,))
    labels = {item.label: item.count for item in made.gather}
    (screw,) = {hole.card.screw_text for hole in made.holes if hole.card}
    assert next(count for label, count in labels.items() if screw in label) == 4
    assert any("masonry bit" in label for label in labels)
    assert {hole.chosen for hole in made.holes} == {made.holes[0].chosen}


def test_tile_is_never_hammered() -> None:
    tiled = brick_wall(build_up=(Layer(material="tile", thickness_mm=10), *brick_wall().build_up))
    card = plan(tiled, plate_fixture(hole_mm=5.4), 57, 1007).holes[0].card
    assert card is not None
    assert (card.steps[0].bit, card.steps[0].hammer) == ("tile bit, spear or diamond", "off")
    assert "Tape on the tile, no hammer until the tile is through; seal the hole in a wet room." in card.notes


masses, depths = st.floats(0.5, 60), st.floats(20, 400)
columns = st.integers(1, 3)
rows = st.lists(st.integers(1, 19), min_size=2, max_size=4, unique=True)


def grid(count: int, heights: list[int], mass: float, depth: float, *, without: int | None = None) -> Fixture:
    places = [(60.0 + 90 * column, 10.0 * height) for height in sorted(heights) for column in range(count)]
    kept = tuple(place for place in places if place[1] != (None if without is None else 10.0 * without))
    return plate_fixture(kept, size_mm=(120 + 90 * (count - 1), 200), mass_kg=mass, depth_mm=depth, hole_mm=9)


@given(columns, rows, masses, depths)
def test_dropping_a_row_never_lowers_the_greatest_pull_of_a_hanging_weight(
    count: int, heights: list[int], mass: float, depth: float
) -> None:
    whole = greatest_pull(grid(count, heights, mass, depth))
    for row in heights:
        assert greatest_pull(grid(count, heights, mass, depth, without=row)) >= whole * (1 - 1e-3)


@given(st.sampled_from(["stud", "brick", "concrete"]), masses, depths, st.floats(0, 40), st.floats(0, 200))
def test_more_weight_or_arm_never_lowers_a_use(kind: str, mass: float, depth: float, more: float, arm: float) -> None:
    wall, x = {"stud": (stud_wall(), 740), "brick": (brick_wall(), 57), "concrete": (concrete_wall(), 1000)}[kind]
    catalogue = load_catalogue()

    def uses(kilograms: float, off: float) -> dict[str, float]:
        fixture = grid(1, [3, 17], kilograms, off)
        hole = make_plan(job(wall, fixture, x, 1032), catalogue).holes[-1]
        answered = {one.fixing: one.use for one in hole.candidates} | {one.fixing: one.use for one in hole.refused}
        return {fixing: use for fixing, use in answered.items() if use}

    light, heavy = uses(mass, depth), uses(mass + more, depth + arm)
    # a wood screw may answer more load with more length, so only those of one length are compared
    for fixing in light.keys() & heavy.keys():
        if not fixing.startswith(("stud_screw", "coach_screw")):
            assert heavy[fixing] >= light[fixing] * (1 - 1e-3)


# --- what must hold for every fixing of the catalogue ----------------------------------------------------------------

WALLS = {
    "brick": (brick_wall(), 500.0),
    "concrete": (concrete_wall(), 500.0),
    "studs": (stud_wall(), 740.0),
    "steel": (stud_wall(build_up=(BOARD, Layer(material="steel_studs", thickness_mm=70), BOARD)), 740.0),
    "plastered": (brick_wall(skin_mm=13), 500.0),
}


def assessed(wall: str, fixture: Fixture) -> dict[tuple[str, str], Assessment]:
    """Every fixing at every hole of a job on one of the walls."""
    built, x_mm = WALLS[wall]
    done = compute_stages(job(built, fixture, x_mm, 1057), load_catalogue())
    table = assess_all(done.catalogue.fixings, done.spots, done.catalogue.capacity)
    return {(hole, key): one for hole, row in table.items() for key, one in row.items()}


@settings(max_examples=40)
@given(
    st.sampled_from(sorted(WALLS)),
    columns,
    rows,
    masses,
    depths,
    st.floats(0, 40),
    st.floats(0, 300),
    st.sampled_from(["display", "handled", "shaken"]),
)
def test_more_weight_or_standoff_never_lowers_any_use(
    wall: str, count: int, heights: list[int], mass: float, depth: float, more: float, farther: float, duty: str
) -> None:
    light = grid(count, heights, mass, depth).model_copy(update={"duty": duty})
    heavy = grid(count, heights, mass + more, depth + farther).model_copy(update={"duty": duty})
    before, after = assessed(wall, light), assessed(wall, heavy)
    for key, one in before.items():
        other = after[key]
        # a longer screw is another fixing: the same one never gets easier
        if one.hole and other.hole and one.screw == other.screw:
            assert other.use >= one.use * (1 - 1e-6) - 1e-6, key
        assert not one.accepted or (one.use <= 1 and not one.refusals)
        # nothing comes out at the back
        assert not one.hole or one.hole.reach_mm <= sum(layer.thickness_mm for layer in WALLS[wall][0].build_up)
        assert not (other.accepted and not one.accepted and one.use > 1), key


@settings(max_examples=40)
@given(st.sampled_from(["brick", "concrete", "plastered"]), st.floats(30, 300), st.floats(0, 100), masses)
def test_a_closer_edge_never_raises_a_capacity(wall: str, edge: float, nearer: float, mass: float) -> None:
    built, _ = WALLS[wall]
    outside = built.model_copy(update={"left_edge": EdgeKind.EXTERNAL_CORNER, "courses": None})
    fixture = plate_fixture(((50, 50),), mass_kg=mass, hole_mm=11)

    def table(distance: float) -> dict[str, Assessment]:
        done = compute_stages(job(outside, fixture, distance - 50, 1057), load_catalogue())
        return assess_all(done.catalogue.fixings, done.spots, done.catalogue.capacity)["h1"]

    far, near = table(edge + nearer), table(edge)
    for key, one in near.items():
        if one.hole and far[key].hole:
            assert one.use >= far[key].use - 1e-9, key
        assert not (one.accepted and not far[key].accepted), key


@settings(max_examples=30)
@given(st.sampled_from(["brick", "concrete", "studs"]), st.floats(1, 30), st.floats(0, 25), masses)
def test_a_thicker_skin_never_raises_shear(wall: str, skin: float, more: float, mass: float) -> None:
    built, x_mm = WALLS[wall]
    fixture = plate_fixture(((60, 50),), size_mm=(120, 100), mass_kg=mass, hole_mm=11)

    def table(thickness: float) -> dict[str, Assessment]:
        tiled = (Layer(material="tile", thickness_mm=thickness), *built.build_up)
        plain = built.model_copy(update={"build_up": tiled, "courses": None})
        done = compute_stages(job(plain, fixture, x_mm, 1057), load_catalogue())
        return assess_all(done.catalogue.fixings, done.spots, done.catalogue.capacity)["h1"]

    thin, thick = table(skin), table(skin + more)
    for key, one in thin.items():
        other = thick[key]
        if one.hole and other.hole and one.screw == other.screw:
            assert other.shear_n <= one.shear_n + 1e-6, key


def test_units_change_no_verdict_no_use_and_no_choice() -> None:
    for document in demo_documents():
        for region in Region:
            site = document.site.model_copy(update={"region": region})
            inches = site.model_copy(update={"units": UnitSystem.IMPERIAL})
            one = make_plan(document.model_copy(update={"site": site}), load_catalogue())
            other = make_plan(document.model_copy(update={"site": inches}), load_catalogue())
            assert one.verdict.word == other.verdict.word
            assert [(h.chosen, h.working and h.working.use) for h in one.holes] == [
                (h.chosen, h.working and h.working.use) for h in other.holes
            ]


@pytest.mark.parametrize(("shape", "there"), [("on_board", "Backing board"), ("box_on_channel", "Channel")])
def test_parts_behind_are_gathered_and_spacers_by_their_thickness(shape: str, there: str) -> None:
    def gathered(key: str) -> dict[str, int]:
        fixture = build(next(row for row in load_catalogue().shapes if row.key == key), {})
        return {item.label: item.count for item in plan(brick_wall(), fixture, 1000, 1000).gather}

    found = gathered(shape)
    assert found[there] == (2 if shape == "box_on_channel" else 1)
    assert not any(label.startswith("Spacer") for label in found)
    # four holes, a spacer at each, and no part of that name besides
    spaced = gathered("on_spacers")
    (label,) = (label for label in spaced if label.startswith("Spacer"))
    assert (label.startswith("Spacer, "), spaced[label], there in spaced) == (True, 4, False)


@pytest.mark.parametrize("slot", [0, 1, 2])
def test_whichever_hole_is_a_slot_the_piece_is_hung_on_a_round_one_first(slot: int) -> None:
    made = plate_fixture(((30, 30), (100, 30), (170, 30)), size_mm=(200, 60), mass_kg=3)
    (support,) = made.supports
    holes = list(support.holes)
    holes[slot] = holes[slot].model_copy(update={"kind": HoleKind.SLOT_UPRIGHT, "slot_length_mm": 14.5})
    fixture = made.model_copy(update={"supports": (support.model_copy(update={"holes": tuple(holes)}),)})
    found = plan(brick_wall(15), fixture, 1057, 1007)
    assert "no-bearing" not in {one.code for one in found.findings}
    # two round holes side by side carry it between them, and the slot nothing of it; about one round hole it turns
    assert found.verdict.word is not VerdictWord.DO_NOT_DRILL
    if slot == 0:
        alone = fixture.model_copy(update={"supports": (support.model_copy(update={"holes": (holes[0], holes[2])}),)})
        (turns,) = (one for one in plan(brick_wall(15), alone, 1057, 1007).findings if one.code == "no-bearing")
        assert "turning" in turns.sentence
    assert found.holes[slot].demand_shear_n == pytest.approx(0, abs=1e-6)
