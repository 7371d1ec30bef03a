"""Effects of room, panel and distance that were measured with an earlier prototype: they must come out.

One softbox of 60 x 90 cm at 1.1 m, 48 degrees to camera-left and 38 up, in a room of 3.0 x 4.2 x 2.4 m.
Its sitter had another face, so its figures are held to a tenth of a stop.
"""

import math
import unittest
from dataclasses import replace
from functools import cache

import numpy as np

from deep_amber.core.geometry.quads import Quad, backdrop_quad, emitter_quad
from deep_amber.core.simulation.sensors import surface_sensors
from deep_amber.core.sitter.pose import posed
from deep_amber.core.transport.bounce import form_factors, radiosity, thrown_on
from deep_amber.core.transport.direct import illuminance
from deep_amber.core.transport.emitter import quad_emitter
from deep_amber.core.transport.hemisphere import gather, look_around, patches_seen
from deep_amber.core.transport.patches import Sheet, build_patches, patch_rotations, skin_places
from deep_amber.core.transport.quads import quad_rows
from deep_amber.core.transport.sampling import rotations
from deep_amber.core.transport.sitter_rays import build_sitter_rays
from deep_amber.formats.sitter_file import load_sitter

from .scenes import ROOMS, SITTER_Z, reference_set

PANEL_AZIMUTH, PANEL_SIZE, WHITE = 65.0, (0.8, 1.2), 0.85


def panel(distance: float) -> Quad:
    """An upright panel on the shadow side that faces the head's axis."""
    a = math.radians(PANEL_AZIMUTH)
    centre = (distance * math.sin(a), 1.15, SITTER_Z + distance * math.cos(a))
    width, height = PANEL_SIZE
    return Quad(centre, (-math.cos(a) * width / 2, 0.0, math.sin(a) * width / 2), (0.0, height / 2, 0.0))


@cache
def means(room: str, panel_at: float | None = None, behind: float = 1.0) -> dict[str, float]:
    """Mean illuminance of the lit and the shadow cheek, and of the backdrop."""
    photo_set = reference_set(ROOMS[room], "nadia", behind)
    photo_set = replace(photo_set, camera=replace(photo_set.camera, focal_length=85.0))
    mesh, light = load_sitter(photo_set.sitter.who), photo_set.lights[0]
    body = posed(mesh, photo_set.sitter)
    rays, emitter = build_sitter_rays(mesh, body), quad_emitter(emitter_quad(light))
    sheets = [
        Sheet(backdrop_quad(photo_set.backdrop), photo_set.backdrop.surface.rgb),
        Sheet(emitter_quad(light), None),
    ]
    if panel_at:
        sheets.append(Sheet(panel(panel_at), (WHITE,) * 3))
    rows = quad_rows([sheet.quad for sheet in sheets])
    patches = build_patches(photo_set.room, (mesh, body), sheets)
    view = look_around(rays, skin_places(mesh), patches.points, patches.normals, (8, 4), patch_rotations(patches))
    lift = np.full(len(patches.points), 3e-4, np.float32)
    direct = illuminance(rays, patches.points, patches.normals, lift, emitter, rows, (4, 4))
    on_patches = np.repeat(direct.reshape(patches.count, -1).mean(1)[:, None], 3, 1)
    factors = form_factors(patches_seen(view, patches, rows), patches.count)
    bounced = radiosity(factors, patches, thrown_on(patches, on_patches))
    at = surface_sensors(photo_set, mesh, body)
    points, normals = at.points, at.axes
    around = look_around(rays, skin_places(mesh), points, normals, (24, 16), rotations(len(points), 0.29))
    light_here = illuminance(rays, points, normals, np.full(len(points), 3e-4, np.float32), emitter, rows)
    light_here = light_here + gather(patches_seen(around, patches, rows), bounced).mean(1)
    mean = {name: float(light_here[at.group == k].mean()) for k, name in enumerate(at.names)}
    return {"lit": mean["cheek_left"], "shadow": mean["cheek_right"], "backdrop": mean["backdrop_middle"]}


def ratio(room: str, panel_at: float | None = None) -> float:
    m = means(room, panel_at)
    return m["lit"] / m["shadow"]


def under(room: str, behind: float) -> float:
    """Stops of the backdrop under the lit cheek."""
    m = means(room, None, behind)
    return math.log2(m["lit"] / m["backdrop"])


class LitToShadow(unittest.TestCase):
    def assert_near(self, got: float, measured: float) -> None:
        self.assertLess(abs(math.log2(got / measured)), 0.1, f"{got:.2f}, expected {measured}")

    def test_the_room_fills(self):
        for room, measured in (("black", 3.33), ("grey", 2.83), ("white", 2.13)):
            with self.subTest(room):
                self.assert_near(ratio(room), measured)

    def test_a_white_panel_fills_more_the_nearer_it_is(self):
        for room, near, far in (("black", 2.06, 2.81), ("white", 1.76, 2.06)):
            with self.subTest(room):
                self.assert_near(ratio(room, 0.5), near)
                self.assert_near(ratio(room, 1.0), far)
                self.assertLess(ratio(room, 0.5), ratio(room, 1.0))
                self.assertLess(ratio(room, 1.0), ratio(room))


class BackdropBehind(unittest.TestCase):
    def test_it_darkens_with_its_distance_and_more_so_in_a_black_room(self):
        for room, measured in (("white", (0.57, 0.92, 1.50)), ("black", (0.75, 1.38, 2.54))):
            for behind, stops in zip((0.5, 1.0, 2.0), measured, strict=True):
                with self.subTest(f"{room} {behind}"):
                    self.assertAlmostEqual(under(room, behind), stops, delta=0.06)


if __name__ == "__main__":
    unittest.main()
