"""Words of practice and of a picture read backwards."""

import math

from ..answer import Act
from ..eye.hand import Match
from ..eye.marking import SAME, Marked
from ..eye.practice import Truth
from ..eye.progress import Next
from ..eye.readback import ReadBack
from .say import stops
from .wishes import act_text

CLUES = {
    "nose_shadow": "The nose's shadow first: where it ends says side and height, and its edge how small the light is.",
    "catchlights": "The highlights in the eyes first: where they sit says side and height, how wide they are the size.",
    "terminator": "Then where light turns to shadow on the cheek: the farther round the key, the nearer the nose.",
    "under_nose": "Then the shadow under the nose: the higher the key, the longer.",
    "depth": "Then the shadow side: how much darker it is tells fill and room.",
    "rim": "Then the edges of hair and shoulder: a bright line is a light from behind.",
    "ground": "Last the backdrop: even, falling to one side, or a spot.",
}
"""Which clue is read, in order."""
NAMES = {
    "side": "side", "height": "height", "size": "size", "fill": "depth of shadow", "rim": "rim", "background": "backdrop",
    "pattern": "pattern",
}  # fmt: skip


MARKS = {
    "left_pupil": "pupil at the left", "right_pupil": "pupil at the right", "nose_tip": "nose's tip",
    "nose_shadow": "end of the nose's shadow", "chin_shadow": "end of the chin's shadow",
    "left_catchlights": "highlight in the left eye", "right_catchlights": "highlight in the right eye",
    "left_ear": "lobe of the left ear", "right_ear": "lobe of the right ear", "edge": "edge of a shadow",
}  # fmt: skip
"""Words for marks; left and right as the picture has them."""


def where_text(azimuth: float, elevation: float) -> str:
    """A direction in words."""
    side = "camera-right" if azimuth > 0 else "camera-left"
    round_ = f"{abs(azimuth):.0f}° to {side}" if abs(azimuth) >= 2 else "in line with the lens"
    return f"{round_}, {abs(elevation):.0f}° {'over' if elevation >= 0 else 'under'} the face"


def truth_text(truth: Truth) -> str:
    """What the light is."""
    rim = "no rim" if truth.rim == "none" else f"rim {truth.rim}" if truth.rim != "both" else "rim on both sides"
    return (
        f"{truth.pattern}: the key {where_text(truth.azimuth, truth.elevation)}, its front {truth.size:.2g} of its distance; "
        f"shadow {stops(truth.depth)} down; {rim}; backdrop {truth.ground}"
    )


def marked_texts(marked: Marked) -> list[str]:
    """What is off, a line each."""
    off = marked.off
    times = 2 ** off["size"]
    figures = {
        "side": f"{off['side']:.0f}° off", "height": f"{off['height']:.0f}° off",
        "size": "right" if times < 1.05 else f"{times:.1f} times off", "fill": f"{stops(off['fill'])} off",
    }  # fmt: skip
    rows = ["Your light gives the same picture: it is right."] if marked.same and max(off.values()) > 0.01 else []
    for skill, mark in marked.marks.items():
        told = figures.get(skill, "right" if mark == 1 else "not that")
        rows.append(f"{NAMES[skill].capitalize()}: {told} ({mark * 100:.0f} of 100)")
    return rows


def read_back_texts(read: ReadBack) -> list[str]:
    """What a picture tells of its light."""
    key = read.key
    rows = [
        f"The key stood {where_text(key.azimuth, key.elevation)}, within {key.ring:.0f}° nine times of ten."
        if key.told
        else "No mark tells where the key stood: the end of the nose's shadow, or the highlights in the eyes, would."
    ]
    if read.edge_mm is not None:
        rows.append(f"The shadow's edge is {read.edge_mm:.0f} mm wide.")
    if read.size is not None and read.ratio is not None:
        rows.append(f"The light is {read.size}: a front about {read.ratio:.2g} of its distance.")
    if read.lights:
        rows.append(f"The eyes tell of {read.lights} light{'s' if read.lights > 1 else ''}.")
    if read.depth is not None:
        rows.append(f"The shadow is {stops(read.depth)} down, {2**read.depth:.1f} : 1.")
    if read.rim is not None:
        rows.append("No edge of light." if read.rim == "none" else f"An edge of light: {read.rim}.")
    if read.ground is not None:
        rows.append(f"The backdrop is {read.ground}.")
    rows.append(
        f"The face is most like {read.like.capitalize()} ({read.like_share * 100:.0f} of 100), turned {abs(math.floor(read.turned)):.0f}°."
    )
    return rows


def doubt_texts(read: ReadBack) -> list[str]:
    """Marks that contradict the rest."""
    return [f"{MARKS[k].capitalize()} contradicts the rest: is it where it should be?" for k in read.doubtful]


def due_text(due: float | None, now: float) -> str:
    """When a skill is to be practised again; both in days."""
    if due is None:
        return "not tried yet"
    days = due - now
    if days <= 0:
        return "due now"
    if days < 1:
        return "due today"
    return "due tomorrow" if days < 2 else f"due in {days:.0f} days"


def next_text(following: Next) -> str:
    """What to practise now, and why."""
    why = {"new": "it was not tried yet", "due": "it is due", "weakest": "nothing is due, and it is the weakest"}
    return f"Next: {NAMES[following.skill]}, at level {following.level}: {why[following.why]}."


def match_text(match: Match | None) -> str:
    """How near a set's picture comes to the one that is to be made."""
    if match is None:
        return "No key reaches the face."
    if match.same:
        return "It is the same picture."
    if match.differs > SAME:
        return f"The light on the face is {stops(match.differs)} beside it: look where the nose's shadow ends."
    return f"The key is right; the shadow is {stops(abs(match.depth))} too {'deep' if match.depth > 0 else 'light'}."


def hint_text(acts: tuple[Act, ...], feet: bool = False) -> str:
    """A move to try."""
    if not acts:
        return "No single move brings it nearer: compare the two pictures again."
    return "Try: " + ", then ".join(act_text(k, feet) for k in acts) + "."
