"""Broad and short, near and far side, on the lens axis, profile; clamshell, silhouette, edge light only."""

import unittest
from dataclasses import replace

from deep_amber.core.model import Light, Panel, Point
from deep_amber.core.simulation.key import key_index_of
from tests.sets import mesh_of

from .lit import lit, reading


def at(azimuth: float, elevation: float = 25.0, turn: float = 0.0):
    return reading(lit(azimuth, elevation, body_turn=turn / 2, head_turn=turn / 2)).side


class Sides(unittest.TestCase):
    def test_a_turned_face_is_broad_with_the_key_on_the_near_side_and_short_on_the_far_side(self):
        for turn in (35.0, -35.0):
            toward_lens = -1 if turn > 0 else 1  # the lens lies on that side of the nose
            broad, short = at(toward_lens * 45, turn=turn), at(-toward_lens * 45, turn=turn)
            self.assertEqual((broad.name, broad.key_on), ("broad", "near side"))
            self.assertEqual((short.name, short.key_on), ("short", "far side"))

    def test_a_face_to_the_lens_is_neither(self):
        for azimuth in (-60, 45):
            side = at(azimuth)
            self.assertEqual((side.name, side.key_on), ("", ""))
        self.assertEqual(at(-60).camera_side, "camera-left")
        self.assertEqual(at(45).camera_side, "camera-right")

    def test_on_axis_within_fifteen_degrees_of_the_lens(self):
        self.assertEqual(at(0, 12).name, "on-axis")
        self.assertEqual(at(0, 18).name, "")
        self.assertAlmostEqual(at(0, 12).key_to_lens, 12.0, delta=2.0)

    def test_profile_from_the_front_and_from_behind(self):
        front, behind = at(20, 10, turn=80.0), at(150, 20, turn=80.0)
        self.assertEqual(front.name, "profile from the front")
        self.assertEqual(behind.name, "profile from behind")
        toward = -1 if self.lens_on_right(80.0) else 1
        self.assertEqual(at(toward * 45, 20, turn=80.0).name, "profile from the front")
        self.assertEqual(at(-toward * 45, 20, turn=80.0).name, "profile from behind")

    def lens_on_right(self, turn: float) -> bool:
        """Whether the lens lies to the sitter's right of a head that is turned to the left."""
        return turn > 0


class Composed(unittest.TestCase):
    def setUp(self):
        self.butterfly = lit(0, 42)
        self.face = self.butterfly.lights[0].aim

    def test_butterfly_with_a_panel_or_a_light_below_is_clamshell(self):
        self.assertEqual(reading(self.butterfly, whole=True).composed, "")
        silver = Panel(
            Point(self.face.x, self.face.y - 0.4, self.face.z + 0.4), self.face, 0.9, 0.6, "silver", name="silver"
        )
        self.assertEqual(reading(replace(self.butterfly, panels=(silver,)), whole=True).composed, "clamshell")
        black = replace(silver, surface="black", name="black")
        self.assertEqual(reading(replace(self.butterfly, panels=(black,)), whole=True).composed, "")
        key = self.butterfly.lights[0]
        below = replace(
            key,
            name="fill",
            role="fill",
            output=key.output - 2,
            place=Point(self.face.x, self.face.y - 0.7, self.face.z + 0.9),
        )
        two = reading(replace(self.butterfly, lights=(key, below)), whole=True)
        self.assertEqual((two.pattern, two.composed), ("butterfly", "clamshell"))

    def test_a_dark_face_before_a_bright_ground_is_a_silhouette(self):
        s = self.butterfly
        key = replace(s.lights[0], output=-10.0)
        ground = replace(
            key,
            name="ground",
            role="background",
            output=0.0,
            place=Point(-1.8, 1.0, 1.8),
            aim=Point(0.0, 1.3, s.backdrop.z),
        )
        self.assertEqual(reading(replace(s, lights=(key, ground)), whole=True).composed, "silhouette")
        lit_face = replace(key, output=-2.0)
        self.assertEqual(reading(replace(s, lights=(lit_face, ground)), whole=True).composed, "")

    def test_a_light_from_behind_alone_is_edge_light_only(self):
        s = lit(155, 20)
        dark = replace(
            s,
            room=replace(
                s.room,
                surfaces=replace(
                    s.room.surfaces,
                    **{
                        k: replace(s.room.surfaces.left, reflectance=0.04)
                        for k in ("left", "right", "floor", "ceiling", "back", "front")
                    },
                ),
            ),
            lights=(replace(s.lights[0], output=-5.0),),
        )
        made = reading(dark, whole=True)
        self.assertEqual((made.pattern, made.composed), ("rim", "edge light only"))

    def test_the_key_is_named_alone_whatever_fills(self):
        key = lit(56, 40).lights[0]
        fill = replace(
            key, name="fill", role="fill", output=key.output - 1.0, place=Point(-0.3, key.place.y, key.place.z + 0.6)
        )
        made = reading(replace(lit(56, 40), lights=(key, fill)))
        self.assertEqual(made.pattern, "Rembrandt")

    def test_which_light_is_the_key(self):
        s = lit(30, 30)
        first = replace(s.lights[0], name="rim", role="rim")
        key = replace(s.lights[0], name="main")
        weaker = replace(key, name="weaker", output=key.output - 1)

        def index(*lights: Light) -> int | None:
            return key_index_of(replace(s, lights=lights), mesh_of(s))

        self.assertEqual(index(first, key), 1)
        self.assertEqual(index(first), 0)
        self.assertEqual(index(replace(key, on=False), first), 1)
        self.assertIsNone(index())
        self.assertEqual((index(weaker, key, first), index(key, first, weaker)), (1, 0))
        others = (replace(weaker, role="fill"), replace(key, role="other"))
        self.assertEqual((index(*others), index(*others[::-1])), (1, 0))


if __name__ == "__main__":
    unittest.main()
