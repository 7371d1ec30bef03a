"""The lights of a set for the reference tracer: radiance over place and direction by the formulas of
docs/light-model.md, written anew. Only the scale of a light (its flux) is taken from the product."""

import math

import numpy as np

from deep_amber.core.assumptions import GRID_PASSES
from deep_amber.core.gear.modifiers import boxes, dish, umbrella
from deep_amber.core.gear.sources import speedlight
from deep_amber.core.geometry.quads import emitter_quad
from deep_amber.core.kit.emission import emissions
from deep_amber.core.simulation.exposing import exposed

from .path_tracer import Source


def bell(degrees):
    half = math.radians(degrees) / 2
    return lambda cos, x, y: np.where(cos > 0, 2.0 ** -((np.arccos(np.clip(cos, -1, 1)) / half) ** 2), 0)


def cosine(power):
    return lambda cos, x, y: np.maximum(cos, 0) ** power


def through_tubes(beam, degrees):
    widest = math.tan(math.radians(degrees / 2)) / 0.4040

    def cut(cos, x, y):
        t = np.minimum(np.tan(np.arccos(np.clip(cos, 1e-6, 1))) / widest, 1)
        return beam(cos, x, y) * 2 / math.pi * (np.arccos(t) - t * np.sqrt(1 - t * t)) * GRID_PASSES * (cos > 0)

    return cut


def zoom(mm, upright):
    across, along = (12.0, 18.0) if upright else (18.0, 12.0)

    def value(cos, x, y):
        c = np.maximum(cos, 1e-6)
        wide, high = np.arctan(np.abs(x) / c), np.arctan(np.abs(y) / c)
        inside = cos > math.cos(math.radians(85))
        return inside * 2.0 ** -((wide / math.atan(across / mm)) ** 2 + (high / math.atan(along / mm)) ** 2)

    return value


def smooth_end(free, shut):
    def value(cos, x, y):
        t = np.clip((np.degrees(np.arccos(np.clip(cos, -1, 1))) - free) / (shut - free), 0, 1)
        return 1 - t * t * (3 - 2 * t)

    return value


def line(cos, x, y):
    return np.sqrt(np.maximum(1 - x * x, 0)) * smooth_end(100, 140)(cos, x, y)


def _cap_seen(cos):
    """Mean of max(n w, 0) over a spherical cap, by many normals."""
    rim = math.cos(math.radians(umbrella.CANOPY))
    z = rim + (np.arange(200) + 0.5) / 200 * (1 - rim)
    t = (np.arange(90) + 0.5) / 90 * 2 * math.pi
    c = np.linspace(0, 1, 101)
    s = np.sqrt(1 - c * c)
    seen = np.array(
        [
            np.maximum(a * z[:, None] + b * np.sqrt(1 - z * z)[:, None] * np.cos(t), 0).mean()
            for a, b in zip(c, s, strict=True)
        ]
    )
    return np.interp(cos, c, seen), 2 * math.pi * np.trapezoid(seen, c)


def canopy(cos, x, y):
    front, whole = _cap_seen(np.maximum(cos, 0))
    back, _ = _cap_seen(np.maximum(-cos, 0))
    share = umbrella.THROWN_BACK
    return ((1 - share) * front * (cos > 0) + share * back * (cos < 0)) / whole


def glowing(share):
    return lambda cos, x, y: (
        (1 - share) * np.maximum(cos, 0) / math.pi + share * np.sqrt(np.maximum(1 - cos * cos, 0)) / math.pi**2
    )


def _beam(light):
    """(cos, x, y) -> relative intensity, stops of hot centre, hole."""
    m, s = light.modifier, light.source
    hot = float(emissions(light)[0].emitter.row[18])
    if m.kind in ("softbox", "octa"):
        beam = cosine(2) if m.cloth else bell(boxes.BUILT[m.baffle, False][2])
        return (through_tubes(beam, m.fabric_grid) if m.fabric_grid else beam), hot, 0.0
    if m.kind == "umbrella":
        return (
            {"shoot-through": canopy, "white": cosine(1.5), "silver": bell(umbrella.SILVER_BEAM)}[m.lining],
            hot,
            0.0,
        )
    if m.kind == "dish":
        return (cosine(2), hot, 0.0) if m.sock else (bell(dish.BEAM), hot, 0.06)
    if m.kind == "home-made box":
        return glowing(m.glow), hot, 0.0
    if m.kind == "bowl":
        beam = bell(m.beam_angle)
    elif s.kind == "speedlight":
        beam = zoom(speedlight.WIDE_PANEL_ZOOM if s.wide_panel else s.zoom, s.upright)
    elif s.kind == "led":
        beam = bell(s.beam_angle)
    elif s.kind == "tube":
        beam = line
    elif s.kind == "window":
        beam = cosine(1)
    else:
        beam = smooth_end(95, 135) if s.kind == "strobe" else smooth_end(135, 170)
    return (through_tubes(beam, light.grid) if light.grid else beam), hot, 0.0


def sources_of(photo_set, light) -> list[Source]:
    """A light's sources at its present output, in lx s [or lx s after the shutter's time]."""
    made = emissions(light)
    quad, (beam, hot, hole) = emitter_quad(light), _beam(light)
    colour = exposed(photo_set, light)
    axis = beam(np.ones(1), np.zeros(1), np.zeros(1))[0]

    def radiance(u, v, cos, x, y):
        cut = GRID_PASSES if light.grid or getattr(light.modifier, "fabric_grid", 0) else 1.0
        return beam(cos, x, y) / axis * cut * 2.0 ** (-hot * (u * u + v * v))

    x, y = np.array(quad.half_x), np.array(quad.half_y)
    out = [Source(np.array(quad.centre), x, y, quad.round, hole, radiance, made[0].radiance * colour)]
    for sun in made[1:]:
        row = sun.emitter.row
        gate = (np.array(quad.centre), x, y, quad.normal)
        out.append(
            Source(
                row[:3],
                row[3:6],
                row[6:9],
                True,
                0.0,
                lambda u, v, cos, x, y: np.ones(len(u)),
                sun.radiance * colour,
                gate,
            )
        )
    return out
