"""The pattern reading of a set: the key's pattern on this face, its side to the camera, the reasons, the catchlights."""

from dataclasses import dataclass

import numpy as np

from ..geometry.vectors import aiming_axes
from ..model.patterns import PATTERNS, Pattern
from ..model.set import Set
from ..simulation.key import key_index
from ..simulation.memory import Memory
from ..simulation.quality import SETTLED, oriented
from ..simulation.readings import Readings, readings_of
from ..simulation.stages import Stages
from ..sitter.face import head_frame
from ..sitter.mesh import SitterMesh
from .catchlights import Catchlight, catchlights
from .composed import composed_name
from .directions import angles
from .face_points import FacePoints, face_points
from .feather import feather_of, feather_text
from .key_light import KeyLight, key_light
from .measures import Measures, measures_of
from .mirrored import mirrored_things
from .reasons import Reason, reasons_for, triangle
from .rules import between, most_likely, probabilities
from .sides import Side, side_of
from .softness import Softness, softness


@dataclass(frozen=True)
class PatternReading:
    light: int
    """Index of the key in the set."""
    pattern: Pattern
    composed: str
    """"clamshell", "silhouette", "edge light only", or empty."""
    probabilities: dict[str, float]
    between: tuple[Pattern, ...]
    """The two likeliest when neither is sure, else empty."""
    side: Side
    reasons: tuple[Reason, ...]
    catchlights: tuple[Catchlight, ...]
    azimuth: float
    """Of the key round the facial plane, positive to the sitter's left [degrees]."""
    elevation: float
    """Of the key over the facial plane's axis [degrees]."""
    distance: float
    """Of the key's front from the middle of the face [m]."""
    softness: Softness
    feather: str
    """What aiming past the face does, in words; empty for a key aimed at it, or without readings."""

    @property
    def name(self) -> str:
        """What a photographer would call it."""
        return self.composed or self.pattern


def _lens(stages: Stages, face: FacePoints) -> tuple[np.ndarray, np.ndarray]:
    """Way to the lens, and camera-right, in the head's frame."""
    head, camera = head_frame(stages.mesh, stages.photo_set.sitter), stages.photo_set.camera
    right, _, _ = aiming_axes(camera.place, camera.aim)
    return head.in_head(camera.place.array) - face.centre, head.rotation.T @ right


def _spans(mesh: SitterMesh) -> tuple[float, float]:
    """Mean width of the eyes and length of the nose [m]."""
    at = {k: mesh.vertices[v].astype(float) for k, v in mesh.landmarks.items()}
    eye = np.mean([np.linalg.norm(at[f"eye_outer_{k}"] - at[f"eye_inner_{k}"]) for k in "LR"])
    return float(eye), float(at["nose_bridge"][1] - at["subnasale"][1])


def _reasons(
    stages: Stages, face: FacePoints, key: KeyLight, m: Measures, pattern: Pattern, right: np.ndarray
) -> tuple[Reason, ...]:
    shadow_on = "camera-right" if (right[0] > 0) == bool(m.shadow_left[0]) else "camera-left"
    found = triangle(key.level, face, m, *_spans(stages.mesh))
    return tuple(reasons_for(pattern, m, key.direction, shadow_on, found))


def shares_of(key: KeyLight, face: FacePoints) -> np.ndarray:
    """(9,) probability of each of PATTERNS."""
    return probabilities(measures_of(key.level[None], face, key.direction[None]))[0]


def read_pattern(
    stages: Stages, readings: Readings | None = None, was: str = "", told: bool = True
) -> PatternReading | None:
    """The pattern of a set's key; None when no light is on or nothing of the key comes to the face.

    Parameters
    ----------
    stages : of the set
    readings : of the set, for composed names; without them these are left out
    was : the name before, which is held within a tenth, so that it does not flicker under the hand
    told : with what is only told of it: reasons, catchlights and the feather, which take half the time
    """
    index = key_index(stages)
    if index is None:
        return None
    light = stages.photo_set.lights[index]
    key = key_light(stages, light)
    if key is None:
        return None
    face = face_points(stages.mesh)
    m = measures_of(key.level[None], face, key.direction[None])
    shares = probabilities(m)[0]
    pattern = PATTERNS[most_likely(shares, was)]
    lens, right = _lens(stages, face)
    azimuth, elevation = angles(key.direction)
    feather = feather_of(stages) if readings and told else None
    return PatternReading(
        light=index,
        pattern=pattern,
        composed=composed_name(stages, light, pattern, readings) if readings else "",
        probabilities={name: float(p) for name, p in zip(PATTERNS, shares, strict=True)},
        between=between(shares),
        side=side_of(key.direction, lens, right),
        reasons=_reasons(stages, face, key, m, pattern, right) if told else (),
        catchlights=tuple(catchlights(stages, mirrored_things(stages))) if told else (),
        azimuth=azimuth,
        elevation=elevation,
        distance=key.distance,
        softness=softness(key.extent, key.distance),
        feather=feather_text(feather) if feather else "",
    )


def pattern_of(photo_set: Set, mesh: SitterMesh) -> PatternReading | None:
    """The pattern reading of a sound set, finely; None when nothing of a key comes to the face."""
    stages = Stages(photo_set, mesh, Memory(), oriented(SETTLED, photo_set.camera), lambda: None)
    readings = readings_of(stages) if any(light.on for light in photo_set.lights) else None
    return read_pattern(stages, readings)
