"""Jobs of Slipway House that bring more than holes: screens, a drying rail, what stands, and a trailer."""

from zlib import crc32

from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import Filling, Location, ReadBy
from rockpin.core.document.fittings import Device, DeviceBack, DrainSide, Enclosure
from rockpin.core.document.fixture import Environment, Fixture, FixtureHole
from rockpin.core.document.post import Post, PostSection
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import EdgeKind, Framing, HowKnown, Layer, Opening, OpeningKind, Point, StudRow, Wall
from rockpin.demo.from_shapes import made


def _swept(area: Rect) -> tuple[Scan, ...]:
    """Swept in both modes with the stand-in, just proved on a cable that lay shallow."""
    return tuple(
        Scan(
            read_by=ReadBy.STAND_IN,
            id=f"swept-{mode.value}",
            mode=mode,
            area=area,
            day="2026-06-13",
            claimed_depth_mm=120,
            proved_on_live_cable=True,
            circuits_on=True,
        )
        for mode in (ScanMode.METAL, ScanMode.LIVE)
    )


BUNK_ROOM = Wall(
    id="bunk-room-inner",
    looked=True,
    practice_seed=crc32(b"bunk-room-inner"),
    name="Bunk room, inner wall",
    width_mm=4800,
    height_mm=2400,
    skirting_mm=90,
    build_up=(
        Layer(material="gypsum_board", thickness_mm=12.5),
        Layer(material="timber_studs", thickness_mm=89, filling=Filling.EMPTY),
        Layer(material="gypsum_board", thickness_mm=12.5),
    ),
    framing=Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)),
    openings=(Opening(id="door", kind=OpeningKind.DOOR, x_mm=3900, y_mm=0, width_mm=780, height_mm=2000),),
    points=(Point(id="switch-bunk", kind="switch", x_mm=3780, y_mm=1250),),
    scans=_swept(Rect(x_mm=0, y_mm=600, width_mm=3600, height_mm=1750)),
)

DRYING_ROOM = Wall(
    id="drying-room-outer",
    looked=True,
    practice_seed=crc32(b"drying-room-outer"),
    name="Drying room, outer wall",
    width_mm=2600,
    height_mm=2500,
    left_edge=EdgeKind.INTERNAL_CORNER,
    build_up=(Layer(material="plaster", thickness_mm=13), Layer(material="brick", thickness_mm=215)),
    scans=_swept(Rect(x_mm=0, y_mm=0, width_mm=2600, height_mm=2400)),
)


DRYING_INNER = Wall(
    id="drying-room-inner",
    looked=True,
    practice_seed=crc32(b"drying-room-inner"),
    name="Drying room, inner wall",
    width_mm=1900,
    height_mm=2500,
    right_edge=EdgeKind.INTERNAL_CORNER,
    build_up=(Layer(material="plaster", thickness_mm=12), Layer(material="dense_block", thickness_mm=100)),
    scans=_swept(Rect(x_mm=0, y_mm=0, width_mm=1900, height_mm=2400)),
)

LAUNCH_TRAILER = Wall(
    id="launch-trailer-left",
    looked=True,
    practice_seed=crc32(b"launch-trailer-left"),
    name="Launch trailer, left side",
    width_mm=2800,
    height_mm=1700,
    stands=Location.VEHICLE,
    build_up=(
        Layer(material="timber_lining", thickness_mm=12),
        Layer(material="timber_studs", thickness_mm=40, filling=Filling.RIGID_FOAM),
        Layer(material="thin_panel", thickness_mm=3),
    ),
    framing=Framing(row=StudRow(first_centre_mm=200, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)),
    scans=_swept(Rect(x_mm=0, y_mm=0, width_mm=2800, height_mm=1700)),
)


SLIPWAY_MAST = Wall(
    id="slipway-mast",
    name="Mast at the slipway",
    practice_seed=crc32(b"slipway-mast"),
    width_mm=1200,
    height_mm=3600,
    left_edge=EdgeKind.FREE_END,
    right_edge=EdgeKind.FREE_END,
    post=Post(
        section=PostSection.ROUND_TUBE,
        across_mm=88.9,
        section_wall_mm=3.2,
        x_mm=600,
        soil="sand",
        foot_seen=True,
        foot_mm=350,
        deep_mm=1100,
        frost_mm=600,
    ),
)


def _mast_lantern() -> Fixture:
    lantern = made("box_on_post", "Mast lantern", Environment.OUTDOOR, width=260, saddle=80, own=4, holds=0)
    box = Enclosure(exposure="rain", solid_digit=5, water_digit=5, drain=DrainSide.DOWN)
    return lantern.model_copy(update={"enclosure": box})


def _trailer_cabinet() -> Fixture:
    """Its bar is drilled on two ribs; its clips stand in the lining."""
    cabinet = made(
        "cabinet", "Flare cabinet", Environment.DRY, width=500, height=350, depth=200, bar=460, hole=6, own=4, holds=3
    )
    bar, *clips = cabinet.supports
    holes = tuple(FixtureHole(id=f"bar-{n}", x_mm=x, y_mm=20, diameter_mm=6) for n, x in ((1, 30), (2, 430)))
    return cabinet.model_copy(update={"supports": (bar.model_copy(update={"holes": holes}), *clips)})


def _chart_screen() -> Fixture:
    """On two studs 400 apart; its back is curved, so that spacers keep the plate's uprights off it."""
    screen = made(
        "screen_plate",
        "Chart screen",
        Environment.DRY,
        width=730,
        height=430,
        depth=85,
        plate_width=460,
        row_long=400,
        row_holes=9,
        own=9,
        mount=2.5,
    )
    device = Device(thread="m6", insert_depth_mm=14, back=DeviceBack.CURVED, proud_mm=9, rail_mm=2.5, seat_mm=430)
    return screen.model_copy(update={"device": device})


def _watch_screen() -> Fixture:
    screen = made("screen_arm", "Watch screen", Environment.DRY, width=470, height=300, reach=300, own=3.5, mount=2.5)
    return screen.model_copy(update={"device": Device(thread="m4", insert_depth_mm=9, seat_mm=0, joints=3)})


CHART_SCREEN = _chart_screen()
WATCH_SCREEN = _watch_screen()
DRYING_RAIL = made(
    "heated_rail",
    "Drying rail",
    Environment.WET,
    width=600,
    height=1300,
    posts_apart=510,
    tails_apart=550,
    from_wall=1,
    own=9,
    water=6,
    holds=5,
)
BUNK_HEAD = made("headboard", "Bunk head", Environment.DRY, width=1700, gap_left=23, gap_right=18, margin=250)
FLAG_LOCKER = made(
    "tall_cabinet", "Flag locker", Environment.DRY, width=500, height=1900, bracket_up=1860, margin=50, own=26, holds=25
)
TRAILER_CABINET = _trailer_cabinet()
MAST_LANTERN = _mast_lantern()
SOAP_LEDGE = made(
    "corner_shelf",
    "Corner soap ledge",
    Environment.WET,
    left=320,
    right=260,
    bracket_height=80,
    hole=6.5,
    own=1.2,
    holds=2,
)
