"""Walls with all sorts of things on them and in them, and plates of one to six holes to be put anywhere on them."""

from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import Hit, HitKind
from rockpin.core.document.fixture import Fixture
from rockpin.core.document.job import JobDocument
from rockpin.core.document.landmarks import Thing
from rockpin.core.document.sweeps import Find, Scan, ScanMode
from rockpin.core.document.wall import (
    EdgeKind,
    Framing,
    HowKnown,
    Member,
    MemberKind,
    OldHole,
    Opening,
    OpeningKind,
    Point,
    SlideSide,
    StudRow,
    Wall,
)
from rockpin.core.placing import shifted
from tests.builders import brick_wall, concrete_wall, plate_fixture, stud_wall

READY, PROVE, STOP = 0, 1, 2
"""What places of a map weigh."""

_WINDOW = Opening(id="window", kind=OpeningKind.WINDOW, x_mm=1400, y_mm=900, width_mm=700, height_mm=800)
_DOOR = Opening(
    id="door",
    kind=OpeningKind.DOOR,
    x_mm=1400,
    y_mm=900,
    width_mm=700,
    height_mm=800,
    slides_into=SlideSide.RIGHT,
)
_SOCKET = Point(id="socket", kind="socket", x_mm=900, y_mm=300)
_SWITCH = Point(id="switch", kind="switch", x_mm=2300, y_mm=1100)
_NOGGIN = Member(
    id="noggin", kind=MemberKind.BLOCKING, x_mm=419, y_mm=1180, width_mm=362, height_mm=45, known=HowKnown.SEEN
)


def _sweeps(area: Rect, *finds: Find) -> tuple[Scan, ...]:
    return tuple(
        Scan(
            id=mode.value,
            mode=mode,
            area=area,
            claimed_depth_mm=100,
            proved_on_live_cable=True,
            circuits_on=True,
            finds=finds if mode is ScanMode.METAL else (),
        )
        for mode in (ScanMode.METAL, ScanMode.LIVE)
    )


_PIPE = Find(id="pipe", x_mm=1000, y_mm=0, x2_mm=1060, y2_mm=2400, depth_mm=25, sigma_mm=6, what="a pipe")
_SWEPT = Rect(x_mm=300, y_mm=200, width_mm=2000, height_mm=1600)

_HITS = tuple(
    Hit(id=f"hit-{number}", kind=HitKind.MAGNET, x_mm=x, y_mm=1500)
    for number, x in enumerate((646.0, 1052.0, 1444.0, 2255.0))
)

WALLS: dict[str, Wall] = {
    "board on studs": stud_wall(
        width_mm=3000, openings=(_DOOR,), points=(_SOCKET,), scans=_sweeps(_SWEPT), board_joints_mm=(1200,)
    ),
    "brick with courses": brick_wall(
        width_mm=3000,
        openings=(_WINDOW,),
        points=(_SWITCH,),
        right_edge=EdgeKind.EXTERNAL_CORNER,
        old_holes=(
            OldHole(id="old", x_mm=2500, y_mm=1600, diameter_mm=8),
            OldHole(id="plug", x_mm=600, y_mm=1400, diameter_mm=8, good=True, fixing="nylon_plug_8"),
            OldHole(id="metal", x_mm=2600, y_mm=700, diameter_mm=8, stopped=True, met="metal"),
        ),
    ),
    "plastered block": brick_wall(
        12, 100, width_mm=3000, points=(_SOCKET, _SWITCH), scans=_sweeps(_SWEPT, _PIPE), openings=(_WINDOW,)
    ),
    "concrete": concrete_wall(width_mm=3000, left_edge=EdgeKind.FREE_END, openings=(_WINDOW,), points=(_SOCKET,)),
    "studs with noggins": stud_wall(
        width_mm=3000,
        framing=Framing(
            row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=45, known=HowKnown.PINNED),
            members=(_NOGGIN, _NOGGIN.model_copy(update={"id": "other", "x_mm": 819.0, "y_mm": 1300.0})),
        ),
        things=(Thing(id="mirror", name="the mirror", x_mm=2300, y_mm=1200, width_mm=400, height_mm=600),),
        points=(_SOCKET,),
    ),
    "studs by hits": stud_wall(width_mm=3000, framing=None, hits=_HITS, scans=_sweeps(_SWEPT)),
}

PLATES: dict[int, Fixture] = {
    1: plate_fixture(((50, 50),)),
    2: plate_fixture(((20, 50), (180, 50)), size_mm=(200, 100), mass_kg=6),
    4: plate_fixture(
        ((25, 30), (425, 30), (25, 270), (425, 270)), size_mm=(450, 300), mass_kg=14, depth_mm=200, hand="use"
    ),
    6: plate_fixture(
        tuple((x, y) for x in (30.5, 300.5, 570.5) for y in (30, 210)), size_mm=(600, 240), mass_kg=24, depth_mm=250
    ),
}


def moved(here: JobDocument, dx_mm: float, dy_mm: float) -> JobDocument:
    return here.model_copy(update={"placement": shifted(here.placement, dx_mm, dy_mm)})
