"""One tree of exceptions. Each message names the field, the value, the limit and the remedy."""

import re
from dataclasses import dataclass

from pydantic import ValidationError

MOST_FAULTS = 100
"""Faults that are told of one document; the rest are counted."""
_LONGEST_ECHO = 80
_NAMED = re.compile(r"([a-z][a-z_0-9]*): (.+)", re.DOTALL)
"""What a model says of one of its own fields."""
_QUOTED = re.compile(r"“([^”]*)”")
_UNITS = {"_mm": "mm", "_kg": "kg", "_n": "N", "_deg": "degrees"}
_BOUNDS = {
    "greater_than_equal": ("ge", "{} or more"),
    "greater_than": ("gt", "more than {}"),
    "less_than_equal": ("le", "{} or less"),
    "less_than": ("lt", "less than {}"),
}
_CALLED = {
    "x_mm": "place from the left",
    "y_mm": "place from below",
    "wall_id": "wall",
    "second_wall_id": "wall round the corner",
    "unit_length_mm": "brick length",
    "unit_height_mm": "brick height",
    "tension_n": "load pulled straight out",
    "shear_n": "load pulled along the wall",
    "made_for": "what its load holds in",
    "screw_min_mm": "screw from",
    "screw_max_mm": "screw to",
    "hole_max_mm": "hole at the most",
    "board_mm": "board it is rated in",
    "grip_min_mm": "grips from",
    "grip_max_mm": "grips to",
    "void_mm": "void it needs",
    "others": "other loads",
}
_WHOLES = {"document", "fixture", "job", "placement", "wall"}
"""What somebody looks at while he enters a part of it: it goes without saying."""


def _short(text: str) -> str:
    return text if len(text) <= _LONGEST_ECHO else text[: _LONGEST_ECHO - 1] + "…"


@dataclass(frozen=True)
class Fault:
    """One thing wrong with what was given: where it stands, and what to do about it."""

    path: str
    message: str

    def __post_init__(self) -> None:
        # what was given is shown, and never more of it than tells which it was
        object.__setattr__(self, "path", ".".join(map(_short, self.path.split("."))))
        object.__setattr__(self, "message", _QUOTED.sub(lambda quoted: f"“{_short(quoted[1])}”", self.message))

    def __str__(self) -> str:
        return f"{self.path}: {self.message}"

    @property
    def says(self) -> str:
        """The fault in words for whoever typed it: the place as one calls it, not as a document is built."""
        words: list[str] = []
        for part in self.path.split("."):
            if part.isdigit() and words:
                words[-1] = f"{words[-1].removesuffix('s')} {int(part) + 1}"
            elif words or part not in _WHOLES or part == self.path:
                words.append(_CALLED.get(part) or part.removesuffix(_ending(part)).replace("_", " "))
        # the measures of a thing are called by their labels
        where = "" if words[:1] == ["measures"] else ", ".join(words)
        joined = " " if self.message.startswith(("is ", "lies ", "wants ", "has ", "carries ")) else ": "
        told = f"{where}{joined}{self.message}" if where else self.message
        return told[:1].upper() + told[1:]


def _ending(name: str) -> str:
    return next((ending for ending in _UNITS if name.endswith(ending)), "")


def number_text(value: float) -> str:
    """A number [mm, kg, N or 1] as one would write it: to a hundredth at the most, without a tail of noughts."""
    return f"{round(value, 2):.2f}".rstrip("0").rstrip(".")


def _out_of_bounds(name: str, kind: object, given: object, context: object) -> str | None:
    """What is said of a number beyond its limit: the value, the limit and what to give; None for any other fault."""
    if kind not in _BOUNDS or not isinstance(context, dict):
        return None
    try:
        value = float(str(given))
    except ValueError:
        return None
    key, says = _BOUNDS[str(kind)]
    unit = _UNITS.get(_ending(name), "")
    limit = f"{number_text(float(context[key]))} {unit}".strip()
    return f"is {number_text(value)} {unit}".rstrip() + f"; give {says.format(limit)}"


def faults_of(error: ValidationError, prefix: str = "") -> list[Fault]:
    """Every fault of a failed validation, each with its path and what was found there.

    A list that is too short only because its entries are faulty is no fault of its own.
    """
    found = error.errors(include_url=False)
    inside = {one["loc"][:depth] for one in found for depth in range(len(one["loc"]))}
    own = [one for one in found if one["type"] != "too_short" or one["loc"] not in inside]
    return most_of([fault_of(dict(one), prefix) for one in own[: MOST_FAULTS + 1]], len(own))


def most_of(faults: list[Fault], count: int) -> list[Fault]:
    """The first faults, and how many of all ``count`` there are besides."""
    if count <= MOST_FAULTS:
        return faults
    return [*faults[:MOST_FAULTS], Fault("document", f"has {count - MOST_FAULTS} more faults; mend these first")]


_SAID = {
    "missing": "is missing",
    "float_parsing": "is “{given}”, which is no number; give one",
    "float_type": "is no number; give one",
    "int_parsing": "is “{given}”, which is no number; give one",
    "int_type": "is no number; give a whole one",
    "int_from_float": "is {given}; give a whole number",
    "finite_number": "is no finite number; give one",
    "bool_parsing": "is “{given}”; give yes or no",
    "bool_type": "is “{given}”; give yes or no",
    "string_type": "is no text; give some",
    "string_too_short": "is too short; give {min_length} letter or more",
    "string_too_long": "is {count} characters long; give {max_length} or fewer",
    "enum": "is “{given}”; give {expected}",
    "literal_error": "is “{given}”; give {expected}",
}
"""What is said of each kind of fault, by what was given and what was wanted."""
_PATTERNS = {
    "^[A-Za-z0-9]": "is “{given}”; take letters, figures, - and _, no space, at most 60 of them",
    "^\\d{4}-\\d{2}-\\d{2}$": "is “{given}”; write a day as 2026-03-31",
}
"""What is said where text does not look as it should, by how the pattern begins."""


def _said(one: dict[str, object]) -> str | None:
    """What is said of a fault of a known kind; None for any other."""
    given, context = one.get("input"), one.get("ctx")
    wanted = context if isinstance(context, dict) else {}
    kind = str(one["type"])
    if kind == "string_pattern_mismatch":
        pattern = str(wanted.get("pattern"))
        template = next((says for begins, says in _PATTERNS.items() if pattern.startswith(begins)), None)
    else:
        template = _SAID.get(kind)
    if template is None or ("{given}" in template and not isinstance(given, str | int | float)):
        return None
    return template.format(given=given, count=len(given) if isinstance(given, str) else 0, **wanted)


def fault_of(one: dict[str, object], prefix: str = "") -> Fault:
    """One entry of a validation's list as a fault: what is wanted, and what stands there."""
    loc, given = one.get("loc", ()), one.get("input")
    parts = [str(part) for part in loc] if isinstance(loc, tuple) else []
    path = prefix + (".".join(parts) or "document")
    if beyond := _out_of_bounds(parts[-1] if parts else "", one["type"], given, one.get("ctx")):
        return Fault(path, beyond)
    if given is None and str(one["type"]).endswith("_type"):
        return Fault(path, "is missing")
    if said := _said(one):
        return Fault(path, said)
    message = str(one["msg"]).removeprefix("Value error, ")
    if one["type"] == "extra_forbidden":
        message = "is not a known field"
    if one["type"] == "value_error" and (named := _NAMED.match(message)):
        return Fault(prefix + ".".join([*parts, named[1]]), named[2])
    if isinstance(given, str | int | float | bool) and one["type"] != "value_error":
        message = f"{message}; it is {_short(repr(given))}"
    return Fault(path, message)


class RockPinError(Exception):
    """Anything that Rock Pin refuses. Never raised itself."""


class BadInput(RockPinError):
    """What was given cannot be used; carries every fault found, not only the first."""

    def __init__(self, faults: list[Fault]) -> None:
        self.faults = tuple(faults)
        super().__init__("\n".join(str(fault) for fault in faults))

    def __reduce__(self) -> tuple[type["BadInput"], tuple[list[Fault]]]:
        # by its faults, not by its text: it comes whole from another process
        return BadInput, (list(self.faults),)


class CannotPlan(RockPinError):
    """A document from which no plan can be made, by a fault of ours; it stays as it is and can be saved as a file."""


class NotFound(RockPinError):
    """The thing asked for does not exist here (any more)."""


class StaleWrite(RockPinError):
    """Somebody else saved in between; carries the revision that stands now."""

    def __init__(self, message: str, current_revision: int) -> None:
        self.current_revision = current_revision
        super().__init__(message)

    def __reduce__(self) -> tuple[type["StaleWrite"], tuple[str, int]]:
        return StaleWrite, (str(self), self.current_revision)


class Overtaken(RockPinError):
    """A question that was asked anew before its turn came; the newer one is answered."""
