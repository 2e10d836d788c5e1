"""One tree of exceptions. Each message names the field, the value, the limit and the remedy."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Fault:
    """One thing wrong with what was given: where it stands, and what to do about it."""

    path: str
    message: str

    def __str__(self) -> str:
        return f"{self.path}: {self.message}"


class RockPinError(Exception):
    """Anything that Rock Pin refuses. Never raised itself."""


class BadInput(RockPinError):
    """What was given cannot be used; carries every fault found, not only the first."""

    def __init__(self, faults: list[Fault]) -> None:
        self.faults = tuple(faults)
        super().__init__("\n".join(str(fault) for fault in faults))


class NotFound(RockPinError):
    """The thing asked for does not exist here (any more)."""


class StaleWrite(RockPinError):
    """Somebody else saved in between; carries the revision that stands now."""

    def __init__(self, message: str, current_revision: int) -> None:
        self.current_revision = current_revision
        super().__init__(message)
