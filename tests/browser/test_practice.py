"""A round of five pictures, read by keyboard alone."""

import re
import unittest

from playwright.sync_api import expect

from .page import PageTest


class Practice(PageTest):
    def test_a_round_of_five_by_keyboard(self):
        page = self.page
        page.goto(self.server.address + "/practice")
        side = page.get_by_role("slider", name="Side: the key round the head")
        height = page.get_by_role("slider", name="Height: the key over the face")
        for n in range(1, 6):
            page.get_by_role("img", name="The picture to read").wait_for()
            side.focus()
            before = int(side.get_attribute("aria-valuenow") or "nan")
            page.keyboard.press("ArrowLeft")
            page.keyboard.press("Shift+ArrowLeft")
            self.assertEqual(int(side.get_attribute("aria-valuenow") or "nan"), before - 6)
            page.keyboard.press("Tab")
            expect(height).to_be_focused()
            page.keyboard.press("ArrowUp")
            page.get_by_role("button", name="Answer").focus()
            page.keyboard.press("Enter")
            marks = page.get_by_role("region", name="Marks")
            expect(marks.get_by_role("listitem").first).to_contain_text(re.compile("Side|same picture"))
            expect(marks.get_by_text("It was", exact=False)).to_be_visible()
            expect(page.get_by_role("img", name="The picture of your light")).to_be_visible()
            expect(page.get_by_role("status")).to_contain_text(f"{n} of 5")
            page.get_by_role("button", name=re.compile("Next picture|A new round")).focus()
            page.keyboard.press("Enter")
        page.get_by_role("img", name="The picture to read").wait_for()
        expect(page.get_by_role("status")).to_contain_text("5 of 5")

    def test_a_key_is_pulled_round_the_head(self):
        self.page.goto(self.server.address + "/practice")
        self.page.get_by_role("img", name="The picture to read").wait_for()
        dial = self.page.get_by_role("group", name="Where the key stands")
        box = dial.bounding_box()
        scale = box["width"] / 312
        side = self.page.get_by_role("slider", name="Side: the key round the head")
        grip = side.locator("circle").bounding_box()
        self.page.mouse.move(grip["x"] + grip["width"] / 2, grip["y"] + grip["height"] / 2)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + (100 - 78) * scale, box["y"] + 100 * scale, steps=6)
        self.page.mouse.up()
        self.assertAlmostEqual(int(side.get_attribute("aria-valuenow") or "0"), -90, delta=4)


if __name__ == "__main__":
    unittest.main()
