"""Advice, tried by taking it: the pattern is reached, and "cannot" is said only where a search finds no way."""

import itertools
import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.editing.adding import pair_with_board
from deep_amber.core.editing.moves import move
from deep_amber.core.model import Bowl, Panel, Point, Window
from deep_amber.core.model.patterns import AIMED
from deep_amber.core.pattern.advice import ways_to
from deep_amber.core.pattern.cannot import advice_to
from deep_amber.core.pattern.dial import dial_of
from deep_amber.core.pattern.reach import Support
from deep_amber.core.pattern.tries import tries_of
from deep_amber.core.pattern.turning import turned_to
from deep_amber.core.problem import NotAccepted
from deep_amber.core.rules.validation import fits
from deep_amber.core.steps import answer_text
from deep_amber.formats.sitter_file import known_sitters
from tests.sets import demo_file, light_at, mesh_of, plain_set, with_light

from .lit import BARE, BOX, OCTA, lit, named, reading, shares, stages_of

STARTS = 3


def random_start(rng):
    """A sitter in the plain set's room with the key somewhere about the face."""
    s = plain_set()
    who = str(rng.choice(known_sitters()))
    modifier = (BOX, BARE, OCTA)[rng.integers(3)]
    sitter = replace(s.sitter, who=who, head_turn=float(rng.uniform(-25, 25)), head_nod=float(rng.uniform(-8, 12)))
    s = with_light(replace(s, sitter=sitter), modifier=modifier)
    wanted = {"x": float(rng.uniform(-1.4, 1.4)), "y": float(rng.uniform(0.8, 2.2)), "z": float(rng.uniform(1.2, 3.6))}
    made = move(s, "lights.0", "place", wanted).photo_set
    face = made.sitter
    apart = np.hypot(made.lights[0].place.x - face.x, made.lights[0].place.z - face.z)
    return made if apart > 0.7 else random_start(rng)


def found_by_grid(photo_set, target: str) -> bool:
    """Whether any place of the key on a grid about the face that fits the room has the pattern, by rays."""
    seat = photo_set.sitter
    for x, y, z in itertools.product(np.arange(-1.4, 1.5, 0.4), np.arange(0.7, 2.3, 0.3), np.arange(0.8, 4.4, 0.4)):
        if np.hypot(x - seat.x, z - seat.z) < 0.5:
            continue
        made = light_at(photo_set, float(x), float(y), float(z))
        if fits(made) and named(made) == target:
            return True
    return False


class Tried(unittest.TestCase):
    def from_starts(self, seed: int) -> None:
        """The first way reaches the pattern; where it is said that none does, a search finds none either."""
        rng, asked = np.random.default_rng(seed), 0
        for _ in range(STARTS):
            s = random_start(rng)
            target = str(rng.choice(AIMED))
            advice = advice_to(stages_of(s), target)
            if advice.here:
                self.assertEqual(named(s), target)
                continue
            if not advice.ways:
                self.assertTrue(advice.because)
                self.assertFalse(found_by_grid(s, target), f"{target} can be reached")
                continue
            asked += 1
            self.assertEqual(named(advice.ways[0].photo_set), target)
            for way in advice.ways:
                self.assertTrue(fits(way.photo_set))
                self.assertTrue(answer_text(way))
        self.assertGreater(asked, STARTS / 2)

    def test_from_random_starts(self):
        self.from_starts(5)

    def test_from_other_random_starts(self):
        self.from_starts(10)

    def test_from_yet_other_random_starts(self):
        self.from_starts(11)

    def test_the_half_of_the_dial_that_is_pressed_is_the_one_that_is_gone_to(self):
        for at, half in itertools.product((-42, 42), ("left", "right")):
            advice = advice_to(stages_of(lit(at, 40)), "Rembrandt", half=half)
            self.assertTrue(advice.ways)
            for way in advice.ways:
                read = reading(way.photo_set)
                self.assertEqual((read.pattern, read.azimuth > 0), ("Rembrandt", half == "right"), answer_text(way))

    def test_drawn_on_the_other_half_it_is_not_there_already(self):
        for half, here in (("left", True), ("right", False), (None, True)):
            self.assertEqual(advice_to(stages_of(lit(-60, 42)), "Rembrandt", half=half).here, here)

    def test_no_two_names_on_a_dial_are_alike_and_each_lies_on_its_half(self):
        for turn in (0, 30, -60):
            dial = dial_of(stages_of(lit(-42, 40, head_turn=turn)))
            names = [(k.name, k.half) for k in dial.regions]
            self.assertEqual(len(names), len(set(names)))
            self.assertIn(("Rembrandt", "left"), names)
            for region in dial.regions:
                self.assertIn(region.half, (None, "left" if region.label[0] < 0 else "right"))

    def test_the_least_move_is_the_one_the_trade_would_make(self):
        ways = ways_to(stages_of(lit(30, 35)), "butterfly")
        self.assertIn("turn the key", answer_text(ways[0]))
        self.assertIn("toward the lens axis", answer_text(ways[0]))
        self.assertEqual([r.effort for r in ways[:1]], [min(r.effort for r in ways)])
        higher = ways_to(stages_of(lit(0, 12, 1.8)), "butterfly")
        self.assertTrue(any(answer_text(r).startswith("raise the key's lower edge") for r in higher))
        nose = ways_to(stages_of(lit(60, 38)), "loop")
        self.assertTrue(any("turn the nose" in answer_text(r) and "to the light" in answer_text(r) for r in nose))
        self.assertTrue(any(r.moves == "sitter" for r in nose))

    def test_it_is_there_already(self):
        advice = advice_to(stages_of(lit(0, 42)), "butterfly")
        self.assertTrue(advice.here)
        self.assertEqual((advice.ways, advice.because), ((), ""))

    def test_a_flag_counts_when_a_way_is_tried(self):
        """Without it the key only has to go round; with it that place is shaded, and the way is not offered."""
        s = lit(40, 30)
        face = s.lights[0].aim
        flag = Panel(Point(face.x, face.y + 0.35, face.z + 0.45), face, 0.3, 0.2, "black", name="flag")

        def ways(photo_set):
            return {answer_text(w): w for w in advice_to(stages_of(photo_set), "butterfly").ways}

        free, flagged = ways(s), ways(replace(s, panels=(flag,)))
        round_alone = "turn the key 30 degrees round the sitter toward the lens axis"
        self.assertIn(round_alone, free)
        self.assertNotIn(round_alone, flagged)
        self.assertGreaterEqual(len(flagged), 2)
        for way in flagged.values():
            self.assertEqual(named(way.photo_set), "butterfly")


class Cannot(unittest.TestCase):
    def test_a_low_ceiling_with_what_would_make_it_possible(self):
        s = plain_set()
        low = replace(s, room=replace(s.room, height=1.9), backdrop=replace(s.backdrop, height=1.8))
        low = with_light(low, place=replace(low.lights[0].place, y=1.2))
        self.assertTrue(fits(low))
        advice = advice_to(stages_of(low), "overhead", Support(1.1, 0.0))
        self.assertEqual(advice.ways, ())
        self.assertIn("ceiling", advice.because)
        for way in advice.possible:
            self.assertGreater(way.share, 0.3)

    def test_a_window_stays_and_the_sitter_turns(self):
        s = plain_set()
        wall = -s.room.width / 2
        window = replace(
            s.lights[0],
            source=Window(),
            modifier=BARE,
            place=Point(wall, 1.4, 2.4),
            aim=Point(wall + 1, 1.4, 2.4),
            output=0.0,
        )
        s = replace(s, lights=(window,))
        self.assertTrue(fits(s))
        advice = advice_to(stages_of(s), "loop")
        self.assertTrue(advice.ways)
        self.assertTrue(all(r.moves == "sitter" and r.photo_set.lights == s.lights for r in advice.ways))
        self.assertEqual(named(advice.ways[0].photo_set), "loop")
        self.assertEqual(turned_to(stages_of(s), 10, 10).resisted, "its wall")
        self.assertTrue(all(t.photo_set is None for t in tries_of(stages_of(s))))

    def test_no_light_at_all(self):
        s = replace(plain_set(), lights=())
        self.assertEqual(advice_to(stages_of(s), "loop").because, "no key light comes to the face")
        with self.assertRaises(NotAccepted):
            turned_to(stages_of(s), 10, 10)


class Boards(unittest.TestCase):
    """A flash turned to a board, or behind a silk: both are carried together."""

    def setUp(self):
        s = lit(-35, 30, 1.8, Bowl())
        self.board = pair_with_board(s, mesh_of(s), "lights.0")
        face = s.lights[0].aim
        place = face.array + (s.lights[0].place.array - face.array) * 0.6
        self.silk = replace(s, panels=(Panel(Point(*map(float, place)), face, 1.0, 1.0, "silk", name="silk"),))

    def test_the_pattern_is_that_of_what_the_flash_works_through(self):
        for s, distance in ((self.board, 1.8), (self.silk, 1.08)):
            made = reading(s)
            self.assertEqual(made.pattern, "loop")
            self.assertAlmostEqual(made.azimuth, -35, delta=2)  # the lit middle of what it works through
            self.assertAlmostEqual(made.distance, distance, delta=0.05)
            self.assertEqual({c.of for c in made.catchlights if c.present}, {"key"})

    def test_ways_and_the_dial_carry_both(self):
        for s in (self.board, self.silk):
            way = ways_to(stages_of(s), "butterfly")[0]
            self.assertIn(f"turn the key with its {s.panels[0].name}", answer_text(way))
            self.assertEqual(named(way.photo_set), "butterfly")
            moved, before = way.photo_set, s
            gap = [np.linalg.norm(k.lights[0].place.array - k.panels[0].place.array) for k in (before, moved)]
            self.assertAlmostEqual(*gap, places=6)
            turned = turned_to(stages_of(s), -56, 40)
            self.assertEqual(turned.resisted, "")
            self.assertEqual(named(turned.photo_set), "Rembrandt")

    def test_its_own_board_is_not_in_the_way(self):
        for s in (self.board, self.silk):
            reasons = {h.reason for h in dial_of(stages_of(s)).hatches}
            self.assertNotIn(s.panels[0].name, reasons)

    def test_what_does_not_fit_stops_on_the_way(self):
        low = replace(
            self.board, room=replace(self.board.room, height=2.6), backdrop=replace(self.board.backdrop, height=2.5)
        )
        self.assertTrue(fits(low))
        held = turned_to(stages_of(low), -35, 75)
        self.assertTrue(held.resisted)
        self.assertTrue(fits(held.photo_set))


class Tries(unittest.TestCase):
    def test_each_face_has_its_pattern(self):
        s = demo_file(2).set
        made = tries_of(stages_of(s))
        self.assertEqual([t.name for t in made], list(AIMED))
        for t in made:
            if t.reachable:
                self.assertGreater(shares(t.photo_set)[t.name], 0.4, t.name)
            else:
                self.assertTrue(t.reason)

    def test_the_dial_turns_the_key_at_its_distance_and_walls_hold_it(self):
        s = lit(30, 30)
        turned = turned_to(stages_of(s), -50, 38)
        self.assertEqual(turned.resisted, "")
        off = turned.photo_set.lights[0].place.array - lit(-50, 38).lights[0].place.array
        self.assertLess(np.abs(off).max(), 1e-9)
        low = replace(s, room=replace(s.room, height=2.1), backdrop=replace(s.backdrop, height=2.0))
        low = turned_to(stages_of(low), 0, -5).photo_set
        self.assertEqual(turned_to(stages_of(low), 0, 70).resisted, "ceiling")


if __name__ == "__main__":
    unittest.main()
