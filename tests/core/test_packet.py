"""The packet in hand: what its load is divided by, where it holds, and how it competes."""

import pytest
from pydantic import ValidationError

from rockpin.core.base.errors import BadInput, faults_of
from rockpin.core.base.findings import Severity
from rockpin.core.document.assembly import RatedIn
from rockpin.core.document.fixings import BoardAnchor, MasonryPlug, WoodFastener
from rockpin.core.document.fixture import Environment
from rockpin.core.document.job import Choice
from rockpin.core.document.kit import Kit
from rockpin.core.document.packet import Packet, PacketBasis, ScrewPacket
from rockpin.core.document.wall import Layer, Wall
from rockpin.core.plan.make import make_plan
from rockpin.core.plan.plan import Plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.packet_fixings import as_fixings, working_load
from rockpin.core.tables.packet_screws import as_fastener
from tests.builders import BOARD, brick_wall, concrete_wall, job, plate_fixture, stud_wall


def packet(**more: object) -> Packet:
    values: dict[str, object] = {
        "id": "p",
        "label": "Plug from the box",
        "made_for": "solid",
        "tension_n": 700,
        "hole_mm": 8,
        "length_mm": 40,
        "screw_min_mm": 4.5,
        "screw_max_mm": 6,
    }
    return Packet.model_validate(values | more)


def board_packet(**more: object) -> Packet:
    values = {"made_for": "board", "board_mm": 12.5, "grip_min_mm": 9, "grip_max_mm": 16, "works": "sleeve"}
    return packet(
        **values | {"plastic": False, "hole_mm": 10, "screw_min_mm": 5, "screw_max_mm": 5, "void_mm": 40} | more
    )


def planned(wall: Wall, one: Packet, catalogue: Catalogue, x_mm: float = 572, **more: object) -> Plan:
    return make_plan(job(wall, plate_fixture(mass_kg=2, hole_mm=7), x_mm, 1010, packets=(one,), **more), catalogue)


@pytest.mark.parametrize(
    ("made_for", "plastic", "basis", "divisor"),
    [
        ("solid", True, PacketBasis.BREAKING, 7),
        ("solid", True, PacketBasis.UNKNOWN, 7),  # nobody said: a breaking load
        ("solid", False, PacketBasis.BREAKING, 5),
        ("concrete", False, PacketBasis.BREAKING, 4),
        ("board", False, PacketBasis.BREAKING, 5),
        ("solid", True, PacketBasis.WORKING, 1),
    ],
)
def test_a_breaking_load_is_divided_by_material(
    made_for: str, plastic: bool, basis: PacketBasis, divisor: float, catalogue: Catalogue
) -> None:
    one = board_packet() if made_for == "board" else packet()
    one = one.model_copy(update={"made_for": RatedIn(made_for), "plastic": plastic, "basis": basis})
    divided = working_load(one, one, catalogue)
    assert divided.divisor == divisor
    assert divided.rating.tension_n == pytest.approx(700 / divisor)
    # one load printed: the other direction gets half of it; both printed: both are divided alike
    assert divided.rating.shear_n == pytest.approx(350 / divisor)
    told = one.model_copy(update={"shear_n": 1400.0})
    both = working_load(told, told, catalogue)
    assert both.rating.shear_n == pytest.approx(1400 / divisor)


def test_a_packet_competes_and_is_reckoned_with_the_same_factors(catalogue: Catalogue) -> None:
    made = planned(brick_wall(), packet(basis="working", tension_n=400, shear_n=550), catalogue)
    uses = {one.fixing: one.use for one in made.holes[0].candidates}
    # the same figures as the 8 mm plug of the table, so the same use
    assert uses["packet-p"] == pytest.approx(uses["nylon_plug_8"])
    assert {one.label for one in made.holes[0].candidates if one.fixing == "packet-p"} == {"Plug from the box (packet)"}


def test_a_packet_holds_for_its_own_material_and_board_only(catalogue: Catalogue) -> None:
    def refusal(wall: Wall, one: Packet) -> str:
        made = planned(wall, one, catalogue)
        return " ".join(reason for row in made.holes[0].refused if row.fixing == "packet-p" for reason in row.reasons)

    assert refusal(concrete_wall(), packet()) == "It is not rated for what this wall is made of."
    fifteen = Layer(material="gypsum_board", thickness_mm=15)
    thick = stud_wall(build_up=(fifteen, stud_wall().build_up[1], BOARD))
    assert refusal(stud_wall(), board_packet(basis="working")) == ""
    assert "Its packet rates it in 12.5 mm of board; this is 15 mm of plasterboard." in refusal(thick, board_packet())


def test_a_packet_that_claims_too_much_asks_for_proof(catalogue: Catalogue) -> None:
    own = ({"hole_id": "h1", "fixing": "packet-p"},)
    # the table has 400 N for 8 mm in solid brick: 590 is within half as much again, 610 is not
    for claimed, high in ((590, False), (610, True)):
        made = planned(
            brick_wall(), packet(basis="working", tension_n=claimed, shear_n=claimed), catalogue, choices=own
        )
        doubts = [one for one in made.findings if one.code == "packet-high"]
        assert bool(doubts) is high
        if doubts:
            assert doubts[0].severity is Severity.PROVE_FIRST
            assert "claims 1.5 times what such a fixing usually holds" in doubts[0].sentence
    # in board against what is alike there: a metal sleeve in a hole of 10 mm, of which the table has M5 and 150 N
    for claimed, high in ((220, False), (230, True)):
        sleeve = board_packet(basis="working", tension_n=claimed, shear_n=claimed)
        (row,) = as_fixings(sleeve, catalogue)
        assert row.over_table == pytest.approx(claimed / 150)
        assert bool(row.over_table > catalogue.figures.capacity.packet_over_table) is high


def test_a_claim_across_or_in_a_stud_asks_for_proof_too(catalogue: Catalogue) -> None:
    # the table has 400 N pulled and 550 N across for 8 mm in solid brick
    (row,) = as_fixings(packet(basis="working", tension_n=200, shear_n=1100), catalogue)
    assert row.over_table == pytest.approx(2.0)
    # in a stud the formulas are the table: 2850 G² D lb/in for each inch of thread in spruce (NDS 2018, 12.2-2)
    own = (Choice(hole_id="h1", fixing="packet-p"),)

    def claims(**load: object) -> float:
        screws = packet(made_for="stud", basis="working", plastic=False, screw_min_mm=5, screw_max_mm=5, **load)
        made = planned(stud_wall(), screws, catalogue, x_mm=350, choices=own)
        found = [one.figures["over_table"] for one in made.findings if one.code == "packet-high"]
        return found[0] if found else 0.0

    # the shortest that carries is 50 mm long: three fifths are thread, 1.2 in, all of it in the wood
    holds_n = 2850 * 0.42**2 * (5 / 25.4) * (0.6 * 50 / 25.4) * 4.448
    assert claims(tension_n=4000, shear_n=100) == pytest.approx(4000 / holds_n, rel=0.001)
    assert claims(tension_n=400, shear_n=100) == 0.0
    assert claims(tension_n=100, shear_n=4000) > 0.0


def test_a_faulty_packet_is_refused_by_field(catalogue: Catalogue) -> None:
    with pytest.raises(ValueError, match="a load in board holds for one thickness"):
        board_packet(board_mm=None)
    with pytest.raises(ValueError, match="grip_max_mm: is 5 mm; give the greatest thickness that it grips, above 9 mm"):
        board_packet(grip_max_mm=5)
    with pytest.raises(ValueError, match=r"is 3 mm, below the least, 4\.5 mm; turn them round"):
        packet(screw_max_mm=3)
    with pytest.raises(BadInput) as caught:
        planned(brick_wall(), packet(screw_min_mm=18, screw_max_mm=19), catalogue)
    assert caught.value.faults[0].path == "packets.0.screw_max_mm"
    assert "no screw from 18 to 19 mm is in the catalogue" in caught.value.faults[0].message
    with pytest.raises(BadInput, match="no screw from 18 to 19 mm is in the catalogue"):
        planned(stud_wall(), board_packet(screw_min_mm=18, screw_max_mm=19), catalogue)


def test_what_drills_its_own_hole_prints_none_and_goes_into_board_alone(catalogue: Catalogue) -> None:
    one = board_packet(works="self_drilling", hole_mm=None, plastic=True)
    (row,) = as_fixings(one, catalogue)
    assert isinstance(row, BoardAnchor)
    alike = [each for each in catalogue.fixings if isinstance(each, BoardAnchor) and each.kind == "self_drilling"]
    assert row.hole_mm == max(each.hole_mm for each in alike)
    for other in ({"works": "sleeve"}, {"made_for": "solid"}, {"others": [{"made_for": "solid", "tension_n": 300}]}):
        with pytest.raises(ValidationError, match="hole_mm: is missing"):
            board_packet(**{"works": "self_drilling", "hole_mm": None} | other)


def test_what_nobody_has_read_off_the_packet_is_missed_by_its_name() -> None:
    with pytest.raises(ValidationError) as caught:
        packet(tension_n=None, screw_max_mm=None)
    assert [fault.says for fault in faults_of(caught.value, "packets.0.")] == [
        "Packet 1, load pulled straight out is missing",
        "Packet 1, screw to is missing",
    ]
    # what a model says of one of its fields stands at that field
    with pytest.raises(ValidationError) as caught:
        packet(made_for="board")
    (fault,) = faults_of(caught.value, "packets.0.")
    assert (fault.path, fault.message.split(";")[0]) == (
        "packets.0.board_mm",
        "a load in board holds for one thickness",
    )


def test_a_packet_is_asked_for_what_stands_behind_the_hole(catalogue: Catalogue) -> None:
    for wall, wanted in ((brick_wall(), "solid"), (stud_wall(), "board"), (concrete_wall(), "concrete")):
        assert make_plan(job(wall, plate_fixture(mass_kg=2), 572, 1010), catalogue).holes[0].rated_in == wanted


def test_a_packet_says_where_it_may_be_and_what_it_does_not_say_of_a_pull(catalogue: Catalogue) -> None:
    # nobody said: plastic does not rust, plain steel does
    assert len(as_fixings(packet(), catalogue)[0].environments) == 3
    assert as_fixings(packet(plastic=False), catalogue)[0].environments == (Environment.DRY,)
    assert as_fixings(packet(plastic=False, places=("dry", "wet")), catalogue)[0].environments[-1] is Environment.WET
    # a load of 700 that only hangs: that much along the wall, a quarter of it straight out, both divided by 7
    one = packet(hanging_only=True, basis="breaking")
    hung = working_load(one, one, catalogue).rating
    assert hung.shear_n == pytest.approx(700 / 7)
    assert hung.tension_n == pytest.approx(700 / 7 / 4)
    # a short load raises a breaking load's seventh to no more than its mean over 2.5, and nothing else
    assert as_fixings(packet(basis="breaking"), catalogue)[0].most_raise == pytest.approx(7 / 2.5)
    assert as_fixings(packet(basis="working"), catalogue)[0].most_raise == 1
    assert as_fixings(packet(), catalogue)[0].most_raise == 1


def test_a_range_of_holes_takes_the_bit_that_is_at_hand(catalogue: Catalogue) -> None:
    kit = Kit(bits_mm=(8.5,))
    ranged = planned(
        brick_wall(), packet(hole_max_mm=8.5), catalogue, kit=kit, choices=(Choice(hole_id="h1", fixing="packet-p"),)
    )
    card = ranged.holes[0].card
    assert card is not None
    assert (card.bit_mm, card.bit_buy) == (8.5, False)
    single = planned(brick_wall(), packet(), catalogue, kit=kit, choices=(Choice(hole_id="h1", fixing="packet-p"),))
    assert single.holes[0].card is not None
    assert single.holes[0].card.bit_buy
    with pytest.raises(ValueError, match="hole_max_mm: is 7 mm, below the least, 8 mm"):
        packet(hole_max_mm=7)


def _uses(made: Plan, hole: int = 0) -> dict[str, float]:
    return {one.fixing: one.use for one in made.holes[hole].candidates}


def test_one_packet_speaks_of_several_walls_and_of_pairs(catalogue: Catalogue) -> None:
    one = board_packet(
        basis="working",
        plastic=False,
        tension_n=240,
        shear_n=480,
        per_pair=True,
        others=(
            {"made_for": "stud", "tension_n": 900, "shear_n": 1000},
            {"made_for": "solid", "tension_n": 800, "shear_n": 1100},
            {"made_for": "cored", "tension_n": 400, "shear_n": 700},
        ),
    )
    board, stud, masonry = as_fixings(one, catalogue)
    assert [row.key for row in (board, stud, masonry)] == ["packet-p", "packet-p-stud", "packet-p-masonry"]
    # two together carry what is printed: one carries half
    assert isinstance(board, BoardAnchor)
    assert (board.rating.tension_n, board.rating.shear_n) == (120, 240)
    assert isinstance(masonry, MasonryPlug)
    assert {key: rating.tension_n for key, rating in masonry.ratings.items()} == {"solid": 400, "cored": 200}
    assert isinstance(stud, WoodFastener)
    assert stud.rated
    assert stud.rated.shear_n == 500
    # the table has 600 N for 10 mm in solid brick and 250 N in cored: of all loads, the boldest claim is told
    assert masonry.over_table == pytest.approx(0.8)
    bold = one.model_copy(update={"others": (one.others[0], one.others[1].model_copy(update={"tension_n": 2400}))})
    assert as_fixings(bold, catalogue)[2].over_table == pytest.approx(2.0)
    bolder = bold.model_copy(update={"others": (*bold.others, one.others[2])})
    assert as_fixings(bolder, catalogue)[2].over_table == pytest.approx(2.0)
    # between the studs by the board's value, on the stud by the stud's, and never the other way round
    assert {key for key in _uses(planned(stud_wall(), one, catalogue)) if key.startswith("packet")} == {"packet-p"}
    on_stud = {key for key in _uses(planned(stud_wall(), one, catalogue, x_mm=350)) if key.startswith("packet")}
    assert on_stud == {"packet-p-stud"}


def test_a_load_of_metal_in_a_stud_is_divided_by_four(catalogue: Catalogue) -> None:
    one = packet(made_for="stud", plastic=False, basis="breaking", tension_n=2000, shear_n=2400)
    (row,) = as_fixings(one, catalogue)
    assert isinstance(row, WoodFastener)
    assert row.rated
    assert (row.rated.tension_n, row.rated.shear_n) == (500, 600)
    # a short load raises it to 4/2.5 at the most
    assert row.most_raise == pytest.approx(1.6)


def test_a_panel_load_holds_in_a_panel_of_that_thickness_alone(catalogue: Catalogue) -> None:
    one = packet(made_for="panel", board_mm=4, grip_min_mm=1, grip_max_mm=9, works="plug", basis="working", void_mm=15)
    (row,) = as_fixings(one, catalogue)
    assert isinstance(row, BoardAnchor)
    assert row.panel
    assert row.panel.tension_n == 700
    made = planned(stud_wall(), one, catalogue)
    reasons = [
        reason for hole in made.holes for one in hole.refused if one.fixing == "packet-p" for reason in one.reasons
    ]
    assert reasons
    assert set(reasons) == {"It is made for thin panels only."}


def test_what_is_left_in_a_packet_is_counted(catalogue: Catalogue) -> None:
    few = planned(brick_wall(), packet(basis="working", tension_n=400, shear_n=550, count=0), catalogue)
    enough = planned(brick_wall(), packet(basis="working", tension_n=400, shear_n=550), catalogue)

    def lacks(made: Plan) -> set[str]:
        return {text for hole in made.holes for c in hole.candidates if c.fixing == "packet-p" for text in c.lacks}

    assert lacks(few) == {"no plug from the box (packet)"}
    assert lacks(enough) == set()


def test_a_packet_of_screws_is_reckoned_like_any_screw(catalogue: Catalogue) -> None:
    like = catalogue.screw_by_key["wood_5_0"]
    of = {"diameter_mm": like.diameter_mm, "root_mm": like.root_mm, "head_mm": like.head_mm}
    one = ScrewPacket(
        id="s",
        label="Gold screws",
        lengths_mm=like.lengths_mm,
        thread_share=like.thread_share,
        steel="hardened",
        **of,
    )
    document = job(stud_wall(), plate_fixture(mass_kg=2, hole_mm=7), 350, 1010, screw_packets=(one,))
    uses = _uses(make_plan(document, catalogue))
    assert uses["screws-s"] == pytest.approx(uses["stud_screw_5_0"])


def test_a_screw_of_unknown_steel_counts_as_brass_and_rusts_unless_it_says_otherwise(catalogue: Catalogue) -> None:
    plain = ScrewPacket(id="s", label="Screws", diameter_mm=5, lengths_mm=(60,))
    row = as_fastener(plain, catalogue)
    (screw,) = row.brings
    assert (screw.yield_mpa, round(screw.root_mm, 6)) == (150, 3.0)
    assert row.environments == (Environment.DRY,)
    coated = as_fastener(plain.model_copy(update={"coated": True}), catalogue)
    assert Environment.OUTDOOR in coated.environments
    with pytest.raises(ValidationError, match="root_mm: is 6"):
        ScrewPacket(id="s", label="Screws", diameter_mm=5, root_mm=6, lengths_mm=(60,))
