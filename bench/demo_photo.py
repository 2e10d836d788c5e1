"""Makes the photo that the demo's boat bay comes with, and says where its marks lie on it."""

from pathlib import Path

import numpy as np

from bench.rendered import Camera, render
from rockpin.demo.slipway_house import BOAT_BAY

_CAMERA = Camera((2150, 1580, 4700), (2650, 1420), 0.025, 1180, 1400, 1050, kappa1=-0.012)
_MARKS = {
    "lower left of the window": (3900, 1200),
    "lower right of the window": (4600, 1200),
    "upper right of the window": (4600, 2100),
    "upper left of the window": (3900, 2100),
    "foot of the wall at the left": (0, 0),
    "top of the wall at the right": (5200, 2900),
}


def main() -> None:
    """Writes the picture beside the demo, and prints the marks."""
    window = BOAT_BAY.openings[0].rect
    boxes = [(window.x_mm, window.y_mm, window.width_mm, window.height_mm)]
    boxes += [(point.x_mm - 43, point.y_mm - 43, 86, 86) for point in BOAT_BAY.points]
    made = render(_CAMERA, BOAT_BAY.width_mm, BOAT_BAY.height_mm, boxes, 5, bricks=True, quality=50)
    target = Path(__file__).parent.parent / "src" / "rockpin" / "demo" / "boat-bay.jpg"
    target.write_bytes(made)
    seen = _CAMERA.picture(np.array(list(_MARKS.values()), dtype=float))
    seen += np.random.default_rng(4).normal(0, 0.7, seen.shape)
    for (name, place), (u, v) in zip(_MARKS.items(), seen, strict=True):
        print(f"({name!r}, {u:.1f}, {v:.1f}, {place[0]}, {place[1]}),")
    print(f"{len(made) / 1000:.0f} kB")


if __name__ == "__main__":
    main()
