"""Gear states every part of itself; a forgotten one is an error when its file is read."""

import unittest
from dataclasses import dataclass
from typing import Literal

from deep_amber.core.gear.modifiers import MODIFIERS, Bowl, ModifierKind
from deep_amber.core.gear.sources import SOURCES, SourceKind
from deep_amber.core.rules.fitting import kind_of, modifiers_for


class Parts(unittest.TestCase):
    def test_a_forgotten_part_is_named(self):
        with self.assertRaisesRegex(TypeError, "fits.*front"):

            @dataclass(frozen=True)
            class Lantern(ModifierKind):
                kind: Literal["lantern"] = "lantern"
                typed, chosen, usual = {}, {}, ()
                takes_grid, takes_doors = False, False
                face, material, summary = Bowl().face, "card", "lantern"

    def test_a_forgotten_part_of_a_source_is_named(self):
        with self.assertRaisesRegex(TypeError, "label.*flux"):

            @dataclass(frozen=True)
            class Candle(SourceKind):
                kind: Literal["candle"] = "candle"
                typed, chosen, usual = {}, {}, ()
                is_flash, takes_grid, takes_doors, takes_gels, on_stand = False, False, False, False, True

    def test_kinds_have_names_of_their_own(self):
        for kinds in (SOURCES, MODIFIERS):
            names = [kind_of(k) for k in kinds]
            self.assertEqual(len(set(names)), len(names))

    def test_what_a_modifier_fits_are_sources(self):
        known = {kind_of(s) for s in SOURCES}
        for modifier in MODIFIERS:
            self.assertLessEqual(set(modifier.fits), known, modifier.__name__)

    def test_every_source_can_be_bare(self):
        for source in SOURCES:
            self.assertIn("bare", modifiers_for(source()))


if __name__ == "__main__":
    unittest.main()
