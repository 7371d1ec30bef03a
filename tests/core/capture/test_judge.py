"""A picture of a set with outputs put wrong: which light, by how much, and the step that brings the next one right."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.capture.frame import neutral_of, raw_values
from deep_amber.core.capture.judge import judge
from deep_amber.core.capture.sensor import sensor_of
from deep_amber.core.exposure.response import FULL_OVER_WHITE
from deep_amber.core.model import Set
from deep_amber.core.presenting.sitting import correction_text
from deep_amber.core.simulation import DRAGGED
from tests.core.expose.seen import stages_of
from tests.sets import demo_file


def taken(photo_set: Set, noise: int | None = 1) -> np.ndarray:
    """Linear values of a file, with the sensor's noise."""
    raw = raw_values(photo_set, stages_of(photo_set).mesh, DRAGGED)
    if noise is not None:
        full = sensor_of(photo_set.camera).full(photo_set.camera.sensitivity)
        rng = np.random.default_rng(noise)
        raw = rng.poisson(np.maximum(raw, 0) / FULL_OVER_WHITE * full) / full * FULL_OVER_WHITE
    return raw / neutral_of(photo_set.camera.white_balance)


def wrong(photo_set: Set, **stops: float) -> Set:
    """The set with lights of these names off by stops."""
    return replace(
        photo_set,
        lights=tuple(replace(k, output=k.output + stops[k.name]) if k.name in stops else k for k in photo_set.lights),
    )


class Judge(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.four = demo_file(4).set
        cls.stages = stages_of(cls.four)

    def test_as_planned_nothing_is_to_be_set(self):
        made = judge(self.stages, taken(self.four))
        self.assertLess(abs(made.overall), 0.05)
        self.assertTrue(all(abs(k.off) < 0.1 for k in made.surfaces), made.surfaces)
        self.assertEqual([k.to for k in made.lights], [None] * 4)
        self.assertAlmostEqual(made.ratio_stops, made.computed_ratio_stops, delta=0.1)

    def test_a_wrong_output_is_found_and_its_step_brings_the_next_file_right(self):
        for name, stops in (("key", -2 / 3), ("key", 1.0), ("background", -1.0)):
            made = judge(self.stages, taken(wrong(self.four, **{name: stops})))
            off = {k.name: k for k in made.lights}
            self.assertAlmostEqual(off[name].gave, stops, delta=0.12, msg=name)
            light = self.four.lights[off[name].index]
            self.assertAlmostEqual(off[name].to, light.output - stops, delta=0.18)
            self.assertRegex(correction_text(off[name], light), r"(more|less), to 1/")
            mended = replace(light, output=off[name].to + stops)  # the unit gives as much too little again
            lights = tuple(mended if k is light else k for k in self.four.lights)
            again = judge(self.stages, taken(replace(self.four, lights=lights)))
            self.assertLess(abs({k.name: k for k in again.lights}[name].gave), 0.25)

    def test_two_at_once_and_one_that_missed(self):
        made = judge(self.stages, taken(wrong(self.four, key=0.5, background=-1.5)))
        gave = {k.name: k.gave for k in made.lights}
        self.assertAlmostEqual(gave["key"], 0.5, delta=0.12)
        self.assertAlmostEqual(gave["background"], -1.5, delta=0.3)
        dark = replace(self.four, lights=tuple(replace(k, on=k.name != "background") for k in self.four.lights))
        missed = {k.name: k for k in judge(self.stages, taken(dark)).lights}["background"]
        self.assertLess(missed.gave, -2.0)
        self.assertTrue(correction_text(missed, self.four.lights[missed.index]))

    def test_a_black_picture_tells_nothing(self):
        made = judge(self.stages, np.zeros((400, 320, 3)))
        self.assertEqual((made.surfaces, made.lights), ((), ()))
