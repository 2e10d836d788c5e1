"""The steps of a job, as a graph: what is drilled, set, put up, tried, hung and made good, and what waits for what."""

from collections.abc import Iterable, Sequence
from typing import NamedTuple

from rockpin.core.base.model import bounding
from rockpin.core.base.quantities import show_length
from rockpin.core.document.fixture import Environment
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import CHECK_PARTS
from rockpin.core.drilling import DrillCard
from rockpin.core.fittings import FittingsReading
from rockpin.core.hole import Existing
from rockpin.core.sequence.clamp_steps import clamp_steps, clamped
from rockpin.core.sequence.fitting_steps import (
    bed_steps,
    bolt_steps,
    glue_steps,
    pipe_steps,
    scrap_steps,
    stack_steps,
    wire_steps,
)
from rockpin.core.sequence.footing import Footing, footing_of
from rockpin.core.sequence.gathering import GatherItem, gather
from rockpin.core.sequence.hanging import way_of_hanging
from rockpin.core.sequence.hanging_steps import clipped_later, first_up, hang
from rockpin.core.sequence.hole_steps import drill_steps, marks, set_steps
from rockpin.core.sequence.joined import JointFixings
from rockpin.core.sequence.joining_steps import bolts_let_in, prepare_steps
from rockpin.core.sequence.kinds import KindSite, kinds_of
from rockpin.core.sequence.step import Draft, Phase, Step, in_order
from rockpin.core.sequence.work_site import WorkSite, wait_for
from rockpin.core.setout import PlacedHole
from rockpin.core.tables.catalogue import Catalogue


class Work(NamedTuple):
    """The order of work: what to have at hand, the steps, how many people they take, and what climbing asks for."""

    gather: tuple[GatherItem, ...]
    steps: tuple[Step, ...]
    people: int
    climbing: str | None


FILL = "fill"
"""The step that fills the holes that are left behind, by id."""


def _making_good(site: WorkSite, job: JobDocument, needs: list[str], sealed: bool) -> list[Draft]:
    drafts = []
    if sealed:
        drafts.append(
            Draft(
                id="seal",
                phase=Phase.GOOD,
                title="Seal",
                sentence="Sealant round every screw and along the upper edge of each plate, so that no water gets in.",
                minutes=site.figures.set_minutes * len(site.cards),
                needs=needs,
                wait=wait_for("sealant", site.units, site.catalogue),
                danger="No water on it until the sealant is cured.",
            )
        )
    if any(not one.filled for one in job.left):
        drafts.append(
            Draft(
                id=FILL,
                phase=Phase.GOOD,
                title="Fill the old holes",
                sentence=f"{len(job.left)} of them: dust out, filler pressed to the bottom, struck off flush.",
                minutes=site.figures.set_minutes * len(job.left),
                needs=["dust"],
                wait=wait_for("filler", site.units, site.catalogue),
                reversible=False,
            )
        )
    drafts.append(
        Draft(
            id="covers",
            phase=Phase.GOOD,
            title="Make good",
            sentence="Covers on, set screws in, marks and tape off, dust away.",
            minutes=site.figures.set_minutes,
            needs=[*needs, *(one.id for one in drafts)],
        )
    )
    return drafts


def _gathered(site: WorkSite, scrap: Sequence[Draft]) -> list[Draft]:
    """What comes before any mark: parts and tools looked over, circuits dead, people and room protected."""
    dusty = any(card.dusty for card in site.cards)
    drafts = [
        *scrap,
        Draft(CHECK_PARTS, Phase.GATHER, "Check the parts", "Count what came against what the thing needs.", 2.0),
        Draft(
            "gather",
            Phase.GATHER,
            "Lay it ready",
            "Fixings, tools, what is used up, what protects.",
            3.0,
            [CHECK_PARTS],
        ),
        Draft(
            "safe",
            Phase.SAFE,
            "Make safe",
            "Switch off and prove dead any circuit that may run here; know where the stop valve is.",
            site.figures.prove_minutes,
            ["gather"],
            danger="Until that is done nobody drills.",
        ),
        Draft(
            "protect",
            Phase.SAFE,
            "Protect",
            "Mask, eyes and ears; vacuum or water at the hole, a sheet below: this dust harms the lungs."
            if dusty
            else "Eyes; a sheet below and the furniture out of the way.",
            1.0,
            ["safe", *(one.id for one in scrap)],
        ),
    ]
    if site.footing.caution:
        drafts.append(
            Draft(
                "footing",
                Phase.SAFE,
                "Set up what you stand on",
                site.footing.caution,
                site.figures.set_minutes,
                ["safe"],
                figure=show_length(site.footing.highest_mm, site.units),
                figure_words=f"above the {site.footing.above}, the highest hole",
            )
        )
    return drafts


def _taken_out(site: WorkSite, job: JobDocument) -> list[Draft]:
    """What sits in holes that are left behind comes out before anything is marked anew."""
    sits = [one for one in job.left if one.fixing is not None and not one.filled]
    if not sits:
        return []
    return [
        Draft(
            id="out",
            phase=Phase.SAFE,
            title="Take out the old fixings",
            sentence="Whatever hangs there comes off first. Then screws and plugs out of the old "
            f"hole{'s' if len(sits) > 1 else ''}, {len(sits)} of them: what does not come out is cut off flush, or "
            "driven in behind the face.",
            minutes=site.figures.set_minutes * len(sits),
            needs=["protect"],
        )
    ]


def _put_up(site: WorkSite, kinds: Sequence[KindSite], job: JobDocument, first: Sequence[DrillCard]) -> list[Draft]:
    """From the marks to what stands on the wall, of the holes that are drilled before anything hangs."""
    if clamped(first):
        return clamp_steps(site, first)
    # an anchor that was there before this job, and holds, is marked, drilled and set by nobody
    recorded = {one.hole_id for one in job.records}
    kept = {key for key, there in site.existing.items() if there.sits and key not in recorded}
    fresh = [card for card in first if card.hole_id not in kept]
    drills = drill_steps(site, [card for card in fresh if card.drilled], "", ["mark"], job)
    sets = set_steps(site, fresh, "", [one.id for one in drills] or ["mark"], job)
    counted = [CHECK_PARTS]
    before = [*prepare_steps(site, counted), *stack_steps(site, counted), *bolts_let_in(site, counted)]
    before += bed_steps(site, ["mark"]) if job.wall.stands.rides else []
    needs = [one.id for one in sets] or [one.id for one in drills] or ["mark", "protect"]
    glue = glue_steps(kinds[0].site, needs)
    waits, ups = [*needs, *(one.id for one in (*before, *glue[:1]))], []
    for kind in kinds:
        if cards := kind.of(first):
            up = kind.named(first_up(kind.site, cards, list(waits)))
            up[-1].needs.extend(one.id for one in glue[1:])
            ups += up
    return [*([marks(site, fresh)] if fresh else []), *drills, *sets, *before, *glue, *ups]


def _hung(kind: KindSite, job: JobDocument, first: bool, bolted: Sequence[Draft]) -> list[Draft]:
    """What hangs on what went up first, and what is only marked and drilled once it hangs; of one kind in a row.

    ``first``: whether any of it was drilled before. ``bolted``: what is bolted to it while it lies there.
    """
    site = kind.site
    later = [card for card in site.cards if card.hole_id in site.hanging.later]
    if site.hanging.first is None and not later:
        return []
    last = f"try{kind.suffix}" if first else "protect"
    drafts = hang(site, [last, *(one.id for one in bolted)])
    return kind.named([*drafts, *(clipped_later(site, later, job) if later else [])])


def _drafts(site: WorkSite, job: JobDocument, sealed: bool) -> list[Draft]:
    """All steps with what each needs; a later one may undo an earlier one (hung, taken down, hung again)."""
    first, kinds = [card for card in site.cards if card.hole_id not in site.hanging.later], kinds_of(site)
    drafts = _gathered(site, scrap_steps(site, ["gather"]) if job.wall.stands.rides else [])
    drafts += _taken_out(site, job)
    drafts += _put_up(site, kinds, job, first) if first else []
    last = []
    for kind in kinds:
        before = bool(kind.of(first))
        bolted = bolt_steps(site, [CHECK_PARTS]) if not kind.suffix else []
        hung = _hung(kind, job, before, bolted)
        drafts += [*(bolted if hung else []), *hung]
        done = hung[-1].id if hung else f"try{kind.suffix}" if before else "protect"
        wired = kind.named(wire_steps(kind.site, [done]))
        drafts += wired
        last += [one.id for one in wired] or [done]
    piped = pipe_steps(site, last)
    last = [one.id for one in piped] or last
    good = _making_good(site, job, last, sealed)
    drafts += [*piped, *good]
    drafts.append(
        Draft(
            id="record",
            phase=Phase.RECORD,
            title="Prove and record",
            sentence="Pull once more, with a gauge where it matters. Write down what each hole met; clean up.",
            minutes=site.figures.prove_minutes,
            needs=[one.id for one in good],
            at=site.at(site.cards),
        )
    )
    return drafts


def _footing(job: JobDocument, holes: Sequence[PlacedHole], mass_kg: float, catalogue: Catalogue) -> Footing:
    pieces, at = job.fixture.pieces, job.placement
    low = at.y_mm + min((piece.y_mm for piece in pieces), default=0.0)
    along = at.x_mm + (bounding(piece.rect for piece in pieces).centre_x_mm if pieces else 0.0)
    figures = catalogue.figures.drilling
    return footing_of(holes, low, along, mass_kg, job.wall.stairs, job.foot, job.site.units, figures)


def work_of(
    job: JobDocument,
    cards: Sequence[DrillCard],
    holes: Sequence[PlacedHole],
    existing: dict[str, Existing],
    mass_kg: float,
    lacking: Iterable[str],
    fittings: FittingsReading,
    joined: JointFixings,
    catalogue: Catalogue,
    round_corner: frozenset[str] = frozenset(),
) -> Work:
    """The work on holes that have a card; no steps where there are none: a refused job has no order of work.

    ``existing``: holes that are there already. ``mass_kg``: what is lifted at once. ``lacking``: fixings of which the
    van has too few. ``fittings``: what comes with it. ``joined``: what fastens it to a board, a channel or a plate
    behind it. ``round_corner``: holes on the second wall of an inside corner.
    """
    fresh = [card for card in cards if not (existing.get(card.hole_id) and existing[card.hole_id].sits)]
    hanging = way_of_hanging(job.fixture, catalogue)
    site = WorkSite(
        sorted(cards, key=lambda card: card.number),
        {hole.id: hole for hole in holes},
        existing,
        job.fixture,
        hanging,
        mass_kg,
        job.site.units,
        job.site.sold,
        job.kit,
        fittings,
        catalogue,
        joined,
        _footing(job, holes, mass_kg, catalogue),
        job.wall.post is not None,
        job.datum,
        round_corner,
    )
    # no water gets in where nothing is drilled
    damp = job.fixture.environment is not Environment.DRY or any(card.tiled for card in cards)
    sealed = damp and not clamped(cards)
    filled = any(not one.filled for one in job.left)
    things = gather(site, fresh, lacking, sealed=sealed, filled=filled)
    done = frozenset(one.step for one in job.progress.done)
    steps = in_order(_drafts(site, job, sealed), done) if cards else ()
    return Work(things, steps, max((step.people for step in steps), default=1), site.footing.caution)
