"""Whether a document names only what the catalogue has: every unknown key is found at once, with its path."""

from collections.abc import Collection, Sequence
from difflib import get_close_matches

from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.document.evidence import Evidence
from rockpin.core.document.fixings import AnyFixing
from rockpin.core.document.fixture import Piece
from rockpin.core.document.job import JobBody, JobDocument
from rockpin.core.document.kit import Kit
from rockpin.core.document.wall import Wall
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.identification import CheckForm
from rockpin.core.tables.names import named_in
from rockpin.core.tables.packets import packet_faults, with_packets
from rockpin.core.tables.shapes import Beyond, CommonThing, Shape, ShapeStart


def _unknown(path: str, key: str, table: Collection[str], what: str) -> list[Fault]:
    if key in table:
        return []
    names = sorted(table)
    says = f"it has {', '.join(names)}"
    if len(names) > _NAMED:
        # nobody reads a hundred and more; whoever mistyped one looks for that
        near = get_close_matches(key, names, _NEAREST, 0) or names[:_NEAREST]
        says = f"nearest of the {len(names)} that it has are {', '.join(near)}"
    return [Fault(path, f"“{key}” is no {what} of the catalogue; {says}")]


_NAMED = 40
_NEAREST = 5


def _evidence_faults(path: str, one: Evidence, catalogue: Catalogue) -> list[Fault]:
    """A check must be known, and told in its own form: a word of its own, a measure, or a probe's record."""
    faults = _unknown(f"{path}.check", one.check, catalogue.check_by_key, "check")
    if faults:
        return faults
    check = catalogue.check_by_key[one.check]
    outcomes = {row.key: row for row in check.outcomes}
    match check.form:
        case CheckForm.OUTCOME:
            return _unknown(f"{path}.outcome", one.outcome or "", outcomes, f"outcome of {check.label.lower()}")
        case CheckForm.MEASURE if not one.value_mm:
            return [Fault(f"{path}.value_mm", f"{check.label} is told by a measure; give it, above 0 mm")]
        case CheckForm.PROBE if one.probe is None:
            return [Fault(f"{path}.probe", "a probe hole is told by its record: what came out, and how it ended")]
    return []


def wall_faults(wall: Wall, catalogue: Catalogue, path: str = "") -> list[Fault]:
    """Keys of a wall that the catalogue does not know."""
    faults: list[Fault] = []
    for i, layer in enumerate(wall.build_up):
        faults += _unknown(f"{path}build_up.{i}.material", layer.material, catalogue.material_by_key, "material")
    for i, point in enumerate(wall.points):
        faults += _unknown(f"{path}points.{i}.kind", point.kind, catalogue.point_by_key, "point")
    if wall.school:
        faults += _unknown(f"{path}school", wall.school, catalogue.school_by_key, "rule school")
    for i, evidence in enumerate(wall.evidence):
        faults += _evidence_faults(f"{path}evidence.{i}", evidence, catalogue)
    if wall.post:
        section = wall.post.section
        materials = {row.key for row in catalogue.posts.materials if section in row.sections}
        what = f"material of a post that is a {section.replace('_', ' ')}"
        faults += _unknown(f"{path}post.material", wall.post.material, materials, what)
        soils = {row.key for row in catalogue.posts.soils}
        faults += _unknown(f"{path}post.soil", wall.post.soil, soils, "kind of earth")
    if wall.framing:
        faults += _unknown(f"{path}framing.species", wall.framing.species, catalogue.species_by_key, "kind of wood")
    return faults


def kit_faults(kit: Kit, catalogue: Catalogue, path: str = "") -> list[Fault]:
    """Keys of a kit that the catalogue does not know."""
    faults: list[Fault] = []
    for i, item in enumerate(kit.fixings):
        faults += _unknown(f"{path}fixings.{i}.key", item.key, catalogue.fixing_by_key, "fixing")
    for i, screw in enumerate(kit.screws):
        faults += _unknown(f"{path}screws.{i}.key", screw.key, catalogue.screw_by_key, "screw")
    for i, tool in enumerate(kit.tools):
        faults += _unknown(f"{path}tools.{i}", tool, catalogue.tool_by_key, "tool")
    return faults


def _row_faults(rows: Sequence[AnyFixing], catalogue: Catalogue) -> list[Fault]:
    """Screws and tools that own rows name and the catalogue does not have, and keys that stand twice."""
    faults: list[Fault] = []
    for i, row in enumerate(rows):
        screws = catalogue.screw_by_key.keys() | {screw.key for screw in row.brings}
        for screw in row.screw_keys:
            faults += _unknown(f"own_fixings.{i}.screw", screw, screws, "screw")
        for tool in row.tools:
            faults += _unknown(f"own_fixings.{i}.tools", tool, catalogue.tool_by_key, "tool")
    keys = [row.key for row in rows]
    if len(keys) != len(set(keys)):
        faults.append(Fault("own_fixings", f"the key {max(keys, key=keys.count)} stands twice; give each its own"))
    return faults


def _piece_faults(path: str, piece: Piece, catalogue: Catalogue) -> list[Fault]:
    """Keys of a piece that has a use, hands or a shape of its own."""
    told = (
        ("duty", piece.duty, catalogue.duty_by_key, "use"),
        ("hand", piece.hand, {row.key for row in catalogue.hands}, "hand"),
        ("shape", piece.shape, catalogue.shape_by_key, "shape"),
        ("thing", piece.thing, catalogue.common_thing_by_key, "thing"),
    )
    return [fault for name, key, table, what in told if key for fault in _unknown(f"{path}.{name}", key, table, what)]


def usable_rows(rows: Sequence[AnyFixing], catalogue: Catalogue) -> tuple[AnyFixing, ...]:
    """Own rows that name only screws and tools that there are; the others would leave no job with a plan."""
    return tuple(row for row in rows if not _row_faults([row], catalogue))


def job_faults(job: JobBody, catalogue: Catalogue) -> list[Fault]:
    """Keys of a job that the catalogue does not know, and holes that the fixture does not have."""
    if faults := _row_faults(job.own_fixings, catalogue):
        return faults
    catalogue = catalogue.with_own(job.own_fixings)
    faults = _unknown("fixture.duty", job.fixture.duty, catalogue.duty_by_key, "use")
    hands = {row.key for row in catalogue.hands}
    faults += _unknown("fixture.hand", job.fixture.hand, hands, "hand")
    for i, piece in enumerate(job.fixture.pieces):
        faults += _piece_faults(f"fixture.pieces.{i}", piece, catalogue)
    if job.fixture.device and job.fixture.device.thread:
        bolts = {row.key for row in catalogue.fittings.bolts}
        faults += _unknown("fixture.device.thread", job.fixture.device.thread, bolts, "bolt")
    if job.fixture.enclosure and job.fixture.enclosure.exposure:
        exposures = {row.key for row in catalogue.fittings.exposures}
        faults += _unknown("fixture.enclosure.exposure", job.fixture.enclosure.exposure, exposures, "exposure")
    if job.fixture.rated:
        faults += _unknown("fixture.rated.hand", job.fixture.rated.hand, hands, "hand")
    holes = {hole.id for support in job.fixture.supports for hole in support.holes}
    holes |= {hole.id for link in job.fixture.links for hole in link.holes}
    of_packets = packet_faults(job, catalogue)
    faults += of_packets
    fixings = (catalogue if of_packets else with_packets(catalogue, job)).fixing_by_key
    for i, choice in enumerate(job.choices):
        faults += _unknown(f"choices.{i}.fixing", choice.fixing, fixings, "fixing")
        if choice.hole_id not in holes:
            faults.append(Fault(f"choices.{i}.hole_id", f"“{choice.hole_id}” is no hole of this fixture"))
    for i, test in enumerate(job.pull_tests):
        faults += _unknown(f"pull_tests.{i}.fixing", test.fixing, fixings, "fixing")
    faults += kit_faults(job.kit, catalogue, "kit.")
    if job.fixture.shape:
        faults += _unknown("fixture.shape", job.fixture.shape, catalogue.shape_by_key, "shape")
    if job.fixture.thing:
        faults += _unknown("fixture.thing", job.fixture.thing, catalogue.common_thing_by_key, "thing")
    for i, link in enumerate(job.fixture.links):
        faults += _unknown(f"fixture.links.{i}.species", link.species, catalogue.species_by_key, "kind of wood")
    for i, record in enumerate(job.records):
        if record.fixing:
            faults += _unknown(f"records.{i}.fixing", record.fixing, fixings, "fixing")
        for key in record.failed:
            faults += _unknown(f"records.{i}.failed", key, fixings, "fixing")
        for met in record.met:
            faults += _unknown(f"records.{i}.met", met, catalogue.outcome_by_key, "outcome")
        if record.hole_id not in holes:
            faults.append(Fault(f"records.{i}.hole_id", f"“{record.hole_id}” is no hole of this fixture"))
    for i, left in enumerate(job.left):
        if left.fixing:
            faults += _unknown(f"left.{i}.fixing", left.fixing, fixings, "fixing")
        for met in left.met:
            faults += _unknown(f"left.{i}.met", met, catalogue.outcome_by_key, "outcome")
    for i, old in enumerate(job.came_loose.holes if job.came_loose else ()):
        if old.fixing:
            faults += _unknown(f"came_loose.holes.{i}.fixing", old.fixing, fixings, "fixing")
        if old.hole_id not in holes:
            faults.append(Fault(f"came_loose.holes.{i}.hole_id", f"“{old.hole_id}” is no hole of this fixture"))
    return faults


def check_references(job: JobDocument, catalogue: Catalogue) -> None:
    """Raises BadInput with all that a document names and the catalogue, or its own fixture, does not have."""
    faults = [fault for i, wall in enumerate(job.walls) for fault in wall_faults(wall, catalogue, path=f"walls.{i}.")]
    faults += job_faults(job, catalogue)
    if faults:
        raise BadInput(faults)


def thing_named(key: str, catalogue: Catalogue) -> ShapeStart:
    """What a thing starts as, by its everyday name or by its shape. Raises BadInput where there is neither."""
    if thing := catalogue.common_thing_by_key.get(key):
        shape = catalogue.shape_by_key[thing.shape]
        return ShapeStart(
            shape.starting(thing.measures),
            thing.hand or shape.hand,
            thing.short,
            thing.brackets_free or shape.brackets_free,
            shape.lower_edge_mm if thing.lower_edge_mm is None else thing.lower_edge_mm,
            thing.environment,
            thing.key,
        )
    shape = shape_named(key, catalogue)
    return ShapeStart(shape, shape.hand, shape.short, shape.brackets_free, shape.lower_edge_mm, None)


def called_in(title: str, catalogue: Catalogue) -> CommonThing | Shape | Beyond | None:
    """The thing or the shape that is named in what somebody calls his job, or what is not planned here; None where
    none is."""
    shapes = [one for one in catalogue.shapes if one.key != "own"]
    rows: list[CommonThing | Shape | Beyond] = [*catalogue.common_things, *shapes, *catalogue.beyond]
    return named_in(title, rows)


def starts_of(shape: Shape, catalogue: Catalogue) -> dict[str, set[float]]:
    """Where the measures of a shape start [mm, kg, N or degrees], by their key: its own, and those of things of it."""
    named = [thing.measures for thing in catalogue.common_things if thing.shape == shape.key]
    return {one.key: {one.start, *(told[one.key] for told in named if one.key in told)} for one in shape.measures}


def shape_named(key: str, catalogue: Catalogue) -> Shape:
    """The shape of that name. Raises BadInput where there is none."""
    shape = catalogue.shape_by_key.get(key)
    if shape is None:
        names = ", ".join(catalogue.shape_by_key)
        raise BadInput([Fault("shape", f"“{key}” is no shape; there are {names}")])
    return shape
