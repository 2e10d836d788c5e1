"""The steps of putting up: what goes first, tried with a pull, what hangs on it, what is clipped once it hangs."""

from collections.abc import Sequence

from rockpin.core.base.quantities import show_force, show_length, show_mass
from rockpin.core.base.words import holes_words, inside
from rockpin.core.capacity import Goes
from rockpin.core.document.job import JobDocument
from rockpin.core.drilling import DrillCard
from rockpin.core.sequence.by_hole import felt_as_it_is_drawn_up, screws_of, told_by_hole
from rockpin.core.sequence.hole_steps import drill_steps, set_steps
from rockpin.core.sequence.joining_steps import fastened, kept_on
from rockpin.core.sequence.step import Draft, Phase
from rockpin.core.sequence.work_site import WorkSite


def through(cards: Sequence[DrillCard]) -> str:
    """What goes through the bracket while it is put up, a sentence or two for each of it."""
    how = {inside(card.fixing_label): card.set_notes[:1] for card in cards if card.goes is Goes.THROUGH}
    return "".join(
        f" The {name} goes on its screw through the bracket first, wings folded, and in with it: set alone it is lost "
        "in the void."
        if "toggle" in name
        else f" The {name} goes in through the bracket.{''.join(f' {one}' for one in said)}"
        for name, said in how.items()
    )


def first_up(site: WorkSite, cards: Sequence[DrillCard], needs: list[str]) -> list[Draft]:
    """What is fixed first, or the piece itself: loose, level, drawn up, and tried before anything hangs on it."""
    hanging, figures = site.hanging, site.figures
    what = hanging.first or f"the {inside(site.fixture.name)}"
    held_up = site.fixture.held_up and hanging.first is None
    people = max(site.lift_people, 1 + held_up) if hanging.first is None else 1
    mass = f" ({show_mass(site.mass_kg, site.units)})" if hanging.first is None else ""
    figure, figure_words, apart = screws_of(cards)
    at = site.at(cards)
    # rods that were set before stand out of the wall, and what is put up goes over them
    rods = all(one.goes is Goes.CURES for one in cards)
    rivets = all(one.drawn for one in cards)
    turned = "nuts" if rods else "rivets" if rivets else "screws"
    held = " Somebody or a prop holds it up until all of them are in: one alone does not carry it." if held_up else ""
    danger = f"It hangs on loose {turned}: keep a hand on it until all of them are drawn up."
    if hanging.keyholes and hanging.first == "the screws":
        proud = next((one.proud_text for one in cards if one.proud_text), "")
        drive = Draft(
            id="up",
            phase=Phase.FIRST_UP,
            title="Drive the screws",
            sentence=f"{proud} Try the piece on each head as you go: it must slide on without play.{apart}",
            minutes=figures.screw_minutes * len(cards),
            needs=needs,
            at=at,
            figure=figure,
            figure_words=figure_words,
            feel=felt_as_it_is_drawn_up(cards),
            stop=told_by_hole(cards, lambda one: one.stop),
        )
        return [drive, tried(site, cards, ["up"], "each screw head")]
    return [
        Draft(
            id="up",
            phase=Phase.FIRST_UP,
            title=f"Put up {what}",
            sentence=f"When the resin is hard, put {what}{mass} over the rods and start every nut; none is drawn up "
            f"before all are on.{held}"
            if rods
            else f"Hold {what}{mass} to the marks and push a rivet through every hole; none is drawn before all are in."
            f"{apart}{held}{_lifting(site) if hanging.first is None else ''}"
            if rivets
            else f"Hold {what}{mass} to the marks and start every screw; none is drawn up before all bite."
            f"{apart}{held}{through(cards)}{_lifting(site) if hanging.first is None else ''}",
            minutes=figures.lift_minutes + figures.screw_minutes * len(cards),
            needs=needs,
            at=at,
            figure=figure,
            figure_words=figure_words,
            people=people,
            danger=danger,
        ),
        Draft(
            id="draw-up",
            phase=Phase.FIRST_UP,
            title="Level, then draw up",
            sentence=f"Check the level while it can still move{': a drawn rivet lets nothing move' if rivets else ''}. "
            f"Then draw the {turned} up in turn. {told_by_hole(cards, lambda one: f'{one.last_turn}.')}",
            minutes=figures.screw_minutes * len(cards),
            needs=["up"],
            at=at,
            feel=felt_as_it_is_drawn_up(cards),
            stop=told_by_hole(cards, lambda one: one.stop),
            danger=danger,
        ),
        tried(site, cards, ["draw-up"], what),
    ]


def tried(site: WorkSite, cards: Sequence[DrillCard], needs: list[str], what: str) -> Draft:
    they, them = ("they", "them") if what.endswith("brackets") else ("it", "it")
    return Draft(
        id="try",
        phase=Phase.TRY,
        title="Try it with a pull",
        sentence=f"Pull {what} as hard as {they} will ever be pulled, straight out and down, before anything hangs on "
        f"{them}. Nothing may give, creak or turn.",
        minutes=site.figures.set_minutes,
        needs=needs,
        at=site.at(cards),
        danger="It was never pulled: hang nothing on it yet.",
    )


def hang(site: WorkSite, needs: list[str]) -> list[Draft]:
    """The piece goes on what was put up first; what is only marked from it comes after."""
    hanging, figures, people = site.hanging, site.figures, site.lift_people
    name = f"the {inside(site.fixture.name)}"
    if hanging.stands:
        return [_pushed_up(site, name, needs)]
    on_board = [fastened(site, name, needs)] if site.joined else []
    if on_board and hanging.second is None:
        return on_board
    needs = [one.id for one in on_board] or needs
    clips = hanging.later_name == "clips"
    so_far = "It hangs and is not clipped" if clips else "It hangs on its upper brackets alone"
    mass = show_mass(site.mass_kg, site.units)
    # its mount counts with it where it is weighed, though part of that is on the wall by now
    lifted = f"{mass} with its mount" if site.fixture.device is not None else mass
    hang = Draft(
        id="hang",
        phase=Phase.HANG,
        title=f"Hang {name}",
        sentence=f"Lift {name} ({lifted}) on. Let go only when it sits everywhere.{_lifting(site)}{_cables(site)}",
        minutes=figures.lift_minutes,
        needs=needs,
        figure=mass,
        figure_words="to lift",
        people=people,
        danger=f"{so_far}: somebody holds it." if hanging.later else None,
    )
    return [*on_board, hang, *kept_on(site, ["hang"])]


def _lifting(site: WorkSite) -> str:
    return site.footing.lifting_text(site.mass_kg)


def _cables(site: WorkSite) -> str:
    """How much cable is left between wall and screen."""
    seen = site.fittings.viewing
    if seen is None or seen.cable_mm is None:
        return ""
    return (
        f" Leave {show_length(seen.cable_mm, site.units)} of every cable between wall and screen, a loop at each "
        "joint; then swing it through once and see that none draws tight."
    )


def _pushed_up(site: WorkSite, name: str, needs: list[str]) -> Draft:
    push = show_force(site.catalogue.figures.fittings.push_home_n, site.units, demand=True)
    return Draft(
        id="hang",
        phase=Phase.HANG,
        title="Push it up to the wall",
        sentence=f"Stand {name} ({show_mass(site.mass_kg, site.units)}) plumb in its place and push it back until it "
        f"touches its brackets, no harder than two thumbs ({push}): pushed hard, its back bends. Then screw every "
        "bracket to it.",
        minutes=site.figures.lift_minutes,
        needs=needs,
        figure=show_mass(site.mass_kg, site.units),
        figure_words="to move",
        people=site.lift_people,
        danger="It stands and nothing keeps it from tipping: nobody opens or climbs it yet.",
    )


def clipped_later(site: WorkSite, cards: Sequence[DrillCard], job: JobDocument) -> list[Draft]:
    """Holes marked from the hung piece: it is held, marked, taken down, drilled, and hung again, then clipped."""
    figures, name = site.figures, f"the {inside(site.fixture.name)}"
    clips = site.hanging.later_name
    held = "It hangs and is not clipped: one holds it as long as it hangs."
    if clips != "clips":
        held = "It hangs on its upper brackets alone: one holds it as long as it hangs."
    play = site.fixture.apart_mm
    give = (
        f" Its posts give {show_length(play, site.units)} outwards and nothing inwards: mark with them pushed together."
        if play and not site.fixture.together_mm
        else ""
    )
    mark = Draft(
        id="mark-hung",
        phase=Phase.HANG,
        title="Mark from it",
        sentence=f"One holds {name}, one marks {inside(holes_words([one.number for one in site.at(cards)]))} through "
        f"{'the middle of its slots' if clips == 'clips' else f'its {clips}'}.{give}",
        minutes=figures.mark_minutes * len(cards),
        needs=["hang"],
        at=site.at(cards),
        people=2,
        danger=held,
    )
    down = Draft(
        id="take-down",
        phase=Phase.HANG,
        title="Take it down",
        sentence=f"Lift {name} off and stand it where no dust falls on it.",
        minutes=figures.lift_minutes,
        needs=["mark-hung"],
        people=site.lift_people,
        danger=held,
    )
    drills = drill_steps(site, [card for card in cards if card.drilled], "-later", ["take-down"], job)
    sets = set_steps(site, cards, "-later", [one.id for one in drills] or ["take-down"], job)
    for one in (*drills, *sets):
        one.phase = Phase.HANG
    again = Draft(
        id="hang-again",
        phase=Phase.HANG,
        title="Hang it again",
        sentence=f"Lift {name} back on and check that it sits everywhere.",
        minutes=figures.lift_minutes,
        needs=[one.id for one in (*drills, *sets)],
        people=site.lift_people,
        danger=held,
    )
    figure, figure_words, apart = screws_of(cards)
    clip = Draft(
        id="clip",
        phase=Phase.HANG,
        title="Clip it" if clips == "clips" else "Fix its lower brackets",
        sentence=f"Screw its {clips} to {inside(holes_words([one.number for one in site.at(cards)]))} and draw them "
        f"up. Lift at its lower edge: it must not come off.{apart}{through(cards)}",
        minutes=figures.screw_minutes * len(cards),
        needs=["hang-again"],
        at=site.at(cards),
        figure=figure,
        figure_words=figure_words,
        feel=felt_as_it_is_drawn_up(cards),
        stop=told_by_hole(cards, lambda one: one.stop),
        people=2,
        danger=held,
    )
    return [mark, down, *drills, *sets, again, clip]
