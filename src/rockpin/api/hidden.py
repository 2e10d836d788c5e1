"""What is hidden: the picture of the risk, the ways to clear a hole, and the simulated detector over an area."""

import io
from typing import Literal
from zlib import crc32

import numpy as np
from fastapi import APIRouter, Response

from rockpin.api.context import Context
from rockpin.api.devices import practice_only
from rockpin.api.planning import Planning, answer_of
from rockpin.api.practice import SWEEP_MINUTES, beneath
from rockpin.api.schemas import ScanAsk
from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.document.evidence import ReadBy
from rockpin.core.document.sweeps import Scan
from rockpin.core.document.wall import Wall
from rockpin.core.hidden import ClearingWay, map_risk
from rockpin.core.identification import identify
from rockpin.core.plan import read_wall
from rockpin.devices.simulated_services import Inside, TrueService, lay_services, sweep_area
from rockpin.practice.played import play_sweep

router = APIRouter(prefix="/api", tags=["hidden"])

_INK = {"light": (148, 49, 31), "dark": (240, 144, 122)}


@router.get("/jobs/{job_id}/risk.png", response_class=Response)
def risk_picture(
    job_id: str, context: Context, reach_mm: float = 50, theme: Literal["light", "dark"] = "light"
) -> Response:
    """The risk of a usual hole that reaches so deep, a pixel for every 10 mm: dots, a mesh, then solid."""
    if not 1 <= reach_mm <= 400:
        raise BadInput([Fault("reach_mm", f"is {reach_mm:g}; give how deep a hole reaches, 1 to 400 mm")])
    document = context.store.document(job_id, context.catalogue)
    done = read_wall(document, context.catalogue, context.keep)
    figures = done.catalogue.figures
    radius = figures.hidden.picture_hole_mm / 2 + figures.framing.setout_error_mm
    risk = map_risk(done.hidden.field, document.wall.face, radius, reach_mm).risk[::-1]
    row, column = np.indices(risk.shape)
    # told apart in black and white: every fourth cell, every second one, all
    dots = (row % 2 == 0) & (column % 2 == 0)
    mesh = (row + column) % 2 == 0
    shade = np.zeros(risk.shape, dtype=np.uint8)
    shade[(risk > figures.hidden.risk_prove / 2) & dots] = 150
    shade[(risk > figures.hidden.risk_prove) & mesh] = 190
    shade[risk > figures.hidden.risk_stop] = 215
    picture = np.zeros((*risk.shape, 4), dtype=np.uint8)
    picture[..., :3] = _INK[theme]
    picture[..., 3] = shade
    packed = io.BytesIO()
    # slow to load, and asked for after the plan
    from PIL import Image

    Image.fromarray(picture, "RGBA").quantize(8).save(packed, "PNG", optimize=True)
    return Response(packed.getvalue(), media_type="image/png", headers={"Cache-Control": "private, max-age=600"})


@router.get("/jobs/{job_id}/holes/{hole_id}/ways", response_model=list[ClearingWay])
async def ways(job_id: str, hole_id: str, planning: Planning) -> Response:
    """The ways to clear a hole, each worked out; none where nothing stands against it."""
    return answer_of(await planning.later("clearing", job_id, hole_id))


def _true_services(wall: Wall, inside: Inside) -> tuple[TrueService, ...]:
    """What the simulated detector's world hides in a wall: the same each time, and what was found there before."""
    rng = np.random.default_rng(wall.practice_seed)
    known = tuple(
        TrueService(
            kind="copper_pipe",
            x_mm=find.x_mm,
            y_mm=find.y_mm,
            x2_mm=find.x2_mm,
            y2_mm=find.y2_mm,
            depth_mm=find.depth_mm or 25,
            width_mm=16,
        )
        for scan in wall.scans
        for find in scan.finds
        if find.refuted is None
    )
    return lay_services(rng, wall, inside) + known


@router.post("/walls/{wall_id}/scan")
def scan(wall_id: str, ask: ScanAsk, context: Context) -> list[Scan]:
    """Sweeps of an area with the simulated detector, one for each mode, with what it showed. Nothing is saved."""
    saved = context.store.wall(wall_id)
    wall, site = saved.body, context.store.site(saved.site_id).body
    practice_only(wall, "detector")
    if not ask.area.overlaps(wall.face):
        raise BadInput([Fault("area", "lies off the wall; mark an area on it")])
    reading = identify(wall, site, context.catalogue.facing(wall.stands)).reading
    inside = Inside(
        hollow=reading.family.framed,
        front_mm=reading.front_mm,
        back_mm=reading.front_mm + reading.void_mm,
        thickness_mm=reading.thickness_mm,
    )
    ground = beneath(context, wall_id, SWEEP_MINUTES * len(ask.modes))
    services = ground.truth.services if ground else _true_services(wall, inside)
    taken = {one.id for one in wall.scans}
    found = []
    for mode in ask.modes:
        number = 1
        while f"{mode}-{number}" in taken:
            number += 1
        name = f"{mode}-{number}"
        taken.add(name)
        rng = np.random.default_rng(crc32(f"{wall_id} {name} {ask.area}".encode()))
        finds = (
            play_sweep(ground, mode, ask.area, ask.claimed_depth_mm, ask.circuits_on, name)
            if ground
            else sweep_area(rng, services, mode, ask.area, ask.claimed_depth_mm, ask.circuits_on, name)
        )
        found.append(
            Scan(
                id=name,
                mode=mode,
                area=ask.area,
                day=ask.day,
                claimed_depth_mm=ask.claimed_depth_mm,
                proved_on_live_cable=ask.proved_on_live_cable,
                circuits_on=ask.circuits_on,
                finds=finds,
                read_by=ReadBy.STAND_IN,
                instrument="stand-in detector",
            )
        )
    return found
