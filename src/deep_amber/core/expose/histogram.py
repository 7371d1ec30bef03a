"""The histogram of the picture file, what of it clips at both ends and where, and what a raw file still holds."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..exposure.response import FULL_OVER_WHITE, MID_GREY
from ..model.look import Look
from ..simulation.simulate import Simulated, veiled_picture
from ..simulation.stages import Stages
from ..sitter.kinds import HAIR_KIND, WALL_KIND
from ..srgb import LUMINANCE, encoded, linear_value

BINS = 64  # of four 8-bit values each
RAW_OVER = math.log2(FULL_OVER_WHITE)
"""Stops that a raw file holds over the picture file's white."""
BLACK, WHITE = 2, 255  # 8-bit values at which a channel tells nothing more; black with what noise and rounding leave
SOME, MUCH = 0.001, 0.02  # share of a zone that is told, and that asks to be looked at (assumptions)
Mark = Literal["", "clipped", "raw"]
STRIPE = 4  # pixels
OVER_MARK, UNDER_MARK = (240, 162, 60), (234, 223, 202)  # the amber and the paper of the page
LINEAR = np.array([linear_value(k) for k in range(256)], np.float32)
Zone = Literal["picture", "face", "hair", "cloth", "backdrop"]
ZONES: tuple[Zone, ...] = ("picture", "face", "hair", "cloth", "backdrop")
KEYS = {"high": (0.35, 1.0), "low": (0.0, 0.35)}
"""Span of the file's values, 0 to 1, where most of a high-key and of a low-key picture lies (assumption)."""
MOST = 0.6  # of the pixels that lie there in such a key (assumption)


@dataclass(frozen=True)
class Channels:
    """Counts in BINS bins, dark to light, of the file's 8-bit values."""

    red: tuple[int, ...]
    green: tuple[int, ...]
    blue: tuple[int, ...]
    luminance: tuple[int, ...]


@dataclass(frozen=True)
class ClippedZone:
    zone: Zone
    white: float
    """Share of its pixels in which a channel is at white."""
    white_all: float
    """Share in which all channels are."""
    black: float
    """Share in which all channels are black."""
    raw: float
    """Share in which a raw file is full too."""
    headroom: float
    """Stops from its lightest hundredth's strongest channel to where a raw file is full; negative when over."""


@dataclass(frozen=True)
class Histogram:
    channels: Channels
    zones: tuple[ClippedZone, ...]
    """Of those that are seen."""
    face_stops: float
    """The face's median [stops from mid grey]."""
    picture_stops: float
    """The whole picture's median."""
    touches: tuple[str, ...]
    """What it does and should not, as codes: "high_black", "high_dark", "low_white", "low_light"."""


def channels_of(picture: np.ndarray) -> Channels:
    """Of a picture (height, width, 3) uint8; luminance is Rec. 709 of linear light, encoded again."""
    luminance = LINEAR[picture] @ LUMINANCE.astype(np.float32)
    codes = np.round(encoded(np.minimum(luminance, 1)) * 255).astype(np.uint8)
    channels = (picture[..., 0], picture[..., 1], picture[..., 2], codes)
    counts = (np.bincount((k.ravel() >> 2), minlength=BINS) for k in channels)
    return Channels(*(tuple(map(int, k)) for k in counts))


def marked(made: Simulated, what: Mark) -> np.ndarray:
    """The picture (height, width, 3) with what clips marked: stripes of amber over white, of paper in the blacks; for a raw file
    stripes where that is full too."""
    if not what:
        return made.picture
    out = made.picture.copy()
    rows, columns = np.indices(out.shape[:2])
    striped = (rows + columns) // STRIPE % 2 == 0
    white = made.picture.max(2) >= WHITE if what == "clipped" else made.raw_full
    out[white & striped] = OVER_MARK
    if what == "clipped":
        out[(made.picture.max(2) <= BLACK) & striped] = UNDER_MARK
    return out


def zone_masks(stages: Stages) -> dict[Zone, np.ndarray]:
    """(n,) bool a pixel, of each zone that the picture shows."""
    seen = stages.seen()
    head = seen.points[:, 1] > stages.posed().in_room(stages.mesh.joints[:1])[0, 1]
    on_sitter = seen.kinds != WALL_KIND
    hair = seen.kinds == HAIR_KIND
    masks: dict[Zone, np.ndarray] = {
        "picture": np.ones(len(seen.kinds), bool),
        "face": on_sitter & head & ~hair,
        "hair": hair,
        "cloth": on_sitter & ~head & ~hair,
        "backdrop": ~on_sitter,
    }
    return {k: m for k, m in masks.items() if m.any()}


def histogram_of(stages: Stages) -> Histogram:
    """Of the file that the set's picture makes."""
    linear, _ = veiled_picture(stages)
    codes = np.round(encoded(np.clip(linear, 0, 1)) * 255).astype(np.uint8)
    size, look = stages.quality.size, stages.photo_set.look
    masks = zone_masks(stages)
    zones = tuple(_clipped(name, linear[mask], codes[mask]) for name, mask in masks.items())
    value = linear @ LUMINANCE
    face = masks.get("face", masks["picture"])
    return Histogram(
        channels_of(codes.reshape(size.height, size.width, 3)),
        zones,
        _stops(float(np.median(value[face]))),
        _stops(float(np.median(value))),
        tuple(touches_of(encoded(np.clip(value, 0, 1)), zones, look)),
    )


def _stops(value: float) -> float:
    return math.log2(max(value, 1e-5) / MID_GREY)


def _clipped(name: Zone, linear: np.ndarray, codes: np.ndarray) -> ClippedZone:
    strongest = linear.max(1)
    lightest = float(np.quantile(strongest, 0.99))
    return ClippedZone(
        name,
        float((codes.max(1) >= WHITE).mean()),
        float((codes.min(1) >= WHITE).mean()),
        float((codes.max(1) <= BLACK).mean()),
        float((strongest >= 2.0**RAW_OVER).mean()),
        RAW_OVER - math.log2(max(lightest, 1e-5)),
    )


def touches_of(values: np.ndarray, zones: tuple[ClippedZone, ...], look: Look | None) -> list[str]:
    """What a histogram of a key should not do and does; values (n,) of the file, 0 to 1. Nothing for a middle key."""
    if look is None or look.key not in KEYS:
        return []
    low, high = KEYS[look.key]
    there = float(((values >= low) & (values <= high)).mean())
    by = {k.zone: k for k in zones}
    found = []
    if look.key == "high":
        found += ["high_black"] if by["picture"].black > SOME else []
        found += ["high_dark"] if there < MOST else []
    else:
        found += ["low_white"] if by["picture"].white > SOME else []
        found += ["low_light"] if there < MOST else []
    return found
