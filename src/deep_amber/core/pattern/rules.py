"""The rule of each pattern, as a share between 0 and 1 of the measures of its shadows.

Each rule is a soft threshold: at its middle it is one half, so that small moves change probabilities smoothly. The
middles and widths were set on faces lit from known directions (docs/patterns.md). The nine
probabilities sum to one.
"""

from dataclasses import dataclass

import numpy as np

from ..model.patterns import PATTERNS, Pattern
from .measures import Measures

SURE, SECOND = 0.6, 0.3  # a name stands alone when it has this much, and no other more than that


@dataclass(frozen=True)
class Threshold:
    middle: float
    width: float

    def over(self, value: np.ndarray) -> np.ndarray:
        """Share by which the value is over the threshold: a logistic curve."""
        return 1 / (1 + np.exp(-np.clip((value - self.middle) / self.width, -40, 40)))

    def under(self, value: np.ndarray) -> np.ndarray:
        """The rest of it."""
        return 1 - self.over(value)


FRONT_LIT = Threshold(0.20, 0.035)  # share of the front of the face
FROM_UNDER = Threshold(-0.27, 0.13)  # stops, skin facing up over skin facing down
FROM_OVERHEAD = Threshold(3.4, 0.3)  # stops, the same
DEEP_SOCKETS = Threshold(-1.3, 0.25)  # stops, sockets against the brightest of the face
ONE_SIDED = Threshold(2.4, 0.3)  # stops between the halves of the face: then it is not overhead
NOSE_SHADES = Threshold(0.85, 0.12)  # stops between the flanks of the nose
FROM_ABOVE = Threshold(1.18, 0.12)  # stops, skin facing up over skin facing down
PATCH_LIT = Threshold(-2.2, 0.35)  # stops, the place under the far eye against the lit cheek
WAY_CLOSED = Threshold(-2.8, 0.4)  # stops, darkest place of the way down the cheek against the lit cheek
PATCH_STANDS = Threshold(0.9, 0.2)  # stops, the place under the eye over that darkest place


SHADOW_DOWN = Threshold(17.0, 2.5)  # degrees under level that the nose's shadow runs (assumption)


def face_lit(m: Measures) -> np.ndarray:
    """Enough of the front is lit for a pattern; the rest is rim light."""
    return FRONT_LIT.over(m.front)


def from_under(m: Measures) -> np.ndarray:
    """Skin facing down is brighter than skin facing up. In strong side light both flanks compare less surely."""
    return FROM_UNDER.under(m.up + 0.25 * np.maximum(0, m.halves - 3))


def from_overhead(m: Measures) -> np.ndarray:
    """So steep that both sockets are dark, and not from one side."""
    return FROM_OVERHEAD.over(m.up) * DEEP_SOCKETS.under(m.socket) * ONE_SIDED.under(m.halves)


def nose_shades(m: Measures) -> np.ndarray:
    """One flank of the nose is darker: light from a side."""
    return NOSE_SHADES.over(m.flanks)


def triangle_lit(m: Measures) -> np.ndarray:
    """The cheek under the far eye catches light."""
    return PATCH_LIT.over(m.patch)


def triangle_closed(m: Measures) -> np.ndarray:
    """The nose's shadow meets the cheek's: no lit way is left down to the mouth."""
    return WAY_CLOSED.under(m.patch - m.closing) * PATCH_STANDS.over(m.closing)


def shadow_down(m: Measures) -> np.ndarray:
    """The nose's shadow runs downward: only so does it close a triangle under the eye, or leave a loop beside the nose."""
    return SHADOW_DOWN.over(m.runs)


def probabilities(m: Measures) -> np.ndarray:
    """(k, 9) probability of each of PATTERNS."""
    lit, under, over, side = face_lit(m), from_under(m), from_overhead(m), nose_shades(m)
    above, patch, closed = FROM_ABOVE.over(m.up), triangle_lit(m), triangle_closed(m)
    front, down = lit * (1 - under) * (1 - over), shadow_down(m)
    return np.stack(
        [
            front * (1 - side) * (1 - above),  # flat
            front * (1 - side) * above,  # butterfly
            front * side * patch * (1 - closed) * down,  # loop
            front * side * patch * closed * down,  # Rembrandt
            front * side * (1 - patch),  # split
            front * side * patch * (1 - down),  # side light
            lit * (1 - under) * over,  # overhead
            lit * under,  # under light
            1 - lit,  # rim
        ],
        -1,
    )


def most_likely(shares: np.ndarray, was: str = "", hold: float = 0.1) -> int:
    """Index of the name: the most likely one, or the one before while it is within `hold` of it (for dragging)."""
    best = int(np.argmax(shares))
    if was in PATTERNS:
        before = PATTERNS.index(was)
        if shares[best] - shares[before] < hold:
            return before
    return best


def between(shares: np.ndarray) -> tuple[Pattern, ...]:
    """The two most likely names when neither is sure, the first under .6 or the second over .3; else none."""
    first, second = np.argsort(-shares, kind="stable")[:2]
    if shares[first] >= SURE and shares[second] <= SECOND:
        return ()
    return PATTERNS[first], PATTERNS[second]
