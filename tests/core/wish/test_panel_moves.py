"""Boards and flags that a hand moves: out, across, turned, of another surface, put in, and where."""

import unittest
from dataclasses import replace

import numpy as np

from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.owned import Kit, PanelItem
from deep_amber.core.model import Panel, Point
from deep_amber.core.wish.moves.panels import AWAYS, MOST_PANELS, free_panels, panels
from deep_amber.core.wish.path import Path
from tests.core.wish.moved import angle, asked, axis, made
from tests.sets import plain_set


class Panels(unittest.TestCase):
    def setUp(self):
        s = plain_set()
        self.board = Panel(
            Point(0.7, 1.2, s.sitter.z + 0.4), s.lights[0].aim, 0.8, 1.2, "white", name="board", item="foam board"
        )
        self.set = replace(s, panels=(self.board,))

    def paths(self, kind: str, kit: Kit = CATALOGUE, surface: str = "shadow_cheek", **board) -> list[Path]:
        self.before = replace(self.set, panels=(replace(self.board, **board),))
        self.asked = asked(self.before, surface, kit)
        return [k for k in panels(self.asked) if k.kind == kind]

    def test_a_panel_goes_out_and_one_that_is_out_comes_in(self):
        for on in (True, False):
            (path,) = self.paths("panel out", on=on)
            ((_, then),) = made(path)
            self.assertEqual(then.panels[0].on, not on)
            self.assertEqual(path.acts(0.0)[0].code, "wish.panel_out" if on else "wish.panel_in")
        self.assertEqual(self.paths("panel moved", on=False), [])

    def test_it_is_carried_by_as_much_and_across_to_the_mirror_place(self):
        by = {k.acts(0.1)[0].code: k for k in self.paths("panel moved")}
        away = self.board.place.array - self.asked.face
        for code, sign in (("wish.panel_nearer", -1), ("wish.panel_farther", 1)):
            for t, then in made(by[code]):
                self.assertAlmostEqual(
                    np.linalg.norm(then.panels[0].place.array - self.asked.face),
                    np.linalg.norm(away) + sign * t,
                    places=6,
                )
        ((_, then),) = made(by["wish.panel_across"])
        self.assertAlmostEqual(then.panels[0].place.x + self.board.place.x, 2 * self.set.sitter.x)

    def test_it_is_turned_round_its_upright(self):
        for path in self.paths("panel turned"):
            for t, then in made(path):
                self.assertAlmostEqual(
                    angle(axis(then.panels[0]) * [1, 0, 1], axis(self.board) * [1, 0, 1]), t, delta=0.05
                )
                self.assertAlmostEqual(axis(then.panels[0])[1], axis(self.board)[1], places=6)
        self.assertEqual(
            {p.acts(8.0)[0].named["toward"] for p in self.paths("panel turned")},
            {"toward the lens", "away from the lens"},
        )

    def test_another_surface_is_one_that_is_owned_and_about_as_large(self):
        silver = PanelItem("silver board", "silver", 0.9, 1.2)
        (path,) = self.paths("panel surface", Kit(panels=(silver, PanelItem("small gold", "gold", 0.2, 0.3))))
        self.assertEqual([then.panels[0].surface for _, then in made(path)], ["silver"])
        self.assertEqual(self.paths("panel surface", Kit(panels=(PanelItem("small gold", "gold", 0.2, 0.3),))), [])

    def test_one_that_is_in_use_is_not_put_in_again(self):
        kit = Kit(panels=(PanelItem("foam board", "white", 0.8, 1.2), PanelItem("other", "black", 0.8, 1.2)))
        self.paths("panel added", kit)
        self.assertEqual([k.item for k in free_panels(self.asked)], ["other"])

    def test_it_is_put_in_from_far_to_near_and_looks_at_the_face_s_side_that_is_dark(self):
        kit = Kit(panels=(PanelItem("other", "white", 0.6, 0.8),))
        paths = self.paths("panel added", kit)
        self.assertTrue(paths)
        for path in paths:
            aways = []
            for _, then in made(path):
                new = then.panels[-1]
                aways.append(float(np.linalg.norm((new.place.array - self.asked.face)[[0, 2]])))
                self.assertEqual(new.item, "other")
                if path.acts(0.0)[0].named["where"] == "opposite the key":
                    self.assertGreater(new.place.x, self.asked.face[0], "the lit cheek is on camera-left")
            self.assertEqual(aways, sorted(aways, reverse=True))
        self.assertAlmostEqual(paths[0].acts(0.0)[0].figures["away_m"], AWAYS[0])

    def test_a_kicker_is_for_a_wish_of_an_edge_and_a_set_full_of_boards_takes_no_more(self):
        def wheres(surface: str) -> set[str]:
            return {k.acts(0.0)[0].named["where"] for k in self.paths("panel added", surface=surface)}

        self.assertNotIn("behind the shoulder", wheres("shadow_cheek"))
        self.assertIn("behind the shoulder", wheres("hair_right"))
        full = replace(self.set, panels=(self.board,) * MOST_PANELS)
        self.assertFalse([k for k in panels(asked(full)) if k.kind in ("panel added", "flag")])

    def test_a_flag_stands_between_a_light_and_the_backdrop(self):
        (path,) = self.paths("flag")
        light = self.before.lights[0]
        for t, then in made(path):
            flag = then.panels[-1]
            self.assertEqual(flag.surface, "black")
            way = flag.place.array - light.place.array
            self.assertLess(np.linalg.norm(way), 1.2, t)
            self.assertGreaterEqual(flag.place.y, flag.height / 2)


if __name__ == "__main__":
    unittest.main()
