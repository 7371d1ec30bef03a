"""Expose in the page: camera first, outputs, without flash, a test frame by the stand-in, and what can go wrong with it."""

import unittest

from deep_amber.devices.protocol import ask

from .recorded import RecordedTest, journey
from .stand_ins import WithStandIns


class ExposePage(RecordedTest):
    def step(self, key: str) -> None:
        self.page.locator("body").click(position={"x": 20, "y": 740})
        self.page.keyboard.press(key)

    def tab(self, name: str) -> None:
        self.page.get_by_role("tab", name=name).click()


class Journey(WithStandIns, ExposePage):
    def fire(self, expect: str) -> str:
        """Fires, and waits for words of the frame or of what is wrong."""
        self.page.get_by_role("button", name="Fire a test frame").click()
        found = self.page.locator(".test-frame p[role=status], .test-frame p[role=alert]").filter(has_text=expect)
        found.first.wait_for()
        return found.first.inner_text()

    @journey
    def test_from_the_camera_to_a_test_frame_and_back_from_what_goes_wrong(self):
        devices = self.devices()
        self.page.goto(self.server.address + "/begin")
        self.page.get_by_role("button", name="Put it on the bench").click()
        turn = self.settled()
        self.step("0")
        field = self.field("camera.sensitivity")
        field.fill("200")
        field.press("Enter")
        turn = self.settled(after=turn)
        apply = self.page.get_by_role("button", name="Preview the outputs")
        apply.click()
        turn = self.settled(after=turn)
        self.page.get_by_role("button", name="Apply").click()
        self.page.get_by_text("Every light is set for this camera.").wait_for()

        self.tab("room light")
        self.page.get_by_role("button", name="Show the frame without flash").click()
        self.page.locator('.frame[data-flash="none"][data-quality="settled"]').wait_for()
        self.assertLess(self.picture_tone(0.2, 0.8), 12)
        self.page.get_by_role("button", name="Back to the flash").click()
        self.page.locator('.frame[data-flash="all"][data-quality="settled"]').wait_for()
        self.saved()

        self.tab("test frame")
        said = self.fire("As computed")
        self.assertEqual(said, "As computed: level with the picture.")
        self.page.get_by_role("img", name="Histogram of the file, and the computed one as a line").wait_for()

        unit = ask(devices["trigger"].address, "status")["units"][0]["name"]
        ask(devices["trigger"].address, "set", name=unit, channel=9)
        self.fire("listens on channel 9, the camera fired on 1")
        ask(devices["trigger"].address, "set", name=unit, channel=1, battery=0.0)
        self.fire("its battery is empty")
        ask(devices["camera"].address, "set", card_left=0)
        self.expected.append("422")
        self.fire("the card is full")
        devices["camera"].shutdown()
        devices["camera"].server_close()
        self.fire("nothing answers at")
        self.assertEqual(self.page.locator(".strip img").count(), 3)
        devices["camera"].begin = lambda: None
        devices["camera"].shutdown = lambda: None

    @journey
    def test_alone_before_the_camera_a_step_left_out_shows_and_then_it_is_right(self):
        self.devices()
        self.open_demo()
        self.page.goto(self.page.url + "/alone")
        press = self.page.get_by_role("button", name="Press the button")
        press.click()
        self.page.get_by_text("The face is soft: focused at").wait_for()
        self.page.get_by_role("button", name="2 s", exact=True).click()
        self.page.get_by_text("too short: you are not there yet").wait_for()
        press.click()
        self.page.get_by_text("the mark is empty").wait_for()
        self.page.get_by_role("button", name="10 s", exact=True).click()
        self.page.get_by_role("button", name="Focus on the stand-in").click()
        self.page.get_by_text("locked at 155 cm").wait_for()
        press.click()
        self.page.get_by_text("Sharp, lit as computed.").wait_for()
        self.page.get_by_role("button", name="as in a mirror").click()
        self.assertEqual(self.page.locator(".alone-frame .mirrored").count(), 0)


class Instruments(ExposePage):
    @journey
    def test_the_meter_is_taken_up_by_key_pulled_about_and_two_readings_make_a_ratio(self):
        self.open_demo("Anton, four lights")
        self.step("Shift+H")
        shown = self.page.get_by_role("status", name="The meter shows")
        shown.wait_for()
        self.assertRegex(shown.inner_text(), r"^f/\d")
        before = shown.inner_text()
        self.page.get_by_role("button", name="Keep", exact=True).click()
        box = self.page.locator("svg.floor [data-meter=place]").bounding_box()
        assert box
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        for i in range(1, 9):
            self.page.mouse.move(x + 8 * i, y + 12 * i)
            self.page.wait_for_timeout(30)
        self.page.mouse.up()
        self.page.get_by_label("Held at").locator(
            "xpath=ancestor::div[contains(@class,'ant-select')]"
        ).first.get_by_text("where it was pulled").wait_for()
        self.page.wait_for_function(
            "was => document.querySelector('[aria-label=\"The meter shows\"]').textContent !== was", arg=before
        )
        self.page.get_by_role("button", name="Keep", exact=True).click()
        self.page.locator(".kept-readings button").first.click()
        self.page.get_by_text("Reading 1 against 2:").wait_for()
        self.step("Shift+H")
        self.page.get_by_role("button", name="Take up the meter").wait_for()

    def test_the_spot_reads_under_the_pointer_and_what_clips_is_marked(self):
        self.open_demo()
        self.step("Shift+H")
        self.page.get_by_text("spot", exact=True).click()
        box = self.page.locator(".spot-pointer").bounding_box()
        assert box
        self.page.mouse.move(box["x"] + box["width"] * 0.06, box["y"] + box["height"] * 0.3)
        self.page.locator(".spot-read").wait_for()
        read = self.page.locator(".spot-read output").inner_text().replace("−", "-")
        self.assertAlmostEqual(float(read), self.marker("backdrop_left")[0], delta=0.2)
        self.tab("histogram")
        self.page.get_by_role("img", name="Histogram of the picture file").wait_for()
        turn = self.settled()
        self.page.get_by_role("button", name="clipped").click()
        self.settled(after=turn)

    @journey
    def test_a_time_under_the_sync_limit_draws_its_band_and_the_order_is_read_large(self):
        self.open_demo()
        turn = self.settled()
        self.step("0")
        field = self.field("camera.time")
        field.fill("1/400")
        field.press("Enter")
        self.settled(after=turn)
        self.assertLess(self.picture_tone(0.9, 1.0), 3)
        self.assertGreater(self.picture_tone(0.05, 0.3), 40)
        self.page.get_by_role("button", name="Order of setting").click()
        self.page.get_by_text("manual, ISO 100, 1/400 s, f/8, 5600 K, raw and JPEG").wait_for()
        self.page.get_by_text("group 1, 1/8").wait_for()

    def test_a_wrong_figure_is_said_where_it_is_typed(self):
        self.open_demo()
        self.step("0")
        field = self.page.get_by_role("textbox", name="ready, s")
        field.fill("moon")
        self.page.get_by_text("Accepted: 0.05 to 30 s").wait_for()
        field.fill("0.1")
        self.page.get_by_text("too weak at the most that is ready in time").wait_for()


if __name__ == "__main__":
    unittest.main()
