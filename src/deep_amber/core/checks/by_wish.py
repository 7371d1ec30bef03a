"""A mend that grants a wish by the knobs alone: outputs and switches."""

from ..answer import Answer
from ..simulation.stages import Stages
from ..wish.kept import wish_of
from ..wish.knobs import switched, turned_one, turned_two
from ..wish.state import by_light, tones_at
from ..wish.target import Target


def by_knobs(stages: Stages, *targets: Target) -> Answer | None:
    """The outputs that bring it there and leave what is kept; None where outputs do not. Other moves are found by pulling
    the marker."""
    photo_set = stages.photo_set
    wish = wish_of(targets)
    if not photo_set.lights:
        return None
    shares = by_light(stages, wish.with_ground)
    before = tones_at(shares, shares.on.astype(float)[None])
    now, none = before.one(0), before.less(before).one(0)
    given = (photo_set, wish, now, shares, none)
    found = [k for k in (turned_one(*given), *switched(*given)) if k is not None and k.fits]
    if not found:
        two = turned_two(*given)
        found = [two] if two is not None and two.fits else []
    if not found:
        return None
    best = min(found, key=lambda k: (k.effort, k.missed))
    return Answer(best.acts, best.photo_set, best.effort)
