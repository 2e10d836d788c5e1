"""Puts together what the screens ask for, from the store and the core."""

from collections.abc import Mapping
from typing import Any, cast

from pydantic import ValidationError

from rockpin.api.context import AppContext
from rockpin.api.schemas import (
    Choice,
    JobLine,
    Lists,
    ListWord,
    RegionChoice,
    SiteLine,
    SitePage,
    Starts,
    StudRowStart,
    WallFace,
    WallLine,
    WallOut,
    Workspace,
)
from rockpin.api.shop import bit_lines, fixing_lines, screw_lines
from rockpin.core.base.errors import CannotPlan, RockPinError
from rockpin.core.base.model import Rect, bounding
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.fixture import Link, Support
from rockpin.core.document.job import Region, Site
from rockpin.core.document.kit import BitType
from rockpin.core.document.sweeps import Refuted, Screen
from rockpin.core.document.wall import HowKnown, Wall
from rockpin.core.fixture import measured_kinds
from rockpin.core.framing import members_of
from rockpin.core.plan import Plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.store.listing import JobRow, Order, SiteRow
from rockpin.store.standing import Shown

_REGIONS = {
    Region.BRITAIN: "Britain",
    Region.IRELAND: "Ireland",
    Region.CENTRAL_EUROPE: "Central Europe",
    Region.NORTH_AMERICA: "North America",
    Region.UNKNOWN: "Elsewhere or unknown",
}
_MEASURED_IN = {Region.NORTH_AMERICA: UnitSystem.IMPERIAL}
_MOST_WALL_LINES = 5000
_BIT_KINDS = {
    BitType.MASONRY: "Masonry bits",
    BitType.TWIST: "Twist bits, for metal, board and wood",
    BitType.WOOD: "Wood bits",
    BitType.TILE: "Tile bits",
}

_KNOWN = {
    HowKnown.SEEN: "Seen with the wall open",
    HowKnown.PINNED: "Confirmed with a pin",
    HowKnown.DETECTED: "Found with a detector",
    HowKnown.PREDICTED: "Predicted from the pitch",
}


_SCREENS = {
    Screen.FOIL: "Foil behind the board or on the insulation",
    Screen.METAL_MESH: "Metal lath or mesh in the plaster",
    Screen.DAMP_PLASTER: "Damp plaster",
}
_REFUTED = {
    Refuted.OPENED: "Opened, nothing there",
    Refuted.SECOND_INSTRUMENT: "A second instrument shows nothing",
}


def _choices(rows: Mapping[Any, str]) -> tuple[Choice, ...]:
    return tuple(Choice(key=key, label=label) for key, label in rows.items())


def lists_of(catalogue: Catalogue) -> Lists:
    """Every list on the screen, generated from the catalogue's rows."""
    belief = catalogue.belief
    return Lists(
        materials=catalogue.materials,
        build_ups=catalogue.build_ups,
        units=catalogue.units,
        species=catalogue.species,
        points=catalogue.points,
        duties=catalogue.duties,
        hands=catalogue.hands,
        outcomes=catalogue.outcomes,
        fixings=fixing_lines(catalogue),
        shapes=catalogue.shapes,
        common_things=catalogue.common_things,
        device_bolts=tuple(Choice(key=row.key, label=row.label) for row in catalogue.fittings.bolts),
        exposures=tuple(
            Choice(
                key=row.key,
                label=row.label,
                says=f"{row.says} A box wants IP {row.solid_digit}{row.water_digit} or better there.",
            )
            for row in catalogue.fittings.exposures
        ),
        post_materials=catalogue.posts.materials,
        soils=tuple(Choice(key=row.key, label=row.label) for row in catalogue.posts.soils),
        tools=tuple(Choice(key=row.key, label=row.label) for row in catalogue.tools),
        sets=catalogue.sets,
        trade_words=catalogue.trade_words,
        screws=screw_lines(catalogue),
        bits=bit_lines(catalogue),
        bit_kinds=_choices(_BIT_KINDS),
        regions=tuple(
            RegionChoice(key=key, label=label, units=_MEASURED_IN.get(key, UnitSystem.METRIC))
            for key, label in _REGIONS.items()
        ),
        wishes=_choices(catalogue.wishes),
        known=_choices(_KNOWN),
        checks=belief.checks,
        hits=belief.hits,
        places=_choices(belief.places),
        backs=_choices(catalogue.back_words),
        finishes=_choices(belief.finishes),
        came_out=_choices(belief.came_out),
        drilled=_choices(belief.drilled),
        ended=_choices(belief.ended),
        fillings=_choices(belief.fillings),
        how_stated=_choices(belief.how_stated),
        tap_finger_px=catalogue.figures.photo.tap_finger_px,
        schools=tuple(Choice(key=row.key, label=row.label, says=row.says) for row in catalogue.schools),
        screens=_choices(_SCREENS),
        refuted=_choices(_REFUTED),
    )


def wall_line(wall: Wall, units: UnitSystem, catalogue: Catalogue) -> WallLine:
    known = catalogue.material_by_key
    layers = [known[layer.material].label if layer.material in known else layer.material for layer in wall.build_up]
    return WallLine(
        id=wall.id,
        name=wall.name,
        size_text=f"{show_length(wall.width_mm, units)} × {show_length(wall.height_mm, units)}",
        build_up=", ".join(dict.fromkeys(layers)) or "not stated",
        face=_face(wall, catalogue),
    )


def _face(wall: Wall, catalogue: Catalogue) -> WallFace:
    """What is drawn of a wall where it is small."""
    known = catalogue.material_by_key
    behind = next((layer.material for layer in wall.build_up if layer.material in known), None)
    return WallFace(
        width_mm=wall.width_mm,
        height_mm=wall.height_mm,
        outline=wall.outline,
        openings=tuple(opening.rect for opening in wall.openings),
        studs_mm=tuple(one.rect.centre_x_mm for one in members_of(wall, catalogue) if not one.horizontal),
        hatch=known[behind].hatch if behind else None,
    )


_UNREAD = "Open it to take the last change back, or to save its document."


def _line_of(row: JobRow, word: ListWord, label: str, sentence: str) -> JobLine:
    return JobLine(
        id=row.id,
        title=row.title or row.id,
        wall_id=row.wall_id,
        wall=row.wall or "no wall",
        word=word,
        label=label,
        sentence=sentence,
        area=Rect.model_validate(row.shown.area) if row.shown and row.shown.area else None,
        touched=row.touched,
        put_away=row.put_away,
    )


def _kept_line(row: JobRow) -> JobLine:
    """A job as it is listed without planning it: its verdict where one is kept of what stands there now."""
    if row.shown is None:
        return _line_of(row, "not_worked_out", "Not worked out", "There is no verdict yet of what stands there now.")
    return _line_of(row, cast(ListWord, row.shown.word), row.shown.label, row.shown.sentence)


def job_line(context: AppContext, job_id: str) -> JobLine:
    """A job in the list, its verdict worked out and kept; one that cannot be read or planned says so."""
    store = context.store
    with store.moment():
        row = store.lists.job(job_id, context.program)
        if row.shown is not None:
            return _kept_line(row)
        try:
            document = store.document(job_id, context.catalogue)
        except CannotPlan as error:
            # one faulty job stands alone: the others are listed all the same
            return _line_of(row, "unplannable", "Cannot be read", str(error))
        except (RockPinError, ValidationError):
            return _line_of(row, "unplannable", "Cannot be planned", _UNREAD)
    try:
        shown = _shown(context.plan_of(document))
    except RockPinError:
        return _line_of(row, "unplannable", "Cannot be planned", _UNREAD)
    store.lists.keep_verdict(job_id, row.made_from, shown)
    return _kept_line(row._replace(shown=shown))


def _shown(plan: Plan) -> Shown:
    parts = [part.area for part in (*plan.pieces, *plan.supports, *plan.links)]
    area = bounding(parts).model_dump() if parts else None
    return Shown(plan.verdict.word, plan.verdict.label, plan.verdict.sentence, area)


def site_line(context: AppContext, row: SiteRow) -> SiteLine:
    """A site with its walls and jobs, as they are listed; what cannot be read says so in its own line."""
    try:
        site = context.store.site(row.id).body
    except CannotPlan:
        site = Site(id=row.id, name=row.label[:120] or row.id)
    return SiteLine(
        id=row.id,
        revision=row.revision,
        site=site,
        walls=tuple(_wall_line(context, *wall, site) for wall in row.walls),
        touched=row.touched,
        jobs=tuple(_kept_line(job) for job in row.jobs),
        jobs_in_all=row.jobs_in_all,
        away=row.away,
    )


def _wall_line(context: AppContext, wall_id: str, revision: int, name: str, site: Site) -> WallLine:
    """The line of a wall; a revision stays as it is, so its line is kept."""
    key = revision, site.units, site.region
    if key not in context.wall_lines:
        try:
            catalogue = context.catalogue.in_words_of(site.region)
            line = wall_line(context.store.wall(wall_id).body, site.units, catalogue)
        except CannotPlan as error:
            return WallLine(id=wall_id, name=name or wall_id, size_text="cannot be read", build_up=str(error))
        if len(context.wall_lines) >= _MOST_WALL_LINES:
            context.wall_lines.clear()
        context.wall_lines[key] = line
    return context.wall_lines[key]


def page_of_sites(
    context: AppContext, search: str, start: int, order: Order = Order.TOUCHED, away: bool = False
) -> SitePage:
    """A page of the list, read in one moment and without a plan. ``away``: only jobs that are put away."""
    with context.store.moment():
        page = context.store.lists.page(search, start, context.program, order, away)
        return SitePage(sites=tuple(site_line(context, row) for row in page.sites), in_all=page.in_all, next=page.next)


def whole_site(context: AppContext, site_id: str) -> SiteLine:
    """A site with all of its jobs. Raises NotFound."""
    with context.store.moment():
        return site_line(context, context.store.lists.site(site_id, context.program))


def starts_of(region: Region, catalogue: Catalogue) -> Starts:
    """What new things are given in a region."""
    starts, pitch = catalogue.starts, catalogue.starts.stud_pitch_mm[region]
    return Starts(
        species=starts.species,
        stud_row=StudRowStart(
            first_centre_mm=pitch, pitch_mm=pitch, stud_width_mm=catalogue.belief.stud_width_mm[region]
        ),
        members=starts.members,
        openings=starts.openings,
        support=Support(id="support", name="Support", x_mm=0, y_mm=0, **starts.support.model_dump()),
        link=Link(id="between", species=starts.species, **starts.link.model_dump()),
        find_sigma_mm=starts.find_sigma_mm,
        sweep_height_mm=starts.sweep_height_mm,
        claimed_depth_mm=starts.claimed_depth_mm,
        rail_above_mm=starts.rail_above_mm,
        thing=starts.thing,
        tiles=starts.tiles,
        stairs=starts.stairs,
        post=starts.post,
        paper="letter" if region is Region.NORTH_AMERICA else "a4",
    )


def workspace_of(context: AppContext, job_id: str, device: str = "") -> Workspace:
    """The screen of one job: the documents with their revisions, and the plan made from them.

    All of it is read in one moment, so that revisions and plan belong together; planning holds no transaction open.
    """
    store = context.store
    with store.moment():
        catalogue = context.catalogue
        made_from = store.lists.made_from(job_id)
        job = store.job(job_id)
        site = store.site(job.site_id)
        wall = store.wall(job.body.placement.wall_id)
        undo, redo = store.can_move(job_id, device)
        row = store.lists.walls(site.id)
        walls = tuple(_wall_line(context, *one, site.body) for one in row)
        document = store.document(job_id, catalogue)
    plan = context.plan_of(document)
    kept_as = f"{context.program}/{made_from}"
    context.afterwards(lambda: store.lists.keep_verdict(job_id, kept_as, _shown(plan)))
    return Workspace(
        job_id=job_id,
        revision=job.revision,
        stands=made_from,
        job=job.body,
        site=site.body,
        site_walls=walls,
        wall=WallOut(revision=wall.revision, wall=wall.body),
        starts=starts_of(site.body.region, catalogue),
        kinds=measured_kinds(job.body.fixture, catalogue),
        plan=plan,
        undo=undo,
        redo=redo,
    )
