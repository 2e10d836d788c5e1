"""What is to be said of the fixture itself: what is missing, and what its use and its parts ask for."""

from rockpin.core.base.findings import Finding, Severity, Stage
from rockpin.core.base.quantities import UnitSystem, show_force, show_length, show_limit
from rockpin.core.demand import EVEN, Demand, Turns, load_cases, solve_fixture
from rockpin.core.document.fixture import Attachment, Environment, Fixture, Link, LinkKind, RailKind, Support
from rockpin.core.document.job import JobBody
from rockpin.core.identification import Identified, WallReading
from rockpin.core.tables.by_room import DemandTables
from rockpin.core.tables.materials import BoardKind, Duty

_CARRIES = {
    "upright": (
        "No round hole carries the weight: an upright slot lets the piece slide, friction never counts.",
        Severity.DO_NOT_DRILL,
    ),
    "across": (
        "No round hole holds the piece against sliding sideways: friction in a slot never counts.",
        Severity.PROVE_FIRST,
    ),
    "turning": ("These holes cannot keep the piece from turning.", Severity.PROVE_FIRST),
}


def _finding(severity: Severity, code: str, sentence: str, action: str | None = None, **figures: float) -> Finding:
    return Finding(severity=severity, stage=Stage.FIXTURE, code=code, sentence=sentence, action=action, figures=figures)


def fixture_findings(job: JobBody, demand: Demand, duty: Duty, units: UnitSystem) -> list[Finding]:
    """What the fixture lacks, and what its use asks for."""
    stop, note = Severity.DO_NOT_DRILL, Severity.NOTE
    fixture, found = job.fixture, []
    if not fixture.pieces:
        found.append(_finding(stop, "no-piece", "The fixture has no piece yet.", "Give its size and what it weighs."))
    if not demand.holes:
        found.append(
            _finding(
                stop,
                "no-holes",
                "There is nothing to drill yet: the fixture has no holes.",
                "Measure its holes and enter them.",
            )
        )
    if fixture.pieces and fixture.mass_kg == 0:
        found.append(
            _finding(stop, "no-mass", "Nobody has said what the fixture weighs.", "Put it on a scale, contents too.")
        )
    found += _part_findings(job, demand, units)
    # holes that are still to come may bear whatever those that are there do not
    to_come = any(_holes_to_come(support) for support in fixture.supports)
    for direction in () if to_come else demand.missing:
        sentence, severity = _CARRIES[direction]
        found.append(_finding(severity, "no-bearing", sentence, "Use a round hole as well, or drill one."))
    if demand.lifted:
        found.append(
            _finding(
                note,
                "support-lifts",
                "The load overhangs so far that it lifts a support at the other end; its screws are pulled upwards.",
                "Nothing to do: it is reckoned with.",
            )
        )
    if demand.turns is Turns.BY_WEIGHT:
        found.append(
            _finding(
                stop,
                "turns-on-one",
                "One screw cannot keep it from turning: weight, contents or a swing stands beside the hole.",
                "Use a second hole, or one in line with its weight.",
            )
        )
    elif demand.turns is Turns.BY_HAND:
        found.append(
            _finding(
                note,
                "turns-by-hand",
                "A hand can turn it on its one screw; its weight hangs straight below.",
                "Use a second hole if it must not turn.",
            )
        )
    if duty.body_support or fixture.carries_people:
        found.append(
            _finding(
                note,
                "carries-a-person",
                "Somebody trusts their weight to this. The figures here are planning values: the local code, the "
                "maker's instructions and a competent person decide.",
                "Pull-test every fixing before anybody leans on it.",
            )
        )
        if not fixture.carries_people:
            found.append(
                _finding(
                    stop,
                    "no-rail-line",
                    "It is to carry a person, but nobody has said where a hand holds on.",
                    "Choose the shape grab rail or handrail, and give its ends and how far it stands off.",
                )
            )
    if any(rail.kind is RailKind.HANDRAIL and rail.returned < 2 for rail in fixture.rails):
        found.append(
            _finding(
                note,
                "rail-not-returned",
                "An end of the handrail stands free: a sleeve or a strap catches on it, and many codes forbid it.",
                "Return its ends to the wall, and look at what the local code asks for.",
            )
        )
    if duty.sideways_g:
        found.append(
            _finding(
                note,
                "shaken",
                "Shaken loose is the usual end: lock every screw, or bed it in adhesive. A crash is not covered.",
            )
        )
    if fixture.environment is Environment.OUTDOOR and fixture.wind_pa is None:
        found.append(
            _finding(
                note,
                "wind-planning",
                "Wind is reckoned with a planning value for a small thing near the ground.",
                "On a coast, on a hill or high up take 1200 Pa, or the local peak pressure.",
            )
        )
    return found


_OF_ROOMS = {BoardKind.GYPSUM: "gypsum board", BoardKind.LATH: "plaster on laths"}


def weather_findings(fixture: Fixture, identified: Identified) -> list[Finding]:
    """Where what hangs outdoors is said to hang on plasterboard or on laths: one of the two is not so."""
    outdoors, board = fixture.environment is Environment.OUTDOOR, identified.reading.board_kind
    face = _OF_ROOMS.get(board) if board else None
    if not outdoors or face is None or not identified.belief.told:
        return []
    return [
        _finding(
            Severity.PROVE_FIRST,
            "board-outdoors",
            f"This hangs outdoors, and {face} does not stand the weather: an outer face is of something else.",
            "State the face that it hangs on under Wall; under a roof that keeps it dry, say so under Fixture.",
        ).model_copy(update={"action_stage": Stage.WALL})
    ]


def unused_findings(
    job: JobBody,
    offsets: dict[str, tuple[float, float]],
    demand: Demand,
    reading: WallReading,
    units: UnitSystem,
    tables: DemandTables,
) -> list[Finding]:
    """What the holes that stay empty change: the greatest pull-out and shear now, and with every hole in use."""
    carriers = job.fixture.carriers
    parts: list[Support | Link] = [support for support in job.fixture.supports if support.id not in carriers]
    parts += job.fixture.links
    empty = sum(not hole.used for part in parts for hole in part.holes)
    if not empty or not demand.holes:
        return []
    every = job.fixture.model_copy(
        update={"supports": tuple(_all_used(one) for one in job.fixture.supports), "links": job.fixture.links}
    )
    cases = load_cases(every, job.placement.y_mm, tables)
    full = solve_fixture(every, cases, offsets, EVEN, reading.bearing_mpa, tables.figures)

    def greatest(some: Demand) -> float:
        return max(hole.tension_n for hole in some.holes.values())

    now, whole = greatest(demand), greatest(full)
    holes = "1 hole stays" if empty == 1 else f"{empty} holes stay"
    return [
        _finding(
            Severity.NOTE,
            "holes-unused",
            f"{holes} empty: the greatest pull-out on one is {show_force(now, units, demand=True)}; with all of them "
            f"in use and equally stiff it would be {show_force(whole, units, demand=True)}.",
            "See what other choices of holes would do.",
            now_n=now,
            all_n=whole,
        )
    ]


def _all_used(support: Support) -> Support:
    return support.model_copy(update={"holes": tuple(hole.model_copy(update={"used": True}) for hole in support.holes)})


def _holes_to_come(support: Support) -> bool:
    return support.attachment is Attachment.USER_DRILLED and not any(hole.used for hole in support.holes)


def _part_findings(job: JobBody, demand: Demand, units: UnitSystem) -> list[Finding]:
    """Bars without holes, supports slid too far, boards and channels that are not told whole."""
    stop, prove = Severity.DO_NOT_DRILL, Severity.PROVE_FIRST
    fixture, found = job.fixture, []
    slid = {place.support_id: (place.dx_mm, place.dy_mm) for place in job.placement.supports}
    for support in fixture.supports:
        if _holes_to_come(support):
            found.append(
                _finding(
                    stop,
                    "bar-without-holes",
                    f"{support.name} has no holes yet: you drill them where the wall holds best.",
                    "Let the plan put them, or enter them.",
                )
            )
        dx, dy = slid.get(support.id, (0.0, 0.0))
        if support.attachment is Attachment.SLIDING and max(abs(dx), abs(dy)) > support.slide_mm:
            found.append(
                _finding(
                    stop,
                    "slid-too-far",
                    f"{support.name} can slide {show_limit(support.slide_mm, units)}; it is to stand "
                    f"{show_length(max(abs(dx), abs(dy)), units)} from its middle.",
                    "Slide it back, or move the whole piece.",
                    slide_mm=support.slide_mm,
                    wanted_mm=max(abs(dx), abs(dy)),
                )
            )
    for link in fixture.links:
        if not link.kind.has_own_holes or not link.support_ids:
            continue
        name = link.kind.replace("_", " ")
        if not any(hole.used for hole in link.holes):
            found.append(
                _finding(stop, "link-without-holes", f"The {name} has no holes to the wall yet.", "Enter them.")
            )
        if link.kind.takes_bolts and link.nut_tension_n is None:
            channel = link.kind is LinkKind.CHANNEL
            what = "nut in this channel" if channel else "thread of this plate"
            found.append(
                _finding(
                    prove,
                    "nut-unknown",
                    f"Nobody has said what a {what} holds.",
                    f"Enter the working load of one {'nut' if channel else 'thread'} from its maker.",
                )
            )
    if demand.mixed_links:
        found.append(
            _finding(
                stop,
                "links-mixed",
                "Brackets stand above one another and only some of them on the board: that is not planned.",
                "Put all of them on the board, or plan the others as a piece of their own.",
            )
        )
    return found
