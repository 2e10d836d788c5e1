"""Anchors in concrete as the group that they are: which cones touch, and how far each anchor's concrete is used.

EN 1992-4:2018, 7.2.1.4 to 7.2.1.7 for pull, 7.2.2.4 and 7.2.2.5 for shear.
"""

from collections.abc import Sequence
from math import sqrt
from typing import NamedTuple, cast

import numpy as np
from numpy.typing import NDArray

from rockpin.core.capacity.en1992 import Cone, EdgeRow, along_edge, eccentricity, edge_shear_n, group_cone
from rockpin.core.demand import Rows
from rockpin.core.document.fixings import ConcreteAnchor
from rockpin.core.hole import AnchorGroup
from rockpin.core.tables.figures import CapacityFigures

_OUTWARD = ((-1.0, 0.0), (1.0, 0.0), (0.0, -1.0), (0.0, 1.0))


def _clusters(touch: Sequence[Sequence[bool]], members: Sequence[int]) -> list[list[int]]:
    """The members that touch one another, directly or through others. ``touch``: which do so directly."""
    left, found = list(members), []
    while left:
        cluster = [left.pop(0)]
        # what is found joins the end of the list that is being walked, so its own neighbours are found in turn
        for one in cluster:
            beside = touch[one]
            cluster += [other for other in left if beside[other]]
            left = [other for other in left if not beside[other]]
        found.append(sorted(cluster))
    return found


class Solved(NamedTuple):
    """Uses of the concrete and of each anchor in every row, arrays of shape (rows, holes); pull in modes (3, …)."""

    pulls: Rows
    pry: Rows
    edge: Rows
    cones: dict[int, tuple[Cone, int]]


_TESTED_MPA = 20.0
"""Strength [MPa] of the concrete in which pull-out is tested: C20/25."""


def pullout_n(anchor: ConcreteAnchor, figures: CapacityFigures) -> float:
    """Characteristic pull-out [N] in concrete of the figures' strength: as tested, and √(fck/20) of it where weaker.

    What stronger concrete would give is the maker's to say, so it is not taken.
    """
    return anchor.pullout_n * min(1.0, sqrt(figures.concrete_fck_mpa / _TESTED_MPA))


class _Group:
    """One kind of anchor in every hole of a group."""

    def __init__(self, anchor: ConcreteAnchor, group: AnchorGroup, wall_mm: float, figures: CapacityFigures) -> None:
        self.anchor, self.group, self.wall_mm, self.figures = anchor, group, wall_mm, figures
        load = figures.concrete_load_factor
        self.safe_n = figures.concrete_gamma_mc * anchor.gamma_inst * load
        self.safe_v = figures.concrete_gamma_mc * load
        self._cones: dict[tuple[tuple[int, ...], float], Cone] = {}
        self._touch: dict[float, list[list[bool]]] = {}

    def _clusters(self, members: Sequence[int], within_mm: float) -> list[list[int]]:
        """The members that touch one another: nearer than ``within_mm`` in both directions."""
        if within_mm not in self._touch:
            self._touch[within_mm] = (self.group.apart_mm < within_mm).tolist()
        return _clusters(self._touch[within_mm], members)

    def _cone(self, cluster: Sequence[int], critical_hefs: float = 1.5, most_n: float = 1e12) -> Cone:
        key = (tuple(cluster), critical_hefs)
        if key not in self._cones:
            self._cones[key] = group_cone(
                [self.group.places[i] for i in cluster],
                [self.group.edges[i] for i in cluster],
                self.anchor.hef_mm,
                self.figures.concrete_fck_mpa,
                self.figures.concrete_k1,
                critical_hefs=critical_hefs,
                most_n=most_n,
            )
        return self._cones[key]

    def _split(self, cluster: Sequence[int]) -> Cone:
        return self._cone(cluster, self.figures.concrete_split_hefs, pullout_n(self.anchor, self.figures))

    def solve(self) -> Solved:
        tension = self.group.tension_n
        rows, count = tension.shape
        pulls = np.zeros((3, rows, count))
        pulls[2] = tension * self.safe_n / pullout_n(self.anchor, self.figures)
        cones: dict[int, tuple[Cone, int]] = {}
        for members, at in self.group.pulled_together:
            shared = [(cluster, self._cone(cluster)) for cluster in self._clusters(members, 3 * self.anchor.hef_mm)]
            for cluster, cone in shared:
                cones |= dict.fromkeys(cluster, (cone, len(cluster)))
            self._pull(shared, at, pulls[0])
            # splitting: not to be checked where all edges are far, and farther for a group (7.2.1.7(2))
            far = self.figures.concrete_split_hefs * self.anchor.hef_mm
            if self._nearest_edge(members) >= 1.2 * far:
                continue
            splitting = [
                (cluster, self._split(cluster))
                for cluster in self._clusters(members, 2 * far)
                if self._nearest_edge(cluster) < (far if len(cluster) == 1 else 1.2 * far)
            ]
            self._pull(splitting, at, pulls[1])
        pry, edge = np.zeros((rows, count)), np.zeros((rows, count))
        times = (1.0 if self.anchor.hef_mm < 60 else 2.0) / self.safe_v
        for cluster in self._clusters(range(count), 3 * self.anchor.hef_mm):
            cone = self._cone(cluster)
            cones.setdefault(cluster[0], (cone, len(cluster)))
            # the most loaded anchor stands for all: torsion must not cancel itself out
            most = self.group.across_n[:, cluster].max(axis=1, keepdims=True)
            pry[:, cluster] = len(cluster) * most / (times * cone.resistance_n)
        for side in range(4):
            self._edge(side, edge)
        return Solved(pulls, pry, edge, cones)

    def _nearest_edge(self, members: Sequence[int]) -> float:
        return min((min(self.group.edges[i]) for i in members), default=1e9)

    def _pull(self, some: Sequence[tuple[list[int], Cone]], at: NDArray[np.int_], uses: Rows) -> None:
        """The uses of cones in the rows ``at``, each by the anchors that share it and are pulled together."""
        alone = [(cluster[0], cone.resistance_n) for cluster, cone in some if len(cluster) == 1]
        if alone:
            holes, bears = zip(*alone, strict=True)
            here = at[:, None], np.array(holes)
            uses[here] = self.group.tension_n[here] * self.safe_n / np.array(bears)
        for cluster, cone in some:
            if len(cluster) == 1:
                continue
            block = at[:, None], np.array(cluster)
            tension = self.group.tension_n[block]
            total = tension.sum(axis=1)
            places = self.group.places_mm[cluster]
            off: Rows = np.abs(tension @ places / total[:, None] - places.mean(axis=0))
            resist = cone.resistance_n * eccentricity(off, cone.critical_spacing_mm).prod(axis=1)
            uses[block] = (total * self.safe_n / resist)[:, None]

    def _edge(self, side: int, uses: Rows) -> None:
        """Raises uses to those of edge failure towards one side; none beyond max(10·hef, 60·d) (7.2.2.5(1)).

        The anchors nearest to the edge take all of the group's shear: with play in the holes the others may not bear.
        """
        group, anchor, figures = self.group, self.anchor, self.figures
        nx, ny = _OUTWARD[side]
        count = len(group.hole_ids)
        farthest = max(10 * anchor.hef_mm, 60 * anchor.diameter_mm)
        if min(group.by_side_mm[side]) > farthest:
            return
        distances = [max(distance, 1.0) for distance in group.by_side_mm[side]]
        one_end, other_end = (2, 3) if side < 2 else (0, 1)
        axis = 1 if side < 2 else 0
        towards = group.shear_x_n * nx + group.shear_y_n * ny
        along = group.shear_y_n if side < 2 else group.shear_x_n
        for cluster in self._clusters(range(count), 3 * max(anchor.hef_mm, min(distances))):
            c1 = min(distances[i] for i in cluster)
            if c1 > farthest:
                continue
            front = [i for i in cluster if distances[i] < c1 + 1.0]
            for part in self._clusters(front, 3 * c1):
                spots = np.array([group.places[i][axis] for i in part])
                row = EdgeRow(
                    c1_mm=c1,
                    span_mm=float(spots.max() - spots.min()),
                    aside_mm=(
                        max(1.0, min(group.edges[i][one_end] for i in part)),
                        max(1.0, min(group.edges[i][other_end] for i in part)),
                    ),
                )
                resist = edge_shear_n(
                    anchor.diameter_mm,
                    anchor.hef_mm,
                    row,
                    self.wall_mm,
                    figures.concrete_fck_mpa,
                    figures.concrete_k9,
                )
                share = len(part) / len(front)
                out = np.maximum(towards[:, cluster].sum(axis=1) * share, towards[:, part].sum(axis=1))
                out = np.maximum(out, 0.0)
                aside = np.maximum(np.abs(along[:, cluster].sum(axis=1)) * share, np.abs(along[:, part].sum(axis=1)))
                bears = np.maximum(towards[:, part], 0.0)
                off = np.abs(bears @ (spots - spots.mean())) / np.maximum(bears.sum(axis=1), 1e-9)
                psi = along_edge(out, aside) * eccentricity(off, 3 * c1)
                use = np.hypot(out, aside) * self.safe_v / (resist * psi)
                uses[:, cluster] = np.maximum(uses[:, cluster], use[:, None])


def solved_group(anchor: ConcreteAnchor, group: AnchorGroup, wall_mm: float, figures: CapacityFigures) -> Solved:
    """The uses of a group of these anchors, worked out once for all holes of it."""
    key = (anchor.key, wall_mm, figures.concrete_fck_mpa)
    if key not in group.solved:
        group.solved[key] = _Group(anchor, group, wall_mm, figures).solve()
    return cast(Solved, group.solved[key])
