"""The bit goes in, millimetre by millimetre: what comes out, how it feels, and what it strikes."""

from rockpin.core.document.evidence import CameOut, Drilled
from rockpin.devices.simulated_walls import HOLLOW, STUFF
from rockpin.practice.ground import Truth, layers_of
from rockpin.practice.run import Bored, Stretch

_CAME = {
    CameOut.WHITE_CHALKY: "white, chalky dust",
    CameOut.GREY_HARD: "hard grey dust",
    CameOut.GREY_SOFT: "soft grey dust",
    CameOut.RED: "red dust",
    CameOut.SANDY: "sandy dust",
    CameOut.SHAVINGS: "shavings",
    CameOut.BROWN_FIBRE: "brown fibres",
    CameOut.CERAMIC: "ceramic dust",
}
_FEELS = {
    Drilled.EASILY: "the bit goes in easily",
    Drilled.STEADILY: "the bit goes in steadily",
    Drilled.HARDLY: "the bit hardly gets on",
    Drilled.UNSAID: "the bit goes on",
}
STRIKES = {
    "live_cable": "A bang and a flash, and the lights are out. Hands off wall and drill; leave the breaker off, and "
    "have an electrician open the wall.",
    "dead_cable": "Threads of copper come out with the dust. Whatever it fed is dead for good: switch off, and have an "
    "electrician look.",
    "data_cable": "Thin coloured wire comes out with the dust. Somebody's line is gone; nobody is hurt.",
    "copper_pipe": "Bright swarf, then water under pressure. Find the stop tap and call a plumber.",
    "plastic_pipe": "No warning at all, then water. Find the stop tap, and call a plumber.",
    "gas_pipe": "A hiss and a smell. No switch, no flame: windows open, everybody out, shut the gas at the meter, call "
    "from outside.",
    "waste_pipe": "It falls through, and smells. Nothing runs yet: nobody uses that drain until a plumber was here.",
}
_CRACK = "A sharp click, and a crack runs over the tile: the hammer was on before it was through."


def _strips(truth: Truth, x_mm: float, y_mm: float) -> list[tuple[str, float, float]]:
    """What lies behind a place of the face: a name, from where and to where [mm]."""
    found, at = [], 0.0
    stud = truth.stud_at(x_mm, y_mm)
    for name, thickness in layers_of(truth.wall):
        called = name
        if name in ("void", "batten_gap") and stud:
            called = "flange" if truth.wall.make == "board_on_steel_studs" else "stud"
        found.append((called, at, at + thickness))
        at += thickness
    return found


def _stretch(name: str, low: float, high: float) -> Stretch:
    if name in HOLLOW:
        says = "nothing: it falls into a hollow" if name != "foam" else "crumbs of foam, hardly any resistance"
        return Stretch(from_mm=low, to_mm=high, came_out=None, drilled=Drilled.EASILY, says=says)
    if name == "tile":
        came, feels = CameOut.CERAMIC, Drilled.HARDLY
    elif name == "flange":
        return Stretch(
            from_mm=low, to_mm=high, came_out=None, drilled=Drilled.HARDLY, says="it meets sheet metal, then is free"
        )
    else:
        stuff = STUFF["batten" if name == "stud" else name]
        came, feels = max(stuff.dust, key=lambda one: one[1])[0], stuff.drills
    words = _CAME.get(came, came.value.replace("_", " "))
    return Stretch(from_mm=low, to_mm=high, came_out=came, drilled=feels, says=f"{words}; {_FEELS[feels]}")


def drill_on(truth: Truth, bored: Bored, to_mm: float) -> Bored:
    """A hole drilled on to a depth [mm], or to what it strikes, or through."""
    if bored.ended or to_mm <= bored.depth_mm:
        return bored
    goal, struck, says = min(to_mm, truth.thickness_mm), None, ""
    radius = bored.bit_mm / 2
    for service in truth.services:
        front = max(0.0, service.depth_mm - service.width_mm / 2)
        if service.distance_to(bored.x_mm, bored.y_mm) <= radius + service.width_mm / 2 and front < goal:
            # one that lay deeper than the bit went before
            goal, struck, says = max(front, bored.depth_mm), service.kind, STRIKES[service.kind]
    strips = _strips(truth, bored.x_mm, bored.y_mm)
    cracked = bored.hammer and strips[0][0] == "tile" and bored.depth_mm == 0
    if cracked:
        goal, struck, says = min(goal, 2.0), None, _CRACK
    stretches = tuple(
        _stretch(name, low, min(high, goal)) for name, low, high in strips if low < goal or (low == 0 and goal == 0)
    )
    through = struck is None and not cracked and to_mm >= truth.thickness_mm
    if through:
        says = "It comes out on the other side."
    return bored.model_copy(
        update={
            "depth_mm": goal,
            "stretches": stretches,
            "struck": struck,
            "cracked": cracked,
            "through": through,
            "says": says or (stretches[-1].says if stretches else ""),
        }
    )
