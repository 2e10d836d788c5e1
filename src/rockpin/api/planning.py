"""Who works out plans: this process, or processes beside it, so that one long plan holds nobody else up.

The questions about one job go to the same process, which has its documents and the answers of its rooms at hand.
"""

import asyncio
import os
import signal
from collections.abc import Callable, Iterator
from concurrent.futures import CancelledError, Future, ThreadPoolExecutor
from contextlib import suppress
from dataclasses import dataclass, field
from functools import partial
from itertools import count
from multiprocessing import get_all_start_methods, get_context
from multiprocessing.connection import Connection
from pathlib import Path
from threading import Lock, RLock
from typing import Annotated, Any, Protocol, cast
from zlib import crc32

import anyio.to_thread
from fastapi import Depends, Header, Request, Response
from pydantic import ValidationError

from rockpin.api.context import AppContext, Device
from rockpin.collector import look_between_answers, set_aside_what_is_loaded, tidy_up, wait_for_start
from rockpin.core.base.errors import BadInput, CannotPlan, Overtaken, RockPinError, faults_of

_MOST_WORKERS = 4

_OVERTAKEN = "A newer question of the same kind came before this one's turn."


@dataclass(frozen=True)
class Turn:
    """Which question of whom: a later one overtakes an earlier one of his that still waits, in whatever order the
    two come in. ``number``: as he counts; those of one number go by when they came.
    """

    asker: str
    number: int = 0


class Planner(Protocol):
    """Answers :data:`rockpin.api.tasks.TASKS` by name. Raises what the task raises."""

    def ask(self, task: str, job_id: str, *rest: str) -> bytes:
        """Waits for the answer."""

    async def later(self, task: str, job_id: str, *rest: str, turn: Turn | None = None) -> bytes:
        """Holds nobody up meanwhile. ``turn``: an earlier question of his that still waits is dropped.

        Raises Overtaken where that has happened to this one.
        """

    def close(self) -> None: ...


@dataclass(frozen=True)
class Here:
    """Plans in this process, beside the loop."""

    context: AppContext

    def ask(self, task: str, job_id: str, *rest: str) -> bytes:
        # here and below: all that plans is loaded by who plans, and the one that serves can answer before that
        from rockpin.api.tasks import TASKS

        try:
            return TASKS[task](self.context, job_id, *rest)
        finally:
            self.context.finish()

    async def later(self, task: str, job_id: str, *rest: str, turn: Turn | None = None) -> bytes:
        return await anyio.to_thread.run_sync(self.ask, task, job_id, *rest)

    def close(self) -> None:
        """Nothing runs on."""


class _Asked:
    """Questions as they come in over a line, each with a number; a number with none says that nobody waits for that
    one any more."""

    def __init__(self, line: Connection) -> None:
        self._line, self._number, self._given_up = line, -1, -1

    def next(self) -> tuple[str, tuple[str, ...]]:
        """Waits for the next question. Raises EOFError and OSError where the line is closed."""
        while True:
            number, question = self._line.recv()
            if question is not None:
                self._number = number
                return cast(tuple[str, tuple[str, ...]], question)
            self._given_up = number

    def go_on(self) -> None:
        """Raises Overtaken where nobody waits for what is being worked out."""
        while self._line.poll():
            self._given_up, _ = self._line.recv()
        if self._given_up == self._number:
            raise Overtaken(_OVERTAKEN)


def _work(path: Path, line: Connection) -> None:
    """The life of a process that plans: it answers until its line is closed, and ends with whom it works for."""
    wait_for_start()
    from rockpin.api.tasks import TASKS
    from rockpin.catalogue import load_catalogue
    from rockpin.store import Store

    # Ctrl+C is for the one that serves; it closes the line
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    asked = _Asked(line)
    context = AppContext(store=Store(path), shipped=load_catalogue(), go_on=asked.go_on)
    set_aside_what_is_loaded()
    look_between_answers()
    while True:
        try:
            task, rest = asked.next()
        except (EOFError, OSError):
            return
        try:
            answer: bytes | Exception = TASKS[task](context, *rest)
        except ValidationError as error:
            # what was put together from a question does not fit: the asker's fault, and no error that is handed over
            answer = BadInput(faults_of(error))
        except Exception as error:
            answer = error
        try:
            line.send(answer)
        except (BrokenPipeError, OSError):
            return
        except Exception:
            # an error that cannot be handed over is told by its name
            line.send(CannotPlan(f"Rock Pin fails on this job ({type(answer).__name__})."))
        context.finish()
        tidy_up()


def _beside() -> Any:
    """How a process is started: where the machine can, from one that has loaded all of it already."""
    if "forkserver" not in get_all_start_methods():
        return get_context("spawn")
    forks = get_context("forkserver")
    forks.set_forkserver_preload(["rockpin.api.loaded"])
    return forks


@dataclass
class _Beside:
    """One process beside this one, and the thread that talks with it: one question at a time, in their order."""

    path: Path
    thread: ThreadPoolExecutor = field(default_factory=lambda: ThreadPoolExecutor(1, "planner"))
    waiting: int = 0
    _numbers: Iterator[int] = field(default_factory=count)
    # a question and that nobody waits for it are said by two threads
    _saying: Lock = field(default_factory=Lock)
    _line: Connection | None = None
    _process: Any = None

    def start(self) -> None:
        beside = _beside()
        line, theirs = beside.Pipe()
        process = beside.Process(target=_work, args=(self.path, theirs), daemon=True)
        # it waits for what it is forked from, and who serves may be ended meanwhile
        process.start()
        # ours alone now: so it ends for us when they end, and for them when we do
        theirs.close()
        self._line, self._process = line, process

    def number(self) -> int:
        """A number for the next question."""
        return next(self._numbers)

    def give_up(self, number: int) -> None:
        """Says that nobody waits for a question any more; what takes long ends then, and what is short ends anyway."""
        with suppress(OSError), self._saying:
            if self._line is not None:
                self._line.send((number, None))

    def answer(self, number: int, task: str, rest: tuple[str, ...]) -> bytes:
        try:
            return self._asked(number, task, rest)
        except (EOFError, OSError):
            # it was ended from outside; a fresh one gets the question once more
            self.start()
        try:
            return self._asked(number, task, rest)
        except (EOFError, OSError) as error:
            raise CannotPlan(
                "Rock Pin ends without an answer on this job: that is a fault of the program, or this machine has no "
                "memory left. Take the last change back, or save the document and report it."
            ) from error

    def _asked(self, number: int, task: str, rest: tuple[str, ...]) -> bytes:
        if self._line is None:
            self.start()
        assert self._line is not None
        with self._saying:
            self._line.send((number, (task, rest)))
        answer = self._line.recv()
        if isinstance(answer, RockPinError):
            raise answer
        if isinstance(answer, Exception):
            # not to be taken for the end of the line
            raise RuntimeError(repr(answer)) from answer
        found: bytes = answer
        return found

    def close(self) -> None:
        self.thread.shutdown(wait=False, cancel_futures=True)
        if self._line is not None:
            self._line.close()
        if self._process is not None:
            self._process.join(timeout=2)
            if self._process.is_alive():
                self._process.kill()


_LONG = {"wall_map", "places"}
_LONG_WEIGHT = 3
"""What a question that takes seconds counts for in a queue, so that others go elsewhere."""


class Workers:
    """Plans in ``count`` processes that open the data file at ``path`` themselves."""

    def __init__(self, path: Path, count: int) -> None:
        self._beside = tuple(_Beside(path) for _ in range(count))
        self._latest: dict[str, tuple[int, Future[bytes], Callable[[], None]]] = {}
        # cancelling calls back within
        self._lock = RLock()
        for one in self._beside:
            one.thread.submit(one.start)

    def _submit(self, task: str, job_id: str, rest: tuple[str, ...], turn: Turn | None) -> Future[bytes]:
        home = crc32(job_id.encode()) % len(self._beside)
        with self._lock:
            if turn is not None and turn.asker in self._latest:
                number, before, give_up = self._latest[turn.asker]
                if number > turn.number:
                    # two lines from one browser: what was asked first can come in last
                    raise Overtaken(_OVERTAKEN)
                if not before.cancel():
                    give_up()
            long = task in _LONG
            # what takes seconds is worked out beside the job's home, so that nothing of the job waits for it
            near = self._beside[(home + long) % len(self._beside)]
            least = min(self._beside, key=lambda one: one.waiting)
            # home knows the job; elsewhere it is learned anew, which pays where home has a queue and another has none
            chosen = near if long or near.waiting <= least.waiting + 1 else least
            asked = chosen.number()
            weight = _LONG_WEIGHT if long else 1
            chosen.waiting += weight
            made = chosen.thread.submit(chosen.answer, asked, task, (job_id, *rest))
            if turn is not None:
                self._latest[turn.asker] = (turn.number, made, partial(chosen.give_up, asked))

        def done(_future: Future[bytes]) -> None:
            with self._lock:
                chosen.waiting -= weight
                if turn is not None and self._latest.get(turn.asker, (None, None))[1] is made:
                    del self._latest[turn.asker]

        made.add_done_callback(done)
        return made

    def ask(self, task: str, job_id: str, *rest: str) -> bytes:
        return self._submit(task, job_id, rest, None).result()

    async def later(self, task: str, job_id: str, *rest: str, turn: Turn | None = None) -> bytes:
        made = self._submit(task, job_id, rest, turn)
        try:
            return await asyncio.wrap_future(made)
        except (asyncio.CancelledError, CancelledError):
            if made.cancelled():
                raise Overtaken(_OVERTAKEN) from None
            raise

    def close(self) -> None:
        for one in self._beside:
            one.close()


def _planner(request: Request) -> Planner:
    planner: Planner = request.app.state.planner
    return planner


Planning = Annotated[Planner, Depends(_planner)]
"""Who works out the plans of a request."""


def _turn(
    request: Request,
    device: Device = "",
    asks: Annotated[str, Header(alias="x-rock-pin-asks", max_length=60, pattern=r"^(\w+ \d{1,15})?$")] = "",
) -> Turn | None:
    """Whose turn a request is: its device, the window there, and what it asks; None where no device is named."""
    window, _, number = asks.partition(" ")
    return Turn(f"{device}/{window}{request.url.path}", int(number or 0)) if device else None


Asking = Annotated[Turn | None, Depends(_turn)]
"""Where a request stands among what its window asks: ``x-rock-pin-asks`` is the window's name and a rising number."""


def answer_of(made: bytes) -> Response:
    """What a task has answered, handed on as it is."""
    return Response(made, media_type="application/json")


def workers_for_this_machine() -> int:
    """One for every processor that may be used, up to four; none where there is only one."""
    usable = len(os.sched_getaffinity(0)) if hasattr(os, "sched_getaffinity") else os.cpu_count() or 1
    return 0 if usable < 2 else min(_MOST_WORKERS, usable)
