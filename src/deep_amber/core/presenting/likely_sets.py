"""Words of sets that would make a picture that was read."""

from ..eye.likely_sets import LikelySet
from .eye import truth_text


def likely_text(made: LikelySet) -> str:
    """Its light, and by how much it is beside what was read."""
    times = 2 ** abs(made.times)
    size = "of that size" if times < 1.15 else f"{times:.1f} times as {'large' if made.times > 0 else 'small'}"
    way = "From where it was read" if made.off < 3 else f"{made.off:.0f}° beside what was read"
    return f"{way}, {size}: {truth_text(made.truth)}"
