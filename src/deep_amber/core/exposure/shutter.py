"""The focal-plane shutter: what of the frame a flash does not reach at a time under the sync limit.

Source: S. Ray, Applied Photographic Optics, focal-plane shutters: the second curtain follows the first by the time that is
set, so that a flash at the end of the first curtain's way finds only that share of the frame open.
"""

from ..model.camera import Camera

TRAVEL = 0.9  # of the sync limit: the curtains' way; the rest is spare for the flash itself (assumption)
NONE = 1e-6


def dark_share(camera: Camera) -> float:
    """Share of the frame's way across the curtains that a flash leaves dark; 0 at the sync limit and longer times."""
    dark = 1 - camera.time / (TRAVEL * camera.sync_time)
    return dark if dark > NONE else 0.0


def covered_part(camera: Camera, width: int, height: int) -> tuple[slice, slice] | None:
    """Rows and columns of the picture that the shutter covers at the flash; None for none.

    Curtains run down the sensor, on which the picture stands on its head: the foot of a picture whose longer side lies, and
    the right side of one that stands, for a camera turned with its grip up.
    """
    dark = dark_share(camera)
    if camera.orientation == "landscape":
        return (slice(height - round(dark * height), height), slice(0, width)) if round(dark * height) else None
    return (slice(0, height), slice(width - round(dark * width), width)) if round(dark * width) else None
