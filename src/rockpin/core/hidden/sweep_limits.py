"""What a sweep could not have seen, said to whoever relies on it."""

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_limit
from rockpin.core.document.sweeps import Scan, ScanMode, Screen
from rockpin.core.hidden.read import Hidden
from rockpin.core.hidden.risk import miss_chance

_WORDS = {
    ScanMode.METAL: "Metal sweep",
    ScanMode.LIVE: "Live sweep",
    ScanMode.DENSITY: "Density sweep",
    ScanMode.OPENED: "Opened and looked",
}
_SCREENS = {
    Screen.FOIL: "foil",
    Screen.METAL_MESH: "metal lath or mesh",
    Screen.DAMP_PLASTER: "damp plaster",
}


class SweepReading(Model):
    """A sweep in words: what it was, and what it could not have seen."""

    id: str
    label: str
    blind: tuple[str, ...]


def _blind(scan: Scan, hidden: Hidden, units: UnitSystem) -> tuple[str, ...]:
    if scan.mode is ScanMode.OPENED:
        return ("What lies behind what was opened, or beside it.",)
    conditions = hidden.field.conditions
    share = hidden.tables.figures.sweep_depth_share
    depth = share * scan.claimed_depth_mm
    found = [f"Anything deeper than {show_limit(depth, units)}: it is believed to {share:g} of the depth it claims."]
    never: list[str] = []
    for kind in hidden.tables.services.values():
        blind = [make for make in kind.makes if miss_chance(make, scan, conditions, hidden.tables) >= 0.99]
        if len(blind) == len(kind.makes):
            never.append(kind.label.removeprefix("a "))
        elif any(make.key == "plastic" for make in blind):
            never.append(f"{kind.label.removeprefix('a ')} of plastic")
        elif any(make.key == "dead" for make in blind):
            never.append("cable that was dead or switched off")
    if never:
        found.append(f"No {', no '.join(never)}.")
    if scan.mode is ScanMode.LIVE and not scan.circuits_on:
        found.append("Not every circuit was on, so it clears nothing.")
    elif scan.mode is ScanMode.LIVE and (conditions.steel_studs or conditions.screens):
        names = [_SCREENS[one] for one in sorted(conditions.screens)] + (
            ["steel studs"] if conditions.steel_studs else []
        )
        found.append(f"Hardly anything behind {' or '.join(names)}.")
    if scan.mode is ScanMode.METAL and conditions.screens & {Screen.FOIL, Screen.METAL_MESH}:
        found.append("Foil or mesh answers everywhere: it tells nothing here.")
    if scan.mode is ScanMode.DENSITY and conditions.tiled:
        found.append("Tile answers for itself: it tells nothing of what is behind.")
    if not scan.proved_on_live_cable:
        found.append("The instrument was not proved on a known live cable: it may not have worked at all.")
    return tuple(found)


def read_sweeps(hidden: Hidden, units: UnitSystem) -> tuple[SweepReading, ...]:
    """Every sweep of a wall with what it could not have seen."""
    return tuple(
        SweepReading(id=scan.id, label=_WORDS[scan.mode], blind=_blind(scan, hidden, units)) for scan in hidden.scans
    )
