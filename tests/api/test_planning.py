"""Plans that are worked out in processes beside the server: the same answers, and none of their troubles shown."""

import asyncio
import json
import os
import signal
from collections.abc import Iterator
from pathlib import Path

import pytest

from rockpin.api.context import AppContext
from rockpin.api.planning import Here, Turn, Workers
from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput, NotFound, Overtaken
from rockpin.demo import load_demo
from rockpin.store import Store


@pytest.fixture(scope="module")
def path(tmp_path_factory: pytest.TempPathFactory) -> Path:
    made = tmp_path_factory.mktemp("planning") / "data.sqlite"
    store = Store(made)
    load_demo(store)
    store.close()
    return made


@pytest.fixture(scope="module")
def workers(path: Path) -> Iterator[Workers]:
    made = Workers(path, 1)
    yield made
    made.close()


def test_they_answer_as_this_process_does(workers: Workers, path: Path) -> None:
    here = Here(AppContext(Store(path), load_catalogue()))
    placement = here.context.store.job("oar-cradle").body.placement.model_dump_json(include={"x_mm", "y_mm"})
    for task, rest in (("workspace", ("",)), ("trial", (placement,)), ("line", ()), ("sheet", ("md",))):
        assert workers.ask(task, "oar-cradle", *rest) == here.ask(task, "oar-cradle", *rest)


def test_what_is_refused_comes_back_as_it_was_refused(workers: Workers) -> None:
    with pytest.raises(NotFound, match="no job “ghost”"):
        workers.ask("workspace", "ghost", "")
    with pytest.raises(RuntimeError, match="KeyError"):
        workers.ask("no such task", "oar-cradle")
    assert workers.ask("line", "oar-cradle")
    # a question whose parts do not go together has the same answer as from the one that serves
    asked = {"shape": "hook", "wall": "plastered_brick", "height_mm": 2400, "width_mm": 3000}
    outside = {"id": "tap", "kind": "switch", "x_mm": 0, "y_mm": 19_999}
    with pytest.raises(BadInput) as told:
        workers.ask("question", "ask", "wall", json.dumps({**asked, "points": [outside]}))
    assert "at 0, 19999 mm lies outside the wall of 3000 × 2400 mm" in told.value.faults[0].message


def test_a_newer_question_of_the_same_device_overtakes_the_one_that_waits(workers: Workers, path: Path) -> None:
    placement = Store(path).job("oar-cradle").body.placement.model_dump_json(include={"x_mm", "y_mm"})

    async def drag() -> list[object]:
        asked = [workers.later("trial", "oar-cradle", placement, turn=Turn("phone/oar-cradle")) for _ in range(12)]
        other = workers.later("trial", "oar-cradle", placement, turn=Turn("tablet/oar-cradle"))
        return await asyncio.gather(*asked, other, return_exceptions=True)

    *mine, other = asyncio.run(drag())
    assert isinstance(mine[-1], bytes)
    assert isinstance(other, bytes)
    # the one that was under way may be answered; those that waited behind it are not worked out
    assert sum(isinstance(one, Overtaken) for one in mine) >= 10


def test_the_question_asked_last_is_answered_whichever_comes_in_last(workers: Workers, path: Path) -> None:
    placement = Store(path).job("oar-cradle").body.placement.model_dump_json(include={"x_mm", "y_mm"})

    async def typed() -> list[object]:
        asked = [workers.later("trial", "oar-cradle", placement, turn=Turn("desk", n)) for n in (1, 4, 2, 3)]
        return await asyncio.gather(*asked, return_exceptions=True)

    _first, newest, *late = asyncio.run(typed())
    assert isinstance(newest, bytes)
    assert all(isinstance(one, Overtaken) for one in late)


def test_what_takes_seconds_ends_when_a_newer_question_comes(workers: Workers) -> None:
    workers.ask("line", "oar-cradle")
    asked = workers._submit("wall_map", "first-aid-cabinet", (), Turn("desk/map", 1))
    while not asked.running():
        assert not asked.done()
    newer = workers._submit("coarse_map", "tide-clock", (), Turn("desk/map", 2))
    with pytest.raises(Overtaken):
        asked.result()
    assert b"step_mm" in newer.result()
    # given up too late, it harms no other question
    (one,) = workers._beside
    one.give_up(0)
    assert workers.ask("line", "oar-cradle")


def test_a_process_that_was_ended_is_replaced(path: Path) -> None:
    made = Workers(path, 1)
    try:
        before = made.ask("line", "tide-clock")
        (one,) = made._beside
        os.kill(one._process.pid, signal.SIGKILL)
        assert made.ask("line", "tide-clock") == before
    finally:
        made.close()
