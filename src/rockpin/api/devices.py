"""Instruments: a sweep of the wall scanner as it happens, and readings from a file of a real one."""

import asyncio
import json
from collections.abc import AsyncIterator
from zlib import crc32

from fastapi import APIRouter
from fastapi.responses import StreamingResponse

from rockpin.api.context import Context
from rockpin.api.practice import SCANNER_MINUTES, beneath
from rockpin.api.schemas import PullAsk, ReadingsIn, ReadingsOut, SweepAsk
from rockpin.core.base.errors import BadInput, Fault
from rockpin.core.choice import how_it_ended
from rockpin.core.document.wall import Wall
from rockpin.core.identification import identify
from rockpin.core.tables.packets import with_packets
from rockpin.devices.pull_gauge import GaugeReading, PullGauge, SimulatedGauge
from rockpin.devices.scanner import STEP_MM, SimulatedScanner, WallScanner, hidden_wall
from rockpin.exchange.readings import read_readings
from rockpin.practice.beneath import scanned

router = APIRouter(prefix="/api", tags=["devices"])


def practice_only(wall: Wall, what: str) -> None:
    """Raises BadInput where a stand-in instrument is asked for a real wall."""
    if not wall.is_practice:
        says = f"is a real wall; the stand-in {what} reads practice walls only: take the reading at the wall itself"
        raise BadInput([Fault("wall", says)])


_AT_ONCE = 6
"""Readings sent together: small enough to look alive, large enough not to keep the line busy."""


@router.post("/walls/{wall_id}/sweep", response_class=StreamingResponse)
async def sweep(wall_id: str, ask: SweepAsk, context: Context) -> StreamingResponse:
    """Readings of the simulated scanner along a level line, a JSON object a line, at the speed of a hand."""
    saved = context.store.wall(wall_id)
    wall, site = saved.body, context.store.site(saved.site_id).body
    practice_only(wall, "scanner")
    faults = [
        Fault(name, f"is {at:g} mm, but the wall ends at {end:g} mm; stay on it")
        for name, at, end in (
            ("y_mm", ask.y_mm, wall.height_mm),
            ("from_mm", ask.from_mm, wall.width_mm),
            ("to_mm", ask.to_mm, wall.width_mm),
        )
        if not 0 <= at <= end
    ]
    if abs(ask.to_mm - ask.from_mm) < 20 * STEP_MM:
        faults.append(Fault("to_mm", f"lies less than {20 * STEP_MM:g} mm from from_mm; sweep a longer line"))
    if faults:
        raise BadInput(faults)
    reading = identify(wall, site, context.catalogue.facing(wall.stands)).reading
    pitches = tuple(row.pitch_mm for row in context.catalogue.belief.pitches if row.regions[site.region] >= 0.1)
    ground = beneath(context, wall_id, SCANNER_MINUTES)
    hidden = scanned(ground.truth, wall) if ground else hidden_wall(wall, pitches, reading.family.framed)
    # the same sweep again is another walk of the same hand
    seed = crc32(f"{wall_id} {ask.y_mm:.0f} {ask.from_mm:.0f} {len(wall.traces)}".encode())
    scanner: WallScanner = SimulatedScanner(hidden, seed)

    async def walk() -> AsyncIterator[bytes]:
        waiting: list[bytes] = []
        for one in scanner.sweep(ask.y_mm, ask.from_mm, ask.to_mm):
            waiting.append(one.model_dump_json().encode() + b"\n")
            if len(waiting) == _AT_ONCE:
                yield b"".join(waiting)
                waiting.clear()
                await asyncio.sleep(_AT_ONCE * STEP_MM / ask.speed_mm_s)
        yield b"".join(waiting)

    # sent as it comes: an answer that is packed first would not be seen moving
    return StreamingResponse(walk(), media_type="application/x-ndjson", headers={"Content-Encoding": "identity"})


_BREAKS = 5.0
"""How many times its working load a usual fixing bears before it comes out, in the simulated gauge."""


@router.post("/jobs/{job_id}/pull", response_class=StreamingResponse)
async def pull(job_id: str, ask: PullAsk, context: Context) -> StreamingResponse:
    """Readings of the simulated pull gauge, a JSON object a line; the last one tells how it ended."""
    document = context.store.document(job_id, context.catalogue)
    practice_only(document.wall, "gauge")
    figures = context.catalogue.figures.choice
    plan = context.plan_of(document)
    working = next(
        (hole.working.tension_n for hole in plan.holes if hole.working and hole.chosen == ask.fixing),
        None,
    )
    if working is None:
        fixing = with_packets(context.catalogue, document, document.site.sold).fixing_by_key.get(ask.fixing)
        if fixing is None:
            raise BadInput([Fault("fixing", f"“{ask.fixing}” is no fixing here; choose one from the list")])
        rating = getattr(fixing, "rating", None)
        working = rating.tension_n if rating else figures.unknown_pull_n
    number = sum(test.fixing == ask.fixing for test in document.pull_tests)
    gauge: PullGauge = SimulatedGauge(document.wall.id, ask.fixing, _BREAKS * working, number, figures.gauge_step_n)

    async def rise() -> AsyncIterator[bytes]:
        readings: list[GaugeReading] = []
        for one in gauge.pull(ask.target_n):
            readings.append(one)
            yield json.dumps({"load_n": one.load_n, "movement_mm": one.movement_mm}).encode() + b"\n"
            await asyncio.sleep(figures.gauge_step_n / ask.speed_n_s)
        most = max((one.load_n for one in readings), default=0.0)
        out_mm = readings[-1].movement_mm if readings else 0.0
        end = how_it_ended(out_mm, figures)
        yield json.dumps({"load_n": most, "ended": end.value}).encode() + b"\n"

    return StreamingResponse(rise(), media_type="application/x-ndjson", headers={"Content-Encoding": "identity"})


@router.post("/readings")
def read_file(given: ReadingsIn) -> ReadingsOut:
    """Readings from the text of a CSV file. Raises BadInput with every fault by its line."""
    return ReadingsOut(readings=read_readings(given.text, given.units))
