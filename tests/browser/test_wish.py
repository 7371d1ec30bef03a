"""A marker of the Ladder pulled: answers, the ghost of one, applied and undone; typed wishes; what cannot be."""

import unittest

from .recorded import RecordedTest, journey

FINISHED = "() => document.querySelector('.wish-panel') && !document.querySelector('.asking progress')"


class Wish(RecordedTest):
    def setUp(self) -> None:
        super().setUp()
        self.open_demo("Anton, four lights")
        self.settled()

    def answers(self):
        return self.page.get_by_role("list", name="What does it", exact=True).get_by_role("button")

    def finished(self) -> None:
        self.page.wait_for_function(FINISHED, timeout=90_000)

    def typed(self, surface: str, text: str) -> None:
        self.page.locator(f"[data-marker={surface}]").focus()
        self.page.keyboard.press("Enter")
        field = self.page.get_by_role("textbox", name=f"Wish for {surface.replace('_', ' ')}")
        field.fill(text)
        field.press("Enter")
        self.finished()

    @journey
    def test_the_backdrop_pulled_up_two_stops_is_previewed_applied_and_undone(self):
        now, _ = self.marker("backdrop_middle")
        box = self.page.locator("[data-marker=backdrop_middle] .grip").bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x, y - 60, steps=6)
        self.page.mouse.move(x, y - 105, steps=6)
        self.page.locator("[data-wish=backdrop_middle]").wait_for()
        self.page.mouse.up()
        first = self.answers().first
        first.wait_for()
        self.assertRegex(first.inner_text(), "Turn the background up from 1/8")
        turn = self.settled()
        first.click()
        self.page.locator(".preview").wait_for()
        self.settled(after=turn)
        seen, _ = self.marker("backdrop_middle")
        self.assertGreater(seen, now + 1)
        turn = self.settled()
        self.page.locator(".preview").get_by_role("button", name="Apply").click()
        self.assertEqual(self.page.locator(".wish-panel").count(), 0)
        self.page.get_by_role("button", name="Undo").click()
        self.settled()
        self.page.wait_for_function(
            "s => Math.abs(Number(document.querySelector('[data-marker=backdrop_middle]').dataset.stops) - s) < .05",
            arg=now,
        )

    def test_by_keyboard_alone_a_ratio_is_typed_and_a_panel_s_ghost_stands_in_the_drawings(self):
        self.typed("shadow_cheek", "5:1")
        first = self.answers().first
        self.assertRegex(first.inner_text(), "silver")
        first.focus()
        self.page.keyboard.press("Enter")
        self.page.locator(".preview").wait_for()
        self.page.keyboard.press("Escape")
        self.assertEqual(self.page.locator(".preview").count(), 0)
        self.page.keyboard.press("Escape")
        self.assertEqual(self.page.locator(".wish-panel").count(), 0)

    def test_all_bands_of_the_brief_are_brought_at_once(self):
        aperture = self.page.locator("input[data-field='camera.aperture']")
        turn = self.settled()
        aperture.fill("f/11")
        aperture.press("Enter")
        self.settled(after=turn)
        self.page.get_by_role("button", name="Bring all to the aims").click()
        self.finished()
        self.assertRegex(self.page.locator(".wish-panel").inner_text(), "every band is met")
        turn = self.settled()
        self.answers().first.click()
        self.settled(after=turn)
        self.page.locator(".preview").get_by_role("button", name="Apply").click()
        self.settled()
        self.assertEqual(self.page.get_by_role("button", name="Bring all to the aims").count(), 0)

    def test_arrow_keys_wish_by_thirds_and_with_shift_by_tenths(self):
        now, _ = self.marker("cloth")
        marker = self.page.locator("[data-marker=cloth]")
        marker.focus()
        self.page.keyboard.press("ArrowUp")
        self.page.keyboard.press("ArrowUp")
        self.page.keyboard.press("Shift+ArrowDown")
        wished = float(marker.get_attribute("aria-valuenow"))
        self.assertAlmostEqual(wished, now + 2 / 3 - 0.1, delta=0.1)
        self.page.get_by_role("button", name="Dismiss the wish").click()

    def test_what_cannot_be_is_said_with_what_holds_it_and_nonsense_is_refused_at_its_field(self):
        self.expected.append("422")
        self.typed("backdrop_middle", "-5")
        told = self.page.locator(".cannot").inner_text()
        self.assertRegex(told, "key that lights the face puts")
        self.page.get_by_role("tab", name="kept").click()
        pinned = self.page.get_by_role("group", name="Kept").get_by_role("button", name="lit cheek")
        self.assertEqual(pinned.get_attribute("aria-pressed"), "true")
        self.page.get_by_role("tab", name="answers").click()
        field = self.page.get_by_role("textbox", name="Wish for backdrop middle")
        field.fill("dark")
        field.press("Enter")
        self.page.get_by_role("alert").get_by_text("is not a wish").wait_for()


if __name__ == "__main__":
    unittest.main()
