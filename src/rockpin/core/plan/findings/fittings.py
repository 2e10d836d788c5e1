"""What is to be said of what comes with a thing: its bolts, its height, its stacks, its pipes, its sealing."""

from collections.abc import Iterator

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.quantities import UnitSystem, show_length, show_limit, show_thickness
from rockpin.core.base.words import listed
from rockpin.core.document.fittings import DrainSide, TailFrom
from rockpin.core.document.fixture import Environment
from rockpin.core.document.job import JobBody
from rockpin.core.fittings import (
    BoltFit,
    BoltTrouble,
    FittingsReading,
    Sealing,
    TailReading,
    ThreadsUnder,
    Viewing,
    feet_mm,
    stands,
)
from rockpin.core.tables.figures import FittingsFigures

OFF_THE_FLOOR = "stands-in-the-air"
OFF_THE_FLOOR_MM = 0.5
"""The foot of what stands on the floor may be planned so far off it [mm]."""

_STOP, _PROVE, _NOTE = Severity.DO_NOT_DRILL, Severity.PROVE_FIRST, Severity.NOTE


def _finding(
    severity: Severity,
    code: str,
    sentence: str,
    action: str,
    stage: Stage | None = None,
    where: Where | None = None,
    **figures: float,
) -> Finding:
    return Finding(
        severity=severity,
        stage=Stage.FIXTURE,
        code=code,
        sentence=sentence,
        action=action,
        action_stage=stage,
        figures=figures,
        where=where or Where(),
    )


def _bolt(fit: BoltFit, depth_mm: float | None, units: UnitSystem) -> Iterator[Finding]:
    match fit.trouble:
        case BoltTrouble.NOT_TRIED:
            yield _finding(
                _NOTE,
                "bolt-not-tried",
                "Nobody has tried which bolt goes into its inserts.",
                "Turn a thin one in by hand, then the next thicker, and stop where it resists.",
            )
        case BoltTrouble.NOT_MEASURED:
            yield _finding(
                _NOTE,
                "insert-not-measured",
                f"Nobody has measured how deep its inserts are: an {fit.thread} bolt that is too long presses on what "
                "is behind them.",
                "Put a thin rod in until it stops, mark it, measure it.",
            )
        case BoltTrouble.TOO_SHALLOW:
            yield _finding(
                _PROVE,
                "insert-too-shallow",
                f"Its inserts take {show_limit(depth_mm or 0.0, units)} of thread; {fit.thread} wants at least its own "
                "diameter.",
                "Measure again; if it is so, ask its maker for another way to hold it.",
                depth_mm=depth_mm or 0.0,
            )
        case BoltTrouble.NONE_SOLD:
            yield _finding(
                _PROVE,
                "bolt-not-sold",
                f"No {fit.thread} bolt is sold between {show_length(fit.least_mm, units)} and "
                f"{show_length(fit.most_mm, units)}, the longest that does not bottom.",
                "Add a washer or a thin spacer under its head, or cut one to length.",
                least_mm=fit.least_mm,
                most_mm=fit.most_mm,
            )


def _height(seen: Viewing, units: UnitSystem, figures: FittingsFigures) -> Iterator[Finding]:
    off = seen.middle_mm - seen.eyes_mm
    if abs(off) <= figures.eye_off_mm:
        return
    who = "somebody who sits before it" if seen.seated else "somebody who stands before it"
    yield _finding(
        _NOTE,
        "screen-height",
        f"Its middle comes to {show_length(seen.middle_mm, units)} over the floor; the eyes of {who} are at "
        f"{show_length(seen.eyes_mm, units)}, {show_length(abs(off), units)} {'below' if off > 0 else 'above'} it.",
        f"Put its middle at {show_length(seen.eyes_mm, units)}, or tilt it.",
        Stage.SET_OUT,
        middle_mm=seen.middle_mm,
        eyes_mm=seen.eyes_mm,
    )


def _stacks(job: JobBody, read: FittingsReading, units: UnitSystem, figures: FittingsFigures) -> Iterator[Finding]:
    names = {support.id: support.name for support in job.fixture.supports}
    for stack in read.stacks:
        if stack.short_mm <= figures.stack_short_mm + 1e-6:
            continue
        behind = listed([names[one].lower() for one in stack.support_ids])
        yield _finding(
            _NOTE,
            "stack-short",
            f"No stack of spacers fills the {show_thickness(stack.gap_mm, units)} behind {behind}: "
            f"{show_thickness(stack.short_mm, units)} stay open.",
            "Pack the rest with a shim, or draw the screw up only until it touches.",
            short_mm=stack.short_mm,
        )
    foot = max((job.placement.y_mm + one for one in feet_mm(job.fixture)), key=abs, default=0.0)
    if abs(foot) > OFF_THE_FLOOR_MM:
        whole = stands(job.fixture)
        yield _finding(
            _STOP,
            OFF_THE_FLOOR,
            f"{'It stands' if whole else 'One of its things stands'} on the floor, and its foot is planned "
            f"{show_length(abs(foot), units)} {'above' if foot > 0 else 'below'} the finished one.",
            "Set it on the floor." if whole else "Set it on the floor by its foot, or plan it as a job of its own.",
            Stage.SET_OUT,
            foot_mm=foot,
        )


def _tail(tail: TailReading, units: UnitSystem) -> Iterator[Finding]:
    place = f"at {show_length(tail.x_mm, units)} from the left"
    here = Where(item=tail.id)
    if tail.y_mm < 0:
        yield _finding(
            _STOP,
            "tail-below-floor",
            f"Its pipe {place} would be joined {show_length(-tail.y_mm, units)} below the floor.",
            "Hang it higher.",
            Stage.SET_OUT,
            here,
            y_mm=tail.y_mm,
        )
    if tail.holes:
        numbers = listed([str(one) for one in tail.holes])
        drilled = f"Holes {numbers} are" if len(tail.holes) > 1 else f"Hole {numbers} is"
        yield _finding(
            _STOP,
            "hole-on-its-pipe",
            f"{drilled} drilled where its own pipe {place} comes to run.",
            "Keep the pipes below every mark: lower them, or set the holes beside them.",
            None,
            here,
        )
    if tail.member_mm is not None:
        yield _finding(
            _PROVE,
            "tail-in-stud",
            f"Its pipe {place} is to come out of the wall where a stud stands ({show_length(tail.member_mm, units)}).",
            "Move it along, or have the pipe led round the stud: a stud is not notched for it.",
            Stage.SET_OUT,
            here,
            stud_mm=tail.member_mm,
        )


def _sealing(job: JobBody, box: Sealing, units: UnitSystem, figures: FittingsFigures) -> Iterator[Finding]:
    open_air = job.fixture.environment is not Environment.DRY
    wanted = box.wanted
    if wanted is None:
        if open_air:
            yield _finding(
                _NOTE,
                "sealing-not-told",
                "Nobody has said what comes at this box: rain, a hose, dust.",
                "Say it, and read the two digits of its rating off its plate.",
            )
        return
    asked = f"IP {box.wanted_solid}{box.wanted_water}"
    words = wanted[0].lower() + wanted[1:]
    if box.solid_digit is None or box.water_digit is None:
        yield _finding(
            _PROVE if open_air else _NOTE,
            "sealing-not-read",
            f"For {words} a box wants at least {asked}; nobody has read what this one has.",
            "Read the two digits after IP off its plate.",
        )
    elif box.solid_digit < box.wanted_solid or box.water_digit < box.wanted_water:
        yield _finding(
            _PROVE,
            "sealing-too-little",
            f"For {words} a box wants at least {asked}; this one has IP {box.solid_digit}{box.water_digit}.",
            "Take a tighter box, or a place where less comes at it.",
            solid_digit=box.solid_digit,
            water_digit=box.water_digit,
        )
    if box.wanted_water == 0:
        return
    if box.drain in (DrainSide.UP, DrainSide.SIDE):
        yield _finding(
            _PROVE,
            "drain-not-down",
            "The side at which water can leave it does not hang downwards: what gets in stays in, or gets in there.",
            "Turn the box until that side is down, cable entries too.",
        )
    elif box.drain is DrainSide.UNKNOWN:
        yield _finding(
            _NOTE,
            "drain-not-told",
            "Nobody has said at which side of it water can leave.",
            "Look for the marked or the punched side, and hang that down.",
        )
    if box.air_mm < figures.air_behind_mm and open_air:
        yield _finding(
            _NOTE,
            "no-air-behind",
            f"{show_limit(box.air_mm, units)} of air behind it: wall and box stay wet there.",
            f"Hold it off the wall by {show_length(figures.air_behind_mm, units)} or more.",
            air_mm=box.air_mm,
        )


def _pattern(job: JobBody, one: ThreadsUnder, units: UnitSystem) -> Iterator[Finding]:
    name = next(support.name.lower() for support in job.fixture.supports if support.id == one.support_id)
    wanted = f"{one.holes} hole{'s' if one.holes != 1 else ''} of {name}"
    if one.as_drawn < one.holes:
        way = [f"turn the plate by {one.turn_deg}°"] if one.turn_deg else []
        for by, more, less in ((one.dx_mm, "right", "left"), (one.dy_mm, "up", "down")):
            if abs(by) > 0.5:
                way.append(f"move it {show_length(abs(by), units)} {more if by > 0 else less}")
        fits = one.at_best == one.holes
        yield _finding(
            _STOP,
            "threads-miss",
            f"As it lies {one.as_drawn} of {wanted} meet{'s' if one.as_drawn == 1 else ''} a thread of the plate; "
            + ("all of them can." if fits else f"in no turn do more than {one.at_best}."),
            f"{', '.join(way).capitalize()}." if fits and way else "Take a part with slots, or drill it by the plate.",
            turn_deg=one.turn_deg,
            met=one.at_best,
        )
    if one.covered:
        numbers = listed([str(number) for number in one.covered])
        many = len(one.covered) > 1
        yield _finding(
            _NOTE,
            "wall-screw-covered",
            f"Wall screw{'s' if many else ''} {numbers} of the plate lie{'' if many else 's'} behind {name}: no "
            "screwdriver reaches there any more.",
            "Draw them up, and try the plate with a pull, before that goes on.",
        )


def fitting_findings(job: JobBody, read: FittingsReading, units: UnitSystem, figures: FittingsFigures) -> list[Finding]:
    """All that is to be said of what comes with the things of a job."""
    found: list[Finding] = []
    if read.bolt and job.fixture.device:
        found += _bolt(read.bolt, job.fixture.device.insert_depth_mm, units)
    if read.viewing:
        found += _height(read.viewing, units, figures)
    if read.rows and read.rows.used < min(2, len(read.rows.studs_mm)):
        has = "none has" if not read.rows.used else "1 has" if read.rows.used == 1 else f"{read.rows.used} have"
        found.append(
            _finding(
                _NOTE,
                "studs-not-used",
                f"{read.rows.text} Of these {has} a hole in use.",
                "Compare the choices of its holes, and take those on framing.",
            )
        )
    found += _stacks(job, read, units, figures)
    for tail in read.tails:
        found += _tail(tail, units)
    if any(tail.comes_from is TailFrom.FLOOR for tail in read.tails):
        found.append(
            _finding(
                _NOTE,
                "pipes-through-floor",
                "Its pipes come up through the floor: joists and what is laid there are not known.",
                "Look from below, or lift a board, before a hole is bored for them.",
            )
        )
    for pattern in read.patterns:
        found += _pattern(job, pattern, units)
    if read.sealing:
        found += _sealing(job, read.sealing, units, figures)
    return found
