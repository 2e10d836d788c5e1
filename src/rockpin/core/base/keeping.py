"""What was worked out lately, kept by the content that it was worked out from: the same to the bit, only sooner."""

from collections import OrderedDict
from collections.abc import Callable
from dataclasses import dataclass, field
from threading import Lock
from typing import TypeVar, cast

from rockpin.core.base.model import Model

T = TypeVar("T")

GoOn = Callable[[], None]
"""What work that takes seconds asks now and then. Raises Overtaken where nobody waits for it any more."""


def go_on_always() -> None:
    """Nobody stops it."""


@dataclass(frozen=True)
class Keep:
    """At most ``most`` results, the longest unused given up first; with 0 nothing is kept.

    A result must follow from ``owner``, compared by identity, and from ``content`` alone, and nobody may change it.
    """

    most: int
    _written: OrderedDict[int, tuple[Model, str]] = field(default_factory=OrderedDict)
    _found: OrderedDict[tuple[object, ...], tuple[object, object]] = field(default_factory=OrderedDict)
    _lock: Lock = field(default_factory=Lock)

    def of(self, room: str, owner: object, content: tuple[Model | object, ...], work: Callable[[], T]) -> T:
        """What ``work`` gives, or what it gave for the same content."""
        if self.most == 0:
            return work()
        with self._lock:
            key = (room, id(owner), *map(self._as_written, content))
            if key in self._found:
                self._found.move_to_end(key)
                return cast(T, self._found[key][1])
        made = work()
        with self._lock:
            # the owner is kept with it, so that nothing else can come to have its identity
            self._found[key] = (owner, made)
            while len(self._found) > self.most:
                self._found.popitem(last=False)
        return made

    def _as_written(self, part: object) -> object:
        """A part as it is compared: what is written of a model, once for the same one, or of each of several."""
        if isinstance(part, tuple):
            return tuple(map(self._as_written, part))
        if not isinstance(part, Model):
            return part
        known = self._written.get(id(part))
        if known is None or known[0] is not part:
            # the part is kept with it, so that nothing else can come to have its identity
            known = self._written[id(part)] = (part, part.model_dump_json())
            while len(self._written) > _PARTS_EACH * self.most:
                self._written.popitem(last=False)
        return known[1]


_PARTS_EACH = 4
"""So many written parts are kept for each result."""

NOTHING_KEPT = Keep(0)
