"""The settled picture as the lens focused on the near eye draws it."""

import numba as nb
import numpy as np

from ..framing.depth_of_field import blur, nearest_focus
from ..framing.framings import sensor_height
from ..geometry.vectors import aiming_axes
from ..model.camera import Camera
from ..picture.defocus import CHANNELS, SHARP, Layer, defocused
from ..picture.seen import Seen
from ..sitter.kinds import WALL_KIND
from ..sitter.mesh import Posed
from ..transport.workers import in_chunks
from .stages import Stages


def focus_distance(stages: Stages) -> float:
    """Lens to what is focused along the optical axis [m]: what the camera is set to, else the near eye; no nearer than the
    lens focuses."""
    camera = stages.photo_set.camera
    return eye_distance(stages) if camera.focus is None else max(camera.focus, nearest_focus(camera))


def eye_distance(stages: Stages) -> float:
    """Lens to the plane of the near eye along the optical axis [m], no nearer than the lens focuses."""
    return to_near_eye(stages.photo_set.camera, stages.posed())


def to_near_eye(camera: Camera, body: Posed) -> float:
    """As `eye_distance`, of a sitter posed."""
    _, _, forward = aiming_axes(camera.place, camera.aim)
    eyes = body.eyes[:, :3]
    near = eyes[np.argmin(np.linalg.norm(eyes - camera.place.array, axis=1))]
    return max(float((near - camera.place.array) @ forward), nearest_focus(camera))


def blur_radius(stages: Stages, seen: Seen, distance: np.ndarray) -> np.ndarray:
    """(n,) radius of the blur at each pixel, of what is seen there at a distance (n,) [m] from the lens [pixels]."""
    camera, size = stages.photo_set.camera, stages.quality.size
    _, _, forward = aiming_axes(camera.place, camera.aim)
    depth = np.maximum(distance * (-(seen.views @ forward.astype(np.float32))), 0.05)
    one = blur(camera, focus_distance(stages), 1e9)  # (f / N) (f / (s - f)), at a far point
    on_sensor = one * np.abs(depth - focus_distance(stages)) / depth
    return (on_sensor / sensor_height(camera) * size.height / 2).astype(np.float32)


def focused(
    stages: Stages, sharp: np.ndarray, places: Seen, added: np.ndarray, owner: np.ndarray, distance: np.ndarray
) -> bool:
    """Draws the picture with its depth of field, in place; False, and nothing done, when all of it is sharp.

    Parameters
    ----------
    sharp : (n, 3) a value a pixel, 1 = white
    places, added, owner : outline places, their values (k, 3), and the pixel of each
    distance : (n,) of what is drawn at each pixel [m]
    """
    seen, size = stages.seen(), stages.quality.size
    if distance is seen.distance:
        radius = stages.keep_picture(
            "blur",
            (stages.key(lambda s: (s.camera, s.sitter, s.backdrop, s.room)), size),
            lambda: blur_radius(stages, seen, distance),
        )
    else:
        radius = blur_radius(stages, seen, distance)
    if radius.max() < SHARP:
        return False
    on, count = (
        (seen.kinds != WALL_KIND) & (distance == seen.distance),
        np.bincount(owner, minlength=len(sharp)).astype(np.int32),
    )

    def layer(of_front: bool) -> Layer:
        mine = on if of_front else ~on
        values = np.zeros((len(sharp), CHANNELS), np.float32)
        in_chunks(lambda a, b: _split(sharp, mine, count, of_front, values, a, b), len(sharp), 16384)
        _split_outlines((places.kinds != WALL_KIND) == of_front, added, owner, count, values)
        # Where an outline runs through a pixel, the layer that its middle does not show takes its mean blur.
        blur_of = np.where(mine, radius, radius[mine].mean() if mine.any() else np.float32(0))
        return Layer(values.reshape(size.height, size.width, CHANNELS), blur_of.reshape(size.height, size.width))

    defocused(lambda: layer(True), lambda: layer(False), sharp.reshape(size.height, size.width, 3))
    return True


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _split(sharp, mine, count, of_front, out, start, stop):
    """A layer where no outline runs through the pixel; the last channel of the front one is 1 everywhere."""
    for i in range(start, stop):
        if mine[i] and count[i] == 0:
            for c in range(3):
                out[i, c] = sharp[i, c]
            out[i, 3] = 1
        if of_front:
            out[i, 4] = 1


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _split_outlines(mine, added, owner, count, out):
    """A layer's shares where an outline runs through a pixel, in place; `mine` are the places that it shows."""
    for k in range(len(owner)):
        if mine[k]:
            i, share = owner[k], np.float32(1) / count[owner[k]]
            for c in range(3):
                out[i, c] += min(max(added[k, c], np.float32(0)), np.float32(1)) * share
            out[i, 3] += share
