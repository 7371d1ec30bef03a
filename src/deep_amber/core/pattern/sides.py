"""How the key lies to the camera: broad or short, near or far side, on the lens axis, profile from the front or behind."""

from dataclasses import dataclass

import numpy as np

from .directions import angles, apart

TURNED = 12.0  # degrees that face and key must be off each other's axis to have a near and a far side
ON_AXIS = 15.0  # degrees between key and lens, seen from the face
AVERTED = 106.0  # degrees between key and lens from which the lens sees a profile's unlit side
PROFILE = 65.0  # degrees that the face is turned off the lens


@dataclass(frozen=True)
class Side:
    name: str
    """"broad", "short", "profile from the front", "profile from behind", with ", on-axis" where the key is near the
    lens, "on-axis" alone for a face to the lens; empty for a face to the lens lit from elsewhere."""
    key_on: str
    """"near side" or "far side" of a turned face as the camera sees it; empty for neither."""
    camera_side: str
    """"camera-left", "camera-right" or "middle": where the key stands to the face, in the picture."""
    key_to_lens: float
    """Angle between key and lens, seen from the face [degrees]."""


def side_of(key: np.ndarray, lens: np.ndarray, camera_right: np.ndarray) -> Side:
    """The side that the key is on.

    Parameters
    ----------
    key, lens : (3,) ways from the face in the head's frame
    camera_right : (3,) camera-right in the head's frame
    """
    key_turn, _ = angles(key)
    face_turn, _ = angles(lens)
    off = apart(key, lens)
    across = float(np.dot(key, camera_right))
    camera_side = (
        "middle" if abs(across) < np.sin(np.radians(TURNED)) else "camera-right" if across > 0 else "camera-left"
    )
    turned = abs(face_turn) > TURNED and abs(key_turn) > TURNED
    key_on = ("near side" if key_turn * face_turn > 0 else "far side") if turned else ""
    names = []
    if abs(face_turn) > PROFILE:
        behind = key[2] <= 0 or off > AVERTED
        names.append("profile from behind" if behind else "profile from the front")
    elif turned:
        names.append("broad" if key_on == "near side" else "short")
    if off < ON_AXIS:
        names.append("on-axis")
    return Side(", ".join(names), key_on, camera_side, off)
