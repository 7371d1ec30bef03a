"""What a light's layer is times when it is exposed."""

from dataclasses import replace

import numpy as np

from ..kit.emission import emitted_colour, output_factor
from ..model.light import Light
from ..model.set import Set


def exposed(photo_set: Set, light: Light) -> np.ndarray:
    """(3,) factor a channel from a light's layer to exposure: output, gels, white balance; time for continuous light."""
    time = 1.0 if light.is_flash else photo_set.camera.time
    return output_factor(light) * time * emitted_colour(light, photo_set.camera.white_balance)


def lights_on(photo_set: Set) -> list[Light]:
    """The lights that are on."""
    return [light for light in photo_set.lights if light.on]


def without_flash(photo_set: Set) -> Set:
    """The set with every flash off: what the frame shows when none fires."""
    return replace(photo_set, lights=tuple(replace(k, on=k.on and not k.is_flash) for k in photo_set.lights))
