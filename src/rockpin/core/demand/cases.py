"""Which sets of forces a fixture has to bear: weight as used, hands, people, wind, shaking, half-done states."""

from collections.abc import Iterator
from dataclasses import replace

from rockpin.core.base.quantities import STANDARD_GRAVITY_M_S2
from rockpin.core.demand.fastener_group import Force
from rockpin.core.demand.hands import hand_cases, held_rail_cases, swing_cases
from rockpin.core.demand.loads import LoadCase, weight_at, weights
from rockpin.core.demand.people import person_cases
from rockpin.core.demand.steadied import at_brackets, free_end_mm, thrown_at_brackets
from rockpin.core.document.fixture import Environment, Fixture, HeldBy, HoleKind, Piece, RailKind
from rockpin.core.fittings import carries_itself_first
from rockpin.core.fixture import bodies_of
from rockpin.core.tables.by_room import DemandTables
from rockpin.core.tables.figures import DemandFigures
from rockpin.core.tables.hands import Acts


def _wind_on(piece: Piece, pressure_pa: float, side: float, out: float, figures: DemandFigures) -> Force:
    """Wind [N] along the wall on the side that a piece shows, or off the wall on its front.

    What is flat and projects takes more, and a quarter of its width off centre, on the far side.
    """
    shown = piece.depth_mm if side else piece.width_mm
    flat = piece.width_mm <= figures.wind_flat_slender * piece.depth_mm if side else False
    coefficient = figures.wind_flat if flat else figures.wind_box
    force = coefficient * pressure_pa * shown * piece.height_mm / 1e6
    middle = piece.depth_mm / 2 + (figures.wind_flat_beside * piece.depth_mm if flat else 0.0)
    return Force(
        x_mm=piece.rect.centre_x_mm,
        y_mm=piece.rect.centre_y_mm,
        z_mm=middle if side else piece.depth_mm,
        fx_n=side * force,
        fz_n=out * force,
    )


def _wind_cases(fixture: Fixture, tables: DemandTables) -> Iterator[LoadCase]:
    """Suction on the front, and wind along the wall on the side, each with the weight."""
    figures = tables.figures
    pressure = figures.wind_pa if fixture.wind_pa is None else fixture.wind_pa
    if fixture.environment is not Environment.OUTDOOR or not pressure:
        return
    hung = weights(fixture, tables)
    for key, label, side, out in (
        ("out", "wind sucks it off the wall", 0.0, 1.0),
        ("left", "wind blows it to the left", -1.0, 0.0),
        ("right", "wind blows it to the right", 1.0, 0.0),
    ):
        blown = tuple(_wind_on(piece, pressure, side, out, figures) for piece in fixture.pieces)
        yield LoadCase(key=f"wind-{key}", label=label, allowance=tables.allowances[Acts.WIND], forces=(*hung, *blown))


def _shaken_cases(fixture: Fixture, tables: DemandTables) -> Iterator[LoadCase]:
    """Its own mass thrown to either side and off the wall, each beside its weight as used."""
    # what is shaken is shaken with all that is joined to it
    shaken_g = max((tables.duties[fixture.duty_of(piece)].sideways_g for piece in fixture.pieces), default=0.0)
    if not shaken_g:
        return
    hung = weights(fixture, tables)
    bare_n = [
        (piece.mass_kg + piece.contents_kg) * STANDARD_GRAVITY_M_S2 if piece.held_by is HeldBy.WALL else 0.0
        for piece in fixture.pieces
    ]
    for way, right, out in (("to the left", -1.0, 0.0), ("to the right", 1.0, 0.0), ("off the wall", 0.0, 1.0)):
        thrown = tuple(
            force._replace(fx_n=right * shaken_g * mass_n, fz_n=out * shaken_g * mass_n)
            for force, mass_n in zip(hung, bare_n, strict=True)
        )
        # what stands on the floor is thrown as well, and no weight of its own keeps it down
        thrown += tuple(
            thrown_at_brackets(piece, fixture, right * shaken_g, out * shaken_g)
            for piece in fixture.pieces
            if piece.held_by is not HeldBy.WALL
        )
        yield LoadCase(
            key=f"shaken-{way.replace(' ', '-')}",
            label=f"shaken {way}",
            allowance=tables.allowances[Acts.SHAKEN],
            forces=thrown,
        )


def _steady_cases(fixture: Fixture, tables: DemandTables) -> Iterator[LoadCase]:
    """What stands on the floor or hangs from above pulls at the wall and pushes it, at the end that is free."""
    figures = tables.figures
    for piece in fixture.pieces:
        if piece.held_by is HeldBy.WALL:
            continue
        weight = (piece.mass_kg + piece.contents_kg) * STANDARD_GRAVITY_M_S2
        least = figures.steady_opens_n if piece.opens else figures.steady_least_n
        force = max(figures.steady_share * weight, least)
        says = "somebody climbs on its drawers" if piece.opens else f"{piece.name.lower()} tips"
        middle = piece.cog_mm[0]
        # a child climbs at either side
        quarter = piece.width_mm / 4
        places = (("", middle), ("-left", piece.x_mm + quarter), ("-right", piece.rect.right_mm - quarter))
        for side, x in places if piece.opens else places[:1]:
            for way, sign in (("off the wall", 1.0), ("against the wall", -1.0)):
                tips = Force(x_mm=x, y_mm=free_end_mm(piece), z_mm=piece.depth_mm / 2, fz_n=sign * force)
                yield LoadCase(
                    key=f"steady-{piece.id}{side}-{way.replace(' ', '-')}",
                    label=f"{says}, {way}",
                    allowance=tables.allowances[Acts.TOUCH],
                    forces=(at_brackets(tips, piece, fixture),),
                )


def _half_done(fixture: Fixture, tables: DemandTables) -> Iterator[LoadCase]:
    """Temporary states: hung but not yet clipped, held by its first screw. Its own weight only: nothing is in it."""
    hangs = [piece for piece in fixture.pieces if piece.held_by is HeldBy.WALL]
    own = tuple(weight_at(piece, piece.mass_kg * STANDARD_GRAVITY_M_S2) for piece in hangs)
    later = tuple(support.id for support in fixture.supports if support.clipped)
    half_done = tables.allowances[Acts.HALF_DONE]
    if later and len(later) < len(fixture.supports):
        yield LoadCase(key="not-clipped", label="hung, not yet clipped", allowance=half_done, forces=own, without=later)
    # brackets and bars, and what stands on a board between, are fast before the piece is lifted onto them
    mass = sum(piece.mass_kg for piece in hangs)
    if not mass or not carries_itself_first(fixture, tables.brackets_first):
        return
    # of a heavier one a second pair of hands holds the rest until all of its screws are in
    part = min(1.0, tables.figures.two_people_kg / mass)
    clamped = any(hole.kind is HoleKind.CLAMPED for support in fixture.supports for hole in support.holes)
    yield LoadCase(
        key="first-screw",
        label=f"held by its first {'clamp' if clamped else 'screw'}",
        allowance=half_done,
        forces=tuple(force._replace(fy_n=part * force.fy_n) for force in own),
        without=later,
        first_screw=True,
    )


def _cases_of_body(fixture: Fixture, foot_mm: float, tables: DemandTables) -> Iterator[LoadCase]:
    if not fixture.swings:
        yield LoadCase(
            key="hanging",
            label="hanging as used",
            allowance=tables.allowances[Acts.LASTING],
            forces=weights(fixture, tables),
        )
    yield from swing_cases(fixture, foot_mm, tables)
    if not fixture.rails:
        yield from hand_cases(fixture, foot_mm, tables)
    for rail in fixture.rails:
        if rail.kind is RailKind.RAIL:
            yield from held_rail_cases(rail, fixture, foot_mm, tables)
        else:
            yield from person_cases(rail, fixture, tables)
    yield from _wind_cases(fixture, tables)
    yield from _shaken_cases(fixture, tables)
    yield from _steady_cases(fixture, tables)
    yield from _half_done(fixture, tables)


def load_cases(fixture: Fixture, foot_mm: float, tables: DemandTables) -> tuple[LoadCase, ...]:
    """All cases of a fixture whose lower left corner lies ``foot_mm`` above the finished floor.

    Weight with its duty; an arm at every angle; hands at each corner in reach; hands or a person on each rail; wind
    outdoors; a shaken fixture thrown three ways; what only steadies; and the half-done states. Things that share no
    support have their own cases each.
    """
    bodies = bodies_of(fixture)
    if len(bodies) == 1:
        return tuple(_cases_of_body(fixture, foot_mm, tables))
    return tuple(
        replace(
            case,
            key=f"{body.number}-{case.key}",
            label=f"{case.label} ({body.fixture.pieces[0].name.lower()})",
            without=(*body.elsewhere, *case.without),
            body=body.number,
        )
        for body in bodies
        for case in _cases_of_body(body.fixture, foot_mm, tables)
    )
