"""The incident meter: from illuminance to f-number.

Source: ISO 2720, N^2 / t = E S / C; for flash N^2 = H S / C. C = 250 for a flat receptor and 340 for a dome,
so a dome that faces the only light reads .44 stop less aperture than a flat disc.
"""

import math

C_FLAT, C_DOME = 250.0, 340.0


def metered_aperture(exposure: float, sensitivity: float, constant: float) -> float:
    """f-number for a luminous exposure [lx s] at an ISO sensitivity; 0 for darkness."""
    return math.sqrt(max(exposure, 0.0) * sensitivity / constant)


def lighting_ratio(lit: float, shadow: float) -> tuple[float, float]:
    """Lit to shadow as a ratio to one and in stops; shadow is held over zero."""
    ratio = lit / max(shadow, lit * 1e-6, 1e-12)
    return ratio, math.log2(max(ratio, 1e-12))


def stops_apart(first: float, second: float) -> float:
    """How much more light the first of two metered f-numbers stands for [stops]: 2 log2(N1 / N2); 0 where either is dark."""
    return 2 * math.log2(first / second) if min(first, second) > 0 else 0.0
