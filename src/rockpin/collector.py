"""How the collector of circles is set in what serves: what is loaded at the start is never looked through again."""

import gc


def wait_for_start() -> None:
    """Nothing is looked for while everything is loaded: none of it will be thrown away, and it takes a fifth of a
    start."""
    gc.disable()


def set_aside_what_is_loaded() -> None:
    """Program and catalogue stay: else the collector walks over all of it in the middle of an answer."""
    gc.freeze()
    gc.enable()


def look_seldom() -> None:
    """For who plans: a plan makes many small things and few circles."""
    gc.set_threshold(20_000, 20, 50)
