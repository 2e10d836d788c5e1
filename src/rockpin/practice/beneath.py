"""A practice wall laid open: as a scanner would find it, and as a wall of which everything is known."""

import numpy as np

from rockpin.core.base.model import Rect
from rockpin.core.document.evidence import Filling, HowStated, ReadBy
from rockpin.core.document.sweeps import Find, Scan, ScanMode
from rockpin.core.document.wall import Framing, HowKnown, Layer, Member, Wall
from rockpin.devices.scanner import HiddenWall
from rockpin.devices.simulated_walls import HOLLOW
from rockpin.practice.ground import Ground, Truth, layers_of

SERVICE_WORDS = {
    "live_cable": "a live cable",
    "dead_cable": "a dead cable",
    "data_cable": "a data cable",
    "copper_pipe": "a copper pipe",
    "plastic_pipe": "a plastic pipe",
    "gas_pipe": "a gas pipe",
    "waste_pipe": "a waste pipe",
}


def scanned(truth: Truth, wall: Wall) -> HiddenWall:
    """What the stand-in scanner meets along a line."""
    studs = truth.framing.studs if truth.framing else ()
    upright = [one for one in truth.services if abs(one.x_mm - one.x2_mm) < 200 and one.kind == "live_cable"]
    return HiddenWall(
        studs=tuple((stud.centre_mm, stud.width_mm) for stud in studs),
        screws_x_mm=tuple(stud.screw_x_mm for stud in studs if stud.screw_x_mm is not None),
        cables_x_mm=tuple(one.x_mm for one in upright),
        damping=1.0 if truth.wall.framed else 0.5 if truth.framing else 0.15,
        openings=tuple(opening.rect for opening in wall.openings),
    )


def true_layers(truth: Truth) -> tuple[Layer, ...]:
    """The build-up as the catalogue calls it, front to back."""
    steel = truth.wall.make == "board_on_steel_studs"
    called = {
        "void": "steel_studs" if steel else "timber_studs",
        "gap": "dabs",
        "batten_gap": "battens",
        "foam": "foam_lining",
    }
    return tuple(
        Layer(
            material=called.get(name, name),
            thickness_mm=round(max(1.0, thickness), 1),
            filling=(truth.wall.filling or Filling.EMPTY) if name in HOLLOW else None,
        )
        for name, thickness in layers_of(truth.wall)
    )


def _members(truth: Truth, wall: Wall) -> tuple[Member, ...]:
    studs = truth.framing.studs if truth.framing else ()
    return tuple(
        Member(
            id=f"true-{number}",
            x_mm=stud.centre_at(wall.height_mm / 2) - stud.width_mm / 2,
            y_mm=0,
            width_mm=stud.width_mm,
            height_mm=wall.height_mm,
            known=HowKnown.SEEN,
        )
        for number, stud in enumerate(studs, 1)
    )


def laid_open(ground: Ground, wall: Wall) -> Wall:
    """A practice wall of which everything is known: layers, studs, and each service where it lies."""
    truth = ground.truth
    finds = tuple(
        Find(
            id=f"true-{number}",
            x_mm=float(np.clip(one.x_mm, 0, wall.width_mm)),
            y_mm=float(np.clip(one.y_mm, 0, wall.height_mm)),
            x2_mm=float(np.clip(one.x2_mm, 0, wall.width_mm)),
            y2_mm=float(np.clip(one.y2_mm, 0, wall.height_mm)),
            depth_mm=max(0.0, one.depth_mm - one.width_mm / 2),
            sigma_mm=0,
            what=SERVICE_WORDS[one.kind],
        )
        for number, one in enumerate(truth.services, 1)
    )
    members = _members(truth, wall)
    return wall.model_copy(
        update={
            "build_up": true_layers(truth),
            "stated": HowStated.SEEN,
            "evidence": (),
            "hits": (),
            "traces": (),
            "framing": Framing(members=members) if members else None,
            "courses": None,
            "scans": (
                Scan(
                    id="opened",
                    mode=ScanMode.OPENED,
                    area=Rect(x_mm=0, y_mm=0, width_mm=wall.width_mm, height_mm=wall.height_mm),
                    claimed_depth_mm=min(1000.0, truth.thickness_mm),
                    finds=finds,
                    read_by=ReadBy.INSTRUMENT,
                ),
            ),
        }
    )
