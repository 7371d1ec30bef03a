"""A sensor: from linear values to a mosaic of raw numbers, with photon noise and read noise.

Source: photon transfer (J. Janesick, Photon Transfer, SPIE 2007): the variance of a patch is that of its electrons, as many as
there are, and that of reading; both times the gain. ISO 12232: the well is full 7.8 times over mid grey at base sensitivity.
"""

from dataclasses import dataclass

import numpy as np

from ..exposure.response import FULL_OVER_WHITE
from ..model.camera import Camera

FULL_PER_AREA = 1400.0  # electrons a square micrometre of a cell hold at base sensitivity (assumption: current sensors)
PIXELS = 24e6  # on the sensor (assumption)
READ_NOISE = 3.0  # electrons a cell's reading is off by, one standard deviation (assumption)
BASE = 100.0  # ISO at which the well is just full at raw white (assumption)
BLACK_LEVEL, WHITE_LEVEL = 256, 16383  # raw numbers of 14 bits


@dataclass(frozen=True)
class Sensor:
    """What noise depends on."""

    well: float
    """Electrons at raw white at base sensitivity."""
    read: float
    """Standard deviation of a reading [electrons]."""

    def full(self, sensitivity: float) -> float:
        """Electrons at raw white at a sensitivity; under base the well is no larger."""
        return self.well * min(1.0, BASE / sensitivity)


def sensor_of(camera: Camera) -> Sensor:
    """Of a camera's size, at PIXELS cells: a smaller sensor's cells hold less."""
    pitch_squared = camera.sensor_width * camera.sensor_height * 1e6 / PIXELS  # square micrometres
    return Sensor(FULL_PER_AREA * pitch_squared, READ_NOISE)


def mosaic(linear: np.ndarray, sensor: Sensor, sensitivity: float, rng: np.random.Generator | None) -> np.ndarray:
    """(height, width) uint16 raw numbers behind red, green, green, blue filters.

    Parameters
    ----------
    linear : (height, width, 3) as the sensor sees it, the file's white = 1; what is over raw white is cut
    rng : draws the noise; None for none
    """
    height, width = linear.shape[:2]
    one = np.empty((height, width))
    for row, column, channel in ((0, 0, 0), (0, 1, 1), (1, 0, 1), (1, 1, 2)):
        one[row::2, column::2] = linear[row::2, column::2, channel]
    full = sensor.full(sensitivity)
    electrons = np.maximum(one, 0.0) / FULL_OVER_WHITE * full
    if rng is not None:
        electrons = rng.poisson(electrons) + rng.normal(0.0, sensor.read, electrons.shape)
    numbers = BLACK_LEVEL + np.minimum(electrons, full) / full * (WHITE_LEVEL - BLACK_LEVEL)
    return np.clip(np.round(numbers), 0, WHITE_LEVEL).astype(np.uint16)
