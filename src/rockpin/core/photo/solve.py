"""How a photo lies to its wall: homography, lens and the marks' places in one weighted least squares.

What was tapped, what is known of places by tape, and distances by tape all count by their spread; the inverse of the
normal equations is the covariance of the answer (Hartley and Zisserman, Multiple View Geometry, 2nd ed., ch. 5). With
as many measures as unknowns nothing is left over to judge them by; the covariance is then that of the inputs alone.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray
from scipy.special import chdtri

from rockpin.core.document.photo import PhotoDistance, PicturePoint, WallPhoto
from rockpin.core.photo.lens import bent, lens_of, straightened
from rockpin.core.photo.start import Tape, direct_homography, first_places
from rockpin.core.tables.figures import PhotoFigures

Points = NDArray[np.float64]

_LENS = 8
"""Where k₁ stands among the unknowns, after the eight of the homography; the marks' places follow."""
_FROM = 9


@dataclass(frozen=True)
class Frame:
    """From points of the picture to half diagonals about its middle, and from wall millimetres to about 1."""

    middle_px: tuple[float, float]
    half_px: float
    origin_mm: tuple[float, float]
    size_mm: float

    def picture(self, points: Sequence[PicturePoint]) -> Points:
        """Places [half diagonals, n × 2] of picture points."""
        flat = np.array([[one.u_px, one.v_px] for one in points], dtype=float).reshape(-1, 2)
        return np.asarray((flat - self.middle_px) / self.half_px)

    def wall(self, places_mm: Points) -> Points:
        """Places about the middle of the marks [1] of wall places [mm, n × 2]."""
        return np.asarray((places_mm - self.origin_mm) / self.size_mm)


@dataclass(frozen=True)
class Unsolved:
    """Why a photo does not lie on its wall yet, in words."""

    wants: str


@dataclass(frozen=True)
class Solution:
    """A photo that lies on its wall. ``unknowns`` and ``covariance`` are in the units of the frame.

    ``grown``: by how much the spread is taken larger than its inputs say, since the measures disagree by more.
    ``offs``: by how many spreads each measure is out that others vouch for (Baarda 1968, data snooping); by its name.
    """

    frame: Frame
    unknowns: Points
    covariance: Points
    grown: float
    surplus: int
    offs: dict[str, float]

    @property
    def matrix(self) -> Points:
        """The 3 × 3 matrix from wall [1] to the straight picture [half diagonals]."""
        return np.append(self.unknowns[:8], 1.0).reshape(3, 3)

    @property
    def lens(self) -> float:
        """k₁ [1]."""
        return float(self.unknowns[_LENS])

    @cached_property
    def to_picture(self) -> Points:
        """The 3 × 3 matrix from wall [mm] to the straight picture [points]."""
        frame = self.frame
        (x, y), size = frame.origin_mm, frame.size_mm
        (u, v), half = frame.middle_px, frame.half_px
        wall = np.array([[1 / size, 0, -x / size], [0, 1 / size, -y / size], [0, 0, 1]])
        return np.asarray(np.array([[half, 0, u], [0, half, v], [0, 0, 1]]) @ self.matrix @ wall)

    def on_wall(self, points: Sequence[PicturePoint]) -> Points:
        """Wall places [mm, n × 2] of what is seen at picture points. Valid in the wall's plane only."""
        straight = straightened(self.frame.picture(points), self.lens)
        back = np.column_stack([straight, np.ones(len(straight))]) @ np.linalg.inv(self.matrix).T
        return np.asarray(back[:, :2] / back[:, 2:] * self.frame.size_mm + self.frame.origin_mm)

    def on_picture(self, places_mm: Points) -> Points:
        """Picture points [n × 2] of wall places [mm, n × 2], on the photo as it was taken."""
        straight = projected(self.unknowns[:8], self.frame.wall(np.asarray(places_mm, dtype=float)))
        return np.asarray(bent(straight, self.lens) * self.frame.half_px + self.frame.middle_px)

    def covariance_mm2(self, x_mm: float, y_mm: float, tap_px: float) -> Points:
        """Covariance [mm², 2 × 2] of a place read off the photo there with a tap of this spread [points].

        J_tap·Σ_tap·J_tapᵀ + J_H·Σ_H·J_Hᵀ; the lens is one of the unknowns of H.
        """
        place = self.frame.wall(np.array([[x_mm, y_mm]]))
        slopes, by_wall = slopes_of(self.unknowns[:8], place)
        straight = projected(self.unknowns[:8], place)
        taken = bent(straight, self.lens)[0]
        back = np.linalg.inv(by_wall[0])
        # what is seen at (u, v) moves on the straight picture by this for each point of a tap, and of k₁
        radius2 = float(taken @ taken)
        by_tap = (1 + self.lens * radius2) * np.eye(2) + 2 * self.lens * np.outer(taken, taken)
        by_lens = (taken * radius2).reshape(2, 1)
        of_tap = back @ by_tap
        of_all = np.hstack([-back @ slopes[0], back @ by_lens])
        inner = self.covariance[:_FROM, :_FROM] * self.grown**2
        tap = (tap_px / self.frame.half_px) ** 2
        whole = tap * of_tap @ of_tap.T + of_all @ inner @ of_all.T
        return np.asarray(whole * self.frame.size_mm**2)

    def distance_mm(
        self, first: PicturePoint, second: PicturePoint, taps_px: tuple[float, float]
    ) -> tuple[float, float]:
        """How far two things seen lie apart, and the spread of that [mm, mm]."""
        a, b = self.on_wall([first, second])
        way = a - b
        length = float(np.hypot(*way))
        if length == 0:
            return 0.0, 0.0
        one = way / length
        variance = sum(
            float(one @ self.covariance_mm2(float(at[0]), float(at[1]), tap) @ one)
            for at, tap in zip((a, b), taps_px, strict=True)
        )
        # both ends err alike in part, so that this is on the safe side
        return length, float(np.sqrt(variance))


def projected(matrix: Points, places: Points) -> Points:
    """Straight picture [half diagonals, n × 2] of wall places [1, n × 2] by the eight numbers of a homography."""
    x, y = places[:, 0], places[:, 1]
    depth = matrix[6] * x + matrix[7] * y + 1
    return np.column_stack(
        [(matrix[0] * x + matrix[1] * y + matrix[2]) / depth, (matrix[3] * x + matrix[4] * y + matrix[5]) / depth]
    )


def slopes_of(matrix: Points, places: Points) -> tuple[Points, Points]:
    """Slopes of the projection by its eight numbers [n × 2 × 8] and by the place [n × 2 × 2]."""
    x, y = places[:, 0], places[:, 1]
    depth = matrix[6] * x + matrix[7] * y + 1
    u, v = projected(matrix, places).T
    by_matrix = np.zeros((len(places), 2, 8))
    for row, value in ((0, u), (1, v)):
        by_matrix[:, row, 3 * row : 3 * row + 3] = np.column_stack([x, y, np.ones(len(x))]) / depth[:, None]
        by_matrix[:, row, 6] = -value * x / depth
        by_matrix[:, row, 7] = -value * y / depth
    by_place = np.zeros((len(places), 2, 2))
    for row, value in ((0, u), (1, v)):
        by_place[:, row, 0] = (matrix[3 * row] - value * matrix[6]) / depth
        by_place[:, row, 1] = (matrix[3 * row + 1] - value * matrix[7]) / depth
    return by_matrix, by_place


def tap_px(zoom: float, figures: PhotoFigures) -> float:
    """Spread of a tap [points of the picture] at so many points of the screen to one of the picture."""
    return figures.tap_screen_px / zoom


def _tape(distance: PhotoDistance, index: dict[str, int], figures: PhotoFigures) -> Tape:
    sigma = float(np.hypot(figures.tape_mm, figures.tape_mm_per_m * distance.distance_mm / 1000))
    return Tape(index[distance.first], index[distance.second], distance.distance_mm, sigma)


class _Sum:
    """The least squares of one photo: its measures, and what each is out by at given unknowns, in spreads."""

    def __init__(self, photo: WallPhoto, frame: Frame, figures: PhotoFigures) -> None:
        index = {mark.id: place for place, mark in enumerate(photo.marks)}
        self.seen = frame.picture(photo.marks)
        self.taps = np.array([tap_px(mark.zoom, figures) for mark in photo.marks]) / frame.half_px
        known = _known(photo)
        self.known = frame.wall(known)
        self.size_mm = frame.size_mm
        self.held = [(int(i), int(j)) for i, j in np.argwhere(~np.isnan(known))]
        self.held_sigma = figures.tape_mm / frame.size_mm
        self.used = [one for one in photo.distances if not one.check]
        self.tapes = [_tape(one, index, figures) for one in self.used]
        edges = [(frame.picture(edge.points), tap_px(edge.zoom, figures) / frame.half_px) for edge in photo.edges]
        self.lens, self.lens_sigma = lens_of(edges, figures.lens_usual, figures.lens_marked)
        names = [f"{what} {mark.id}" for mark in photo.marks for what in ("tap", "tap")]
        names += [f"place {photo.marks[i].id}" for i, _ in self.held]
        self.names = [*names, *(f"tape {one.id}" for one in self.used), "lens"]

    def out_by(self, unknowns: Points) -> tuple[Points, Points]:
        """What each measure is out by [spreads, m] and its slopes by the unknowns [m × p]."""
        matrix, k1 = unknowns[:8], float(unknowns[_LENS])
        places = unknowns[_FROM:].reshape(-1, 2)
        count = len(places)
        rows, width = len(self.names), len(unknowns)
        off, slopes = np.zeros(rows), np.zeros((rows, width))
        by_matrix, by_place = slopes_of(matrix, places)
        radius2 = (self.seen**2).sum(axis=1, keepdims=True)
        seen = straightened(self.seen, k1) - projected(matrix, places)
        for i in range(count):
            for j in range(2):
                row = 2 * i + j
                off[row] = seen[i, j] / self.taps[i]
                slopes[row, :8] = -by_matrix[i, j] / self.taps[i]
                slopes[row, _LENS] = self.seen[i, j] * radius2[i, 0] / self.taps[i]
                slopes[row, _FROM + 2 * i : _FROM + 2 * i + 2] = -by_place[i, j] / self.taps[i]
        row = 2 * count
        for i, j in self.held:
            off[row] = (places[i, j] - self.known[i, j]) / self.held_sigma
            slopes[row, _FROM + 2 * i + j] = 1 / self.held_sigma
            row += 1
        for one in self.tapes:
            way = places[one.first] - places[one.second]
            length = max(float(np.hypot(*way)), 1e-12)
            sigma = one.sigma_mm / self.size_mm
            off[row] = (length - one.length_mm / self.size_mm) / sigma
            slopes[row, _FROM + 2 * one.first : _FROM + 2 * one.first + 2] = way / length / sigma
            slopes[row, _FROM + 2 * one.second : _FROM + 2 * one.second + 2] = -way / length / sigma
            row += 1
        off[row] = (k1 - self.lens) / self.lens_sigma
        slopes[row, _LENS] = 1 / self.lens_sigma
        return off, slopes


def _known(photo: WallPhoto) -> Points:
    return np.array(
        [[np.nan if at is None else at for at in (mark.x_mm, mark.y_mm)] for mark in photo.marks], dtype=float
    ).reshape(-1, 2)


def _settled(measures: _Sum, unknowns: Points) -> Points | None:
    """The unknowns that fit the measures best (Levenberg 1944, Quart. Appl. Math. 2); None where they run away."""
    damping = 1e-3
    off, slopes = measures.out_by(unknowns)
    cost = float(off @ off)
    for _ in range(80):
        normal = slopes.T @ slopes
        step = np.linalg.lstsq(normal + damping * np.diag(np.diag(normal) + 1e-12), -slopes.T @ off, rcond=None)[0]
        tried = unknowns + step
        new_off, new_slopes = measures.out_by(tried)
        new_cost = float(new_off @ new_off)
        if np.isfinite(new_cost) and new_cost <= cost:
            small = cost - new_cost <= 1e-10 * (1 + cost) and float(np.abs(step).max()) < 1e-7
            unknowns, off, slopes, cost = tried, new_off, new_slopes, new_cost
            damping = max(damping / 8, 1e-12)
            if small:
                break
        else:
            damping *= 6
            if damping > 1e12:
                break
    return unknowns if np.isfinite(cost) else None


_ORDER = (
    "The marks do not lie on the photo as they lie on the wall: two of them are mixed up, or one lies far off. "
    "Look at which is which."
)


def solve(photo: WallPhoto, figures: PhotoFigures) -> Solution | Unsolved:
    """How a photo lies to its wall, or what it still wants. What was put on it and waits for its place says nothing."""
    waiting = sum(mark.waits for mark in photo.marks)
    photo = photo.placed()
    if waiting and len(photo.marks) < 4:
        which = "the mark that waits onto its place" if waiting == 1 else f"{waiting} marks onto their places"
        return Unsolved(f"Drag {which}; press one that sits right already. Until then it says nothing of the wall.")
    if len(photo.marks) < 4:
        more = 4 - len(photo.marks)
        return Unsolved(
            f"Mark {more} more {'place' if more == 1 else 'places'} on the photo that you know on the wall."
        )
    index = {mark.id: place for place, mark in enumerate(photo.marks)}
    half = float(np.hypot(photo.width_px, photo.height_px)) / 2
    rough = Frame((photo.width_px / 2, photo.height_px / 2), half, (0.0, 0.0), 1.0)
    tapes = [_tape(one, index, figures) for one in photo.distances if not one.check]
    known = _known(photo)
    places = first_places(rough.picture(photo.marks), known, tapes)
    middle = places.mean(axis=0)
    size = float(np.sqrt(((places - middle) ** 2).sum(axis=1)).mean())
    if not np.isfinite(size) or size <= 0:
        return Unsolved("Say where the marks lie on the wall, or how far apart they are.")
    frame = Frame(rough.middle_px, half, (float(middle[0]), float(middle[1])), size)
    measures = _Sum(photo, frame, figures)
    straight = straightened(measures.seen, measures.lens)
    first = direct_homography(frame.wall(places), straight)
    if first is None:
        return Unsolved("The marks lie in one line; mark one beside it.")
    start = np.concatenate([first.ravel()[:8], [measures.lens], frame.wall(places).ravel()])
    unknowns = _settled(measures, start)
    if unknowns is None:
        return Unsolved(_ORDER)
    return _judged(measures, frame, unknowns)


def _judged(measures: _Sum, frame: Frame, unknowns: Points) -> Solution | Unsolved:
    off, slopes = measures.out_by(unknowns)
    normal = slopes.T @ slopes
    sizes = np.linalg.eigvalsh(normal / np.sqrt(np.outer(np.diag(normal) + 1e-30, np.diag(normal) + 1e-30)))
    if sizes[0] < 1e-11:
        return Unsolved(
            "That leaves the photo loose: say where one mark lies along and up, how high a second one is, "
            "and measure the four sides and a diagonal between them."
        )
    places = unknowns[_FROM:].reshape(-1, 2)
    depth = unknowns[6] * places[:, 0] + unknowns[7] * places[:, 1] + 1
    turned = np.linalg.det(slopes_of(unknowns[:8], places)[1])
    # up on the wall is up on the photo: v runs down, so that the determinant is negative at every mark
    if depth.min() <= 0 or turned.max() >= 0:
        return Unsolved(_ORDER)
    covariance = np.asarray(np.linalg.inv(normal), dtype=np.float64)
    surplus = len(off) - len(unknowns)
    vouched = np.clip(1 - np.einsum("ij,jk,ik->i", slopes, covariance, slopes), 0.0, 1.0)
    offs: dict[str, float] = {}
    for name, value, share in zip(measures.names, off, vouched, strict=True):
        if share > 0.05:
            offs[name] = max(offs.get(name, 0.0), abs(float(value)) / float(np.sqrt(share)))
    grown = 1.0
    if surplus > 0 and float(off @ off) > float(chdtri(surplus, 0.05)):
        grown = float(np.sqrt(off @ off / surplus))
    return Solution(frame, unknowns, covariance, grown, surplus, offs)
