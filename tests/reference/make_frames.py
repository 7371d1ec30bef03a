"""Makes the whole frames of the reference anew with the independent path tracer: make reference.

Each is the picture's luminance, 1 = white, in cells of 16 x 20; the scene that it belongs to is stored with it.
"""

import json
import math
import sys

import mitsuba as mi
import numpy as np

from deep_amber.core.exposure.response import exposure_factor
from deep_amber.core.geometry.quads import field_of_view
from deep_amber.core.geometry.vectors import aiming_axes
from deep_amber.core.srgb import LUMINANCE
from deep_amber.formats.set_file import new_file, write_set_file

mi.set_variant("llvm_ad_rgb")

from .described import sources_of  # noqa: E402
from .frames import COLUMNS, FRAMES, ROWS, cells_of  # noqa: E402
from .path_tracer import Source, World, dot, onward, unit  # noqa: E402
from .scenes import slug  # noqa: E402
from .test_frames import STORED  # noqa: E402
from .worlds import worlds  # noqa: E402

ACROSS = 6  # pixels across a cell
BAND = 4  # rows of cells at a time


def _ways(camera, places: np.ndarray) -> np.ndarray:
    """(n, 3) unit ways from the lens for picture places, 0..1 from the upper left."""
    right, up, forward = aiming_axes(camera.place, camera.aim)
    wide, high = field_of_view(camera, COLUMNS / ROWS)
    across, above = (2 * places[:, :1] - 1) * wide, (1 - 2 * places[:, 1:]) * high
    return unit(across * right + above * up + forward)


def _fronts(world: World, sources: list[Source], lens: np.ndarray, ways: np.ndarray) -> np.ndarray:
    """(n, 3) luminance of the sources that are seen themselves, nothing before them."""
    out = np.zeros((len(ways), 3))
    nearest, _, _ = world.cast(np.repeat(lens[None], len(ways), 0), ways)
    for source in sources:
        cos = -(ways @ source.normal)
        with np.errstate(divide="ignore", invalid="ignore"):
            t = ((source.centre - lens) @ source.normal) / (ways @ source.normal)
        on = lens + ways * t[:, None] - source.centre
        u, v = (
            on @ source.half_x / dot(source.half_x, source.half_x),
            on @ source.half_y / dot(source.half_y, source.half_y),
        )
        seen = (t > 0) & (t < nearest + 1e-3) & (np.abs(u) <= 1) & (np.abs(v) <= 1) & (cos > 0.01)
        if source.ellipse:
            seen &= (u * u + v * v <= 1) & (u * u + v * v >= source.hole)
        rows = np.where(seen)[0]
        tilt = -(ways[rows] @ unit(source.half_x)), -(ways[rows] @ unit(source.half_y))
        value = source.radiance(u[rows], v[rows], cos[rows], *tilt) / cos[rows]
        out[rows] += value[:, None] * source.colour
    return out


def frame(name: str, paths: int) -> dict:
    """What the tracer sees of a scene."""
    photo_set = FRAMES[name]()
    world, _ = worlds(photo_set)
    sources = [s for light in photo_set.lights if light.on for s in sources_of(photo_set, light)]
    wide, high = COLUMNS * ACROSS, ROWS * ACROSS
    lens, rng = photo_set.camera.place.array, np.random.default_rng(11)
    picture = np.zeros((high, wide))
    for first in range(0, high, BAND * ACROSS):
        rows, columns = np.meshgrid(np.arange(first, first + BAND * ACROSS), np.arange(wide), indexing="ij")
        pixels = np.repeat(np.stack([columns.ravel(), rows.ravel()], 1), paths, 0)
        ways = _ways(photo_set.camera, (pixels + rng.random(pixels.shape)) / [wide, high])
        got = onward(world, sources, np.repeat(lens[None], len(ways), 0), ways, seed=first)
        got += _fronts(world, sources, lens, ways)
        picture[first : first + BAND * ACROSS] = (got @ LUMINANCE).reshape(-1, wide, paths).mean(2)
    picture *= math.pi * exposure_factor(photo_set.camera)
    return {
        "scene": name,
        "paths": paths,
        "set_file": json.loads(write_set_file(new_file(f"reference, {name}", photo_set))),
        "cells": cells_of(picture).round(6).tolist(),
    }


def main() -> None:
    paths = int(sys.argv[1]) if len(sys.argv) > 1 else 49
    STORED.mkdir(exist_ok=True)
    for name in sys.argv[2:] or FRAMES:
        (STORED / f"{slug(name)}.json").write_text(json.dumps(frame(name, paths)) + "\n")
        print(name, "done", flush=True)


if __name__ == "__main__":
    main()
