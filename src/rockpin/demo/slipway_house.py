"""Slipway House: nine practice walls, seventeen jobs. All names, weights, sizes and what is hidden are made up."""

from zlib import crc32

from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import Evidence, Filling, Finish, Hit, HitKind, Location, ReadBy
from rockpin.core.document.fixture import Environment, Fixture, FixtureHole, HoleKind, Piece, Support
from rockpin.core.document.job import JobDocument, Placement, Site, Wish
from rockpin.core.document.sweeps import Find, Scan, ScanMode
from rockpin.core.document.wall import (
    Courses,
    EdgeKind,
    Framing,
    HowKnown,
    Layer,
    Member,
    MemberKind,
    OldHole,
    Opening,
    OpeningKind,
    Point,
    StudRow,
    Wall,
    WallSide,
)
from rockpin.demo.boat_bay_photo import BOAT_BAY_PHOTO
from rockpin.demo.fitted_jobs import (
    BUNK_HEAD,
    BUNK_ROOM,
    CHART_SCREEN,
    DRYING_INNER,
    DRYING_RAIL,
    DRYING_ROOM,
    FLAG_LOCKER,
    LAUNCH_TRAILER,
    MAST_LANTERN,
    SLIPWAY_MAST,
    SOAP_LEDGE,
    TRAILER_CABINET,
    WATCH_SCREEN,
)
from rockpin.demo.from_shapes import HOSE_ARM, KIT_CABINET, RINSE_RAIL

DEMO_SITE_ID = "slipway-house"

SITE = Site(
    id=DEMO_SITE_ID,
    name="Slipway House",
    built_year=2009,
    note="Boathouse of a made-up rowing club: crew room above, boat bay and plant room at the water.",
)

CREW_ROOM = Wall(
    id="crew-room-river",
    looked=True,
    practice_seed=crc32(b"crew-room-river"),
    name="Crew room, river wall",
    width_mm=3600,
    height_mm=2400,
    build_up=(
        Layer(material="gypsum_board", thickness_mm=12.5),
        Layer(material="timber_studs", thickness_mm=63, filling=Filling.EMPTY),
        Layer(material="gypsum_board", thickness_mm=12.5),
    ),
    framing=Framing(
        row=StudRow(
            first_centre_mm=400,
            pitch_mm=400,
            stud_width_mm=38,
            known=HowKnown.DETECTED,
            pinned=("row-stud-2", "row-stud-4"),
        ),
        members=(
            Member(id="end-stud", x_mm=0, y_mm=0, width_mm=38, height_mm=2400, known=HowKnown.DETECTED),
            Member(
                id="sole-plate",
                kind=MemberKind.PLATE,
                x_mm=0,
                y_mm=0,
                width_mm=3600,
                height_mm=38,
                known=HowKnown.PREDICTED,
            ),
        ),
    ),
    openings=(Opening(id="door", kind=OpeningKind.DOOR, x_mm=2990, y_mm=0, width_mm=520, height_mm=2040),),
    points=(
        Point(id="socket-left", kind="twin_socket", x_mm=800, y_mm=450),
        Point(id="switch-door", kind="switch", x_mm=2860, y_mm=1200),
        Point(id="socket-behind", kind="socket", x_mm=2240, y_mm=300, face=WallSide.OTHER, note="in the drying room"),
    ),
    scans=(
        Scan(
            read_by=ReadBy.STAND_IN,
            id="table-metal",
            mode=ScanMode.METAL,
            area=Rect(x_mm=1120, y_mm=600, width_mm=960, height_mm=420),
            day="2026-05-02",
            claimed_depth_mm=80,
            proved_on_live_cable=True,
            circuits_on=True,
        ),
        Scan(
            read_by=ReadBy.STAND_IN,
            id="table-live",
            mode=ScanMode.LIVE,
            area=Rect(x_mm=1120, y_mm=600, width_mm=960, height_mm=420),
            day="2026-05-02",
            claimed_depth_mm=80,
            proved_on_live_cable=True,
            circuits_on=True,
        ),
        Scan(
            read_by=ReadBy.STAND_IN,
            id="pipe-metal",
            mode=ScanMode.METAL,
            area=Rect(x_mm=2180, y_mm=0, width_mm=220, height_mm=1350),
            day="2026-05-02",
            claimed_depth_mm=80,
            proved_on_live_cable=True,
            circuits_on=True,
            finds=(
                Find(
                    id="pipe",
                    x_mm=2288,
                    y_mm=0,
                    x2_mm=2288,
                    y2_mm=1320,
                    depth_mm=28,
                    sigma_mm=8,
                    what="a pipe",
                ),
            ),
        ),
    ),
)

BOAT_BAY = Wall(
    id="boat-bay-north",
    looked=True,
    practice_seed=crc32(b"boat-bay-north"),
    name="Boat bay, north wall",
    width_mm=5200,
    height_mm=2900,
    right_edge=EdgeKind.EXTERNAL_CORNER,
    build_up=(Layer(material="brick", thickness_mm=215),),
    courses=Courses(unit_length_mm=215, unit_height_mm=65, joint_mm=10),
    openings=(Opening(id="window", kind=OpeningKind.WINDOW, x_mm=3900, y_mm=1200, width_mm=700, height_mm=900),),
    points=(
        Point(id="switch-bay", kind="switch", x_mm=420, y_mm=1300),
        Point(id="spur-winch", kind="fused_spur", x_mm=3000, y_mm=500),
    ),
    photos=(BOAT_BAY_PHOTO,),
    old_holes=(OldHole(id="old-bracket", x_mm=1570, y_mm=1750, diameter_mm=10, depth_mm=60, met="crumbling mortar"),),
)

PLANT_ROOM = Wall(
    id="plant-room-bund",
    looked=True,
    practice_seed=crc32(b"plant-room-bund"),
    name="Plant room, bund wall",
    width_mm=3000,
    height_mm=2600,
    build_up=(Layer(material="concrete", thickness_mm=150),),
    points=(
        Point(id="board", kind="consumer_unit", x_mm=420, y_mm=1700),
        Point(id="socket-plant", kind="socket", x_mm=420, y_mm=600),
    ),
)

SLIP_OFFICE = Wall(
    id="slip-office-inner",
    looked=True,
    practice_seed=crc32(b"slip-office-inner"),
    name="Old slip office, inner wall",
    width_mm=3400,
    height_mm=2500,
    stands=Location.PARTITION,
    built_year=1936,
    finish=Finish.PAPERED,
    openings=(Opening(id="door", kind=OpeningKind.DOOR, x_mm=160, y_mm=0, width_mm=780, height_mm=2000),),
    points=(Point(id="switch-office", kind="switch", x_mm=1090, y_mm=1350),),
    evidence=(
        Evidence(id="knock", check="knock", outcome="hollow_dull_lines", x_mm=1990, y_mm=1600, day="2026-05-09"),
        Evidence(id="joints", check="joints", outcome="none", day="2026-05-09"),
    ),
    hits=(
        Hit(id="dull-1", kind=HitKind.DULL_KNOCK, x_mm=1112, y_mm=1600, day="2026-05-09"),
        Hit(id="dull-2", kind=HitKind.DULL_KNOCK, x_mm=1688, y_mm=1600, day="2026-05-09"),
        Hit(id="dull-3", kind=HitKind.DULL_KNOCK, x_mm=2284, y_mm=1600, day="2026-05-09"),
        Hit(id="magnet-1", kind=HitKind.MAGNET, x_mm=2911, y_mm=1420, day="2026-05-09"),
    ),
)


def _bracket(key: str, name: str, x_mm: float, height_mm: float, hole_mm: float, thickness_mm: float = 4) -> Support:
    """An upright bracket with a hole near its top and one near its bottom."""
    return Support(
        id=key,
        name=name,
        x_mm=x_mm,
        y_mm=-height_mm,
        width_mm=40,
        height_mm=height_mm,
        thickness_mm=thickness_mm,
        holes=(
            FixtureHole(id=f"{key}-top", x_mm=20, y_mm=height_mm - 30, diameter_mm=hole_mm),
            FixtureHole(id=f"{key}-foot", x_mm=20, y_mm=30, diameter_mm=hole_mm),
        ),
    )


CHART_TABLE = Fixture(
    name="Folding chart table",
    pieces=(
        Piece(
            id="flap",
            name="Chart table",
            width_mm=960,
            height_mm=32,
            depth_mm=450,
            mass_kg=7.5,
            contents_kg=5,
            cog_z_mm=210,
        ),
    ),
    supports=(_bracket("left", "Left bracket", 60, 300, 9), _bracket("right", "Right bracket", 860, 300, 9)),
    duty="handled",
)

TIDE_CLOCK = Fixture(
    name="Tide-clock",
    pieces=(Piece(id="clock", name="Tide-clock", width_mm=280, height_mm=280, depth_mm=60, mass_kg=1.6, cog_z_mm=28),),
    supports=(
        Support(
            id="back",
            name="Back of the clock",
            x_mm=10,
            y_mm=10,
            width_mm=260,
            height_mm=260,
            thickness_mm=1.5,
            flexible=True,
            holes=(FixtureHole(id="keyhole", kind=HoleKind.KEYHOLE, x_mm=130, y_mm=225, diameter_mm=4.5),),
        ),
    ),
    duty="display",
    hand="touch",
)

SAIL_BAG_RACK = Fixture(
    name="Sail-bag rack",
    pieces=(
        Piece(
            id="rack",
            name="Sail-bag rack",
            width_mm=1500,
            height_mm=60,
            depth_mm=360,
            mass_kg=9,
            contents_kg=32,
        ),
    ),
    supports=tuple(
        _bracket(key, name, x_mm, 360, 9, 5)
        for key, name, x_mm in (("a", "Left bracket", 55), ("b", "Middle bracket", 730), ("c", "Right bracket", 1405))
    ),
    duty="storage",
)

OAR_CRADLE = Fixture(
    name="Oar cradle",
    pieces=(
        Piece(
            id="cradle",
            name="Oar cradle",
            width_mm=315,
            height_mm=380,
            depth_mm=260,
            mass_kg=2.4,
            contents_kg=9,
            cog_z_mm=140,
        ),
    ),
    supports=(
        Support(
            id="plate",
            name="Plate",
            x_mm=20,
            y_mm=15,
            width_mm=275,
            height_mm=350,
            thickness_mm=4,
            holes=(
                FixtureHole(id="top-left", x_mm=25, y_mm=325, diameter_mm=8.5),
                FixtureHole(
                    id="top-right", kind=HoleKind.SLOT_ACROSS, x_mm=250, y_mm=325, diameter_mm=8.5, slot_length_mm=18
                ),
                FixtureHole(id="low-left", x_mm=25, y_mm=25, diameter_mm=8.5),
                FixtureHole(
                    id="low-right", kind=HoleKind.SLOT_ACROSS, x_mm=250, y_mm=25, diameter_mm=8.5, slot_length_mm=18
                ),
            ),
        ),
    ),
    duty="swings",
)

BAROMETER = Fixture(
    name="Barometer",
    pieces=(Piece(id="board", name="Barometer", width_mm=180, height_mm=520, depth_mm=70, mass_kg=2.8, cog_z_mm=32),),
    supports=(
        Support(
            id="back",
            name="Back plate",
            x_mm=60,
            y_mm=40,
            width_mm=60,
            height_mm=440,
            thickness_mm=3,
            holes=(
                FixtureHole(id="top", x_mm=30, y_mm=410, diameter_mm=6),
                FixtureHole(id="foot", x_mm=30, y_mm=30, diameter_mm=6),
            ),
        ),
    ),
    duty="display",
    hand="touch",
)

DRY_SUIT_HANGER = Fixture(
    name="Dry-suit hanger",
    pieces=(
        Piece(
            id="rail",
            name="Hanging rail",
            width_mm=1300,
            height_mm=90,
            depth_mm=340,
            mass_kg=6,
            contents_kg=28,
            cog_z_mm=260,
        ),
    ),
    supports=tuple(
        Support(
            id=key,
            name=name,
            x_mm=x_mm,
            y_mm=-70,
            width_mm=70,
            height_mm=160,
            thickness_mm=6,
            holes=(
                FixtureHole(id=f"{key}-top", x_mm=35, y_mm=135, diameter_mm=11),
                FixtureHole(id=f"{key}-foot", x_mm=35, y_mm=25, diameter_mm=11),
            ),
        )
        for key, name, x_mm in (("l", "Left arm", 120), ("r", "Right arm", 1110))
    ),
    duty="storage",
    environment=Environment.WET,
)


def _job(
    key: str, title: str, fixture: Fixture, wall: Wall, x_mm: float, y_mm: float, wish: Wish | None = None
) -> JobDocument:
    return JobDocument(
        id=key,
        title=title,
        site=SITE,
        walls=(wall,),
        fixture=fixture,
        placement=Placement(wall_id=wall.id, x_mm=x_mm, y_mm=y_mm),
        wishes=(wish,) if wish else (),
    )


def _round_the_corner(key: str, title: str, fixture: Fixture, left: Wall, right: Wall, y_mm: float) -> JobDocument:
    start = left.width_mm - (fixture.corner.at_mm if fixture.corner else 0.0)
    place = Placement(wall_id=left.id, x_mm=start, y_mm=y_mm, second_wall_id=right.id)
    return JobDocument(id=key, title=title, site=SITE, walls=(left, right), fixture=fixture, placement=place)


def demo_documents() -> tuple[JobDocument, ...]:
    """The seventeen jobs of the demo site, each a whole document."""
    return (
        _job("chart-table", "Folding chart table", CHART_TABLE, CREW_ROOM, 1120, 960),
        _job("tide-clock", "Tide-clock", TIDE_CLOCK, CREW_ROOM, 1660, 1840),
        _job("sail-bag-rack", "Sail-bag rack", SAIL_BAG_RACK, BOAT_BAY, 932, 1862),
        _job("oar-cradle", "Oar cradle", OAR_CRADLE, BOAT_BAY, 2424, 1267),
        _job("dry-suit-hanger", "Dry-suit hanger", DRY_SUIT_HANGER, PLANT_ROOM, 1100, 1900, Wish.QUICKEST),
        _job("barometer", "Barometer", BAROMETER, SLIP_OFFICE, 1606, 1400),
        _job("first-aid-cabinet", "First-aid cabinet", KIT_CABINET, CREW_ROOM, 1150, 1330),
        _job("hose-arm", "Hose arm", HOSE_ARM, PLANT_ROOM, 1950, 2010),
        _job("rinse-rail", "Rinse-bay grab rail", RINSE_RAIL, PLANT_ROOM, 1900, 900),
        _job("chart-screen", "Chart screen", CHART_SCREEN, BUNK_ROOM, 1035, 960),
        _job("watch-screen", "Watch screen", WATCH_SCREEN, BUNK_ROOM, 2370, 1400),
        _job("drying-rail", "Drying rail", DRYING_RAIL, DRYING_ROOM, 1000, 420),
        _job("bunk-head", "Bunk head", BUNK_HEAD, BUNK_ROOM, 1950, 0),
        _job("flag-locker", "Flag locker", FLAG_LOCKER, BUNK_ROOM, 350, 0),
        _job("trailer-cabinet", "Flare cabinet in the launch trailer", TRAILER_CABINET, LAUNCH_TRAILER, 950, 900),
        _job("mast-lantern", "Mast lantern", MAST_LANTERN, SLIPWAY_MAST, 470, 2900),
        _round_the_corner("soap-ledge", "Corner soap ledge", SOAP_LEDGE, DRYING_INNER, DRYING_ROOM, 1150),
    )
