"""Background's findings on sets made for them: lit against the face, meeting the shadow side, white and over it."""

import unittest
from dataclasses import replace

from deep_amber.core.checks.background import APART, background_findings
from deep_amber.core.model import Bowl, Light, Point, Set
from tests.core.wish.test_search import state
from tests.sets import demo_file, mesh_of


def found(photo_set: Set) -> dict:
    return {f.code: f for f in background_findings(photo_set, mesh_of(photo_set), lambda: None)}


def lit_from(photo_set: Set, side: int, output: float) -> Set:
    """With a bowl that lights one half of the ground, 1 for camera-right."""
    ground = photo_set.backdrop
    place = Point(ground.x + side * 1.1, 0.9, ground.z + 0.5)
    aim = Point(ground.x + side * 0.5, 1.3, ground.z)
    light = Light(place, aim, output, Bowl(), "spot", role="background", grid=30)
    return replace(photo_set, lights=(*photo_set.lights, light))


class Checkered(unittest.TestCase):
    def test_light_behind_the_shadow_side_is_and_behind_the_lit_side_is_not(self):
        """The first demo set is lit from camera-left; its ground is turned dark first, so that the spot alone tells."""
        s = demo_file(1).set
        dark = replace(
            s, look=None, backdrop=replace(s.backdrop, surface=replace(s.backdrop.surface, reflectance=0.06))
        )
        told = found(lit_from(dark, 1, -3.0))
        self.assertIn("background.checkered", told)
        self.assertEqual(told["background.checkered"].named["side"], "camera-right")
        self.assertGreater(told["background.checkered"].figures["across_stops"], 0.5)
        self.assertNotIn("background.checkered", found(lit_from(dark, -1, -3.0)))
        self.assertNotIn("background.checkered", found(dark))


class Meets(unittest.TestCase):
    def test_a_shadow_cheek_in_the_ground_s_tone_has_no_edge_and_a_stop_away_it_has(self):
        """The ground's reflectance is turned so that it reads as the shadow cheek does beside it."""
        s = replace(demo_file(4).set, look=None)
        now = state(s).tones.stops
        off, surface = now["shadow_cheek"] - now["backdrop_right"], s.backdrop.surface
        self.assertNotIn("background.meets", found(s))
        met = replace(
            s, backdrop=replace(s.backdrop, surface=replace(surface, reflectance=surface.reflectance * 2**off))
        )
        told = found(met)["background.meets"]
        self.assertAlmostEqual(told.figures["gap_stops"], 0.0, delta=0.12)
        self.assertEqual((told.severity, told.named["side"]), ("warn", "camera-right"))
        if told.mend is not None:
            after = state(told.mend.photo_set).tones.stops
            self.assertGreater(abs(after["shadow_cheek"] - after["backdrop_right"]), APART - 0.4)


class White(unittest.TestCase):
    def test_grey_until_all_of_it_clips_then_white_or_wrapping(self):
        s = demo_file(1).set
        wanted = replace(s, look=replace(s.look, backdrop_tone=2.5))
        self.assertIn("background.grey", found(wanted))
        bowls = [replace(k, grid=0) for k in lit_from(lit_from(wanted, 1, 0.0), -1, 0.0).lights[1:]]
        told = found(replace(wanted, lights=(*wanted.lights, *bowls)))
        self.assertIn("background.wraps", told)
        self.assertGreater(told["background.wraps"].figures["lightest_over_white_stops"], 1.0)
        for code in ("background.grey", "background.white", "background.tone"):
            self.assertNotIn(code, told)


if __name__ == "__main__":
    unittest.main()
