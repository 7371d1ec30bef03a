"""What soft boxes have in common: a front cloth, an inner baffle, a recess."""

from typing import Annotated

import numpy as np
from annotated_types import Interval

from .. import beams
from .modifier import BOX_LOBE, Front, unevenness

Recess = Annotated[float, Interval(ge=0.0, le=0.3)]
FabricGrid = Annotated[float, Interval(ge=0.0, le=80.0)]

# Whether it has its baffle and its cloth -> efficiency, hot centre [stops], half-power full angle without cloth [degrees].
# A cloth passes about two thirds of what meets it, white inner walls keep nine tenths, a baffle is a second cloth
# (assumptions).
BUILT = {
    (True, True): (0.40, 0.4, 0.0),
    (False, True): (0.46, 1.2, 0.0),
    (True, False): (0.60, 1.5, 95.0),
    (False, False): (0.75, 3.0, 80.0),
}
EVENED = 0.3
"""Of the unevenness in stops that a narrow beam would leave on a bare canopy, the part a box's walls let stand (assumption)."""

TYPED = {"recess": ("recess", "length"), "fabric_grid": ("fabric grid", "angle")}
CHOSEN = {"baffle": "inner baffle", "cloth": "front cloth"}
FITS = ("strobe", "speedlight", "led")


def box_front(own_beam: np.ndarray, size: float, baffle: bool, cloth: bool, recess: float) -> Front:
    """What leaves a box; size : its shorter side [m], recess : of the front cloth behind the rim [m]."""
    efficiency, hot, angle = BUILT[baffle, cloth]
    hot += EVENED * unevenness(own_beam)
    if cloth:
        beam = beams.lambert(BOX_LOBE + 1) * (beams.rim_cut(recess, size) if recess else 1.0)
        return Front(efficiency, beam, None if recess else BOX_LOBE, hot)
    return Front(efficiency, beams.bell(angle), None, hot)


def box_filling(hot: float) -> str:
    """In a box walls and cloths even out most of the beam."""
    return (
        f"the front is {hot:.1f} stops brighter in the middle than at its edge" if hot > 0.05 else "the front is even"
    )


def built(baffle: bool, fabric_grid: float) -> str:
    """What its name leaves out, as in ", without baffle, fabric grid 40°"."""
    return ("" if baffle else ", without baffle") + (f", fabric grid {fabric_grid:g}°" if fabric_grid else "")
