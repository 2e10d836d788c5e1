"""An example for every operation: values for its parameters and a body, in the world of the demo site."""

from typing import Any

from rockpin.core.base.model import Model
from rockpin.core.document.job import SCHEMA_VERSION, JobBody, JobDocument
from rockpin.demo import demo_documents

_PARAMETERS: dict[str, Any] = {
    "site_id": "slipway-house",
    "wall_id": "crew-room-river",
    "job_id": "oar-cradle",
    "hole_id": "top-left",
    "document_id": "tide-clock",
    "packet_id": "market-plugs",
    "phone_id": "phone-1",
    "key": "nylon_plug_8",
    "name": "0123456789abcdef0123456789abcdef.jpg",
    "part": 0,
    "search": "cradle",
    "order": "touched",
    "start": 0,
    "region": "north_america",
    "away": False,
    "paper": "a4",
    "along": "along",
    "coarse": True,
    "decimal": "point",
    "reach_mm": 50,
    "theme": "light",
    "id": "photo-1",
    "photo_id": "boat-bay",
    "v": "1",
    "who": "Robin",
    "said": "Bike hook by the door",
}
_OF_ONE_OPERATION: dict[str, dict[str, Any]] = {
    "calculation_sheet": {"form": "pdf"},
    "record_sheet": {"form": "pdf"},
    "template": {"form": "pdf"},
    "ways": {"hole_id": "low-left"},
    "drill_bar": {"job_id": "first-aid-cabinet"},
}
_HOOK = {"wall": "plastered_brick", "shape": "hook", "measures": {"holds": 2}}
_SHELF = {"wall": "board_on_studs", "in_studs": True, "shape": "shelf", "measures": {"holds": 12}}
_BODIES: dict[str, Any] = {
    "make_site": {"name": "Ferry hut", "region": "britain", "units": "metric", "built_year": 1968},
    "make_wall": {"name": "Ticket office, back wall", "width_mm": 3200, "height_mm": 2400, "build_up": "cast_concrete"},
    "make_job": {"title": "Key board", "wall_id": "crew-room-river", "shape": "hook"},
    "try_placement": {"x_mm": 2400, "y_mm": 1500},
    "set_shape": {"revision": 1, "shape": "hook", "measures": {"holds": 3}},
    "shape_drawing": {"shape": "shelf", "measures": {"width": 900}},
    "drill_bar": {"revision": 1, "support_id": "bar"},
    "change_thing": {"revision": 1, "summary": "one more cradle", "piece_id": "cradle", "change": "copy"},
    "add_thing": {"revision": 1, "summary": "a hook beside it", "shape": "hook"},
    "lay_along_stairs": {"revision": 1, "summary": "along the stairs", "above_mm": 900},
    "space_out": {
        "revision": 1,
        "summary": "a row",
        "spacing": {"kind": "equal_gaps", "span_mm": 1800},
    },
    "put_there": {"x_mm": 2400, "y_mm": 1500, "revision": 1, "summary": "moved up"},
    "measure_from": {"revision": 1, "summary": "from the left edge again", "axis": "along", "reference": None},
    "sweep": {"y_mm": 1300, "from_mm": 200, "to_mm": 1500},
    "scan": {"modes": ["metal"], "area": {"x_mm": 800, "y_mm": 900, "width_mm": 600, "height_mm": 400}},
    "pull": {"fixing": "nylon_plug_8", "target_n": 600},
    "read_file": {"text": "position,density\n0,0.1\n100,0.2\n200,0.9\n300,0.2\n"},
    "happened": {
        "kind": "report",
        "id": "answer-1",
        "hole_id": "top-left",
        "report": {"outcome": "as_planned", "depth_mm": 64},
    },
    "came_loose": {
        "day": "2026-05-02",
        "holes": [{"hole_id": "top-left", "how": "pulled_out", "hole_mm": 9}],
        "note": "after a hard winter",
    },
    "goes_in": _HOOK,
    "wall": {"evidence": [{"id": "knock", "check": "knock", "outcome": "hard_everywhere"}]},
    "here": _HOOK | {"points": [{"id": "switch", "kind": "switch", "x_mm": 900, "y_mm": 1250}], "up_mm": 1400},
    "deep": _HOOK,
    "bit": {"in_hand": "plug", "diameter_mm": 8, "length_mm": 40, "wall": "plastered_brick"},
    "apart": {"count": 3, "each_mm": 80, "width_mm": 1200},
    "becomes_a_job": {"asked": _SHELF},
    "tap_photo": {"x_mm": 2000, "y_mm": 1400, "px_per_mm": 0.2},
    "begin_practice": {"step": 2, "region": "britain", "seed": 4711},
    "say_hunch": {"kind": "wall", "says": "masonry", "sure": 0.7},
    "do_check": {"check": "knock", "x_mm": 900, "y_mm": 1400},
    "try_framing_there": {"kind": "magnet", "x_mm": 900, "y_mm": 1400},
    "drill_practice": {"hole_id": "top-left", "to_mm": 12},
    "copy_job": {"wall_id": "crew-room-river"},
    "name_job": {"name": "Oar cradle, lower rack"},
    "name_wall": {"name": "Crew room, wall to the river"},
    "read_quantity": {"text": "1 1/2 in", "kind": "length", "units": "imperial"},
    "import_kit": "what,key,length_mm,count,price\nfixing,nylon_plug_8,,24,0.12\nbit,8,,1,\n",
    "import_fixings": (
        "method,key,label,says,hole_mm,plug_length_mm,screws,solid_tension_n,solid_shear_n,environments,minutes,"
        "removable,grips,stop\nmasonry,market_plug_8,Plug from the market,Spreads.,8,40,wood_5_0,300,400,dry,2,yes,"
        "It grips.,Stop when it turns.\n"
    ),
}
NO_EXAMPLE = frozenset({"keep_photo", "keep_picture", "bring_in"})
"""What is sent as a picture or as a packed file."""


def _short(model: Model) -> dict[str, Any]:
    return model.model_dump(mode="json", exclude_defaults=True)


def _from_demo() -> dict[str, Any]:
    """Bodies that carry a whole site, wall, job or document."""
    documents: dict[str, JobDocument] = {one.id: one for one in demo_documents()}
    cradle, clock = documents["oar-cradle"], documents["tide-clock"]
    body = _short(cradle) | {"schema_version": SCHEMA_VERSION}
    job = {key: value for key, value in body.items() if key in JobBody.model_fields}
    wall, crew_room = _short(cradle.wall), _short(clock.wall)
    return {
        "save_site": {"revision": 1, "site": _short(cradle.site)},
        "save_job": {"revision": 1, "summary": "as it was", "job": job},
        "save_wall_of_job": {"revision": 1, "summary": "as it was", "wall": wall},
        "save_wall": {"revision": 1, "summary": "as it was", "wall": crew_room},
        "save_fixture": {"revision": 1, "summary": "as it was", "fixture": body["fixture"]},
        "save_the_kit": {"revision": 1, "summary": "the van", "kit": {"bits_mm": [6, 8], "tools": ["hammer_drill"]}},
        "read_wall_photo": _short(cradle.wall.photos[0]),
        "plan_document": body,
        "import_document": body,
    }


def with_examples(schema: dict[str, Any]) -> dict[str, Any]:
    """The schema of the web interface with an example at every parameter and body that is text."""
    bodies = _BODIES | _from_demo()
    for path in schema["paths"].values():
        for operation in path.values():
            name = operation["operationId"]
            here = _PARAMETERS | _OF_ONE_OPERATION.get(name, {})
            for parameter in operation.get("parameters", ()):
                if parameter["name"] in here:
                    parameter["example"] = here[parameter["name"]]
            for kind in operation.get("requestBody", {}).get("content", {}).values():
                if name in bodies:
                    kind["example"] = bodies[name]
    return schema
