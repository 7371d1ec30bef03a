"""Catchlights: each emitter and bright panel mirrored in each eye, solved on the cornea.

The cornea is a sphere; a point of it mirrors a place of the emitter into the lens where its normal halves the angle
between the two (law of reflection). What shows lies on the cornea's disc, and neither way is blocked.
"""

import math
from dataclasses import dataclass, replace

import numpy as np

from ..geometry.quads import Quad
from ..geometry.vectors import aiming_axes
from ..model.point import Point
from ..picture.catchlight import luminances
from ..simulation.quality import SMALL
from ..simulation.stages import Stages
from ..sitter.face import head_frame
from ..sitter.gaze import eyes_in_room
from ..sitter.mesh import CLOTH, GLASSES, HAIR, SCALP, TROUSERS
from ..transport.emitter import ROUND, Emitter, emitter_key
from ..transport.quads import FAR
from .cornea import CORNEA, halfway

IRIS = 0.0059  # radius [m] (assumption)
BULGE = 0.00835  # [m] about the cornea's middle at rest, that holds its facets: they stay there when the eye turns
OUT = 6e-4  # [m] before the cornea's facets from which rays start
ACROSS = 8  # samples a side of an emitter
REACH = 0.9995  # share of the way to an emitter that must be free
BEHIND = "it is behind the face"
LEAST = 0.03  # share of an emitter that must show
NARROWEST = 0.002  # of the iris's width, under which nothing is seen (assumption)
LID_HIGH, LID_WIDE = 0.014, 0.014  # [m] from the eye within which skin in the way is the lid


@dataclass(frozen=True)
class Shown:
    """A thing that may be mirrored."""

    name: str
    emitter: Emitter
    in_the_way: tuple[Quad, ...]
    stops: float
    """Of its luminance against the brightest [stops]."""
    faint: bool = False
    """Too dim beside the key for anyone to see."""


@dataclass(frozen=True)
class Catchlight:
    eye: str
    """"left" or "right", the sitter's own."""
    of: str
    """Name of the light or panel."""
    present: bool
    clock: str
    """Where on the iris, as the camera sees it, as in "10:30"; empty for a missing one, "middle" over the pupil."""
    width: float
    """Share of the iris's width."""
    shape: str
    """"round", "rectangle" or "strip", and whether lid or brow cut it."""
    reason: str
    """Why it is missing; empty for a present one."""
    x: float
    """Of the mirrored middle from the iris's middle, to the right in the picture, in iris radii."""
    y: float
    """The same up."""
    outline: tuple[tuple[float, ...], ...]
    """Mirrored outline in iris radii from the iris's middle, whether it shows or not."""
    stops: float
    """Of its luminance against the brightest [stops]."""


def _front_samples(emitter: Emitter) -> np.ndarray:
    """(n, 2) places over the front, -1..1 each."""
    middles = (np.arange(ACROSS) + 0.5) / ACROSS * 2 - 1
    places = np.stack(np.meshgrid(middles, middles), -1).reshape(-1, 2)
    return places[(places**2).sum(1) <= 1] if emitter.row[ROUND] else places


def _outline_places(emitter: Emitter) -> np.ndarray:
    turn = np.linspace(0, 2 * np.pi, 24, endpoint=False)
    round_one = np.stack([np.cos(turn), np.sin(turn)], 1)
    return round_one if emitter.row[ROUND] else round_one / np.abs(round_one).max(1, keepdims=True)


def _mirror_points(places: np.ndarray, lens: np.ndarray, eye: "_Eye") -> tuple[np.ndarray, np.ndarray]:
    """(n, 3) points of the cornea that mirror (n, 3) places into the lens, and their normals."""
    points, normals = halfway(*(np.array(k, float) for k in (places, lens, eye.cornea, eye.gaze)))
    return points, normals


def _clock(x: float, y: float) -> str:
    if math.hypot(x, y) < 0.12:
        return "middle"
    half_hours = round(math.degrees(math.atan2(x, y)) / 15) % 24
    return f"{(half_hours // 2) or 12}:{'30' if half_hours % 2 else '00'}"


def _shape(emitter: Emitter, share: float) -> str:
    wide, high = (float(np.linalg.norm(emitter.row[k : k + 3])) for k in (3, 6))
    name = "round" if emitter.row[ROUND] else "strip" if max(wide, high) > 2 * min(wide, high) else "rectangle"
    return name if share > 0.9 else f"{name}, cut by the lid" if share > LEAST else name


@dataclass(frozen=True)
class _Eye:
    name: str
    middle: np.ndarray  # of the eyeball, in the room
    cornea: np.ndarray  # of the cornea's sphere
    rest: np.ndarray  # of the cornea's sphere of eyes that look along the nose

    @property
    def gaze(self) -> np.ndarray:
        way = self.cornea - self.middle
        return way / np.linalg.norm(way)


def _before(eye: _Eye, points: np.ndarray, normals: np.ndarray) -> np.ndarray:
    """(n, 3) float32 starts of rays before the cornea, outside the facets of the eye, which is traced as it is at rest."""
    off = points - eye.rest
    along = (off * normals).sum(1)
    out = np.sqrt(np.maximum(along**2 + BULGE**2 - (off**2).sum(1), 0)) - along
    return (points + np.maximum(out, OUT)[:, None] * normals).astype(np.float32)


def _missing(
    stages: Stages,
    eye: _Eye,
    shown: Shown,
    points: np.ndarray,
    normals: np.ndarray,
    ways: np.ndarray,
    in_disc: np.ndarray,
    free: np.ndarray,
) -> str:
    """Why nothing of it shows."""
    head = head_frame(stages.mesh, stages.photo_set.sitter)
    toward = head.rotation.T @ (np.array(shown.emitter.row[:3]) - eye.middle)
    if toward[2] < 0:
        return BEHIND
    if not in_disc.any():
        off = head.rotation.T @ normals.mean(0)
        if abs(off[1]) > abs(off[0]):
            return "too high" if off[1] > 0 else "too low"
        return "too far to the side"
    if _blocked_by(shown.in_the_way, points[in_disc], ways[in_disc]).mean() > 0.5:
        return "something stands in its way"
    rows = np.where(in_disc & ~free)[0]
    if not len(rows):
        return "it does not shine this way"
    hits = stages.rays().first_hits(_before(eye, points[rows], normals[rows]), ways[rows].astype(np.float32))
    met = (hits.face >= 0) & (hits.distance < FAR)
    if not met.any():
        return "lid"  # the way to the lens is shut
    return _in_the_way(stages, eye, stages.mesh.faces[hits.face[met]])


OF_PART = {HAIR: "hair", SCALP: "hair", CLOTH: "the body", TROUSERS: "the body", GLASSES: "the rim of the glasses"}


def _in_the_way(stages: Stages, eye: _Eye, faces: np.ndarray) -> str:
    """What of the sitter blocks an eye, from the faces (k, 3) that do."""
    part = int(np.bincount(stages.mesh.parts[faces[:, 0]]).argmax())
    if part in OF_PART:
        return OF_PART[part]
    head, posed = head_frame(stages.mesh, stages.photo_set.sitter), stages.posed()
    at = head.in_head(posed.in_room(posed.vertices[faces.ravel()]).mean(0)) - head.in_head(eye.middle)
    if at[1] > LID_HIGH:
        return "brow"
    inward = -at[0] if eye.name == "left" else at[0]
    return "nose" if inward > LID_WIDE else "lid"


def _blocked_by(quads: tuple[Quad, ...], points: np.ndarray, ways: np.ndarray) -> np.ndarray:
    """(n,) bool: a quad stands on the way from a point."""
    out = np.zeros(len(points), bool)
    for quad in quads:
        along = ways @ quad.normal
        off = np.array(quad.centre) - points
        with np.errstate(divide="ignore", invalid="ignore"):
            t = off @ quad.normal / along
            place = ways * t[:, None] - off
        x, y = (place @ np.array(half) / np.dot(half, half) for half in (quad.half_x, quad.half_y))
        out |= (t > 0) & (t < REACH) & (np.abs(x) <= 1) & (np.abs(y) <= 1) & ((x * x + y * y <= 1) | (not quad.round))
    return out


def _in_eye(stages: Stages, eye: _Eye, shown: Shown) -> Catchlight:
    row, camera = shown.emitter.row, stages.photo_set.camera
    lens = camera.place.array
    samples = _front_samples(shown.emitter)
    places = row[:3] + samples[:, :1] * row[3:6] + samples[:, 1:] * row[6:9]
    points, normals = _mirror_points(places, lens, eye)
    in_disc = normals @ eye.gaze > math.sqrt(1 - (IRIS / CORNEA) ** 2)
    ways = places - points
    free = np.zeros(len(points), bool)
    if in_disc.any():
        start = _before(eye, points[in_disc], normals[in_disc])
        rays, to_lens = stages.rays(), (lens - points[in_disc]).astype(np.float32)
        free[in_disc] = ~rays.blocked(start, ways[in_disc].astype(np.float32)) & ~rays.blocked(start, to_lens)
    seen = in_disc & free
    if seen.any():
        toward = ways[seen] / np.linalg.norm(ways[seen], axis=1, keepdims=True)
        bright = luminances(shown.emitter, samples[seen, 0], samples[seen, 1], toward) > 0.02
        seen[seen] = bright & ~_blocked_by(shown.in_the_way, points[seen], ways[seen])
    iris = eye.cornea + math.sqrt(CORNEA**2 - IRIS**2) * eye.gaze
    right, up, _ = aiming_axes(camera.place, Point(*map(float, eye.middle)))
    on_picture = np.stack([(points - iris) @ right, (points - iris) @ up], 1) / IRIS
    rim, _ = _mirror_points(row[:3] + _outline_places(shown.emitter) @ row[3:9].reshape(2, 3), lens, eye)
    outline = tuple(zip(((rim - iris) @ right / IRIS).tolist(), ((rim - iris) @ up / IRIS).tolist(), strict=True))
    share = float(seen.mean())
    x, y = (on_picture[seen] if seen.any() else on_picture).mean(0)
    if share < LEAST:
        reason = _missing(stages, eye, shown, points, normals, ways, in_disc, free)
        return Catchlight(
            eye.name,
            shown.name,
            False,
            "",
            0.0,
            _shape(shown.emitter, 1.0),
            reason,
            float(x),
            float(y),
            outline,
            shown.stops,
        )
    across = np.ptp(on_picture[seen, 0]) * ACROSS / (ACROSS - 1) / 2
    return Catchlight(
        eye.name,
        shown.name,
        True,
        _clock(x, y),
        float(across),
        _shape(shown.emitter, share),
        "",
        float(x),
        float(y),
        outline,
        shown.stops,
    )


def _kept(stages: Stages, eye: _Eye, shown: Shown) -> Catchlight:
    """The catchlight, kept by what it lies on: another output changes its brightness alone."""
    photo_set = stages.photo_set
    key = (
        stages.mesh.form,
        photo_set.sitter,
        photo_set.camera.place,
        eye.name,
        shown.name,
        emitter_key(shown.emitter),
        shown.in_the_way,
    )
    made = stages.memory.keep("catchlight", key, lambda: _in_eye(stages, eye, shown), 2 * SMALL)
    if made.present and (shown.faint or made.width < NARROWEST):
        why = "too faint beside the key" if shown.faint else "too small to see"
        made = replace(made, present=False, clock="", width=0.0, reason=why)
    return replace(made, stops=shown.stops)


def catchlights(stages: Stages, shown: list[Shown]) -> list[Catchlight]:
    """Each thing in each eye, the sitter's left eye first."""
    photo_set = stages.photo_set
    rows = eyes_in_room(stages.mesh, photo_set.sitter, photo_set.camera.place)
    at_rest = stages.posed().eyes[:, 3:6]
    eyes = [
        _Eye(name, row[:3], row[3:], rest) for name, row, rest in zip(("left", "right"), rows, at_rest, strict=True)
    ]
    return [_kept(stages, eye, thing) for eye in eyes for thing in shown]
