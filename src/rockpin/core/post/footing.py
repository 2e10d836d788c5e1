"""How deep a post must stand in the earth so that it does not lean (IBC 2021, 1807.3.2.1, no constraint at ground)."""

from math import sqrt

_STEPS = 80


def wanted_depth_mm(push_n: float, moment_n_mm: float, foot_mm: float, lateral_kpa_per_m: float) -> float:
    """Depth d [mm] for a push P [N] whose moment about the ground is P·h [N mm], on a footing b wide [mm].

    Equation 18-1: d = 0.5·A·(1 + √(1 + 4.36·h/A)) with A = 2.34·P/(S₁·b) and S₁ the lateral bearing at d/3, here the
    given kPa for each metre of depth. As S₁ grows with d, d is found by halving: what is wanted falls as d grows.
    Written with P·h, it holds for a moment without a push too. No increase for short loads or isolated posts is taken.
    """
    if push_n <= 0 and moment_n_mm <= 0:
        return 0.0

    def wanted(deep_mm: float) -> float:
        bearing_mpa = lateral_kpa_per_m * 1e-3 * (deep_mm / 3) / 1000
        a = 2.34 * push_n / (bearing_mpa * foot_mm)
        ah = 2.34 * moment_n_mm / (bearing_mpa * foot_mm)
        return 0.5 * (a + sqrt(a * a + 4.36 * ah))

    low, high = 1.0, 20_000.0
    for _ in range(_STEPS):
        middle = (low + high) / 2
        low, high = (middle, high) if wanted(middle) > middle else (low, middle)
    return high
