"""Walls and things of ordinary practice, each with measures of its own, from which whole jobs are made."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.document.assembly import AssemblyRating, RatedIn
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixture import (
    Environment,
    Fixture,
    FixtureHole,
    HeadSeat,
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
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Courses, Framing, HowKnown, Layer, Member, MemberKind, StudRow, Wall
from rockpin.core.fixture import build


@dataclass(frozen=True)
class Row:
    """One job of ordinary practice. ``takes``: of which each hole must take one; ``code``: why it is refused."""

    key: str
    says: str
    job: Callable[[], JobDocument]
    ready: bool
    takes: tuple[str, ...] = ()
    code: str | None = None


G12 = Layer(material="gypsum_board", thickness_mm=12.5)


def a_wall(name: str, layers: tuple[Layer, ...], **more: Any) -> Wall:
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
    return a_wall("Board on studs", (*front, G12, frame, G12), framing=framing, **more)


def masonry(material: str, skin_mm: float = 12, thick_mm: float = 215, **more: Any) -> Wall:
    front = more.pop("front", ())
    skin = (Layer(material="plaster", thickness_mm=skin_mm),) if skin_mm else ()
    return a_wall(material, (*front, *skin, Layer(material=material, thickness_mm=thick_mm)), **more)


def bonded(material: str = "dense_block", thick_mm: float = 100, gap_mm: float = 16) -> Wall:
    """Board stuck on dabs to masonry."""
    gap = Layer(material="dabs", thickness_mm=gap_mm, filling=Filling.EMPTY)
    return a_wall("Board on dabs", (G12, gap, Layer(material=material, thickness_mm=thick_mm)))


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


def hook(hand: str, hole: float = 5.5, second: float = 0) -> Fixture:
    return shaped("hook", hand, depth=45, width=35, height=75, from_top=18, second=second, hole=hole, holds=3, own=0.2)


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


def rated_arm() -> Fixture:
    """An arm whose plate is rated as a whole for 30 kg at 500 mm, by four coach screws 50 mm deep in one stud."""
    made = arm(450, 3, 22, 210, 4)
    rating = AssemblyRating(
        source="its instructions, page 4",
        rated_in=(RatedIn.STUD,),
        mass_max_kg=30,
        reach_max_mm=500,
        covering_max_mm=16,
        fasteners_least=4,
        screw_min_mm=8,
        screw_max_mm=8,
        embedment_min_mm=50,
    )
    return made.model_copy(update={"rated": rating})


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


def cabinet(along: tuple[float, ...] = (160, 560)) -> Fixture:
    """A cabinet on a bar, drilled so far along it [mm]."""
    made = shaped("cabinet", width=800, own=12, holds=25)
    bar = next(one for one in made.supports if one.id == "bar")
    holes = tuple(FixtureHole(id=f"bar-{n}", x_mm=x, y_mm=20, diameter_mm=9) for n, x in enumerate(along, 1))
    return made.model_copy(
        update={
            "supports": tuple(
                bar.model_copy(update={"holes": holes}) if one.id == "bar" else one
                for one in made.supports
                if not one.clipped
            )
        }
    )


def heated() -> Fixture:
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


def fair_faced() -> Wall:
    courses = Courses(unit_length_mm=215, unit_height_mm=65, joint_mm=10, origin_x_mm=0, origin_y_mm=0)
    return masonry("brick", 0, courses=courses)


def key_box() -> Fixture:
    # courses of 75: the lower right hole is put in the joint, the others well in the bricks
    holes = ((20, 106), (80, 106), (20, 31), (80, 15))
    return plate("Key box", (100, 130), holes, hole=5.5, depth=60, own=1.2, hand="use")


def cement() -> Wall:
    board = Layer(material="fibre_cement_board", thickness_mm=12.5)
    frame = Layer(material="timber_studs", thickness_mm=89, filling=Filling.EMPTY)
    row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)
    return a_wall("Cement board", (board, frame, G12), framing=Framing(row=row))


def picked(made: JobDocument, fixing: str) -> JobDocument:
    """The same job with one fixing taken for every hole by the user himself."""
    holes = [hole.id for support in made.fixture.supports for hole in support.holes if hole.used]
    return made.model_copy(update={"choices": tuple(Choice(hole_id=hole, fixing=fixing) for hole in holes)})


def swinging_hook() -> Fixture:
    made = hook("use")
    return made.model_copy(update={"swings": (Swing(piece_id="piece", pivot_x_mm=17.5),), "duty": "swings"})


def concrete() -> Wall:
    return a_wall("Concrete", (Layer(material="concrete", thickness_mm=200),))


def steel() -> Wall:
    frame = Layer(material="steel_studs", thickness_mm=70, filling=Filling.EMPTY)
    row = StudRow(first_centre_mm=1150, pitch_mm=400, stud_width_mm=50, known=HowKnown.SEEN)
    return a_wall("Steel studs", (G12, frame, G12), framing=Framing(row=row))


def thin_concrete() -> Wall:
    return a_wall("Concrete panel", (Layer(material="concrete", thickness_mm=80),))


def two_boards() -> Wall:
    frame = Layer(material="timber_studs", thickness_mm=89, filling=Filling.EMPTY)
    row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)
    return a_wall("Two boards", (G12, G12, frame, G12), framing=Framing(row=row))


def thin_panel(void_mm: float = 30) -> Wall:
    panel = Layer(material="thin_panel", thickness_mm=4)
    frame = Layer(material="timber_studs", thickness_mm=void_mm, filling=Filling.EMPTY)
    row = StudRow(first_centre_mm=500, pitch_mm=500, stud_width_mm=30, known=HowKnown.SEEN)
    return a_wall("Cabin side", (panel, frame, panel), framing=Framing(row=row))


def mirror(own: float) -> Fixture:
    """One mirror on two hangers 260 apart."""
    made = mirrors()
    piece = made.pieces[0].model_copy(update={"mass_kg": own})
    return made.model_copy(update={"name": "Mirror", "pieces": (piece,), "supports": made.supports[:2]})


def countersunk(fixture: Fixture) -> Fixture:
    """The same fixture with countersunk holes."""
    supports = tuple(
        one.model_copy(
            update={
                "holes": tuple(hole.model_copy(update={"seat": HeadSeat.COUNTERSUNK}) for hole in one.holes),
            }
        )
        for one in fixture.supports
    )
    return fixture.model_copy(update={"supports": supports})
