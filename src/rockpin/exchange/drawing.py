"""A drawing in millimetres of the wall before it becomes PDF, SVG or DXF: lines, circles and words in layers."""

from collections.abc import Iterable
from dataclasses import dataclass, field
from html import escape
from io import StringIO
from typing import NamedTuple


class Line(NamedTuple):
    """A line from one place to another [mm, upwards]."""

    layer: str
    x1_mm: float
    y1_mm: float
    x2_mm: float
    y2_mm: float


class Circle(NamedTuple):
    layer: str
    x_mm: float
    y_mm: float
    radius_mm: float


class Words(NamedTuple):
    """A line of words that begins at a place [mm], ``size_mm`` high."""

    layer: str
    x_mm: float
    y_mm: float
    size_mm: float
    text: str


class Box(NamedTuple):
    """What a drawing covers [mm]."""

    left_mm: float
    bottom_mm: float
    right_mm: float
    top_mm: float

    @property
    def width_mm(self) -> float:
        return self.right_mm - self.left_mm

    @property
    def height_mm(self) -> float:
        return self.top_mm - self.bottom_mm


@dataclass
class Drawing:
    """What is drawn, and the box that it is cut to."""

    title: str
    box: Box
    lines: list[Line] = field(default_factory=list)
    circles: list[Circle] = field(default_factory=list)
    words: list[Words] = field(default_factory=list)

    def line(self, layer: str, x1_mm: float, y1_mm: float, x2_mm: float, y2_mm: float) -> None:
        self.lines.append(Line(layer, x1_mm, y1_mm, x2_mm, y2_mm))

    def rect(self, layer: str, left_mm: float, bottom_mm: float, right_mm: float, top_mm: float) -> None:
        corners = [(left_mm, bottom_mm), (right_mm, bottom_mm), (right_mm, top_mm), (left_mm, top_mm)]
        for (x1, y1), (x2, y2) in zip(corners, [*corners[1:], corners[0]], strict=True):
            self.line(layer, x1, y1, x2, y2)

    def cross(self, layer: str, x_mm: float, y_mm: float, arm_mm: float) -> None:
        self.line(layer, x_mm - arm_mm, y_mm, x_mm + arm_mm, y_mm)
        self.line(layer, x_mm, y_mm - arm_mm, x_mm, y_mm + arm_mm)

    def say(self, layer: str, x_mm: float, y_mm: float, size_mm: float, text: str) -> None:
        self.words.append(Words(layer, x_mm, y_mm, size_mm, text))

    @property
    def layers(self) -> list[str]:
        """The layers that something stands in, in the order in which they were begun."""
        every: Iterable[Line | Circle | Words] = (*self.lines, *self.circles, *self.words)
        return list(dict.fromkeys(one.layer for one in every))


class Pen(NamedTuple):
    """How a layer is drawn: width of its lines [mm], dashes and gaps [mm], and how dark [1, 0 is black]."""

    width_mm: float
    dashes_mm: tuple[float, ...] = ()
    grey: float = 0.0


PENS = {
    "marks": Pen(0.35),
    "level": Pen(0.25, (12, 3, 2, 3)),
    "studs": Pen(0.2, (4, 2), 0.35),
    "joints": Pen(0.1, (), 0.6),
    "fixture": Pen(0.15, (1.5, 1.5), 0.45),
    "edges": Pen(0.5),
    "zones": Pen(0.2, (0.8, 1.2), 0.2),
    "finds": Pen(0.9, (6, 1.5)),
    "check": Pen(0.35),
    "sheets": Pen(0.2),
    "words": Pen(0.2),
}
"""Told apart in black and white: by width, dashes and grey."""


def svg_of(drawing: Drawing) -> str:
    """The drawing as SVG, a millimetre of the wall to a millimetre."""
    box = drawing.box

    def y(up_mm: float) -> float:
        return box.top_mm - up_mm

    def number(value: float) -> str:
        return f"{value:.3f}".rstrip("0").rstrip(".")

    parts = [
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{number(box.width_mm)}mm" height="{number(box.height_mm)}mm" '
        f'viewBox="0 0 {number(box.width_mm)} {number(box.height_mm)}">',
        f"<title>{escape(drawing.title)}</title>",
    ]
    for layer in drawing.layers:
        pen = PENS[layer]
        shade = round(255 * pen.grey)
        dashes = f' stroke-dasharray="{" ".join(map(number, pen.dashes_mm))}"' if pen.dashes_mm else ""
        colour = f"#{shade:02x}{shade:02x}{shade:02x}"
        parts.append(f'<g id="{layer}" fill="none" stroke="{colour}" stroke-width="{number(pen.width_mm)}"{dashes}>')
        for line in (one for one in drawing.lines if one.layer == layer):
            x1, x2 = number(line.x1_mm - box.left_mm), number(line.x2_mm - box.left_mm)
            parts.append(f'<path d="M{x1} {number(y(line.y1_mm))}L{x2} {number(y(line.y2_mm))}"/>')
        for circle in (one for one in drawing.circles if one.layer == layer):
            cx, cy = number(circle.x_mm - box.left_mm), number(y(circle.y_mm))
            parts.append(f'<circle cx="{cx}" cy="{cy}" r="{number(circle.radius_mm)}"/>')
        for words in (one for one in drawing.words if one.layer == layer):
            where = f'x="{number(words.x_mm - box.left_mm)}" y="{number(y(words.y_mm))}"'
            look = f'font-family="sans-serif" font-size="{number(words.size_mm / 0.72)}" fill="{colour}" stroke="none"'
            parts.append(f"<text {where} {look}>{escape(words.text)}</text>")
        parts.append("</g>")
    return "\n".join([*parts, "</svg>"]) + "\n"


def dxf_of(drawing: Drawing) -> str:
    """The drawing as DXF in millimetres, in its own coordinates, each layer by its name."""
    # asked for now and then, and slow to load
    from ezdxf import units
    from ezdxf.filemanagement import new

    made = new("R2010")
    made.units = units.MM
    for layer in drawing.layers:
        made.layers.add(layer.upper())
    space = made.modelspace()
    for line in drawing.lines:
        space.add_line((line.x1_mm, line.y1_mm), (line.x2_mm, line.y2_mm), dxfattribs={"layer": line.layer.upper()})
    for circle in drawing.circles:
        where = {"layer": circle.layer.upper()}
        space.add_circle((circle.x_mm, circle.y_mm), circle.radius_mm, dxfattribs=where)
    for words in drawing.words:
        text = space.add_text(words.text, height=words.size_mm, dxfattribs={"layer": words.layer.upper()})
        text.set_placement((words.x_mm, words.y_mm))
    out = StringIO()
    made.write(out)
    return out.getvalue()
