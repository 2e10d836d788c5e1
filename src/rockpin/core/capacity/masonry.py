"""Expanding plugs in brick, block and concrete, by table; plaster and tile hold nothing and are a lever."""

from math import hypot, prod

from rockpin.core.capacity.common import (
    Assessment,
    Factor,
    Mode,
    Refusal,
    assessed,
    refuse,
    refused,
    table_lines,
    table_use,
    wrong_place,
)
from rockpin.core.figures import Figures
from rockpin.core.fixture import HoleKind
from rockpin.core.framing import BehindKind
from rockpin.core.quantities import show_length, show_limit
from rockpin.core.reading import Family
from rockpin.core.screws import BitRule, HoleSpec, dust_mm, left_behind_mm, pick, stock_length, under_head_mm
from rockpin.core.spot import Spot, fits_bracket
from rockpin.core.tables import Catalogue, Hammer, MasonryPlug, Rating, Screw


def neighbour_factor(neighbours: tuple[tuple[float, float], ...], plug_mm: float, figures: Figures) -> float:
    """1/(1 + Σ clamp((4 − s)/3, 0, 1)) with s in plug lengths."""
    full, least = figures.masonry_neighbour_full_plugs, figures.masonry_neighbour_min_plugs
    total = sum(min(1.0, max(0.0, (full - hypot(dx, dy) / plug_mm) / (full - least))) for dx, dy in neighbours)
    return 1 / (1 + total)


def rating_of(plug: MasonryPlug, spot: Spot) -> Rating | None:
    """The table's row for what this wall is made of, or None where it has none."""
    if spot.reading.family is Family.CONCRETE:
        return plug.ratings.get("concrete")
    if spot.reading.family in (Family.MASONRY, Family.BONDED_BOARD) and spot.reading.solidity:
        return plug.ratings.get(spot.reading.solidity.value)
    return None


def _best_screw(plug: MasonryPlug, spot: Spot, catalogue: Catalogue) -> Screw | None:
    """The thickest screw of the plug's range that is sold here and passes the bracket's hole."""
    screws = [catalogue.screw_by_key[key] for key in plug.screws]
    passing = [
        screw
        for screw in screws
        if spot.units in screw.systems
        and fits_bracket(screw, spot.hole, catalogue.figures)
        and spot.hole.seat in screw.seats
    ]
    return max(passing, key=lambda screw: screw.diameter_mm, default=None)


def hammered(spot: Spot, catalogue: Catalogue) -> bool:
    """Whether the holding layer is drilled with hammer action."""
    holding = spot.reading.holding
    return holding is not None and catalogue.material_by_key[holding].hammer is Hammer.ONCE_SEATED


def through_refusal(spot: Spot, depth_mm: float, catalogue: Catalogue) -> Refusal | None:
    """The refusal of a hole this deep [mm] that would leave too little wall behind it, else None."""
    reading = spot.reading
    wanted = left_behind_mm(reading.holding_mm, hammered(spot, catalogue), catalogue.figures)
    left = reading.skin_mm + reading.holding_mm - depth_mm
    if left >= wanted - 1e-6:
        return None
    return refuse(
        "wall-thin",
        f"Its hole leaves {show_limit(max(left, 0), spot.units)} of the wall; "
        f"{show_length(wanted, spot.units)} must stay.",
        left_mm=left,
        needs_mm=wanted,
    )


def _body_mm(plug: MasonryPlug, spot: Spot) -> float | None:
    """Length [mm] of a frame plug's body: from the face through the skins into the wall, next stock length up."""
    wanted = spot.reading.skin_mm + plug.plug_length_mm
    return next((length for length in plug.body_lengths_mm if length >= wanted - 1e-6), None)


def _refusals(plug: MasonryPlug, spot: Spot, catalogue: Catalogue) -> list[Refusal]:
    figures, units = catalogue.figures, spot.units
    found: list[Refusal] = []

    def no(code: str, sentence: str, **numbers: float) -> None:
        found.append(refuse(code, sentence, **numbers))

    if spot.reading.family.framed:
        no("plug-in-board", "A masonry plug has nothing to spread against in board; it loosens and falls.")
        return found
    if rating_of(plug, spot) is None:
        no("not-rated", "It is not rated for what this wall is made of.")
        return found
    found += wrong_place(spot, plug)
    if plug.body_lengths_mm:
        if _body_mm(plug, spot) is None:
            no(
                "body-short",
                f"Its longest body is {show_limit(plug.body_lengths_mm[-1], units)}; to reach "
                f"{show_length(plug.plug_length_mm, units)} into the wall it takes "
                f"{show_length(spot.reading.skin_mm + plug.plug_length_mm, units)}.",
                has_mm=plug.body_lengths_mm[-1],
                needs_mm=spot.reading.skin_mm + plug.plug_length_mm,
            )
    elif spot.reading.family is Family.BONDED_BOARD and plug.kind != "masonry_screw":
        no("gap-in-front", "It would slip into the gap behind the board: a long frame plug bridges it.")
    edge, least = min(spot.free_edges_mm), figures.masonry_edge_min_plugs * plug.plug_length_mm
    if edge < least:
        no(
            "masonry-edge",
            f"The edge is {show_limit(max(edge, 0), units)} away; this plug needs {show_length(least, units)}.",
            edge_mm=edge,
            needs_mm=least,
        )
    near, closest = spot.nearest_neighbour_mm(), figures.masonry_neighbour_min_plugs * plug.plug_length_mm
    if near < closest - 1e-6:
        no(
            "too-close",
            f"The next hole is {show_limit(near, units)} away; this plug needs {show_length(closest, units)}.",
            spacing_mm=near,
            needs_mm=closest,
        )
    if _best_screw(plug, spot, catalogue) is None:
        no(
            "bracket-hole",
            f"No screw for this plug passes the bracket's {spot.hole.diameter_mm:g} mm hole.",
            hole_mm=spot.hole.diameter_mm,
        )
    elif plug.body_lengths_mm and spot.hole.diameter_mm < plug.hole_mm and spot.hole.kind is not HoleKind.KEYHOLE:
        no(
            "bracket-hole",
            f"Its {plug.hole_mm:g} mm body does not pass the bracket's {spot.hole.diameter_mm:g} mm hole, and it is "
            "set through it.",
            hole_mm=spot.hole.diameter_mm,
        )
    return found


def _factors(plug: MasonryPlug, spot: Spot, screw: Screw, catalogue: Catalogue) -> list[Factor]:
    figures = catalogue.figures
    factors: list[Factor] = []
    if spot.reading.family in (Family.MASONRY, Family.BONDED_BOARD):
        behind = spot.behind(screw.diameter_mm, catalogue)
        if behind.kind is BehindKind.JOINT:
            factors.append(Factor(label="in a mortar joint", value=figures.masonry_joint_factor))
        elif not behind.joints_known:
            factors.append(Factor(label="joints hidden, so taken as a joint", value=figures.masonry_joint_factor))
        elif spot.wall.courses and behind.unit_end_mm is not None:
            keep = figures.masonry_unit_end_share * spot.wall.courses.unit_length_mm
            if behind.unit_end_mm < keep:
                factors.append(Factor(label="near the brick's end", value=figures.masonry_unit_end_factor))
    if min(spot.free_edges_mm) < figures.masonry_edge_full_plugs * plug.plug_length_mm:
        factors.append(Factor(label="near the wall's edge", value=figures.masonry_edge_factor))
    factors.append(Factor(label="neighbours", value=neighbour_factor(spot.neighbours, plug.plug_length_mm, figures)))
    return factors


def assess(plug: MasonryPlug, spot: Spot, catalogue: Catalogue) -> Assessment:
    """A plug at a hole: N/Nₐ + V/Vₐ; shear no more than the screw bears in bending through the skins."""
    figures, reading = catalogue.figures, spot.reading
    found = _refusals(plug, spot, catalogue)
    screw, rating = _best_screw(plug, spot, catalogue), rating_of(plug, spot)
    if found or screw is None or rating is None:
        return refused(plug, found)
    under = under_head_mm(screw, spot, figures)
    # a nail or a masonry screw ends in the wall itself; in a plug the tip comes out by one diameter
    past = screw.diameter_mm if plug.kind in ("plug", "frame_plug") else 0.0
    body = _body_mm(plug, spot) or 0.0
    set_mm = max(reading.skin_mm + plug.plug_length_mm, body)
    length = stock_length(screw, under + set_mm + past)
    if length is None:
        longest = show_limit(screw.lengths_mm[-1], spot.units)
        return refused(plug, [refuse("no-screw-length", f"No stock length reaches: the longest is {longest}.")])
    dust = dust_mm(screw.diameter_mm, figures)
    depth = max(set_mm, length - under) + dust
    if short := through_refusal(spot, depth, catalogue):
        return refused(plug, [short])
    factors = _factors(plug, spot, screw, catalogue)
    total = prod(factor.value for factor in factors)
    tension_n, shear_n = rating.tension_n * total, rating.shear_n * total
    lever, clamped = spot.skin_lever_mm, spot.clamped(figures)
    return assessed(
        plug,
        spot,
        table_use(tension_n, shear_n, Mode.PLUG, screw, lever, clamped, figures),
        lines=lambda: table_lines(rating, factors, screw, lever, clamped, plug.source, figures),
        hole=HoleSpec(
            diameter_mm=plug.hole_mm,
            bit_rule=BitRule.EXACT if plug.kind == "masonry_screw" else BitRule.PLUG,
            pilot_mm=figures.step_up_share * plug.hole_mm if plug.hole_mm >= figures.step_up_from_mm else None,
            depth_mm=depth,
            reach_mm=depth,
            grip_from_mm=max(reading.skin_mm, set_mm - plug.plug_length_mm),
            grip_to_mm=set_mm,
            plug_length_mm=body or plug.plug_length_mm,
            dust_mm=dust,
            wing_mm=0.0,
            wing_depth_mm=0.0,
        ),
        screw=pick(screw, length, spot, figures),
    )
