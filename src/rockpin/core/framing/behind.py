"""Where is the framing? What stands behind a spot, and how sure it is that a screw there meets solid wood."""

from enum import StrEnum
from functools import lru_cache
from math import ceil, erf, floor, hypot, sqrt
from statistics import NormalDist

from pydantic import Field

from rockpin.core.base.model import Model, Rect
from rockpin.core.document.wall import ROW_STUD, Courses, HowKnown, Member, MemberKind, Wall, row_stud_id
from rockpin.core.identification import Family, WallReading
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import FramingFigures


class BehindKind(StrEnum):
    TIMBER = "timber"
    STEEL = "steel"
    VOID = "void"
    OPEN = "open"
    UNIT = "unit"
    JOINT = "joint"
    CONCRETE = "concrete"
    POST = "post"
    UNKNOWN = "unknown"


class MemberReading(Model):
    """A member with the spread of its position [mm].

    ``low_mm``, ``high_mm``: the band that holds the middle across the grain with 95 %. ``exists``: the chance that it
    is there at all. ``density``: chances of its centre mm by mm from
    ``density_from_mm`` on, where hits and pins gave it another shape than a normal one.
    """

    id: str
    kind: MemberKind
    rect: Rect
    sigma_mm: float
    known: HowKnown
    low_mm: float
    high_mm: float
    exists: float = 1.0
    double: bool = False
    timber: bool = Field(default=True, description="takes a wood screw: also blocking of wood between steel studs")
    depth_mm: float | None = Field(default=None, description="behind the face; None: as deep as the frame")
    species: str | None = Field(default=None, description="None: as the rest of the frame")
    in_row: bool = Field(default=False, description="one of the stated row, by whose id a pin confirms it")
    hit_at_mm: float | None = Field(default=None, exclude=True, description="height at which it was hit")
    density_from_mm: int = Field(default=0, exclude=True)
    density: tuple[float, ...] = Field(default=(), exclude=True, repr=False)

    def chance_between(self, least_mm: float, most_mm: float) -> float:
        """Chance [1] that its centre lies between two places, ends counted, where it has a shape of its own."""
        first = max(0, ceil(least_mm) - self.density_from_mm)
        last = min(len(self.density), floor(most_mm) - self.density_from_mm + 1)
        return sum(self.density[first:last]) if last > first else 0.0

    def lean_sigma_mm(self, y_mm: float, mm_per_m: float) -> float:
        """Spread [mm] of how far it leans between where it was hit and another height."""
        return 0.0 if self.hit_at_mm is None or self.horizontal else mm_per_m * abs(y_mm - self.hit_at_mm) / 1000

    def chance_within(self, least_mm: float, most_mm: float, lean_mm: float) -> float:
        """Chance [1] as :meth:`chance_between`, with a normal lean [mm] on top: Gauss–Hermite over three places."""
        if lean_mm <= 0:
            return self.chance_between(least_mm, most_mm)
        aside = sqrt(3) * lean_mm
        places = ((0.0, 2 / 3), (aside, 1 / 6), (-aside, 1 / 6))
        return sum(share * self.chance_between(least_mm + dx, most_mm + dx) for dx, share in places)

    @property
    def horizontal(self) -> bool:
        return self.rect.width_mm > self.rect.height_mm

    @property
    def strays_mm(self) -> float:
        """Farther from where it is drawn [mm] it surely does not stand."""
        return 8 * self.sigma_mm + (400 if self.density else 0)

    def is_far_from(self, x_mm: float, y_mm: float) -> bool:
        """Whether none of it can stand at a spot, wherever it is."""
        rect, strays = self.rect, self.strays_mm
        return abs(x_mm - rect.centre_x_mm) > rect.width_mm / 2 + strays or (
            self.horizontal and abs(y_mm - rect.centre_y_mm) > rect.height_mm / 2 + strays
        )


class Behind(Model):
    """What stands behind one spot: wood or steel, clear, or open between the two.

    ``solid_wood``: chance that the least wood stands on each side of a screw's axis. ``clear``: chance that no framing
    stands within the width of a hole of it. ``edge_mm``: distance across the grain to the member's nearer edge that is
    sure at the catalogue's level, None where none is there. ``unit_end_mm``: to the nearer end of the brick.
    """

    kind: BehindKind
    member: MemberReading | None
    solid_wood: float
    clear: float
    edge_mm: float | None
    unit_end_mm: float | None
    joints_known: bool


def _phi(z: float) -> float:
    return 0.5 * (1 + erf(z / sqrt(2)))


def members_of(wall: Wall, catalogue: Catalogue) -> tuple[MemberReading, ...]:
    """All members of the wall, the row of studs spelled out from its first centre to the right edge."""
    if wall.framing is None:
        return ()
    members: list[Member] = list(wall.framing.members)
    row = wall.framing.row
    if row:
        number, centre = 0, row.first_centre_mm
        while centre <= wall.width_mm:
            members.append(
                Member(
                    id=row_stud_id(number),
                    x_mm=centre - row.stud_width_mm / 2,
                    y_mm=0,
                    width_mm=row.stud_width_mm,
                    height_mm=wall.height_mm,
                    known=HowKnown.PINNED if row_stud_id(number) in row.pinned else row.known,
                )
            )
            number += 1
            centre = row.first_centre_mm + number * row.pitch_mm
    steel = any(layer.material == "steel_studs" for layer in wall.build_up)
    return tuple(_as_stated(member, catalogue.member_sigma_mm[member.known], steel) for member in members)


BAND_SIGMAS = NormalDist().inv_cdf(0.975)


def _as_stated(member: Member, sigma_mm: float, steel: bool) -> MemberReading:
    middle = member.rect.centre_y_mm if member.rect.width_mm > member.rect.height_mm else member.rect.centre_x_mm
    return MemberReading(
        id=member.id,
        kind=member.kind,
        rect=member.rect,
        sigma_mm=sigma_mm,
        known=member.known,
        low_mm=middle - BAND_SIGMAS * sigma_mm,
        high_mm=middle + BAND_SIGMAS * sigma_mm,
        timber=not steel or member.kind is MemberKind.BLOCKING,
        depth_mm=member.depth_mm,
        species=member.species,
        in_row=member.id.startswith(ROW_STUD),
    )


def chance_of_wood(
    member: MemberReading, x_mm: float, y_mm: float, side_mm: float, lean_mm_per_m: float = 0.0
) -> float:
    """Chance that a screw at (x, y) has the wanted wood [mm] on both sides of its axis, across the grain.

    The member's place across its grain is normal with its spread; along the grain it is taken as drawn, and in a
    horizontal member a screw must stay ``side_mm`` from its ends. What a push towards an edge asks for besides lowers
    what the screw bears, see the method of wood.
    """
    rect = member.rect
    if member.horizontal:
        along_ok = rect.x_mm + side_mm <= x_mm <= rect.right_mm - side_mm
        low, high = rect.y_mm + side_mm - y_mm, rect.top_mm - side_mm - y_mm
    else:
        along_ok = rect.y_mm <= y_mm <= rect.top_mm
        low, high = rect.x_mm + side_mm - x_mm, rect.right_mm - side_mm - x_mm
    if not along_ok or high <= low:
        return 0.0
    if member.density and not member.horizontal:
        half = rect.width_mm / 2
        lean = member.lean_sigma_mm(y_mm, lean_mm_per_m)
        return member.exists * member.chance_within(x_mm - half + side_mm, x_mm + half - side_mm, lean)
    sigma = member.sigma_mm
    if sigma == 0:
        return 1.0 if low <= 0 <= high else 0.0
    return member.exists * max(0.0, _phi(high / sigma) - _phi(low / sigma))


@lru_cache(maxsize=8)
def sure_quantile(sure: float) -> float:
    """How many standard deviations [1] something must lie off to be sure of it with such a chance [1], to one side."""
    return NormalDist().inv_cdf(sure)


def _off(member: MemberReading, x_mm: float, y_mm: float) -> tuple[float, float, float]:
    """How far [mm] a spot lies past a member's ends, and off its middle line, with half of the member's width."""
    rect = member.rect
    if member.horizontal:
        past = max(rect.x_mm - x_mm, x_mm - rect.right_mm)
        return past, y_mm - rect.centre_y_mm, rect.height_mm / 2
    return max(rect.y_mm - y_mm, y_mm - rect.top_mm), x_mm - rect.centre_x_mm, rect.width_mm / 2


def members_about(
    members: tuple[MemberReading, ...], x_mm: float, y_mm: float, within_mm: float
) -> tuple[MemberReading, ...]:
    """Those members that may stand within so many mm of the axis at (x, y), wherever they are."""
    found = []
    for member in members:
        beside, offset, half = _off(member, x_mm, y_mm)
        if beside < within_mm and abs(offset) <= half + within_mm + member.strays_mm:
            found.append(member)
    return tuple(found)


def chance_clear(
    members: tuple[MemberReading, ...], x_mm: float, y_mm: float, half_mm: float, lean_mm_per_m: float = 0.0
) -> float:
    """Chance [1] that none of the members stands within so many mm of the axis at (x, y), to any side."""
    clear = 1.0
    for member in members:
        beside, offset, half = _off(member, x_mm, y_mm)
        reach = half + half_mm
        if beside >= half_mm or abs(offset) - reach > member.strays_mm:
            continue
        if member.density and not member.horizontal:
            lean = member.lean_sigma_mm(y_mm, lean_mm_per_m)
            near = member.chance_within(x_mm - reach + 1e-9, x_mm + reach - 1e-9, lean)
        elif member.sigma_mm == 0:
            near = float(abs(offset) < reach)
        else:
            near = _phi((reach - offset) / member.sigma_mm) - _phi((-reach - offset) / member.sigma_mm)
        clear *= 1 - min(1.0, member.exists * near)
    return clear


def _sure_edge_mm(member: MemberReading, x_mm: float, y_mm: float, figures: FramingFigures) -> float:
    """Distance [mm] across the grain from the axis to the member's nearer edge, at least that with the chance asked."""
    rect = member.rect
    half, off = (
        (rect.height_mm / 2, abs(y_mm - rect.centre_y_mm))
        if member.horizontal
        else (rect.width_mm / 2, abs(x_mm - rect.centre_x_mm))
    )
    sigma = hypot(member.sigma_mm, member.lean_sigma_mm(y_mm, figures.stud_lean_mm_per_m))
    return max(0.0, half - off - sure_quantile(figures.clear_of_stud) * sigma)


def _brick_at(courses: Courses, x_mm: float, y_mm: float) -> tuple[BehindKind, float]:
    """Brick or joint at a spot, and the distance [mm] to the nearer end of the unit (0 in a joint)."""
    rise, run = courses.unit_height_mm + courses.joint_mm, courses.unit_length_mm + courses.joint_mm
    course, up = divmod(y_mm - courses.origin_y_mm, rise)
    along = (x_mm - courses.origin_x_mm - course * courses.course_shift * run) % run
    if up >= courses.unit_height_mm or along >= courses.unit_length_mm:
        return BehindKind.JOINT, 0.0
    return BehindKind.UNIT, min(along, courses.unit_length_mm - along)


def look_behind(
    wall: Wall,
    reading: WallReading,
    members: tuple[MemberReading, ...],
    x_mm: float,
    y_mm: float,
    screw_mm: float,
    figures: FramingFigures,
    clear: float | None = None,
) -> Behind:
    """What stands behind (x, y) for a screw of that diameter [mm].

    ``clear``: the chance [1] that it is clear for a hole, where it is known already: no screw changes it. A spot
    within set-out error of a joint counts as in the joint: the hole will not land better than that.
    """
    kind, end_mm, wood, member = BehindKind.UNKNOWN, None, 0.0, None
    edge = None
    if reading.family is Family.CONCRETE:
        kind = BehindKind.CONCRETE
    elif reading.family is Family.POST:
        kind = BehindKind.POST
    elif reading.family in (Family.MASONRY, Family.BONDED_BOARD):
        kind = BehindKind.UNIT
        if wall.measured_courses:
            kind, end_mm = _brick_at(wall.measured_courses, x_mm, y_mm)
            step = figures.setout_error_mm
            near = [_brick_at(wall.measured_courses, x_mm + dx, y_mm + dy) for dx, dy in ((0, step), (0, -step))]
            if any(side[0] is BehindKind.JOINT for side in near):
                kind = BehindKind.JOINT
    elif reading.family.framed:
        side = max(figures.wood_edge_diameters * screw_mm, figures.wood_edge_min_mm)
        for candidate in members:
            if candidate.is_far_from(x_mm, y_mm):
                continue
            chance = chance_of_wood(candidate, x_mm, y_mm, side, figures.stud_lean_mm_per_m)
            if chance > wood or (member is None and candidate.rect.distance_to(x_mm, y_mm) == 0):
                wood, member = chance, candidate
        if clear is None:
            clear = chance_clear(members, x_mm, y_mm, figures.hole_half_mm, figures.stud_lean_mm_per_m)
        if wood >= figures.solid_wood_credit:
            kind = BehindKind.TIMBER if member is None or member.timber else BehindKind.STEEL
        else:
            kind = BehindKind.VOID if clear >= figures.clear_of_stud else BehindKind.OPEN
        if member is not None:
            edge = _sure_edge_mm(member, x_mm, y_mm, figures)
    return Behind(
        kind=kind,
        member=member,
        solid_wood=wood,
        clear=clear if clear is not None and reading.family.framed else 1.0,
        edge_mm=edge,
        unit_end_mm=end_mm,
        joints_known=wall.measured_courses is not None,
    )


def leans_to_wood(
    wall: Wall,
    reading: WallReading,
    members: tuple[MemberReading, ...],
    at_mm: tuple[float, float],
    behind: Behind,
    figures: FramingFigures,
) -> bool:
    """Whether a spot [mm] that may be a stud or not likelier is one: a thin screw meets it rather than a hole is clear.

    ``behind``: what was seen there for another screw.
    """
    if behind.kind is not BehindKind.OPEN:
        return False
    return look_behind(wall, reading, members, *at_mm, 0.0, figures, behind.clear).solid_wood >= behind.clear
