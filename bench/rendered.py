"""A made-up camera before a made-up wall: a pinhole, a lens that bends, a sensor that is noisy.

Its lens is the usual forward one, p_bent = p · (1 + κ₁·|p|² + κ₂·|p|⁴) with p in focal lengths, so that nothing of it
is shared with what reads the photo.
"""

import io
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw

Points = NDArray[np.float64]


@dataclass(frozen=True)
class Camera:
    """Where it stands [mm], where it looks, how it is turned about that [rad], and what it is made of."""

    at_mm: tuple[float, float, float]
    looks_at_mm: tuple[float, float]
    roll: float
    focal_px: float
    width_px: int
    height_px: int
    kappa1: float = 0.0
    kappa2: float = 0.0

    def picture(self, places_mm: Points) -> Points:
        """Picture points [n × 2] of wall places [mm, n × 2]; the wall lies in the plane z = 0, the camera before it."""
        ahead = np.array([*self.looks_at_mm, 0.0]) - self.at_mm
        ahead /= np.linalg.norm(ahead)
        right = np.cross(ahead, [0.0, 1.0, 0.0])
        right /= np.linalg.norm(right)
        down = np.cross(ahead, right)
        cos, sin = np.cos(self.roll), np.sin(self.roll)
        right, down = cos * right + sin * down, cos * down - sin * right
        way = np.column_stack([places_mm, np.zeros(len(places_mm))]) - self.at_mm
        depth = way @ ahead
        flat = np.column_stack([way @ right / depth, way @ down / depth])
        radius2 = (flat**2).sum(axis=1, keepdims=True)
        bent = flat * (1 + self.kappa1 * radius2 + self.kappa2 * radius2**2)
        return np.asarray(bent * self.focal_px + [self.width_px / 2, self.height_px / 2])

    def sees(self, places_mm: Points) -> NDArray[np.bool_]:
        """Which places [n] lie on the picture."""
        u, v = self.picture(places_mm).T
        return np.asarray((u > 0) & (u < self.width_px) & (v > 0) & (v < self.height_px))


def draw_camera(rng: np.random.Generator, width_mm: float, height_mm: float, *, lens: float = 0.0) -> Camera:
    """A phone held by somebody before a wall of this size: standing back a little, aside, and not quite level.

    ``lens``: how far it bends at most.
    """
    x = float(rng.uniform(0.15, 0.85) * width_mm)
    back = float(rng.uniform(0.65, 1.1) * width_mm)
    return Camera(
        at_mm=(x, float(rng.uniform(1200, 1750)), back),
        looks_at_mm=(float(rng.uniform(0.4, 0.6) * width_mm), float(rng.uniform(0.4, 0.6) * height_mm)),
        roll=float(rng.normal(0, 0.04)),
        focal_px=float(rng.uniform(1350, 1700)),
        width_px=2000,
        height_px=1500,
        kappa1=float(rng.uniform(-lens, lens)),
        kappa2=float(rng.normal(0, lens * 0.05)),
    )


def _side(one: tuple[float, float], other: tuple[float, float], parts: int = 40) -> Points:
    return np.linspace(one, other, parts)


def render(
    camera: Camera,
    width_mm: float,
    height_mm: float,
    boxes: Sequence[tuple[float, float, float, float]],
    seed: int,
    *,
    bricks: bool = False,
    quality: int = 88,
) -> bytes:
    """The wall as JPEG: its face with a line each half metre, boxes on it (x, y, width, height [mm]), and noise.

    ``bricks``: courses of 65 mm with joints of 10 mm instead of the lines.
    """
    made = Image.new("RGB", (camera.width_px, camera.height_px), (120, 118, 112))
    pen = ImageDraw.Draw(made)

    def area(x: float, y: float, wide: float, high: float, ink: tuple[int, int, int]) -> None:
        ring = [(x, y), (x + wide, y), (x + wide, y + high), (x, y + high)]
        sides = [_side(one, other) for one, other in zip(ring, [*ring[1:], ring[0]], strict=True)]
        pen.polygon([tuple(one) for one in camera.picture(np.vstack(sides))], fill=ink)

    area(0, 0, width_mm, height_mm, (214, 208, 196) if bricks else (226, 222, 210))
    if bricks:
        shades = np.random.default_rng(seed + 1)
        for course, y in enumerate(np.arange(0, height_mm - 60, 75)):
            for x in np.arange(-107.5 * (course % 2), width_mm, 225):
                red = int(shades.integers(132, 168))
                left, right = max(0.0, x), min(width_mm, x + 215)
                area(left, y, right - left, min(65.0, height_mm - y), (red, red * 3 // 5, red // 2))
    for x in () if bricks else np.arange(500, width_mm, 500):
        pen.line([tuple(one) for one in camera.picture(_side((x, 0), (x, height_mm)))], fill=(190, 186, 176), width=2)
    for y in () if bricks else np.arange(500, height_mm, 500):
        pen.line([tuple(one) for one in camera.picture(_side((0, y), (width_mm, y)))], fill=(190, 186, 176), width=2)
    for number, box in enumerate(boxes):
        area(*box, (96, 112, 128) if number == 0 else (250, 250, 246))
    shade = np.asarray(made, dtype=float)
    shade = shade + np.random.default_rng(seed).normal(0, 6, shade.shape)
    out = io.BytesIO()
    Image.fromarray(np.clip(shade, 0, 255).astype(np.uint8)).save(out, "JPEG", quality=quality)
    return out.getvalue()
