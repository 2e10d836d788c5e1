"""A fixture with more holes than it needs: what each choice of holes would mean, worked out and set side by side."""

from collections.abc import Collection, Sequence

from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_force, show_length, show_use
from rockpin.core.document.fixture import Fixture, FixtureHole
from rockpin.core.document.job import JobDocument
from rockpin.core.plan.make import make_plan
from rockpin.core.setout import LINK_WORDS, place_fixture
from rockpin.core.tables.catalogue import Catalogue

_MOST = 14


class HoleSet(Model):
    """One choice of holes. ``use``: of the most loaded hole with its planned fixing; None where nothing holds it."""

    label: str
    hole_ids: tuple[str, ...]
    now: bool
    use: float | None
    tension_text: str
    word: VerdictWord
    sentence: str


def with_used(fixture: Fixture, used: Collection[str]) -> Fixture:
    """A fixture of which just these holes are used."""
    carriers = fixture.carriers

    def marked(holes: Sequence[FixtureHole]) -> tuple[FixtureHole, ...]:
        return tuple(hole.model_copy(update={"used": hole.id in used}) for hole in holes)

    supports = tuple(
        one if one.id in carriers else one.model_copy(update={"holes": marked(one.holes)}) for one in fixture.supports
    )
    links = tuple(link.model_copy(update={"holes": marked(link.holes)}) for link in fixture.links)
    return fixture.model_copy(update={"supports": supports, "links": links})


def _wall_holes(fixture: Fixture) -> list[FixtureHole]:
    """The holes that go into the wall: of supports that touch it, and of boards and channels."""
    carriers = fixture.carriers
    found = [hole for support in fixture.supports if support.id not in carriers for hole in support.holes]
    return found + [hole for link in fixture.links for hole in link.holes]


def _name(fixture: Fixture, hole_id: str, numbers: dict[str, int], units: UnitSystem) -> str:
    """A hole as the person at the wall knows it: by its number, or by its place in its bracket."""
    if hole_id in numbers:
        return f"hole {numbers[hole_id]}"
    parts: list[tuple[str, Sequence[FixtureHole]]] = [(one.name, one.holes) for one in fixture.supports]
    parts += [(LINK_WORDS[link.kind], link.holes) for link in fixture.links]
    name, hole = next((name, hole) for name, holes in parts for hole in holes if hole.id == hole_id)
    return f"the hole of {name.lower()} at {show_length(hole.x_mm, units)}, {show_length(hole.y_mm, units)}"


def _wanted(
    fixture: Fixture, in_framing: Collection[str], numbers: dict[str, int], units: UnitSystem
) -> list[tuple[str, frozenset[str]]]:
    """The choices worth comparing: as now, all, those on framing, and each single hole more or less."""
    every = [hole.id for hole in _wall_holes(fixture)]
    now = frozenset(hole.id for hole in _wall_holes(fixture) if hole.used)
    found: list[tuple[str, frozenset[str]]] = [("as now", now), ("all holes", frozenset(every))]
    if in_framing:
        found.append(("only those on framing", frozenset(in_framing)))
    found += [
        (f"without {_name(fixture, name, numbers, units)}", now - {name})
        for name in every
        if name in now and len(now) > 1
    ]
    found += [(f"and {_name(fixture, name, numbers, units)} too", now | {name}) for name in every if name not in now]
    unique: dict[frozenset[str], str] = {}
    for label, holes in found:
        unique.setdefault(holes, label)
    return [(label, holes) for holes, label in unique.items()][:_MOST]


def hole_sets(job: JobDocument, catalogue: Catalogue) -> tuple[HoleSet, ...]:
    """Each choice with the plan that it leads to, against the plan as now."""
    whole = make_plan(
        job.model_copy(
            update={"fixture": with_used(job.fixture, [h.id for s in job.fixture.supports for h in s.holes])}
        ),
        catalogue,
    )
    in_framing = [
        hole.id for hole in whole.holes if hole.behind.solid_wood >= catalogue.figures.framing.solid_wood_credit
    ]
    units = job.site.units
    numbers = {hole.id: hole.number for hole in place_fixture(job, catalogue.figures.setout.channel_back_mm).holes}
    found: list[HoleSet] = []
    base: float | None = None
    for label, holes in _wanted(job.fixture, in_framing, numbers, units):
        if not holes:
            continue
        fixture = with_used(job.fixture, holes)
        choices = tuple(choice for choice in job.choices if choice.hole_id in holes)
        made = make_plan(job.model_copy(update={"fixture": fixture, "choices": choices}), catalogue)
        uses = [hole.working.use if hole.working else None for hole in made.holes]
        use = None if None in uses else max((one for one in uses if one is not None), default=None)
        pulls = [hole.demand_tension_n for hole in made.holes]
        tension = None if None in pulls else max((one for one in pulls if one is not None), default=0.0)
        now = label == "as now"
        base = tension if now else base
        against = ""
        if not now and base and tension is not None:
            change = 100 * (tension / base - 1)
            against = f", {abs(change):.0f} % {'more' if change > 0 else 'less'} than now" if abs(change) >= 1 else ""
        count = "1 hole" if len(holes) == 1 else f"{len(holes)} holes"
        holds = "nothing holds one of them" if use is None else f"the most loaded is used to {show_use(use)}"
        found.append(
            HoleSet(
                label=label,
                hole_ids=tuple(sorted(holes)),
                now=now,
                use=use,
                tension_text="no lever" if tension is None else show_force(tension, units, demand=True),
                word=made.verdict.word,
                sentence=f"{count}: the holes lie on the edge that the plate turns about; nothing holds it there."
                if tension is None
                else f"{count}: pull-out up to {show_force(tension, units, demand=True)}{against}; {holds}.",
            )
        )
    return tuple(found)
