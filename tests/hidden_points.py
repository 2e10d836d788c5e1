"""A socket on either face of a wall, what is hidden there, and sweeps over it."""

from rockpin.catalogue import load_catalogue
from rockpin.core.base.model import Rect
from rockpin.core.document.job import Region, Site
from rockpin.core.document.sweeps import Scan, ScanMode
from rockpin.core.document.wall import Point, Wall, WallSide
from rockpin.core.framing.behind import members_of
from rockpin.core.hidden.read import Hidden, read_hidden
from rockpin.core.identification.reading import read_stated


def hidden_of(wall: Wall, region: Region = Region.BRITAIN, built_year: int | None = 1995) -> Hidden:
    catalogue = load_catalogue()
    site = Site(id="site", name="Site", region=region, built_year=built_year)
    return read_hidden(wall, read_stated(wall, catalogue), members_of(wall, catalogue), site, catalogue.hidden)


SOCKET = Point(id="s", kind="socket", x_mm=1000, y_mm=450)


BEHIND = Point(id="b", kind="socket", x_mm=1000, y_mm=450, face=WallSide.OTHER)


HALF = 86 / 2


AREA = Rect(x_mm=500, y_mm=100, width_mm=1200, height_mm=2200)


def sweep(mode: ScanMode, **more: object) -> Scan:
    values: dict[str, object] = {
        "id": f"{mode}-{len(more)}",
        "mode": mode,
        "area": AREA,
        "claimed_depth_mm": 100,
        "proved_on_live_cable": True,
        "circuits_on": True,
    }
    return Scan.model_validate(values | more)
