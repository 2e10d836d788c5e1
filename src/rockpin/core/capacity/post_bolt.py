"""A bolt right through a timber post, nut and wide washer on its far side: pull-through and dowel yielding.

NDS 2018: eq. 12.2-6 with a washer of three diameters, 12.3 with the post as the main member. Weight acts along the
grain, which bears more; the value across it is taken for every direction, on the safe side. Tubes are clamped.
"""

from rockpin.core.base.quantities import show_across, show_length
from rockpin.core.capacity.common import Assessment, Mode, Refusal, does_not_pass, refuse, wrong_place
from rockpin.core.capacity.dowel import ACROSS_GRAIN, DowelJoint, bearing_mpa, bending_yield_mpa, reference_shear
from rockpin.core.capacity.setting_ways import Goes
from rockpin.core.capacity.tabled import ByCase, Raised, Setting, Tabled, tabled
from rockpin.core.capacity.wood_hold import head_pull_through_n
from rockpin.core.document.fixings import PostBolt, Rating, Screw, ScrewKind
from rockpin.core.document.fixture import Environment, HeadSeat
from rockpin.core.document.post import PostSection
from rockpin.core.hole import BitRule, HoleSpec, ScrewPick, Spot
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures

_SPECIES = "spruce"


def rating_of(bolt: PostBolt, spot: Spot, across_mm: float, tables: CapacityTables) -> Rating:
    """What one bolt bears [N] off the post and along it, in a post so thick [mm], wet where it is not kept dry."""
    figures, gravity = tables.figures, tables.species[_SPECIES].specific_gravity
    wet = 1.0 if spot.environment is Environment.DRY else figures.wood_wet
    pull = head_pull_through_n(figures.bolt_washer_diameters * bolt.diameter_mm, across_mm, gravity)
    joint = DowelJoint(
        side_mpa=figures.bracket_bearing_mpa,
        side_mm=max(min(spot.hole.plate_mm, 10.0), figures.bracket_least_mm),
        main_mpa=bearing_mpa(gravity, bolt.diameter_mm, ACROSS_GRAIN),
        main_mm=across_mm,
        gap_mm=0.0,
        diameter_mm=bolt.root_mm,
        yield_mpa=bending_yield_mpa(bolt.diameter_mm),
    )
    shear = reference_shear(joint, bolt.diameter_mm, ACROSS_GRAIN).force_n
    return Rating(tension_n=wet * pull, shear_n=wet * shear)


def _wanted_mm(spot: Spot, across_mm: float, figures: CapacityFigures) -> float:
    """How long a bolt has to be [mm] through bracket, post and nut."""
    return across_mm + spot.hole.plate_mm + figures.post_nut_mm


def foreign(spot: Spot) -> Refusal | None:
    """What refuses every bolt here: it is a wall, or a tube."""
    post = spot.wall.post
    if post is None:
        return refuse("not-a-post", "It goes right through a timber post; this is a wall.")
    if post.section is not PostSection.TIMBER:
        return refuse("tube-drilled", "A tube is clamped, not drilled: a hole weakens it and lets water in.")
    return None


def unfit(bolt: PostBolt, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a bolt at every height of this post."""
    post, units = spot.wall.post, spot.units
    assert post
    found = wrong_place(spot, bolt, tables)
    if post.across_mm < bolt.edge_diameters * 2 * bolt.diameter_mm:
        least = show_across(bolt.edge_diameters * 2 * bolt.diameter_mm, units)
        found.append(
            refuse("post-across", f"It wants a post of {least}; this has {show_across(post.across_mm, units)}.")
        )
    if stuck := does_not_pass(bolt.diameter_mm, spot):
        found.append(stuck)
    wanted = _wanted_mm(spot, post.across_mm, tables.figures)
    if max(bolt.lengths_mm) < wanted:
        found.append(refuse("bolt-short", f"None is sold that is {show_length(wanted, units)} long.", wanted_mm=wanted))
    return found


def _set(bolt: PostBolt, spot: Spot, across_mm: float, tables: CapacityTables) -> Setting:
    wanted = _wanted_mm(spot, across_mm, tables.figures)
    length = min(one for one in bolt.lengths_mm if one >= wanted)
    head_mm = tables.figures.post_bolt_head_diameters * bolt.diameter_mm
    screw = Screw(
        key=f"{bolt.key}-bolt",
        label=bolt.label,
        source=bolt.source,
        kind=ScrewKind.MACHINE,
        systems=bolt.systems,
        diameter_mm=bolt.diameter_mm,
        root_mm=bolt.root_mm,
        head_mm=head_mm,
        seats=(HeadSeat.FLAT,),
        thread_share=1.0,
        lengths_mm=bolt.lengths_mm,
        yield_mpa=tables.figures.post_bolt_yield_mpa,
    )
    return Setting(
        rating=rating_of(bolt, spot, across_mm, tables),
        screw=screw,
        lever_mm=0.0,
        clamped=True,
        hole=HoleSpec(
            diameter_mm=bolt.diameter_mm + 1,
            bit_rule=BitRule.CLEARANCE,
            pilot_mm=None,
            depth_mm=across_mm,
            reach_mm=across_mm,
            grip_from_mm=0.0,
            grip_to_mm=across_mm,
            plug_length_mm=0.0,
            wing_mm=0.0,
            wing_depth_mm=0.0,
        ),
        pick=ScrewPick(
            key=screw.key,
            label=bolt.label,
            text=f"M{bolt.diameter_mm:g} × {length:g}",
            diameter_mm=bolt.diameter_mm,
            root_mm=bolt.root_mm,
            head_mm=head_mm,
            length_mm=length,
            head="nut and washer",
            washer_mm=0.0,
            proud_mm=0.0,
            blunt=True,
        ),
    )


def prepare(bolt: PostBolt, spot: Spot, tables: CapacityTables) -> Tabled | list[Refusal]:
    """A bolt at a bracket: what refuses it there, or N/Nₐ + V/Vₐ in every case; lasting loads count less."""
    across = spot.wall.post.across_mm if spot.wall.post else 0.0
    setting = spot.cached_per_wall(bolt.key, lambda: _set(bolt, spot, across, tables))
    return tabled(bolt, spot, setting, (), Mode.DOWEL, ByCase(raised=Raised.WOOD))


def goes(bolt: PostBolt) -> Goes:
    """It goes through the bracket and the post behind it."""
    return Goes.THROUGH


def set_notes(bolt: PostBolt, made: Assessment, spot: Spot, tables: CapacityTables) -> list[str]:
    """How it is put in."""
    return [bolt.put_in]
