"""Fill, Rim and Background in the page, by keys: their instruments, a ratio typed, a school previewed, a wish from each."""

import unittest

from .recorded import RecordedTest


class LightSteps(RecordedTest):
    def setUp(self) -> None:
        super().setUp()
        self.open_demo("Anton, four lights")
        self.settled()

    def step(self, key: str) -> None:
        self.page.locator("body").click(position={"x": 20, "y": 700})
        self.page.keyboard.press(key)

    def test_a_ratio_typed_in_fill_and_a_school_previewed_and_dismissed(self):
        self.step("7")
        schools = self.page.get_by_role("group", name="Schools of fill").get_by_role("button")
        schools.first.wait_for()
        wanted = self.page.get_by_role("textbox", name="Ratio wanted, lit to shadow cheek")
        wanted.fill("6")
        wanted.press("Enter")
        self.page.wait_for_function("() => !document.querySelector('.schools .stale')")
        self.assertRegex(schools.nth(1).inner_text(), r"before the face\s+[^:]*\d\.\d : 1")
        turn = self.settled()
        schools.nth(1).click()
        self.assertRegex(self.page.locator(".preview").inner_text(), "Switch the fill off, take the silver out")
        self.settled(after=turn)
        self.page.keyboard.press("Escape")
        self.assertEqual(self.page.locator(".preview").count(), 0)
        self.page.get_by_role("tab", name="what fills").click()
        self.page.get_by_role("cell", name="silver").wait_for()

    def test_rim_shows_the_outline_and_pulls_an_edge(self):
        self.step("8")
        self.page.get_by_role("img", name="Edge of head and shoulders, in stops").wait_for()
        self.assertGreater(self.page.locator(".edge-map line.drawn").count(), 2)
        self.page.get_by_role("button", name="right edge").click()
        self.page.get_by_role("textbox", name="Wish for hair right").wait_for()

    def test_background_shows_its_map_what_lights_it_and_pulls_it_darker(self):
        self.step("9")
        self.page.get_by_role("img", name="Backdrop in the frame, in stops").wait_for()
        self.page.get_by_role("tab", name="what lights it").click()
        self.page.get_by_role("cell", name="the room").wait_for()
        self.page.get_by_role("tab", name="map").click()
        self.page.get_by_role("button", name="1 stop darker").click()
        field = self.page.get_by_role("textbox", name="Wish for backdrop middle")
        field.wait_for()
        self.assertRegex(field.input_value(), r"^-2\.\d$")


if __name__ == "__main__":
    unittest.main()
