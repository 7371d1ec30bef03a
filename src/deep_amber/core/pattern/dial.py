"""The pattern dial: which place of the key about the facial plane gives which pattern on this face."""

from dataclasses import dataclass

import contourpy
import numpy as np

from ..model.patterns import PATTERNS, Pattern
from ..simulation.key import key_index
from ..simulation.stages import Stages
from ..sitter.face import HeadFrame, head_frame
from ..transport.emitter import HALF_X, HALF_Y, Emitter, emitter_key
from .directions import Half, angles, direction
from .face_points import face_points
from .many_lights import levels
from .measures import measures_of
from .occlusion import clear_ways
from .placing import Carried, hung_key, strongest
from .reach import ANYWHERE, Fronts, Support, before_lens, hindrances
from .rules import probabilities

AZIMUTHS, ELEVATIONS = np.arange(-144.0, 145.0, 12.0), np.arange(-40.0, 81.0, 10.0)  # degrees
FINER = 3  # the shares are smooth: between the places read they are interpolated, that many steps a place
KEEP_OFF = (24.0, 9.0)  # degrees round the lens and other names that stay without a name
NEARER = 0.012  # cells of depth that a degree off the nose's axis costs a name's place
MOSTLY = 0.8  # of a region's area on one half of the dial, from which it is that half's
SMALLEST = 120.0  # square degrees of a region that is drawn
BEFORE_LENS = "it would stand before the lens"

Outline = tuple[tuple[float, ...], ...]
"""(azimuth, elevation) [degrees]."""


@dataclass(frozen=True)
class Region:
    name: Pattern
    outlines: tuple[Outline, ...]
    """Closed; those inside another are holes."""
    label: tuple[float, ...]
    """A place well inside, with its azimuth and elevation."""
    half: Half | None
    """The half of the dial that it lies on; None for one on both."""


@dataclass(frozen=True)
class Hatch:
    reason: str
    outlines: tuple[Outline, ...]
    label: tuple[float, ...]


@dataclass(frozen=True)
class Dial:
    light: int
    """Index of the key."""
    azimuths: tuple[float, ...]
    elevations: tuple[float, ...]
    """Least and greatest [degrees]."""
    regions: tuple[Region, ...]
    hatches: tuple[Hatch, ...]
    here: tuple[float, ...]
    """Azimuth and elevation of the key."""
    lens: tuple[float, ...]
    """Of the lens."""
    distance: float
    """[m], that the dial holds for."""


def _outlines(field: np.ndarray) -> tuple[Outline, ...]:
    """Where a field over the dial's finer grid is over zero; the dial's edge closes it."""
    low = np.pad(field, 1, constant_values=-1e-3)
    x, y = (np.r_[k[0] - 1e-3, k, k[-1] + 1e-3] for k in (_finer(AZIMUTHS), _finer(ELEVATIONS)))
    lines = contourpy.contour_generator(x, y, low, line_type=contourpy.LineType.Separate).lines(0.0)
    closed = [np.asarray(line) for line in lines if len(line) > 2]
    return tuple(tuple((round(float(a), 1), round(float(e), 1)) for a, e in line) for line in closed)


def _finer(axis: np.ndarray) -> np.ndarray:
    return np.linspace(axis[0], axis[-1], (len(axis) - 1) * FINER + 1)


def _label(field: np.ndarray, taken: list[tuple[float, ...]]) -> tuple[float, float]:
    """The place for a region's name: far from its edge, rather near the nose's axis, and clear of what is drawn there."""
    from scipy.ndimage import distance_transform_edt  # at first use: loading it takes half a second

    inside = distance_transform_edt(np.pad(field > 0, 1))[1:-1, 1:-1]
    azimuths, elevations = _finer(AZIMUTHS)[None, :], _finer(ELEVATIONS)[:, None]
    inside = np.where(field > 0, inside - NEARER * np.abs(azimuths), -np.inf)
    for azimuth, elevation in taken:
        near = np.hypot((azimuths - azimuth) / KEEP_OFF[0], (elevations - elevation) / KEEP_OFF[1])
        inside = inside - np.where(near < 1, 2.0, 0.0)
    row, column = np.unravel_index(int(inside.argmax()), inside.shape)
    return float(_finer(AZIMUTHS)[column]), float(_finer(ELEVATIONS)[row])


def _area(field: np.ndarray) -> float:
    step = (AZIMUTHS[1] - AZIMUTHS[0]) * (ELEVATIONS[1] - ELEVATIONS[0]) / FINER**2
    return float((field > 0).sum() * step)


def _half(field: np.ndarray) -> Half | None:
    """The half of the dial that nearly all of a region is on."""
    on_left = float((field > 0)[:, _finer(AZIMUTHS) < 0].sum() / max((field > 0).sum(), 1))
    return "left" if on_left > MOSTLY else "right" if on_left < 1 - MOSTLY else None


def _upsampled(field: np.ndarray) -> np.ndarray:
    """(rows, columns, k) on the finer grid, interpolated between the places read."""
    from scipy.ndimage import zoom  # at first use: loading it takes half a second

    return zoom(field, (*(((n - 1) * FINER + 1) / n for n in field.shape[:2]), 1), order=1)


def _regions(shares: np.ndarray, taken: list[tuple[float, ...]]) -> tuple[Region, ...]:
    """The regions of the names, from shares (rows, columns, 8)."""
    fine = _upsampled(shares)
    made = []
    for k, name in enumerate(PATTERNS):
        over = fine[..., k] - np.delete(fine, k, 2).max(2)
        for half in _halves(over):
            if _area(half) >= SMALLEST:
                made.append(Region(name, _outlines(half), _label(half, taken), _half(half)))
    return tuple(made)


def _halves(over: np.ndarray) -> list[np.ndarray]:
    """The parts of a region that do not touch, so that each side of the face has its label."""
    from scipy.ndimage import label  # at first use: loading it takes half a second

    parts, count = label(over > 0)
    return [np.where((parts == k) | (over <= 0), over, -1e-3) for k in range(1, count + 1)]


def _hatches(reasons: np.ndarray, taken: list[tuple[float, ...]]) -> tuple[Hatch, ...]:
    made = []
    for reason in dict.fromkeys(reasons.ravel()):
        if not reason:
            continue
        fine = _upsampled(np.where(reasons == reason, 1.0, -1.0)[..., None])[..., 0]
        made.append(Hatch(reason, _outlines(fine), _label(fine, taken)))
    return tuple(made)


@dataclass(frozen=True, eq=False)
class Sphere:
    """The key carried round the face at one distance: what is read at each place of the grid."""

    index: int
    carried: Carried
    ways: np.ndarray  # (rows, columns, 3) in the head's frame
    shares: np.ndarray  # (rows, columns, 9)
    fronts: Fronts
    """One a place, row by row, in the room."""
    key_way: np.ndarray  # (3,) from the middle of the face to the key, in the head's frame [m]


def sphere_of(stages: Stages) -> Sphere | None:
    """The places of the dial, read by the occlusion table; None without a key that reaches the face."""
    photo_set, index = stages.photo_set, key_index(stages)
    if index is None:
        return None
    head, face = head_frame(stages.mesh, photo_set.sitter), face_points(stages.mesh)
    middle = head.in_room(face.centre)
    part = strongest(stages, photo_set.lights[index], middle)
    if part is None:
        return None
    carried, key_way = Carried(part.emitter, middle), head.in_head(part.emitter.row[:3]) - face.centre

    def make() -> Sphere:
        stages.go_on()
        away = float(np.linalg.norm(key_way))
        ways = np.array([[direction(a, e) for a in AZIMUTHS] for e in ELEVATIONS])
        emitters = [carried.at(middle + head.rotation @ d * away, head) for d in ways.reshape(-1, 3)]
        stages.go_on()
        level = levels(face.points, face.normals, clear_ways(stages.mesh, photo_set.sitter), emitters, face.centre)
        stages.go_on()
        shares = probabilities(measures_of(level, face, ways.reshape(-1, 3))).reshape(*ways.shape[:2], -1)
        return Sphere(index, carried, ways, shares, fronts_of(emitters, head), key_way)

    key = (photo_set.sitter, stages.mesh.form, emitter_key(part.emitter))
    return stages.memory.keep("key carried round", key, make)


def reasons_on(stages: Stages, sphere: Sphere, support: Support) -> np.ndarray:
    """(places,) text: why the key cannot be at each place of the grid; its own board goes with it."""
    hung = hung_key(stages.photo_set, sphere.index, sphere.carried)
    board = hung.panel if hung else None
    return hindrances(stages.photo_set, stages.mesh, sphere.index, sphere.fronts, support, board)


def fronts_of(emitters: list[Emitter], head: HeadFrame) -> Fronts:
    """Fronts in the room of emitters in the head's frame."""
    rows = np.array([e.row for e in emitters])
    return Fronts(
        head.in_room(rows[:, :3]),
        rows[:, HALF_X : HALF_X + 3] @ head.rotation.T,
        rows[:, HALF_Y : HALF_Y + 3] @ head.rotation.T,
    )


def dial_of(stages: Stages, support: Support = ANYWHERE) -> Dial | None:
    """The dial of a set's key at its present distance; None without a key that reaches the face.

    It knows the sitter, size and distance; flags and panels in the way of the present place are left out.
    """
    sphere = sphere_of(stages)
    if sphere is None:
        return None
    photo_set = stages.photo_set
    face, head = face_points(stages.mesh), head_frame(stages.mesh, photo_set.sitter)
    lens = angles(head.in_head(photo_set.camera.place.array) - face.centre)
    reasons = reasons_on(stages, sphere, support)
    reasons[(reasons == "") & before_lens(photo_set, stages.mesh, sphere.fronts)] = BEFORE_LENS
    hatches = _hatches(reasons.reshape(sphere.shares.shape[:2]), [lens])
    regions = _regions(sphere.shares, [lens, *(k.label for k in hatches)])
    return Dial(
        sphere.index,
        (float(AZIMUTHS[0]), float(AZIMUTHS[-1])),
        (float(ELEVATIONS[0]), float(ELEVATIONS[-1])),
        regions,
        hatches,
        angles(sphere.key_way),
        lens,
        float(np.linalg.norm(sphere.key_way)),
    )
