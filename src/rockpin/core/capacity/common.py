"""What the capacity methods share: the form of an assessment, refusals, what governs, and the bending of the screw."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from enum import Enum
from functools import cached_property
from math import isfinite, pi
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.quantities import (
    UnitSystem,
    show_across,
    show_force,
    show_length,
    show_limit,
    show_summed_force,
    show_times,
    show_within,
)
from rockpin.core.base.words import WorkLine
from rockpin.core.demand import CaseDemand, Rows
from rockpin.core.document.fixings import FixingBase, Screw, Tube
from rockpin.core.document.fixture import Environment
from rockpin.core.hole import HoleSpec, ScrewPick, Spot
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures
from rockpin.core.tables.hands import Allowance


class Mode(Enum):
    """How a fixing would give way: in words, and what would raise it."""

    THREAD = ("pull-out of the thread", "A longer or a thicker screw holds more.")
    BENDING = (
        "bending of the screw in front of what holds",
        "A thicker screw, a stiff bracket drawn tight, less covering behind it, or a backing board bears more.",
    )
    DOWEL = (
        "yielding of the screw in the wood",
        "A thicker screw bears more; the covering in front costs most, so a backing board helps.",
    )
    HEAD = ("the head pulling through the board", "A wide washer under the head, or a thicker board, holds more.")
    PLUG = (
        "the plug in the wall",
        "A larger plug, the middle of a brick, or more distance from its neighbours holds more.",
    )
    JOINT = ("the plug in a mortar joint", "The middle of a brick holds twice as much: move it off the joint.")
    BOARD = (
        "the board around the anchor",
        "A toggle, more distance between anchors, a second board or a stud holds more.",
    )
    PANEL = ("the panel around it", "A plate behind the panel, or more fixings farther apart, hold more.")
    LINING = ("the screw in the lining", "A thicker lining, more screws, or the stud behind it holds more.")
    FOAM = (
        "the spiral in the insulation",
        "What goes through to the wall behind, or more of them farther apart, holds more.",
    )
    FLANGE = ("the steel stud's flange", "A thicker screw, a toggle through the flange, or wood inside it holds more.")
    CONE = ("the cone of concrete", "A deeper anchor, or more distance from edges and neighbours, holds more.")
    PULL_OUT = ("pull-out of the anchor", "A deeper or a thicker anchor holds more.")
    SPLITTING = ("splitting of the concrete", "More distance from the edge, or a thicker wall, holds more.")
    EDGE = ("the concrete's edge", "More distance from the edge holds more.")
    PRY_OUT = ("pry-out of the concrete", "A deeper anchor holds more.")
    STEEL = ("the steel of the anchor", "A thicker anchor bears more.")
    SLIP = ("the clamp slipping on the post", "More clamps, or one that is drawn up harder, hold more.")
    NUT = ("the nut in the channel", "More nuts, or a heavier channel, hold more.")
    RATED = ("the maker's rating of the whole", "Less weight, or a plate that is rated for more.")

    @property
    def words(self) -> str:
        return self.value[0]

    @property
    def raises(self) -> str:
        return self.value[1]


Values = float | Rows
"""A number, or an array of them."""

Said = str | Callable[[], str]
"""A sentence, or what makes it once it is read."""


class Refusal:
    """Why a fixing does not go here, with the number that refuses it; put into words only where somebody reads it."""

    __slots__ = ("_said", "code", "figures")

    def __init__(self, code: str, said: Said, figures: dict[str, float]) -> None:
        self.code, self.figures, self._said = code, figures, said

    @property
    def sentence(self) -> str:
        """The same in words, made when they are first read."""
        if not isinstance(self._said, str):
            self._said = self._said()
        return self._said

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Refusal) and str(self) == str(other) and self.figures == other.figures

    __hash__ = None  # type: ignore[assignment]

    def __str__(self) -> str:
        return f"{self.code}: {self.sentence}"


PLAINLY_TOO_WEAK = 10.0
"""From this use on a sentence says no more than that: how many times over tells nobody anything."""


class Use(NamedTuple):
    """How far one case uses a fixing up, and what governs. ``words``: where the mode says it more closely."""

    use: float
    mode: Mode
    tension_n: float
    shear_n: float
    words: str | None = None


@dataclass(frozen=True)
class Proviso:
    """What must be proved first if a fixing is taken; put into words only where it is, since most are not.

    ``unlikely``: 0 where what has to be so is likelier than not; else 1, and 2 where its contrary is likelier than it.
    """

    code: str
    told: Callable[[], Finding]
    unlikely: int = 0

    @cached_property
    def finding(self) -> Finding:
        """The same in words."""
        return self.told()


class Assessment(NamedTuple):
    """One fixing at one hole: refused with reasons, or its capacity, use, and the hole it wants.

    ``use`` is demand over capacity as the method combines them; 1 is full, and infinite where nothing is left to
    bear the demand. Capacities are working loads [N].
    ``provisos`` come to count only if this fixing is taken. ``lines`` makes the working when somebody asks for it.
    ``parts_use``, ``parts_governs``: its own figures, where the maker's rating of the whole counts instead.
    ``from_afar``: its sizes are those of another region, and not every shop has it.
    ``over_formula``: how many times what a formula gives it here its packet claims; 0: it claims nothing of the kind.
    """

    fixing: str
    label: str
    source: str
    minutes: float
    removable: bool
    refusals: tuple[Refusal, ...]
    provisos: tuple[Proviso, ...] = ()
    use: float = 0.0
    mode: Mode | None = None
    governs: str = ""
    case: str = ""
    allowance: Allowance | None = None
    demand_tension_n: float = 0.0
    demand_shear_n: float = 0.0
    tension_n: float = 0.0
    shear_n: float = 0.0
    hole: HoleSpec | None = None
    screw: ScrewPick | None = None
    lines: Callable[[], tuple[WorkLine, ...]] = tuple
    parts_use: float | None = None
    parts_governs: str = ""
    from_afar: bool = False
    over_formula: float = 0.0

    @property
    def accepted(self) -> bool:
        return not self.refusals

    @property
    def plainly_too_weak(self) -> bool:
        """Whether it is so much too weak that the figure tells nobody anything."""
        return self.use >= PLAINLY_TOO_WEAK

    @property
    def working(self) -> tuple[WorkLine, ...]:
        """The sums behind the capacities, line by line, made when they are asked for."""
        return self.lines()


def say(
    severity: Severity,
    spot: Spot,
    fixing: FixingBase,
    code: str,
    sentence: str,
    figures: dict[str, float],
    action: str | None = None,
    action_stage: Stage | None = None,
) -> Finding:
    """A finding about one fixing at one hole."""
    return Finding(
        severity=severity,
        stage=Stage.FIXING,
        code=code,
        sentence=sentence,
        action=action,
        action_stage=action_stage,
        figures=figures,
        where=Where(hole=spot.hole.id, fixing=fixing.key),
    )


def refuse(code: str, said: Said, **figures: float) -> Refusal:
    """A refusal of one fixing at one hole, with the number that refuses it."""
    return Refusal(code, said, figures)


def no_length(lengths_mm: Sequence[float], least_mm: float, most_mm: float, units: UnitSystem) -> Refusal:
    """That no length [mm] there is lies between the least that holds and the most that fits [mm]."""
    least, most = show_within(least_mm, units), show_limit(most_mm, units)
    wanted = f"It wants a screw of {least} to {most}"
    if most_mm < least_mm:
        says = f"It wants a screw of {least} to hold; the longest that fits is {most}."
    elif max(lengths_mm) < least_mm:
        says = f"{wanted}; the longest there is has {show_length(max(lengths_mm), units)}."
    elif min(lengths_mm) > most_mm:
        says = f"{wanted}; the shortest there is has {show_length(min(lengths_mm), units)}."
    else:
        says = f"{wanted}; there is no stock length between."
    return refuse("no-screw-length", says, least_mm=least_mm, most_mm=most_mm)


def refused(fixing: FixingBase, refusals: Sequence[Refusal]) -> Assessment:
    """An assessment that ends before anything could be reckoned."""
    return Assessment(
        fixing=fixing.key,
        label=fixing.label,
        source=fixing.source,
        minutes=fixing.minutes,
        removable=fixing.removable,
        refusals=tuple(refusals),
    )


def _too_weak(worst: Use, governs: str, case: CaseDemand, spot: Spot) -> Refusal:
    forces = case.forces
    figures = {"tension_n": forces.tension_n, "shear_n": forces.shear_n}
    if isfinite(worst.use):
        figures = {"use": worst.use, **figures}

    def says() -> str:
        pull = show_force(forces.tension_n, spot.units, demand=True)
        across = show_force(forces.shear_n, spot.units, demand=True)
        if isfinite(worst.use):
            times = show_times(worst.use) if worst.use < PLAINLY_TOO_WEAK else "more than ten times over"
            return f"Too weak: {governs} is used {times} when {case.label} (pull-out {pull}, shear {across})."
        return (
            f"It carries nothing when {case.label}: the pull alone takes all that there is, by {governs} "
            f"(pull-out {pull}, shear {across})."
        )

    return Refusal("too-weak", says, figures)


def made(
    fixing: FixingBase,
    spot: Spot,
    worst: Use,
    case: CaseDemand,
    *,
    lines: Callable[[], tuple[WorkLine, ...]],
    hole: HoleSpec,
    screw: ScrewPick | None,
    provisos: Sequence[Proviso] = (),
) -> Assessment:
    """The assessment of the worst case; used beyond 1 it is refused as too weak, with its numbers."""
    governs = worst.words or worst.mode.words
    found = (_too_weak(worst, governs, case, spot),) if worst.use > 1 else ()
    return Assessment(
        fixing=fixing.key,
        label=fixing.label,
        source=fixing.source,
        minutes=fixing.minutes,
        removable=fixing.removable,
        refusals=found,
        provisos=tuple(provisos),
        use=worst.use,
        mode=worst.mode,
        governs=governs,
        case=case.label,
        allowance=case.allowance,
        from_afar=fixing.made_to is not None and fixing.made_to not in spot.sold,
        demand_tension_n=case.forces.tension_n,
        demand_shear_n=case.forces.shear_n,
        tension_n=worst.tension_n,
        shear_n=worst.shear_n,
        hole=hole,
        screw=screw,
        lines=lines,
    )


def screw_bending_shear_n(
    diameter_mm: Values,
    root_mm: Values,
    lever_mm: Values,
    clamped: bool | NDArray[np.bool_],
    tension_n: Values,
    yield_mpa: Values,
    safety: Values,
) -> Rows:
    """Shear [N] that a screw bears in bending where the load stands ``lever_mm`` off what holds it.

    V = α·M/(e + d/2), M = f_y·d_root³/(6·1.67): the plastic section of a round bar, d³/6, over the safety factor of
    AISC 360-16 F1, ``safety`` [1]. α = 2 where the head is held against turning. Tension [N] takes its share of M
    first. Diameters [mm], ``yield_mpa`` [MPa]; any of them an array.
    """
    steel_n = yield_mpa * pi * root_mm**2 / 4 / safety
    moment = yield_mpa * root_mm**3 / (6 * safety) * np.maximum(0.0, 1 - tension_n / steel_n)
    return np.asarray(np.where(clamped, 2.0, 1.0) * moment / (lever_mm + diameter_mm / 2))


def bending_line(
    screw: Screw, lever_mm: float, clamped: bool, figures: CapacityFigures, units: UnitSystem, skin_n: float = 0.0
) -> WorkLine:
    """The sum of :func:`screw_bending_shear_n` without tension, written out, with what tight skins bear besides [N]."""
    alpha, steel, safety = 2 if clamped else 1, screw.yield_mpa, figures.screw_safety
    shear = float(screw_bending_shear_n(screw.diameter_mm, screw.root_mm, lever_mm, clamped, 0.0, steel, safety))
    return WorkLine(
        text=f"screw in bending: {alpha} × {steel:g} × {screw.root_mm:.2f}³ / (6 × {safety:g}) "
        f"/ ({lever_mm:g} + {screw.diameter_mm:.2f}/2) = {show_summed_force(shear, units)}; "
        "a pull takes its share of it first"
        + (f"; the skin that the plate clamps bears {show_summed_force(skin_n, units)} more" if skin_n else ""),
        source="plastic bending of a round bar over its lever; safety of AISC 360-16, F1",
    )


def tube_bending_n(tube: Tube, lever_mm: float) -> float:
    """Shear [N] at which a tube yields that stands out of the wall by its lever [mm], without any safety.

    V = M/(e + D/2), M = f_y·(D³ − d³)/6: the plastic section of a tube. It stands in the wall and is free at the face.
    """
    moment = tube.yield_mpa * (tube.outside_mm**3 - tube.bore_mm**3) / 6
    return moment / (lever_mm + tube.outside_mm / 2)


def sleeve_line(tube: Tube, lever_mm: float, figures: CapacityFigures, units: UnitSystem) -> WorkLine:
    """The sum of :func:`tube_bending_n` over its safety, written out."""
    shear = tube_bending_n(tube, lever_mm) / figures.screw_safety
    return WorkLine(
        text=f"the sleeve over it bears besides: {tube.yield_mpa:g} × ({tube.outside_mm:g}³ − {tube.bore_mm:g}³) "
        f"/ (6 × {figures.screw_safety:g}) / ({lever_mm:g} + {tube.outside_mm:g}/2) = "
        f"{show_summed_force(shear, units)}",
        source="plastic bending of a tube over its lever; safety of AISC 360-16, F1",
    )


def wrong_place(spot: Spot, fixing: FixingBase, tables: CapacityTables) -> list[Refusal]:
    """Refusals that hold for any method: damp and weather, of the fixing and of every screw that goes with it."""
    if spot.environment not in fixing.environments:
        return [refuse("corrodes", f"Not for {spot.environment} places: it rusts or weakens there.")]
    if fixing.screw_keys and not any(screw_here(key, spot, tables) for key in fixing.screw_keys):
        return [refuse("screw-corrodes", f"Not for {spot.environment} places: no screw for it is stainless or coated.")]
    return []


def screw_here(key: str, spot: Spot, tables: CapacityTables) -> Screw | None:
    """The screw of a key as it is taken where the thing hangs: plain and zinc-plated steel is for dry places."""
    return tables.fit(key, spot.environment is Environment.DRY)


def does_not_pass(shank_mm: float, spot: Spot) -> Refusal | None:
    """Why a shank [mm] does not go through the bracket's hole, or None where it does, with a little play."""
    hole_mm, units = spot.hole.diameter_mm, spot.units
    if spot.passes(shank_mm):
        return None
    shank, hole = show_across(shank_mm, units), show_across(hole_mm, units)
    says = f"Its {shank} shank does not pass the bracket's {hole} hole."
    if shank_mm <= hole_mm:
        play = show_across(spot.figures.bracket_play_mm, units)
        says = f"Its {shank} shank would jam in the bracket's {hole} hole: it wants {play} of play."
    return refuse("bracket-hole", says, screw_mm=shank_mm, hole_mm=hole_mm)


def too_short(screw: Screw, wanted_mm: float, units: UnitSystem) -> Refusal:
    """The refusal of a screw of which no stock length is as long as wanted [mm], with how much the longest lacks."""
    longest_mm = screw.lengths_mm[-1]
    says = f"No stock length reaches: the longest is {show_limit(longest_mm, units)}"
    wants = f"; it wants {show_within(wanted_mm, units)}" if wanted_mm > longest_mm else ""
    return refuse("no-screw-length", f"{says}{wants}.", short_mm=max(0.0, wanted_mm - longest_mm))


def through_refusal(spot: Spot, depth_mm: float) -> Refusal | None:
    """The refusal of a hole this deep [mm] that would leave too little wall behind it, else None."""
    reading = spot.reading
    wanted = spot.must_stay_mm()
    left = reading.skin_mm + reading.holding_mm - depth_mm
    if left >= wanted - 1e-6:
        return None
    return refuse(
        "wall-thin",
        f"Its hole leaves {show_limit(max(left, 0), spot.units)} of the wall; "
        f"{show_length(wanted, spot.units)} must stay.",
        left_mm=left,
        needs_mm=wanted,
    )
