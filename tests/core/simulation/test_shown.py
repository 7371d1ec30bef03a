"""Panels and box fronts before the lens: drawn and read with all the light that falls on them and passes through them."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.kit.emission import emissions
from deep_amber.core.model import Bare, Light, Panel, Point
from deep_amber.core.picture.catchlight import luminances
from deep_amber.core.simulation import DRAGGED, SETTLED, Memory, simulate
from deep_amber.core.simulation.exposing import exposed
from deep_amber.core.simulation.key import key_index_of
from deep_amber.core.simulation.layers import pixel_spreading
from deep_amber.core.simulation.readings import readings_of
from deep_amber.core.simulation.secondary import secondaries
from deep_amber.core.simulation.shown import things_shown
from deep_amber.core.simulation.simulate import linear_picture
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.sitter.face import face_marks
from deep_amber.core.transport.emitter import EXPONENT, SHARE, VIRTUAL
from tests.sets import mesh_of, plain_set

SMALL = replace(SETTLED, size=replace(SETTLED.size, width=160, height=200), bounce_rows=25)


def with_sheet(surface: str, output: float = -2.0, behind: bool = True):
    """The plain set with a large panel behind the sitter, lit by a bare head from behind it or from the front."""
    s = plain_set()
    x, z = s.sitter.x, s.sitter.z
    middle = Point(x, 1.3, z - 0.6)
    panel = Panel(middle, Point(x, 1.3, z + 1), 1.9, 1.9, surface, name="sheet")
    place = Point(x, 1.3, z - 1.1) if behind else Point(x + 0.4, 1.7, z + 0.8)
    lamp = Light(place, middle, output, Bare(), "lamp", role="background")
    return replace(s, lights=(replace(s.lights[0], on=False), lamp), panels=(panel,), furniture=())


def stages(s, quality=SETTLED) -> Stages:
    return Stages(s, mesh_of(s), Memory(), quality, lambda: None)


class Sheets(unittest.TestCase):
    def test_a_sheet_lit_from_behind_is_as_bright_as_what_passes_it(self):
        s = with_sheet("bed sheet")
        made = stages(s)
        (thing,) = [t for t in things_shown(made) if t.emitter is None]
        readings = readings_of(made)
        self.assertEqual(readings.surfaces["backdrop_middle"].code, 255)
        picture = simulate(s, mesh_of(s), SMALL).picture
        self.assertGreater(picture[60, [8, 150]].mean(), 250)
        # Light falls off from the middle of the lit part to its corners.
        values = thing.values.mean(2)
        self.assertGreater(values[10:18, 10:18].mean(), 1.5 * values[:3, :3].mean())

    def test_twice_the_light_is_twice_as_bright(self):
        dim, bright = (things_shown(stages(with_sheet("white", k, behind=False)))[0].values for k in (-6.0, -5.0))
        np.testing.assert_allclose(bright, 2 * dim, rtol=1e-4)

    def test_silver_throws_toward_the_lens_where_it_mirrors_the_lamp_and_little_elsewhere(self):
        silver, white = (
            things_shown(stages(with_sheet(k, -4.0, behind=False)))[0].values.mean(2) for k in ("silver", "white")
        )
        share = silver / white
        self.assertGreater(share.max(), 1.5)
        self.assertLess(share.min(), 0.6)

    def test_an_edge_far_behind_what_is_sharp_has_its_own_blur(self):
        """A board's edge behind the sitter: as wide as the blur disc of the thin lens there, and sharp when stopped
        down. c = (f / N) (f / d) gap / (d + gap) on the sensor, d to what is sharp."""
        s = with_sheet("white", -4.0, behind=False)
        place = replace(s.panels[0].place, x=0.65)
        board = replace(s.panels[0], surface="black", place=place, aim=replace(place, z=place.z + 1), width=1.0)
        wide = {}
        for aperture in (2.0, 32.0):
            camera = replace(s.camera, aperture=aperture, sensitivity=100.0 * (aperture / 8) ** 2)
            lamp = replace(s.lights[1], place=Point(-0.2, 1.4, s.sitter.z + 0.9), aim=board.place)
            seen = replace(s, camera=camera, panels=(board,), lights=(s.lights[0], lamp))
            row = linear_picture(stages(seen)).mean(1).reshape(800, 640)[40]
            at = int(np.abs(row[30:] - row[:-30]).argmax()) + 15  # the board's edge: its shadow lies behind it
            low, high = row[at - 50 : at - 30].mean(), row[at + 30 : at + 50].mean()
            step = (row[at - 50 : at + 50] - low) / (high - low)
            wide[aperture] = int(((step > 0.1) & (step < 0.9)).sum())
        eyes = face_marks(mesh_of(s), s.sitter).eyes
        away, gap = s.camera.place.z - eyes[2], eyes[2] - s.panels[0].place.z
        f = s.camera.focal_length / 1000
        disc = f / 2.0 * f / (away - f) * gap / (away + gap) * 1000 / s.camera.sensor_width * 640
        self.assertLessEqual(wide[32.0], 3)
        # From a tenth to nine tenths of an edge under a disc is .69 of the disc's width.
        self.assertAlmostEqual(wide[2.0], 0.69 * disc, delta=0.25 * disc)

    def test_the_eye_mirrors_silver_by_its_lobe(self):
        """One value lights the picture and the eyes: an emitter's luminance toward a place goes by its lobe."""
        s = with_sheet("silver", -4.0, behind=False)
        made = stages(s)
        lamp = s.lights[1]
        (silver,) = [k for k in secondaries(made, lamp, emissions(lamp)[0]) if k.sheet == 1 and k.lobed]
        row = silver.emitter.row
        straight = row[:3] - row[VIRTUAL : VIRTUAL + 3]  # the way that the mirrored lamp's light goes on
        straight = straight / np.linalg.norm(straight)
        across = np.cross(straight, [0.0, 1.0, 0.0])
        aside = straight * 0.5 + across / np.linalg.norm(across) * 0.866
        on, off = (
            float(luminances(silver.emitter, np.zeros(1), np.zeros(1), -way[None])[0]) for way in (straight, aside)
        )
        n, share = row[EXPONENT], row[SHARE]
        expected = (1 - share + share * (n + 2) / 2) / (1 - share + share * (n + 2) / 2 * 0.5**n)
        self.assertAlmostEqual(on / off, expected, delta=0.02 * expected)

    def test_the_sitters_shadow_falls_on_a_board_behind(self):
        s = with_sheet("white", -4.0, behind=False)
        alone = replace(s, sitter=replace(s.sitter, x=s.sitter.x - 1.0))
        values, free = (
            things_shown(stages(k))[0].values.mean(2) for k in (s, replace(alone, panels=s.panels, lights=s.lights))
        )
        self.assertLess((values / free).min(), 0.5)

    def test_dragged_and_settled_read_a_sheet_alike(self):
        s = with_sheet("bed sheet", -6.0)
        quick, fine = (readings_of(stages(s, q)).surfaces["backdrop_left"].stops for q in (DRAGGED, SETTLED))
        self.assertAlmostEqual(quick, fine, delta=0.2)


class Outline(unittest.TestCase):
    def test_a_light_from_behind_draws_the_edge_of_the_hair(self):
        s = plain_set()
        lamp = Light(
            Point(s.sitter.x + 0.6, 1.9, s.sitter.z - 1.1), s.camera.aim, -3.0, Bare(), "hair light", role="rim"
        )
        on, off = (
            readings_of(stages(replace(s, lights=(s.lights[0], replace(lamp, on=k))), DRAGGED)) for k in (True, False)
        )
        self.assertGreater(on.surfaces["hair_right"].stops, off.surfaces["hair_right"].stops + 1.5)
        self.assertLess(on.surfaces["hair_left"].stops - off.surfaces["hair_left"].stops, 0.5)


class Meters(unittest.TestCase):
    def test_no_head_is_in_the_way_of_a_meter_held_before_the_face(self):
        s = plain_set()
        behind = replace(s.lights[0], place=Point(s.sitter.x, 1.3, s.sitter.z - 1.2), aim=s.camera.aim, modifier=Bare())
        read = readings_of(stages(replace(s, lights=(behind,)), DRAGGED))
        self.assertGreater(read.incident["flat_to_light"].aperture, 4.0)
        self.assertGreater(read.incident["dome_to_light"].aperture, 4.0)


class ManyPlaces(unittest.TestCase):
    def test_a_coarse_grid_of_more_than_65535_places_is_counted_to_its_end(self):
        s = plain_set()
        made = stages(s, replace(SETTLED, size=replace(SETTLED.size, width=64, height=80), bounce_rows=300))
        self.assertGreater(len(made.coarse().points), 1 << 16)
        rows = pixel_spreading(made).rows
        self.assertGreater(int(rows.max()), 1 << 16)
        # The lowest pixels go by the lowest places.
        self.assertGreater(int(rows[-64:].min()), 280 * made.coarse_size().width)


class OneKey(unittest.TestCase):
    def test_the_order_of_the_lights_changes_nothing(self):
        s = plain_set()
        fill = replace(s.lights[0], name="fill", role="fill", output=s.lights[0].output - 2, place=Point(0.8, 1.5, 2.6))
        there, back = (replace(s, lights=k) for k in ((s.lights[0], fill), (fill, s.lights[0])))
        one, other = (readings_of(stages(k, DRAGGED)) for k in (there, back))
        for name, reading in one.incident.items():
            self.assertAlmostEqual(reading.aperture, other.incident[name].aperture, places=6, msg=name)
        self.assertEqual((key_index_of(there, mesh_of(s)), key_index_of(back, mesh_of(s))), (0, 1))
        self.assertGreater(float(exposed(s, s.lights[0]).sum()), 0)


if __name__ == "__main__":
    unittest.main()
