"""Properties of the reading: left and right, small moves, the table against rays."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.model.patterns import PATTERNS
from deep_amber.core.pattern.directions import angles, apart, direction
from deep_amber.core.pattern.face_points import face_points
from deep_amber.core.pattern.many_lights import levels
from deep_amber.core.pattern.measures import measures_of
from deep_amber.core.pattern.occlusion import clear_ways
from deep_amber.core.pattern.placing import Carried, strongest
from deep_amber.core.pattern.rules import between, most_likely, probabilities
from deep_amber.core.sitter.face import head_frame

from .lit import BARE, BOX, OCTA, lit, shares, stages_of

AZIMUTH, ELEVATION = st.floats(0, 175), st.floats(-40, 80)


class Symmetry(unittest.TestCase):
    @settings(max_examples=25)
    @given(AZIMUTH, ELEVATION)
    def test_a_mirrored_key_has_the_same_pattern(self, azimuth, elevation):
        left, right = (shares(lit(side * azimuth, elevation, who="jun")) for side in (-1, 1))
        for name in PATTERNS:
            self.assertAlmostEqual(left[name], right[name], delta=0.06, msg=f"{name} at {azimuth:.0f}, {elevation:.0f}")


class Smoothness(unittest.TestCase):
    @settings(max_examples=25)
    @given(st.floats(-140, 140), ELEVATION, st.sampled_from([BOX, BARE, OCTA]), st.floats(0, 6.28))
    def test_a_centimetre_changes_probabilities_by_little(self, azimuth, elevation, modifier, way):
        s = lit(azimuth, elevation, 1.5, modifier)
        light = s.lights[0]
        moved = replace(
            light,
            place=replace(light.place, x=light.place.x + 0.01 * np.cos(way), y=light.place.y + 0.01 * np.sin(way)),
        )
        before, after = shares(s), shares(replace(s, lights=(moved,)))
        self.assertLess(max(abs(before[k] - after[k]) for k in PATTERNS), 0.15)

    def test_a_held_name_stays_until_another_is_a_tenth_ahead(self):
        two = np.zeros(8)
        two[2], two[3] = 0.47, 0.53
        self.assertEqual(PATTERNS[most_likely(two)], "Rembrandt")
        self.assertEqual(PATTERNS[most_likely(two, "loop")], "loop")
        two[2], two[3] = 0.40, 0.60
        self.assertEqual(PATTERNS[most_likely(two, "loop")], "Rembrandt")
        self.assertEqual(between(two), ("Rembrandt", "loop"))


class Table(unittest.TestCase):
    def test_the_table_and_rays_give_the_same_names_for_turned_heads_too(self):
        for who, pose, modifier in (
            ("nadia", {}, BOX),
            ("anton", {"head_turn": 35.0, "glasses": "heavy"}, BARE),
            ("linnea", {"head_nod": 12.0}, OCTA),
        ):
            start = lit(0, 0, 1.3, modifier, who=who, **pose)
            stages = stages_of(start)
            head, face = head_frame(stages.mesh, start.sitter), face_points(stages.mesh)
            middle = head.in_room(face.centre)
            part = strongest(stages, start.lights[0], middle)
            carried = Carried(part.emitter, middle)
            ways = [(a, e) for a in range(-140, 141, 28) for e in range(-35, 80, 19)]
            emitters = [carried.at(middle + head.rotation @ direction(a, e) * 1.3, head) for a, e in ways]
            level = levels(face.points, face.normals, clear_ways(stages.mesh, start.sitter), emitters, face.centre)
            by_table = probabilities(measures_of(level, face, np.array([direction(a, e) for a, e in ways])))
            same, off = 0, []
            for (a, e), table in zip(ways, by_table, strict=True):
                rays = np.array(list(shares(lit(a, e, 1.3, modifier, who=who, **pose)).values()))
                same += int(rays.argmax() == table.argmax())
                off.append(float(np.abs(rays - table).max()))
            self.assertGreaterEqual(same / len(ways), 0.95, who)
            self.assertLess(float(np.median(off)), 0.01, who)
            self.assertLess(max(off), 0.35, who)


class Directions(unittest.TestCase):
    @given(st.floats(-179, 179), st.floats(-89, 89))
    def test_there_and_back(self, azimuth, elevation):
        a, e = angles(direction(azimuth, elevation) * 2.5)
        self.assertAlmostEqual(a, azimuth, places=4)
        self.assertAlmostEqual(e, elevation, places=4)

    def test_azimuth_goes_to_the_sitters_left_which_is_camera_right_of_a_face_to_the_lens(self):
        s = lit(40, 10)
        self.assertGreater(s.lights[0].place.x, s.sitter.x)
        self.assertAlmostEqual(apart(direction(0, 0), direction(40, 0)), 40.0, places=6)


if __name__ == "__main__":
    unittest.main()
