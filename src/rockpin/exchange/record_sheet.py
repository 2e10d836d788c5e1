"""The record of a job on paper: what hangs where, what sits in which hole, why it holds, what was found, who did it.

And the sheet of a wall: everything that is known of it, for whoever drills there next.
"""

from collections.abc import Callable, Sequence
from datetime import date
from math import hypot

from rockpin.core.base.quantities import UnitSystem, show_bit, show_force, show_length, show_use
from rockpin.core.document.fixture import HoleKind
from rockpin.core.document.job import JobDocument
from rockpin.core.document.record import Holds, HoleRecord, LeftHole, Photo
from rockpin.core.document.sweeps import Find
from rockpin.core.plan import Elevation, HolePlan, Plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.exchange.drawing import Box, Drawing
from rockpin.exchange.paper import Part, markdown_of, pdf_of
from rockpin.exchange.sheets import issue_of, walls_of

ReadPhoto = Callable[[str], bytes | None]
"""A photo by its file name; None where it is gone."""

_HOLDS = {Holds.YES: "tried, it holds", Holds.DOUBTFUL: "tried, doubtful", Holds.NO: "does not hold", None: "not tried"}
_BOUNDS = "A record of what was found and done. It replaces neither the local code nor a competent person's look."


def _elevation(plan: Plan) -> Drawing:
    """The wall with what hangs on it, studs dashed, holes with their numbers, old holes as small circles; in a corner
    both walls side by side."""
    wide, high = plan.elevation.width_mm, plan.elevation.height_mm
    faces = [(plan.elevation, 0.0)]
    if plan.beside:
        faces.append((plan.beside.elevation, plan.beside.from_mm))
        wide += plan.beside.elevation.width_mm
        high = max(high, plan.beside.elevation.height_mm)
    drawing = Drawing(plan.title, Box(0, 0, wide, high))
    for face, from_mm in faces:
        _face(drawing, face, from_mm, wide / 200)
    for part in (*plan.pieces, *plan.supports):
        drawing.rect("fixture", part.area.x_mm, part.area.y_mm, part.area.right_mm, part.area.top_mm)
    for hole in plan.holes:
        drawing.cross("marks", hole.x_mm, hole.y_mm, wide / 120)
    _numbered(drawing, plan.holes, wide)
    return drawing


def _numbered(drawing: Drawing, holes: Sequence[HolePlan], wide_mm: float) -> None:
    """Writes the numbers of holes, once for those that are close together; those that would run into the ones on their
    left stand below their holes. ``wide_mm``: of the whole drawing."""
    letter = wide_mm / 90
    ends: dict[float, float] = {}
    for some in sorted(_close(holes, wide_mm / 30), key=lambda some: some[0].x_mm):
        numbers, left = ", ".join(str(hole.number) for hole in some), some[0].x_mm + letter
        line = max(hole.y_mm for hole in some) + letter
        if left < ends.get(line, left):
            line = min(hole.y_mm for hole in some) - 2 * letter
        ends[line] = left + letter * len(numbers)
        drawing.say("marks", left, line, 8, numbers)


def _close(holes: Sequence[HolePlan], near_mm: float) -> list[list[HolePlan]]:
    """Holes so close to the first of them that their numbers would lie over each other."""
    found: list[list[HolePlan]] = []
    for hole in holes:
        for some in found:
            if hypot(hole.x_mm - some[0].x_mm, hole.y_mm - some[0].y_mm) < near_mm:
                some.append(hole)
                break
        else:
            found.append([hole])
    return found


def _face(drawing: Drawing, face: Elevation, from_mm: float, arm_mm: float) -> None:
    """A wall by itself; ``from_mm``: where its left end lies in the drawing, ``arm_mm``: of an old hole's cross."""
    drawing.rect("edges", from_mm, 0, from_mm + face.width_mm, face.height_mm)
    for opening in face.openings:
        area = opening.area
        drawing.rect("sheets", from_mm + area.x_mm, area.y_mm, from_mm + area.right_mm, area.top_mm)
    for member in face.members:
        middle = from_mm + member.rect.centre_x_mm
        if not member.horizontal:
            drawing.line("studs", middle, member.rect.y_mm, middle, min(member.rect.top_mm, face.height_mm))
    for old in face.old_holes:
        drawing.cross("joints", from_mm + old.x_mm, old.y_mm, arm_mm)


def _hole_row(
    hole: HolePlan, record: HoleRecord | None, units: UnitSystem, on_post: bool, catalogue: Catalogue
) -> tuple[str, ...]:
    at = f"{hole.y_text} above the ground" if on_post else f"{hole.x_text} from the left, {hole.y_text} up"
    where = f"{at}; {hole.behind_text}"
    if record is None:
        return str(hole.number), where, "not put up" if hole.kind is HoleKind.CLAMPED else "not drilled", "–"
    met = [catalogue.outcome_by_key[key].label.lower() for key in record.met]
    fixing = catalogue.fixing_by_key.get(record.fixing or "")
    drilled = [f"{show_bit(record.bit_mm, units)} bit"] if record.bit_mm else []
    drilled += [f"{show_length(record.depth_mm, units)} deep"] if record.depth_mm else []
    done = "; ".join([", ".join(met), ", ".join(drilled), fixing.label if fixing else "nothing set"]).strip("; ")
    pulled = f", pulled with {show_force(record.pulled_n, units, demand=False)}" if record.pulled_n else ""
    when = ", ".join(one for one in (record.who, (record.at or record.day or "")[:16].replace("T", " ")) if one)
    return str(hole.number), where, done, f"{_HOLDS[record.holds]}{pulled}{f'; {when}' if when else ''}"


def record_parts(
    plan: Plan, job: JobDocument, catalogue: Catalogue, read_photo: ReadPhoto, day: date | None = None
) -> list[Part]:
    """The record of a job, in order. ``day``: on which it is printed; None: today."""
    records = {one.hole_id: one for one in job.records}
    units = plan.units
    clamped = all(hole.kind is HoleKind.CLAMPED for hole in plan.holes) and bool(plan.holes)
    place, on_post = ("clamp" if clamped else "hole"), plan.post is not None
    done = sum(1 for hole in plan.holes if (one := records.get(hole.id)) and one.holds is Holds.YES)
    parts = [
        Part("title", f"Record: {plan.title}"),
        Part("text", f"{issue_of(plan, day)}."),
        Part("text", f"{plan.site}, {walls_of(plan)}. {plan.fixture_text}"),
        Part("text", f"Where it hangs: {plan.placing.sentence}"),
        Part("text", f"{done} of {len(plan.holes)} {place}s tried and found to hold. {_BOUNDS}"),
        Part("drawing", drawing=_elevation(plan)),
        Part("heading", f"{place.capitalize()} by {place}"),
        Part(
            "table",
            rows=(
                ("", "Where", "What it met and what went in", "Whether it holds"),
                *(_hole_row(hole, records.get(hole.id), units, on_post, catalogue) for hole in plan.holes),
            ),
        ),
        Part("heading", "Why it holds"),
    ]
    for hole in plan.holes:
        if hole.working and hole.chosen_label:
            parts.append(
                Part(
                    "item",
                    f"{place.capitalize()} {hole.number}: {hole.chosen_label}, used to "
                    f"{show_use(hole.working.use)} when {hole.working.case}; {hole.working.governs}. "
                    f"{hole.working.source}",
                )
            )
    parts.append(Part("text", f"{plan.verdict.label}. {plan.verdict.sentence}"))
    notes = [(hole.number, records[hole.id].note) for hole in plan.holes if hole.id in records]
    if any(note for _, note in notes) or job.note:
        parts.append(Part("heading", "Notes"))
        parts += [Part("item", f"{place.capitalize()} {number}: {note}") for number, note in notes if note]
        parts += [Part("text", job.note)] if job.note else []
    if job.left:
        parts.append(Part("heading", "Holes that were given up"))
        parts += [Part("item", _left_text(one, plan)) for one in job.left]
    parts += [Part("item", one.sentence) for one in plan.as_built]
    parts += _photos(job.photos, {hole.id: hole.number for hole in plan.holes}, read_photo)
    return parts


def _left_text(left: LeftHole, plan: Plan) -> str:
    where = f"{show_length(left.x_mm, plan.units)} from the left, {show_length(left.y_mm, plan.units)} up"
    if plan.beside:
        where += f" in {plan.beside.wall if left.on_second else plan.wall}"
    return f"{left.name[:1].upper()}{left.name[1:]}: {where}, {show_length(left.diameter_mm, plan.units)} wide"


def _photos(photos: Sequence[Photo], numbers: dict[str, int], read_photo: ReadPhoto) -> list[Part]:
    parts: list[Part] = []
    for photo in photos:
        of = f"Hole {numbers[photo.hole_id]}" if photo.hole_id in numbers else "The whole"
        told = ", ".join(one for one in (of, photo.note, photo.who, (photo.at or "")[:16].replace("T", " ")) if one)
        read = read_photo(photo.file)
        parts.append(Part("text", told if read else f"{told} (the photo itself is not in this data folder)"))
        if read:
            parts.append(Part("photo", photo=read))
    return [Part("heading", "Photos"), *parts] if parts else []


def _find_text(find: Find, units: UnitSystem) -> str:
    where = f"{show_length(find.x_mm, units)} from the left, {show_length(find.y_mm, units)} up"
    deep = f", {show_length(find.depth_mm, units)} deep" if find.depth_mm is not None else ""
    return f"{find.what[:1].upper()}{find.what[1:] or 'Something'}: {where}{deep}"


def wall_parts(
    plan: Plan,
    job: JobDocument,
    day: date | None = None,
    others: Sequence[Photo] = (),
    read_photo: ReadPhoto = lambda _name: None,
) -> list[Part]:
    """Everything known of the wall that a job stands on, from all jobs, in order. ``others``: photos of other jobs."""
    wall, units = job.wall, plan.units
    parts = [
        Part("title", f"The wall: {wall.name}"),
        Part("text", f"{issue_of(plan, day)}."),
        Part(
            "text", f"{plan.site}. {show_length(wall.width_mm, units)} wide, {show_length(wall.height_mm, units)} high."
        ),
        Part("text", f"Taken as: {plan.belief.leading.label}."),
        Part("drawing", drawing=_elevation(plan)),
        Part("heading", "Layers, from the face"),
    ]
    parts += [Part("item", f"{layer.label}, {show_length(layer.thickness_mm, units)}") for layer in plan.reading.layers]
    parts.append(Part("heading", "Framing"))
    parts += [
        Part(
            "item", f"{member.kind.value.capitalize()} at {show_length(member.rect.centre_x_mm, units)}, {member.known}"
        )
        for member in plan.framing.members
        if not member.horizontal
    ] or [Part("text", "None is known.")]
    parts.append(Part("heading", "What is on its faces"))
    parts += [
        Part("item", f"{point.kind} at {show_length(point.x_mm, units)}, {show_length(point.y_mm, units)} up")
        for point in wall.points
    ] or [Part("text", "Nothing was reported. That nobody reported anything does not say that nothing is there.")]
    parts.append(Part("heading", "What was swept and found"))
    for scan in wall.scans:
        when = f", {scan.day}" if scan.day else ""
        area = scan.area
        parts.append(
            Part(
                "item",
                f"{scan.mode.value.replace('_', ' ').capitalize()}: from {show_length(area.x_mm, units)} to "
                f"{show_length(area.right_mm, units)}, {show_length(area.y_mm, units)} to "
                f"{show_length(area.top_mm, units)} up; {len(scan.finds)} found{when}",
            )
        )
        parts += [Part("item", _find_text(find, units)) for find in scan.finds]
    if not wall.scans:
        parts.append(Part("text", "Nothing was swept."))
    parts.append(Part("heading", "Holes"))
    holes = [
        f"{old.name or 'a hole'}: {show_length(old.x_mm, units)} from the left, {show_length(old.y_mm, units)} up, "
        f"{show_length(old.diameter_mm, units)} wide{f', {old.met}' if old.met else ''}"
        f"{f'; in it {old.holds}' if old.holds else ''}{f', {old.day}' if old.day else ''}"
        for old in plan.elevation.old_holes
    ]
    lines = {line.hole_id: line.text for line in plan.record if line.text != "not drilled yet"}
    holes += [
        f"hole {hole.number} of {plan.title}: {hole.x_text} from the left, {hole.y_text} up, {lines[hole.id]}"
        for hole in plan.holes
        if hole.id in lines
    ]
    parts += [Part("item", text[:1].upper() + text[1:]) for text in holes] or [Part("text", "None is on record.")]
    parts += [Part("item", caution) for caution in plan.cautions]
    numbers = {hole.id: hole.number for hole in plan.holes}
    ours = [photo for photo in job.photos if photo.hole_id is None or photo.hole_id in numbers]
    return parts + _photos([*ours, *others], numbers, read_photo)


def record_pdf(
    plan: Plan, job: JobDocument, catalogue: Catalogue, read_photo: ReadPhoto, day: date | None = None
) -> bytes:
    """The record of a job as tagged PDF."""
    foot = f"{plan.title}, {issue_of(plan, day)}"
    return pdf_of(f"Record: {plan.title}", foot, record_parts(plan, job, catalogue, read_photo, day))


def record_markdown(plan: Plan, job: JobDocument, catalogue: Catalogue, day: date | None = None) -> str:
    """The record of a job as Markdown, its photos told in words."""
    return markdown_of(record_parts(plan, job, catalogue, lambda _file: None, day))


def _walls_parts(
    planned: Sequence[tuple[Plan, JobDocument]], others: Sequence[Photo], read_photo: ReadPhoto, day: date | None
) -> list[Part]:
    """The sheets of all walls that a job stands on, one after the other; photos of other jobs are with the first."""
    parts: list[Part] = []
    for plan, job in planned:
        parts += wall_parts(plan, job, day, () if parts else others, read_photo)
    return parts


def wall_pdf(
    planned: Sequence[tuple[Plan, JobDocument]],
    others: Sequence[Photo],
    read_photo: ReadPhoto,
    day: date | None = None,
) -> bytes:
    """The sheet of a wall as tagged PDF, of both where a piece stands in a corner. ``planned``: what of a job stands on
    each wall, with its plan. ``others``: photos that other jobs have of it."""
    names = " and ".join(job.wall.name for _, job in planned)
    foot = f"{names}, {issue_of(planned[0][0], day)}"
    return pdf_of(f"The wall: {names}", foot, _walls_parts(planned, others, read_photo, day))


def wall_markdown(planned: Sequence[tuple[Plan, JobDocument]], day: date | None = None) -> str:
    """The same as Markdown, without photos."""
    return markdown_of(_walls_parts(planned, (), lambda _name: None, day))
