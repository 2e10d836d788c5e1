"""Reads what people write for lengths, masses, forces and screws, and shows it back in their own units.

Inside, everything is millimetres, kilograms and newtons; this is the only edge where that changes.
"""

import re
from enum import StrEnum
from fractions import Fraction
from functools import cache
from math import ceil, floor
from typing import TYPE_CHECKING

from rockpin.core.base.errors import BadInput, Fault

if TYPE_CHECKING:
    import pint

MM_PER_INCH = 25.4
N_PER_LBF = 4.4482216152605
KG_PER_LB = 0.45359237
STANDARD_GRAVITY_M_S2 = 9.80665
N_MM_PER_LB_IN = N_PER_LBF / MM_PER_INCH
"""Withdrawal per unit length: lbf/in to N/mm."""


class UnitSystem(StrEnum):
    METRIC = "metric"
    IMPERIAL = "imperial"


_LENGTH_UNITS = {
    "mm": "mm",
    "cm": "cm",
    "m": "m",
    "in": "inch",
    "inch": "inch",
    "inches": "inch",
    '"': "inch",
    "ft": "foot",
    "foot": "foot",
    "feet": "foot",
    "'": "foot",
}
_MASS_UNITS = {"kg": "kg", "kgs": "kg", "g": "g", "lb": "lb", "lbs": "lb", "oz": "oz"}
# packets print loads as the mass that may hang there
_FORCE_UNITS = {"n": "N", "dan": "daN", "kn": "kN", "lbf": "lbf", "lb": "lbf", "lbs": "lbf", "kg": "kgf", "kgs": "kgf"}

_TYPOGRAPHY = str.maketrans(
    {"′": "'", "’": "'", "‘": "'", "″": '"', "”": '"', "“": '"', "×": "x", "–": "-", "−": "-", "⁄": "/"}
)
_VULGAR = {"½": " 1/2", "¼": " 1/4", "¾": " 3/4", "⅛": " 1/8", "⅜": " 3/8", "⅝": " 5/8", "⅞": " 7/8"}
_NUMBER = r"(?:\d+(?:\.\d+)?|\.\d+)"
_MIXED = rf"(?:\d+[\s-]+\d+/\d+|\d+/\d+|{_NUMBER})"
_FEET_INCHES = re.compile(rf"^(-?)({_NUMBER})\s*(?:'|ft|feet|foot)\s*-?\s*({_MIXED})\s*(?:\"|in|inch|inches)?$")
_PLAIN = re.compile(rf"^(-?)({_MIXED})\s*([a-z\"']*)$")
_GAUGE = re.compile(r"^(?:#|no\.?|gauge)\s*(\d{1,2})$")
_BARE_GAUGE = re.compile(r"^\d{1,2}$")
_SCREW = re.compile(r"^(.+?)\s*x\s*(.+)$")
_INCHES = re.compile(r"(?:\"|in|inch|inches)$")
_LONGEST = 80
"""Characters of a size as somebody writes it."""
_GROUPED = re.compile(r"\d,\d{3}(?!\d)")


@cache
def _registry() -> "pint.UnitRegistry[float]":
    # slow to load, and a plan reads no words
    import pint

    return pint.UnitRegistry()


def _tidy(text: str, field: str) -> str:
    if len(text) > _LONGEST:
        raise BadInput([Fault(field, f"“{text.strip()}” is no size: it has more than {_LONGEST} characters")])
    tidy = text.strip().lower().translate(_TYPOGRAPHY)
    for sign, words in _VULGAR.items():
        tidy = tidy.replace(sign, words)
    if _GROUPED.search(tidy):
        plain = tidy.replace(",", "")
        raise BadInput(
            [Fault(field, f"“{text.strip()}” can be read two ways; write {plain} or {tidy.replace(',', '.')}")]
        )
    return tidy.replace(",", ".").strip()


def _value(number: str) -> float:
    """A decimal, a fraction or a mixed number such as ``1-1/2``."""
    whole, _, fraction = re.sub(r"[\s-]+", " ", number.strip()).rpartition(" ")
    total = Fraction(fraction) if fraction else Fraction(0)
    return float(total + (Fraction(whole) if whole else 0))


def _convert(value: float, unit: str, to: str) -> float:
    return float(_registry().Quantity(value, unit).to(to).magnitude)


def _unreadable(text: str, field: str, examples: str) -> BadInput:
    return BadInput([Fault(field, f"“{text.strip()}” is not a size Rock Pin can read; write it like {examples}")])


def parse_length_mm(text: str, units: UnitSystem, field: str = "length") -> float:
    """Length [mm] from ``38``, ``3,8 cm``, ``1-1/2 in``, ``5/16``, ``3' 4 1/2"``, ``#8`` or ``No. 8``.

    A bare number takes the wall's unit; a bare fraction is inches, since nobody writes 5/16 of a millimetre.
    ``#n`` is the screw gauge, 0.060 + 0.013·n inches (ASME B18.6.1).
    Raises BadInput for anything else, and for ``1,200``, which can be read two ways.
    """
    tidy = _tidy(text, field)
    examples = "38, 38 mm, 1.2 m, 1 1/2 in or 3' 4 1/2\""
    try:
        if gauge := _GAUGE.match(tidy):
            return (0.060 + 0.013 * int(gauge[1])) * MM_PER_INCH
        if both := _FEET_INCHES.match(tidy):
            sign, feet, inches = both.groups()
            size = _convert(float(feet), "foot", "mm") + _convert(_value(inches), "inch", "mm")
            return -size if sign else size
        if plain := _PLAIN.match(tidy):
            sign, number, unit = plain.groups()
            default = "in" if "/" in number or units is UnitSystem.IMPERIAL else "mm"
            size = _convert(_value(number), _LENGTH_UNITS[unit or default], "mm")
            return -size if sign else size
    except (KeyError, ZeroDivisionError):
        pass
    raise _unreadable(text, field, examples)


def _parse_simple(text: str, field: str, known: dict[str, str], default: str, to: str, examples: str) -> float:
    plain = _PLAIN.match(_tidy(text, field))
    if plain:
        sign, number, unit = plain.groups()
        try:
            size = _convert(_value(number), known[unit or default], to)
        except (KeyError, ZeroDivisionError):
            raise _unreadable(text, field, examples) from None
        return -size if sign else size
    raise _unreadable(text, field, examples)


def parse_mass_kg(text: str, units: UnitSystem, field: str = "mass") -> float:
    """Mass [kg] from ``12``, ``12 kg``, ``26 lb``. A bare number takes the wall's system."""
    default = "kg" if units is UnitSystem.METRIC else "lb"
    return _parse_simple(text, field, _MASS_UNITS, default, "kg", "12 kg or 26 lb")


def parse_force_n(text: str, units: UnitSystem, field: str = "force") -> float:
    """Force [N] from ``250 N``, ``1.2 kN``, ``60 lbf``, and from ``25 kg``, what that weighs."""
    default = "n" if units is UnitSystem.METRIC else "lbf"
    return _parse_simple(text, field, _FORCE_UNITS, default, "N", "250 N, 25 kg or 60 lbf")


def parse_screw_mm(text: str, units: UnitSystem, field: str = "screw") -> tuple[float, float]:
    """Diameter and length [mm] of a screw written ``5 x 60`` or ``#8 x 1 1/2``.

    A gauge is followed by inches, whatever the wall's unit is; a bare number before inches is a gauge too, since
    nobody sells 8 mm by 1 1/2 in, nor 8 in thick.
    """
    tidy = _tidy(text, field)
    match = _SCREW.match(tidy)
    if not match:
        raise _unreadable(text, field, "5 x 60 or #8 x 1 1/2")
    across, long = match.groups()
    in_inches = units is UnitSystem.IMPERIAL and long.strip()[-1:].isdigit()
    if _BARE_GAUGE.match(across) and (in_inches or "/" in long or _INCHES.search(long)):
        across = f"#{across}"
    system = UnitSystem.IMPERIAL if _GAUGE.match(across) else units
    return parse_length_mm(across, system, field), parse_length_mm(long, system, field)


def _inches(mm: float, down: bool) -> str:
    sixteenths = mm / MM_PER_INCH * 16
    # a hair of tolerance, so that 1 in stored as 25.4 mm is not shown as 15/16
    count = floor(sixteenths + 1e-6) if down else floor(sixteenths + 0.5)
    sign, whole = ("-" if count < 0 else ""), abs(count)
    inches, rest = divmod(whole, 16)
    fraction = Fraction(rest, 16)
    if not rest:
        return f"{sign}{inches} in"
    text = f"{fraction.numerator}/{fraction.denominator} in"
    return f"{sign}{inches} {text}" if inches else f"{sign}{text}"


def show_length(mm: float, units: UnitSystem) -> str:
    """A length as it is marked on the wall: to 1 mm, or the nearest 1/16 in reduced."""
    if units is UnitSystem.METRIC:
        return f"{floor(mm + 0.5)} mm"
    return _inches(mm, down=False)


def show_thickness(mm: float, units: UnitSystem) -> str:
    """The thickness of a layer: to 0.1 mm, since half a millimetre of board matters, or to the nearest 1/16 in."""
    if units is UnitSystem.METRIC:
        return f"{mm:.1f}".removesuffix(".0") + " mm"
    return _inches(mm, down=False)


def show_use(use: float) -> str:
    """A use as a percentage, rounded up: it must not look smaller than it is."""
    return f"{ceil(100 * use - 1e-9)} %"


def show_share(share: float) -> str:
    """A chance in percent, rounded down and never to a certainty that nobody has."""
    return f"{min(99, floor(100 * share + 1e-9))} %"


def show_times(use: float) -> str:
    """How many times over something is used that is used beyond 1: to a hundredth, and never to 1.00."""
    return f"{max(use, 1.01):.2f} times over"


def show_risk(chance: float) -> str:
    """A chance of harm in percent, rounded up: to a tenth below one percent, never to none."""
    percent = 100 * chance
    if percent < 1:
        return f"{max(0.1, ceil(10 * percent - 1e-9) / 10):.1f} %"
    return f"{min(100, ceil(percent - 1e-9))} %"


def show_limit(mm: float, units: UnitSystem) -> str:
    """A length that must not be exceeded: rounded down in either system."""
    if units is UnitSystem.METRIC:
        return f"{floor(mm + 1e-6)} mm"
    return _inches(mm, down=True)


def _decimal_mm(mm: float) -> str:
    return f"{mm:.1f}".removesuffix(".0") + " mm"


def _fraction(sixty_fourths: int) -> str:
    whole, rest = divmod(sixty_fourths, 64)
    fraction = Fraction(rest, 64)
    part = f"{fraction.numerator}/{fraction.denominator}" if rest else ""
    return f"{whole or ''} {part}".strip() + " in"


def show_bit(mm: float, units: UnitSystem) -> str:
    """A bit or hole diameter: to 0.1 mm, or as a 64th of an inch reduced.

    A bit is called as it is sold: one of 5/16 in has no name in millimetres, one of 10 mm none in inches.
    """
    sixty_fourths = mm / MM_PER_INCH * 64
    # fine steps are sold up to 10 mm, halves beyond
    steps = mm * (10 if mm < 10 else 2)
    off, off_mm = abs(sixty_fourths - round(sixty_fourths)), abs(steps - round(steps))
    if units is UnitSystem.METRIC:
        return _fraction(round(sixty_fourths)) if off < 1e-4 and off_mm > 0.01 else _decimal_mm(mm)
    return _decimal_mm(mm) if off > 0.02 else _fraction(round(sixty_fourths))


def show_across(mm: float, units: UnitSystem, *, up: bool = False) -> str:
    """A diameter or width that is measured: to 0.1 mm, or the nearest 64th of an inch; ``up``: the next one up."""
    if units is UnitSystem.METRIC:
        return _decimal_mm(mm)
    sixty_fourths = mm / MM_PER_INCH * 64
    return _fraction(ceil(sixty_fourths - 1e-6) if up else round(sixty_fourths))


def show_within(mm: float, units: UnitSystem) -> str:
    """How far something may be off: up to the next millimetre, or the next 16th of an inch."""
    if units is UnitSystem.METRIC:
        return f"{ceil(mm - 1e-6)} mm"
    return show_length(ceil(mm / MM_PER_INCH * 16 - 1e-6) * MM_PER_INCH / 16, units)


def show_force(newtons: float, units: UnitSystem, *, demand: bool) -> str:
    """A force: demands are rounded up, capacities down, to 1 N or 1 lbf."""
    value = newtons if units is UnitSystem.METRIC else newtons / N_PER_LBF
    rounded = ceil(value - 1e-6) if demand else floor(value + 1e-6)
    return f"{rounded} {'N' if units is UnitSystem.METRIC else 'lbf'}"


def show_summed_force(newtons: float, units: UnitSystem) -> str:
    """A force [N] as a sum comes to it: in newtons, in which sums are written, and for imperial readers in lbf too."""
    in_pounds = f" ({newtons / N_PER_LBF:.0f} lbf)" if units is UnitSystem.IMPERIAL else ""
    return f"{newtons:.0f} N{in_pounds}"


def show_mass(kg: float, units: UnitSystem) -> str:
    """A mass to one decimal."""
    value, unit = (kg, "kg") if units is UnitSystem.METRIC else (kg / KG_PER_LB, "lb")
    return f"{value:.1f}".removesuffix(".0") + f" {unit}"


_SPAN = re.compile(r"(-?\d+(?:\.\d+)?) to (-?\d+(?:\.\d+)?) (mm|kg|N)\b")
_ONE = re.compile(r"(-?\d+(?:\.\d+)?) (mm|kg|N)\b( or more| or less)?")


def told_in(text: str, units: UnitSystem) -> str:
    """A sentence in millimetres, kilograms and newtons in the units that its reader measures in.

    A limit is rounded so that what it says is still allowed.
    """
    if units is UnitSystem.METRIC:
        return text

    def shown(number: str, unit: str, side: str) -> str:
        value = float(number)
        match unit:
            case "mm" if side == " or more":
                return _inches(ceil(value / MM_PER_INCH * 16 - 1e-6) * MM_PER_INCH / 16, down=False)
            case "mm":
                return _inches(value, down=side == " or less")
            case "kg":
                return show_mass(value, units)
        return show_force(value, units, demand=side == " or more")

    def span(found: re.Match[str]) -> str:
        low, high, unit = found.groups()
        return f"{shown(low, unit, ' or more')} to {shown(high, unit, ' or less')}"

    def one(found: re.Match[str]) -> str:
        number, unit, side = found.groups()
        return shown(number, unit, side or "") + (side or "")

    # how a size may be written is an example and no size
    says, example, rest = text.partition("; write it like")
    return _ONE.sub(one, _SPAN.sub(span, says)) + example + rest
