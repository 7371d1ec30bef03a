"""How much light a source gives, and how its own beam spreads it."""

import numpy as np

from ..assumptions import (
    GUIDE_BY_ZOOM,
    LAMP_EFFICACY,
    LUMINOUS_EFFICACY,
    TUBE_EFFICACY,
    WIDE_PANEL_PASSES,
    WIDE_PANEL_ZOOM,
)
from ..gear import beams
from ..gear.sources import Lamp, Led, Speedlight, Strobe, Tube
from ..model.light import Light

GUIDE_CONSTANT = 250.0 / 100.0
"""H at 1 m = 250 GN^2 / 100 lx s: ISO 2720 with C = 250, at ISO 100 (light-model)."""


def guide_number(flash: Speedlight) -> float:
    """Guide number at the flash's present zoom position [m, ISO 100]; its wide panel counts as one."""
    zooms, factors = np.array(GUIDE_BY_ZOOM).T
    at = WIDE_PANEL_ZOOM if flash.wide_panel else flash.zoom
    now, stated = np.interp(np.log([at, flash.guide_zoom]), np.log(zooms), factors)
    return float(flash.guide_number * now / stated)


def own_beam(light: Light) -> np.ndarray:
    """The bare source's beam."""
    source = light.source
    if light.photometry:
        return beams.measured(light.photometry)
    if isinstance(source, Speedlight):
        return beams.zoom_beam(WIDE_PANEL_ZOOM if source.wide_panel else source.zoom, source.upright)
    if isinstance(source, Led):
        return beams.bell(source.beam_angle)
    if isinstance(source, Tube):
        return beams.tube_beam()
    return beams.all_round(95, 135) if isinstance(source, Strobe) else beams.all_round(135, 170)


def flux(light: Light) -> float:
    """Light of the source at full output: [lm s] for a flash, [lm] for continuous light.

    A window has none of its own; its luminance is what is known.
    """
    source = light.source
    if light.photometry:
        return beams.solid_angle(own_beam(light))
    if isinstance(source, Strobe):
        return source.energy * LUMINOUS_EFFICACY
    if isinstance(source, Speedlight):
        passes = WIDE_PANEL_PASSES if source.wide_panel else 1.0
        return GUIDE_CONSTANT * guide_number(source) ** 2 * beams.solid_angle(own_beam(light)) * passes
    if isinstance(source, Led):
        return source.amount * (beams.solid_angle(own_beam(light)) if source.unit == "lux at 1 m" else 1.0)
    if isinstance(source, Lamp):
        return source.lumens or source.watts * LAMP_EFFICACY[source.bulb]
    if isinstance(source, Tube):
        return source.lumens or source.watts * TUBE_EFFICACY
    return 0.0
