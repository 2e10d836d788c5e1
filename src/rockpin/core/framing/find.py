"""Where is the framing? Puts stated members, hits, pins and traces together into members with their spread.

A row that the user states is taken as the expectation of each of its studs; else the hits themselves are fitted to
the region's pitches. What is seen and what is only predicted stay told apart, and hits that contradict are named.
"""

from collections import defaultdict
from collections.abc import Sequence
from math import hypot, sqrt
from typing import NamedTuple

from rockpin.core.base.model import Model, Rect
from rockpin.core.base.quantities import UnitSystem, show_length, show_share
from rockpin.core.document.evidence import HitKind
from rockpin.core.document.job import Region
from rockpin.core.document.wall import FOUND_STUD, HowKnown, MemberKind, Wall
from rockpin.core.framing.behind import MemberReading, members_of
from rockpin.core.framing.contradictions import Contradiction, contradictions_of
from rockpin.core.framing.scanner_traces import Peak, find_in, hits_of
from rockpin.core.framing.stud_row import VOID_TELLS_MM, Lattice, Located, StudFit, fit_lattice, fit_stud
from rockpin.core.framing.wood_face import only_face_hits, wood_past_mm, wood_words
from rockpin.core.identification import WallReading
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import Era


class PitchReading(Model):
    """A spacing of the studs with its chance."""

    pitch_mm: float
    label: str
    chance: float
    text: str


class HitReading(Model):
    """A hit as it is drawn, and whether a stud explains it."""

    id: str
    kind: HitKind
    label: str
    x_mm: float
    sigma_mm: float
    stud: str | None


class FramingReading(Model):
    """All members, the pitches that fit, every hit, the peaks of the traces, and what contradicts what.

    ``wood_past_mm``: of a face that is or may be wood itself, how deep [mm] wood has to go on to be framing, and
    ``wood_text`` says so. ``only_face``: pins in wood that nobody drove so deep; they tell nothing of a stud.
    """

    members: tuple[MemberReading, ...]
    pitches: tuple[PitchReading, ...]
    hits: tuple[HitReading, ...]
    peaks: tuple[Peak, ...]
    contradictions: tuple[Contradiction, ...]
    looked_for: bool
    wood_past_mm: float | None = None
    wood_text: str | None = None
    only_face: tuple[str, ...] = ()


Expected = tuple[float, float, float]


def _located(wall: Wall, peaks: tuple[Peak, ...], catalogue: Catalogue) -> list[Located]:
    spread = {row.kind: row.sigma_mm for row in catalogue.belief.hits}
    own = [
        Located(hit.id, hit.kind, hit.x_mm, hypot(spread[hit.kind], hit.sigma_mm), hit.width_mm) for hit in wall.hits
    ]
    return sorted(own + hits_of(peaks, catalogue), key=lambda hit: (hit.x_mm, hit.id))


def _beside(wall: Wall, stud_mm: float, catalogue: Catalogue) -> list[Expected]:
    """Studs at the corners and beside the openings, off any pitch."""
    figures = catalogue.figures.framing
    places = [stud_mm / 2, wall.width_mm - stud_mm / 2]
    for opening in wall.openings:
        gap = figures.opening_trim_mm + stud_mm / 2
        places += [opening.x_mm - gap, opening.rect.right_mm + gap]
    inside = [place for place in places if 0 < place < wall.width_mm]
    return [(place, figures.corner_stud_sigma_mm, figures.corner_stud_chance) for place in inside]


def _share_out(
    expected: Sequence[Expected], hits: Sequence[Located], catalogue: Catalogue
) -> tuple[dict[int, list[Located]], list[list[Located]]]:
    """Each hit to the nearest place that expects a stud, if near enough; the rest in groups of their own.

    A pin into a void is no one stud's: it tells of every stud that could stand there.
    """
    reach = catalogue.figures.framing.hit_reach_mm
    given: dict[int, list[Located]] = defaultdict(list)
    rest: list[list[Located]] = []
    for hit in hits:
        if hit.kind is HitKind.PIN_VOID:
            continue
        index = min(range(len(expected)), key=lambda i: abs(expected[i][0] - hit.x_mm), default=None)
        if index is not None and abs(expected[index][0] - hit.x_mm) <= reach:
            given[index].append(hit)
        elif rest and hit.x_mm - rest[-1][-1].x_mm <= reach:
            rest[-1].append(hit)
        else:
            rest.append([hit])
    voids = [hit for hit in hits if hit.kind is HitKind.PIN_VOID]
    for index, (place, *_) in enumerate(expected):
        given[index] += [hit for hit in voids if abs(hit.x_mm - place) <= VOID_TELLS_MM]
    for group in rest:
        middle = sum(hit.x_mm for hit in group) / len(group)
        group += [hit for hit in voids if abs(hit.x_mm - middle) <= VOID_TELLS_MM]
    return given, rest


class _Row(NamedTuple):
    """What all studs of a wall have in common: the error that its hits share [mm], and how likely they keep no pitch.

    ``at_mm``: the height at which they were hit; None where nobody hit any.
    """

    shared_mm: float = 0.0
    no_pitch: float = 0.0
    at_mm: float | None = None


def _row_of(wall: Wall, hits: Sequence[Located], no_pitch: float, catalogue: Catalogue) -> _Row:
    """Hits of one kind come from one instrument in one hand; another kind errs by itself."""
    kinds = {hit.kind for hit in hits if hit.kind not in (HitKind.PIN_WOOD, HitKind.PIN_VOID)}
    heights = [hit.y_mm for hit in wall.hits] + [trace.y_mm for trace in wall.traces]
    shared = catalogue.figures.framing.sweep_shared_mm / sqrt(len(kinds)) if kinds else 0.0
    # a photo errs alike for all that is tapped on it
    shared = hypot(shared, max((hit.sigma_mm for hit in wall.hits), default=0.0))
    return _Row(shared, no_pitch, sum(heights) / len(heights) if heights else None)


def _member(
    number: int, fit: StudFit, hits: Sequence[Located], wall: Wall, stud_mm: float, catalogue: Catalogue, row: _Row
) -> MemberReading:
    widths = [hit.width_mm for hit in hits if hit.width_mm]
    double = any(width > catalogue.figures.framing.double_stud_share * stud_mm for width in widths)
    width = 2 * stud_mm if double else stud_mm
    known = HowKnown.PINNED if fit.pinned else HowKnown.DETECTED if fit.hits else HowKnown.PREDICTED
    left = fit.centre_mm - width / 2
    # over a door or window only a short stud stands, from its head to the top
    heads = [one.rect.top_mm for one in wall.openings if one.x_mm < left and left + width < one.rect.right_mm]
    foot_mm = max(heads, default=0.0)
    return MemberReading(
        id=f"{FOUND_STUD}{number}",
        kind=MemberKind.STUD,
        rect=Rect(x_mm=left, y_mm=foot_mm, width_mm=width, height_mm=max(1.0, wall.height_mm - foot_mm)),
        sigma_mm=fit.sigma_mm,
        known=known,
        low_mm=fit.low_mm,
        high_mm=fit.high_mm,
        exists=fit.exists,
        double=double,
        density_from_mm=fit.from_mm,
        density=tuple(float(share) for share in fit.density),
        hit_at_mm=row.at_mm,
    )


def _fitted(
    wall: Wall, expected: list[Expected], hits: list[Located], stud_mm: float, catalogue: Catalogue, row: _Row
) -> list[tuple[MemberReading, list[Located]]]:
    """A member for each place that expects one, and for hits of their own, which may be one."""
    figures = catalogue.figures.framing
    given, rest = _share_out(expected, hits, catalogue)
    found: list[tuple[MemberReading, list[Located]]] = []
    for index, place in enumerate(expected):
        fit = fit_stud(place, given[index], stud_mm, catalogue, shared_mm=row.shared_mm, no_pitch=row.no_pitch)
        found.append((_member(index, fit, given[index], wall, stud_mm, catalogue, row), given[index]))
    for group in rest:
        fit = fit_stud(None, group, stud_mm, catalogue, shared_mm=row.shared_mm)
        if fit.exists >= figures.own_stud_counted:
            found.append((_member(len(found), fit, group, wall, stud_mm, catalogue, row), group))
    return found


def _stated_again(
    members: Sequence[MemberReading], hits: list[Located], wall: Wall, catalogue: Catalogue, row: _Row
) -> list[tuple[MemberReading, list[Located]]]:
    """Stated studs, each brought up to date by the hits about it; hits away from all of them as studs of their own."""
    figures = catalogue.figures.framing
    studs = [member for member in members if not member.horizontal]
    places = [(one.rect.centre_x_mm, one.sigma_mm, 1.0) for one in studs]
    given, rest = _share_out(places, hits, catalogue)
    again: list[tuple[MemberReading, list[Located]]] = [(one, []) for one in members if one.horizontal]
    for index, member in enumerate(studs):
        mine = given[index]
        if not mine:
            again.append((member, []))
            continue
        fit = fit_stud(places[index], mine, member.rect.width_mm, catalogue, shared_mm=row.shared_mm, stated=True)
        moved = member.rect.model_copy(update={"x_mm": fit.centre_mm - member.rect.width_mm / 2})
        known = HowKnown.PINNED if fit.pinned else member.known
        # what somebody has seen he has seen from foot to head: a hit at one height makes it lean no more than before,
        # nor does a pin that did not meet it
        sure = member.known in (HowKnown.SEEN, HowKnown.PINNED) or not fit.hits
        again.append(
            (
                member.model_copy(
                    update={
                        "rect": moved,
                        "sigma_mm": fit.sigma_mm,
                        "low_mm": fit.low_mm,
                        "high_mm": fit.high_mm,
                        "exists": fit.exists,
                        "known": known,
                        "density_from_mm": fit.from_mm,
                        "density": tuple(float(share) for share in fit.density),
                        "hit_at_mm": member.hit_at_mm if sure else row.at_mm,
                    }
                ),
                mine,
            )
        )
    width = studs[0].rect.width_mm if studs else 38.0
    for number, group in enumerate(rest):
        fit = fit_stud(None, group, width, catalogue, shared_mm=row.shared_mm)
        if fit.exists >= figures.own_stud_counted:
            again.append((_member(number, fit, group, wall, width, catalogue, row), group))
    return again


Shared = list[tuple[MemberReading, list[Located]]]


def _named_apart(shared: Shared) -> Shared:
    """Studs that only hits make, numbered from the left over all ways in which they were found."""
    found = [index for index, (member, _) in enumerate(shared) if member.id.startswith(FOUND_STUD)]
    found.sort(key=lambda index: shared[index][0].rect.centre_x_mm)
    named = list(shared)
    for number, index in enumerate(found, 1):
        member, mine = shared[index]
        named[index] = (member.model_copy(update={"id": f"{FOUND_STUD}{number}"}), mine)
    return named


class _Laid(NamedTuple):
    """Members with the hits that belong to each, and the pitches that fit where a row was laid from the hits."""

    shared: Shared
    pitches: tuple[PitchReading, ...]


def _laid_from_hits(
    wall: Wall,
    stated: Sequence[MemberReading],
    hits: list[Located],
    region: Region,
    era: Era,
    units: UnitSystem,
    catalogue: Catalogue,
) -> _Laid:
    """A row laid from the hits at the region's pitches, beside studs that are known by themselves."""
    stud_mm = catalogue.belief.stud_width_mm[region]
    apart = catalogue.figures.framing.hit_reach_mm / 2
    own = [member.rect.centre_x_mm for member in stated if not member.horizontal]
    beside = [one for one in _beside(wall, stud_mm, catalogue) if all(abs(one[0] - place) > apart for place in own)]
    off_row = [*own, *(place for place, *_ in beside)]
    lattice = fit_lattice(hits, off_row, wall.width_mm, region, catalogue, era)
    in_row = _row_of(wall, hits, lattice.no_pitch, catalogue)
    row = [one for one in lattice.centres if all(abs(one[0] - place) > apart for place in off_row)]
    # a stud that somebody drew by itself keeps the hits about it
    near = {hit.id for hit in hits if any(abs(hit.x_mm - place) <= apart for place in own)}
    mine = [hit for hit in hits if hit.id in near or hit.kind is HitKind.PIN_VOID]
    others = [hit for hit in hits if hit.id not in near or hit.kind is HitKind.PIN_VOID]
    shared = _stated_again(stated, mine, wall, catalogue, in_row)
    shared += _fitted(wall, sorted([*row, *beside]), others, stud_mm, catalogue, in_row)
    return _Laid(shared, _pitches(lattice, units, catalogue))


def _hit_readings(located: Sequence[Located], shared: Shared, catalogue: Catalogue) -> tuple[HitReading, ...]:
    """Every hit as it is drawn, with the stud that explains it where one likely stands."""
    labels = {row.kind: row.label for row in catalogue.belief.hits}
    likely = [one for one in shared if one[0].exists >= catalogue.figures.framing.own_stud_drawn]
    owner = {hit.id: member.id for member, its in likely for hit in its if hit.kind is not HitKind.PIN_VOID}
    return tuple(
        HitReading(
            id=hit.id,
            kind=hit.kind,
            label=labels[hit.kind],
            x_mm=hit.x_mm,
            sigma_mm=hit.sigma_mm,
            stud=owner.get(hit.id),
        )
        for hit in located
    )


def read_framing(
    wall: Wall,
    reading: WallReading,
    region: Region,
    units: UnitSystem,
    catalogue: Catalogue,
    era: Era = Era.UNKNOWN,
    else_readings: Sequence[WallReading] = (),
) -> FramingReading:
    """All that is known of the framing behind a face.

    ``era``: in old houses studs often keep no pitch. ``else_readings``: of what else the wall may be, as likely as
    matters.
    """
    stated = members_of(wall, catalogue)
    peaks = tuple(peak for trace in wall.traces for peak in find_in(trace, units, catalogue))
    located = _located(wall, peaks, catalogue) if reading.family.framed else []
    past_mm = wood_past_mm((reading, *else_readings), catalogue) if reading.family.framed else None
    only_face = only_face_hits(wall, past_mm)
    hits = [hit for hit in located if hit.id not in only_face]
    # what fell into the void has found no stud, and lays no row: it tells only where those that are known do not stand
    met = any(hit.kind is not HitKind.PIN_VOID for hit in hits)
    if not met or (wall.framing and wall.framing.row):
        laid = _Laid(_stated_again(stated, hits, wall, catalogue, _row_of(wall, hits, 0.0, catalogue)), ())
    else:
        laid = _laid_from_hits(wall, stated, hits, region, era, units, catalogue)
    shared = _named_apart(laid.shared)
    drilled = {hit.id for hit in wall.hits if hit.drilled}
    labels = {row.kind: row.label for row in catalogue.belief.hits}
    return FramingReading(
        members=tuple(member for member, _ in shared),
        pitches=laid.pitches,
        hits=_hit_readings(located, shared, catalogue),
        peaks=peaks,
        contradictions=contradictions_of(stated, shared, hits, drilled, labels, units, catalogue),
        looked_for=bool(stated) or any(hit.kind is not HitKind.PIN_VOID for hit in located),
        wood_past_mm=past_mm,
        wood_text=wood_words((reading, *else_readings), past_mm, units) if past_mm is not None else None,
        only_face=only_face,
    )


def _pitches(lattice: Lattice, units: UnitSystem, catalogue: Catalogue) -> tuple[PitchReading, ...]:
    return tuple(
        PitchReading(
            pitch_mm=fit.pitch_mm,
            label=show_length(fit.pitch_mm, units),
            chance=fit.chance,
            text=show_share(fit.chance),
        )
        for fit in lattice.pitches
        if fit.chance >= catalogue.figures.framing.pitch_reported
    )
