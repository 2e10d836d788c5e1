"""Which bolt goes through a mount into a device's insert: long enough to hold, never so long that it bottoms.

Length of a bolt = what it clamps (mount, washer, spacer) + its engagement in the insert. The engagement is at least one
diameter and at most the depth that was measured; a bolt that bottoms presses on what is behind, and clamps nothing.
"""

from collections.abc import Sequence
from enum import StrEnum

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_thickness
from rockpin.core.document.fittings import Device, DeviceBack
from rockpin.core.fittings.stacks import stack_over
from rockpin.core.tables.figures import FittingsFigures
from rockpin.core.tables.fittings import DeviceBolt, FittingTables


class BoltTrouble(StrEnum):
    """Why no bolt can be named."""

    NOT_TRIED = "not_tried"
    NOT_MEASURED = "not_measured"
    TOO_SHALLOW = "too_shallow"
    NONE_SOLD = "none_sold"


class BoltFit(Model):
    """The bolt for a device's insert, all lengths in mm.

    ``grip_mm``: what it clamps. ``least_mm``, ``most_mm``: between which it must lie. ``length_mm``: the one to take;
    None where there is none, with ``trouble``. ``spacers_mm``: between mount and back, each behind every bolt.
    ``text``: all of it in words.
    """

    thread: str
    count: int
    grip_mm: float
    least_mm: float
    most_mm: float
    length_mm: float | None
    spacers_mm: tuple[float, ...]
    trouble: BoltTrouble | None
    text: str


def _stacks(device: Device, sold_mm: Sequence[float]) -> list[tuple[float, ...]]:
    """Stacks that keep the mount off what stands out of the back, the thinnest first; none at all on a flat back."""
    if device.back is DeviceBack.FLAT:
        return [()]
    thinnest = sum(stack_over(device.proud_mm, sold_mm))
    stacks = {stack_over(thinnest + more, sold_mm) for more in (0.0, *sold_mm)}
    return sorted(stacks, key=lambda stack: (sum(stack), len(stack)))


def _words(device: Device, row: DeviceBolt, length: float, stack: Sequence[float], units: UnitSystem) -> str:
    grip = device.rail_mm + device.washer_mm + sum(stack)
    spacers = f", {' + '.join(show_thickness(one, units) for one in stack)} of spacers behind each" if stack else ""
    inside = show_thickness(length - grip, units)
    return (
        f"{device.bolts} bolts {row.label} × {length:g} with washers{spacers}: {inside} of "
        f"thread in an insert {show_thickness(device.insert_depth_mm or 0.0, units)} deep."
    )


def fit_bolt(
    device: Device,
    sold_mm: Sequence[float],
    units: UnitSystem,
    tables: FittingTables,
    figures: FittingsFigures,
) -> BoltFit:
    """The longest bolt that is sold and may be used, with the thinnest spacers that let one be used.

    ``sold_mm``: thicknesses of spacers [mm]. The longest is taken because thread holds, within what was measured.
    """
    row: DeviceBolt | None = next((one for one in tables.bolts if one.key == device.thread), None)
    depth = device.insert_depth_mm
    clamped = device.rail_mm + device.washer_mm

    def told(stack: tuple[float, ...], length: float | None, trouble: BoltTrouble | None) -> BoltFit:
        grip = clamped + sum(stack)
        return BoltFit(
            thread=row.label if row else "",
            count=device.bolts,
            grip_mm=grip,
            least_mm=grip + (figures.thread_diameters * row.diameter_mm if row else 0.0),
            most_mm=grip + (depth or 0.0),
            length_mm=length,
            spacers_mm=stack,
            trouble=trouble,
            text=_words(device, row, length, stack, units) if row and length else "",
        )

    stacks = _stacks(device, sold_mm)
    if row is None:
        return told(stacks[0], None, BoltTrouble.NOT_TRIED)
    if depth is None:
        return told(stacks[0], None, BoltTrouble.NOT_MEASURED)
    if depth < figures.thread_diameters * row.diameter_mm:
        return told(stacks[0], None, BoltTrouble.TOO_SHALLOW)
    for stack in stacks:
        fit = told(stack, None, None)
        lengths = [one for one in row.lengths_mm if fit.least_mm - 1e-9 <= one <= fit.most_mm + 1e-9]
        if lengths:
            return told(stack, max(lengths), None)
    return told(stacks[0], None, BoltTrouble.NONE_SOLD)
