"""How far apart studs usually stand, where nobody has found them yet."""

from rockpin.core.document.job import Region
from rockpin.core.document.wall import Wall
from rockpin.core.tables.catalogue import Catalogue


def usual_pitches_mm(wall: Wall, region: Region, catalogue: Catalogue) -> tuple[float, ...]:
    """How far apart [mm] studs usually stand there: as on the wall itself, and what else is common in the region."""
    row = wall.framing.row if wall.framing else None
    least = catalogue.starts.common_pitch_share
    common = [one.pitch_mm for one in catalogue.belief.pitches if one.regions[region] >= least]
    return tuple(dict.fromkeys([*([row.pitch_mm] if row else []), *common]))


def widest_bay_mm(wall: Wall, region: Region, catalogue: Catalogue) -> float:
    """The widest [mm] that two studs there usually leave between them: the widest pitch less the narrowest stud."""
    return max(usual_pitches_mm(wall, region, catalogue)) - catalogue.figures.framing.narrowest_stud_mm
