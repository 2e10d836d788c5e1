"""Ordinary practice outdoors: the outer face of a house, and what hangs on it."""

from bench.ordinary_jobs import masonry, plate
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixture import Environment, Fixture
from rockpin.core.document.wall import Layer, Wall


def outer_face(insulated_mm: float = 0) -> Wall:
    """Brick under render, with boards of foam between them where it is insulated outside."""
    render = Layer(material="render", thickness_mm=8 if insulated_mm else 18)
    if not insulated_mm:
        return masonry("brick", 0, front=(render,))
    foam = Layer(material="insulation_boards", thickness_mm=insulated_mm, filling=Filling.RIGID_FOAM)
    return masonry("brick", 0, front=(render, foam))


def letterbox(hole: float = 6.5) -> Fixture:
    """Hung outdoors by four holes, lifted by its lid."""
    holes = ((50, 280), (320, 280), (50, 40), (320, 40))
    box = plate("Letterbox", (370, 320), holes, hole=hole, metal=1, depth=120, own=3, holds=2, hand="use")
    return box.model_copy(update={"environment": Environment.OUTDOOR})
