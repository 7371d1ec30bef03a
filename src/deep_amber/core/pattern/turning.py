"""The key carried round the face by the dial: to an azimuth and elevation, at its present distance."""

from collections.abc import Callable

import numpy as np

from ..editing.holding import Move
from ..editing.move_light import move_light
from ..problem import NotAccepted, Problem
from ..rules.validation import fits
from ..simulation.key import key_index
from ..simulation.stages import Stages
from ..sitter.face import head_frame
from .directions import angles, direction
from .face_points import face_points
from .placing import Carried, Hung, hung_key, strongest

HALVINGS = 10


def turned_to(stages: Stages, azimuth: float, elevation: float) -> Move:
    """The set with its key there, as far as the room lets it.

    Parameters
    ----------
    stages : of the set; azimuth, elevation : round the facial plane [degrees]

    Raises
    ------
    NotAccepted : without a key light that comes to the face
    """
    photo_set, index = stages.photo_set, key_index(stages)
    head, face = head_frame(stages.mesh, photo_set.sitter), face_points(stages.mesh)
    middle = head.in_room(face.centre)
    part = strongest(stages, photo_set.lights[index], middle) if index is not None else None
    if index is None or part is None:
        raise NotAccepted([Problem("set.lights", "no key light comes to the face", "a light on, turned to the sitter")])
    hung = hung_key(photo_set, index, Carried(part.emitter, middle))
    if hung is None:
        return Move(photo_set, "its wall")
    away = float(np.linalg.norm(hung.place - middle))

    def at(a: float, e: float) -> np.ndarray:
        return middle + head.rotation @ direction(a, e) * away

    if hung.panel is None:
        made = hung.moved(at(azimuth, elevation))
        place = made.lights[index].place
        return move_light(made, index, "place", {"x": place.x, "y": place.y, "z": place.z})
    start = angles(head.in_head(hung.place) - face.centre)
    return _as_far_as_it_fits(
        hung, lambda share: at(*(a + (b - a) * share for a, b in zip(start, (azimuth, elevation), strict=True)))
    )


def _as_far_as_it_fits(hung: Hung, at: Callable[[float], np.ndarray]) -> Move:
    """Flash and board together along a way of shares 0 to 1, found by halving."""
    if fits(whole := hung.moved(at(1.0))):
        return Move(whole, "")
    free, stopped = 0.0, 1.0
    for _ in range(HALVINGS):
        middle = (free + stopped) / 2
        free, stopped = (middle, stopped) if fits(hung.moved(at(middle))) else (free, middle)
    return Move(hung.moved(at(free)), "walls, or what stands there")
