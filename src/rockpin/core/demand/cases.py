"""Which sets of forces a fixture has to bear: its weight as used, hands, people, wind, shaking, and half-done states.

One load case is one set of forces that act together. Nothing is averaged between cases: every hole is checked in each.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from math import cos, radians, sin

import numpy as np

from rockpin.core.base.quantities import STANDARD_GRAVITY_M_S2
from rockpin.core.demand.fastener_group import Force
from rockpin.core.document.fixture import Environment, Fixture, HeldRail, Piece, RailKind, Swing
from rockpin.core.tables.catalogue import Duty
from rockpin.core.tables.figures import DemandFigures


class Duration(StrEnum):
    """For how long a case acts: wood bears a short load better than a lasting one."""

    PERMANENT = "permanent"
    SHORT = "short"


@dataclass(frozen=True)
class LoadCase:
    """Forces that act together, named as the panel says it.

    ``without``: supports that do not take part yet. ``first_screw``: the piece hangs on its topmost screw alone.
    """

    key: str
    label: str
    duration: Duration
    forces: tuple[Force, ...]
    without: tuple[str, ...] = ()
    first_screw: bool = False


def weight_n(piece: Piece, duty: Duty) -> float:
    """Weight [N] of a piece and its contents under a duty: the factor takes the live part only, or all that moves."""
    own = piece.mass_kg * (duty.factor if duty.whole_mass else 1.0)
    return (own + piece.contents_kg * duty.factor) * STANDARD_GRAVITY_M_S2


def _weight(piece: Piece, newtons: float) -> Force:
    x, y, z = piece.cog_mm
    # only a centre of gravity in the middle goes with a load that is spread over the whole piece
    centred = abs(x - piece.rect.centre_x_mm) < 1e-9
    return Force(x_mm=x, y_mm=y, z_mm=z, fy_n=-newtons, spread_mm=piece.width_mm if centred else 0)


def _turned(swing: Swing, reach_mm: float, angle_deg: float) -> tuple[float, float]:
    """Where a spot that far from the pivot comes to stand, (x, z) [mm]."""
    angle = radians(angle_deg)
    return swing.pivot_x_mm + reach_mm * sin(angle), swing.pivot_z_mm + reach_mm * cos(angle)


def _angles(swing: Swing, step_deg: float) -> list[float]:
    """From one end of the swing to the other, straight out and flat along the wall among them."""
    found = set(np.linspace(swing.from_deg, swing.to_deg, 1 + round((swing.to_deg - swing.from_deg) / step_deg)))
    found |= {one for one in (-90.0, 0.0, 90.0) if swing.from_deg <= one <= swing.to_deg}
    return sorted(float(one) for one in found)


def _angle_words(name: str, angle_deg: float) -> str:
    thing = name.lower()
    if abs(angle_deg) < 0.5:
        return f"{thing} straight out, full reach"
    side = "left" if angle_deg < 0 else "right"
    if abs(abs(angle_deg) - 90) < 0.5:
        return f"{thing} swung {side}, full reach"
    return f"{thing} swung {abs(angle_deg):.0f}° to the {side}, full reach"


def _swing_cases(fixture: Fixture, duty: Duty, foot_mm: float, figures: DemandFigures) -> Iterator[LoadCase]:
    """An arm at every angle, its weight alone and with a hand at its end."""
    for swing in fixture.swings:
        piece = next(one for one in fixture.pieces if one.id == swing.piece_id)
        rest = tuple(_weight(one, weight_n(one, duty)) for one in fixture.pieces if one.id != piece.id)
        _, y, z = piece.cog_mm
        reach, end = z - swing.pivot_z_mm, piece.depth_mm - swing.pivot_z_mm
        graspable = fixture.graspable and figures.tug_low_mm - foot_mm <= y <= figures.tug_high_mm - foot_mm
        for angle in _angles(swing, figures.arm_step_deg):
            label = _angle_words(piece.name, angle)
            at_x, at_z = _turned(swing, reach, angle)
            hung = (*rest, Force(x_mm=at_x, y_mm=y, z_mm=max(0.0, at_z), fy_n=-weight_n(piece, duty)))
            yield LoadCase(key=f"swing-{angle:g}", label=label, duration=Duration.PERMANENT, forces=hung)
            if graspable:
                end_x, end_z = _turned(swing, end, angle)
                tug = Force(x_mm=end_x, y_mm=y, z_mm=max(0.0, end_z), fy_n=-figures.tug_down_n, fz_n=figures.tug_out_n)
                yield LoadCase(
                    key=f"swing-tug-{angle:g}",
                    label=f"{label}, somebody pulling at its end",
                    duration=Duration.SHORT,
                    forces=(*hung, tug),
                )


def _tug_spots(piece: Piece, foot_mm: float, figures: DemandFigures) -> list[tuple[str, float, float]]:
    """Corners of the front face within reach. Demand is convex in the spot, so the worst spot is a corner."""
    low = max(piece.y_mm, figures.tug_low_mm - foot_mm)
    high = min(piece.rect.top_mm, figures.tug_high_mm - foot_mm)
    if low > high:
        return []
    sides = (("left", piece.x_mm), ("right", piece.rect.right_mm))
    heights = (("bottom", low), ("top", high)) if high > low else (("", low),)
    return [(f"{side} end, {height}".rstrip(", "), x, y) for side, x in sides for height, y in heights]


def _tug_cases(
    fixture: Fixture, weights: tuple[Force, ...], foot_mm: float, figures: DemandFigures
) -> Iterator[LoadCase]:
    moving = {swing.piece_id for swing in fixture.swings}
    for piece in fixture.pieces:
        if piece.id in moving:
            continue
        for spot, x, y in _tug_spots(piece, foot_mm, figures):
            tug = Force(x_mm=x, y_mm=y, z_mm=piece.depth_mm, fy_n=-figures.tug_down_n, fz_n=figures.tug_out_n)
            yield LoadCase(
                key=f"tug-{piece.id}-{spot.replace(',', '').replace(' ', '-')}",
                label=f"somebody pulls at the {spot}",
                duration=Duration.SHORT,
                forces=(*weights, tug),
            )


def directions(step_deg: float) -> list[tuple[float, float, float]]:
    """Pushes in every direction, as the corners of a body that holds the whole unit ball.

    On a grid of azimuth and elevation with half step h the nearest grid point has v·u of at least 2·cos h − 1, so
    corners that long times more enclose the ball: what is convex in the force is nowhere greater than at a corner.
    """
    stretch = 1 / (2 * cos(radians(step_deg / 2)) - 1)
    around = np.radians(np.arange(0, 360, step_deg))
    found = [(0.0, 0.0, 1.0), (0.0, 0.0, -1.0)]
    for up in np.radians(np.arange(-90 + step_deg, 90 - 1e-9, step_deg)):
        found += [(float(cos(up) * cos(a)), float(cos(up) * sin(a)), float(sin(up))) for a in around]
    return [(stretch * x, stretch * y, stretch * z) for x, y, z in found]


_SPOTS = (
    (0.0, "its left end"),
    (0.25, "a quarter along"),
    (0.5, "its middle"),
    (0.75, "three quarters along"),
    (1.0, "its right end"),
)


def _spots_of(rail: HeldRail, fixture: Fixture) -> dict[float, str]:
    """The spots of a rail that can decide, by their share of its length.

    On two supports each takes a part that changes evenly along the rail, so the ends and the middle are enough; on more
    the part bends at every support and between them.
    """
    if len(fixture.supports) < 3:
        return {share: words for share, words in _SPOTS if share in (0.0, 0.5, 1.0)}
    spots, span = dict(_SPOTS), rail.x2_mm - rail.x_mm
    for support in fixture.supports:
        share = (support.rect.centre_x_mm - rail.x_mm) / span if abs(span) > 1 else 0.5
        if 0 < share < 1:
            spots.setdefault(round(share, 4), f"the {support.name.lower()}")
    return spots


def _way_words(x: float, y: float, z: float) -> str:
    """The main direction of a push in words."""
    size = max(abs(x), abs(y), abs(z))
    parts = [
        word
        for part, words in ((y, ("up", "down")), (z, ("out", "in")), (x, ("right", "left")))
        if abs(part) > 0.35 * size
        for word in (words[0] if part > 0 else words[1],)
    ]
    return " and ".join(parts)


def _rail_cases(
    rail: HeldRail, fixture: Fixture, weights: tuple[Force, ...], figures: DemandFigures
) -> Iterator[LoadCase]:
    """Hands on a rail at any of its points: a tug, or a person's weight in any direction.

    Every support's place along the rail is a spot too, since there the whole push goes into it.
    """

    def at(share: float) -> dict[str, float]:
        return {
            "x_mm": rail.x_mm + share * (rail.x2_mm - rail.x_mm),
            "y_mm": rail.y_mm + share * (rail.y2_mm - rail.y_mm),
            "z_mm": rail.z_mm,
        }

    spots = _spots_of(rail, fixture)
    if rail.kind is RailKind.RAIL:
        for share, words in sorted(spots.items()):
            tug = Force(**at(share), fy_n=-figures.rail_tug_down_n, fz_n=figures.rail_tug_out_n)
            yield LoadCase(
                key=f"rail-{rail.id}-{share:g}",
                label=f"somebody hangs on at {words}",
                duration=Duration.SHORT,
                forces=(*weights, tug),
            )
        return
    grab = rail.kind is RailKind.GRAB_RAIL
    point_n = figures.grab_rail_n if grab else figures.handrail_point_n
    length = ((rail.x2_mm - rail.x_mm) ** 2 + (rail.y2_mm - rail.y_mm) ** 2) ** 0.5
    for x, y, z in directions(figures.push_step_deg):
        way = _way_words(x, y, z)
        for share, words in sorted(spots.items()):
            push = Force(**at(share), fx_n=point_n * x, fy_n=point_n * y, fz_n=point_n * z)
            yield LoadCase(
                key=f"person-{rail.id}-{share:g}-{x:.2f}{y:.2f}{z:.2f}",
                label=f"a person hangs on at {words}, {way}",
                duration=Duration.SHORT,
                forces=(*weights, push),
            )
        if not grab:
            all_along = figures.handrail_n_per_mm * length
            push = Force(
                **at(0.5),
                fx_n=all_along * x,
                fy_n=all_along * y,
                fz_n=all_along * z,
                spread_mm=abs(rail.x2_mm - rail.x_mm),
            )
            yield LoadCase(
                key=f"crowd-{rail.id}-{x:.2f}{y:.2f}{z:.2f}",
                label=f"people all along the rail, {way}",
                duration=Duration.SHORT,
                forces=(*weights, push),
            )


def _wind_cases(fixture: Fixture, weights: tuple[Force, ...], figures: DemandFigures) -> Iterator[LoadCase]:
    """Suction on the front, and wind along the wall on the side, each with the weight."""
    pressure = figures.wind_pa if fixture.wind_pa is None else fixture.wind_pa
    if fixture.environment is not Environment.OUTDOOR or not pressure:
        return

    def blown(piece: Piece, fx: float, fz: float) -> Force:
        front, side = piece.width_mm * piece.height_mm, piece.depth_mm * piece.height_mm
        return Force(
            x_mm=piece.rect.centre_x_mm,
            y_mm=piece.rect.centre_y_mm,
            z_mm=piece.depth_mm if fz else piece.depth_mm / 2,
            fx_n=fx * pressure * side / 1e6,
            fz_n=fz * pressure * front / 1e6,
        )

    for key, label, fx, fz in (
        ("out", "wind sucks it off the wall", 0.0, 1.0),
        ("left", "wind blows it to the left", -1.0, 0.0),
        ("right", "wind blows it to the right", 1.0, 0.0),
    ):
        yield LoadCase(
            key=f"wind-{key}",
            label=label,
            duration=Duration.SHORT,
            forces=(*weights, *(blown(piece, fx, fz) for piece in fixture.pieces)),
        )


def _half_done(fixture: Fixture, figures: DemandFigures) -> Iterator[LoadCase]:
    """Temporary states: hung but not yet clipped, held by its first screw. Its own weight only: nothing is in it."""
    own = tuple(_weight(piece, piece.mass_kg * STANDARD_GRAVITY_M_S2) for piece in fixture.pieces)
    later = tuple(support.id for support in fixture.supports if support.clipped)
    if later and len(later) < len(fixture.supports):
        yield LoadCase(
            key="not-clipped", label="hung, not yet clipped", duration=Duration.SHORT, forces=own, without=later
        )
    # brackets on a board between go up before the piece does
    mass = sum(piece.mass_kg for piece in fixture.pieces)
    if not mass or fixture.carriers:
        return
    # of a heavier one a second pair of hands holds the rest until all of its screws are in
    part = min(1.0, figures.two_people_kg / mass)
    yield LoadCase(
        key="first-screw",
        label="held by its first screw",
        duration=Duration.SHORT,
        forces=tuple(force._replace(fy_n=part * force.fy_n) for force in own),
        without=later,
        first_screw=True,
    )


def load_cases(fixture: Fixture, duty: Duty, foot_mm: float, figures: DemandFigures) -> tuple[LoadCase, ...]:
    """All cases of a fixture whose lower left corner lies ``foot_mm`` above the finished floor.

    Weight with its duty; an arm at every angle; somebody's tug at each corner that can be grasped; hands or a
    person on each rail; wind outdoors; a shaken fixture also sideways, both ways; and the half-done states.
    """
    weights = tuple(_weight(piece, weight_n(piece, duty)) for piece in fixture.pieces)
    cases: list[LoadCase] = []
    if not fixture.swings:
        cases.append(LoadCase(key="hanging", label="hanging as used", duration=Duration.PERMANENT, forces=weights))
    cases += _swing_cases(fixture, duty, foot_mm, figures)
    if fixture.graspable and not fixture.rails:
        cases += _tug_cases(fixture, weights, foot_mm, figures)
    for rail in fixture.rails:
        cases += _rail_cases(rail, fixture, weights, figures)
    cases += _wind_cases(fixture, weights, figures)
    if duty.sideways_g:
        for side, sign in (("left", -1.0), ("right", 1.0)):
            push = tuple(force._replace(fx_n=sign * duty.sideways_g * -force.fy_n / duty.factor) for force in weights)
            cases.append(
                LoadCase(key=f"shaken-{side}", label=f"shaken to the {side}", duration=Duration.SHORT, forces=push)
            )
    cases += _half_done(fixture, figures)
    return tuple(cases)
