"""Pictures in and out: shrunk without what came with them, put upright on the wall, and with the marks drawn in."""

import io
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any

import numpy as np

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.base.model import Rect
from rockpin.core.document.photo import WallPhoto
from rockpin.core.photo.solve import Solution
from rockpin.core.tables.figures import PhotoFigures

if TYPE_CHECKING:
    from PIL import Image as Images

LONGEST_PX = 2000
MOST_PIXELS = 60_000_000
_CELLS = 24
"""A picture is put upright in so many patches each way; within one a lens and a slant are straight enough."""


@dataclass(frozen=True)
class Shrunk:
    """A picture as JPEG, upright, no larger than it need be, and its size [points]."""

    jpeg: bytes
    width_px: int
    height_px: int


@contextmanager
def _readable() -> Iterator[None]:
    # slow to load, and asked for by few
    from PIL import Image, UnidentifiedImageError

    # how many points a picture has stands in its head, and is judged here before any of them is read
    Image.MAX_IMAGE_PIXELS = None
    try:
        yield
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError) as error:
        raise BadInput([Fault("photo", "is no JPEG, PNG or WebP picture that can be read; take another")]) from error


def shrunk(sent: bytes) -> Shrunk:
    """A picture ready to be kept. Raises BadInput where it is none, or too large."""
    from PIL import Image, ImageOps

    with _readable(), Image.open(io.BytesIO(sent), formats=("JPEG", "PNG", "WEBP")) as opened:
        wide, high = opened.size
        if wide * high > MOST_PIXELS:
            raise BadInput(
                [Fault("photo", f"has {wide} × {high} points; at most 60 million are read, take it smaller")]
            )
        # a JPEG is decoded at a half or a quarter of its size where that is still large enough
        opened.draft("RGB", (LONGEST_PX, LONGEST_PX))
        upright = ImageOps.exif_transpose(opened).convert("RGB")
        upright.thumbnail((LONGEST_PX, LONGEST_PX))
        out = io.BytesIO()
        # saved anew, so that nothing of what came with it stays: no place, no maker, no date
        upright.save(out, "JPEG", quality=85)
        return Shrunk(out.getvalue(), *upright.size)


def put_upright(jpeg: bytes, photo: WallPhoto, solution: Solution, area: Rect, figures: PhotoFigures) -> bytes:
    """The part of the wall in ``area`` [mm] as JPEG, front on and to scale; plain where the photo shows nothing."""
    from PIL import Image

    mm_per_px = max(figures.upright_mm_per_px, max(area.width_mm, area.height_mm) / figures.upright_px)
    wide, high = (max(1, round(side / mm_per_px)) for side in (area.width_mm, area.height_mm))
    across, down = (np.unique(np.round(np.linspace(0, side, _CELLS + 1)).astype(int)) for side in (wide, high))
    places = np.array(
        [[area.x_mm + u * mm_per_px, area.top_mm - v * mm_per_px] for v in down for u in across], dtype=float
    )
    with _readable(), Image.open(io.BytesIO(jpeg)) as opened:
        taken = opened.convert("RGB")
    # the file may have been kept at another size than the marks were made on
    share = np.array([taken.width / photo.width_px, taken.height / photo.height_px])
    seen = (solution.on_picture(places) * share).reshape(len(down), len(across), 2)
    mesh: list[Any] = []
    for i in range(len(down) - 1):
        for j in range(len(across) - 1):
            box = (int(across[j]), int(down[i]), int(across[j + 1]), int(down[i + 1]))
            corners = (seen[i, j], seen[i + 1, j], seen[i + 1, j + 1], seen[i, j + 1])
            mesh.append((box, tuple(float(one) for corner in corners for one in corner)))
    made = taken.transform(
        (wide, high), Image.Transform.MESH, mesh, Image.Resampling.BILINEAR, fillcolor=(236, 232, 222)
    )
    return _jpeg(made)


@dataclass(frozen=True)
class DrawnMark:
    """A mark to be drawn onto a photo, by its place on the wall [mm]; its number, and what stands beside it."""

    x_mm: float
    y_mm: float
    number: str
    text: str


def with_marks(jpeg: bytes, photo: WallPhoto, solution: Solution, marks: Sequence[DrawnMark]) -> bytes:
    """The photo as it was taken, with the marks drawn in, as JPEG."""
    from PIL import Image, ImageDraw, ImageFont

    with _readable(), Image.open(io.BytesIO(jpeg)) as opened:
        made = opened.convert("RGB")
    share = np.array([made.width / photo.width_px, made.height / photo.height_px])
    size = max(16, round(max(made.size) / 70))
    words = ImageFont.load_default(size)
    pen = ImageDraw.Draw(made)
    arm, thin = size, max(2, size // 9)
    for mark in marks:
        u, v = (float(one) for one in solution.on_picture(np.array([[mark.x_mm, mark.y_mm]]))[0] * share)
        # light under dark, so that it reads on any wall
        for width, ink in ((thin * 3, (255, 255, 255)), (thin, (20, 40, 120))):
            pen.line([(u - arm, v), (u + arm, v)], fill=ink, width=width)
            pen.line([(u, v - arm), (u, v + arm)], fill=ink, width=width)
            pen.ellipse([u - arm / 2, v - arm / 2, u + arm / 2, v + arm / 2], outline=ink, width=width)
        said = f"{mark.number}   {mark.text}" if mark.text else mark.number
        pen.text(
            (u + arm, v - arm - size),
            said,
            fill=(20, 40, 120),
            font=words,
            stroke_width=thin,
            stroke_fill=(255, 255, 255),
        )
    return _jpeg(made)


def _jpeg(picture: "Images.Image") -> bytes:
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=85)
    return out.getvalue()
