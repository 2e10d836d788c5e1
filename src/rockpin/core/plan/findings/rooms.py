"""What is to be said of the room that a fixture claims in use: doors that strike, what cannot be lifted on."""

from collections.abc import Sequence

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.arrangement import EnvelopeKind
from rockpin.core.setout import Claim, Clash

_WORDS = {
    EnvelopeKind.LIFTED_ON: (
        Severity.DO_NOT_DRILL,
        "room-to-lift-on",
        "{what} is lifted {high} to be hung, and {name} is in the way.",
        "Hang it lower, or move it aside.",
    ),
    EnvelopeKind.OPENS: (
        Severity.PROVE_FIRST,
        "room-to-open",
        "{what} would strike {name} as it opens.",
        "Move it, or see that it opens far enough all the same and give the room that it really takes.",
    ),
    EnvelopeKind.PULLED_OUT: (
        Severity.PROVE_FIRST,
        "room-to-pull-out",
        "{what} would strike {name} as it is pulled out.",
        "Move it, or see that it comes out far enough all the same and give the room that it really takes.",
    ),
    EnvelopeKind.SWINGS: (
        Severity.PROVE_FIRST,
        "room-to-swing",
        "{what} would strike {name} as it swings.",
        "Move it, or give it stops and say how far it swings.",
    ),
    EnvelopeKind.HANGS: (
        Severity.NOTE,
        "room-to-hang",
        "{what} hangs in front of {name}, or on it.",
        "Move it, unless that is meant.",
    ),
}


def clash_severity(kind: EnvelopeKind, ends: bool) -> Severity:
    """How bad it is that something stands in room of a kind. ``ends``: the wall ends there, at a floor or a corner."""
    # an arm that meets a wall turns less far, no more
    return Severity.NOTE if ends and kind is EnvelopeKind.SWINGS else _WORDS[kind][0]


def clash_sentence(claim: Claim, name: str, units: UnitSystem) -> str:
    """How something by that name is in the way of what is claimed."""
    return _WORDS[claim.kind][2].format(what=claim.name, name=name, high=show_length(claim.area.height_mm, units))


def room_findings(clashes: Sequence[Clash], units: UnitSystem) -> list[Finding]:
    """A finding for everything that stands in the room which is claimed."""
    found = []
    for clash in clashes:
        _, code, _, action = _WORDS[clash.claim.kind]
        severity = clash_severity(clash.claim.kind, clash.ends)
        found.append(
            Finding(
                severity=severity,
                stage=Stage.SET_OUT,
                code=code,
                sentence=clash_sentence(clash.claim, clash.name, units),
                action=action,
                where=Where(area=clash.area, item=clash.claim.item),
            )
        )
    return found
