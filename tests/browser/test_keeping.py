"""What is kept: reloading, two tabs, the shelf."""

import json
import unittest

from .page import DEMO
from .recorded import RecordedTest, journey


class Kept(RecordedTest):
    own_server = True

    @journey
    def test_a_reload_finds_the_set_as_it_was_left(self):
        self.open_demo()
        turn = self.settled()
        self.field("lights.0.distance").fill("120cm")
        self.page.keyboard.press("Enter")
        self.settled(after=turn)
        self.saved()
        cloth = self.marker("cloth")[0]
        self.page.reload()
        self.settled()
        self.assertEqual(self.field("lights.0.distance").input_value(), "120 cm")
        self.assertAlmostEqual(self.marker("cloth")[0], cloth, places=3)

    @journey
    def test_leaving_at_once_keeps_the_last_change(self):
        self.open_demo()
        address = self.page.url
        self.field("lights.0.distance").fill("110cm")
        self.page.keyboard.press("Enter")
        self.page.wait_for_function(
            "() => document.querySelector('[data-tape=\"lights.0 to face\"]').textContent === '110 cm'"
        )
        self.page.goto(self.server.address + "/shelf")
        self.page.goto(address)
        self.settled()
        self.assertEqual(self.field("lights.0.distance").input_value(), "110 cm")

    @journey
    def test_two_tabs_never_overwrite_each_other_silently(self):
        self.expected = ["409"]
        self.open_demo()
        other = self.new_page()
        other.goto(self.page.url)
        self.settled(other)
        self.field("lights.0.distance").fill("130cm")
        self.page.keyboard.press("Enter")
        # The change is on the bench: what is "saved" from here on is this one, not the set as it was opened.
        self.page.wait_for_function(
            "() => document.querySelector('[data-tape=\"lights.0 to face\"]').textContent === '130 cm'"
        )
        self.saved()
        first = self.page.url
        other.locator('input[data-field="lights.0.distance"]').fill("100cm")
        other.keyboard.press("Enter")
        other.get_by_text("Your version is kept as").wait_for()
        other.wait_for_function("first => location.href !== first", arg=first)
        self.settled(other)
        self.assertEqual(other.locator('input[data-field="lights.0.distance"]').input_value(), "100 cm")
        self.page.reload()
        self.settled()
        self.assertEqual(self.field("lights.0.distance").input_value(), "130 cm")

    def test_rename_in_place(self):
        self.open_demo()
        self.page.get_by_role("button", name="Rename").first.click()
        box = self.page.get_by_role("textbox").first
        box.fill("Third try")
        box.press("Enter")
        self.page.wait_for_function("() => document.title.startsWith('Third try')")
        self.page.reload()
        self.page.wait_for_function("() => document.title.startsWith('Third try')")


class Shelf(RecordedTest):
    own_server = True

    def setUp(self) -> None:
        super().setUp()
        self.page.goto(self.server.address + "/shelf")
        self.page.get_by_role("link", name="Anton, hard and dramatic", exact=True).wait_for()

    def test_the_demo_sets_stand_there_with_their_pictures(self):
        for name in ("Nadia, soft headshot", "Anton, hard and dramatic", "Nadia, low key"):
            self.assertTrue(self.page.get_by_role("link", name=name, exact=True).first.is_visible())
        self.page.wait_for_function("() => [...document.images].every(i => i.complete && i.naturalWidth === 160)")

    @journey
    def test_copy_delete_and_undo(self):
        self.page.get_by_role("button", name="Copy Anton, hard and dramatic", exact=True).click()
        copied = self.page.get_by_role("link", name="Anton, hard and dramatic (2)", exact=True)
        copied.wait_for()
        self.page.get_by_role("button", name="Delete Anton, hard and dramatic (2)").click()
        copied.wait_for(state="detached")
        self.page.get_by_role("button", name="Undo").click()
        copied.wait_for()
        self.page.get_by_role("button", name="Delete Anton, hard and dramatic (2)").click()
        copied.wait_for(state="detached")

    def take_in(self, content: str) -> None:
        self.page.locator('input[type="file"]').set_input_files(
            {"name": "set.json", "mimeType": "application/json", "buffer": content.encode()}
        )

    def test_a_bad_file_is_refused_in_words(self):
        self.expected = ["422"]
        data = json.loads(next(DEMO.glob("1-*.json")).read_text())
        data["set"]["room"]["height"] = 0
        self.take_in(json.dumps(data))
        self.page.get_by_text("set.room.height: 0 is too small. Accepted: 1.9 to 8.").wait_for()
        self.take_in("not a set")
        self.page.get_by_text("The file is not JSON").wait_for()

    def test_a_good_file_opens_on_the_bench(self):
        data = json.loads(next(DEMO.glob("3-*.json")).read_text())
        data["name"] = "From a file"
        self.take_in(json.dumps(data))
        self.settled()
        self.assertTrue(self.page.title().startswith("From a file"))

    def test_the_first_address_opens_a_finished_set(self):
        self.page.goto(self.server.address)
        self.settled()
        self.assertIn("/set/", self.page.url)

    def test_a_set_that_is_gone_says_so(self):
        self.expected = ["404"]
        self.page.goto(self.server.address + "/set/nothing")
        self.page.get_by_text("not on the shelf").wait_for()


if __name__ == "__main__":
    unittest.main()
