"""Knobs that grant a wish, on light that is put in by hand: each light's share is known, so every answer can be worked out."""

import itertools
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.exposure.response import MID_GREY
from deep_amber.core.model import Lamp, Led, Set, Strobe
from deep_amber.core.wish.kept import Wish, markers_broken, off, wish_of
from deep_amber.core.wish.knobs import (
    NEARLY,
    Turned,
    at_the_camera,
    can_be_dimmed,
    outputs_of,
    switched,
    turned_one,
    turned_two,
)
from deep_amber.core.wish.state import SENSED, ByLight, tones_at
from deep_amber.core.wish.target import Target, Tones
from tests.sets import plain_set

STILL = Tones(dict.fromkeys(("lit_cheek", "shadow_cheek", *SENSED[2:]), 0.0), 0.0, 0.0, 0.0)
GROUND = slice(SENSED.index("backdrop_left"), None)
FACE = slice(0, SENSED.index("backdrop_left"))


def lights(*sources) -> Set:
    """A set with so many lights, half open: key, then a light of the ground, then fill."""
    s = plain_set()
    roles = ("key", "background", "fill")
    made = [
        replace(s.lights[0], source=k, output=-3.0, role=role, name=role)
        for k, role in zip(sources, roles, strict=False)
    ]
    return replace(s, lights=tuple(made))


def shares(photo_set: Set, face: list[float], ground: list[float]) -> ByLight:
    """What each light puts on the face, and on the ground [1 = white]; on the right cheek half of it."""
    values = np.zeros((len(face), len(SENSED)))
    values[:, FACE], values[:, GROUND] = np.array(face)[:, None], np.array(ground)[:, None]
    values[:, 1] /= 2
    on = np.array([light.on for light in photo_set.lights])
    return ByLight(values, values[:, [0, 1, 4, 5]], values[:, GROUND], on)


def before_of(made: ByLight) -> Tones:
    return tones_at(made, made.on.astype(float)[None]).one(0)


def stops(luminance: float) -> float:
    return float(np.log2(luminance / MID_GREY))


def ground_at(value: float) -> Wish:
    return wish_of([Target("backdrop_middle", "stops", value)])


class One(unittest.TestCase):
    def test_the_light_of_the_ground_is_turned_and_no_other(self):
        s = lights(Strobe(), Strobe())
        light = shares(s, [0.3, 0.0], [0.0, 0.09])
        found = turned_one(s, ground_at(1.0), before_of(light), light, STILL)
        self.assertTrue(found.fits)
        self.assertEqual(found.photo_set.lights[0], s.lights[0])
        self.assertAlmostEqual(found.photo_set.lights[1].output, -1.0, delta=0.06)
        self.assertAlmostEqual(found.tones.stops["backdrop_middle"], 1.0, delta=0.06)
        self.assertEqual((found.acts[0].code, found.acts[0].named["light"]), ("wish.output", "background"))

    def test_of_one_light_alone_where_only_that_is_asked_for(self):
        s = lights(Strobe(), Strobe())
        light = shares(s, [0.3, 0.0], [0.0, 0.09])
        found = turned_one(s, ground_at(1.0), before_of(light), light, STILL, only=0)
        self.assertFalse(found.fits)
        self.assertEqual(found.photo_set.lights[1], s.lights[1])

    def test_what_the_dial_has_not_is_missed_by_as_much(self):
        s = lights(Strobe(), Strobe())
        light = shares(s, [0.3, 0.0], [0.0, 0.09])
        found = turned_one(s, ground_at(4.0), before_of(light), light, STILL)
        self.assertAlmostEqual(found.missed, 4.0 - (stops(0.09) + 3.0), places=6)

    def test_nothing_can_be_turned_on_lamps(self):
        s = lights(Lamp(), Lamp())
        self.assertIsNone(turned_one(s, ground_at(1.0), STILL, shares(s, [0.3, 0.0], [0.0, 0.09]), STILL))

    def test_a_fill_goes_off_where_that_is_asked_for_and_no_step_is_dark_enough(self):
        s = lights(Strobe(), Strobe(), Led(lowest_output=-1.0))
        s = replace(s, lights=(*s.lights[:2], replace(s.lights[2], output=-1.0)))
        light = shares(s, [0.3, 0.0, 0.0], [0.0, 0.01, 0.6])
        wish = ground_at(stops(0.01))
        kept = turned_one(s, wish, before_of(light), light, STILL)
        gone = turned_one(s, wish, before_of(light), light, STILL, or_off=True)
        self.assertGreater(kept.missed, NEARLY)
        self.assertTrue(gone.fits)
        self.assertFalse(gone.photo_set.lights[2].on)
        self.assertEqual(gone.acts[0].code, "wish.switch_off")

    @settings(max_examples=40)
    @given(
        face=st.lists(st.floats(0.001, 1.0), min_size=3, max_size=3),
        ground=st.lists(st.floats(0.001, 1.0), min_size=3, max_size=3),
        wanted=st.floats(-3.0, 2.0),
    )
    def test_no_step_of_any_dial_does_it_where_none_is_found(self, face, ground, wanted):
        """Against every step tried one by one."""
        s = lights(Strobe(), Strobe(), Led())
        light, wish = shares(s, face, ground), ground_at(wanted)
        before = before_of(light)
        found = turned_one(s, wish, before, light, STILL)
        rows = []
        for k, of in enumerate(s.lights):
            for to in outputs_of(of):
                rows.append(np.where(np.arange(3) == k, 2.0 ** (to - of.output), 1.0))
        tones = tones_at(light, np.array(rows))
        tried = [tones.one(n) for n in range(len(rows))]
        reached = [t for t in tried if float(off(wish, t)) <= NEARLY]
        clean = [t for t in reached if markers_broken(wish, before, t) <= 0]
        self.assertEqual(found.fits, bool(clean))

    def test_what_it_says_of_the_set_is_what_its_outputs_give(self):
        s = lights(Strobe(), Strobe())
        light = shares(s, [0.3, 0.02], [0.05, 0.09])
        found = turned_one(s, ground_at(0.5), before_of(light), light, STILL)
        self.assertEqual(found.tones.stops, _again(s, light, found).stops)


class Two(unittest.TestCase):
    def test_a_wish_of_face_and_ground_takes_both_lights(self):
        s = lights(Strobe(), Strobe())
        light = shares(s, [0.18, 0.0], [0.0, 0.09])
        wish = wish_of([Target("lit_cheek", "stops", 1.0), Target("backdrop_middle", "stops", -2.0)])
        found = turned_two(s, wish, before_of(light), light, STILL)
        self.assertLessEqual(found.missed, NEARLY)
        self.assertAlmostEqual(found.photo_set.lights[0].output, -2.0, delta=0.1)
        self.assertAlmostEqual(found.photo_set.lights[1].output, -4.0, delta=0.1)
        self.assertEqual([a.named["light"] for a in found.acts], ["key", "background"])
        self.assertEqual(found.tones.stops, _again(s, light, found).stops)

    def test_one_of_them_can_be_asked_for(self):
        s = lights(Strobe(), Strobe(), Strobe())
        light = shares(s, [0.18, 0.0, 0.05], [0.0, 0.09, 0.0])
        wish = wish_of([Target("lit_cheek", "stops", 1.0), Target("backdrop_middle", "stops", -2.0)])
        found = turned_two(s, wish, before_of(light), light, STILL, having=2)
        self.assertIn("fill", [a.named["light"] for a in found.acts])

    def test_one_light_is_no_pair(self):
        s = lights(Strobe())
        self.assertIsNone(turned_two(s, ground_at(0.0), STILL, shares(s, [0.2], [0.1]), STILL))


class Switched(unittest.TestCase):
    def test_each_light_off_or_on_and_never_all_off(self):
        s = lights(Strobe(), Strobe(), Strobe())
        s = replace(s, lights=(*s.lights[:2], replace(s.lights[2], on=False)))
        light = shares(s, [0.3, 0.0, 0.1], [0.02, 0.09, 0.0])
        found = list(switched(s, ground_at(stops(0.02)), before_of(light), light, STILL))
        self.assertEqual([a.acts[0].code for a in found], ["wish.switch_off", "wish.switch_off", "wish.switch_on"])
        self.assertEqual(
            [[k.on for k in f.photo_set.lights] for f in found],
            [[False, True, False], [True, False, False], [True] * 3],
        )
        self.assertTrue(found[1].fits)
        alone = lights(Strobe())
        self.assertEqual(list(switched(alone, ground_at(0.0), STILL, shares(alone, [0.3], [0.1]), STILL)), [])


class AtTheCamera(unittest.TestCase):
    def test_a_time_is_followed_by_lasting_light_alone(self):
        """Lamps on the ground, flash on the face: twice the time is a stop more ground and the same face."""
        s = lights(Strobe(), Lamp())
        light = shares(s, [0.3, 0.0], [0.0, 0.09])
        found = {
            k.kind: k
            for k in at_the_camera(s, ground_at(0.0), before_of(light), light, STILL)
            if k.photo_set.camera.time != s.camera.time
        }
        longer = found["shutter"]
        self.assertAlmostEqual(np.log2(longer.photo_set.camera.time / s.camera.time), 1.0, delta=0.1)
        self.assertAlmostEqual(longer.tones.stops["lit_cheek"], stops(0.3), places=6)
        self.assertTrue(longer.fits)

    def test_a_time_under_the_flash_s_own_is_never_offered(self):
        s = lights(Strobe(), Lamp())
        light = shares(s, [0.3, 0.0], [0.0, 0.09])
        for found in at_the_camera(s, ground_at(-6.0), before_of(light), light, STILL):
            self.assertGreaterEqual(found.photo_set.camera.time, s.camera.time)
        lasting = lights(Lamp())
        light = shares(lasting, [0.3], [0.05])
        wish = wish_of([Target("lit_cheek", "stops", stops(0.3) - 3.0)])
        shorter = next(at_the_camera(lasting, wish, before_of(light), light, STILL))
        self.assertAlmostEqual(np.log2(shorter.photo_set.camera.time / s.camera.time), -3.0, delta=0.1)

    def test_an_aperture_is_followed_by_all_light(self):
        s = lights(Strobe(), Strobe())
        light = shares(s, [0.3, 0.0], [0.0, 0.09])
        (found,) = at_the_camera(
            s, wish_of([Target("lit_cheek", "stops", stops(0.3) - 1.0)]), before_of(light), light, STILL
        )
        self.assertAlmostEqual(found.photo_set.camera.aperture / s.camera.aperture, 2**0.5, delta=0.05)
        self.assertAlmostEqual(found.tones.stops["backdrop_middle"], stops(0.09) - 1.0, delta=0.1)

    def test_flash_that_follows_the_aperture_leaves_the_face(self):
        s = lights(Strobe(), Lamp())
        light = shares(s, [0.3, 0.0], [0.0, 0.09])
        found = [
            k for k in at_the_camera(s, ground_at(-2.0), before_of(light), light, STILL) if k.kind == "flash follows"
        ]
        self.assertEqual(len(found), 1)
        self.assertAlmostEqual(found[0].tones.stops["lit_cheek"], stops(0.3), delta=NEARLY)
        self.assertAlmostEqual(found[0].tones.stops["backdrop_middle"], -2.0, delta=NEARLY)
        self.assertEqual([a.code for a in found[0].acts], ["wish.aperture", "wish.output"])

    def test_flash_at_its_end_does_not_follow(self):
        """At its full it cannot go up with a smaller aperture: the ground by lamps cannot be darkened so."""
        s = lights(Strobe(), Lamp())
        s = replace(s, lights=(replace(s.lights[0], output=0.0), s.lights[1]))
        light = shares(s, [0.3, 0.0], [0.0, 0.09])
        for found in at_the_camera(s, ground_at(-3.0), before_of(light), light, STILL):
            if found.kind == "flash follows":
                self.assertLessEqual(found.photo_set.camera.aperture, s.camera.aperture)


def _again(s: Set, light: ByLight, found: Turned) -> Tones:
    """The tones of a found set, from its outputs."""
    row = [2.0 ** (a.output - b.output) * a.on for a, b in zip(found.photo_set.lights, s.lights, strict=True)]
    return tones_at(light, np.array([row])).one(0)


class Dialled(unittest.TestCase):
    def test_every_step_but_the_present_one_and_all_of_a_light_that_is_off(self):
        s = lights(Strobe(), Lamp(), Led())
        for light in s.lights:
            steps = outputs_of(light)
            if not can_be_dimmed(light):
                continue
            self.assertFalse((np.abs(steps - light.output) < 0.01).any())
            self.assertEqual(len(outputs_of(replace(light, on=False))), len(steps) + 1)
            for a, b in itertools.pairwise(steps):
                self.assertGreater(a, b)


if __name__ == "__main__":
    unittest.main()
