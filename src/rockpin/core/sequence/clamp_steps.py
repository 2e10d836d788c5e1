"""The steps of what is clamped to a post: marked along it, held up, clamped, drawn up, tried; nothing is drilled."""

from collections.abc import Sequence

from rockpin.core.base.quantities import show_length, show_mass
from rockpin.core.base.words import inside
from rockpin.core.document.fixture import HoleKind
from rockpin.core.drilling import DrillCard
from rockpin.core.sequence.hanging_steps import tried
from rockpin.core.sequence.step import Draft, Phase
from rockpin.core.sequence.work_site import WorkSite


def clamped(cards: Sequence[DrillCard]) -> bool:
    """Whether all of it is clamped."""
    return bool(cards) and all(card.kind is HoleKind.CLAMPED for card in cards)


def clamp_steps(site: WorkSite, cards: Sequence[DrillCard]) -> list[Draft]:
    """From the marks to the pull; ``cards``: of the clamps."""
    figures, card = site.figures, cards[0]
    name = f"the {inside(site.fixture.name)}"
    at = tuple(
        one.model_copy(
            update={"figure": show_length(site.holes[one.hole_id].y_mm, site.units), "words": "above the ground"}
        )
        for one in site.at(cards)
    )
    fixing = inside(card.fixing_label)
    return [
        Draft(
            id="mark",
            phase=Phase.MARK,
            title="Mark the clamps",
            sentence="Wipe the post clean and dry where a clamp goes: dirt and grease slip. A strip of tape at each "
            "height, from the ground, on the side that it is to face.",
            minutes=figures.mark_minutes * len(cards),
            needs=["protect"],
            at=at,
        ),
        Draft(
            id="up",
            phase=Phase.FIRST_UP,
            title="Clamp it up",
            sentence=f"One holds {name} ({show_mass(site.mass_kg, site.units)}) to the marks, the other puts each "
            f"{fixing} round, the upper one first. {card.set_notes[0] if card.set_notes else ''}"
            f"{site.footing.lifting_text(site.mass_kg)}",
            minutes=figures.lift_minutes + figures.set_minutes * len(cards),
            needs=["mark"],
            at=site.at(cards),
            figure=card.fixing_label,
            people=2,
            danger="It hangs on clamps that are not drawn up: one holds it until all of them are.",
        ),
        Draft(
            id="draw-up",
            phase=Phase.FIRST_UP,
            title="Plumb it, then draw up",
            sentence="Check that it hangs plumb and faces where it should while it can still turn. Then draw the "
            "clamps up alike, in turn. It must not turn on the post either.",
            minutes=figures.screw_minutes * len(cards),
            needs=["up"],
            at=site.at(cards),
            feel=card.grips,
            stop=card.stop,
            danger="It hangs on clamps that are not drawn up: one holds it until all of them are.",
        ),
        tried(site, cards, ["draw-up"], name),
    ]
