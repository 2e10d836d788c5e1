"""What pulls on each hole? Weight, use and a tug, carried through the supports to every hole.

One load case is one set of forces; each hole gets a pull-out and a shear from each. Nothing is averaged between
cases: the capacity rooms check each hole against every case.

Two steps. The piece is shared among its supports: statics of a beam where they stand side by side, else all of
its holes are one group. Then each group of holes is an elastic fastener group behind a rigid plate.
"""

from collections.abc import Sequence
from enum import StrEnum
from itertools import pairwise

from rockpin.core.beam import ways_to_share
from rockpin.core.fastener_group import Force, GroupHole, GroupResult, HoleForces, Plate, solve_group
from rockpin.core.figures import Figures
from rockpin.core.fixture import Attachment, Fixture, HoleKind, Piece
from rockpin.core.framing import BehindKind
from rockpin.core.model import Model, bounding
from rockpin.core.quantities import STANDARD_GRAVITY_M_S2
from rockpin.core.tables import Duty


class Duration(StrEnum):
    """For how long a case acts: wood bears a short load better than a lasting one."""

    PERMANENT = "permanent"
    SHORT = "short"


class LoadCase(Model):
    """Forces that act together, named as the panel says it."""

    key: str
    label: str
    duration: Duration
    forces: tuple[Force, ...]


class CaseDemand(Model):
    """What one case puts on one hole. ``stiff_ratio``: the softest fastener against the stiffest in this bound."""

    case: str
    label: str
    duration: Duration
    stiff_ratio: float
    forces: HoleForces
    edge_compression_n: float


class HoleDemand(Model):
    """All cases on one hole, and the greatest pull-out and shear among them."""

    hole_id: str
    cases: tuple[CaseDemand, ...]

    @property
    def tension_n(self) -> float:
        return max((case.forces.tension_n for case in self.cases), default=0.0)

    @property
    def shear_n(self) -> float:
        return max((case.forces.shear_n for case in self.cases), default=0.0)


def weight_n(piece: Piece, duty: Duty) -> float:
    """Weight [N] of a piece and its contents under a duty: the factor takes the live part only, or all that moves."""
    own = piece.mass_kg * (duty.factor if duty.whole_mass else 1.0)
    return (own + piece.contents_kg * duty.factor) * STANDARD_GRAVITY_M_S2


def _weights(fixture: Fixture, duty: Duty) -> tuple[Force, ...]:
    forces = []
    for piece in fixture.pieces:
        x, y, z = piece.cog_mm
        # only a centre of gravity in the middle goes with a load that is spread over the whole piece
        centred = abs(x - piece.rect.centre_x_mm) < 1e-9
        forces.append(
            Force(
                x_mm=x,
                y_mm=y,
                z_mm=z,
                fy_n=-weight_n(piece, duty),
                spread_mm=piece.width_mm if centred else 0,
            )
        )
    return tuple(forces)


def _tug_spots(piece: Piece, foot_mm: float, figures: Figures) -> list[tuple[str, float, float]]:
    """Corners of the front face within reach. Demand is convex in the spot, so the worst spot is a corner."""
    low = max(piece.y_mm, figures.tug_low_mm - foot_mm)
    high = min(piece.rect.top_mm, figures.tug_high_mm - foot_mm)
    if low > high:
        return []
    sides = (("left", piece.x_mm), ("right", piece.rect.right_mm))
    heights = (("bottom", low), ("top", high)) if high > low else (("", low),)
    return [(f"{side} end, {height}".rstrip(", "), x, y) for side, x in sides for height, y in heights]


def load_cases(fixture: Fixture, duty: Duty, foot_mm: float, figures: Figures) -> tuple[LoadCase, ...]:
    """All cases of a fixture whose lower left corner lies ``foot_mm`` above the finished floor.

    Weight with its duty; somebody's tug at each corner that can be grasped, on top of the weight; a shaken
    fixture also sideways, both ways.
    """
    weights = _weights(fixture, duty)
    cases = [LoadCase(key="hanging", label="hanging as used", duration=Duration.PERMANENT, forces=weights)]
    if fixture.graspable and not duty.body_support:
        for piece in fixture.pieces:
            for spot, x, y in _tug_spots(piece, foot_mm, figures):
                tug = Force(x_mm=x, y_mm=y, z_mm=piece.depth_mm, fy_n=-figures.tug_down_n, fz_n=figures.tug_out_n)
                cases.append(
                    LoadCase(
                        key=f"tug-{piece.id}-{spot.replace(',', '').replace(' ', '-')}",
                        label=f"somebody pulls at the {spot}",
                        duration=Duration.SHORT,
                        forces=(*weights, tug),
                    )
                )
    if duty.sideways_g:
        for side, sign in (("left", -1.0), ("right", 1.0)):
            push = tuple(
                force.model_copy(update={"fx_n": sign * duty.sideways_g * -force.fy_n / duty.factor})
                for force in weights
            )
            cases.append(
                LoadCase(key=f"shaken-{side}", label=f"shaken to the {side}", duration=Duration.SHORT, forces=push)
            )
    return tuple(cases)


class SupportGroup(Model):
    """The used holes of one support, or of several that act as one."""

    support_ids: tuple[str, ...]
    holes: tuple[GroupHole, ...]
    keyholes: tuple[bool, ...]
    plate: Plate

    @property
    def centre_x_mm(self) -> float:
        return sum(hole.x_mm for hole in self.holes) / len(self.holes)


def _groups(
    fixture: Fixture, offsets: dict[str, tuple[float, float]], stiffness: dict[str, float]
) -> list[SupportGroup]:
    groups: list[SupportGroup] = []
    for support in fixture.supports:
        used = [hole for hole in support.holes if hole.used]
        if not used:
            continue
        dx, dy = offsets.get(support.id, (0.0, 0.0))
        holes = tuple(
            GroupHole(
                id=hole.id,
                x_mm=support.x_mm + hole.x_mm + dx,
                y_mm=support.y_mm + hole.y_mm + dy,
                bears_across=hole.kind is not HoleKind.SLOT_ACROSS,
                bears_upright=hole.kind is not HoleKind.SLOT_UPRIGHT,
                stiffness=stiffness.get(hole.id, 1.0),
            )
            for hole in used
        )
        groups.append(
            SupportGroup(
                support_ids=(support.id,),
                holes=holes,
                keyholes=tuple(hole.kind is HoleKind.KEYHOLE for hole in used),
                plate=Plate(
                    area=support.rect.model_copy(update={"x_mm": support.x_mm + dx, "y_mm": support.y_mm + dy}),
                    bearing_width_mm=support.width_mm,
                    bearing_height_mm=support.height_mm,
                    flexible=support.flexible,
                ),
            )
        )
    return groups


def side_by_side(groups: Sequence[SupportGroup]) -> bool:
    """Whether the supports stand beside one another, none above another, so that the piece is a beam on them."""
    spans = sorted((group.plate.area.x_mm, group.plate.area.right_mm) for group in groups)
    return all(left[1] <= right[0] + 1e-9 for left, right in pairwise(spans))


def _merged(groups: Sequence[SupportGroup]) -> SupportGroup:
    """All groups as one. It bears on no more than the shortest edge among them."""
    return SupportGroup(
        support_ids=tuple(name for group in groups for name in group.support_ids),
        holes=tuple(hole for group in groups for hole in group.holes),
        keyholes=tuple(key for group in groups for key in group.keyholes),
        plate=Plate(
            area=bounding([group.plate.area for group in groups]),
            bearing_width_mm=min(group.plate.bearing_width_mm for group in groups),
            bearing_height_mm=min(group.plate.bearing_height_mm for group in groups),
            flexible=any(group.plate.flexible for group in groups),
        ),
    )


def _on_support(group: SupportGroup, force: Force, share: float) -> Force:
    """A share of a force, brought to its support. Its lever along the beam has been used up by the sharing."""
    return force.model_copy(
        update={
            "x_mm": group.centre_x_mm,
            "fx_n": force.fx_n * share,
            "fy_n": force.fy_n * share,
            "fz_n": force.fz_n * share,
        }
    )


def _keyhole_forces(group: SupportGroup, result: GroupResult, forces: Sequence[Force]) -> dict[str, HoleForces]:
    """Of two keyholes each must carry all: no two backs are alike. Of more, the worst pair shares it."""
    count = sum(group.keyholes)
    if count < 2:
        return result.holes
    down = sum(-force.fy_n for force in forces)
    part = 1.0 if count == 2 else 0.5
    total_tension = sum(result.holes[hole.id].tension_n for hole in group.holes)
    forced = dict(result.holes)
    for hole, keyhole in zip(group.holes, group.keyholes, strict=True):
        if keyhole:
            own = result.holes[hole.id]
            forced[hole.id] = HoleForces(
                tension_n=max(own.tension_n, part * total_tension),
                shear_x_n=own.shear_x_n,
                shear_y_n=-max(abs(own.shear_y_n), part * abs(down)),
            )
    return forced


class Demand(Model):
    """What the whole fixture puts on every hole, and what its pattern of holes cannot carry."""

    holes: dict[str, HoleDemand]
    missing: tuple[str, ...]
    swings_free: bool
    lifted: tuple[str, ...]


def solve_fixture(
    fixture: Fixture,
    cases: Sequence[LoadCase],
    offsets: dict[str, tuple[float, float]],
    stiffness: dict[str, float],
    bearing_mpa: float,
    figures: Figures,
) -> Demand:
    """Demand on every used hole in every case.

    ``offsets``: shift [mm] of each support; ``stiffness``: of each hole against the others. Where holes differ, both
    bounds are kept: all alike, and as given.
    """
    bounds: list[dict[str, float]] = [{}] if all(value == 1.0 for value in stiffness.values()) else [{}, stiffness]
    collected: dict[str, list[CaseDemand]] = {}
    missing: set[str] = set()
    lifted: set[str] = set()
    swings_free = False
    for bound in bounds:
        groups = _groups(fixture, offsets, bound)
        if not groups:
            break
        if len(groups) > 1 and not side_by_side(groups):
            groups = [_merged(groups)]
        groups = sorted(groups, key=lambda group: group.centre_x_mm)
        centres = tuple(group.centre_x_mm for group in groups)
        for case in cases:
            for index, group in enumerate(groups):
                for forces in _ways_on(group, index, centres, case.forces):
                    if len(groups) > 1 and sum(force.fy_n for force in forces) > 1e-6:
                        lifted.update(group.support_ids)
                    if len(group.holes) == 1 and len(groups) == 1:
                        # one fastener cannot stop the piece from turning: it hangs below it
                        swings_free = swings_free or _turns(group, forces)
                        forces = [force.model_copy(update={"x_mm": group.holes[0].x_mm}) for force in forces]
                    result = solve_group(group.holes, group.plate, forces, bearing_mpa, figures.bearing_inset_min_mm)
                    missing.update(result.missing)
                    for hole_id, on_hole in _keyhole_forces(group, result, forces).items():
                        collected.setdefault(hole_id, []).append(
                            CaseDemand(
                                case=case.key,
                                label=case.label,
                                duration=case.duration,
                                stiff_ratio=min(bound.values(), default=1.0),
                                forces=on_hole,
                                edge_compression_n=result.compression_n,
                            )
                        )
    return Demand(
        holes={hole_id: HoleDemand(hole_id=hole_id, cases=tuple(cases)) for hole_id, cases in collected.items()},
        missing=tuple(sorted(missing)),
        swings_free=swings_free,
        lifted=tuple(sorted(lifted)),
    )


def _turns(group: SupportGroup, forces: Sequence[Force]) -> bool:
    hole = group.holes[0]
    weight = sum(abs(force.fy_n) for force in forces)
    return weight > 0 and abs(sum(force.fy_n * (force.x_mm - hole.x_mm) for force in forces)) / weight > 1.0


def _ways_on(group: SupportGroup, index: int, centres: tuple[float, ...], forces: Sequence[Force]) -> list[list[Force]]:
    """The load of one support in every way of sharing that is not ruled out; with one support, the forces as given."""
    if len(centres) == 1:
        return [list(forces)]
    shared = [ways_to_share(centres, force.x_mm, force.spread_mm) for force in forces]
    most = max(len(ways) for ways in shared)
    return [
        [
            _on_support(group, force, ways[min(way, len(ways) - 1)][index])
            for force, ways in zip(forces, shared, strict=True)
        ]
        for way in range(most)
    ]


def unplanned_parts(fixture: Fixture) -> list[tuple[str, str]]:
    """Parts of the fixture that this version does not reckon with: a code and the sentence to say."""
    parts: list[tuple[str, str]] = []
    for support in fixture.supports:
        if support.attachment is Attachment.SLIDING:
            parts.append(
                (
                    "sliding-not-planned",
                    f"{support.name}: sliding supports are not planned yet; it is taken as fixed.",
                )
            )
        if support.attachment is Attachment.USER_DRILLED:
            parts.append(
                (
                    "user-drilled-not-planned",
                    f"{support.name}: bars that you drill yourself are not planned yet; only the given holes count.",
                )
            )
    parts += [
        ("links-not-planned", f"The {link.kind.replace('_', ' ')} between piece and wall is not planned yet.")
        for link in fixture.links
    ]
    return parts


def stiffness_of(kinds: dict[str, BehindKind], figures: Figures) -> dict[str, float]:
    """How stiff each hole's fixing is beside a screw in a stud; all alike where the wall does not differ."""
    if len({kind is BehindKind.VOID for kind in kinds.values()}) < 2:
        return dict.fromkeys(kinds, 1.0)
    return {hole: figures.board_stiffness if kind is BehindKind.VOID else 1.0 for hole, kind in kinds.items()}
