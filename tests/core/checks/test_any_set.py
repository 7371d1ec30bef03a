"""Whatever sound set is looked at: findings come, in figures that are numbers, with mends that can be."""

import math
import unittest
from dataclasses import replace

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from deep_amber.core.editing.choices import choose
from deep_amber.core.model import Point
from deep_amber.core.model.finishes import BACKDROPS
from deep_amber.core.model.look import PRESETS
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.steps import STEPS, findings_of, message
from deep_amber.formats.sitter_file import known_sitters
from tests.sets import mesh_of, plain_set, rich_set

PLACES = st.builds(Point, st.floats(-1.6, 1.6), st.floats(0.1, 2.3), st.floats(0.1, 4.7))

SITTERS = st.fixed_dictionaries(
    {
        "who": st.sampled_from(known_sitters()),
        "posture": st.sampled_from(["seated", "standing", "lying"]),
        "glasses": st.sampled_from(["none", "heavy"]),
        "skin_stops": st.sampled_from([-2.0, 0.0, 1.0]),
        "chin_forward": st.sampled_from([0.0, 0.05]),
        "head_nod": st.sampled_from([-35.0, 3.0, 40.0]),
    }
)
LOOKS = st.sampled_from(
    [None, *PRESETS.values(), replace(PRESETS["headshot"], ratio=64.0, backdrop_tone=-7.0, hardness="hard")]
)

HALVES = [frozenset(k.code for k in STEPS[n::4]) for n in range(4)]
"""Steps that are looked at together: all of them take seconds for each set."""
MANY = 4


class AnySet(unittest.TestCase):
    @settings(max_examples=MANY)
    @given(
        st.booleans(),
        st.sampled_from(HALVES),
        PLACES,
        st.sampled_from([8.0, 50.0, 100.0, 600.0]),
        st.sampled_from([0.9, 8.0, 64.0]),
        st.sampled_from([0.0, 30.0, -80.0]),
        st.floats(0.3, 2.7),
        st.booleans(),
        SITTERS,
        LOOKS,
        st.sampled_from(list(BACKDROPS)),
        st.sampled_from(["portrait", "landscape"]),
    )
    def test_figures_are_finite_and_mends_sound(
        self, rich, steps, place, focal_length, aperture, turn, width, feet, sitter, look, material, held
    ):
        s = rich_set() if rich else plain_set()
        s = choose(replace(s, sitter=replace(s.sitter, **sitter), look=look), "backdrop.material", material)
        s = choose(s, "camera.orientation", held)
        camera = replace(s.camera, place=place, focal_length=focal_length, aperture=aperture)
        s = replace(s, camera=camera, backdrop=replace(s.backdrop, turn=turn, width=width))
        assume(problems_of(s, known_sitters()) == [])
        for found in findings_of(s, mesh_of(s), only=steps):
            self.assertTrue(all(map(math.isfinite, found.figures.values())), found)
            self.assertNotRegex(message(found, feet), r"\b(inf|nan)\b")
            if found.mend:
                self.assertEqual(problems_of(found.mend.photo_set, known_sitters()), [], found.code)

    def test_a_lens_held_nearer_than_it_focuses(self):
        s = plain_set()
        near = replace(s, camera=replace(s.camera, focal_length=300.0, place=Point(0.0, 1.22, 2.6)))
        codes = {f.code for f in findings_of(near, mesh_of(s))}
        self.assertIn("camera.too_near", codes)

    def test_in_the_dark_there_is_nothing_to_say_of_tones(self):
        s = plain_set()
        codes = {f.code for f in findings_of(replace(s, lights=()), mesh_of(s))}
        self.assertFalse({"room.fill", "room.tint", "brief.wardrobe", "brief.hair", "backdrop.shadow"} & codes)
        self.assertIn("backdrop.fills", codes)
