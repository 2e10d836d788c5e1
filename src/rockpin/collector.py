"""When circles are looked for in what serves: not through what is loaded at the start, not while somebody waits."""

import gc
from itertools import count

_AMID_AN_ANSWER = 500_000
"""So many things more than are gone: only a long answer by itself comes to that."""
_AFTER_AN_ANSWER = 20_000
_THROUGH_ALL_EVERY = 50

_times = count(1)


def wait_for_start() -> None:
    """Nothing is looked for while everything is loaded: none of it will be thrown away, and it takes a fifth of a
    start."""
    gc.disable()


def set_aside_what_is_loaded() -> None:
    """Program and catalogue stay: else the collector walks over all of it in the middle of an answer."""
    gc.freeze()
    gc.enable()


def look_between_answers() -> None:
    """For who plans: what a plan makes is gone with it, but for few circles, which wait for :func:`tidy_up`."""
    gc.set_threshold(_AMID_AN_ANSWER, 20, 50)


def tidy_up() -> None:
    """After an answer, while nobody waits: the circles of the last ones, and now and then those of what was kept."""
    if gc.get_count()[0] >= _AFTER_AN_ANSWER:
        gc.collect(1 if next(_times) % _THROUGH_ALL_EVERY else 2)
