"""The cautions that this job needs, once each: on the screen, the card and the record the same ones."""

from collections.abc import Sequence

from rockpin.core.document.evidence import Location
from rockpin.core.hidden.judge import Judged
from rockpin.core.hidden.read import HARNESS, Hidden
from rockpin.core.tables.services import Service

_IN_ZONE = {"in-zone", "zone-cleared", "deeper-than-rule", "zones-may-be-left", "stud-depth", "risk", "risk-high"}

LOOK = (
    "Look first for sockets, switches, lights, taps and radiators on both faces of the wall: cables and pipes run to "
    "them, mostly level and plumb."
)
CABLES = (
    "Where a cable may lie: switch the circuit off and prove it dead before you drill. A detector that shows nothing "
    "proves little. Work on the wiring itself is an electrician's."
)
WATER = "Know where the stop valve is and that it closes, before you drill near water or heating."
GAS = "No drilling near a gas run without somebody licensed for gas."
OLD = "Old coatings and boards of this building may hold asbestos, old paint lead: have them tested before you drill."
RIDES = (
    "Behind the panels of a vehicle or a boat run cables, fuel, brake and gas lines, belts and airbags: look first, "
    "take the battery off, and leave gas and airbags to somebody licensed for them."
)
FLUE = (
    "Behind a chimney breast is a flue: through it, smoke and gas come into the room. Drill no deeper than the card "
    "says, and where a fire is in use keep to what heat does not soften, or ask who sees to the chimney."
)
TANKED = (
    "A basement wall may be sealed against water on this face or within: a hole through the seal lets the water in. "
    "Find out first."
)
ALWAYS = (
    "Fire-rated, party, structural, listed or rented walls: ask first. Local codes and licensed trades decide.",
    "Loads are planning values for a sound wall. Try what you have put up before you trust it.",
)


_OF_PLACES = {Location.CHIMNEY_BREAST: FLUE, Location.BASEMENT: TANKED}


def hidden_cautions(
    hidden: Hidden, judged: Sequence[Judged], stands: Location, *, unseen: bool, old: bool
) -> tuple[str, ...]:
    """What to do before drilling here, where it matters: cables, water, gas, and ``old`` coatings nobody tested.

    ``stands``: what the place itself warns of, a flue or a seal against water. ``unseen``: nobody has looked yet what
    is on the wall, so that there may be anything.
    """
    codes = {hazard.code for one in judged for hazard in one.hazards}
    services = {service for point in hidden.points for service in point.services}
    found = []
    if hidden.school.key == HARNESS:
        found.append(RIDES)
    if unseen:
        found.append(LOOK)
    if unseen or codes & _IN_ZONE or services & {Service.CABLE, Service.LOW_VOLTAGE}:
        found.append(CABLES)
    if unseen or services & {Service.WATER, Service.HEATING, Service.WASTE}:
        found.append(WATER)
    if Service.GAS in services:
        found.append(GAS)
    if stands in _OF_PLACES:
        found.append(_OF_PLACES[stands])
    if old:
        found.append(OLD)
    return tuple(found)
