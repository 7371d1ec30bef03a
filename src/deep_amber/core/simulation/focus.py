"""The settled picture as the lens focused on the near eye draws it."""

import numba as nb
import numpy as np

from ..framing.depth_of_field import blur, nearest_focus
from ..framing.framings import sensor_height
from ..geometry.vectors import aiming_axes
from ..picture.defocus import CHANNELS, SHARP, Layer, defocused
from ..picture.seen import Seen
from ..sitter.kinds import WALL_KIND
from ..transport.workers import in_chunks
from .stages import Stages


def focus_distance(stages: Stages) -> float:
    """Lens to the plane of the near eye along the optical axis [m], no nearer than the lens focuses."""
    camera = stages.photo_set.camera
    _, _, forward = aiming_axes(camera.place, camera.aim)
    eyes = stages.posed().eyes[:, :3]
    near = eyes[np.argmin(np.linalg.norm(eyes - camera.place.array, axis=1))]
    return max(float((near - camera.place.array) @ forward), nearest_focus(camera))


def blur_radius(stages: Stages, seen: Seen) -> np.ndarray:
    """(n,) radius of the blur at each pixel [pixels]."""
    camera, size = stages.photo_set.camera, stages.quality.size
    _, _, forward = aiming_axes(camera.place, camera.aim)
    depth = np.maximum(seen.distance * (-(seen.views @ forward.astype(np.float32))), 0.05)
    one = blur(camera, focus_distance(stages), 1e9)  # (f / N) (f / (s - f)), at a far point
    on_sensor = one * np.abs(depth - focus_distance(stages)) / depth
    return (on_sensor / sensor_height(camera) * size.height / 2).astype(np.float32)


def focused(stages: Stages, sharp: np.ndarray, places: Seen, added: np.ndarray, owner: np.ndarray) -> np.ndarray | None:
    """(n, 3) the picture with its depth of field, or None when all of it is sharp.

    Parameters
    ----------
    sharp : (n, 3) a value a pixel, 1 = white
    places, added, owner : outline places, their values (k, 3), and the pixel of each
    """
    seen, size = stages.seen(), stages.quality.size
    radius = stages.keep_picture(
        "blur",
        (stages.key(lambda s: (s.camera, s.sitter, s.backdrop, s.room)), size),
        lambda: blur_radius(stages, seen),
    )
    if radius.max() < SHARP:
        return None
    shape = (size.height, size.width)
    on = seen.kinds != WALL_KIND
    front, back = np.zeros((len(sharp), CHANNELS), np.float32), np.zeros((len(sharp), CHANNELS), np.float32)
    in_chunks(lambda a, b: _split(sharp, on, front, back, a, b), len(sharp), 16384)
    _split_outlines(places.kinds != WALL_KIND, added, owner, np.zeros(len(sharp), np.int32), front, back)
    # Where an outline runs through a pixel, the layer that its middle does not show takes its mean blur.
    front_radius = np.where(on, radius, radius[on].mean() if on.any() else np.float32(0))
    back_radius = np.where(on, radius[~on].mean() if not on.all() else np.float32(0), radius)
    layers = (
        Layer(values.reshape(*shape, CHANNELS), r.reshape(shape))
        for values, r in ((front, front_radius), (back, back_radius))
    )
    return defocused(*layers).reshape(-1, 3)


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _split(sharp, on, front, back, start, stop):
    for i in range(start, stop):
        layer = front if on[i] else back
        for c in range(3):
            layer[i, c] = sharp[i, c]
        layer[i, 3] = 1
        front[i, 4] = 1


@nb.njit(nogil=True, fastmath=True, error_model="numpy", cache=True)
def _split_outlines(mine, added, owner, count, front, back):
    """Shares of both layers where an outline runs through a pixel, in place; `mine` are the places on the sitter."""
    for k in range(len(owner)):
        count[owner[k]] += 1
    for k in range(len(owner)):
        i = owner[k]
        for c in range(4):
            front[i, c] = back[i, c] = 0
    for k in range(len(owner)):
        i = owner[k]
        layer, share = front if mine[k] else back, np.float32(1) / count[i]
        for c in range(3):
            layer[i, c] += min(max(added[k, c], np.float32(0)), np.float32(1)) * share
        layer[i, 3] += share
