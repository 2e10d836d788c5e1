"""What can each fixing take? Any fixing at any hole: refused with its reason, or how far it is used and what governs.

One method a module, of one signature; :mod:`rockpin.core.capacity.method` finds them by name.
"""

from rockpin.core.capacity.board import bay_reach_mm, beside_in_bay
from rockpin.core.capacity.common import Assessment, Mode, Proviso, Refusal
from rockpin.core.capacity.method import method_of
from rockpin.core.capacity.methods import (
    NOT_SOLD,
    assess,
    assess_all,
    assess_pairs,
    fit_for,
    refused_here,
    told_of_place,
)
from rockpin.core.capacity.open_spots import moves_text, sure_places
from rockpin.core.capacity.setting_ways import Goes
from rockpin.core.capacity.sweep import Same
from rockpin.core.capacity.through_bolt import bolt_through

__all__ = [
    "NOT_SOLD",
    "Assessment",
    "Goes",
    "Mode",
    "Proviso",
    "Refusal",
    "Same",
    "assess",
    "assess_all",
    "assess_pairs",
    "bay_reach_mm",
    "beside_in_bay",
    "bolt_through",
    "fit_for",
    "method_of",
    "moves_text",
    "refused_here",
    "sure_places",
    "told_of_place",
]
