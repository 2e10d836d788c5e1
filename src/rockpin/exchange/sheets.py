"""The calculation sheet: what was assumed, what pulls, what holds and why, line by line, as Markdown and as PDF.

Both are made from the same paragraphs, so that they cannot differ.
"""

import hashlib
from collections.abc import Iterator
from datetime import date

from rockpin.core.base.findings import Severity, gathered
from rockpin.core.base.quantities import show_thickness
from rockpin.core.document.fixture import HoleKind
from rockpin.core.drilling import DrillCard
from rockpin.core.identification import WallReading
from rockpin.core.plan import HolePlan, Plan, wall_begins_mm
from rockpin.exchange.paper import Part, markdown_of, pdf_of

_BOUNDS = (
    "Planning values after the sources named at each line. They replace neither the local code nor a competent person."
)


def walls_of(plan: Plan) -> str:
    """The wall that a job stands on; in a corner both."""
    return f"{plan.wall} and {plan.beside.wall}" if plan.beside else plan.wall


def wall_of(plan: Plan, hole: HolePlan) -> str:
    """The wall that a hole is in."""
    return plan.beside.wall if plan.beside and wall_begins_mm(plan, hole) else plan.wall


def _behind(plan: Plan) -> Iterator[Part]:
    """What it hangs on: the layers of a wall, of both in a corner, or a post with how it bears and stands."""
    readings: list[tuple[str, WallReading]] = [("The wall" if plan.post is None else "The post", plan.reading)]
    if beside := plan.beside:
        readings = [(f"The left wall: {plan.wall}", plan.reading), (f"The right wall: {beside.wall}", beside.reading)]
    for heading, reading in readings:
        yield Part("heading", heading)
        for layer in reading.layers:
            thick, front = (show_thickness(mm, plan.units) for mm in (layer.thickness_mm, layer.front_mm))
            yield Part("item", f"{layer.label}, {thick}" + ("" if plan.post else f", from {front} on"))
    if post := plan.post:
        yield Part("item", f"Bending: {post.stress_mpa:.0f} MPa of {post.limit_mpa:.0f} MPa, worst when {post.case}")
        yield Part("text", post.text)


def _hole(hole: HolePlan, not_yet: bool, plan: Plan) -> Iterator[Part]:
    clamp = "Clamp" if hole.kind is HoleKind.CLAMPED else "Hole"
    yield Part("heading", f"{clamp} {hole.number}: {hole.support_label}")
    up = f"{hole.y_text} above the {plan.foot}"
    where = up if plan.post else f"{hole.x_text} from the left, {up}"
    yield Part("text", f"At {where}. Behind it: {hole.behind_text}.")
    working = hole.working
    if working is None:
        yield Part("text", "Nothing in the catalogue holds here.")
        return
    yield Part(
        "text", f"Fixing: {hole.chosen_label}, {'your own choice' if hole.chosen_by == 'you' else 'as planned'}."
    )
    yield Part(
        "table",
        rows=(
            ("", "demand", "capacity"),
            ("Pull-out", working.demand_tension_text, working.tension_text),
            ("Shear", working.demand_shear_text, working.shear_text),
            ("Together", working.use_text, "100 %"),
        ),
    )
    yield Part("text", f"Worst case: {working.case}. Governed by {working.governs}. {working.raises}")
    for bound in working.bounds:
        yield Part("item", f"With {bound.label}: pull-out {bound.tension_text}, shear {bound.shear_text}.")
    yield Part("table", rows=(("Working", "Source"), *((line.text, line.source) for line in working.lines)))
    card = hole.card
    if not_yet:
        yield Part("text", "Not yet to be drilled.")
    elif card:
        yield Part("text", f"{_made_by(card)}{card.last_turn}.")


def _made_by(card: DrillCard) -> str:
    """How the hole is made and what goes in, in sentences, each with a space after it."""
    if card.pushed:
        return f"{card.put_in_text}. "
    if card.turned_in:
        return f"{card.work_text[0].upper()}{card.work_text[1:]}. {card.put_in_text}. "
    also = f"; {card.also_text}" if card.also_text else ""
    return f"Drill {card.work_text}, {card.hammer_text}{also}. {card.put_in_text}. "


def revision_of(plan: Plan) -> str:
    """Eight signs that stand for all that a sheet says: two sheets that carry the same ones say the same."""
    return hashlib.sha256(plan.model_dump_json().encode()).hexdigest()[:8]


def issue_of(plan: Plan, day: date | None) -> str:
    """The day on which a sheet is made and the revision that it shows, in words."""
    made = day or date.today()
    return f"{made.day} {made:%B %Y}, revision {revision_of(plan)}"


def sheet_parts(plan: Plan, day: date | None = None) -> list[Part]:
    """The whole sheet in order. ``day``: on which it is made; None: today."""
    parts = [
        Part("title", f"Calculation sheet: {plan.title}"),
        Part("text", f"{issue_of(plan, day)}."),
        Part("text", f"{plan.site}, {walls_of(plan)}. {plan.fixture_text}"),
        Part("text", f"Where it goes: {plan.placing.sentence}"),
        *(Part("item", one.sentence) for one in plan.as_built),
        Part("text", f"{plan.verdict.label}. {plan.verdict.sentence}"),
        Part("text", _BOUNDS),
        *_behind(plan),
    ]
    parts.append(Part("heading", "What pulls"))
    parts.append(Part("text", plan.cases_text))
    parts.append(Part("table", rows=(("Case that decides", "lasts"), *((c.label, c.lasts) for c in plan.cases))))
    for hole in plan.holes:
        parts += _hole(hole, bool(plan.not_yet), plan)
    if plan.joints:
        parts.append(Part("heading", "Brackets on the part between"))
        parts += [Part("item", joint.sentence) for joint in plan.joints]
    parts.append(Part("heading", "What is to be said"))
    said = [one for one in gathered(plan.findings) if one.severity not in (Severity.REFUSE, Severity.PERMIT)]
    parts += [Part("item", f"{one.sentence} {one.action or ''}".strip()) for one in said]
    parts += [Part("item", caution) for caution in plan.cautions]
    return parts


def sheet_markdown(plan: Plan, day: date | None = None) -> str:
    """The sheet as Markdown."""
    return markdown_of(sheet_parts(plan, day))


def sheet_pdf(plan: Plan, day: date | None = None) -> bytes:
    """The sheet as tagged PDF, A4, with page numbers."""
    return pdf_of(f"Calculation sheet: {plan.title}", f"{plan.title}, {issue_of(plan, day)}", sheet_parts(plan, day))
