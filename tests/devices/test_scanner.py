"""The simulated scanner: the same wall hides the same things, and its faults are those of a cheap instrument."""

from typing import Any

import numpy as np

from rockpin.core.base.quantities import UnitSystem
from rockpin.core.document.evidence import Reading, Trace
from rockpin.core.document.wall import Opening, OpeningKind, Point, Wall
from rockpin.core.framing.scanner_traces import Channel, find_in
from rockpin.core.tables.catalogue import Catalogue
from rockpin.devices.scanner import SimulatedScanner, hidden_wall
from tests.builders import brick_wall, stud_wall

PITCHES = (400.0, 600.0)


def practice_wall(**more: Any) -> Wall:
    return stud_wall(**{"practice_seed": 7} | more)


def sweep(seed: int, y_mm: float = 1150, **more: Any) -> list[Reading]:
    wall = practice_wall(**more)
    return list(SimulatedScanner(hidden_wall(wall, PITCHES, True), seed).sweep(y_mm, 0, wall.width_mm))


def test_the_same_wall_hides_the_same_and_the_hand_is_never_twice_the_same() -> None:
    wall = practice_wall(framing=None)
    assert hidden_wall(wall, PITCHES, True) == hidden_wall(wall, PITCHES, True)
    assert hidden_wall(wall.model_copy(update={"practice_seed": 8}), PITCHES, True) != hidden_wall(wall, PITCHES, True)
    assert sweep(1) == sweep(1)
    assert sweep(1) != sweep(2)
    places = [reading.x_mm for reading in sweep(1)]
    assert (places[0], places[-1]) == (0, 4000)
    assert places == sorted(places)


def test_studs_are_found_in_most_sweeps_within_their_spread(catalogue: Catalogue) -> None:
    truth = [centre for centre, _ in hidden_wall(practice_wall(), PITCHES, True).studs]
    errors, missed, false = [], 0, 0
    for seed in range(20):
        peaks = find_in(Trace(id="t", y_mm=1150, readings=tuple(sweep(seed))), UnitSystem.METRIC, catalogue)
        dense = [peak.x_mm for peak in peaks if peak.channel is Channel.DENSITY]
        for centre in truth[:-1]:  # the last stands at the wall's very end
            near = min((abs(one - centre) for one in dense), default=1e9)
            missed += near > 25
            errors += [near] if near <= 25 else []
        false += sum(min(abs(one - centre) for centre in truth) > 25 for one in dense)
    assert np.sqrt(np.mean(np.square(errors))) < 8
    assert missed < 0.05 * 20 * len(truth)
    assert false < 0.1 * 20 * len(truth)


def test_nothing_answers_in_a_doorway_or_from_masonry_and_a_socket_hums() -> None:
    door = Opening(id="d", kind=OpeningKind.DOOR, x_mm=1000, y_mm=0, width_mm=900, height_mm=2000)
    through = [one.density for one in sweep(3, openings=(door,)) if 1050 < one.x_mm < 1850]
    above = [one.density for one in sweep(3, y_mm=2200, openings=(door,)) if 1050 < one.x_mm < 1850]
    assert max(through) - min(through) < 0.2 < max(above) - min(above)
    socket = Point(id="s", kind="twin_socket", x_mm=2600, y_mm=450)
    humming = [one for one in sweep(4, points=(socket,)) if one.live > 0.35]
    assert humming
    assert all(abs(one.x_mm - 2600) < 120 for one in humming)
    brick = brick_wall(practice_seed=7)
    flat = list(SimulatedScanner(hidden_wall(brick, PITCHES, False), 5).sweep(1150, 0, 4000))
    assert max(one.density for one in flat) - min(one.density for one in flat) < 0.45
    assert next(SimulatedScanner(hidden_wall(brick, PITCHES, False), 5).sweep(1150, 500, 400)).x_mm == 400
