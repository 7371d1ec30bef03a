"""All outputs at once, and the aperture with them: light adds up, so many settings are weighed without new rays."""

import itertools
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act
from ..framing.lenses import PORTRAIT, openings
from ..kit.dial import can_be_dimmed
from ..model.set import Set, with_light
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
A_SHALLOW = 0.5
"""Cost of each stop that the lens is opened beyond PORTRAIT: the face goes out of focus (assumption)."""
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


def _dials(photo_set: Set) -> _Dials:
    dimmed = tuple(k for k, light in enumerate(photo_set.lights) if light.on and can_be_dimmed(light))
    lights = [photo_set.lights[k] for k in dimmed]
    reach = tuple(np.append(outputs_of(light) - light.output, 0.0) for light in lights)
    camera = photo_set.camera
    aperture = np.append(2 * np.log2(camera.aperture / np.array(openings(camera))), 0.0)
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
        shallow = np.maximum(rows[:, -1] - 2 * np.log2(max(dials.photo_set.camera.aperture / PORTRAIT, 1.0)), 0.0)
        knobs = (
            turned[:, :-1].sum(1) * A_KNOB
            + turned[:, -1] * AN_APERTURE
            + np.abs(rows).sum(1) * A_STOP
            + shallow * A_SHALLOW
        )
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
        n = min(openings(camera), key=lambda n: abs(2 * np.log2(camera.aperture / n) - at[-1]))
        made = replace(made, camera=replace(camera, aperture=float(n)))
        acts.append(Act("wish.aperture", {"to_f": float(n)}))
    return made, tuple(acts)
