"""A room, a kit and a look as a photographer has them: a set of the kind that hands would build is among the first three."""

import unittest
from dataclasses import replace

from deep_amber.core.brief.starting import Answers, starting_set
from deep_amber.core.gear.sources import Window
from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.owned import Kit
from deep_amber.core.model import Bare, Light, Point
from deep_amber.core.model.look import PRESETS
from deep_amber.core.planning.ground import Ground
from deep_amber.core.planning.suggest import suggest
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from deep_amber.plan_told import looks

NEAR = 1 / 3
EFFORT = 0.35  # it is the search that is judged: as little of it as finds them


def kit(**names) -> Kit:
    """Of the common gear; a name said twice is owned twice."""
    return Kit(
        **{
            part: tuple(replace(k, quantity=owned.count(k.name)) for k in getattr(CATALOGUE, part) if k.name in owned)
            for part, owned in names.items()
        }
    )


class AsHandsWouldBuildIt(unittest.TestCase):
    effort = EFFORT

    def first(self, room: tuple, owned: Kit, purpose: str, windows=(), **look):
        """The first three sets."""
        mesh = load_sitter("nadia")
        begun = starting_set(Answers(*room, "head and shoulders"), mesh)
        asked = replace(begun, lights=windows, look=replace(PRESETS[purpose], **look))
        *_, last = suggest(Ground(asked, mesh, owned, known_sitters(), looks(), effort=self.effort))
        return last.sets[:3]

    def test_a_dish_over_and_the_silver_that_is_owned_under_the_chin(self):
        owned = kit(
            sources=["400 W s head"], modifiers=["55 cm beauty dish"], panels=["silver under-chin reflector"],
            stands=["boom stand", "light stand", "light stand"],
        )  # fmt: skip
        room = (3.5, 4.5, 2.6, "white emulsion", "light grey paper")
        made = self.first(room, owned, "beauty", pattern="clamshell", backdrop_tone=0.0)
        self.assertEqual(made[0].fitted.arrangement.kind, "one light and boards")
        self.assertEqual((made[0].pattern.composed, made[0].photo_set.panels[0].surface), ("clamshell", "silver"))
        self.assertLess(made[0].closeness, NEAR)

    def test_a_dark_face_before_lit_paper(self):
        owned = kit(sources=["400 W s head"], modifiers=["standard bowl"], stands=["floor stand", "light stand"])
        room = (4.0, 5.5, 2.6, "white emulsion", "white paper")
        made = self.first(room, owned, "creative self-portrait", pattern="silhouette", backdrop_tone=2.4)
        self.assertEqual([k.pattern.composed for k in made], ["silhouette"] * len(made))
        self.assertIn("silhouette", [k.fitted.arrangement.code for k in made])
        self.assertLess(made[0].closeness, NEAR)
        for k in made:
            self.assertNotIn("lit_cheek", k.misses)
            self.assertLess(abs(k.misses.get("backdrop_middle", 0.0)), NEAR)

    def opposite(self, side: str, other: str) -> None:
        """A key at one side and an edge at the other, that does not become the key."""
        owned = kit(
            sources=["400 W s head", "200 W s head"], modifiers=["90 cm octa", "30 x 120 cm strip with grid"],
            stands=["light stand", "boom stand"],
        )  # fmt: skip
        room = (4.0, 5.0, 2.6, "mid grey", "charcoal paper")
        asked = {"pattern": "loop", "ratio": 3.0, "backdrop_tone": -2.5, "key_side": side, "rim": other}
        made = self.first(room, owned, "headshot", **asked)
        near = [k for k in made if k.closeness < NEAR]
        self.assertIn("two lights", [k.fitted.arrangement.kind for k in near])
        for k in near:
            self.assertTrue(k.right_side and k.right_pattern)

    def test_a_key_at_camera_left_and_an_edge_at_the_other_side(self):
        self.opposite("camera-left", "camera-right")

    def test_a_key_at_camera_right_and_an_edge_at_the_other_side(self):
        self.opposite("camera-right", "camera-left")

    def test_light_that_lasts_does_what_flash_does(self):
        self.effort = 1.0
        owned = kit(
            sources=["LED head 60 W"], modifiers=["60 x 60 cm softbox"], panels=["white foam board 70 x 100"],
            stands=["light stand", "light stand"],
        )  # fmt: skip
        room = (3.0, 4.0, 2.4, "mid grey", "charcoal paper")
        made = self.first(room, owned, "headshot", pattern="Rembrandt", ratio=4.0, backdrop_tone=-2.0)
        self.assertLess(made[0].closeness, NEAR)
        self.assertIn(made[0].fitted.arrangement.kind, ("one light", "one light and boards"))
        self.assertEqual({k.source.kind for k in made[0].photo_set.lights}, {"led"})

    def test_a_large_front_over_the_lens_is_on_its_axis_and_out_of_the_picture(self):
        owned = kit(sources=["400 W s head"], modifiers=["90 cm octa"], stands=["light stand"])
        room = (4.0, 6.0, 2.7, "white emulsion", "light grey paper")
        made = self.first(room, owned, "headshot", pattern="on-axis", backdrop_tone=0.3)
        self.assertTrue(made[0].right_pattern)
        self.assertIn("on-axis", made[0].pattern.side.name)
        self.assertNotIn("plan.in_picture", [a.code for a in made[0].weak])

    def test_a_window_and_a_board_are_not_filled_up_with_gear_that_nobody_owns(self):
        owned = kit(panels=["white foam board 70 x 100"], stands=["light stand"])
        window = Light(Point(-1.75, 1.45, 2.2), Point(-0.75, 1.45, 2.2), 0.0, Bare(), "window", Window(), "other")
        room = (3.5, 4.2, 2.5, "white emulsion", "mid grey paper")
        made = self.first(room, owned, "headshot", (window,), pattern="open")
        self.assertEqual({k.fitted.arrangement.kind for k in made}, {"window"})
        self.assertTrue(all(len(k.photo_set.lights) == 1 for k in made))


if __name__ == "__main__":
    unittest.main()
