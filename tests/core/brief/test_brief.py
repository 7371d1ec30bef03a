"""What a look aims at, shadow edges, and a first set from a few answers."""

import math
import unittest
from dataclasses import replace
from types import SimpleNamespace

from deep_amber.core.brief.aims import KEY_OFFSET, TOLERANCE, aims_of, off_aims, own_tone, set_by
from deep_amber.core.brief.starting import Answers, starting_set
from deep_amber.core.framing.framings import FRAMINGS, picture_height
from deep_amber.core.framing.perspective import lens_to_face
from deep_amber.core.model.camera import Lens
from deep_amber.core.model.finishes import BACKDROPS, WALLS
from deep_amber.core.model.look import PRESETS, Look
from deep_amber.core.pattern.softness import as_wished, softness
from deep_amber.core.problem import NotAccepted
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.simulation.quality import DRAGGED
from deep_amber.core.simulation.simulate import read
from deep_amber.core.sitter.dressed import dressed
from deep_amber.formats.sitter_file import known_sitters, load_sitter, sitter_of
from tests.sets import mesh_of, plain_set


class Aims(unittest.TestCase):
    def test_no_aims_before_the_brief(self):
        self.assertEqual(aims_of(None, load_sitter("nadia")), [])

    def test_the_shadow_cheek_lies_under_the_lit_one_by_the_ratio(self):
        for ratio in (1.0, 2.0, 8.0):
            lit, shadow, *grounds = aims_of(Look("headshot", ratio=ratio, backdrop_tone=-2.0), load_sitter("nadia"))
            self.assertAlmostEqual(lit.middle - shadow.middle, math.log2(ratio))
            self.assertEqual({(g.low, g.high) for g in grounds}, {(-2 - TOLERANCE, -2 + TOLERANCE)})

    def test_the_key_moves_the_lit_cheek_about_its_own_tone(self):
        mesh = load_sitter("anton")
        for key, offset in KEY_OFFSET.items():
            lit = aims_of(Look("headshot", key=key), mesh)[0]
            self.assertAlmostEqual(lit.middle - own_tone(mesh), offset)

    def test_a_silhouette_asks_for_a_dark_face_and_all_light_is_set_by_the_backdrop(self):
        mesh = load_sitter("nadia")
        for tone in (2.4, 0.0, -4.0):
            look = Look("headshot", pattern="silhouette", backdrop_tone=tone, ratio=8.0)
            aims = {k.surface: k for k in aims_of(look, mesh)}
            self.assertNotIn("shadow_cheek", aims)
            self.assertLessEqual(aims["lit_cheek"].high, min(tone - 3.0, own_tone(mesh) - 1.5))
            self.assertEqual(set_by(list(aims.values())), aims["backdrop_middle"])
            self.assertAlmostEqual(aims["lit_cheek"].high - aims["lit_cheek"].middle, TOLERANCE)
        plain = aims_of(Look("headshot"), mesh)
        self.assertEqual(set_by(plain), plain[0])
        darker = {"lit_cheek": -15.0, "backdrop_left": 2.4, "backdrop_middle": 2.4, "backdrop_right": 2.4}
        read = SimpleNamespace(surfaces={k: SimpleNamespace(stops=v) for k, v in darker.items()})
        off = off_aims(Look("headshot", pattern="silhouette", backdrop_tone=2.4), mesh, read)
        self.assertEqual(set(off.values()), {0.0}, "a face cannot be too dark for it")

    def test_own_tone_follows_the_skin(self):
        s = plain_set()
        lighter = dressed(load_sitter("nadia"), replace(s.sitter, skin_stops=1.0))
        self.assertAlmostEqual(own_tone(lighter) - own_tone(load_sitter("nadia")), 1.0, delta=0.02)
        self.assertGreater(own_tone(load_sitter("linnea")), own_tone(load_sitter("nadia")) + 1.0)

    def test_presets_are_looks_of_their_purpose(self):
        for purpose, look in PRESETS.items():
            self.assertEqual(look.purpose, purpose)


class Hardness(unittest.TestCase):
    def test_the_edge_is_thirty_millimetres_times_size_over_distance(self):
        self.assertAlmostEqual(softness(0.7, 1.4).edge, 30 * 0.7 / 1.4)

    def test_a_wish_is_met_by_its_grade_and_a_little_beyond(self):
        for hardness, inside, outside in (("hard", 3.0, 10.0), ("medium", 9.0, 25.0), ("soft", 25.0, 5.0)):
            look = Look("headshot", hardness=hardness)
            self.assertTrue(as_wished(look, softness(inside, 30.0)), hardness)
            self.assertFalse(as_wished(look, softness(outside, 30.0)), hardness)


class FirstSet(unittest.TestCase):
    def begun(self, width=3.2, depth=4.2, height=2.4, who="nadia", lenses=(), **changes):
        answers = replace(
            Answers(width, depth, height, "white emulsion", "mid grey paper", "head and shoulders"), **changes
        )
        return starting_set(answers, load_sitter(who), lenses)

    def test_a_usual_room_gives_a_sound_framed_and_metered_set(self):
        for who in known_sitters():
            with self.subTest(who):
                s = self.begun(who=who)
                self.assertEqual(problems_of(s, known_sitters()), [])
                self.assertAlmostEqual(
                    picture_height(s.camera, lens_to_face(s, mesh_of(s))),
                    FRAMINGS["head and shoulders"].height,
                    delta=0.03,
                )
                self.assertAlmostEqual(read(s, sitter_of(s), DRAGGED).incident["dome_to_camera"].over, 0.0, delta=0.2)

    def test_every_answer_gives_a_sound_set(self):
        for walls in WALLS:
            self.assertEqual(problems_of(self.begun(walls=walls), known_sitters()), [])
        for backdrop in BACKDROPS:
            self.assertEqual(problems_of(self.begun(backdrop=backdrop), known_sitters()), [])

    def test_a_small_room_gets_a_shorter_lens_and_one_too_short_is_refused_with_what_would_do(self):
        self.assertEqual(self.begun().camera.focal_length, 85.0)
        small = self.begun(2.2, 3.0, 2.3)
        self.assertLess(small.camera.focal_length, 85.0)
        self.assertEqual(problems_of(small, known_sitters()), [])
        with self.assertRaises(NotAccepted) as refused:
            self.begun(depth=2.2, framing="three-quarter")
        (problem,) = refused.exception.problems
        self.assertEqual(problem.field, "depth")
        enough = float(problem.accepted.split()[2])
        self.assertEqual(problems_of(self.begun(depth=enough + 0.1, framing="three-quarter"), known_sitters()), [])

    def test_the_kits_lenses_are_taken(self):
        zoom = Lens("24-70 mm f/4", 24.0, 70.0, 4.0)
        s = self.begun(lenses=(zoom,))
        self.assertEqual((s.camera.lens, s.camera.focal_length), (zoom, 70.0))

    def test_names_that_are_not_known_are_refused_at_their_field(self):
        for field in ("walls", "backdrop", "framing"):
            with self.assertRaises(NotAccepted) as refused:
                self.begun(**{field: "velvet rope"})
            self.assertEqual(refused.exception.problems[0].field, field)


if __name__ == "__main__":
    unittest.main()
