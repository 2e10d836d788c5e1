"""Bands and bows that clamp a bracket to a post: friction along it, the clamp's own pull off it; nothing is drilled.

Drawn up to T a side, a clamp presses with 2·T on the post. Along the post it holds μ·2·T by friction; off the post it
stays shut as long as less than 2·T pulls at it.
"""

from rockpin.core.base.quantities import show_across, show_force
from rockpin.core.capacity.common import Assessment, Mode, Refusal, refuse, wrong_place
from rockpin.core.capacity.tabled import ByCase, Setting, Tabled, tabled
from rockpin.core.document.fixings import PostClamp, Rating, Screw, ScrewKind
from rockpin.core.document.fixture import HeadSeat
from rockpin.core.document.post import Post, PostSection
from rockpin.core.hole import BitRule, HoleSpec, ScrewPick, Spot
from rockpin.core.tables.by_room import CapacityTables
from rockpin.core.tables.figures import CapacityFigures

IS_PUSHED_IN = True
BY_HAND_WORDS = "put round by hand, nothing is drilled"
PUT_IN = "Without a screw: it goes round the post"


def rating_of(clamp: PostClamp, figures: CapacityFigures) -> Rating:
    """What one clamp bears [N]: off the post 2·T, along it μ·2·T with the planning friction."""
    return Rating(tension_n=2 * clamp.pull_n, shear_n=figures.clamp_friction * 2 * clamp.pull_n)


def squeeze_mpa(clamp: PostClamp, post: Post) -> float:
    """Ring compression [MPa] of a tube's wall under a clamp, T/(w·t): as a hoop pressed from all round."""
    return clamp.pull_n / (clamp.band_mm * post.section_wall_mm)


def foreign(spot: Spot) -> Refusal | None:
    """What refuses every clamp here: it is a wall."""
    return refuse("not-a-post", "It clamps round a post; this is a wall.") if spot.wall.post is None else None


def unfit(clamp: PostClamp, spot: Spot, tables: CapacityTables) -> list[Refusal]:
    """What refuses a clamp at every height of this post."""
    post, units = spot.wall.post, spot.units
    assert post
    found = wrong_place(spot, clamp, tables)
    if spot.carries_people:
        found.append(refuse("clamp-under-people", "A clamp holds by friction alone: nobody trusts his weight to that."))
    if post.section not in clamp.sections:
        found.append(refuse("not-this-section", "It is not made for a post of this section."))
    if not clamp.across_min_mm <= post.across_mm <= clamp.across_max_mm:
        found.append(
            refuse(
                "post-across",
                f"It goes round {show_across(clamp.across_min_mm, units)} to "
                f"{show_across(clamp.across_max_mm, units)}; the post has {show_across(post.across_mm, units)}.",
                across_mm=post.across_mm,
            )
        )
    if post.section is not PostSection.TIMBER:
        squeezed, limit = squeeze_mpa(clamp, post), tables.figures.clamp_squeeze_mpa
        if squeezed > limit:
            found.append(
                refuse(
                    "tube-dents",
                    f"Drawn up to {show_force(clamp.pull_n, units, demand=True)} it squeezes this thin tube with "
                    f"{squeezed:.0f} MPa; {limit:.0f} are allowed.",
                    squeeze_mpa=squeezed,
                )
            )
    return found


def _set(clamp: PostClamp, tables: CapacityTables) -> Setting:
    band = Screw(
        key=f"{clamp.key}-band",
        label=clamp.label,
        source=clamp.source,
        kind=ScrewKind.PIN,
        systems=clamp.systems,
        diameter_mm=clamp.band_mm,
        root_mm=clamp.band_mm,
        head_mm=clamp.band_mm,
        seats=(HeadSeat.FLAT,),
        thread_share=1.0,
        lengths_mm=(1.0,),
    )
    return Setting(
        rating=rating_of(clamp, tables.figures),
        screw=band,
        lever_mm=0.0,
        clamped=True,
        hole=HoleSpec(
            diameter_mm=clamp.band_mm,
            bit_rule=BitRule.PUSHED,
            pilot_mm=None,
            depth_mm=0.0,
            reach_mm=0.0,
            grip_from_mm=0.0,
            grip_to_mm=0.0,
            plug_length_mm=0.0,
            wing_mm=0.0,
            wing_depth_mm=0.0,
        ),
        pick=ScrewPick(
            key=band.key,
            label=clamp.label,
            text=clamp.label,
            diameter_mm=clamp.band_mm,
            root_mm=clamp.band_mm,
            head_mm=1.0,
            length_mm=1.0,
            head="band",
            washer_mm=0.0,
            proud_mm=0.0,
        ),
    )


def prepare(clamp: PostClamp, spot: Spot, tables: CapacityTables) -> Tabled | list[Refusal]:
    """A clamp at a bracket: what refuses it there, or N/Nₐ + V/Vₐ in every case."""
    setting = spot.cached_per_wall(clamp.key, lambda: _set(clamp, tables))
    return tabled(clamp, spot, setting, (), Mode.SLIP, ByCase(most=1.0))


def set_notes(clamp: PostClamp, made: Assessment, spot: Spot, tables: CapacityTables) -> list[str]:
    """How it is put on."""
    return [clamp.put_on]
