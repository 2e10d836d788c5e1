"""How anchors are set in hollow board: with which bit, how each kind goes in, and when that is felt."""

from rockpin.core.capacity.common import Assessment
from rockpin.core.capacity.setting_ways import Goes
from rockpin.core.document.fixings import BoardAnchor
from rockpin.core.document.fixture import HoleKind
from rockpin.core.hole import BitRule, Opens, Spot
from rockpin.core.tables.by_room import CapacityTables

_OPENS: dict[str, Opens] = {"spring_toggle": "wings", "strap_toggle": "bar", "self_drilling": "thread"}
_CUTS_ITS_OWN = ("self_drilling", "bare_screw")


def opens(anchor: BoardAnchor) -> Opens:
    """What becomes of it behind the board."""
    return _OPENS.get(anchor.kind, "legs")


def bit_rule(anchor: BoardAnchor, boards: int) -> BitRule:
    """How the bit for its hole is picked, in so many boards: through two even its own point wants a pilot."""
    if anchor.own_point and boards == 1:
        return BitRule.OWN
    if anchor.kind == "plug":
        return BitRule.PLUG
    if anchor.kind in ("rivet", "rivet_nut"):
        # it swells to fill a hole of its own size: in a wider one it turns
        return BitRule.EXACT
    return BitRule.PILOT if anchor.kind in _CUTS_ITS_OWN else BitRule.CLEARANCE


def set_notes(anchor: BoardAnchor, made: Assessment, spot: Spot, tables: CapacityTables) -> list[str]:
    """How an anchor is set in board, by its kind; what goes through the bracket is told with the bracket."""
    stays = spot.hole.kind is HoleKind.KEYHOLE
    match anchor.kind:
        case "plug":
            return [
                "Try the anchor by hand: if it is tight, one bit size up; never force it. Push it in until its rim "
                "is flat on the face."
            ]
        case "self_drilling":
            return [
                "Press its point in at the mark and turn it in, square to the board, by hand or at the lowest clutch, "
                "until it is flush. If something hard stops it, that is a dab or framing: move a little."
            ]
        case "sleeve":
            out = "and leave it in" if stays else "then take the screw out again: the bracket goes under its head"
            return [
                "Push it in until its rim is flat on the face. Hold the rim and draw it up with a "
                f"setting tool or its own screw until its legs have folded, {out}."
            ]
        case "strap_toggle":
            return [
                "Turn the bar in line with its strap, push it through, and pull it back flat behind the board. Slide "
                "the collar into the hole and snap the strap off flush with it."
            ]
        case "rivet":
            return ["Push it in until its head lies flat, and draw its stem with the tool until it breaks off."]
        case "panel_bolt":
            return ["A washer and a nut behind, held with a second spanner."]
        case "rivet_nut":
            return [
                "Thread it on its setting tool, push it in until its rim is flat, and draw it up until it is tight."
            ]
    return []


def grips_at_setting(anchor: BoardAnchor) -> bool:
    """A plug folds as its screw is turned; what folds, cuts or lies flat before the bracket is up was felt by then."""
    return anchor.kind in ("self_drilling", "sleeve", "strap_toggle", "rivet_nut")


def bought_by_its_screw(anchor: BoardAnchor) -> bool:
    """A screw or a bolt and nothing else."""
    return anchor.kind in ("bare_screw", "panel_bolt")


def brings_its_screw(anchor: BoardAnchor) -> bool:
    """Sleeves and toggles are sold with their machine screw."""
    return anchor.kind in ("sleeve", "spring_toggle", "strap_toggle")


def goes(anchor: BoardAnchor) -> Goes:
    """A sprung toggle, a rivet and a bolt go through the bracket; once they are in without it they are lost."""
    if anchor.kind in ("spring_toggle", "rivet", "panel_bolt"):
        return Goes.THROUGH
    return Goes.DRIVEN if anchor.kind == "bare_screw" else Goes.BEFORE
