"""A light as emitters: its front with pattern and beam, and the radiance that its flux gives it.

I0 = flux x efficiency / (integral of the relative beam over directions); L = I0 / (area x mean of the pattern).
"""

import math
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from ..assumptions import GRID_PASSES
from ..exposure.colour import light_colour
from ..gear import beams
from ..gear.gels import GELS, shifted_temperature
from ..gear.modifiers import Front
from ..gear.sources import Window
from ..geometry.quads import KEPT, emitter_quad, quad_of
from ..geometry.vectors import aiming_axes, fixed
from ..model.light import Light
from ..srgb import LUMINANCE
from ..transport.emitter import LOBE, Emitter, quad_emitter
from ..transport.sampling import emitter_nodes
from .flux import flux, own_beam

SUN_AWAY, SUN_RADIUS = 100.0, math.radians(0.2666)  # [m] where its disc is put, its angular radius


@dataclass(frozen=True, eq=False)
class Emission:
    emitter: Emitter
    radiance: float
    """Along the axis at the pattern's peak, at full output [cd/m2, or cd s/m2 for a flash]."""


def _mean_pattern(hot: float, round_front: bool, hole: float) -> float:
    places, share = emitter_nodes(10, 10)
    if round_front:
        return float(share @ 2.0 ** (-hot * (hole + (1 - hole) * (places[:, 0] + 1) / 2)))
    return float(share @ 2.0 ** (-hot * (places**2).sum(1)))


def _off_middle(front: Front) -> np.ndarray:
    """(10, 10) pattern of a round front whose hot centre is over its middle, at Gauss-Legendre nodes, its peak 1."""
    a, b = emitter_nodes(10, 10)[0].T
    r = np.sqrt((a + 1) / 2)
    x, y = r * np.cos(np.pi * b), r * np.sin(np.pi * b)
    relative = 2.0 ** (-front.hot * (x**2 + (y - front.hot_up) ** 2))
    return np.asarray((relative / relative.max()).reshape(10, 10))


def _window(light: Light, source: Window) -> tuple[Emission, ...]:
    quad, passes = emitter_quad(light), source.passes
    right, up, forward = aiming_axes(light.place, light.aim)
    luminance = source.sky_luminance * passes
    side, height = math.radians(source.sun_side), math.radians(source.sun_height)
    # Out of the window its camera-right is the other way round when it looks from the camera's wall.
    out = (
        -forward * math.cos(side) * math.cos(height) + right * math.sin(side) * math.cos(height) + up * math.sin(height)
    )
    sun = source.sun_illuminance * passes if source.sun else 0.0
    if sun and source.cover != "clear":  # the cover scatters it
        luminance += sun * max(float(out @ -forward), 0.0) / math.pi
        sun = 0.0
    made = [Emission(quad_emitter(quad), luminance)]
    if sun:
        radius = SUN_AWAY * math.tan(SUN_RADIUS)
        across = right - out * (right @ out)
        across /= np.linalg.norm(across)
        disc = quad_of(light.place.array + out * SUN_AWAY, across * radius, np.cross(out, across) * -radius, True)
        emitter = quad_emitter(disc, round_front=True, beam=np.ones((1, 2)), gate=quad, finer=0.004)
        made.append(Emission(emitter, sun * SUN_AWAY**2 / (math.pi * radius**2)))
    return tuple(made)


@lru_cache(maxsize=64)
def _emissions(light: Light) -> tuple[Emission, ...]:
    if isinstance(light.source, Window):
        return _window(light, light.source)
    front, quad = light.modifier.front(own_beam(light)), emitter_quad(light)
    beam, lobe = front.beam, front.lobe
    on_axis = flux(light) * front.efficiency / beams.solid_angle(beam)
    peak = float(beam[:, 0].mean())
    cut: float = float(light.grid) or float(getattr(light.modifier, "fabric_grid", 0.0))
    if cut:
        beam, lobe = beam * beams.tube_cut(cut) * GRID_PASSES, None
    pattern = _off_middle(front) if front.hot_up else None
    mean = float(emitter_nodes(10, 10)[1] @ pattern.ravel()) if pattern is not None else None
    radiance = (
        on_axis
        * peak
        / (
            quad.area
            * (math.pi / 4 * (1 - front.hole) if quad.round else 1.0)
            * (_mean_pattern(front.hot, quad.round, front.hole) if mean is None else mean)
        )
    )
    finer = min(1.0, beams.half_power_angle(beam) / 0.6)
    emitter = quad_emitter(
        quad,
        lobe or 0.0,
        round_front=quad.round,
        hole=front.hole,
        hot=front.hot if pattern is None else 0.0,
        pattern=pattern,
        beam=None if lobe is not None else beam / peak,
        finer=finer,
    )
    return (Emission(emitter, radiance),)


@lru_cache(maxsize=KEPT)
def shape_of(light: Light) -> Light:
    """The light without what only recombines its layer: output, trim, gels, whether it is on or follows the face, what
    holds it, and names."""
    return replace(
        light,
        output=0.0,
        trim=0.0,
        gels=(),
        on=True,
        name="-",
        role="other",
        follow=False,
        holding="stand",
        stand_side="where it fits",
        boom_reach=1.0,
        item="",
        modifier_item="",
    )


def emissions(light: Light) -> tuple[Emission, ...]:
    """The emitters of a light at full output: one, and the sun as a second for a clear window it shines through."""
    return _emissions(shape_of(light))


def output_factor(light: Light) -> float:
    """Present output as a share of the table's full output, own readings included."""
    return 2.0 ** (light.output + light.trim) if light.on else 0.0


def emitted_colour(light: Light, white_balance: float) -> np.ndarray:
    """(3,) linear sRGB of the light through its gels, after white balance; its luminance is what the gels leave.

    Source: mired shifts add (1e6 / T); tints multiply.
    """
    return _coloured(light.source.colour_temperature, light.gels, white_balance)


@lru_cache(maxsize=KEPT)
def _coloured(temperature: float, names: tuple[str, ...], white_balance: float) -> np.ndarray:
    gels = [GELS[name] for name in names]
    shifted = shifted_temperature(temperature, sum(g.mired for g in gels))
    colour = light_colour(shifted, white_balance) * np.prod([np.array(g.colour) for g in gels], axis=0)
    return fixed(colour / (LUMINANCE @ colour) * 2.0 ** -sum(g.loss for g in gels))


def half_power(light: Light) -> float:
    """Angle off the axis at which the light's beam falls to half, grids included [rad]."""
    emitter = emissions(light)[0].emitter
    if emitter.beam.shape[1] > 1:
        return beams.half_power_angle(emitter.beam)
    return math.acos(0.5 ** (1 / (emitter.row[LOBE] + 1)))
