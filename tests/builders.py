"""Small documents for tests: one wall, one fixture, figures that are easy by hand."""

from typing import Any

from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixture import Fixture, FixtureHole, Piece, Support
from rockpin.core.document.job import JobDocument, Placement, Region, Site
from rockpin.core.document.wall import Courses, Framing, HowKnown, Layer, StudRow, Wall

BOARD = Layer(material="gypsum_board", thickness_mm=12.5)
BRICKS = Courses(unit_length_mm=215, unit_height_mm=65, joint_mm=10)


def stud_wall(void_mm: float = 89, filling: Filling = Filling.EMPTY, **more: Any) -> Wall:
    """Board, studs of 38 mm at 400 that were seen, board."""
    values: dict[str, Any] = {
        "id": "wall",
        "name": "Partition",
        "looked": True,
        "width_mm": 4000,
        "height_mm": 2400,
        "build_up": (BOARD, Layer(material="timber_studs", thickness_mm=void_mm, filling=filling), BOARD),
        "framing": Framing(row=StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)),
    }
    return Wall(**values | more)


def brick_wall(skin_mm: float = 0, thickness_mm: float = 215, **more: Any) -> Wall:
    """Solid brick, bare with its joints in sight or behind plaster."""
    brick = Layer(material="brick", thickness_mm=thickness_mm)
    skin = (Layer(material="plaster", thickness_mm=skin_mm),) if skin_mm else ()
    values: dict[str, Any] = {
        "id": "wall",
        "name": "Brick wall",
        "looked": True,
        "width_mm": 4000,
        "height_mm": 2400,
        "build_up": (*skin, brick),
        "courses": None if skin_mm else BRICKS,
    }
    return Wall(**values | more)


def concrete_wall(thickness_mm: float = 200, **more: Any) -> Wall:
    values: dict[str, Any] = {
        "id": "wall",
        "name": "Concrete wall",
        "looked": True,
        "width_mm": 4000,
        "height_mm": 2600,
        "build_up": (Layer(material="concrete", thickness_mm=thickness_mm),),
    }
    return Wall(**values | more)


def plate_fixture(
    holes: tuple[tuple[float, float], ...] = ((50, 50),),
    *,
    size_mm: tuple[float, float] = (100, 100),
    mass_kg: float = 2,
    depth_mm: float = 40,
    hole_mm: float = 6.5,
    plate_mm: float = 3,
    duty: str = "display",
    **more: Any,
) -> Fixture:
    """A piece on one plate of its own size, nobody pulling at it."""
    width, height = size_mm
    values: dict[str, Any] = {
        "name": "Plate",
        "hand": "none",
        "duty": duty,
        "pieces": (
            Piece(id="piece", name="Piece", width_mm=width, height_mm=height, depth_mm=depth_mm, mass_kg=mass_kg),
        ),
        "supports": (
            Support(
                id="plate",
                name="Plate",
                x_mm=0,
                y_mm=0,
                width_mm=width,
                height_mm=height,
                thickness_mm=plate_mm,
                holes=tuple(
                    FixtureHole(id=f"h{i}", x_mm=x, y_mm=y, diameter_mm=hole_mm) for i, (x, y) in enumerate(holes, 1)
                ),
            ),
        ),
    }
    return Fixture(**values | more)


def job(wall: Wall, fixture: Fixture, x_mm: float, y_mm: float, **more: Any) -> JobDocument:
    """A job whose fixture lies with its lower left corner at (x, y)."""
    site: dict[str, Any] = {"id": "site", "name": "Net loft", "region": Region.BRITAIN, "units": UnitSystem.METRIC}
    for name in ("region", "units", "built_year"):
        if name in more:
            site[name] = more.pop(name)
    return JobDocument(
        id="job",
        title="Job",
        site=Site(**site),
        walls=(wall,),
        fixture=fixture,
        placement=Placement(wall_id=wall.id, x_mm=x_mm, y_mm=y_mm),
        **more,
    )
