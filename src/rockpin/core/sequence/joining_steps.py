"""The steps of what stands between piece and wall: holes in bars and boards, and what keeps the piece on them."""

from rockpin.core.base.quantities import show_length, show_mass
from rockpin.core.base.words import inside, listed
from rockpin.core.document.fixture import Attachment, FixtureHole, Link, LinkKind, Support
from rockpin.core.document.kit import BitType
from rockpin.core.drilling import BIT_WORDS, BitPick, DrillCard, bit_for
from rockpin.core.hole import BitRule
from rockpin.core.sequence.step import Draft, Phase
from rockpin.core.sequence.work_site import WorkSite
from rockpin.core.tables.shapes import KeptOn


def _own_holes(site: WorkSite) -> list[tuple[Support | Link, dict[str, FixtureHole], list[BitPick]]]:
    """What has no holes until somebody drills them, with those that are used, by id, and the bits for them."""
    parts: list[tuple[Support | Link, BitType]] = [
        (one, BitType.TWIST if one.material.is_metal else BitType.WOOD)
        for one in site.fixture.supports
        if one.attachment is Attachment.USER_DRILLED
    ]
    parts += [(one, BitType.WOOD) for one in site.fixture.links if one.kind is LinkKind.BACKING_BOARD]
    found = []
    for part, kind in parts:
        used = {hole.id: hole for hole in part.holes if hole.used}
        sizes = sorted({hole.diameter_mm for hole in used.values()})
        cut_by = (kind, BitType.TWIST) if kind is BitType.WOOD else (kind,)
        bits = [
            bit_for(size, BitRule.CLEARANCE, cut_by, site.kit, site.sold, site.units, site.catalogue) for size in sizes
        ]
        found.append((part, used, bits))
    return found


def own_bits(site: WorkSite) -> list[BitPick]:
    """The bits for the holes of bars and boards."""
    return list(dict.fromkeys(bit for _, _, bits in _own_holes(site) for bit in bits))


def prepare_steps(site: WorkSite, needs: list[str]) -> list[Draft]:
    """Holes in bars and boards, drilled where the wall holds, before anything is held up to it."""
    drafts = []
    by_hole = {card.hole_id: card for card in site.cards}
    for part, used, picks in _own_holes(site):
        at = []
        for one in site.at([by_hole[name] for name in used if name in by_hole]):
            along, up = (show_length(mm, site.units) for mm in (used[one.hole_id].x_mm, used[one.hole_id].y_mm))
            words_there = "from its left end · above its lower edge"
            at.append(one.model_copy(update={"figure": f"{along} · {up}", "words": words_there}))
        if not at:
            continue
        name = "board" if isinstance(part, Link) else inside(part.name)
        bits, words = " and ".join(bit.text for bit in picks), BIT_WORDS[picks[0].kind]
        drafts.append(
            Draft(
                id=f"own-holes-{part.id}"[:60],
                phase=Phase.MARK,
                title=f"Drill the {name}",
                sentence=f"On the bench, before it is held to the wall: {bits} {words}, straight through the {name}. "
                "Where the wall shows them elsewhere, these follow the wall.",
                minutes=site.figures.drill_minutes * len(at),
                needs=needs,
                at=tuple(at),
                figure=bits,
                figure_words=f"{words}, through the {name}",
                reversible=False,
            )
        )
    return drafts


def _screwed_on(cards: tuple[DrillCard, ...]) -> str:
    """What is drilled and driven into the board, a sentence for each kind of screw."""
    kinds: dict[tuple[str, str, str, str], int] = {}
    for card in cards:
        key = (card.bit_text, card.bit_words, card.depth_text, card.put_in_text)
        kinds[key] = kinds.get(key, 0) + 1
    return " ".join(
        f"{count} × {inside(screw)}: {bit} {words}, {depth} deep, hammer off."
        for (bit, words, depth, screw), count in kinds.items()
    )


def _into(site: WorkSite) -> list[str]:
    joined, ways = site.joined, []
    if joined.screws:
        ways.append(f"Into the board, through its own holes. {_screwed_on(joined.screws)}")
    if joined.bolts:
        ways.append(
            "Over the bolts that stand out of the board, a washer and a nut on each."
            if not joined.screws
            else "The others go over the bolts that stand out of the board, a washer and a nut on each."
        )
    if joined.nuts:
        ways.append("A bolt with its washer into every channel nut, each started by hand.")
    if joined.threads:
        ways.append("A screw with its washer into every thread of the plate, each started by hand.")
    return ways


def fastened(site: WorkSite, name: str, needs: list[str]) -> Draft:
    """A piece, or its brackets, held to what stands between it and the wall, and screwed or bolted to it."""
    mass, first, second = show_mass(site.mass_kg, site.units), site.hanging.first or "it", site.hanging.second
    screws = site.joined.screws
    alone = second is None
    what = f"{name} ({mass})" if alone else second
    return Draft(
        id="hang" if second is None else "join",
        phase=Phase.HANG,
        title=f"{'Screw' if screws else 'Bolt'} {second or name} to {first}",
        sentence=f"Hold {what} to the marks on {first}. {' '.join(_into(site))} Let go only when all of them "
        f"bite; then level it and draw them up in turn.{site.footing.lifting_text(site.mass_kg) if alone else ''}",
        minutes=site.figures.lift_minutes + site.figures.screw_minutes * len(screws),
        needs=needs,
        figure=screws[0].screw_text if screws else mass if second is None else None,
        figure_words=screws[0].screw_label if screws else "to lift" if second is None else None,
        stop=screws[0].stop if screws else None,
        people=site.lift_people if second is None else 1,
        danger=f"Nothing but hands keeps it on {first} until its screws bite: one holds it."
        if second is None
        else "The brackets hang on loose screws until all of them are drawn up.",
    )


def _brackets(site: WorkSite) -> int:
    return max(1, sum(any(hole.used for hole in one.holes) for one in site.fixture.supports))


def _kept(site: WorkSite) -> KeptOn | None:
    shape = site.catalogue.shape_by_key.get(site.fixture.shape or "")
    thing = site.catalogue.common_thing_by_key.get(site.fixture.thing or "")
    kept = (thing.kept_on if thing else None) or (shape.kept_on if shape else None)
    return kept if site.hanging.first is not None else None


def kept_on(site: WorkSite, needs: list[str]) -> list[Draft]:
    """What keeps a piece on the brackets that it was lifted on."""
    kept = _kept(site)
    if kept is None:
        return []
    return [
        Draft(
            id="keep-on",
            phase=Phase.HANG,
            title=kept.title,
            sentence=kept.says,
            minutes=site.figures.screw_minutes * _brackets(site),
            needs=needs,
            danger=kept.danger,
        )
    ]


def keeping_screws(site: WorkSite) -> tuple[str, int] | None:
    """What is driven in to keep a piece on its brackets, in words, and how many; None where it comes with the thing."""
    kept = _kept(site)
    return (kept.takes, 2 * _brackets(site)) if kept is not None and kept.takes is not None else None


def bolts_let_in(site: WorkSite, needs: list[str]) -> list[Draft]:
    """Bolts of brackets through a board: their heads lie behind it, so they go in before it goes up."""
    if not site.joined.bolts:
        return []
    what = listed([f"{count} × {label}" for label, count in site.joined.bolts])
    return [
        Draft(
            id="bolts-in",
            phase=Phase.FIRST_UP,
            title="Put the bolts in the board",
            sentence=f"{what[0].upper()}{what[1:]}. Mark them from the brackets, drill through, and see that nothing "
            "stands out of the board's back.",
            minutes=site.figures.set_minutes * sum(count for _, count in site.joined.bolts),
            needs=needs,
        )
    ]
