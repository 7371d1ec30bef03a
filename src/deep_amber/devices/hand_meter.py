"""The stand-in hand meter: shows tenths, with a slope of its own and a little scatter, so that two readings differ as in life."""

import math
import random
import threading
from typing import Any

from ..core.exposure.meter import C_DOME, C_FLAT, metered_aperture
from .protocol import Refusal, figure

SLOPE, OFFSET = (
    0.98,
    0.06,
)  # of stops shown against stops there, and stops at f/8 (assumptions: a meter of the middle price)
SCATTER = 0.04  # stops, one standard deviation (assumption)
AT = 6.0  # stops of f/8, about which the slope turns


class HandMeterDevice:
    """Its error is drawn by its serial number: the same meter errs alike each time."""

    def __init__(self, serial: str = "M-1", slope: float = SLOPE, offset: float = OFFSET, scatter: float = SCATTER):
        self.serial, self.slope, self.offset, self.scatter = serial, slope, offset, scatter
        self._draw, self._lock = random.Random(serial), threading.Lock()

    def handle(self, asked: dict[str, Any]) -> dict[str, Any]:
        """Answers a request."""
        do = asked.get("do")
        if do == "status":
            return {"kind": "hand meter", "serial": self.serial}
        if do == "read":
            with self._lock:
                return self._read(asked)
        raise Refusal(f"a hand meter does not do {do!r}; it does status, read")

    def _read(self, asked: dict[str, Any]) -> dict[str, Any]:
        """lux_s : light at its receptor; sensitivity [ISO]; receptor : dome or flat."""
        exposure, sensitivity = figure(asked, "lux_s", 0.0, 1e7), figure(asked, "sensitivity", 25, 102400)
        receptor = asked.get("receptor", "dome")
        if receptor not in ("dome", "flat"):
            raise Refusal(f"receptor is {receptor!r}; accepted: dome, flat")
        aperture = metered_aperture(exposure, sensitivity, C_DOME if receptor == "dome" else C_FLAT)
        if aperture < 0.5:
            return {"aperture": 0.0, "under": True}
        stops = 2 * math.log2(aperture)
        shown = AT + (stops - AT) * self.slope + self.offset + self._draw.gauss(0.0, self.scatter)
        return {"aperture": 2 ** (round(shown, 1) / 2), "under": False}
