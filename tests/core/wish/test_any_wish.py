"""Any wish on varied sets: the first answer does it and breaks nothing, no knob that does it is missed, white is just white."""

import itertools
import unittest
from dataclasses import replace

from deep_amber.core.exposure.response import CLIP_STOPS
from deep_amber.core.model import Set
from deep_amber.core.model.set import with_light
from deep_amber.core.simulation import SETTLED, Memory
from deep_amber.core.simulation.quality import oriented
from deep_amber.core.simulation.readings import LABELS
from deep_amber.core.simulation.stages import Stages
from deep_amber.core.wish.kept import REACHED, Wish, broken, off, wish_of
from deep_amber.core.wish.knobs import can_be_dimmed, outputs_of
from deep_amber.core.wish.path import NUDGE
from deep_amber.core.wish.search import search_for
from deep_amber.core.wish.state import State, state_of
from deep_amber.core.wish.target import Target
from tests.core.wish.test_search import demo_kit, granted
from tests.sets import demo_file, mesh_of

PLAINLY = (
    0.1  # stops of the wish within which a brute search counts a knob as doing it, so that rounding decides nothing
)


def reader(photo_set: Set):
    """Reads sets that differ in outputs alone, as a settled picture does; light is computed once."""
    memory, mesh = Memory(), mesh_of(photo_set)

    def read(made: Set) -> State:
        return state_of(Stages(made, mesh, memory, oriented(SETTLED, made.camera), lambda: None))

    return read


def one_knob_does(photo_set: Set, wish: Wish, read) -> bool:
    """Whether turning one light to any step of its dial grants the wish, each step read as a whole set."""
    before = read(photo_set)
    for k, light in enumerate(photo_set.lights):
        for to in outputs_of(light)[::2] if can_be_dimmed(light) and light.on else ():
            after = read(with_light(photo_set, k, replace(light, output=float(to))))
            if float(off(wish, after.tones)) <= PLAINLY and not broken(wish, before, after):
                return True
    return False


class AnyWish(unittest.TestCase):
    """Wishes that can be granted: a demo set, its key turned by so many stops, a surface by so many stops."""

    def granted(self, number: int, turned: float, surface: str, by: float) -> None:
        photo_set = demo_file(number).set
        key = photo_set.lights[0]
        if can_be_dimmed(key):
            photo_set = with_light(photo_set, 0, replace(key, output=min(0.0, key.output + turned)))
        read = reader(photo_set)
        before = read(photo_set)
        wish = wish_of([Target(surface, "stops", before.tones.stops[surface] + by)])
        *_, last = search_for(photo_set, mesh_of(photo_set), wish, demo_kit()).run()
        self.assertTrue(last.answers)
        first = last.answers[0]
        after = reader(first.answer.photo_set)(first.answer.photo_set)
        self.assertLessEqual(float(off(wish, after.tones)), REACHED + 0.01)
        self.assertEqual(broken(wish, before, after), [])
        if one_knob_does(photo_set, wish, read):
            self.assertLess(first.answer.effort, NUDGE, "a knob does it, and more is offered first")
        for a, b in itertools.combinations(last.answers, 2):
            self.assertFalse(a.answer.effort < b.answer.effort and a.effects < b.effects)

    def test_a_darker_ground_of_four_lights(self):
        self.granted(4, 0.0, "backdrop_middle", -0.7)

    def test_a_brighter_ground_of_four_lights(self):
        self.granted(4, -1.0, "backdrop_middle", 1.5)

    def test_a_lighter_shadow_side_of_one_hard_light(self):
        self.granted(2, 0.0, "shadow_cheek", 0.7)

    def test_a_darker_face(self):
        self.granted(3, 1.0, "lit_cheek", -0.7)

    def test_a_brighter_face(self):
        self.granted(4, -1.0, "lit_cheek", 1.5)


class White(unittest.TestCase):
    def test_one_step_of_the_unit_takes_it_from_under_to_over(self):
        """Light is linear: where the darkest place lies d under white, the least of the unit's thirds that is d is it."""
        one = demo_file(1).set
        last = granted(one, ("backdrop_middle", "clip"), let_go=[*LABELS])
        outputs = [k for k in last.answers if k.kind == "output"]
        self.assertTrue(outputs)
        made = outputs[0]
        step = one.lights[0].source.output_step
        self.assertGreaterEqual(made.state.tones.darkest, CLIP_STOPS - 0.02)
        self.assertLess(made.state.tones.darkest - step, CLIP_STOPS)


if __name__ == "__main__":
    unittest.main()
