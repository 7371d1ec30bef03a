"""What a hand can do: each move changes what it says, by as much as it says, and nothing else."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.model import Bowl, Softbox, Umbrella
from deep_amber.core.model.room import SURFACE_NAMES
from deep_amber.core.presenting.wishes import act_text
from deep_amber.core.wish.moves.at_light import DOORS_SHUT, GRIDS, at_light
from deep_amber.core.wish.moves.carried import LEAST_AWAY, carried
from deep_amber.core.wish.moves.ground import ground
from deep_amber.core.wish.moves.panels import panels
from deep_amber.core.wish.moves.room import COVERS, covered
from deep_amber.core.wish.path import Path
from tests.core.wish.moved import angle, asked, axis, made
from tests.sets import plain_set, rich_set

FAMILIES = (at_light, carried, ground, covered, panels)


class Every(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.set = rich_set()
        cls.asked = asked(cls.set)
        cls.paths = [(family.__name__, k) for family in FAMILIES for k in family(cls.asked)]

    def test_there_are_many_kinds_and_each_says_what_it_does(self):
        self.assertGreaterEqual(len({k.kind for _, k in self.paths}), 12)
        for _, path in self.paths:
            for t in path.samples:
                acts = path.acts(t)
                self.assertTrue(acts)
                for act in acts:
                    for feet in (False, True):
                        self.assertRegex(act_text(act, feet), r"^[a-z]")

    def test_each_makes_another_set(self):
        for family, path in self.paths:
            for t, then in made(path):
                self.assertNotEqual(then, self.set, (family, path.kind, t))

    def test_what_is_of_one_light_or_one_panel_leaves_all_else(self):
        for family, path in self.paths:
            for _, then in made(path):
                for kind, k in (("lights", path.light), ("panels", path.panel)):
                    if k is None:
                        continue
                    things, own = getattr(then, kind), getattr(self.set, kind)
                    rest = replace(then, **{kind: (*things[:k], own[k], *things[k + 1 :])})
                    self.assertEqual(rest, self.set, (family, path.kind))

    def test_more_is_more(self):
        for _, path in self.paths:
            if path.fine:
                self.assertEqual(list(path.samples), sorted(path.samples), path.kind)

    def test_windows_and_the_room_s_own_light_are_left_alone(self):
        window = len(self.set.lights) - 1
        self.assertFalse([k for family, k in self.paths if family in ("at_light", "carried") and k.light == window])
        room = replace(self.set, lights=tuple(replace(k, role="room") for k in self.set.lights))
        self.assertEqual([*at_light(asked(room)), *carried(asked(room))], [])

    def test_what_is_off_is_not_moved(self):
        dark = replace(self.set, lights=tuple(replace(k, on=False) for k in self.set.lights))
        self.assertEqual([*at_light(asked(dark)), *carried(asked(dark))], [])


class AtALight(unittest.TestCase):
    def paths(self, kind: str, **light) -> list[Path]:
        s = plain_set()
        s = replace(s, lights=(replace(s.lights[0], **light),))
        self.before, self.light = s, s.lights[0]
        return [k for k in at_light(asked(s)) if k.kind == kind]

    def test_it_is_turned_by_as_many_degrees_and_stays(self):
        paths = self.paths("aim")
        self.assertEqual(len(paths), 4)
        for path in paths:
            for t, then in made(path):
                (light,) = then.lights
                self.assertEqual(light.place, self.light.place)
                self.assertAlmostEqual(angle(axis(light), axis(self.light)), t, delta=0.05)
                self.assertAlmostEqual(np.linalg.norm(axis(light)), np.linalg.norm(axis(self.light)), places=6)

    def test_up_and_down_are_told_as_such(self):
        said = {path.acts(5.0)[0].named["toward"] for path in self.paths("aim")}
        self.assertLessEqual({"up", "down"}, said)
        self.assertEqual(len(said), 4)

    def test_grids_are_the_others(self):
        (path,) = self.paths("grid", modifier=Bowl(), grid=20)
        self.assertEqual({then.lights[0].grid for _, then in made(path)}, set(GRIDS) - {20})
        (path,) = self.paths("grid", modifier=Softbox(0.6, 0.9, fabric_grid=40.0))
        self.assertEqual([then.lights[0].modifier.fabric_grid for _, then in made(path)], [0.0])

    def test_a_leaf_is_only_closed(self):
        paths = self.paths("doors", modifier=Bowl())
        self.assertEqual(len(paths), 4)
        for path in paths:
            shut = [min(then.lights[0].barn_doors.left, then.lights[0].barn_doors.right, then.lights[0].barn_doors.top,
                        then.lights[0].barn_doors.bottom) for _, then in made(path)]  # fmt: skip
            self.assertEqual(shut, [k for k in DOORS_SHUT if k <= shut[0]])
            self.assertEqual(path.acts(0.0)[0].named["new"], "yes")

    def test_grey_gel_is_for_a_light_that_goes_no_lower(self):
        lowest = plain_set().lights[0].source.lowest_output
        self.assertEqual(self.paths("grey gel", output=-1.0), [])
        (path,) = self.paths("grey gel", output=lowest)
        self.assertEqual([then.lights[0].gels for _, then in made(path)], [("one stop grey",), ("two stops grey",)])
        self.assertEqual(self.paths("grey gel", output=lowest, gels=("half warm",)), [])

    def test_a_square_front_is_not_rolled(self):
        self.assertEqual(self.paths("roll", modifier=Softbox(0.6, 0.6)), [])
        (path,) = self.paths("roll", modifier=Softbox(0.3, 1.2))
        ((_, then),) = made(path)
        self.assertEqual(abs(then.lights[0].roll), 90.0)

    def test_an_umbrella_takes_neither_grid_nor_doors(self):
        s = replace(plain_set(), lights=(replace(plain_set().lights[0], modifier=Umbrella()),))
        self.assertFalse([k for k in at_light(asked(s)) if k.kind in ("grid", "doors")])


class Carried(unittest.TestCase):
    def setUp(self):
        self.set = plain_set()
        self.asked = asked(self.set)
        self.light, self.face = self.set.lights[0], self.asked.face

    def paths(self, kind: str) -> list[Path]:
        return [k for k in carried(self.asked) if k.kind == kind]

    def test_nearer_and_farther_by_as_many_metres_on_its_way_to_the_face(self):
        away = self.light.place.array - self.face
        nearer, farther = self.paths("distance")
        for sign, path in ((-1, nearer), (1, farther)):
            self.assertTrue(made(path))
            for t, then in made(path):
                way = then.lights[0].place.array - self.face
                self.assertAlmostEqual(np.linalg.norm(way), np.linalg.norm(away) + sign * t, places=6)
                self.assertLess(angle(way, away), 0.01)
                self.assertGreater(np.linalg.norm(way), LEAST_AWAY)
                self.assertEqual(then.lights[0].aim, self.light.aim)
        self.assertIsNone(nearer.at(float(np.linalg.norm(away)) - LEAST_AWAY + 0.01), "not into the sitter")

    def test_round_the_face_at_the_same_height_and_distance(self):
        away = self.light.place.array - self.face
        lens = self.set.camera.place.array - self.face
        paths = self.paths("round")
        self.assertEqual(len(paths), 2)
        for path in paths:
            self.assertTrue(made(path))
            for t, then in made(path):
                way = then.lights[0].place.array - self.face
                self.assertAlmostEqual(way[1], away[1], places=6)
                self.assertAlmostEqual(np.linalg.norm(way), np.linalg.norm(away), places=6)
                self.assertAlmostEqual(angle(way * [1, 0, 1], away * [1, 0, 1]), t, delta=0.05)
                nearer = way @ lens > away @ lens
                word = "toward the lens axis" if nearer else "away from the lens axis"
                self.assertEqual(path.acts(t)[0].named["toward"], word)

    def test_up_and_down(self):
        paths = self.paths("height")
        self.assertEqual(len(paths), 2)
        for path in paths:
            self.assertTrue(made(path))
            up = 1 if path.acts(0.1)[0].code == "wish.raise" else -1
            for t, then in made(path):
                self.assertAlmostEqual(then.lights[0].place.y, self.light.place.y + up * t, places=6)
                self.assertEqual(
                    (then.lights[0].place.x, then.lights[0].place.z), (self.light.place.x, self.light.place.z)
                )

    def test_what_is_aimed_at_the_ground_is_carried_to_and_from_the_ground(self):
        s = rich_set()
        k = next(n for n, light in enumerate(s.lights) if light.role == "background")
        aim = s.lights[k].aim.array
        path = next(p for p in carried(asked(s)) if p.light == k and p.kind == "distance")
        for t, then in made(path):
            away = np.linalg.norm(then.lights[k].place.array - aim)
            self.assertAlmostEqual(away, np.linalg.norm(s.lights[k].place.array - aim) - t, places=6)


class TheRoom(unittest.TestCase):
    def test_the_sitter_takes_camera_and_lights_along_and_the_backdrop_stays(self):
        s = plain_set()
        paths = [k for k in ground(asked(s)) if k.acts(0.1)[0].code == "wish.group"]
        self.assertEqual(len(paths), 2)
        for path in paths:
            sign = 1 if path.acts(0.1)[0].named["toward"] == "away from" else -1
            for t, then in made(path):
                self.assertAlmostEqual(then.sitter.z, s.sitter.z + sign * t)
                self.assertAlmostEqual(then.camera.place.z, s.camera.place.z + sign * t)
                self.assertAlmostEqual(then.lights[0].place.z, s.lights[0].place.z + sign * t)
                self.assertEqual((then.backdrop, then.room), (s.backdrop, s.room))

    def test_a_wall_is_no_backdrop_that_is_carried(self):
        s = plain_set()
        wall = replace(s, backdrop=replace(s.backdrop, kind="wall"))
        self.assertFalse([k for k in ground(asked(wall)) if k.acts(0.1)[0].code == "wish.backdrop"])
        hung = [k for k in ground(asked(s)) if k.acts(0.1)[0].code == "wish.backdrop"]
        self.assertEqual(len(hung), 0 if s.backdrop.kind == "wall" else 2)

    def test_only_what_is_made_plainly_darker_or_lighter_is_covered(self):
        s = plain_set()
        for path in covered(asked(s)):
            ((_, then),) = made(path)
            named = path.acts(0.0)[0].named
            changed = [k for k in SURFACE_NAMES if getattr(then.room.surfaces, k) != getattr(s.room.surfaces, k)]
            self.assertEqual(changed, [named["surface"]])
            was = getattr(s.room.surfaces, changed[0]).reflectance
            now = COVERS[named["cover"]].reflectance
            self.assertEqual(path.throws, now > was)
            self.assertFalse(0.5 < was / now < 2)


if __name__ == "__main__":
    unittest.main()
