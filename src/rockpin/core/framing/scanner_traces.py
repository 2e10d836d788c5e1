"""What a scanner's trace shows: peaks of density as the two edges of something, peaks of metal and of live voltage.

A running median takes the drift off, a Savitzky-Golay filter (Anal. Chem. 36, 1964) the noise; a peak must stand out
from what noise is left.
"""

from enum import StrEnum

import numpy as np
from numpy.typing import NDArray

from rockpin.core.base.model import Model
from rockpin.core.base.quantities import UnitSystem, show_length
from rockpin.core.document.evidence import HitKind, Trace
from rockpin.core.framing.stud_row import Located
from rockpin.core.tables.catalogue import Catalogue

Values = NDArray[np.float64]


class Channel(StrEnum):
    DENSITY = "density"
    METAL = "metal"
    LIVE = "live"


class Peak(Model):
    """Something under a trace: its middle and edges [mm], with the spread of the middle."""

    id: str
    trace: str
    channel: Channel
    x_mm: float
    left_mm: float
    right_mm: float
    sigma_mm: float
    height: float
    struck: bool
    text: str

    @property
    def width_mm(self) -> float:
        """From one edge to the other [mm]."""
        return self.right_mm - self.left_mm


def _evenly(trace: Trace, channel: Channel) -> tuple[Values, Values]:
    """A channel on an even grid, in steps of its usual distance between readings, at least 1 mm."""
    x = np.array([reading.x_mm for reading in trace.readings])
    y = np.array([getattr(reading, channel) for reading in trace.readings])
    step = max(1.0, float(np.median(np.diff(x)))) if len(x) > 1 else 1.0
    grid = np.arange(x[0], x[-1] + step / 2, step)
    return grid, np.interp(grid, x, y)


def _flattened(grid: Values, values: Values, catalogue: Catalogue) -> tuple[Values, Values, float]:
    """The channel smoothed, the same without its drift, and the noise that is left."""
    # slow to load, and few walls have traces
    from scipy.ndimage import median_filter
    from scipy.signal import savgol_filter

    step = grid[1] - grid[0]
    window = max(5, 2 * round(12 / step) + 1)
    window = min(window, len(grid) if len(grid) % 2 else len(grid) - 1)
    smooth = np.asarray(savgol_filter(values, window, 2))
    noise = float(np.median(np.abs(values - smooth)) * 1.4826) / np.sqrt(window / 2.25)
    span = 2 * int(catalogue.figures.framing.trace_baseline_mm / step / 2) + 1
    flat = smooth - median_filter(smooth, size=min(span, len(grid)), mode="nearest")
    return smooth, np.asarray(flat), noise


def find_in(trace: Trace, units: UnitSystem, catalogue: Catalogue) -> tuple[Peak, ...]:
    """All peaks of a trace, left to right. Too few readings show none."""
    from scipy.signal import find_peaks, peak_widths

    figures = catalogue.figures.framing
    found: list[Peak] = []
    for channel in Channel:
        grid, values = _evenly(trace, channel)
        if len(grid) < 15:
            continue
        _, flat, noise = _flattened(grid, values, catalogue)
        step = float(grid[1] - grid[0])
        least = max(figures.peak_least, figures.peak_prominence * noise)
        least = max(least, figures.live_least) if channel is Channel.LIVE else least
        tops, shape = find_peaks(flat, prominence=least, distance=max(1, int(20 / step)), width=1)
        if not len(tops):
            continue
        high = shape["prominences"] >= figures.peak_share * shape["prominences"].max()
        tops, prominences = tops[high], shape["prominences"][high]
        _, _, left, right = peak_widths(flat, tops, rel_height=0.5)
        for top, low, high, prominence in zip(tops, left, right, prominences, strict=True):
            left_mm, right_mm = float(grid[0] + low * step), float(grid[0] + high * step)
            middle = (left_mm + right_mm) / 2
            # an edge is as sure as the noise against the slope there; a rise is about a third of the width long
            slope = float(prominence) / max(step, (right_mm - left_mm) / 3)
            sigma = float(np.hypot(noise / slope, step / 2))
            name = f"{trace.id}-{channel[0]}{round(float(grid[top]))}"
            found.append(
                Peak(
                    id=name,
                    trace=trace.id,
                    channel=channel,
                    x_mm=middle,
                    left_mm=left_mm,
                    right_mm=right_mm,
                    sigma_mm=sigma,
                    height=float(prominence),
                    struck=name in trace.struck,
                    text=_text(channel, middle, right_mm - left_mm, units),
                )
            )
    return tuple(sorted(found, key=lambda peak: (peak.x_mm, peak.channel)))


def _text(channel: Channel, middle_mm: float, width_mm: float, units: UnitSystem) -> str:
    place = show_length(middle_mm, units)
    match channel:
        case Channel.DENSITY:
            return f"Dense at {place}, {show_length(width_mm, units)} between its edges"
        case Channel.METAL:
            return f"Metal at {place}"
        case Channel.LIVE:
            return f"Live voltage at {place}"


def hits_of(peaks: tuple[Peak, ...], catalogue: Catalogue) -> list[Located]:
    """Density peaks that nobody struck out, as edge pairs; an instrument is no better than its kind usually is."""
    usual = {row.kind: row.sigma_mm for row in catalogue.belief.hits}[HitKind.DETECTOR_EDGES]
    return [
        Located(peak.id, HitKind.DETECTOR_EDGES, peak.x_mm, max(usual, peak.sigma_mm), peak.width_mm)
        for peak in peaks
        if peak.channel is Channel.DENSITY and not peak.struck
    ]
