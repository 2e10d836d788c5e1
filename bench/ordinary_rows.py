"""Ordinary practice as rows: what must come out ready, and what must be refused with a way that works.

Each row is a whole job of its own measures at a sound wall whose zones are clear. The test of them and the page in
``docs/ordinary.md`` are made from the same rows.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixture import (
    Environment,
    Fixture,
    FixtureHole,
    HeldRail,
    Piece,
    RailKind,
    Support,
    Swing,
)
from rockpin.core.document.job import (
    Choice,
    JobDocument,
    Placement,
    PullEnd,
    PullTest,
    Region,
    Site,
)
from rockpin.core.document.wall import (
    Courses,
    Framing,
    HowKnown,
    Layer,
    Member,
    MemberKind,
    Scan,
    ScanMode,
    StudRow,
    Wall,
)
from rockpin.core.fixture import build

G12 = Layer(material="gypsum_board", thickness_mm=12.5)


@dataclass(frozen=True)
class Row:
    """One job of ordinary practice. ``takes``: of which each hole must take one; ``code``: why it is refused."""

    key: str
    says: str
    job: Callable[[], JobDocument]
    ready: bool
    takes: tuple[str, ...] = ()
    code: str | None = None


def _wall(name: str, layers: tuple[Layer, ...], **more: Any) -> Wall:
    # swept all over in both modes with an instrument that was just proved, deep enough for what goes in
    swept = tuple(
        Scan(
            id=mode.value,
            mode=mode,
            area=Rect(x_mm=0, y_mm=0, width_mm=4000, height_mm=2400),
            claimed_depth_mm=180,
            proved_on_live_cable=True,
            circuits_on=True,
        )
        for mode in (ScanMode.METAL, ScanMode.LIVE)
    )
    values: dict[str, Any] = {
        "id": "wall",
        "name": name,
        "width_mm": 4000,
        "height_mm": 2400,
        "build_up": layers,
        "scans": swept,
    }
    return Wall(**values | more)


def studs(void_mm: float = 89, known: HowKnown = HowKnown.SEEN, *front: Layer, **more: Any) -> Wall:
    row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=known)
    frame = Layer(material="timber_studs", thickness_mm=void_mm, filling=more.pop("filling", Filling.EMPTY))
    framing = Framing(row=row, members=more.pop("members", ()))
    return _wall("Board on studs", (*front, G12, frame, G12), framing=framing, **more)


def masonry(material: str, skin_mm: float = 12, thick_mm: float = 215, **more: Any) -> Wall:
    front = more.pop("front", ())
    skin = (Layer(material="plaster", thickness_mm=skin_mm),) if skin_mm else ()
    return _wall(material, (*front, *skin, Layer(material=material, thickness_mm=thick_mm)), **more)


def job(wall: Wall, fixture: Fixture, x: float, y: float, **more: Any) -> JobDocument:
    region = more.pop("region", Region.BRITAIN)
    return JobDocument(
        id="job",
        title=fixture.name,
        site=Site(id="site", name="Boat store", region=region, units="metric", built_year=more.pop("built", 2010)),
        walls=(wall,),
        fixture=fixture,
        placement=Placement(wall_id=wall.id, x_mm=x, y_mm=y),
        **more,
    )


def shaped(shape: str, hand: str | None = None, duty: str | None = None, **measures: float) -> Fixture:
    made = build(load_catalogue().shape_by_key[shape], measures)
    change = {key: value for key, value in (("hand", hand), ("duty", duty)) if value}
    return made.model_copy(update=change)


def plate(
    name: str,
    size: tuple[float, float],
    holes: tuple[tuple[float, float], ...],
    *,
    hole: float = 6.5,
    metal: float = 3,
    depth: float = 100,
    own: float = 1,
    holds: float = 0,
    hand: str = "use",
    duty: str = "storage",
    **more: Any,
) -> Fixture:
    wide, high = size
    support = Support(
        id="plate",
        name="Plate",
        x_mm=0,
        y_mm=0,
        width_mm=wide,
        height_mm=high,
        thickness_mm=metal,
        holes=tuple(FixtureHole(id=f"hole-{n}", x_mm=x, y_mm=y, diameter_mm=hole) for n, (x, y) in enumerate(holes, 1)),
    )
    cog = more.pop("cog_z", None)
    piece = Piece(
        id="piece",
        name=name,
        width_mm=wide,
        height_mm=high,
        depth_mm=depth,
        mass_kg=own,
        contents_kg=holds,
        cog_z_mm=cog,
    )
    return Fixture(name=name, pieces=(piece,), supports=(support,), hand=hand, duty=duty, **more)


def hook(hand: str, hole: float = 5.5) -> Fixture:
    return shaped("hook", hand, depth=45, width=35, height=75, from_top=18, hole=hole, holds=3, own=0.2)


def picture() -> Fixture:
    """A framed picture of 6 kg that leans on the wall, on one hanger in the middle of its top."""
    hanger = Support(
        id="hanger",
        name="Hanger",
        x_mm=240,
        y_mm=340,
        width_mm=20,
        height_mm=40,
        thickness_mm=1.5,
        hung=True,
        leans=True,
        holes=(FixtureHole(id="hole", x_mm=10, y_mm=30, diameter_mm=5),),
    )
    piece = Piece(id="picture", name="Picture", width_mm=500, height_mm=400, depth_mm=25, mass_kg=6)
    return Fixture(name="Picture", pieces=(piece,), supports=(hanger,), duty="display", hand="touch")


def towel_rail(hand: str = "use", up: float = 35, metal: float = 3, hole: float = 6.5) -> Fixture:
    return shaped(
        "rail",
        hand,
        width=600,
        margin=30,
        depth=65,
        flange=max(60, up + 26),
        across=up,
        hole=hole,
        metal=metal,
        own=1,
        holds=2,
    )


def shelf(brackets: float = 2, **more: float) -> Fixture:
    measures = {"width": 800.0, "depth": 220.0, "own": 4.0, "holds": 8.0, "brackets": brackets} | more
    return shaped("shelf", None, None, **measures)


def arm(reach: float, own: float, holds: float, up: float, holes: int, hole: float = 9) -> Fixture:
    """An arm on a tall plate with its holes in one line."""
    high = up + 40
    ys = [20 + up * k / (holes - 1) for k in range(holes)][::-1]
    support = Support(
        id="plate",
        name="Plate",
        x_mm=0,
        y_mm=0,
        width_mm=60,
        height_mm=high,
        thickness_mm=4,
        holes=tuple(FixtureHole(id=f"hole-{n}", x_mm=30, y_mm=y, diameter_mm=hole) for n, y in enumerate(ys, 1)),
    )
    piece = Piece(
        id="arm",
        name="Arm",
        width_mm=60,
        height_mm=high,
        depth_mm=reach,
        mass_kg=own,
        contents_kg=holds,
        cog_z_mm=reach * 0.95,
    )
    return Fixture(
        name="Arm",
        pieces=(piece,),
        supports=(support,),
        swings=(Swing(piece_id="arm", pivot_x_mm=30, pivot_z_mm=40),),
        duty="swings",
        hand="touch",
    )


def mirrors() -> Fixture:
    """Three mirrors beside one another, each on two hangers of its own."""
    pieces, supports = [], []
    for n in range(3):
        x = n * 800.0
        pieces.append(
            Piece(id=f"m{n}", name=f"Mirror {n + 1}", x_mm=x, width_mm=500, height_mm=700, depth_mm=25, mass_kg=9)
        )
        for side, at in (("l", 110.0), ("r", 370.0)):
            supports.append(
                Support(
                    id=f"h{n}{side}",
                    name=f"Hanger {n + 1} {side}",
                    x_mm=x + at,
                    y_mm=600,
                    width_mm=20,
                    height_mm=50,
                    thickness_mm=2,
                    hung=True,
                    leans=True,
                    holes=(FixtureHole(id=f"h{n}{side}-hole", x_mm=10, y_mm=38, diameter_mm=5.5),),
                )
            )
    return Fixture(name="Three mirrors", pieces=tuple(pieces), supports=tuple(supports), duty="display", hand="touch")


def screen_plate() -> Fixture:
    """A screen of 20 kg on a plate with two holes on each of two studs 400 apart."""
    holes = tuple((x, y) for x in (50, 450) for y in (180, 20))
    return plate("Screen", (500, 200), holes, hole=9, depth=90, own=20, hand="touch", duty="display", cog_z=60)


def handrail(brackets: int = 4, pitch: float = 800) -> Fixture:
    length = (brackets - 1) * pitch + 100
    supports = tuple(
        Support(
            id=f"b{n}",
            name=f"Bracket {n + 1}",
            x_mm=50 + n * pitch - 19,
            y_mm=0,
            width_mm=38,
            height_mm=120,
            thickness_mm=5,
            holes=tuple(
                FixtureHole(id=f"b{n}-{k}", x_mm=19, y_mm=y, diameter_mm=7) for k, y in enumerate((105, 60, 15), 1)
            ),
        )
        for n in range(brackets)
    )
    piece = Piece(
        id="rail", name="Handrail", y_mm=40, width_mm=length, height_mm=40, depth_mm=80, mass_kg=5, cog_z_mm=60
    )
    rail = HeldRail(id="rail", kind=RailKind.HANDRAIL, x_mm=35, y_mm=60, x2_mm=length - 35, y2_mm=60, z_mm=55)
    return Fixture(name="Handrail", pieces=(piece,), supports=supports, rails=(rail,), duty="body_support")


def grab_rail(hole: float = 9) -> Fixture:
    return shaped("grab_rail", width=530, flange=85, circle=62, hole=hole, metal=5, depth=70)


BLOCKING = Member(
    id="blocking", kind=MemberKind.BLOCKING, x_mm=900, y_mm=900, width_mm=900, height_mm=220, known=HowKnown.SEEN
)


def tile(*behind: Layer) -> tuple[Layer, ...]:
    return (Layer(material="tile", thickness_mm=11), *behind)


def two_screws(gap: float = 150) -> Fixture:
    return plate(
        "Flower basket",
        (40, gap + 50),
        ((20, gap + 25), (20, 25)),
        hole=7,
        metal=4,
        depth=300,
        own=1,
        holds=8,
        hand="none",
        environment=Environment.OUTDOOR,
        wind_pa=100,
        cog_z=250,
    )


def raised_resin() -> tuple[PullTest, ...]:
    return tuple(
        PullTest(id=f"p{n}", fixing="resin_m10_solid", load_n=load, ended=PullEnd.FAILED)
        for n, load in enumerate((17000, 17800, 18200, 16900, 17500))
    )


READY: tuple[Row, ...] = (
    Row(
        "hook-board",
        "Coat hook with one hole, 3 kg, between studs in board (use)",
        lambda: job(studs(), hook("use", 6.5), 580, 1500),
        True,
    ),
    Row(
        "hook-brick",
        "Coat hook in plastered brick (use)",
        lambda: job(masonry("brick"), hook("use"), 1500, 1500),
        True,
        ("nylon_plug_8", "nylon_plug_6", "nylon_plug_7"),
    ),
    Row(
        "hook-brick-tug",
        "Coat hook that a child tugs at, plastered brick, hole for a 6 mm screw",
        lambda: job(masonry("brick", 10), hook("tug", 6.5), 1500, 1500),
        True,
        ("nylon_plug_10",),
    ),
    Row(
        "picture-board",
        "Picture of 6 kg on one self-driving anchor in board (touch)",
        lambda: job(studs(), picture(), 400, 1200),
        True,
        ("self_drilling_nylon", "self_drilling_zinc"),
    ),
    Row(
        "towel-board",
        "Towel rail, two posts with two holes 35 apart, 3 kg, board (use)",
        lambda: job(studs(), towel_rail(), 575, 1200),
        True,
    ),
    Row(
        "towel-brick",
        "Towel rail in plastered brick (use)",
        lambda: job(masonry("brick"), towel_rail(), 1500, 1200),
        True,
    ),
    Row(
        "towel-block",
        "Towel rail in plastered dense block (use)",
        lambda: job(masonry("dense_block"), towel_rail(), 1500, 1200),
        True,
    ),
    Row(
        "towel-brick-tug",
        "Towel rail in plastered brick, tugged at",
        lambda: job(masonry("brick"), towel_rail("tug"), 1500, 1200),
        True,
    ),
    Row(
        "towel-aerated",
        "Towel rail in aerated block, holes 70 apart, long plugs (use)",
        lambda: job(masonry("aerated_block"), towel_rail(up=70, hole=8), 1500, 1200),
        True,
    ),
    Row(
        "towel-tile",
        "Towel rail on tiled brick, screws thick enough for the lever (use)",
        lambda: job(masonry("brick", front=tile()), towel_rail(hole=8), 1500, 1200),
        True,
    ),
    Row(
        "shelf-brick",
        "Shelf 800 × 220 with 12 kg on two brackets 180 high, plastered brick",
        lambda: job(masonry("brick"), shelf(), 1500, 1200),
        True,
    ),
    Row("shelf-block", "The same shelf in dense block", lambda: job(masonry("dense_block"), shelf(), 1500, 1200), True),
    Row(
        "shelf-studs",
        "The same shelf into two studs 400 apart with 5 mm screws",
        lambda: job(studs(), shelf(margin=200), 600, 1200),
        True,
    ),
    Row(
        "cabinet-studs",
        "Wall cabinet 12 + 25 kg on a bar into two studs",
        lambda: job(studs(), _cabinet(), 1000, 1400),
        True,
    ),
    Row(
        "mirrors-board",
        "Three mirrors of 9 kg, each on two hangers, board",
        lambda: job(studs(), mirrors(), 500, 1000),
        True,
    ),
    Row(
        "screen-arm",
        "Screen of 12 kg on an arm of 350 mm, one stud, three 8 mm coach screws over 250 mm (touch)",
        lambda: job(studs(), arm(350, 2, 10, 250, 3), 1170, 1300),
        True,
    ),
    Row(
        "screen-plate",
        "Screen of 20 kg on a plate, two studs, four coach screws",
        lambda: job(studs(), screen_plate(), 1150, 1300),
        True,
    ),
    Row(
        "lamp-arm",
        "Lamp arm of 3 kg in all reaching 0.8 m, one stud, two 6 mm screws 250 apart (touch)",
        lambda: job(studs(), arm(800, 2, 1, 250, 2, 6.5), 1170, 1300),
        True,
    ),
    Row(
        "heated-rail",
        "Heated rail of 13 kg filled, rigid, four brackets, plastered brick",
        lambda: job(masonry("brick"), _heated(), 1500, 900),
        True,
    ),
    Row(
        "handrail",
        "Handrail on three-hole brackets into studs every 800 mm",
        lambda: job(studs(), handrail(), 350, 900),
        True,
    ),
    Row(
        "grab-blocking",
        "Grab rail with three-hole flanges, coach screws into 89 mm blocking",
        lambda: job(studs(members=(BLOCKING,)), grab_rail(), 1100, 960),
        True,
    ),
    Row(
        "grab-resin",
        "Grab rail into solid brick with resin rods whose value was raised by tests",
        lambda: job(
            masonry("brick", 0, courses=Courses(unit_length_mm=215, unit_height_mm=65, joint_mm=10)),
            grab_rail(12),
            1530,
            960,
            pull_tests=raised_resin(),
        ),
        True,
    ),
    Row(
        "basket",
        "Flower basket of 9 kg on a bracket with two 8 mm plugs 150 apart in brick, stainless, sheltered",
        lambda: job(masonry("brick", 0), two_screws(), 1500, 1700),
        True,
    ),
    Row(
        "key-box",
        "Key box of 1.2 kg, three plugs in bricks and one in the joint",
        lambda: job(_fair_faced(), _key_box(), 1500, 1200),
        True,
    ),
    Row(
        "paper-holder",
        "Paper holder, two holes 28 apart one above the other, cement board, sleeves",
        lambda: job(
            _cement(),
            plate("Paper holder", (50, 60), ((25, 44), (25, 16)), depth=70, own=0.3, holds=0.3, hand="use"),
            575,
            800,
        ),
        True,
    ),
)


def _cabinet() -> Fixture:
    made = shaped("cabinet", width=800, own=12, holds=25)
    bar = next(one for one in made.supports if one.id == "bar")
    holes = tuple(FixtureHole(id=f"bar-{n}", x_mm=x, y_mm=20, diameter_mm=9) for n, x in enumerate((160, 560), 1))
    return made.model_copy(
        update={
            "supports": tuple(
                bar.model_copy(update={"holes": holes}) if one.id == "bar" else one
                for one in made.supports
                if not one.clipped
            )
        }
    )


def _heated() -> Fixture:
    """A heated rail 500 wide and 900 high on four brackets of one hole each, 90 off the wall."""
    brackets = tuple(
        Support(
            id=f"b{n}",
            name=f"Bracket {n}",
            x_mm=x - 15,
            y_mm=y - 15,
            width_mm=30,
            height_mm=30,
            thickness_mm=4,
            holes=(FixtureHole(id=f"b{n}-hole", x_mm=15, y_mm=15, diameter_mm=6.5),),
        )
        for n, (x, y) in enumerate(((60, 820), (440, 820), (60, 80), (440, 80)), 1)
    )
    piece = Piece(id="rail", name="Heated rail", width_mm=500, height_mm=900, depth_mm=90, mass_kg=13, cog_z_mm=75)
    return Fixture(name="Heated rail", pieces=(piece,), supports=brackets, duty="storage", hand="use")


def _fair_faced() -> Wall:
    courses = Courses(unit_length_mm=215, unit_height_mm=65, joint_mm=10, origin_x_mm=0, origin_y_mm=0)
    return masonry("brick", 0, courses=courses)


def _key_box() -> Fixture:
    # courses of 75: the lower right hole is put in the joint, the others well in the bricks
    holes = ((20, 106), (80, 106), (20, 31), (80, 15))
    return plate("Key box", (100, 130), holes, hole=5.5, depth=60, own=1.2, hand="use")


def _cement() -> Wall:
    board = Layer(material="fibre_cement_board", thickness_mm=12.5)
    frame = Layer(material="timber_studs", thickness_mm=89, filling=Filling.EMPTY)
    row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)
    return _wall("Cement board", (board, frame, G12), framing=Framing(row=row))


def picked(made: JobDocument, fixing: str) -> JobDocument:
    """The same job with one fixing taken for every hole by the user himself."""
    holes = [hole.id for support in made.fixture.supports for hole in support.holes if hole.used]
    return made.model_copy(update={"choices": tuple(Choice(hole_id=hole, fixing=fixing) for hole in holes)})


REFUSED: tuple[Row, ...] = (
    Row(
        "plug-in-board",
        "Masonry plug in board",
        lambda: picked(job(studs(), hook("use", 6.5), 580, 1500), "nylon_plug_8"),
        False,
        code="own-choice-refused",
    ),
    Row(
        "bare-screw",
        "Bare screw in board where something is hung",
        lambda: picked(job(studs(), hook("use", 6.5), 580, 1500), "bare_screw"),
        False,
        code="own-choice-refused",
    ),
    Row(
        "plastic-wet-towels",
        "Flanged plastic plug under wet towels",
        lambda: picked(job(studs(), towel_rail(), 575, 1200), "flanged_plug"),
        False,
        code="own-choice-refused",
    ),
    Row(
        "spring-shallow",
        "Sprung toggle in a shallow void",
        lambda: picked(job(studs(25), hook("use", 6.5), 580, 1500), "spring_toggle_m5"),
        False,
        code="own-choice-refused",
    ),
    Row(
        "spring-filled",
        "Sprung toggle in a filled void",
        lambda: picked(job(studs(filling=Filling.MINERAL_WOOL), hook("use", 6.5), 580, 1500), "spring_toggle_m5"),
        False,
        code="own-choice-refused",
    ),
    Row(
        "spring-keyhole",
        "Sprung toggle on a keyhole",
        lambda: picked(job(studs(), shaped("keyholes", across=200, hole=5.5), 520, 1200), "spring_toggle_m5"),
        False,
        code="own-choice-refused",
    ),
    Row(
        "drive-cement",
        "Self-driving plastic anchor in cement board",
        lambda: picked(job(_cement(), hook("use", 6.5), 580, 1500), "self_drilling_nylon"),
        False,
        code="own-choice-refused",
    ),
    Row(
        "drive-tile",
        "Self-driving plastic anchor in tile",
        lambda: picked(job(studs(89, HowKnown.SEEN, *tile()), hook("use", 6.5), 580, 1500), "self_drilling_nylon"),
        False,
        code="own-choice-refused",
    ),
    Row("arm-board", "Arm of 900 mm on board alone", lambda: job(studs(), arm(900, 3, 6, 200, 3), 570, 1300), False),
    Row(
        "grab-board",
        "Grab rail on board alone",
        lambda: job(studs(), shaped("grab_rail", width=280, margin=40, hole=9), 460, 960),
        False,
    ),
    Row(
        "cabinet-board",
        "Cabinet of 40 kg on board alone",
        lambda: job(
            studs(),
            _cabinet().model_copy(
                update={
                    "pieces": (
                        Piece(
                            id="piece",
                            name="Cabinet",
                            width_mm=800,
                            height_mm=700,
                            depth_mm=320,
                            mass_kg=15,
                            contents_kg=25,
                        ),
                    )
                }
            ),
            1200,
            1400,
        ),
        False,
    ),
    Row(
        "shelf-aerated",
        "Shelf of 30 kg on short plugs in aerated block",
        lambda: picked(job(masonry("aerated_block"), shelf(holds=26), 1500, 1200), "nylon_plug_6"),
        False,
        code="own-choice-refused",
    ),
    Row(
        "plaster-only",
        "Plug held by plaster only",
        lambda: picked(
            job(
                _wall(
                    "Lath",
                    (
                        Layer(material="lath_and_plaster", thickness_mm=25),
                        Layer(material="timber_studs", thickness_mm=89, filling=Filling.EMPTY),
                        G12,
                    ),
                    framing=Framing(
                        row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)
                    ),
                ),
                hook("use"),
                580,
                1500,
            ),
            "nylon_plug_6",
        ),
        False,
        code="own-choice-refused",
    ),
    Row(
        "one-screw-swing",
        "One screw under something that swings sideways",
        lambda: job(masonry("brick"), _swinging_hook(), 1500, 1500),
        False,
        code="turns-on-one",
    ),
    Row(
        "steel-person",
        "Screws for a person's weight in steel studs",
        lambda: job(_steel(), grab_rail(), 1100, 960),
        False,
    ),
    Row(
        "plain-outdoors",
        "Plain steel outdoors",
        lambda: picked(job(_concrete(), two_screws(), 1500, 1700), "expansion_bolt_m8"),
        False,
        code="own-choice-refused",
    ),
)


def _swinging_hook() -> Fixture:
    made = hook("use")
    return made.model_copy(update={"swings": (Swing(piece_id="piece", pivot_x_mm=17.5),), "duty": "swings"})


def _concrete() -> Wall:
    return _wall("Concrete", (Layer(material="concrete", thickness_mm=200),))


def _steel() -> Wall:
    frame = Layer(material="steel_studs", thickness_mm=70, filling=Filling.EMPTY)
    row = StudRow(first_centre_mm=1150, pitch_mm=400, stud_width_mm=50, known=HowKnown.SEEN)
    return _wall("Steel studs", (G12, frame, G12), framing=Framing(row=row))
