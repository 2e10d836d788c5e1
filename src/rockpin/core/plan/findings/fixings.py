"""What is to be said of the choice: holes where nothing holds, own picks that are refused, and provisos."""

from collections import Counter
from collections.abc import Sequence
from math import inf

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.model import Id
from rockpin.core.base.quantities import show_times, show_use
from rockpin.core.base.words import inside
from rockpin.core.capacity import Assessment, method_of, moves_text, sure_places
from rockpin.core.choice import HoleChoice
from rockpin.core.document.fixture import Fixture, HeldBy
from rockpin.core.document.wall import Wall
from rockpin.core.fixture import things_of
from rockpin.core.framing import BehindKind
from rockpin.core.hole import Spot
from rockpin.core.identification import Family, Identified
from rockpin.core.plan.findings.stud_edge import move_off_the_edge
from rockpin.core.plan.spots import NOMINAL_SCREW_MM
from rockpin.core.tables.catalogue import Catalogue

_OF_ANOTHER_WALL = {
    "no-void",
    "plug-in-board",
    "not-rated",
    "not-concrete",
    "no-wood",
    "no-lining",
    "no-steel",
    "not-sold",
    "not-for-this-board",
    "nut-behind",
    "gap-in-front",
    "not-a-post",
    "post-drilled",
}
"""Refusals that only say that a fixing is made for other walls: they are no reason why nothing holds in this one."""

_OF_ANOTHER_PLACE = {"in-the-stud", "not-in-wood"}
"""Refusals that only say that a fixing goes elsewhere in such a wall."""
_OF_THE_WEATHER = {"corrodes", "screw-corrodes"}
"""Refusals that say nothing of strength or room."""


def open_findings(identified: Identified, spots: Sequence[Spot]) -> list[Finding]:
    """What is to be said of each hole where nobody knows the wall: that what holds there depends on it."""
    first = identified.belief.leading
    return [
        Finding(
            severity=Severity.PROVE_FIRST,
            stage=Stage.FIXING,
            code="fixing-open",
            sentence=f"Hole {spot.hole.number}: what holds depends on the wall, and nobody knows it yet. What is "
            f"reckoned is for {inside(first.label)}, which it is by {first.probability_text}.",
            action="Find out the wall first: the Wall stage names the next check.",
            action_stage=Stage.WALL,
            where=Where(hole=spot.hole.id),
        )
        for spot in spots
    ]


def _may_serve(choice: HoleChoice) -> list[Assessment]:
    """The fixings that are made for such a wall."""
    return [one for one in choice.refused if _OF_ANOTHER_WALL.isdisjoint([refusal.code for refusal in one.refusals])]


def _why(serving: Sequence[Assessment], fixture: Fixture) -> str:
    """Why nothing holds, by the fixings that are made for such a wall: strength, or what most of them lack."""
    weak = [one for one in serving if 0 < one.use < inf]
    # where something is strong enough, it is not strength that is wanting
    if weak and not _strong(serving):
        best = min(weak, key=lambda one: one.use)
        # which of several things it is of, its hole tells; so the same said of all of them is said once
        own = next(
            (name for name in (f" ({one.name.lower()})" for one in fixture.pieces) if best.case.endswith(name)), ""
        )
        return f" when {best.case.removesuffix(own)}" if best.case else ""
    return ""


def _strong(serving: Sequence[Assessment]) -> list[Assessment]:
    """What would bear it and is refused for something else, what lacks least first."""
    strong = [one for one in serving if 0 < one.use <= 1]
    return sorted(strong, key=lambda one: (len(one.refusals), one.use))


def _nearest_miss(serving: Sequence[Assessment]) -> str:
    """The refused fixing that came closest, or what most of those lack that are made for such a wall."""
    codes = {refusal.code for one in serving for refusal in one.refusals}
    if "no-lever" in codes:
        return "Use a hole farther from the plate's lower edge, a taller plate, or a second hole below or beside it."
    if strong := _strong(serving):
        best = strong[0]
        return f"{best.label} would bear it, used to {show_use(best.use)}. {best.refusals[0].sentence}"
    weak = [one for one in serving if 0 < one.use < inf]
    if weak:
        best = min(weak, key=lambda one: one.use)
        if best.plainly_too_weak:
            return "Nothing comes near: take the load off it, or hang it on framing or masonry."
        raises = f" {best.mode.raises}" if best.mode else ""
        return f"The nearest is {best.label}, used {show_times(best.use)}.{raises}"
    # what goes between studs says nothing of a hole on one, nor what goes into studs of a hole beside them
    serving = [one for one in serving if one.refusals[0].code not in _OF_ANOTHER_PLACE] or serving
    if not serving:
        return "Nothing in the catalogue is made for this: put in the packet of a fixing that is."
    # what stands no weather says nothing of what would
    serving = [one for one in serving if one.refusals[0].code not in _OF_THE_WEATHER] or serving
    counts = Counter(one.refusals[0].code for one in serving)
    # what the wall itself cannot bear says more than what does not fit the bracket
    code = "unit-overloaded" if "unit-overloaded" in counts else counts.most_common(1)[0][0]
    lacking = [one for one in serving if one.refusals[0].code == code]
    # of screws that are all too short the one that nearly reaches
    lacking.sort(key=lambda one: one.refusals[0].figures.get("short_mm", 0.0))
    says = lacking[0].refusals[0].sentence
    # what is said of all of them is no matter of one
    alike = sum(one.refusals[0].sentence == says for one in lacking) > 1
    return says if alike else f"{lacking[0].label}: {says}"


_FOR_A_PERSON = (
    "What carries a person in such a wall is bolted right through with plates on both faces, or stands on the floor: a "
    "competent person sizes it."
)


_UNHELD = "Do not leave it standing there unheld: {}. Another wall may hold it."
_TIPS = "it may tip over"
_CLIMBED = "a child that climbs on its drawers or doors pulls it over"


def _standing(fixture: Fixture, part: Id) -> str | None:
    """What becomes of a thing on a bracket or board that nothing keeps from tipping; None where it does not stand."""
    of = (
        one for one in things_of(fixture) if part in {*(its.id for its in one.supports), *(its.id for its in one.links)}
    )
    thing = next(of, fixture)
    stands = [piece for piece in thing.pieces if piece.held_by is HeldBy.FLOOR]
    if not stands:
        return None
    return _UNHELD.format(_CLIMBED if any(piece.opens for piece in stands) else _TIPS)


def _what_else(serving: Sequence[Assessment], spot: Spot, fixture: Fixture) -> str:
    """What comes closest, what else there is where a person hangs on masonry, and what must not be left to stand."""
    of_masonry = spot.reading.family in (Family.MASONRY, Family.BONDED_BOARD)
    found = [
        _nearest_miss(serving),
        _FOR_A_PERSON if fixture.carries_people and of_masonry else None,
        _standing(fixture, spot.hole.support),
    ]
    return " ".join(one for one in found if one)


def _either_way(proviso: Finding, choice: HoleChoice, spot: Spot, catalogue: Catalogue) -> Finding:
    """Where a place may be a stud or not, the best for either is named, so that a pin decides between the two; and how
    far it is to where either is sure, if anything holds there."""
    if proviso.code != "stud-open" or not spot.worded:
        return proviso
    best: dict[bool, Assessment] = {}
    for one in choice.accepted:
        kind = method_of(catalogue.fixing_by_key[one.fixing]).kind_behind(BehindKind.OPEN)
        best.setdefault(kind is BehindKind.VOID, one)
    places = ((False, "in the stud"), (True, "where it is clear"))
    named = [
        f"{words}: {inside(best[clear].label).removesuffix(' in the stud')}" for clear, words in places if clear in best
    ]
    text, screw_mm, half_mm = "; ".join(named), NOMINAL_SCREW_MM, spot.framing.hole_half_mm
    if False in best and (screw := best[False].screw):
        screw_mm = screw.diameter_mm
    if True in best:
        fixing = catalogue.fixing_by_key[best[True].fixing]
        half_mm = max((half_mm, *method_of(fixing).clear_halves_mm(fixing)))
    sure = [one for one in sure_places(spot, screw_mm, half_mm) if (not one.wood) in best]
    action = proviso.action
    if action and sure:
        action = f"{action.removesuffix('.')}, or move it {moves_text(sure, spot.units)}."
    sentence = f"{proviso.sentence} {text[:1].upper()}{text[1:]}."
    return proviso.model_copy(update={"sentence": sentence, "action": action})


def fixing_findings(
    choices: Sequence[HoleChoice], spots: Sequence[Spot], fixture: Fixture, catalogue: Catalogue
) -> list[Finding]:
    """Holes where nothing holds, own picks that are refused, and the provisos of what was chosen."""
    found: list[Finding] = []
    for choice, spot in zip(choices, spots, strict=False):
        where, number = Where(hole=choice.hole_id), spot.hole.number
        if choice.chosen is None:
            aside, serving = move_off_the_edge(spot, catalogue), _may_serve(choice)
            here = "here, on the edge of a stud" if aside else f"here{_why(serving, fixture)}"
            found.append(
                Finding(
                    severity=Severity.DO_NOT_DRILL,
                    stage=Stage.FIXING,
                    code="nothing-holds",
                    sentence=f"Hole {number}: no fixing in the catalogue holds {here}.",
                    action=f"Move it {aside}." if aside else _what_else(serving, spot, fixture),
                    where=where,
                )
            )
        elif choice.chosen.refusals:
            refusal = choice.chosen.refusals[0]
            found.append(
                Finding(
                    severity=Severity.DO_NOT_DRILL,
                    stage=Stage.FIXING,
                    code="own-choice-refused",
                    sentence=f"Hole {number}: {choice.chosen.label} is refused. {refusal.sentence}",
                    action="Take one that holds, or let the plan choose.",
                    figures=refusal.figures,
                    where=where.model_copy(update={"fixing": choice.chosen.fixing}),
                )
            )
        else:
            found += [_either_way(one.finding, choice, spot, catalogue) for one in choice.chosen.provisos]
    return found


_PSI_PER_MPA = 145.04


def concrete_findings(choices: Sequence[HoleChoice], wall: Wall, catalogue: Catalogue) -> list[Finding]:
    """What is taken of concrete whose class nobody has told, where an anchor is reckoned by it."""
    reckoned = [
        one.chosen for one in choices if one.chosen and catalogue.fixing_by_key[one.chosen.fixing].method == "concrete"
    ]
    if not reckoned or wall.concrete_mpa is not None:
        return []
    taken = catalogue.figures.capacity.concrete_fck_mpa
    return [
        Finding(
            severity=Severity.NOTE,
            stage=Stage.FIXING,
            code="concrete-class-not-told",
            sentence=f"Nobody has told the class of this concrete: it is reckoned with {taken:g} MPa "
            f"({taken * _PSI_PER_MPA:.0f} psi) on cylinders, and cracked.",
            action="Ask who built it, or look in its papers; old or crumbling concrete may be weaker.",
            action_stage=Stage.WALL,
            figures={"taken_mpa": taken},
        )
    ]
