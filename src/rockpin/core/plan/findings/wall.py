"""What is to be said of the wall itself: how sure it is what it is, what contradicts, and what old coatings ask for."""

from collections.abc import Sequence

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.model import Rect
from rockpin.core.base.quantities import UnitSystem, show_length, show_limit, show_thickness
from rockpin.core.base.words import holes_words, inside, listed
from rockpin.core.document.evidence import Finish, ReadBy
from rockpin.core.document.job import JobDocument, Site
from rockpin.core.document.wall import Wall
from rockpin.core.framing import FramingReading
from rockpin.core.identification import HAZARDOUS_FINISHES, Family, Identified, may_be_old
from rockpin.core.plan.findings.keep_off import probes_kept_off
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import IdentificationFigures, PlanFigures

_FOOT_M = 0.3048


def _finding(severity: Severity, code: str, wall: Wall, sentence: str, action: str | None) -> Finding:
    return Finding(
        severity=severity, stage=Stage.WALL, code=code, sentence=sentence, action=action, where=Where(wall=wall.id)
    )


def _belief_findings(wall: Wall, identified: Identified, action: str, catalogue: Catalogue) -> list[Finding]:
    belief, figures = identified.belief, catalogue.figures
    stop, prove = Severity.DO_NOT_DRILL, Severity.PROVE_FIRST
    family = identified.reading.family
    if not belief.told:
        return [
            _finding(
                stop,
                "wall-not-stated",
                wall,
                "Nobody has said what this wall is built of, and nothing has been checked.",
                action,
            )
        ]
    found: list[Finding] = []
    unmatched = bool(wall.build_up) and belief.stated is None
    if belief.doubted:
        lead = belief.leading
        found.append(
            _finding(
                prove,
                "stated-doubted",
                wall,
                f"What was stated and what was found do not go together: it looks like {inside(lead.label)} "
                f"({lead.probability_text}).",
                "Look again at what was stated, or strike out the check that was wrong.",
            )
        )
    elif not unmatched and belief.family.probability < figures.identification.family_ready:
        two = [f"{one.label} ({one.probability_text})" for one in belief.families[:2]]
        found.append(
            _finding(
                prove,
                "wall-unsure",
                wall,
                f"It is not sure enough what this wall is: {' or '.join(two)}.",
                action,
            ).model_copy(
                update={"figures": {"belief": belief.family.probability, "wanted": figures.identification.family_ready}}
            )
        )
    if not family.planned:
        found.append(
            _finding(
                stop,
                "wall-not-planned",
                wall,
                "No fixing is worked out for this build-up yet: Rock Pin knows board, lath and panel on studs, board "
                "on dabs, brick, block, stone and concrete.",
                "If the layers are right, ask somebody who knows this kind of wall.",
            )
        )
    return found


def _coating_findings(wall: Wall, site: Site, figures: IdentificationFigures) -> list[Finding]:
    year = wall.built_year or site.built_year
    old = may_be_old(wall, site, figures)
    if wall.coating_tested:
        return []
    if year is not None and old and wall.finish in (*HAZARDOUS_FINISHES, Finish.UNKNOWN):
        return [
            _finding(
                Severity.PROVE_FIRST,
                "old-building",
                wall,
                f"The wall is from {year}: textured coatings, cement sheet and boards of that time may "
                "hold asbestos, old paint lead.",
                "Have the coating and the board tested, and note it with the wall; or say what the face is, "
                "if it is neither.",
            )
        ]
    if year is None and wall.finish in HAZARDOUS_FINISHES:
        return [
            _finding(
                Severity.PROVE_FIRST,
                "coating-untested",
                wall,
                "Nobody has said how old this wall is, and such a coating or board may hold asbestos.",
                "Have it tested, or say when it was built.",
            )
        ]
    if year is not None and old:
        return [
            _finding(
                Severity.NOTE,
                "old-paint",
                wall,
                f"The wall is from {year}: old paint may hold lead, old filler and board asbestos.",
                "Do not sand it dry; stop and have it tested if the layers look like cement or fibre.",
            )
        ]
    return []


def _framing_findings(wall: Wall, reading_framed: bool, framing: FramingReading, units: UnitSystem) -> list[Finding]:
    found = [
        _finding(
            Severity.NOTE,
            "hits-contradict",
            wall,
            one.text,
            "Push a pin in where the fixture will cover it: that settles it at once.",
        )
        for one in framing.contradictions
    ]
    labels = {hit.id: hit for hit in framing.hits}
    if framing.only_face and framing.wood_text:
        at = listed([show_length(labels[one].x_mm, units) for one in framing.only_face if one in labels])
        found.append(
            _finding(
                Severity.NOTE,
                "wood-of-the-face",
                wall,
                f"The wood that was met at {at} tells of no stud yet. {framing.wood_text}",
                "Go on with a thin bit, and say how deep it was still in wood.",
            )
        )
    if reading_framed and not framing.looked_for:
        found.append(
            _finding(
                Severity.NOTE,
                "framing-not-found",
                wall,
                "No stud has been found yet; each hole is taken as between them.",
                "Put in what magnet, detector, knock or pin showed. "
                + (framing.wood_text or "Shavings at the bit mean a stud: use it."),
            )
        )
    return found


def _metal_findings(
    wall: Wall, holes: tuple[PlacedHole, ...], units: UnitSystem, catalogue: Catalogue
) -> list[Finding]:
    """A probe that stopped on something it would not cut: not wood, and nobody drills on there."""
    found: list[Finding] = []
    for keep in probes_kept_off(wall, catalogue.figures.plan):
        one = keep.of
        deep_mm = one.probe.depth_mm if one.probe else 0.0
        depth = show_length(deep_mm, units)
        near = [hole for hole in holes if keep.met_at(hole.x_mm, hole.y_mm)]
        sentence = f"A probe hole stopped at {depth} on something it would not cut. That is not wood: stop drilling."
        action = "It may be a pipe, a cable's guard plate or a steel stud. Find out before anything is drilled near it."
        found.append(
            _finding(keep.severity if near else Severity.NOTE, "probe-stopped", wall, sentence, action).model_copy(
                update={
                    "figures": {"depth_mm": deep_mm, "keep_mm": keep.near_mm},
                    "where": Where(wall=wall.id, hole=near[0].id if near else None, item=one.id),
                }
            )
        )
    return found


def _lintel_findings(
    wall: Wall, identified: Identified, holes: Sequence[PlacedHole], figures: PlanFigures
) -> list[Finding]:
    """Over a door or a window a lintel stands that nobody sees, and it is made of something else than the wall."""
    if identified.reading.family.framed or wall.stands.rides or wall.post:
        return []
    found = []
    for opening in wall.openings:
        over = Rect(
            x_mm=opening.x_mm - figures.lintel_beyond_mm,
            y_mm=opening.rect.top_mm,
            width_mm=opening.width_mm + 2 * figures.lintel_beyond_mm,
            height_mm=figures.lintel_above_mm,
        )
        over_it = [hole for hole in holes if over.distance_to(hole.x_mm, hole.y_mm) == 0]
        if not over_it:
            continue
        numbers = sorted(hole.number for hole in over_it)
        found.append(
            _finding(
                Severity.NOTE,
                "over-opening",
                wall,
                f"{holes_words(numbers)} {'lies' if len(numbers) == 1 else 'lie'} over the {opening.kind}, where a "
                "lintel of concrete, stone or steel may stand, whatever the rest of the wall is.",
                "Try with a thin bit first. Concrete wants the hammer and takes a plug too; a slim concrete one is not "
                "drilled near its lower edge, where its steel lies. Bright swarf is steel: stop, and go higher.",
            ).model_copy(update={"where": Where(wall=wall.id, hole=over_it[0].id, area=over)})
        )
    return found


def reading_findings(job: JobDocument) -> list[Finding]:
    """What is to be said of readings that stand-ins took: on a practice wall they count, on a real one never."""
    wall = job.wall
    if wall.is_practice:
        return [
            _finding(
                Severity.NOTE,
                "practice-wall",
                wall,
                "This is a practice wall: what it hides is made up, and the stand-in instruments read it.",
                "Plan a real wall as a wall of its own, with readings taken at it.",
            )
        ]
    found = []
    if count := len(wall.uncounted):
        readings = "1 reading here was" if count == 1 else f"{count} readings here were"
        found.append(
            _finding(
                Severity.NOTE,
                "stand-in-reading",
                wall,
                f"{readings} taken with a stand-in instrument, which knows nothing of a real wall: nothing is cleared "
                "or found by it.",
                "Sweep with a real instrument, and take the stand-in's readings out.",
            )
        )
    if any(one.read_by is ReadBy.STAND_IN for one in job.pull_tests):
        found.append(
            _finding(
                Severity.NOTE,
                "stand-in-pull",
                wall,
                "Pulls with the stand-in gauge prove nothing of a real wall; they do not count here.",
                "Pull with a real gauge, and take the stand-in's pulls out.",
            ).model_copy(update={"stage": Stage.FIXING})
        )
    return found


def _slope(mm_per_m: float, units: UnitSystem) -> str:
    """How far something leans [mm per m], as it is measured with a level of that length."""
    if units is UnitSystem.METRIC:
        return f"{show_thickness(mm_per_m, units)} in a metre"
    return f"{show_thickness(mm_per_m * _FOOT_M, units)} in a foot"


def wall_findings(
    wall: Wall,
    site: Site,
    identified: Identified,
    framing: FramingReading,
    holes: tuple[PlacedHole, ...],
    action: str,
    catalogue: Catalogue,
) -> list[Finding]:
    """What is wrong with, or not known of, the wall. ``action``: the next check, in a sentence."""
    findings = _belief_findings(wall, identified, action, catalogue)
    if wall.edge_slope_mm_per_m:
        findings.append(
            _finding(
                Severity.NOTE,
                "edge-slope-not-planned",
                wall,
                f"The left edge is {_slope(abs(wall.edge_slope_mm_per_m), site.units)} out of plumb. "
                "That is not reckoned with yet.",
                "Measure from a plumb line dropped at the left edge, not from the edge itself.",
            )
        )
    reading = identified.reading
    if reading.leaf_unseen and reading.holding:
        name = catalogue.material_by_key[reading.holding].label.lower()
        findings.append(
            _finding(
                Severity.NOTE,
                "leaf-unseen",
                wall,
                f"Nobody has seen how thick the {name} is: every depth is reckoned with "
                f"{show_limit(reading.holding_mm, site.units)} of it, the thinnest that is usual.",
                "State the layers if you know them; a tape at an opening measures what stands behind too.",
            )
        )
    findings += _framing_findings(wall, identified.reading.family.framed, framing, site.units)
    findings += _metal_findings(wall, holes, site.units, catalogue)
    findings += _lintel_findings(wall, identified, holes, catalogue.figures.plan)
    if holes and wall.courses and not wall.measured_courses and identified.reading.family is Family.MASONRY:
        findings.append(
            _finding(
                Severity.NOTE,
                "joints-not-measured",
                wall,
                "Where the joints lie is drawn as is usual; nobody has measured it, and no hole is reckoned by it.",
                "Measure where one brick lies, and the plan keeps the holes off the joints. Else look at each mark: "
                "none belongs in a joint.",
            )
        )
    return findings + _coating_findings(wall, site, catalogue.figures.identification)
