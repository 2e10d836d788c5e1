"""Simulated walls and the people who check them: whole, of their time, and able to be wrong."""

import numpy as np
import pytest

from rockpin.catalogue import load_catalogue
from rockpin.core.document.evidence import Ended, Location
from rockpin.core.document.wall import Wall
from rockpin.core.tables.identification import CheckForm
from rockpin.core.tables.references import wall_faults
from rockpin.devices.simulated_checks import observe
from rockpin.devices.simulated_framing import draw_framing, draw_hits
from rockpin.devices.simulated_walls import draw_wall

CHECKS = [check.key for check in load_catalogue().belief.checks]


def test_walls_are_of_their_time_and_place() -> None:
    rng = np.random.default_rng(1)
    old = [draw_wall(rng, stands=Location.PARTITION, year=1895) for _ in range(200)]
    new = [draw_wall(rng, stands=Location.PARTITION, year=2012) for _ in range(200)]
    assert sum(wall.make == "lath_and_plaster" for wall in old) > 60
    assert not any(wall.make == "lath_and_plaster" for wall in new)
    assert not any(wall.make in ("board_on_steel_studs", "plastered_aerated_block") for wall in old)
    assert all(thickness > 0 for wall in old + new for _, thickness in wall.layers)
    wet = [draw_wall(rng, stands=Location.WET_ROOM) for _ in range(200)]
    assert 0.45 < np.mean([wall.tiled for wall in wet]) < 0.75
    assert draw_wall(np.random.default_rng(5)) == draw_wall(np.random.default_rng(5))


@pytest.mark.parametrize("check", CHECKS)
def test_every_check_is_answered_in_words_of_the_catalogue(check: str) -> None:
    catalogue = load_catalogue()
    rng = np.random.default_rng(2)
    form = catalogue.check_by_key[check].form
    seen = set()
    for number in range(500):
        truth = draw_wall(rng)
        answer = observe(rng, truth, check, number)
        wall = Wall(id="w", name="W", width_mm=4000, height_mm=2400, evidence=(answer,))
        assert wall_faults(wall, catalogue) == []
        seen.add(answer.outcome)
        if form is CheckForm.PROBE:
            assert answer.probe is not None
            assert answer.probe.ended in Ended
            assert answer.probe.depth_mm <= 60
    if form is CheckForm.OUTCOME:
        # nobody always hears the same: every outcome comes up somewhere
        assert len(seen) == len(catalogue.check_by_key[check].outcomes)


def test_the_same_person_at_the_same_wall_is_often_right_and_sometimes_wrong() -> None:
    rng = np.random.default_rng(3)
    heard = [
        observe(rng, draw_wall(rng, make="board_on_dabs", stands=Location.OUTSIDE, year=1995), "knock", n).outcome
        for n in range(300)
    ]
    share = np.mean([outcome == "drummy_patches" for outcome in heard])
    assert 0.5 < share < 0.8


def test_hits_are_as_many_as_asked_and_as_wrong_as_asked() -> None:
    rng = np.random.default_rng(4)
    off = []
    for _ in range(200):
        framing = draw_framing(rng, (400.0, 600.0))
        hits = draw_hits(rng, framing, 10, 0.3)
        wrong = [hit for hit in hits if hit.id.startswith("w")]
        assert len(hits) - len(wrong) == 10
        assert len(wrong) / len(hits) <= 0.3 + 1e-9
        centres = np.array([stud.centre_mm for stud in framing.studs])
        off += [np.abs(centres - hit.x_mm).min() for hit in hits if not hit.id.startswith("w")]
        assert {hit.id for hit in hits} == {one.id for one in {hit.id: hit for hit in hits}.values()}
    # true hits lie about a stud: within their kinds' spreads
    assert np.quantile(off, 0.9) < 45
