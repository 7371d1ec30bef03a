"""All outputs at once, and the aperture with them: light adds up, so many settings are weighed without new rays."""

import itertools
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act
from ..framing.lenses import MARKED, PORTRAIT, openings
from ..kit.dial import can_be_dimmed
from ..model.camera import Camera
from ..model.set import Set, with_light
from ..units import SENSITIVITIES
from .knobs import output_act, outputs_of
from .state import ByLight, tones_at
from .target import Tones

ROUNDS = 8
GAIN = 0.02  # stops of cost that a further knob must save
A_KNOB, AN_APERTURE, A_STOP = (
    0.05,
    0.15,
    0.01,
)  # cost of a light turned, of another aperture, and of each stop (assumption)
MOST_ISO = 1600.0  # that a portrait is taken at without being asked (assumption)
Cost = Callable[[Tones], np.ndarray]
"""Of tones (k,): what is to be made small (k,) [stops]."""


@dataclass(frozen=True, eq=False)
class _Dials:
    photo_set: Set
    dimmed: tuple[int, ...]
    """Lights that are on and can be dimmed."""
    reach: tuple[np.ndarray, ...]
    """Of each, stops by which it can be changed, 0 among them."""
    aperture: np.ndarray
    """Stops of light by which the aperture can change the picture, 0 among them."""


@dataclass(frozen=True)
class _Exposure:
    stops: float
    """Of light in the picture, against how the camera is set."""
    aperture: float
    sensitivity: float


def _exposures(camera: Camera) -> list[_Exposure]:
    """How the camera can be set: as it is, at another mark of the ring, and beyond PORTRAIT with more sensitivity:
    a face would go out of focus."""
    now, iso = camera.aperture, camera.sensitivity
    marks = [n for n in openings(camera) if n >= min(PORTRAIT, now) * MARKED]
    made = [_Exposure(0.0, now, iso)]
    made += [_Exposure(2 * float(np.log2(now / n)), n, iso) for n in marks]
    open_to = min(now, *marks)
    opened = 2 * float(np.log2(now / open_to))
    more = [k for k in SENSITIVITIES if iso * 1.1 < k <= MOST_ISO]
    return made + [_Exposure(opened + float(np.log2(k / iso)), open_to, float(k)) for k in more]


def _dials(photo_set: Set) -> _Dials:
    dimmed = tuple(k for k, light in enumerate(photo_set.lights) if light.on and can_be_dimmed(light))
    lights = [photo_set.lights[k] for k in dimmed]
    reach = tuple(np.append(outputs_of(light) - light.output, 0.0) for light in lights)
    aperture = np.array([k.stops for k in _exposures(photo_set.camera)])
    return _Dials(photo_set, dimmed, reach, aperture)


def _tried(dials: _Dials, at: np.ndarray) -> np.ndarray:
    """(k, dials + 1) settings that differ from `at` in one dial or in two."""
    axes = [*dials.reach, dials.aperture]
    rows = []
    for i, j in itertools.combinations(range(len(axes)), 2):
        a, b = (k.ravel() for k in np.meshgrid(axes[i], axes[j]))
        made = np.tile(at, (len(a), 1))
        made[:, i], made[:, j] = a, b
        rows.append(made)
    return np.concatenate(rows)


def all_outputs(photo_set: Set, shares: ByLight, shift: Tones, cost: Cost) -> tuple[Set, tuple[Act, ...]]:
    """The outputs, and the aperture, at which a cost is least; few of them turned. No acts where none helps.

    Parameters
    ----------
    shares : what each light puts on each surface now; shift : from these to what a fine reading gives
    """
    dials = _dials(photo_set)
    if not dials.dimmed:
        return photo_set, ()
    lights, base = len(photo_set.lights), shares.on.astype(float)
    at, least = np.zeros(len(dials.dimmed) + 1), np.inf
    for _ in range(ROUNDS):
        rows = _tried(dials, at)
        factors = np.tile(base, (len(rows), 1)) * 2.0 ** rows[:, -1:]
        factors[:, list(dials.dimmed)] *= 2.0 ** rows[:, :-1]
        assert factors.shape == (len(rows), lights)
        turned = np.abs(rows) > 0.01
        knobs = turned[:, :-1].sum(1) * A_KNOB + turned[:, -1] * AN_APERTURE + np.abs(rows).sum(1) * A_STOP
        total = cost(tones_at(shares, factors).shifted(shift)) + knobs
        k = int(total.argmin())
        if total[k] > least - GAIN:
            break
        at, least = rows[k], float(total[k])
    return _set_to(dials, at)


def _set_to(dials: _Dials, at: np.ndarray) -> tuple[Set, tuple[Act, ...]]:
    made, acts = dials.photo_set, []
    for k, by in zip(dials.dimmed, at[:-1].tolist(), strict=True):
        light = dials.photo_set.lights[k]
        if abs(by) > 0.01:
            acts.append(output_act(light, light.output + by))
            made = with_light(made, k, replace(light, output=light.output + by))
    if abs(at[-1]) > 0.01:
        camera = made.camera
        to = min(_exposures(camera), key=lambda k: (abs(k.stops - at[-1]), k.sensitivity))
        if to.aperture != camera.aperture:
            acts.append(Act("wish.aperture", {"to_f": to.aperture}))
        if to.sensitivity != camera.sensitivity:
            acts.append(Act("expose.sensitivity", {"to_iso": to.sensitivity}))
        made = replace(made, camera=replace(camera, aperture=to.aperture, sensitivity=to.sensitivity))
    return made, tuple(acts)
