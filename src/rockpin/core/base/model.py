"""What every model of the core has in common: frozen, complete, and strict about what it does not know."""

import re
from collections.abc import Iterable
from math import hypot
from typing import Annotated, Protocol, TypeVar

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, StringConstraints


class Model(BaseModel):
    """A frozen record. An unknown field is a fault, so that a misspelt one is not silently dropped."""

    model_config = ConfigDict(
        frozen=True,
        extra="forbid",
        allow_inf_nan=False,
        # built when first used: a start uses few of them
        defer_build=True,
        json_schema_serialization_defaults_required=True,
    )


Id = Annotated[str, StringConstraints(pattern=r"^[A-Za-z0-9][A-Za-z0-9_-]{0,59}$")]


def _on_one_line(value: str) -> str:
    """A name without line breaks and control characters, which have no place in a list, a card or a sheet."""
    line = re.sub(r"\s*[\x00-\x1f\x7f-\x9f\u2028\u2029]+\s*", " ", value).strip()
    if not line:
        raise ValueError("holds nothing that can be written; give it a name")
    return line


Name = Annotated[
    str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120), AfterValidator(_on_one_line)
]
Note = Annotated[str, StringConstraints(max_length=4000)]
Day = Annotated[str, StringConstraints(pattern=r"^\d{4}-\d{2}-\d{2}$")]

WallCoordinate = Annotated[float, Field(ge=-20_000, le=20_000)]
PositiveMm = Annotated[float, Field(gt=0, le=20_000)]
NonNegativeMm = Annotated[float, Field(ge=0, le=20_000)]
Spread = Annotated[
    float,
    Field(ge=0, le=500, description="spread of its place where that was tapped, on a photo or by a finger; 0: by tape"),
]
MassKg = Annotated[float, Field(ge=0, le=2_000)]


class Identified(Protocol):
    @property
    def id(self) -> str: ...


T = TypeVar("T", bound=Identified)


def duplicated(items: Iterable[T]) -> list[str]:
    """Ids that stand more than once, in order of first repetition."""
    seen: set[str] = set()
    twice: list[str] = []
    for item in items:
        if item.id in seen and item.id not in twice:
            twice.append(item.id)
        seen.add(item.id)
    return twice


class Rect(Model):
    """An upright rectangle on the wall, millimetres from the left edge and the finished floor."""

    x_mm: float
    y_mm: float
    width_mm: float = Field(ge=0)
    height_mm: float = Field(ge=0)

    def grown(self, by_mm: float) -> "Rect":
        """The rectangle larger by so much [mm] on every side."""
        return Rect(
            x_mm=self.x_mm - by_mm,
            y_mm=self.y_mm - by_mm,
            width_mm=self.width_mm + 2 * by_mm,
            height_mm=self.height_mm + 2 * by_mm,
        )

    @property
    def right_mm(self) -> float:
        """The right side [mm]."""
        return self.x_mm + self.width_mm

    @property
    def top_mm(self) -> float:
        """The upper side [mm]."""
        return self.y_mm + self.height_mm

    @property
    def centre_x_mm(self) -> float:
        """The middle across [mm]."""
        return self.x_mm + self.width_mm / 2

    @property
    def centre_y_mm(self) -> float:
        """The middle up [mm]."""
        return self.y_mm + self.height_mm / 2

    def distance_to(self, x_mm: float, y_mm: float) -> float:
        """Distance [mm] from a point to this rectangle, 0 inside or on its edge."""
        # asked of every zone and edge about every hole: nothing is looked up twice
        left, low = self.x_mm, self.y_mm
        dx = left - x_mm if x_mm < left else max(0.0, x_mm - (left + self.width_mm))
        dy = low - y_mm if y_mm < low else max(0.0, y_mm - (low + self.height_mm))
        return float((dx * dx + dy * dy) ** 0.5)

    def covers_circle(self, x_mm: float, y_mm: float, radius_mm: float) -> bool:
        """Whether the whole circle lies inside."""
        return (
            self.x_mm <= x_mm - radius_mm
            and x_mm + radius_mm <= self.right_mm
            and self.y_mm <= y_mm - radius_mm
            and y_mm + radius_mm <= self.top_mm
        )

    def overlaps(self, other: "Rect") -> bool:
        """Whether the two share more than an edge."""
        return (
            self.x_mm < other.right_mm
            and other.x_mm < self.right_mm
            and self.y_mm < other.top_mm
            and other.y_mm < self.top_mm
        )


def to_line_mm(x_mm: float, y_mm: float, one: tuple[float, float], other: tuple[float, float]) -> float:
    """Distance [mm] from a spot to the straight line between two others, or to the one where they coincide."""
    dx, dy = other[0] - one[0], other[1] - one[1]
    length2 = dx * dx + dy * dy
    share = 0.0 if length2 == 0 else ((x_mm - one[0]) * dx + (y_mm - one[1]) * dy) / length2
    share = min(1.0, max(0.0, share))
    return hypot(x_mm - one[0] - share * dx, y_mm - one[1] - share * dy)


def bounding(rects: Iterable[Rect]) -> Rect:
    """The smallest rectangle around all of them; at least one is needed."""
    items = list(rects)
    left, low = min(r.x_mm for r in items), min(r.y_mm for r in items)
    right, top = max(r.right_mm for r in items), max(r.top_mm for r in items)
    return Rect(x_mm=left, y_mm=low, width_mm=right - left, height_mm=top - low)
