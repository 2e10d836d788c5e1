"""How each shape becomes parts: from its measures [mm, kg, N, degrees] to pieces, supports, links and rails.

Fixture coordinates: the lower left corner of the piece is the origin unless a shape says otherwise.
"""

from collections.abc import Callable, Mapping, Sequence
from math import cos, pi, sin

from rockpin.core.fixture import (
    Attachment,
    Fixture,
    FixtureHole,
    HeldRail,
    HoleKind,
    Link,
    LinkKind,
    Piece,
    RailKind,
    Support,
    Swing,
)

Measures = Mapping[str, float]


def _piece(m: Measures, name: str, *, y_mm: float = 0.0, height_mm: float | None = None, **more: float) -> Piece:
    return Piece(
        id="piece",
        name=name,
        y_mm=y_mm,
        width_mm=m["width"],
        height_mm=m["height"] if height_mm is None else height_mm,
        depth_mm=m["depth"],
        mass_kg=m["own"],
        contents_kg=m.get("holds", 0.0),
        **more,
    )


def _spread(count: int, length_mm: float, margin_mm: float) -> list[float]:
    """Centres of so many parts along a length, the outer ones ``margin_mm`` from its ends."""
    if count == 1:
        return [length_mm / 2]
    return [margin_mm + number * (length_mm - 2 * margin_mm) / (count - 1) for number in range(count)]


def _corners(prefix: str, width: float, height: float, across: float, up: float, hole: float) -> list[FixtureHole]:
    """Four holes about the middle of a plate; two where one distance is nought, one where both are."""
    xs = [(width - across) / 2, (width + across) / 2] if across else [width / 2]
    ys = [(height + up) / 2, (height - up) / 2] if up else [height / 2]
    return [
        FixtureHole(id=f"{prefix}-{number}", x_mm=x, y_mm=y, diameter_mm=hole)
        for number, (y, x) in enumerate(((y, x) for y in ys for x in xs), 1)
    ]


def _back(m: Measures, name: str, thickness_mm: float, holes: Sequence[FixtureHole], **more: bool) -> Support:
    """The back of the piece itself, over its whole face."""
    return Support(
        id=name.lower(),
        name=name,
        x_mm=0,
        y_mm=0,
        width_mm=m["width"],
        height_mm=m["height"],
        thickness_mm=thickness_mm,
        holes=tuple(holes),
        **more,
    )


def _plate(m: Measures, x_mm: float, y_mm: float) -> Support:
    width, height = m["plate_width"], m["plate_height"]
    return Support(
        id="plate",
        name="Plate",
        x_mm=x_mm,
        y_mm=y_mm,
        width_mm=width,
        height_mm=height,
        thickness_mm=m["metal"],
        holes=tuple(_corners("hole", width, height, m["across"], m["up"], m["hole"])),
    )


def _row(
    m: Measures,
    name: str,
    count: str,
    width_mm: float,
    height_mm: float,
    holes_of: Callable[[str], Sequence[FixtureHole]],
    foot_mm: Callable[[float], float] = lambda _: 0.0,
) -> tuple[Support, ...]:
    """Like parts along the piece, by number from the left; ``foot_mm``: how high the one at x stands."""
    return tuple(
        Support(
            id=(part := f"{name.lower()}-{number}"),
            name=f"{name} {number}",
            x_mm=centre - width_mm / 2,
            y_mm=foot_mm(centre),
            width_mm=width_mm,
            height_mm=height_mm,
            thickness_mm=m["metal"],
            holes=tuple(holes_of(part)),
        )
        for number, centre in enumerate(_spread(round(m[count]), m["width"], m["margin"]), 1)
    )


def _shelf(m: Measures) -> Fixture:
    high, wide, inset = m["bracket_height"], m["bracket_width"], m["hole_inset"]

    def two(part: str) -> list[FixtureHole]:
        return [
            FixtureHole(id=f"{part}-{end}", x_mm=wide / 2, y_mm=y, diameter_mm=m["hole"])
            for end, y in (("top", high - inset), ("foot", inset))
        ]

    supports = _row(m, "Bracket", "brackets", wide, high, two, lambda _: -high)
    return Fixture(name="Shelf", pieces=(_piece(m, "Shelf", height_mm=m["thick"]),), supports=supports)


def _on_plate(m: Measures) -> Fixture:
    x, y = (m["width"] - m["plate_width"]) / 2, (m["height"] - m["plate_height"]) / 2
    return Fixture(name="Piece on a plate", pieces=(_piece(m, "Piece"),), supports=(_plate(m, x, y),))


def _keyholes(m: Measures) -> Fixture:
    holes = tuple(
        FixtureHole(
            id=f"{side}-keyhole",
            kind=HoleKind.KEYHOLE,
            x_mm=m["width"] / 2 + sign * m["across"] / 2,
            y_mm=m["height"] - m["from_top"],
            diameter_mm=m["hole"],
        )
        for side, sign in (("left", -1), ("right", 1))
    )
    back = _back(m, "Back", 1.5, holes, flexible=True)
    return Fixture(name="Piece on keyholes", pieces=(_piece(m, "Piece"),), supports=(back,))


def _hook(m: Measures) -> Fixture:
    hole = FixtureHole(id="hole", x_mm=m["width"] / 2, y_mm=m["height"] - m["from_top"], diameter_mm=m["hole"])
    plate = _back(m, "Plate", m["metal"], (hole,))
    # what hangs on a hook hangs near its tip
    return Fixture(name="Hook", pieces=(_piece(m, "Hook", cog_z_mm=0.8 * m["depth"]),), supports=(plate,))


def _line(m: Measures, kind: RailKind, y_mm: float, rise_mm: float = 0.0) -> HeldRail:
    return HeldRail(id="rail", kind=kind, x_mm=0, y_mm=y_mm, x2_mm=m["width"], y2_mm=y_mm + rise_mm, z_mm=m["depth"])


def _rail(m: Measures) -> Fixture:
    flange = m["flange"]

    def two(part: str) -> list[FixtureHole]:
        return _corners(f"{part}-hole", flange, flange, 0, m["across"], m["hole"])

    supports = _row(m, "Post", "posts", flange, flange, two)
    piece = _piece(m, "Rail", height_mm=flange, cog_z_mm=m["depth"])
    return Fixture(name="Rail", pieces=(piece,), supports=supports, rails=(_line(m, RailKind.RAIL, flange / 2),))


def _grab_rail(m: Measures) -> Fixture:
    flange, radius = m["flange"], m["circle"] / 2

    def three(part: str) -> list[FixtureHole]:
        return [
            FixtureHole(
                id=f"{part}-hole-{k + 1}",
                x_mm=flange / 2 + radius * sin(2 * pi * k / 3),
                y_mm=flange / 2 + radius * cos(2 * pi * k / 3),
                diameter_mm=m["hole"],
            )
            for k in range(3)
        ]

    piece = _piece(m, "Grab rail", height_mm=flange, cog_z_mm=m["depth"])
    return Fixture(
        name="Grab rail",
        pieces=(piece,),
        supports=_row(m, "Post", "posts", flange, flange, three),
        rails=(_line(m, RailKind.GRAB_RAIL, flange / 2),),
    )


def _handrail(m: Measures) -> Fixture:
    wide, high = m["plate_width"], m["plate_height"]

    def two(part: str) -> list[FixtureHole]:
        return _corners(f"{part}-hole", wide, high, 0, m["up"], m["hole"])

    # the rail's line runs over the top of every plate
    supports = _row(m, "Bracket", "brackets", wide, high, two, lambda x: m["rise"] * x / m["width"] - high)
    piece = _piece(m, "Handrail", y_mm=min(0.0, m["rise"]), height_mm=abs(m["rise"]) + 40, cog_z_mm=m["depth"])
    return Fixture(
        name="Handrail",
        pieces=(piece,),
        supports=supports,
        rails=(_line(m, RailKind.HANDRAIL, 0.0, m["rise"]),),
    )


def _cabinet(m: Measures) -> Fixture:
    bar = Support(
        id="bar",
        name="Bar",
        x_mm=(m["width"] - m["bar"]) / 2,
        y_mm=m["height"] - m["from_top"] - m["bar_height"],
        width_mm=m["bar"],
        height_mm=m["bar_height"],
        thickness_mm=m["metal"],
        attachment=Attachment.USER_DRILLED,
        leans=True,
    )
    places = _spread(round(m["clips"]), m["width"], m["clip_margin"]) if m["clips"] else []
    clips = tuple(
        Support(
            id=f"clip-{number}",
            name=f"Clip {number}",
            x_mm=centre - 15,
            y_mm=m["height"] - 15,
            width_mm=30,
            height_mm=30,
            thickness_mm=2,
            leans=True,
            clipped=True,
            # a clip keeps the top from coming off the wall; the bar carries the weight
            holes=(
                FixtureHole(
                    id=f"clip-{number}-hole",
                    kind=HoleKind.SLOT_UPRIGHT,
                    x_mm=15,
                    y_mm=20,
                    diameter_mm=5.5,
                    slot_length_mm=14,
                ),
            ),
        )
        for number, centre in enumerate(places, 1)
    )
    return Fixture(name="Cabinet", pieces=(_piece(m, "Cabinet"),), supports=(bar, *clips))


def _arm(m: Measures) -> Fixture:
    wide, high = m["plate_width"], m["plate_height"]
    piece = Piece(
        id="piece",
        name="Arm",
        width_mm=wide,
        height_mm=high,
        depth_mm=m["reach"],
        mass_kg=m["own"],
        contents_kg=m["holds"],
        # the arm's own weight is taken out where its load is: on the safe side
        cog_z_mm=m["load_at"],
    )
    swing = Swing(piece_id="piece", pivot_x_mm=wide / 2, from_deg=-m["from_deg"], to_deg=m["to_deg"])
    return Fixture(name="Arm", pieces=(piece,), supports=(_plate(m, 0.0, 0.0),), swings=(swing,))


def _box_on_channel(m: Measures) -> Fixture:
    supports, links = [], []
    wide, long = m["channel_width"], m["channel"]
    for number, sign in ((1, -1), (2, 1)):
        centre = m["width"] / 2 + sign * m["apart"] / 2
        ys = [m["height"] / 2 - m["nut_up"] / 2, m["height"] / 2 + m["nut_up"] / 2]
        supports.append(
            Support(
                id=f"lugs-{number}",
                name=f"Lugs {number}",
                x_mm=centre - wide / 2,
                y_mm=ys[0] - 20,
                width_mm=wide,
                height_mm=m["nut_up"] + 40,
                thickness_mm=3,
                holes=tuple(
                    FixtureHole(id=f"lugs-{number}-{k}", x_mm=wide / 2, y_mm=y - ys[0] + 20, diameter_mm=9)
                    for k, y in enumerate(reversed(ys), 1)
                ),
            )
        )
        links.append(
            Link(
                id=f"channel-{number}",
                kind=LinkKind.CHANNEL,
                thickness_mm=m["channel_depth"],
                support_ids=(f"lugs-{number}",),
                x_mm=centre - wide / 2,
                y_mm=m["height"] / 2 - long / 2,
                width_mm=wide,
                height_mm=long,
                nut_tension_n=m["nut"] or None,
                holes=tuple(
                    FixtureHole(id=f"channel-{number}-{k}", x_mm=wide / 2, y_mm=y, diameter_mm=m["hole"])
                    for k, y in enumerate((long - m["end"], m["end"]), 1)
                ),
            )
        )
    return Fixture(name="Box on channel", pieces=(_piece(m, "Box"),), supports=tuple(supports), links=tuple(links))


def _on_spacers(m: Measures) -> Fixture:
    holes = _corners("hole", m["width"], m["height"], m["across"], m["up"], m["hole"])
    back = _back(m, "Back", m["metal"], holes)
    spacer = Link(id="spacers", kind=LinkKind.SPACER, thickness_mm=m["spacer"], support_ids=("back",))
    return Fixture(name="Piece on spacers", pieces=(_piece(m, "Piece"),), supports=(back,), links=(spacer,))


def _on_board(m: Measures) -> Fixture:
    middle_x, middle_y = m["width"] / 2, m["height"] / 2
    wide, high = m["board_width"], m["board_height"]
    board = Link(
        id="board",
        kind=LinkKind.BACKING_BOARD,
        thickness_mm=m["board_thick"],
        support_ids=("plate",),
        x_mm=middle_x - wide / 2,
        y_mm=middle_y - high / 2,
        width_mm=wide,
        height_mm=high,
        holes=tuple(_corners("board", wide, high, m["stud_apart"], m["board_up"], m["board_hole"])),
    )
    plate = _plate(m, middle_x - m["plate_width"] / 2, middle_y - m["plate_height"] / 2)
    return Fixture(name="Plate on a board", pieces=(_piece(m, "Piece"),), supports=(plate,), links=(board,))


def _own(m: Measures) -> Fixture:
    plate = Support(
        id="plate",
        name="Plate",
        x_mm=0,
        y_mm=0,
        width_mm=m["width"],
        height_mm=m["height"],
        holes=(FixtureHole(id="hole-1", x_mm=m["width"] / 2, y_mm=m["height"] / 2, diameter_mm=6.5),),
    )
    return Fixture(name="Piece", pieces=(_piece(m, "Piece"),), supports=(plate,))


BUILDERS: dict[str, Callable[[Measures], Fixture]] = {
    "shelf": _shelf,
    "plate": _on_plate,
    "keyholes": _keyholes,
    "hook": _hook,
    "rail": _rail,
    "cabinet": _cabinet,
    "arm": _arm,
    "grab_rail": _grab_rail,
    "handrail": _handrail,
    "box_on_channel": _box_on_channel,
    "on_spacers": _on_spacers,
    "on_board": _on_board,
    "own": _own,
}
