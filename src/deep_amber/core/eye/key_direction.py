"""Where the key stood, from the nose's shadow, the catchlights and the light on the face: every direction weighed, with the
ring it lies in.

A direction is as likely as the marks lie where it would put them (Bayes' rule), and as the picture's skin is lit as it
would light it, over head poses and sitters that fit. A catchlight is where the cornea's normal halves light and lens; the
shadow's end is traced on the face.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np

from .face_light import FaceLight, face_light, sums_of
from .head_pose import HeadPose
from .marks_told import edge_told, marks_told
from .points import Marks

GRID = 3.0  # degrees between directions that are weighed
DRAWN = 8  # poses of a sitter that are weighed
SELDOM, DOUBT = (
    0.003,
    0.02,
)  # share of a sitter under which its light is not tried; as which it counts at least (assumptions)
MORE, FAR = 6, 3.0  # poses about a sitter's best that are tried; log likelihood from the best within which a sitter is
LIKELY = 0.02  # of all, under which a sitter's pose is left out
USUAL_UP, SPREAD_UP, BEHIND = 25.0, 28.0, 105.0  # degrees over the lens that keys stand usually; spread; round, at most
USUAL_SIZES = (
    1.0,
    1.0,
    0.5,
    0.5,
    1.0,
    1.0,
    1.0,
    1.0,
)  # how usual each of SIZES is: bowls and bulbs, or boxes; little between (assumption)
HELD = 0.9  # of all likelihood, that lies in the ring
FAULT = 4.0  # degrees that skin unlike ours and light unlike a front's make (assumption)


@dataclass(frozen=True)
class KeyDirection:
    azimuth: float
    """Round the head from the way to the lens, positive to the picture's right [degrees]."""
    elevation: float
    """Over the level of the lens's way [degrees]."""
    ring: float
    """Degrees about it within which it lies, nine times of ten."""
    told: bool
    """Whether anything tells it: else it is what is usual."""
    sizes: tuple[float, ...] = ()
    """How likely each of SIZES is; nothing where no picture was read."""
    like: Mapping[str, float] = field(default_factory=dict)
    """How likely each sitter is, by marks and light."""


def grid() -> tuple[np.ndarray, np.ndarray]:
    """(n, 2) azimuth and elevation [degrees] and (n, 3) unit ways toward the light, as the picture has them."""
    a, e = np.meshgrid(np.arange(-120, 120.1, GRID), np.arange(-45, 78.1, GRID), indexing="ij")
    angles = np.stack([a.ravel(), e.ravel()], 1)
    ra, re = np.radians(angles).T
    return angles, np.stack([np.sin(ra) * np.cos(re), np.sin(re), np.cos(ra) * np.cos(re)], 1)


@dataclass(frozen=True, eq=False)
class _Weighed:
    ways: np.ndarray
    """(n, 3)"""
    log: np.ndarray
    """(n, sizes) log likelihood."""
    like: str


def _usual(ways: np.ndarray) -> np.ndarray:
    """(n,) log of how usual keys are there."""
    up = np.degrees(np.arcsin(np.clip(ways[:, 1], -1, 1)))
    behind = np.degrees(np.arctan2(np.abs(ways[:, 0]), ways[:, 2])) > BEHIND
    return -0.5 * ((up - USUAL_UP) / SPREAD_UP) ** 2 + np.where(behind, np.log(0.1), 0.0)


def _weighed(share: float, poses: Sequence[HeadPose], light: FaceLight | None, marks: Marks) -> _Weighed:
    """Every direction, over poses that are as likely."""
    if light is None:
        angles, ways = grid()
        log = np.log(np.maximum(np.cos(np.radians(angles[:, 1])), 1e-9))[:, None]
    else:
        ways, log = light.ways, light.log + edge_told(poses[0], marks) + np.log(USUAL_SIZES)
    told = np.stack([marks_told(k, ways, marks) for k in poses])
    top = told.max(0)
    log = log + (np.log(np.exp(told - top).mean(0)) + top + _usual(ways) + np.log(share))[:, None]
    return _Weighed(ways, log, poses[0].mesh.name)


def _by_face(
    poses: Sequence[tuple[float, HeadPose]], marks: Marks, linear: np.ndarray, dice: np.random.Generator
) -> list[_Weighed]:
    """By marks and light: each sitter as it fits the marks best, then poses about those that the light is most like."""
    picture = sums_of(linear)

    def tried(share: float, pose: HeadPose) -> _Weighed | None:
        light = face_light(pose, picture, marks.height)
        return _weighed(share, [pose], light, marks) if light else None

    first = [(tried(max(s, DOUBT), p), s, p) for s, p in poses if s >= SELDOM]
    found = sorted(((w, s, p) for w, s, p in first if w), key=lambda k: -k[0].log.max())
    made = [w for w, _, _ in found]
    for near, share, pose in found[:2]:
        if near.log.max() > found[0][0].log.max() - FAR:
            made += [w for k in pose.drawn(MORE + 1, dice)[1:] if (w := tried(max(share, DOUBT), k))]
    return made


def key_direction(
    poses: Sequence[tuple[float, HeadPose]], marks: Marks, linear: np.ndarray | None = None
) -> KeyDirection:
    """Of the brightest light that the marks and the face tell of.

    Parameters
    ----------
    poses : of `likely`; linear : (rows, columns, 3) the picture, white = 1, where there is one
    """
    dice = np.random.default_rng(17)
    made = _by_face(poses, marks, linear, dice) if linear is not None else []
    by_face = bool(made)
    made = made or [_weighed(s, p.drawn(DRAWN, dice), None, marks) for s, p in poses if s >= LIKELY]
    ways = np.concatenate([k.ways for k in made])
    log = np.concatenate([k.log for k in made])
    weight = np.exp(log - log.max())
    weight /= weight.sum()
    total = weight.sum(1)
    middle = (total[:, None] * ways).sum(0)
    middle /= max(float(np.linalg.norm(middle)), 1e-9)
    off = np.degrees(np.arccos(np.clip(ways @ middle, -1, 1)))
    order = np.argsort(off)
    within = np.cumsum(total[order])
    ring = float(off[order][min(int(np.searchsorted(within, HELD)), len(off) - 1)])
    azimuth = float(np.degrees(np.arctan2(middle[0], middle[2])))
    elevation = float(np.degrees(np.arctan2(middle[1], np.hypot(middle[0], middle[2]))))
    like: dict[str, float] = {}
    for k, t in zip(made, np.split(total, np.cumsum([len(k.ways) for k in made])[:-1]), strict=True):
        like[k.like] = like.get(k.like, 0.0) + float(t.sum())
    told = by_face or marks.nose_shadow is not None or bool(marks.left_catchlights or marks.right_catchlights)
    return KeyDirection(
        azimuth, elevation, max(float(np.hypot(ring, FAULT if by_face else 0.0)), GRID), told,
        tuple(map(float, weight.sum(0))) if by_face else (), like,
    )  # fmt: skip
