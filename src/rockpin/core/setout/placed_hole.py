"""A hole of the fixture at its place on the wall, with the plate it belongs to."""

from rockpin.core.base.model import Model, Rect
from rockpin.core.document.fixture import HeadSeat, HoleKind, SupportMaterial


class PlacedHole(Model):
    """A used hole of the fixture at its place on the wall [mm], with the plate it belongs to."""

    id: str
    number: int
    support: str
    support_label: str
    kind: HoleKind
    seat: HeadSeat
    x_mm: float
    y_mm: float
    diameter_mm: float
    plate: Rect
    plate_mm: float
    flexible: bool
    material: SupportMaterial = SupportMaterial.STEEL
    spacer_mm: float = 0.0
    board_species: str | None = None
    access_mm: float | None = None
    hung: bool = False

    @property
    def cover_mm(self) -> float:
        """How far the plate reaches past the hole's middle [mm], at the least."""
        return min(
            self.x_mm - self.plate.x_mm,
            self.plate.right_mm - self.x_mm,
            self.y_mm - self.plate.y_mm,
            self.plate.top_mm - self.y_mm,
        )

    @property
    def washer_wanted(self) -> bool:
        """A slot wants a washer under the head: the head alone would pull through it."""
        return self.kind in (HoleKind.SLOT_ACROSS, HoleKind.SLOT_UPRIGHT)
