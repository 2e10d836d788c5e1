"""What people call a thing, a wall or what hands do: the row that is meant by what somebody says."""

import re
from collections.abc import Sequence
from difflib import get_close_matches
from typing import Protocol, TypeVar


class Named(Protocol):
    """What has a key, and a name of its own; it may have a short one and others besides (``short``,
    ``also``, ``label_us``)."""

    @property
    def key(self) -> str: ...

    @property
    def label(self) -> str: ...


AnyNamed = TypeVar("AnyNamed", bound=Named)

_NEAR = 3
"""So many are told at the most where nothing is called so."""


_PLACES = re.compile(
    r"\b(over|above|under|below|by|beside|near|next to|opposite|at|in|on|behind|between|with|without|for|and)\b"
    r"|[,;:+&(]"
)
"""What follows such a word in a title is where the thing goes or what belongs to it, not what it is."""
_HELD_BY = "(hook|bracket|holder|hanger|mount|anchor|eye|fixing)s?"
"""What holds a thing is asked for by the thing: a hook for a hammock is what a hammock hangs on."""
_NOT_IT = r"(?! (cover|casing|case|guard|valve|cable|pipe|pump|lock)s?\b)"
"""What belongs to a thing is another: a radiator's cover is none of its weight, a bike's lock hangs on a small hook."""


def _plain(said: str) -> str:
    return " ".join(re.sub(r"[_\-]", " ", said.lower()).split())


def _names(row: Named) -> list[str]:
    """What people call it, its own name first, here and elsewhere."""
    elsewhere = getattr(row, "label_us", None)
    return [_plain(name) for name in (row.label, *getattr(row, "also", ()), *([elsewhere] if elsewhere else ()))]


def _alone(row: Named) -> set[str]:
    """What it is called where nothing else is said, of one or several."""
    return {form for name in getattr(row, "alone", ()) for form in (name, f"{name}s", f"{name}es")}


def meant(said: str, rows: Sequence[AnyNamed]) -> AnyNamed | None:
    """The row of that key or name; else the only one that may be begun so; else the one whose name is what is said at
    last: a kettle shelf is a shelf. None where none is, or several are.

    A name as it stands goes before one that has it in it: a towel rail before a heated one.
    """
    wanted = _plain(said)
    if not wanted:
        return None
    by_key = next((row for row in rows if _plain(row.key) == wanted), None)
    exactly = next((row for row in rows if wanted in _names(row) or wanted in _alone(row)), None)
    told = begun(said, rows)
    only = told[0] if len(told) == 1 else None
    return by_key or exactly or only or _named(wanted, rows, at_last=True)


def begun(said: str, rows: Sequence[AnyNamed]) -> tuple[AnyNamed, ...]:
    """The rows that have all of these words in one of their names, each from its beginning: “plast br” for plastered
    brick."""
    words = _plain(said).split()

    def told(row: AnyNamed) -> bool:
        own = f"{_names(row)[0]} {_plain(getattr(row, 'short', ''))}"
        names = [name.split() for name in (own, *_names(row)[1:])]
        return any(all(any(one.startswith(word) for one in name) for word in words) for name in names)

    return tuple(row for row in rows if told(row)) if words else ()


def named_in(said: str, rows: Sequence[AnyNamed]) -> AnyNamed | None:
    """The row of which a name stands in what is said, one or several of it, as in “Mirrors in the hall”; of several
    the last, since a radiator shelf is a shelf, and of those the longest. None where none does.

    What it is goes before where it goes: a hook by the washbasin is a hook; but one on the ceiling is not planned at
    all (``places`` of a row).
    """
    return _named(_plain(said), rows, at_last=False)


def _named(plain: str, rows: Sequence[AnyNamed], *, at_last: bool) -> AnyNamed | None:
    """``at_last``: nothing may come between the name and the words that tell where it goes."""
    where = next((row for row in rows for one in getattr(row, "places", ()) if re.search(rf"\b{one}\b", plain)), None)
    if where is not None:
        return where
    # a hook for a hammock holds a hammock, and a shelf for a plant is a shelf
    held = {at.end() for at in re.finditer(rf"\b{_HELD_BY} for\b", plain)}
    ends = next((place.start() for place in _PLACES.finditer(plain) if place.end() not in held), len(plain))
    last = len(plain[:ends].rstrip())
    by_itself = next((row for row in rows if plain[:last] in _alone(row)), None)
    if by_itself is not None:
        return by_itself
    found: list[tuple[bool, int, int, AnyNamed]] = []
    for row in rows:
        for name in (*_names(row), _plain(getattr(row, "short", ""))):
            # most names do not stand there at all, which is seen sooner than a pattern is made
            there = name and name in plain
            for at in re.finditer(rf"\b{re.escape(name)}(s|es)?( {_HELD_BY})?\b{_NOT_IT}", plain) if there else ():
                if not at_last or at.start() < last <= at.end():
                    found.append((at.start() < ends, at.end(), len(name), row))
    # of names as long the first row's
    return max(found, key=lambda one: one[:3])[3] if found else None


def near(said: str, rows: Sequence[Named]) -> tuple[str, ...]:
    """Keys of what may be meant by a slip of the pen, the nearest first."""
    named = {name: row.key for row in rows for name in _names(row)}
    return tuple(dict.fromkeys(named[name] for name in get_close_matches(_plain(said), named, n=_NEAR)))
