"""The rules of the trade: light from a known direction has the name that photographers give it, on every face."""

import unittest

from deep_amber.core.model.patterns import PATTERNS
from deep_amber.formats.sitter_file import known_sitters

from .lit import BARE, BOX, OCTA, lit, measured, named, reading, shares

SOURCES = ((BOX, 1.2), (BARE, 1.6), (OCTA, 1.0))
TRADE = (
    ("butterfly", 0, 30),
    ("butterfly", 0, 50),
    ("flat", 0, 8),
    ("loop", 30, 35),
    ("loop", -30, 30),
    ("Rembrandt", 56, 40),
    ("Rembrandt", -56, 40),
    ("split", 90, 15),
    ("split", -90, 20),
    ("side light", 45, 0),
    ("side light", -45, 7),
    ("side light", 38, 2),
    ("overhead", 0, 75),
    ("under light", 0, -35),
    ("rim", 150, 20),
    ("rim", -150, 20),
)
POSES = (
    {},
    {"body_turn": -20.0, "head_turn": 40.0},
    {"head_nod": 15.0, "head_tilt": 10.0},
    {"posture": "lying", "seat_height": 0.5},
    {"posture": "standing", "seat_height": 0.0, "head_turn": -30.0},
)


class Trade(unittest.TestCase):
    def test_every_sitter_under_every_source_has_the_names_of_the_trade(self):
        for who in known_sitters():
            for modifier, distance in SOURCES:
                for name, azimuth, elevation in TRADE:
                    with self.subTest(who=who, modifier=modifier.kind, azimuth=azimuth, elevation=elevation):
                        self.assertEqual(named(lit(azimuth, elevation, distance, modifier, who=who)), name)

    def test_the_geometry_turns_with_the_head_of_a_turned_nodding_lying_or_standing_sitter(self):
        for pose in POSES:
            for name, azimuth, elevation in TRADE:
                with self.subTest(pose=pose, azimuth=azimuth, elevation=elevation):
                    self.assertEqual(named(lit(azimuth, elevation, 1.5, BOX, who="nadia", **pose)), name)

    def test_45_degrees_round_and_35_up_lies_at_the_border_of_loop_and_rembrandt(self):
        firsts = []
        for who in known_sitters():
            for modifier, distance in SOURCES:
                found = shares(lit(45, 35, distance, modifier, who=who))
                firsts.append(max(found, key=found.get))
                self.assertGreater(found["loop"] + found["Rembrandt"], 0.85)
                nearer = shares(lit(28, 35, distance, modifier, who=who))
                self.assertGreater(nearer["loop"], max(found["loop"], 0.8))
        self.assertEqual(set(firsts), {"loop", "Rembrandt"})

    def test_level_light_throws_the_nose_shadow_sideways_and_light_from_below_uphill(self):
        level, below, above = (reading(lit(a, e)) for a, e in ((45, 0), (45, -30), (0, 40)))
        self.assertIn("runs sideways, to camera-left", level.reasons[0].text)
        self.assertIn("runs uphill", below.reasons[0].text)
        self.assertIn("points straight down", above.reasons[0].text)

    def test_a_shadow_that_runs_level_or_uphill_closes_no_triangle_and_leaves_no_loop(self):
        for who in known_sitters():
            for modifier, distance in SOURCES:
                for azimuth, elevation in ((45, -5), (45, 0), (-45, 5), (45, 10), (35, 0), (-35, 5)):
                    found = shares(lit(azimuth, elevation, distance, modifier, who=who))
                    self.assertLess(
                        found["Rembrandt"] + found["loop"], 0.4, f"{who} {modifier.kind} {azimuth} {elevation}"
                    )

    def test_over_60_degrees_the_sockets_go_dark_and_the_catchlight_leaves(self):
        for who in known_sitters():
            easy, steep = measured(lit(0, 35, who=who)), measured(lit(0, 72, who=who))
            self.assertGreater(easy.socket[0], -1.3)
            self.assertLess(steep.socket[0], -1.3)
            self.assertTrue(all(c.present for c in reading(lit(0, 30, 1.6, BARE, who=who)).catchlights), who)
            gone = reading(lit(0, 65, 1.6, BARE, who=who)).catchlights
            self.assertTrue(all(not c.present and c.reason in ("lid", "brow") for c in gone), who)

    def test_probabilities_sum_to_one_and_two_names_are_said_where_neither_is_sure(self):
        sure, unsure = reading(lit(0, 42)), reading(lit(45, 35, who="anton", modifier=BOX))
        for made in (sure, unsure):
            self.assertEqual(set(made.probabilities), set(PATTERNS))
            self.assertAlmostEqual(sum(made.probabilities.values()), 1.0, places=5)
        self.assertEqual(sure.between, ())
        near = reading(lit(44, 35, who="jun"))
        self.assertEqual(set(near.between), {"loop", "Rembrandt"})


if __name__ == "__main__":
    unittest.main()
