"""What the eyes may mirror: the fronts of lights that are on, and panels that they make bright."""

import numpy as np

from ..geometry.quads import Quad, panel_quads
from ..kit.emission import emissions
from ..model.light import Light
from ..simulation.exposing import exposed, lights_on
from ..simulation.key import key_index, working_parts
from ..simulation.layers import parts
from ..simulation.obstacles import obstacles
from ..simulation.secondary import secondaries
from ..simulation.stages import Stages, panels_standing
from ..sitter.face import head_frame
from ..srgb import LUMINANCE
from ..transport.emitter import HALF_X, HALF_Y, ROUND, Emitter
from .catchlights import Shown
from .face_points import face_points

SAME_PLACE = 1e-3  # [m]
FAINT = -6.0  # stops under the brightest, from which a panel is not seen in the eye
UNSEEN = float(np.log2(0.01))  # stops under the key, from which a light is none either (assumption: a hundredth)


def _panel_names(stages: Stages) -> list[str]:
    """The name of the panel that each panel sheet of `obstacles.sheets` belongs to."""
    return [panel.name for panel in panels_standing(stages.photo_set) for _ in panel_quads(panel)]


def _around(stages: Stages, light: Light, emitter: Emitter) -> tuple[Quad, ...]:
    """What can stand before an emitter, without the emitter's own surface."""
    centre = emitter.row[:3]
    return tuple(
        q for q in obstacles(stages, light, emitter) if abs(float((np.array(q.centre) - centre) @ q.normal)) > 1e-3
    )


def _in_shape(emitter: Emitter, discs: list[Quad]) -> Emitter:
    """A round panel is mirrored round, though its light is that of a rectangle of its area."""
    for disc in discs:
        if np.linalg.norm(emitter.row[:3] - disc.centre) < SAME_PLACE and not emitter.row[ROUND]:
            row = emitter.row.copy()
            scale = np.linalg.norm(disc.half_x) / max(float(np.linalg.norm(row[HALF_X : HALF_X + 3])), 1e-9)
            row[HALF_X : HALF_Y + 3] *= scale
            row[ROUND] = 1.0
            return Emitter(row, emitter.beam, emitter.pattern)
    return emitter


def _faces(emitter: Emitter, middle: np.ndarray) -> bool:
    return float((middle - emitter.row[:3]) @ emitter.row[9:12]) > 0


def mirrored_things(stages: Stages) -> list[Shown]:
    """Each light's front, or what it works through, and each panel once, as bright as all lights make it.

    A panel that a light works through is listed as that light, and not as a panel too.
    """
    names = _panel_names(stages)
    discs = [q for p in panels_standing(stages.photo_set) for q in panel_quads(p) if q.round]
    middle = head_frame(stages.mesh, stages.photo_set.sitter).in_room(face_points(stages.mesh).centre)
    found: list[tuple[str, Light, Emitter, float]] = []
    panels: dict[str, tuple[Light, Emitter, float]] = {}
    through: set[str] = set()
    key = key_index(stages)
    keyed = 0.0
    for light in lights_on(stages.photo_set):
        scale = exposed(stages.photo_set, light)
        for part, _ in working_parts(stages, light, middle) or [(p, 0.0) for p in parts(stages, light)[:1]]:
            value = float(LUMINANCE @ (part.radiance * scale))
            found.append((light.name, light, part.emitter, value))
            keyed = max(keyed, value if light is stages.photo_set.lights[key or 0] else 0.0)
        for emission in emissions(light):
            for s in secondaries(stages, light, emission):
                if not 0 < s.sheet <= len(names):
                    continue
                at, value = names[s.sheet - 1], float(LUMINANCE @ (s.radiance * emission.radiance * scale))
                if s.key_light:
                    through.add(at)
                elif _faces(s.emitter, middle) and (at not in panels or panels[at][2] < value):
                    panels[at] = (light, s.emitter, value)
    found += [(name, *shown) for name, shown in panels.items() if name not in through]
    brightest = max((value for *_, value in found), default=0.0)
    made = []
    for name, light, emitter, value in found:
        stops = float(np.log2(max(value, 1e-12) / max(brightest, 1e-12)))
        if stops > FAINT or name == light.name:
            faint = value < keyed * 2**UNSEEN
            made.append(Shown(name, _in_shape(emitter, discs), _around(stages, light, emitter), stops, faint))
    return made
