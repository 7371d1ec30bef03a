"""What of a kit an arrangement takes, and what it says is missing; time and sensitivity for weak light; where a door opens."""

import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.gear.modifiers import Bowl, Octa, Snoot, Softbox, Umbrella
from deep_amber.core.gear.sources import Tube
from deep_amber.core.kit.catalogue import CATALOGUE, usable
from deep_amber.core.kit.owned import Kit, ModifierItem, PanelItem, SourceItem, StandItem
from deep_amber.core.model import Lamp, Led, Light, Panel, Point, Strobe
from deep_amber.core.model.furniture import Door
from deep_amber.core.planning.allocate import BARE, IN_LAP, STRIP, Taken, longest_side, shape_of, taken
from deep_amber.core.planning.arrangements import ARRANGEMENTS
from deep_amber.core.planning.behind import behind_backdrop, behind_sheet
from deep_amber.core.planning.exposed import LONGEST, MOST, PORTRAIT, brightened, brighter, weakest
from deep_amber.core.planning.limits import in_the_way
from deep_amber.core.planning.rules import Arrangement, At, LightRule, PanelRule
from deep_amber.core.presenting.planning import plan_text
from deep_amber.core.wish.state import SENSED, ByLight
from tests.sets import plain_set

FLASH, WEAK = SourceItem("head", Strobe(energy=400.0)), SourceItem("small head", Strobe(energy=100.0))
BOX = ModifierItem("60 x 90 cm softbox", Softbox(0.6, 0.9))
STRIP_BOX = ModifierItem("30 x 120 cm strip", Softbox(0.3, 1.2))
KEY = LightRule("key", At(45, 30, 1.2), ("softbox",))


def arrangement(*lights: LightRule, panels: tuple[PanelRule, ...] = ()) -> Arrangement:
    return Arrangement("tried", "Tried", "one light", "", "", "", ("loop",), lights, panels)


def codes(found) -> list[str]:
    return [k.code for k in found]


class Lights(unittest.TestCase):
    def test_a_key_takes_the_strongest_and_a_light_of_the_ground_the_weakest(self):
        kit = Kit(sources=(WEAK, FLASH), modifiers=(BOX,))
        made = taken(arrangement(KEY), kit)
        self.assertEqual((made.lights[0][0].name, made.lights[0][1].name), ("head", BOX.name))
        ground = LightRule("background", At(0, 0, 1), ("bare",), where="at the backdrop")
        more = replace(kit, sources=(WEAK, SourceItem("big head", Strobe(energy=600.0)), FLASH))
        names = [k[0].name for k in taken(arrangement(KEY, ground), more).lights]
        self.assertEqual(names, ["big head", "small head"])
        self.assertEqual(taken(arrangement(ground), kit).lights[0][0].name, "head", "all that is lit")

    def test_the_modifier_that_is_named_first_goes_first(self):
        kit = Kit(
            sources=(FLASH,), modifiers=(BOX, ModifierItem("octa", Octa(0.9)), ModifierItem("umbrella", Umbrella()))
        )
        for kinds, name in ((("octa", "softbox"), "octa"), (("umbrella", "octa"), "umbrella"), (("bare", "octa"), "")):
            rule = replace(KEY, modifiers=kinds)
            self.assertEqual(taken(arrangement(rule), kit).lights[0][1].name, name)

    def test_each_piece_is_taken_as_often_as_it_is_owned(self):
        two = arrangement(KEY, replace(KEY, role="fill"))
        self.assertEqual(codes(taken(two, Kit(sources=(FLASH, WEAK), modifiers=(BOX,)))), ["plan.no_light"])
        self.assertEqual(
            codes(taken(two, Kit(sources=(FLASH,), modifiers=(replace(BOX, quantity=2),)))), ["plan.no_source"]
        )
        made = taken(two, Kit(sources=(replace(FLASH, quantity=2),), modifiers=(replace(BOX, quantity=2),)))
        self.assertIsInstance(made, Taken)

    def test_a_front_has_to_be_as_long_and_as_narrow_as_is_asked(self):
        self.assertAlmostEqual(longest_side(FLASH, BOX), 0.9, delta=0.02)
        self.assertAlmostEqual(shape_of(FLASH, STRIP_BOX), 0.25, delta=0.02)
        self.assertGreater(shape_of(FLASH, BOX), STRIP)
        kit = Kit(sources=(FLASH,), modifiers=(BOX, STRIP_BOX))
        self.assertEqual(taken(arrangement(replace(KEY, narrow=True)), kit).lights[0][1].name, STRIP_BOX.name)
        self.assertEqual(taken(arrangement(replace(KEY, longest=(1.0, 2.0))), kit).lights[0][1].name, STRIP_BOX.name)
        self.assertEqual(codes(taken(arrangement(replace(KEY, longest=(1.5, 2.0))), kit)), ["plan.no_light"])

    def test_where_a_grid_is_asked_for_a_snoot_does_and_an_umbrella_does_not(self):
        rule = replace(KEY, modifiers=("umbrella", "snoot", "bowl"), grid=20)
        both = Kit(sources=(FLASH,), modifiers=(ModifierItem("umbrella", Umbrella()), ModifierItem("snoot", Snoot())))
        self.assertEqual(taken(arrangement(rule), both).lights[0][1].name, "snoot")
        bowl = Kit(sources=(FLASH,), modifiers=(ModifierItem("bowl", Bowl()),))
        self.assertEqual(taken(arrangement(rule), bowl).lights[0][1].name, "bowl")
        umbrella = Kit(sources=(FLASH,), modifiers=both.modifiers[:1])
        self.assertEqual(codes(taken(arrangement(rule), umbrella)), ["plan.no_light"])

    @settings(max_examples=40)
    @given(st.sampled_from(sorted(ARRANGEMENTS)), st.sets(st.integers(0, 60)), st.integers(0, 5))
    def test_nothing_is_taken_that_is_not_owned_nor_twice(self, code, without, stands):
        kit = Kit(
            sources=tuple(k for n, k in enumerate(CATALOGUE.sources) if n not in without),
            modifiers=tuple(k for n, k in enumerate(CATALOGUE.modifiers) if n + 20 not in without),
            panels=tuple(k for n, k in enumerate(CATALOGUE.panels) if n + 40 not in without),
            stands=(StandItem("stand", quantity=stands),) if stands else (),
        )
        made = taken(ARRANGEMENTS[code], kit)
        if not isinstance(made, Taken):
            self.assertTrue(made, "refused with a reason")
            return
        used = [k[0].name for k in made.lights if k] + [k[1].name for k in made.lights if k and k[1].name]
        used += [k.name for k in made.panels if k]
        owned = {k.name: k.quantity for part in (kit.sources, kit.modifiers, kit.panels) for k in part}
        for name in used:
            self.assertLessEqual(used.count(name), owned[name], name)
        if stands:
            self.assertLessEqual(sum(k is not None for k in made.lights), stands)


class Boards(unittest.TestCase):
    def test_a_sheet_does_for_a_silk_where_there_is_none(self):
        sheet, silk = PanelItem("sheet", "bed sheet", 2.0, 2.0), PanelItem("silk", "silk", 1.2, 1.2)
        rule = arrangement(KEY, panels=(PanelRule("silk", At(45, 30, 0.8)),))
        kit = Kit(sources=(FLASH,), modifiers=(BOX,), panels=(sheet,))
        self.assertEqual(taken(rule, kit).panels[0].name, "sheet")
        self.assertEqual(taken(rule, replace(kit, panels=(sheet, silk))).panels[0].name, "silk")
        self.assertEqual(codes(taken(rule, replace(kit, panels=()))), ["plan.no_panel"])

    def test_silver_does_for_white_and_white_comes_first(self):
        white, silver = PanelItem("board", "white", 0.7, 1.0), PanelItem("foil", "silver", 0.8, 0.6)
        rule = arrangement(KEY, panels=(PanelRule("white", At(0, -50, 0.5), holding="lap", least=0.3),))
        kit = Kit(sources=(FLASH,), modifiers=(BOX,), panels=(silver,))
        self.assertEqual(taken(rule, kit).panels[0].name, "foil")
        self.assertEqual(taken(rule, replace(kit, panels=(silver, white))).panels[0].name, "board")
        (act,) = taken(rule, replace(kit, panels=()))
        self.assertEqual(plan_text(act), "The kit has no white or silver or gold panel of 30 cm or more")

    def test_a_kit_that_names_a_board_alone_is_not_filled_up(self):
        board = Kit(panels=(PanelItem("board", "white", 0.7, 1.0),))
        self.assertIs(usable(board), board)
        self.assertIs(usable(Kit(stands=CATALOGUE.stands)), CATALOGUE)

    def test_what_a_lap_holds_is_about_as_long_as_a_lap_is_wide(self):
        boards = tuple(PanelItem(f"{k}", "white", k, 0.5) for k in (0.5, 0.85, 1.2, 2.0))
        rule = PanelRule("white", At(0, -50, 0.5), holding="lap")
        kit = Kit(sources=(FLASH,), modifiers=(BOX,), panels=boards)
        self.assertEqual(taken(arrangement(KEY, panels=(rule,)), kit).panels[0].width, 0.85)
        self.assertLess(abs(0.85 - IN_LAP), 0.1)
        only = replace(kit, panels=boards[3:])
        self.assertEqual(codes(taken(arrangement(KEY, panels=(rule,)), only)), ["plan.no_panel"])
        made = taken(arrangement(KEY, panels=(replace(rule, needed=False),)), only)
        self.assertEqual(made.panels, (None,))


class LightThatLasts(unittest.TestCase):
    def test_it_does_where_flash_does_not_and_the_two_are_not_mixed(self):
        led, tube = SourceItem("led", Led()), SourceItem("tube", Tube())
        two = arrangement(KEY, replace(KEY, role="fill"))
        boxes = (replace(BOX, quantity=2),)
        kit = Kit(sources=(FLASH, replace(led, quantity=2)), modifiers=boxes)
        self.assertEqual([k[0].name for k in taken(two, kit).lights], ["led", "led"])
        self.assertEqual([k[0].name for k in taken(arrangement(KEY), kit).lights], ["head"])
        self.assertEqual(codes(taken(two, Kit(sources=(FLASH, led), modifiers=boxes))), ["plan.no_source"])
        long = arrangement(replace(KEY, longest=(0.8, 2.0), narrow=True))
        self.assertEqual(taken(long, Kit(sources=(tube,))).lights[0], (tube, BARE))
        self.assertIn("lamp or led", taken(two, Kit(sources=(led,), modifiers=boxes))[0].named["what"])


class Sheet(unittest.TestCase):
    def test_a_light_is_behind_its_sheet_where_no_corner_of_it_is_seen(self):
        face, sheet = np.array([0.0, 1.2, 0.0]), Panel(Point(0, 1.2, 1.0), Point(0, 1.2, 0), 1.0, 1.0, "bed sheet")
        box = Light(Point(0, 1.2, 2.0), Point(0, 1.2, 0), 0.0, Softbox(0.6, 0.6), "key")
        for x, y, hidden in ((0.0, 1.2, True), (0.65, 1.2, True), (0.75, 1.2, False), (0.0, 2.0, False)):
            moved = replace(box, place=Point(x, y, 2.0), aim=Point(x, y, 0.0))
            self.assertEqual(behind_sheet(moved, sheet, face), hidden, (x, y))
        self.assertFalse(behind_sheet(replace(box, place=Point(0, 1.2, 0.6)), sheet, face), "before it")
        self.assertFalse(behind_sheet(replace(box, place=Point(0, 1.2, -2.0)), sheet, face), "behind the head")

    def test_nothing_is_put_up_behind_a_backdrop_but_beside_it_or_where_light_comes_through(self):
        s = plain_set()
        back, light = s.backdrop, s.lights[0]
        for x, by, behind in ((0.0, -0.1, True), (0.0, 0.1, False), (back.width / 2 + 0.1, -0.1, False)):
            moved = replace(light, place=Point(back.x + x, 1.5, back.z + by))
            self.assertEqual(behind_backdrop(s, moved), behind, (x, by))
            through = replace(s, backdrop=replace(back, translucent=True))
            self.assertFalse(behind_backdrop(through, moved))


class Stands(unittest.TestCase):
    def test_lights_and_boards_that_stand_need_stands_and_a_boom_needs_a_boom(self):
        kit = Kit(sources=(FLASH,), modifiers=(BOX,), panels=(PanelItem("board"),))
        rule = arrangement(replace(KEY, boom=True), panels=(PanelRule("white", At(-45, 0, 0.8)),))
        self.assertIsInstance(taken(rule, kit), Taken, "a kit without stands says nothing of them")
        one = replace(kit, stands=(StandItem("stand"),))
        found = taken(rule, one)
        self.assertEqual(codes(found), ["plan.no_stands", "plan.no_boom"])
        self.assertEqual(found[0].figures, {"needed": 2.0, "owned": 1.0})
        enough = replace(kit, stands=(StandItem("stand"), StandItem("boom", boom=1.5)))
        self.assertIsInstance(taken(rule, enough), Taken)


def by_day(*sources):
    s = plain_set()
    lights = tuple(replace(s.lights[0], source=k, output=0.0, name=f"{n}") for n, k in enumerate(sources))
    return replace(s, lights=lights)


def reads(photo_set, stops: float) -> ByLight:
    """Every light alike, so that the lit cheek reads so many stops from mid grey."""
    many = len(photo_set.lights)
    values = np.full((many, len(SENSED)), 0.18 * 2.0**stops / many)
    return ByLight(values, values[:, :4], np.zeros((many, 0)), np.ones(many, bool))


class WeakLight(unittest.TestCase):
    def test_flash_that_is_not_at_its_full_misses_nothing(self):
        s = by_day(Strobe())
        s = replace(s, lights=(replace(s.lights[0], output=-3.0),), camera=replace(s.camera, aperture=8.0))
        self.assertEqual(weakest(s, reads(s, -2.0), 1.0), 0.0)
        self.assertIs(brightened(s, 0.0), s)

    def test_flash_at_its_full_is_helped_by_the_lens_and_then_by_sensitivity_never_by_time(self):
        s = by_day(Strobe())
        s = replace(s, camera=replace(s.camera, aperture=5.6, lens=None, sensitivity=100.0))
        open_by = 2.0  # to f/2.8, where a lens is that nobody has named
        missing = weakest(s, reads(s, -5.0), 1.0)
        self.assertAlmostEqual(missing, 6.0 - open_by, places=6)
        made = brightened(s, missing)
        self.assertEqual(made.camera.time, s.camera.time)
        self.assertAlmostEqual(np.log2(made.camera.sensitivity / 100.0), missing, delta=1 / 6)

    def test_lasting_light_takes_time_first_and_sensitivity_ends_where_a_portrait_ends(self):
        s = by_day(Led())
        camera = replace(s.camera, aperture=4.0, time=1 / 250, sensitivity=100.0)
        s = replace(s, camera=camera)
        little, much = brightened(s, 1.0).camera, brightened(s, 20.0).camera
        self.assertAlmostEqual(np.log2(little.time / camera.time), 1.0, delta=0.1)
        self.assertEqual(little.sensitivity, 100.0)
        self.assertAlmostEqual(much.time, LONGEST, delta=LONGEST * 0.05)
        self.assertEqual(much.sensitivity, MOST)
        self.assertEqual(much.aperture, camera.aperture, "an aperture is the dials' own")

    def test_where_nothing_can_be_dimmed_the_lens_is_opened_and_too_much_makes_the_time_shorter(self):
        s = by_day(Lamp())
        s = replace(s, camera=replace(s.camera, aperture=8.0, time=1 / 60, sensitivity=100.0))
        more = brightened(s, 2.0).camera
        self.assertAlmostEqual(2 * np.log2(8.0 / more.aperture), 2.0, delta=0.1)
        self.assertGreaterEqual(brightened(s, 9.0).camera.aperture, PORTRAIT * 0.99)
        less = brightened(s, weakest(s, reads(s, 4.0), 1.0)).camera
        total = 2 * np.log2(8.0 / less.aperture) + np.log2(less.time * 60)
        self.assertAlmostEqual(total, -3.0, delta=0.2)

    def test_all_that_can_be_gained_is_no_less_than_what_is(self):
        for sources in ((Strobe(),), (Led(),), (Lamp(),), (Strobe(), Led())):
            s = by_day(*sources)
            most = brighter(s)
            camera = brightened(s, 30.0).camera
            gained = np.log2(camera.sensitivity / s.camera.sensitivity) + np.log2(camera.time / s.camera.time)
            gained += 2 * np.log2(s.camera.aperture / camera.aperture)
            self.assertGreaterEqual(most + 0.1, gained)


class Doors(unittest.TestCase):
    def test_a_foot_is_in_the_way_within_a_door_s_width_of_its_middle(self):
        s = plain_set()
        width, depth = s.room.width, s.room.depth
        for wall, place in (
            ("left", (-width / 2, 2.0)),
            ("right", (width / 2, 2.0)),
            ("back", (0.5, 0.0)),
            ("front", (0.5, depth)),
        ):
            door = Door("door", wall, 2.0 if wall in ("left", "right") else 0.5, 0.8)
            into = {"left": (1, 0), "right": (-1, 0), "back": (0, 1), "front": (0, -1)}[wall]
            for away, inside in ((0.0, True), (0.79, True), (0.81, False)):
                foot = (place[0] + into[0] * away, place[1] + into[1] * away)
                self.assertEqual(in_the_way(s, door, foot), inside, (wall, away))


if __name__ == "__main__":
    unittest.main()
