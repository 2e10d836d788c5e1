"""Hands on a thing in reach: on its front, on an arm at every angle, on a rail that nobody trusts their weight to."""

from collections.abc import Iterator
from math import cos, hypot, radians, sin
from typing import NamedTuple

import numpy as np

from rockpin.core.demand.fastener_group import Force, Rows
from rockpin.core.demand.loads import LoadCase, weight_n, weights
from rockpin.core.demand.steadied import at_brackets
from rockpin.core.document.fixture import Fixture, HeldBy, HeldRail, HoleKind, Piece, Swing
from rockpin.core.tables.by_room import DemandTables
from rockpin.core.tables.hands import Acts, Hand

Push = tuple[str, float, float, float]
"""A name, and the force [N] to the right, up and off the wall."""


def hand_of(piece: Piece, fixture: Fixture, foot_mm: float, tables: DemandTables) -> Hand:
    """What hands do to a piece: nobody comes at one whose every part lies above their reach."""
    if piece.y_mm + foot_mm >= tables.figures.reach_mm:
        return tables.hands["none"]
    return tables.hands[fixture.hand_of(piece)]


class HandReach(NamedTuple):
    """At which heights [mm] of a fixture's foot hands reach it otherwise.

    ``steps_mm``: where they begin or cease to; ``spans_mm``: between which of them each millimetre counts.
    """

    steps_mm: tuple[float, ...]
    spans_mm: tuple[tuple[float, float], ...]

    def counted(self, foot_mm: Rows) -> Rows:
        """For each height [mm] one that hands reach as far at: itself, or the lowest of all that are alike."""
        steps = np.array(self.steps_mm)
        if not len(steps):
            return np.zeros_like(foot_mm)
        number = np.searchsorted(steps, foot_mm, side="right")
        found = np.where(number > 0, steps[np.maximum(number - 1, 0)], steps[0] - 1.0)
        for low, high in self.spans_mm:
            found = np.where((low <= foot_mm) & (foot_mm < high), foot_mm, found)
        return np.asarray(found)


def reach_of_hands(fixture: Fixture, tables: DemandTables) -> HandReach:
    """The heights at which hands come to a fixture otherwise: its pieces' lower and upper sides, and its rails."""
    reach, spans = tables.figures.reach_mm, []
    for piece in fixture.pieces:
        hand = tables.hands[fixture.hand_of(piece)]
        if hand.down_n or hand.out_n or fixture.swings:
            spans.append((reach - piece.rect.top_mm, reach - piece.y_mm))
    rails = [reach - min(rail.y_mm, rail.y2_mm) for rail in fixture.rails]
    return HandReach(tuple(sorted({*rails, *(at for span in spans for at in span)})), tuple(spans))


def pushes(hand: Hand, *, down: bool = True) -> list[Push]:
    """Down and out together and each alone, and sideways as hard as out, each way by itself."""
    if not hand.down_n and not hand.out_n:
        return []
    found: list[Push] = [("out", 0.0, 0.0, hand.out_n)]
    if down:
        found += [("down", 0.0, -hand.down_n, 0.0), ("down and out", 0.0, -hand.down_n, hand.out_n)]
    return [*found, ("to the left", -hand.out_n, 0.0, 0.0), ("to the right", hand.out_n, 0.0, 0.0)]


def _key(text: str) -> str:
    return text.replace(",", "").replace(" ", "-")


def reached_spots(piece: Piece, foot_mm: float, reach_mm: float) -> list[tuple[str, float, float]]:
    """Corners of the front face within reach. Demand is convex in the spot, so the worst spot is a corner."""
    high = min(piece.rect.top_mm, reach_mm - foot_mm)
    if piece.y_mm > high:
        return []
    sides = (("left", piece.x_mm), ("right", piece.rect.right_mm))
    heights = (("bottom", piece.y_mm), ("top", high)) if high > piece.y_mm else (("", piece.y_mm),)
    return [(f"{side} end, {height}".rstrip(", "), x, y) for side, x in sides for height, y in heights]


class HungLine(NamedTuple):
    """The line that a thing hangs on: from its first hook to its last, and how high [mm]."""

    left_mm: float
    right_mm: float
    y_mm: float

    def pulled_at(self, x_mm: float, y_mm: float) -> tuple[float, float]:
        """Where [mm] a pull off the wall comes to the hooks: below them the thing swings out, beside them it turns."""
        return min(max(x_mm, self.left_mm), self.right_mm), max(y_mm, self.y_mm)


def hung_line(fixture: Fixture) -> HungLine | None:
    """The line that a thing hangs on by hooks or keyholes alone, a free pivot; None where it is held otherwise."""
    holes = [(hole, support) for support in fixture.supports for hole in support.holes if hole.used]
    if not holes or any(not support.hung and hole.kind is not HoleKind.KEYHOLE for hole, support in holes):
        return None
    heights = [support.y_mm + hole.y_mm for hole, support in holes]
    if max(heights) - min(heights) > _ONE_LINE_MM:
        return None
    across = [support.x_mm + hole.x_mm for hole, support in holes]
    return HungLine(min(across), max(across), max(heights))


_ONE_LINE_MM = 5.0
"""Hooks that differ in height by no more [mm] are on one line."""


def hand_cases(fixture: Fixture, foot_mm: float, tables: DemandTables) -> Iterator[LoadCase]:
    """Hands at each corner of every piece that neither turns nor is held on to by a rail of its own."""
    hung = weights(fixture, tables)
    moving = {swing.piece_id for swing in fixture.swings}
    line = hung_line(fixture)
    for piece in fixture.pieces:
        if piece.id in moving:
            continue
        hand = hand_of(piece, fixture, foot_mm, tables)
        for spot, x, y in reached_spots(piece, foot_mm, tables.figures.reach_mm):
            out_x, out_y = (x, y) if line is None else line.pulled_at(x, y)
            for way, fx, fy, fz in pushes(hand, down=piece.held_by is HeldBy.WALL):
                at_x, at_y = (out_x, out_y) if fz else (x, y)
                level = piece.level_share
                pushed = Force(x_mm=at_x, y_mm=at_y, z_mm=piece.depth_mm, fx_n=level * fx, fy_n=fy, fz_n=level * fz)
                yield LoadCase(
                    key=f"hand-{piece.id}-{_key(spot)}-{_key(way)}",
                    label=f"{hand.verb} at the {spot}, {way}",
                    allowance=tables.allowances[hand.allowance],
                    forces=(*hung, at_brackets(pushed, piece, fixture)),
                    by_hand=True,
                )


def held_rail_cases(rail: HeldRail, fixture: Fixture, foot_mm: float, tables: DemandTables) -> Iterator[LoadCase]:
    """Hands on a rail that things hang on: at its ends, its supports and between them."""
    if min(rail.y_mm, rail.y2_mm) + foot_mm >= tables.figures.reach_mm:
        return
    hands = [tables.hands[fixture.hand_of(piece)] for piece in fixture.pieces] or [tables.hands[fixture.hand]]
    hand = max(hands, key=lambda one: one.down_n + one.out_n)
    hung = weights(fixture, tables)
    for share, words in sorted(rail_spots(rail, fixture).items()):
        for way, fx, fy, fz in pushes(hand):
            pushed = along_and_across(rail, share, fx, fy, fz)
            yield LoadCase(
                key=f"rail-{rail.id}-{share:g}-{_key(way)}",
                label=f"{hand.verb} at {words}, {way}",
                allowance=tables.allowances[hand.allowance],
                forces=(*hung, *pushed),
                by_hand=True,
            )


_SPOTS = (
    (0.0, "its left end"),
    (0.25, "a quarter along"),
    (0.5, "its middle"),
    (0.75, "three quarters along"),
    (1.0, "its right end"),
)


def rail_spots(rail: HeldRail, fixture: Fixture) -> dict[float, str]:
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


def along_and_across(
    rail: HeldRail, share: float, fx: float, fy: float, fz: float, *, line: bool = False
) -> tuple[Force, ...]:
    """A push [N] at a point of a rail, in its parts along the rail, that all supports share, and across it.

    ``line``: it is spread evenly over the whole rail.
    """
    run, rise = rail.x2_mm - rail.x_mm, rail.y2_mm - rail.y_mm
    length = hypot(run, rise) or 1.0
    ux, uy = run / length, rise / length
    along = fx * ux + fy * uy
    at = Force(
        x_mm=rail.x_mm + share * run,
        y_mm=rail.y_mm + share * rise,
        z_mm=rail.z_mm,
        slope=rise / run if abs(run) > 1e-6 else 0.0,
        spread_mm=abs(run) if line else 0.0,
        line=line,
    )
    across = at._replace(fx_n=fx - along * ux, fy_n=fy - along * uy, fz_n=fz)
    return (across, at._replace(fx_n=along * ux, fy_n=along * uy, even=True)) if abs(along) > 1e-9 else (across,)


# --- arms ------------------------------------------------------------------------------------------------------------


def _turned(swing: Swing, reach_mm: float, aside_mm: float, angle_deg: float) -> tuple[float, float]:
    """Where a spot that far out and aside of the pivot comes to stand, (x, z) [mm]."""
    angle = radians(angle_deg)
    return (
        swing.pivot_x_mm + reach_mm * sin(angle) + aside_mm * cos(angle),
        swing.pivot_z_mm + reach_mm * cos(angle) - aside_mm * sin(angle),
    )


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


def swing_cases(fixture: Fixture, foot_mm: float, tables: DemandTables) -> Iterator[LoadCase]:
    """An arm at every angle, its weight alone and with hands at its end and at the corners of what it carries.

    A pivot that turns freely carries no moment about its own axis: pushed, the arm turns until its stop, and there
    the push counts in full. Stops are taken at both ends of its swing, and where it is stiff it cannot be worse.
    """
    figures = tables.figures
    for swing in fixture.swings:
        piece = next(one for one in fixture.pieces if one.id == swing.piece_id)
        rest = weights(fixture, tables, but=piece.id)
        own = weight_n(piece, fixture, tables.duties[fixture.duty_of(piece)], figures)
        _, y, z = piece.cog_mm
        hand = hand_of(piece, fixture, foot_mm, tables)
        ends = sorted({place for _, _, place in reached_spots(piece, foot_mm, figures.reach_mm)})
        out = piece.depth_mm - swing.pivot_z_mm
        asides = sorted({piece.rect.x_mm - swing.pivot_x_mm, 0.0, piece.rect.right_mm - swing.pivot_x_mm})
        for angle in _angles(swing, figures.arm_step_deg):
            label = _angle_words(piece.name, angle)
            at_x, at_z = _turned(swing, z - swing.pivot_z_mm, 0.0, angle)
            hung = (*rest, Force(x_mm=at_x, y_mm=y, z_mm=max(0.0, at_z), fy_n=-own))
            yield LoadCase(key=f"swing-{angle:g}", label=label, allowance=tables.allowances[Acts.LASTING], forces=hung)
            stopped = angle in (swing.from_deg, swing.to_deg)
            for number, (aside, high) in enumerate((a, h) for a in asides for h in ends):
                end_x, end_z = _turned(swing, out, aside, angle)
                for way, fx, fy, fz in pushes(hand):
                    yield LoadCase(
                        key=f"swing-hand-{angle:g}-{number}-{_key(way)}",
                        label=f"{label}, {hand.verb} at its end, {way}",
                        allowance=tables.allowances[hand.allowance],
                        forces=(*hung, *_on_arm(swing, end_x, high, max(0.0, end_z), fx, fy, fz, stopped=stopped)),
                        by_hand=True,
                    )


def _on_arm(
    swing: Swing, x: float, y: float, z: float, fx: float, fy: float, fz: float, *, stopped: bool
) -> tuple[Force, ...]:
    """A push [N] at a spot of an arm as its pivot bears it: level parts of it come to the pivot's own axis."""
    if stopped:
        return (Force(x_mm=x, y_mm=y, z_mm=z, fx_n=fx, fy_n=fy, fz_n=fz),)
    found = [Force(x_mm=x, y_mm=y, z_mm=z, fy_n=fy)] if fy else []
    if fx or fz:
        found.append(Force(x_mm=swing.pivot_x_mm, y_mm=y, z_mm=swing.pivot_z_mm, fx_n=fx, fz_n=fz))
    return tuple(found)
