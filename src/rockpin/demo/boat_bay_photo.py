"""The photo of the boat bay that the demo comes with: a made-up camera before the made-up wall, and its marks."""

import hashlib
from functools import cache
from pathlib import Path

from rockpin.core.document.photo import PhotoDistance, PhotoMark, WallPhoto

_PICTURE = Path(__file__).parent / "boat-bay.jpg"
_MARKS = (
    ("lower left of the window", 1001.8, 569.5, 3900, 1200),
    ("lower right of the window", 1164.3, 564.6, 4600, 1200),
    ("upper right of the window", 1159.4, 348.9, 4600, 2100),
    ("upper left of the window", 998.1, 350.9, 3900, 2100),
    ("foot of the wall at the left", 20.7, 915.1, 0, 0),
    ("top of the wall at the right", 1293.2, 157.8, 5200, 2900),
)


@cache
def demo_pictures() -> dict[str, bytes]:
    """The picture by the name of its file, which says what it holds."""
    read = _PICTURE.read_bytes()
    return {f"{hashlib.sha256(read).hexdigest()[:32]}.jpg": read}


BOAT_BAY_PHOTO = WallPhoto(
    id="boat-bay",
    file=next(iter(demo_pictures())),
    width_px=1400,
    height_px=1050,
    marks=tuple(
        PhotoMark(id=f"mark-{number}", name=name, u_px=u, v_px=v, x_mm=x, y_mm=y)
        for number, (name, u, v, x, y) in enumerate(_MARKS, 1)
    ),
    # the sill by tape, kept out of the sum
    distances=(PhotoDistance(id="sill", first="mark-1", second="mark-2", distance_mm=701, check=True),),
    day="2026-05-04",
)
