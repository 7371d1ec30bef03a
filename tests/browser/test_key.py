"""The step Key in the real page: the dot dragged from loop to Rembrandt, the lock, ways previewed before they are applied."""

import unittest

from .recorded import RecordedTest, journey

NAMED = "name => document.querySelector('[data-testid=pattern]')?.textContent === name"


class Key(RecordedTest):
    bypass_csp = True  # to wait for words and tones

    def setUp(self) -> None:
        super().setUp()
        self.open_demo()
        self.settled()
        self.page.keyboard.press("6")
        self.page.get_by_role("group", name="Pattern dial").wait_for()

    def pattern(self) -> str:
        return self.page.get_by_test_id("pattern").inner_text()

    def named(self, name: str) -> None:
        self.page.wait_for_function(NAMED, arg=name)

    def drag_dot(self, across: float, up: float) -> None:
        """Drags the key on the dial by degrees."""
        box = self.page.locator("svg.dial").bounding_box()
        dot = self.page.get_by_test_id("dial-dot").bounding_box()
        x, y = dot["x"] + dot["width"] / 2, dot["y"] + dot["height"] / 2
        per_degree = box["width"] * (462 / 496) / 288, box["height"] * (159 / 178) / 120
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        for k in range(1, 9):
            self.page.mouse.move(x + across * per_degree[0] * k / 8, y - up * per_degree[1] * k / 8)
        self.page.mouse.up()

    def place(self, view: str) -> str:
        return self.page.locator(f"svg.{view} [data-handle='lights.0:place']").first.inner_html()

    @journey
    def test_the_dot_from_loop_to_rembrandt_takes_name_floor_side_frame_and_catchlight_along(self):
        self.named("loop")
        floor, side, tone = self.place("floor"), self.place("side"), self.picture_tone(0.53, 0.6)
        mirrored = self.page.locator(".eye polygon").first.get_attribute("points")
        turn = self.settled()
        self.drag_dot(-22, 22)
        turn = self.settled(after=turn)
        self.named("Rembrandt")
        self.assertNotEqual(self.place("floor"), floor)
        self.assertNotEqual(self.place("side"), side)
        self.assertNotAlmostEqual(self.picture_tone(0.53, 0.6), tone, delta=3)
        self.assertNotEqual(self.page.locator(".eye polygon").first.get_attribute("points"), mirrored)
        self.page.get_by_role("tab", name="why").click()
        self.page.get_by_text("Down the cheek the key's light closes").wait_for()
        self.page.get_by_role("button", name="Undo").click()
        self.named("loop")

    def test_the_side_of_the_face_that_is_pressed_is_gone_to(self):
        dot = self.page.get_by_role("slider", name="The key on the dial")
        right = int(dot.get_attribute("aria-valuenow")) > 0
        self.page.get_by_role("button", name=f"Rembrandt on the {'left' if right else 'right'}: go there").click()
        self.page.locator(".gone").get_by_text("Rembrandt on the").wait_for()
        self.named("Rembrandt")
        self.assertEqual(int(dot.get_attribute("aria-valuenow")) > 0, not right)

    @journey
    def test_turning_the_head_breaks_the_pattern_and_with_the_lock_the_light_goes_along(self):
        self.named("loop")
        before = self.place("floor")
        self.page.keyboard.press("s")
        for _ in range(5):
            self.page.keyboard.press("Alt+ArrowLeft")
        self.page.wait_for_function("() => document.querySelector('.pattern-name')?.textContent === 'butterfly'")
        self.page.keyboard.press("6")
        self.page.get_by_text("it was loop, before the sitter moved").wait_for()
        self.assertNotEqual(self.pattern(), "loop")
        self.assertEqual(self.place("floor"), before)
        for _ in range(5):
            self.page.keyboard.press("Control+z")
        self.named("loop")
        self.page.get_by_role("button", name="follow", exact=True).click()
        self.page.locator(".follow[aria-pressed=true]").wait_for()
        self.page.keyboard.press("s")
        for _ in range(5):
            self.page.keyboard.press("Alt+ArrowLeft")
        self.page.wait_for_function(
            "before => document.querySelector(\"svg.floor [data-handle='lights.0:place']\").innerHTML !== before",
            arg=before,
        )
        self.page.keyboard.press("6")
        self.page.wait_for_function("() => !document.querySelector('.broke')")
        self.settled()
        self.assertEqual(self.pattern(), "loop")

    def test_a_name_on_the_dial_goes_there_and_other_ways_are_seen_first(self):
        self.page.get_by_role("button", name="butterfly: go there").click()
        self.named("butterfly")
        self.page.locator(".gone").get_by_text("butterfly: turn the key").wait_for()
        turn = self.settled()
        self.page.get_by_role("tab", name="ways").click()
        self.page.get_by_role("group", name="Ways to get to").get_by_role("button", name="split").click()
        way = self.page.get_by_role("list", name="Ways to get there").get_by_role("button").first
        way.click()
        self.page.get_by_text("Preview turn the key").wait_for()
        self.settled(after=turn)
        self.named("split")
        self.page.get_by_role("button", name="Dismiss").click()
        self.named("butterfly")
        way.click()
        self.page.get_by_role("button", name="Apply").click()
        self.named("split")
        self.page.keyboard.press("Shift+B")
        self.named("butterfly")

    def test_ways_of_a_set_that_has_changed_since_are_not_offered(self):
        self.page.get_by_role("tab", name="ways").click()
        self.page.get_by_role("group", name="Ways to get to").get_by_role("button", name="split").click()
        self.page.get_by_role("list", name="Ways to get there").get_by_role("button").first.wait_for()
        self.page.keyboard.press(".")
        self.page.get_by_text("Choose a pattern. The ways to get there follow").wait_for()
        self.assertEqual(self.page.get_by_role("list", name="Ways to get there").get_by_role("button").count(), 0)

    def test_faces_at_the_sides_softness_and_people(self):
        faces = self.page.get_by_role("group", name="This face in other light", exact=True).get_by_role("button")
        faces.first.wait_for()
        self.assertEqual(faces.all_inner_texts(), ["flat", "butterfly", "loop", "Rembrandt"])
        self.page.get_by_role("button", name="rim", exact=True).click()
        self.named("edge light only")
        self.page.get_by_role("tab", name="softness").click()
        self.page.get_by_text("Shine adds").wait_for()
        self.page.get_by_role("tab", name="people").click()
        self.page.get_by_role("group", name="How many people").get_by_role("button", name="4").click()
        self.page.get_by_text("spread").first.wait_for()
        self.assertEqual(self.page.locator(".faces", has_text="now").locator(".face").count(), 4)
        evened = self.page.locator(".faces", has_text="evened").locator(".face")
        offered = self.page.get_by_role("button", name="Preview: ").count()
        self.assertEqual(evened.count(), 4 * offered)
        spacing = self.page.get_by_label("in a row, faces apart")
        spacing.fill("5 m")
        self.expected.append("422")
        spacing.press("Enter")
        self.page.get_by_role("alert").get_by_text("0.35 to 1.2").wait_for()

    def test_the_dial_by_keyboard(self):
        dot = self.page.get_by_test_id("dial-dot")
        before = int(dot.get_attribute("aria-valuenow") or "0")
        dot.focus()
        self.page.keyboard.press("ArrowLeft")
        self.page.wait_for_function(
            "before => Number(document.querySelector('[data-testid=dial-dot]').getAttribute('aria-valuenow')) === before - 5",
            arg=before,
        )
        self.page.keyboard.press("Shift+ArrowRight")
        self.page.wait_for_function(
            "before => Number(document.querySelector('[data-testid=dial-dot]').getAttribute('aria-valuenow')) === before - 4",
            arg=before,
        )


if __name__ == "__main__":
    unittest.main()
