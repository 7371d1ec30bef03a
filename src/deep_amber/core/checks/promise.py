"""Advice is a promise: a mend is tried as a whole set, and leaves right what was right, or it is not offered."""

from dataclasses import dataclass, replace

from ..brief.aims import DARKEST, TOLERANCE, aims_of
from ..framing.clearance import in_the_sitter
from ..framing.framings import nearest_framing, picture_height
from ..framing.perspective import lens_to_face
from ..model.limits import check_limits
from ..model.set import Set
from ..pattern.reading import read_pattern
from ..pattern.wanted import is_wanted
from ..rules.validation import fits
from ..simulation.readings import readings_of
from ..simulation.stages import Stages
from ..sitter.mesh import SitterMesh
from .finding import Finding, GoOn, sketch_for

ABOUT_PATTERN = ("key.pattern", "key.sideways")
ABOUT_EXPOSURE = ("brief.exposure", "room.lamps")
ABOUT_FRAMING = ("brief.framing", "camera.tight", "camera.no_length", "camera.headroom", "camera.perspective")
HELD = 0.5  # stops that a mend may take from the lit cheek or give it, where no look says more (assumption)


@dataclass(frozen=True)
class _Seen:
    name: str
    side: str
    wanted: bool
    """The pattern is what the look asks for, or nothing is asked."""
    lit_cheek: float
    off: float
    """Stops of the lit cheek from its aim; 0 without a look."""
    framing: str


def _seen(stages: Stages) -> _Seen | None:
    """What a set shows of what should stay right; None without a light on the face."""
    photo_set, mesh = stages.photo_set, stages.mesh
    if not any(light.on for light in photo_set.lights):
        return None
    readings = readings_of(stages)
    reading = read_pattern(stages, readings)
    if reading is None:
        return None
    look, lit = photo_set.look, readings.surfaces["lit_cheek"].stops
    asks = look is not None and look.pattern != "open"
    aim = next((a for a in aims_of(look, mesh) if a.surface == "lit_cheek"), None)
    off = 0.0 if aim is None else max(lit - aim.high, 0.0) if aim.low == DARKEST else lit - aim.middle
    framing = nearest_framing(picture_height(photo_set.camera, lens_to_face(photo_set, mesh)))
    wanted = is_wanted(look, reading) if look is not None and asks else True
    return _Seen(reading.name, reading.side.name, wanted, lit, off, framing)


class Promise:
    """What is right in a set, against which its mends are held."""

    def __init__(self, photo_set: Set, mesh: SitterMesh, go_on: GoOn):
        self._set, self._mesh, self._go_on = photo_set, mesh, go_on
        self._now: _Seen | None = None
        self._looked = False

    def _before(self) -> _Seen | None:
        if not self._looked:
            self._now, self._looked = _seen(sketch_for(self._set, self._mesh, self._go_on)), True
        return self._now

    def kept(self, finding: Finding) -> Finding:
        """The finding with the first of its mends that breaks nothing that was right, or without one."""
        offered = (finding.mend, *finding.others) if finding.mend else ()
        held = next((k for k in offered if self._holds(finding.code, k.photo_set)), None)
        return replace(finding, mend=held, others=())

    def _holds(self, code: str, made: Set) -> bool:
        if any(True for _ in check_limits(made)) or not fits(made):
            return False
        if set(in_the_sitter(made, self._mesh)) - set(in_the_sitter(self._set, self._mesh)):
            return False
        before = self._before()
        if before is None or (made.lights == self._set.lights and _same_places(made, self._set)):
            return True
        after = _seen(sketch_for(made, self._mesh, self._go_on))
        if after is None:
            return False
        pattern = code in ABOUT_PATTERN or not before.wanted or after.name == before.name
        framing = code in ABOUT_FRAMING or after.framing == before.framing
        return pattern and framing and (code in ABOUT_EXPOSURE or _cheek_holds(before, after, made.look is not None))


def _same_places(a: Set, b: Set) -> bool:
    """Neither what stands in the room nor the lens has changed."""
    return (a.sitter, a.panels, a.camera, a.room, a.furniture, a.backdrop) == (
        b.sitter,
        b.panels,
        b.camera,
        b.room,
        b.furniture,
        b.backdrop,
    )


def _cheek_holds(before: _Seen, after: _Seen, aimed: bool) -> bool:
    """The lit cheek stays near its tone, or comes no farther from it than it was."""
    if not aimed:
        return abs(after.lit_cheek - before.lit_cheek) <= HELD
    return abs(after.off) <= max(TOLERANCE, abs(before.off) + 0.05)
