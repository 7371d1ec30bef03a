"""Named finishes of walls and backdrops."""

import unittest

from deep_amber.core.editing.choices import choices_of, choose
from deep_amber.core.model.finishes import BACKDROPS, CLOTHS, OWN, WALLS, material_of
from deep_amber.core.model.limits import check_limits
from deep_amber.core.model.room import SURFACE_NAMES
from deep_amber.core.problem import NotAccepted
from tests.sets import plain_set


class Finishes(unittest.TestCase):
    def test_every_finish_is_within_the_limits_of_a_surface(self):
        for table in (WALLS, CLOTHS, BACKDROPS):
            for name, surface in table.items():
                self.assertEqual(list(check_limits(surface)), [], name)

    def test_every_surface_of_the_room_takes_every_finish(self):
        for side in SURFACE_NAMES:
            for name, surface in WALLS.items():
                made = choose(plain_set(), f"room.surfaces.{side}", name)
                self.assertEqual(getattr(made.room.surfaces, side), surface)
                chosen = {c.field: c.chosen for c in choices_of(made, "room")}
                self.assertEqual(chosen[f"room.surfaces.{side}"], name)

    def test_the_backdrop_takes_every_material(self):
        for name, material in BACKDROPS.items():
            backdrop = choose(plain_set(), "backdrop.material", name).backdrop
            self.assertEqual(
                (backdrop.surface, backdrop.kind, backdrop.creases), (material.surface, material.kind, material.creases)
            )
            self.assertEqual(material_of(backdrop), name)

    def test_own_figures_are_shown_as_such_and_stay_when_chosen(self):
        s = plain_set()
        material = choices_of(s, "backdrop")[0]
        self.assertEqual(material.chosen, OWN)
        self.assertEqual(choose(s, "backdrop.material", OWN), s)
        named = choose(s, "backdrop.material", "white paper")
        self.assertNotIn(OWN, choices_of(named, "backdrop")[0].options)

    def test_a_finish_that_is_not_known_is_refused_with_those_that_are(self):
        with self.assertRaisesRegex(NotAccepted, "white emulsion or cream"):
            choose(plain_set(), "room.surfaces.left", "wallpaper")
        with self.assertRaises(NotAccepted):
            choose(plain_set(), "room.surfaces.outside", "cream")
