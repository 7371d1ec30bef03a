"""The bench under the hand."""

import unittest

from .recorded import RecordedTest, journey


class Dragged(RecordedTest):
    @journey
    def test_a_light_dragged_to_the_other_side_swaps_the_cheeks(self):
        self.open_demo()
        self.assertEqual(self.marker("lit_cheek")[1], "camera-left")
        left, right = self.picture_tone(0.33, 0.45), self.picture_tone(0.53, 0.65)
        self.assertGreater(left, right)
        turn = self.settled()
        self.drag("floor", "lights.0:place", 150, 0)
        self.settled(after=turn)
        self.assertEqual(self.marker("lit_cheek")[1], "camera-right")
        self.assertEqual(self.marker("shadow_cheek")[1], "camera-left")
        self.assertLess(self.picture_tone(0.33, 0.45), self.picture_tone(0.53, 0.65))

    @journey
    def test_pictures_follow_while_dragging(self):
        self.open_demo()
        turn = self.settled()
        box = self.page.locator('svg.floor [data-handle="lights.0:place"]').bounding_box()
        assert box
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        quick: set[int] = set()
        for i in range(400):  # to and fro, until pictures have come while the button is down
            self.page.mouse.move(x + 3 * abs(i % 80 - 40), y)
            self.page.wait_for_timeout(50)
            frame = self.page.locator(".frame")
            shown = int(frame.get_attribute("data-turn") or 0)
            if frame.get_attribute("data-quality") == "dragged" and shown > turn:
                quick.add(shown)
            if len(quick) == 3:
                break
        self.page.mouse.up()
        self.assertEqual(len(quick), 3)
        self.settled(after=turn)

    @journey
    def test_walls_hold_and_say_so(self):
        self.open_demo()
        box = self.page.locator('svg.floor [data-handle="lights.0:place"]').bounding_box()
        assert box
        self.page.mouse.move(box["x"] + 20, box["y"] + 20)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] - 300, box["y"] + 20, steps=5)
        self.page.get_by_text("Stopped: camera-left wall").wait_for()
        self.page.mouse.up()

    @journey
    def test_height_in_the_side_view(self):
        self.open_demo()
        turn = self.settled()
        before = self.field("lights.0.lower_edge").input_value()
        self.drag("side", "lights.0:place", 0, 40)
        self.settled(after=turn)
        after = self.field("lights.0.lower_edge").input_value()
        self.assertLess(int(after.split()[0]), int(before.split()[0]) - 20)
        self.assertIn(after, self.page.locator('[data-tape="lights.0 lower edge to floor"]').text_content())

    @journey
    def test_sitter_camera_and_backdrop_can_be_dragged_too(self):
        self.open_demo()
        for view, handle, thing, field in (
            ("floor", "sitter:place", "sitter", "sitter.x"),
            ("floor", "camera:place", "camera", "camera.place.x"),
            ("side", "camera:place", "camera", "camera.place.z"),
            ("side", "backdrop:place", "backdrop", "backdrop.z"),
        ):
            with self.subTest(handle + view):
                turn = self.settled()
                self.page.get_by_role("group", name="Choose a thing").get_by_text(thing).click()
                before = self.field(field).input_value()
                self.drag(view, handle, 25, 0, grab=(0.5, 0.15) if thing == "sitter" else (0.5, 0.5))
                self.settled(after=turn)
                self.assertNotEqual(self.field(field).input_value(), before)

    @journey
    def test_the_head_is_turned_by_its_nose(self):
        self.open_demo()
        turn = self.settled()
        self.page.keyboard.press("s")
        self.field("sitter.head_turn").wait_for()
        self.drag("floor", "sitter:head", 30, 0)
        self.settled(after=turn)
        self.assertGreater(int(self.field("sitter.head_turn").input_value().rstrip("°")), 30)

    @journey
    def test_chin_and_backdrop_turn_and_another_sitter(self):
        self.open_demo()
        turn = self.settled()
        self.page.keyboard.press("s")
        self.drag("side", "sitter:nod", 0, 20)
        turn = self.settled(after=turn)
        self.assertGreater(int(self.field("sitter.head_nod").input_value().rstrip("°")), 12)
        self.page.get_by_role("group", name="Who sits").get_by_text("anton").click()
        turn = self.settled(after=turn)
        self.page.keyboard.press("b")
        self.field("backdrop.turn").wait_for()
        self.field("backdrop.z").fill("60cm")
        self.page.keyboard.press("Enter")
        turn = self.settled(after=turn)
        self.drag("floor", "backdrop:turn", 8, 0)
        self.settled(after=turn)
        self.assertGreater(int(self.field("backdrop.turn").input_value().rstrip("°")), 3)


class Typed(RecordedTest):
    def test_a_height_with_its_unit_moves_the_light_and_the_picture(self):
        self.open_demo()
        turn, chin = self.settled(), self.marker("chin")[0]
        self.field("lights.0.lower_edge").fill("2ft 8")
        self.page.keyboard.press("Enter")
        self.settled(after=turn)
        self.assertEqual(self.field("lights.0.lower_edge").input_value(), "81 cm")
        self.assertGreater(self.marker("chin")[0], chin + 0.3)

    def test_what_cannot_be_read_is_said_at_the_field_and_nothing_is_lost(self):
        self.expected = ["422"]
        self.open_demo()
        field = self.field("lights.0.place.y")
        before = field.input_value()
        field.fill("rather high")
        self.page.keyboard.press("Enter")
        self.page.get_by_role("alert").get_by_text("178cm").wait_for()
        self.assertEqual(field.input_value(), "rather high")
        self.page.keyboard.press("Escape")
        self.assertEqual(field.input_value(), before)
        field.fill("3 m")
        self.page.keyboard.press("Enter")
        self.page.get_by_role("alert").get_by_text("outside the room").wait_for()

    def test_aperture_and_output_by_thirds_change_the_exposure(self):
        self.open_demo()
        turn, cloth = self.settled(), self.marker("cloth")[0]
        self.page.get_by_role("button", name="aperture: a step less light").click()
        turn = self.settled(after=turn)
        self.assertEqual(self.field("camera.aperture").input_value(), "f/9")
        self.assertAlmostEqual(self.marker("cloth")[0], cloth - 0.34, delta=0.02)
        self.page.keyboard.press("Escape")
        self.page.locator("body").click(position={"x": 20, "y": 700})
        self.page.keyboard.press(".")
        self.settled(after=turn)
        self.assertEqual(self.field("lights.0.output").input_value(), "1/8 +0.3")

    def test_feet_and_inches(self):
        self.open_demo()
        self.page.keyboard.press("u")
        self.page.wait_for_function(
            "() => document.querySelector('[data-field=\"lights.0.distance\"]').value === '3 ft 1 in'"
        )
        self.assertIn("ft", self.page.locator('[data-tape="lens to sitter"]').text_content())


class Keys(RecordedTest):
    @journey
    def test_nudges_undo_and_redo(self):
        self.open_demo()
        z = self.field("lights.0.place.z")
        start = int(z.input_value().split()[0])

        def shows(value: int) -> None:
            self.page.wait_for_function(
                "v => document.querySelector('[data-field=\"lights.0.place.z\"]').value === `${v} cm`", arg=value
            )

        self.page.keyboard.press("k")
        self.page.keyboard.press("ArrowUp")
        shows(start - 5)
        self.page.keyboard.press("Shift+ArrowUp")
        shows(start - 6)
        self.page.keyboard.press("Control+z")
        shows(start - 5)
        self.page.keyboard.press("Control+z")
        shows(start)
        self.page.keyboard.press("Control+Shift+z")
        shows(start - 5)

    @journey
    def test_a_drag_is_one_step_of_undo(self):
        self.open_demo()
        turn = self.settled()
        start = self.field("lights.0.place.x").input_value()
        self.drag("floor", "lights.0:place", 60, 10)
        self.settled(after=turn)
        self.assertNotEqual(self.field("lights.0.place.x").input_value(), start)
        self.page.get_by_role("button", name="Undo").click()
        self.page.wait_for_function(
            "v => document.querySelector('[data-field=\"lights.0.place.x\"]').value === v", arg=start
        )
        self.assertTrue(self.page.get_by_role("button", name="Undo").is_disabled())

    def test_things_are_chosen_by_letter_and_the_sheet_lists_the_keys(self):
        self.open_demo()
        for key, field in (
            ("c", "camera.place.y"),
            ("b", "backdrop.width"),
            ("r", "room.width"),
            ("k", "lights.0.output"),
        ):
            self.page.keyboard.press(key)
            self.field(field).wait_for()
        self.page.keyboard.press("?")
        self.page.get_by_text("output a step down, up").wait_for()


if __name__ == "__main__":
    unittest.main()
