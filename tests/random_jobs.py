"""Random jobs for comparing plans before and after a change and for long runs: any shape on any kind of wall.

Everything follows from one seed. What a document may not be is left out by trying again, so each one is plannable or
shows a fault of ours.
"""

import random
from collections.abc import Iterator

from pydantic import ValidationError

from rockpin.core.base.errors import BadInput
from rockpin.core.document.job import JobDocument
from rockpin.core.fixture.shapes import build
from rockpin.core.tables.catalogue import Catalogue

REGIONS = ("britain", "ireland", "central_europe", "north_america", "unknown")


def _some(rng: random.Random, chance: float) -> bool:
    return rng.random() < chance


def _measures(rng: random.Random, measures: list[dict[str, float | str]]) -> dict[str, float]:
    """Mostly near the start, now and then anywhere within the limits."""
    found: dict[str, float] = {}
    for one in measures:
        start, least, most = float(one["start"]), float(one["least"]), float(one["most"])
        if _some(rng, 0.5):
            continue
        value = start * rng.uniform(0.6, 1.6) if _some(rng, 0.85) else rng.uniform(least, most)
        value = min(most, max(least, value))
        found[str(one["key"])] = float(round(value)) if one["unit"] == "count" else round(value, 1)
    return found


def _layers(rng: random.Random, catalogue: Catalogue) -> tuple[object, list[dict[str, object]]]:
    start = rng.choice(catalogue.build_ups)
    layers: list[dict[str, object]] = []
    for layer in start.layers:
        values = layer.model_dump(mode="json")
        if _some(rng, 0.3):
            values["thickness_mm"] = round(max(0.5, values["thickness_mm"] * rng.uniform(0.75, 1.4)), 1)
        if values["filling"] is not None and _some(rng, 0.4):
            values["filling"] = rng.choice(["empty", "mineral_wool", "rigid_foam", "unknown"])
        layers.append(values)
    return start, layers


def _area(rng: random.Random, width: float, height: float) -> dict[str, float]:
    wide, high = rng.uniform(200, width), rng.uniform(200, height)
    return {
        "x_mm": round(rng.uniform(0, width - wide)),
        "y_mm": round(rng.uniform(0, height - high)),
        "width_mm": round(wide),
        "height_mm": round(high),
    }


def _known(rng: random.Random, wall: dict[str, object], width: float, height: float, catalogue: Catalogue) -> None:
    """What somebody reported at the wall: points, sweeps, checks, hits, old holes."""
    kinds = [row.key for row in catalogue.points]
    wall["points"] = [
        {
            "id": f"p{n}",
            "kind": rng.choice(kinds),
            "x_mm": round(rng.uniform(60, width - 60)),
            "y_mm": round(rng.uniform(60, height - 60)),
            "face": rng.choice(["this", "this", "other"]),
        }
        for n in range(rng.randrange(4))
    ]
    scans: list[dict[str, object]] = []
    for n in range(rng.randrange(4)):
        area = _area(rng, width, height)
        mode = rng.choice(["metal", "live", "density", "opened"])
        finds: list[dict[str, object]] = []
        if mode != "opened" and _some(rng, 0.3):
            x = round(area["x_mm"] + area["width_mm"] / 2)
            finds = [{"id": f"f{n}", "x_mm": x, "y_mm": area["y_mm"], "x2_mm": x, "y2_mm": area["y_mm"] + 200}]
        proved = _some(rng, 0.6)
        scan: dict[str, object] = {"id": f"s{n}", "mode": mode, "area": area, "claimed_depth_mm": rng.choice([50, 80])}
        scans.append(scan | {"proved_on_live_cable": proved, "circuits_on": proved, "finds": finds})
    wall["scans"] = scans
    if _some(rng, 0.4):
        checks = [check for check in catalogue.belief.checks if check.outcomes]
        wall["evidence"] = [
            {
                "id": f"e{n}",
                "check": check.key,
                "outcome": rng.choice(check.outcomes).key,
                "x_mm": round(rng.uniform(100, width - 100)),
                "y_mm": round(rng.uniform(100, height - 100)),
            }
            for n in range(rng.randrange(1, 4))
            for check in [rng.choice(checks)]
        ]
    if _some(rng, 0.3):
        wall["hits"] = [
            {
                "id": f"h{n}",
                "kind": rng.choice(["magnet", "detector_centre", "dull_knock", "pin_wood", "pin_void"]),
                "x_mm": round(rng.uniform(0, width)),
                "y_mm": 1200,
            }
            for n in range(rng.randrange(1, 6))
        ]
    if _some(rng, 0.2):
        spot = {"x_mm": round(rng.uniform(100, width - 100)), "y_mm": round(rng.uniform(100, height - 100))}
        wall["old_holes"] = [{"id": "old", **spot, "diameter_mm": 8, "depth_mm": 40}]


def _wall(rng: random.Random, catalogue: Catalogue) -> dict[str, object]:
    width, height = rng.randrange(1800, 6000), rng.randrange(2100, 3200)
    wall: dict[str, object] = {"id": "wall", "name": "A wall", "width_mm": width, "height_mm": height}
    start, layers = _layers(rng, catalogue)
    if _some(rng, 0.85):
        wall["build_up"] = layers
        wall["stated"] = rng.choice(["seen", "seen", "told", "guessed"])
        unit = next((row for row in catalogue.units if row.key == getattr(start, "unit", None)), None)
        if unit and _some(rng, 0.6):
            wall["courses"] = {
                "unit_length_mm": unit.unit_length_mm,
                "unit_height_mm": unit.unit_height_mm,
                "joint_mm": unit.joint_mm,
                "origin_x_mm": round(rng.uniform(0, 200)),
                "origin_y_mm": round(rng.uniform(0, 60)),
                "solidity": unit.solidity.value,
            }
        pitch = getattr(start, "stud_pitch_mm", None)
        if pitch and _some(rng, 0.8):
            known = rng.choice(["seen", "pinned", "detected", "predicted"])
            row = {"first_centre_mm": round(rng.uniform(60, pitch)), "pitch_mm": pitch, "stud_width_mm": 38}
            wall["framing"] = {"row": row | {"known": known}}
    wall["left_edge"] = rng.choice(["internal_corner", "external_corner", "free_end"])
    wall["stands"] = rng.choice(["outside", "partition", "between_dwellings", "wet_room", "unknown"])
    wall["finish"] = rng.choice(["unknown", "smooth", "papered", "bare"])
    if _some(rng, 0.3):
        wall["openings"] = [
            {"id": "door", "kind": "door", "x_mm": round(width * 0.7), "y_mm": 0, "width_mm": 500, "height_mm": 2000}
        ]
    _known(rng, wall, width, height, catalogue)
    return wall


def _one(rng: random.Random, number: int, catalogue: Catalogue) -> JobDocument:
    wall = _wall(rng, catalogue)
    shape = rng.choice(catalogue.shapes)
    fixture = build(shape, _measures(rng, [one.model_dump() for one in shape.measures])).model_dump(mode="json")
    fixture["environment"] = rng.choice(["dry", "dry", "dry", "wet", "outdoor"])
    if _some(rng, 0.3):
        fixture["duty"] = rng.choice([row.key for row in catalogue.duties])
    width, height = float(str(wall["width_mm"])), float(str(wall["height_mm"]))
    region = rng.choice(REGIONS)
    values: dict[str, object] = {
        "id": f"random-{number}",
        "title": f"Random job {number}",
        "site": {
            "id": "site",
            "name": "Net loft",
            "region": region,
            "units": "imperial" if region == "north_america" else "metric",
            "built_year": rng.choice([None, 1930, 1965, 1990, 2012]),
        },
        "walls": [wall],
        "fixture": fixture,
        "placement": {
            "wall_id": "wall",
            "x_mm": round(rng.uniform(100, max(101, width - 900))),
            "y_mm": round(rng.uniform(200, max(201, height - 600))),
        },
        "wishes": [rng.choice(["strongest", "quickest", "smallest_hole"])],
    }
    if _some(rng, 0.2):
        values["kit"] = {"bits_mm": [5, 6, 8], "tools": ["drill"] if "drill" in catalogue.tool_by_key else []}
    return JobDocument.model_validate(values)


def random_jobs(count: int, seed: int, catalogue: Catalogue) -> Iterator[JobDocument]:
    """So many documents; the same for the same seed and the same shapes, build-ups and points."""
    rng = random.Random(seed)
    made = 0
    while made < count:
        try:
            document = _one(rng, made, catalogue)
        except (BadInput, ValidationError):
            continue
        made += 1
        yield document
