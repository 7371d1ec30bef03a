"""Gels: shift in mired and loss, or the colour they leave.

Mired shifts and losses are the usual ones of conversion filters; the colours are assumptions (assumptions.py).
"""

from dataclasses import dataclass


@dataclass(frozen=True)
class GelFigures:
    mired: float
    """Shift of 1e6 / temperature [mired]."""
    loss: float
    """[stops] of luminance."""
    colour: tuple[float, float, float] = (1.0, 1.0, 1.0)
    """Tint it leaves, linear sRGB, its luminance taken by `loss`."""


GELS = {
    "quarter warm": GelFigures(42, 0.2),
    "half warm": GelFigures(81, 0.4),
    "full warm": GelFigures(159, 0.8),
    "quarter cool": GelFigures(-30, 0.4),
    "half cool": GelFigures(-68, 0.9),
    "full cool": GelFigures(-131, 1.5),
    "red": GelFigures(0, 3.3, (1.0, 0.04, 0.03)),
    "amber": GelFigures(0, 1.0, (1.0, 0.42, 0.06)),
    "green": GelFigures(0, 2.0, (0.08, 1.0, 0.15)),
    "blue": GelFigures(0, 4.0, (0.05, 0.15, 1.0)),
    "magenta": GelFigures(0, 2.5, (1.0, 0.08, 0.75)),
    "one stop grey": GelFigures(0, 1.0),
    "two stops grey": GelFigures(0, 2.0),
}


def shifted_temperature(temperature: float, mired: float) -> float:
    """Colour temperature after a shift in mired [K]; held to 1600-25000 K."""
    return min(max(1e6 / max(1e6 / temperature + mired, 40.0), 1600.0), 25000.0)
