"""Lines and points of a fixture that its user can measure: where each lies in it, and what it is called."""

from collections.abc import Iterator, Mapping
from enum import StrEnum

from rockpin.core.base.model import Model, Rect, bounding
from rockpin.core.document.fixture import Fixture, FixtureHole, Link, Support
from rockpin.core.document.placing import Feature, FeatureKind, Side

Offsets = Mapping[str, tuple[float, float]]
"""How far each support was slid [mm], across and up."""


class Axis(StrEnum):
    ALONG = "along"
    UPRIGHT = "upright"


_SIDE_WORDS = {
    Axis.ALONG: {Side.LOW: "left side", Side.MIDDLE: "middle", Side.HIGH: "right side"},
    Axis.UPRIGHT: {Side.LOW: "lower edge", Side.MIDDLE: "middle", Side.HIGH: "top"},
}


class NamedFeature(Model):
    """A feature that can be picked, with its name."""

    feature: Feature
    label: str


def side_mm(area: Rect, side: Side, axis: Axis) -> float:
    """Where a side or the middle of a rectangle lies [mm]."""
    along = axis is Axis.ALONG
    match side:
        case Side.LOW:
            return area.x_mm if along else area.y_mm
        case Side.HIGH:
            return area.right_mm if along else area.top_mm
    return area.centre_x_mm if along else area.centre_y_mm


def _holes(fixture: Fixture) -> Iterator[tuple[FixtureHole, str, float, float]]:
    """Every hole with the part it is in and that part's corner [mm]."""
    parts: tuple[Support | Link, ...] = (*fixture.supports, *fixture.links)
    for part in parts:
        for hole in part.holes:
            yield hole, part.id, part.x_mm, part.y_mm


def _slid(support: Support, offsets: Offsets) -> Rect:
    dx, dy = offsets.get(support.id, (0.0, 0.0))
    return support.rect.model_copy(update={"x_mm": support.x_mm + dx, "y_mm": support.y_mm + dy})


def seen_of(fixture: Fixture) -> Rect | None:
    """What one sees of a fixture and measures it by: its pieces; else all its parts; None where it has none."""
    if fixture.pieces:
        return bounding(piece.rect for piece in fixture.pieces)
    return fixture.outline if fixture.supports or fixture.links else None


def feature_mm(fixture: Fixture, offsets: Offsets, feature: Feature, axis: Axis) -> float | None:
    """Where a feature lies in fixture coordinates [mm]; None where the fixture has no such thing."""
    match feature.kind:
        case FeatureKind.OUTLINE:
            whole = seen_of(fixture)
            return side_mm(whole, feature.side, axis) if whole else None
        case FeatureKind.PIECE:
            piece = next((one for one in fixture.pieces if one.id == feature.id), None)
            return side_mm(piece.rect, feature.side, axis) if piece else None
        case FeatureKind.SUPPORT:
            support = next((one for one in fixture.supports if one.id == feature.id), None)
            return side_mm(_slid(support, offsets), feature.side, axis) if support else None
        case FeatureKind.HOLE:
            for hole, part, x_mm, y_mm in _holes(fixture):
                if hole.id == feature.id:
                    dx, dy = offsets.get(part, (0.0, 0.0))
                    return x_mm + dx + hole.x_mm if axis is Axis.ALONG else y_mm + dy + hole.y_mm
            return None
        case FeatureKind.RAIL:
            rail = next((one for one in fixture.rails if one.id == feature.id), None)
            if rail is None:
                return None
            ends = sorted((rail.x_mm, rail.x2_mm) if axis is Axis.ALONG else (rail.y_mm, rail.y2_mm))
            return {Side.LOW: ends[0], Side.MIDDLE: sum(ends) / 2, Side.HIGH: ends[1]}[feature.side]
        case FeatureKind.SPAN:
            if fixture.spacing is None or axis is Axis.UPRIGHT:
                return None
            span = fixture.spacing.span_mm
            return {Side.LOW: 0.0, Side.MIDDLE: span / 2, Side.HIGH: span}[feature.side]
        case FeatureKind.LINE:
            line = next((one for one in fixture.lines if one.id == feature.id), None)
            return line.y_mm if line and axis is Axis.UPRIGHT else None


def _sided(kind: FeatureKind, name: str, part_id: str | None, axis: Axis) -> Iterator[NamedFeature]:
    for side, words in _SIDE_WORDS[axis].items():
        label = f"{name}, {words}" if name else f"its {words}"
        yield NamedFeature(feature=Feature(kind=kind, id=part_id, side=side), label=label)


def features_of(fixture: Fixture, numbers: Mapping[str, int], axis: Axis) -> tuple[NamedFeature, ...]:
    """All that can be measured along or upright, what one would reach for first in front. ``numbers``: of the holes."""
    found: list[NamedFeature] = []
    if axis is Axis.UPRIGHT:
        found += [
            NamedFeature(feature=Feature(kind=FeatureKind.LINE, id=one.id), label=one.name) for one in fixture.lines
        ]
    if axis is Axis.ALONG and fixture.spacing:
        ends = ((Side.LOW, "left end"), (Side.MIDDLE, "middle"), (Side.HIGH, "right end"))
        found += [
            NamedFeature(feature=Feature(kind=FeatureKind.SPAN, side=side), label=f"{words} of the row")
            for side, words in ends
        ]
    for rail in fixture.rails:
        level = rail.y_mm == rail.y2_mm
        sides = (Side.MIDDLE,) if axis is Axis.UPRIGHT and level else tuple(Side)
        for side in sides:
            words = "" if len(sides) == 1 else f", {_SIDE_WORDS[axis][side]}"
            found.append(
                NamedFeature(
                    feature=Feature(kind=FeatureKind.RAIL, id=rail.id, side=side), label=f"line of the rail{words}"
                )
            )
    found += _sided(FeatureKind.OUTLINE, "", None, axis)
    found += [
        NamedFeature(feature=Feature(kind=FeatureKind.HOLE, id=hole.id), label=f"hole {numbers[hole.id]}")
        for hole, *_ in _holes(fixture)
        if hole.id in numbers
    ]
    if len(fixture.pieces) > 1 or len(fixture.supports) > 1:
        for piece in fixture.pieces:
            found += _sided(FeatureKind.PIECE, piece.name, piece.id, axis)
    for support in fixture.supports:
        found += _sided(FeatureKind.SUPPORT, support.name, support.id, axis)
    return tuple(found)


def feature_label(fixture: Fixture, numbers: Mapping[str, int], feature: Feature, axis: Axis) -> str:
    """What a feature is called, also where it is not among those that are offered."""
    named = {one.feature: one.label for one in features_of(fixture, numbers, axis)}
    if feature in named:
        return named[feature]
    piece = next((one for one in fixture.pieces if feature.kind is FeatureKind.PIECE and one.id == feature.id), None)
    name = piece.name if piece else feature.id or "it"
    return f"{name}, {_SIDE_WORDS[axis][feature.side]}"
