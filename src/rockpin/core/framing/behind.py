"""Where is the framing? What stands behind a spot, and how sure it is that a screw there meets solid wood."""

from enum import StrEnum
from functools import lru_cache
from math import erf, sqrt
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
    UNIT = "unit"
    JOINT = "joint"
    CONCRETE = "concrete"
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
    in_row: bool = Field(default=False, description="one of the stated row, by whose id a pin confirms it")
    density_from_mm: int = Field(default=0, exclude=True)
    density: tuple[float, ...] = Field(default=(), exclude=True, repr=False)

    @property
    def horizontal(self) -> bool:
        return self.rect.width_mm > self.rect.height_mm


class Behind(Model):
    """What stands behind one spot.

    ``solid_wood``: chance that the least wood stands on each side of a screw's axis. ``clear_mm``: distance to the
    nearest member that is sure at the catalogue's level, negative inside it, None where none is near.
    ``unit_end_mm``: to the nearer end of the brick.
    """

    kind: BehindKind
    member: MemberReading | None
    solid_wood: float
    clear_mm: float | None
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
    return tuple(_as_stated(member, catalogue.member_sigma_mm[member.known]) for member in members)


BAND_SIGMAS = NormalDist().inv_cdf(0.975)


def _as_stated(member: Member, sigma_mm: float) -> MemberReading:
    middle = member.rect.centre_y_mm if member.rect.width_mm > member.rect.height_mm else member.rect.centre_x_mm
    return MemberReading(
        id=member.id,
        kind=member.kind,
        rect=member.rect,
        sigma_mm=sigma_mm,
        known=member.known,
        low_mm=middle - BAND_SIGMAS * sigma_mm,
        high_mm=middle + BAND_SIGMAS * sigma_mm,
        in_row=member.id.startswith(ROW_STUD),
    )


def chance_of_wood(member: MemberReading, x_mm: float, y_mm: float, side_mm: float, loaded_edge_mm: float) -> float:
    """Chance that a screw at (x, y) has the wanted wood [mm] beside its axis.

    A stud must give ``side_mm`` left and right. Weight pulls along its grain, so no edge of it is loaded. A
    horizontal member is loaded across the grain, so it must give ``loaded_edge_mm`` below the screw and
    ``side_mm`` above. The member's place across its grain is normal with its spread; along the grain it is taken
    as drawn, and a screw must stay ``side_mm`` from its ends.
    """
    rect = member.rect
    if member.horizontal:
        along_ok = rect.x_mm + side_mm <= x_mm <= rect.right_mm - side_mm
        low, high = rect.y_mm + loaded_edge_mm - y_mm, rect.top_mm - side_mm - y_mm
    else:
        along_ok = rect.y_mm <= y_mm <= rect.top_mm
        low, high = rect.x_mm + side_mm - x_mm, rect.right_mm - side_mm - x_mm
    if not along_ok or high <= low:
        return 0.0
    if member.density and not member.horizontal:
        half = rect.width_mm / 2
        least, most = x_mm - half + side_mm, x_mm + half - side_mm
        inside = sum(
            share for centre, share in enumerate(member.density, member.density_from_mm) if least <= centre <= most
        )
        return member.exists * inside
    sigma = member.sigma_mm
    if sigma == 0:
        return 1.0 if low <= 0 <= high else 0.0
    return member.exists * max(0.0, _phi(high / sigma) - _phi(low / sigma))


@lru_cache(maxsize=8)
def _quantile(sure: float) -> float:
    return NormalDist().inv_cdf(sure)


def _clear_mm(members: tuple[MemberReading, ...], x_mm: float, y_mm: float, sure: float) -> float | None:
    """Distance [mm] to the nearest member, less the part of its spread that makes it as sure as asked."""
    quantile = _quantile(sure)
    return min((one.rect.distance_to(x_mm, y_mm) - quantile * one.sigma_mm for one in members), default=None)


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
) -> Behind:
    """What stands behind (x, y) for a screw of that diameter [mm].

    A spot within set-out error of a joint counts as in the joint: the hole will not land better than that.
    """
    kind, end_mm, wood, member = BehindKind.UNKNOWN, None, 0.0, None
    if reading.family is Family.CONCRETE:
        kind = BehindKind.CONCRETE
    elif reading.family in (Family.MASONRY, Family.BONDED_BOARD):
        kind = BehindKind.UNIT
        if wall.courses:
            kind, end_mm = _brick_at(wall.courses, x_mm, y_mm)
            step = figures.setout_error_mm
            near = [_brick_at(wall.courses, x_mm + dx, y_mm + dy) for dx, dy in ((0, step), (0, -step))]
            if any(side[0] is BehindKind.JOINT for side in near):
                kind = BehindKind.JOINT
    elif reading.family.framed:
        framing = BehindKind.TIMBER if reading.wood_frame else BehindKind.STEEL
        side = max(figures.wood_edge_diameters * screw_mm, figures.wood_edge_min_mm)
        loaded = max(figures.wood_loaded_edge_diameters * screw_mm, side)
        kind = BehindKind.VOID
        for candidate in members:
            chance = chance_of_wood(candidate, x_mm, y_mm, side, loaded)
            inside = candidate.rect.distance_to(x_mm, y_mm) == 0
            if chance > wood or (inside and member is None):
                wood, member, kind = chance, candidate, framing
    return Behind(
        kind=kind,
        member=member,
        solid_wood=wood,
        clear_mm=_clear_mm(members, x_mm, y_mm, figures.clear_of_stud),
        unit_end_mm=end_mm,
        joints_known=wall.courses is not None,
    )
