"""Ordinary practice as a page, and whole plans of random things on random walls looked at for what must never be.

``python -m bench.ordinary`` writes docs/ordinary.md; ``./run bench ordinary`` tries two thousand random plans.
"""

import random
import re
import sys
from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

from bench.ordinary_jobs import Row, bonded, job, masonry, studs
from bench.ordinary_refused import REFUSED
from bench.ordinary_rows import READY
from rockpin.catalogue import load_catalogue
from rockpin.core.base.errors import BadInput
from rockpin.core.base.findings import Severity, VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.base.quantities import show_use
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixture import Attachment, Environment, Fixture, HeldBy
from rockpin.core.document.job import JobDocument
from rockpin.core.document.wall import Framing, HowKnown, Layer, StudRow, Wall
from rockpin.core.fixture import build
from rockpin.core.plan import Plan, make_plan, read_wall, ways_out
from rockpin.core.setout import bar_holes, place_fixture
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.shapes import Shape

PAGE = Path(__file__).parent.parent / "docs" / "ordinary.md"

WORDS = {VerdictWord.READY: "ready", VerdictWord.PROVE_FIRST: "prove first", VerdictWord.DO_NOT_DRILL: "do not drill"}


def _framed(layer: str, board_mm: float, void: str = "timber_studs", deep_mm: float = 89) -> Wall:
    face = Layer(material=layer, thickness_mm=board_mm)
    frame = Layer(material=void, thickness_mm=deep_mm, filling=Filling.EMPTY)
    row = StudRow(first_centre_mm=400, pitch_mm=400, stud_width_mm=38, known=HowKnown.SEEN)
    return studs().model_copy(update={"build_up": (face, frame, face), "framing": Framing(row=row)})


def _tiled() -> Wall:
    """A bathroom's wall: the board of a stud wall, tiled on this face."""
    wall = studs()
    tile = Layer(material="tile", thickness_mm=8)
    return wall.model_copy(update={"build_up": (tile, *wall.build_up)})


FAMILIES: dict[str, Callable[[], Wall]] = {
    "board on studs": studs,
    "tiled board on studs": _tiled,
    "lath and plaster": lambda: _framed("lath_and_plaster", 25),
    "cement board": lambda: _framed("fibre_cement_board", 12.5),
    "timber lining": lambda: _framed("timber_lining", 18),
    "board on steel studs": lambda: _framed("gypsum_board", 12.5, "steel_studs", 70),
    "board on dabs": bonded,
    "plastered brick": lambda: masonry("brick"),
    "plastered dense block": lambda: masonry("dense_block"),
    "cored brick": lambda: masonry("cored_brick"),
    "aerated block": lambda: masonry("aerated_block"),
    "concrete": lambda: masonry("concrete", 0, 200),
}
"""One sound wall of each family, swept all over."""

PLACES = tuple((900.0 + 137.0 * n, 700.0 + 61.0 * (n % 5)) for n in range(10))
"""Ten places: lower left corners [mm] that meet studs, bays and bricks as they come."""


_ELSEWHERE = ("corner_shelf", "box_on_post")
"""Shapes that want two walls, or none."""


def _started(shape: str, wall: Wall, x: float, y: float) -> Fixture:
    """A shape with its starting measures; a bar gets its holes where the wall holds, as its button does."""
    catalogue = load_catalogue()
    made = build(catalogue.shape_by_key[shape], {})
    bar = next((one for one in made.supports if one.attachment is Attachment.USER_DRILLED and not one.holes), None)
    if bar is None:
        return made
    document = job(wall, made, x, y)
    inside = read_wall(document, catalogue)
    area = next(part.area for part in place_fixture(document, 2.5).supports if part.id == bar.id)
    holes = bar_holes(
        bar, area, wall, inside.identified.reading, inside.framing.members, made.measures["hole"], inside.catalogue
    )
    supports = tuple(one.model_copy(update={"holes": holes}) if one.id == bar.id else one for one in made.supports)
    return made.model_copy(update={"supports": supports})


@dataclass(frozen=True)
class Cell:
    """A shape on a family of wall: at how many of the places it is ready or asks for proof, and a way out if not."""

    ready: int
    prove: int
    stopped: int
    way: str | None


def _on_one_wall(catalogue: Catalogue) -> list[Shape]:
    return [shape for shape in catalogue.shapes if shape.key not in _ELSEWHERE]


def table(keep: Keep) -> dict[tuple[str, str], Cell]:
    """Every shape with its starting measures on every family of wall, at ten places."""
    catalogue, found = load_catalogue(), {}
    for shape in _on_one_wall(catalogue):
        stands = any(piece.held_by is not HeldBy.WALL for piece in build(shape, {}).pieces)
        for family, make in FAMILIES.items():
            counts: Counter[VerdictWord] = Counter()
            way, stopped = None, None
            for x, y in PLACES:
                wall = make()
                # the longest shapes fit on the wall from its left part only
                x, y = min(x, 3950 - build(shape, {}).outline.right_mm), 0.0 if stands else y
                document = job(wall, _started(shape.key, wall, x, y), x, y)
                word = make_plan(document, catalogue, keep).verdict.word
                counts[word] += 1
                if word is VerdictWord.DO_NOT_DRILL:
                    stopped = document
            if stopped is not None:
                ways = ways_out(stopped, catalogue, keep)
                way = ways[0].sentence if ways else None
            found[shape.key, family] = Cell(
                counts[VerdictWord.READY], counts[VerdictWord.PROVE_FIRST], counts[VerdictWord.DO_NOT_DRILL], way
            )
    return found


def _line(row: Row) -> str:
    made = make_plan(row.job(), load_catalogue())
    worst = max(
        (hole for hole in made.holes if hole.working),
        key=lambda one: one.working.use if one.working else 0,
        default=None,
    )
    if made.verdict.word is VerdictWord.READY and worst and worst.working:
        labels = ", ".join(dict.fromkeys(hole.chosen_label for hole in made.holes if hole.chosen_label))
        return f"| {row.says} | ready | {labels} | {worst.working.governs} | {show_use(worst.working.use)} |"
    ways = ways_out(row.job(), load_catalogue())
    way = ways[0].sentence if ways else "none found"
    return f"| {row.says} | {WORDS[made.verdict.word]} | {made.verdict.sentence} | {way} |"


def page(keep: Keep) -> str:
    """The page, made from the rows."""
    catalogue = load_catalogue()
    cells = table(keep)
    lines = [
        "# Ordinary practice",
        "",
        "What a practitioner looks at a verdict for: ordinary good work comes out ready, danger is refused, and a",
        "refusal names a way that works. Made from whole plans by `python -m bench.ordinary`;",
        "`tests/core/test_ordinary.py` holds every row of the first two tables.",
        "",
        "## Ready",
        "",
        "| what | verdict | fixing | what governs | used to |",
        "|---|---|---|---|---|",
        *(_line(row) for row in READY),
        "",
        "## Refused",
        "",
        "| what | verdict | why | a way that works |",
        "|---|---|---|---|",
        *(_line(row) for row in REFUSED),
        "",
        "## Every shape with its starting measures, at ten places",
        "",
        "Ready / prove first / do not drill. Walls are sound and swept all over; nothing is moved onto studs; what",
        "stands stands on the floor. A ledge in a corner and a box on a post want other walls than these.",
        "",
        "| shape | " + " | ".join(FAMILIES) + " |",
        "|---" * (len(FAMILIES) + 1) + "|",
    ]
    for shape in _on_one_wall(catalogue):
        told = [cells[shape.key, family] for family in FAMILIES]
        lines.append(f"| {shape.label} | " + " | ".join(f"{c.ready} / {c.prove} / {c.stopped}" for c in told) + " |")
    lines += [
        "",
        "Where it is stopped somewhere, a way out from there:",
        "",
        "| shape | wall | way out |",
        "|---|---|---|",
    ]
    for shape in _on_one_wall(catalogue):
        for family in FAMILIES:
            cell = cells[shape.key, family]
            if cell.stopped:
                lines.append(f"| {shape.label} | {family} | {cell.way or 'none was found'} |")
    return "\n".join(lines) + "\n"


# --- random things on random walls -----------------------------------------------------------------------------------

_STAND_IN = re.compile(r"\d{6,}|\binf\b|\bnan\b|e\+\d\d|None")


def random_job(seed: int) -> JobDocument | None:
    """A shape with random measures, hand and place, on a random family of wall; None where it cannot be measured so."""
    dice = random.Random(seed)
    catalogue = load_catalogue()
    shape = dice.choice(catalogue.shapes)
    measures = {}
    for one in shape.measures:
        if dice.random() < 0.5:
            low, high = max(one.least, one.start * 0.5), min(one.most, one.start * 1.6)
            value = dice.uniform(low, high) if high > low else one.start
            measures[one.key] = round(value) if one.unit.value == "count" else round(value, 1)
    wall = dice.choice(list(FAMILIES.values()))()
    if dice.random() < 0.3:
        wall = wall.model_copy(update={"scans": ()})
    x, y = dice.uniform(200, 2600), dice.uniform(150, 1700)
    try:
        fixture = build(shape, measures)
    except BadInput:
        return None
    fixture = fixture.model_copy(
        update={
            "hand": dice.choice(catalogue.hands).key,
            "environment": dice.choice([Environment.DRY, Environment.DRY, Environment.WET, Environment.OUTDOOR]),
        }
    )
    return job(wall, fixture, round(x), round(y))


def wrong(plan: Plan) -> list[str]:
    """What must never be in a plan."""
    found = []
    text = plan.model_dump_json(exclude={"elevation", "hidden", "reading", "belief", "framing", "holes", "record"})
    sentences = [finding.sentence + (finding.action or "") for finding in plan.findings]
    sentences += [reason for hole in plan.holes for one in hole.refused for reason in one.reasons]
    if any(_STAND_IN.search(one) for one in sentences) or "Infinity" in text:
        found.append("a stand-in number in a sentence")
    stops = [finding for finding in plan.findings if finding.severity is Severity.DO_NOT_DRILL]
    if plan.verdict.word is VerdictWord.READY and stops:
        found.append("ready beside a finding that forbids")
    for hole in plan.holes:
        if hole.chosen_by.value == "plan" and hole.working and hole.working.use > 1:
            found.append(f"hole {hole.number} accepted at {hole.working.use:.2f}")
        if any(one.use > 1 for one in hole.candidates):
            found.append(f"hole {hole.number} has a candidate used beyond 1")
    return found


def try_random_plans(count: int) -> int:
    """Plans so many random jobs; prints what is wrong, by seed. The number of faults."""
    catalogue, keep, faults = load_catalogue(), Keep(40), 0
    words: Counter[str] = Counter()
    for seed in range(count):
        document = random_job(seed)
        if document is None:
            words["cannot be measured so"] += 1
            continue
        try:
            plan = make_plan(document, catalogue, keep)
        except Exception as error:  # every exception is what is looked for here
            print(f"seed {seed}: {type(error).__name__}: {str(error)[:200]}")
            faults += 1
            continue
        words[plan.verdict.word.value] += 1
        for one in wrong(plan):
            print(f"seed {seed}: {one}")
            faults += 1
    print(f"{count} plans, {faults} faults: " + ", ".join(f"{n} {word}" for word, n in sorted(words.items())))
    return faults


def measure_ordinary() -> None:
    """Two thousand random plans."""
    try_random_plans(2000)


if __name__ == "__main__":
    if sys.argv[1:2] == ["random"]:
        raise SystemExit(bool(try_random_plans(int(sys.argv[2]) if len(sys.argv) > 2 else 2000)))
    PAGE.write_text(page(Keep(60)), encoding="utf-8")
