"""Puts together what the screens ask for, from the store and the core."""

from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from rockpin.api.context import AppContext
from rockpin.api.schemas import (
    BitLine,
    BitSize,
    Choice,
    FixingLine,
    JobLine,
    Lists,
    ScrewLine,
    SiteLine,
    Starts,
    StudRowStart,
    WallLine,
    WallOut,
    Workspace,
)
from rockpin.core.base.errors import RockPinError
from rockpin.core.base.quantities import UnitSystem, show_bit, show_length
from rockpin.core.capacity import method_of
from rockpin.core.document.fixture import Link, Support
from rockpin.core.document.job import JobBody, Region, Site
from rockpin.core.document.wall import HowKnown, Refuted, Screen, Wall
from rockpin.core.plan import Plan
from rockpin.core.tables.catalogue import Catalogue
from rockpin.store import Broken, Saved

_REGIONS = {
    Region.BRITAIN: "Britain",
    Region.IRELAND: "Ireland",
    Region.CENTRAL_EUROPE: "Central Europe",
    Region.NORTH_AMERICA: "North America",
    Region.UNKNOWN: "Elsewhere or unknown",
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
        fixings=tuple(
            FixingLine(
                key=row.key, label=row.label, says=row.says, source=row.source, is_a_screw=method_of(row).is_a_screw
            )
            for row in catalogue.fixings
        ),
        shapes=catalogue.shapes,
        tools=tuple(Choice(key=row.key, label=row.label) for row in catalogue.tools),
        screws=tuple(ScrewLine(key=row.key, label=row.label, lengths_mm=row.lengths_mm) for row in catalogue.screws),
        bits=tuple(
            BitLine(
                key=row.key,
                label=row.label,
                sizes=tuple(BitSize(mm=mm, text=show_bit(mm, row.system).removesuffix(" mm")) for mm in row.sizes_mm),
            )
            for row in catalogue.bits
        ),
        regions=_choices(_REGIONS),
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
    )


_UNREAD = "Open it to take the last change back, or to save its document."


def _job_line(context: AppContext, saved: Saved[JobBody] | Broken, walls: dict[str, str]) -> JobLine:
    if isinstance(saved, Broken):
        return JobLine(
            id=saved.id, title=saved.label, wall="", word="unplannable", label="Cannot be read", sentence=saved.why
        )
    line = JobLine(
        id=saved.id,
        title=saved.body.title,
        wall=walls.get(saved.body.placement.wall_id, "no wall"),
        word="unplannable",
        label="Cannot be planned",
        sentence=_UNREAD,
    )
    try:
        verdict = context.verdict_of(context.store.document(saved.id, context.catalogue))
    except (RockPinError, ValidationError):
        # one faulty job stands alone: the others are listed all the same
        return line
    return line.model_copy(update={"word": verdict.word, "label": verdict.label, "sentence": verdict.sentence})


def site_line(context: AppContext, saved: Saved[Site] | Broken) -> SiteLine:
    """A site with its walls and jobs, each job with its verdict; what cannot be read says so in its own line."""
    units = UnitSystem.METRIC if isinstance(saved, Broken) else saved.body.units
    walls = context.store.listed(Wall, saved.id)
    lines = tuple(
        WallLine(id=one.id, name=one.label, size_text="cannot be read", build_up=one.why)
        if isinstance(one, Broken)
        else wall_line(one.body, units, context.catalogue)
        for one in walls
    )
    names = {line.id: line.name for line in lines}
    return SiteLine(
        id=saved.id,
        revision=saved.revision,
        site=Site(id=saved.id, name=saved.label[:120] or saved.id) if isinstance(saved, Broken) else saved.body,
        walls=lines,
        jobs=tuple(_job_line(context, job, names) for job in context.store.listed(JobBody, saved.id)),
    )


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
    )


def workspace_of(context: AppContext, job_id: str, plan: Plan | None = None, device: str = "") -> Workspace:
    """The screen of one job: the documents with their revisions, and the plan made from them, or made already.

    All of it is read in one moment, so that revisions and plan belong together; planning holds no transaction open.
    """
    store, catalogue = context.store, context.catalogue
    with store.moment():
        job = store.job(job_id)
        site = store.site(job.site_id)
        wall = store.wall(job.body.placement.wall_id)
        undo, redo = store.can_move(job_id, device)
        walls = store.walls(site.id)
        document = store.document(job_id, catalogue)
    return Workspace(
        job_id=job_id,
        revision=job.revision,
        job=job.body,
        site=site.body,
        site_walls=tuple(wall_line(one.body, site.body.units, catalogue) for one in walls),
        wall=WallOut(revision=wall.revision, wall=wall.body),
        starts=starts_of(site.body.region, catalogue),
        plan=plan or context.plan_of(document),
        undo=undo,
        redo=redo,
    )


def lean(plan: Plan) -> Plan:
    """A plan without its long lists, for an answer while a finger drags."""
    holes = tuple(hole.model_copy(update={"candidates": (), "refused": ()}) for hole in plan.holes)
    return plan.model_copy(update={"holes": holes})
