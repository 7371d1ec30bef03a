"""A round of five by keyboard alone, a picture made on the bench, an own picture read."""

import json
import re
import unittest
from dataclasses import asdict
from pathlib import Path
from urllib.request import Request, urlopen

from playwright.sync_api import expect

from deep_amber.core.eye.practice import task
from deep_amber.formats.picture_file import png_bytes
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from deep_amber.plan_told import looks
from deep_amber.store.database import open_store
from deep_amber.store.hands import hand_of
from tests.core.eye.pictured import pictured

from .recorded import RecordedTest, journey


class Practice(RecordedTest):
    def at_level(self, level: int) -> None:
        self.page.goto(self.server.address + "/practice")
        self.page.get_by_role("img", name="The picture to read").wait_for()
        self.page.get_by_text(str(level), exact=True).click()
        self.page.get_by_role("img", name="The picture to read").wait_for()

    def test_a_round_of_five_by_keyboard(self):
        page = self.page
        self.at_level(1)
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
            expect(page.get_by_role("img", name="The truth over the picture")).to_be_visible()
            expect(page.get_by_role("status")).to_contain_text(f"{n} of 5")
            page.get_by_role("button", name=re.compile("Next picture|A new round")).focus()
            page.keyboard.press("Enter")
        page.get_by_role("img", name="The picture to read").wait_for()
        expect(page.get_by_role("status")).to_have_count(0)  # a new round
        expect(page.get_by_role("timer")).to_have_text(re.compile(r"^[45]:\d\d$"))
        page.get_by_role("link", name="Progress").click()
        sides = page.get_by_role("row").filter(has=page.get_by_role("rowheader", name="side"))
        expect(sides.get_by_role("cell").nth(2)).to_have_text(re.compile(r"[5-9]|\d\d"))
        expect(sides.get_by_role("img")).to_be_visible()
        expect(page.get_by_role("link", name="Export")).to_have_attribute("href", re.compile("^/api/.*csv"))
        page.get_by_role("link", name="A round of five minutes").click()
        expect(page.get_by_text("This one trains:")).to_be_visible()

    def test_both_pictures_are_laid_beside_each_other_with_their_difference(self):
        self.at_level(2)
        self.page.get_by_role("button", name="Answer").click()
        self.page.get_by_text("difference", exact=True).click()
        expect(self.page.get_by_role("img", name="The difference of both pictures")).to_be_visible()

    @journey
    def test_a_picture_that_comes_late_does_not_stand_under_another_level(self):
        page, held = self.page, []
        page.route(
            "**/api/practice/task*",
            lambda route: route.continue_() if "level=" in route.request.url else held.append(route),
        )
        page.goto(self.server.address + "/practice")
        page.get_by_text("1", exact=True).click()
        picture = page.get_by_role("img", name="The picture to read")
        picture.wait_for()
        shown = picture.get_attribute("src")
        with page.expect_response(lambda k: "/api/practice/task" in k.url and "level=" not in k.url):
            held[0].continue_()
        page.wait_for_timeout(300)
        self.assertEqual(picture.get_attribute("src"), shown)
        expect(page.get_by_text("This one trains:")).to_have_count(0)

    def test_a_key_is_pulled_round_the_head(self):
        self.at_level(1)
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

    @journey
    def test_a_picture_is_made_by_moving_a_set_on_the_bench(self):
        page = self.page
        self.at_level(1)
        page.get_by_role("button", name="Make a picture by hand").click()
        page.get_by_role("img", name="The picture to make").wait_for()
        near = page.get_by_role("meter", name="How near it comes")
        near.wait_for()
        self.assertLess(int(near.get_attribute("aria-valuenow") or "100"), 100)
        page.get_by_role("button", name="Hint").click()
        expect(page.get_by_role("status").filter(has_text="Try:")).to_contain_text("key")
        set_id = page.url.rsplit("/", 1)[1]
        # As the hand would: the light is carried to where the task has it, by its fields.
        place = self.true_place(set_id)
        for label, value in (
            ("from middle", place["x"]),
            ("from back wall", place["z"]),
            ("height, middle", place["y"]),
        ):
            field = page.get_by_label(label, exact=True).first
            field.fill(f"{value * 100:.0f}")
            field.press("Enter")
        expect(page.get_by_role("status").filter(has_text="It is the same picture.")).to_be_visible()
        expect(page.locator(".hand-mark")).to_have_text(re.compile(r"\d+ of 100"))

    def true_place(self, set_id: str) -> dict:
        """Where the task has its key: asked of the store, which the page does not tell."""
        sessions = open_store(Path(self.server.folder))
        self.addCleanup(sessions.kw["bind"].dispose)
        hand = hand_of(sessions, set_id)
        made = task(hand.level, hand.seed, load_sitter, tuple(known_sitters()), looks())
        return asdict(made.photo_set.lights[0].place)


class Read(RecordedTest):
    @journey
    def test_an_own_picture_is_read_from_what_is_pointed_at(self):
        page, made = self.page, pictured(2, 8)
        with urlopen(Request(self.server.address + "/api/log/pictures?name=own.png", png_bytes(made.codes))) as told:
            entry = json.load(told)["entry"]["id"]
        page.goto(f"{self.server.address}/picture/{entry}")
        page.get_by_role("link", name="Read its light").click()
        picture = page.get_by_role("img", name="The file")
        picture.wait_for()
        expect(page.get_by_text("The middle of the pupil at the picture's left.")).to_be_visible()
        marks, box = made.truth.marks, picture.bounding_box()
        for place in (marks.left_pupil, marks.right_pupil, marks.nose_tip):
            page.mouse.click(
                box["x"] + place[0] / marks.width * box["width"], box["y"] + place[1] / marks.height * box["height"]
            )
        told_back = page.get_by_role("region", name="What it tells")
        expect(told_back.get_by_role("listitem").first).to_contain_text("The key stood")
        azimuth = int(re.search(r"stood (\d+)°", told_back.inner_text())[1])
        self.assertAlmostEqual(azimuth, abs(made.truth.azimuth), delta=20)
        self.expected = ["422"]
        # A pupil on the wrong side is said at its point, and nothing is lost.
        points = page.get_by_role("list", name="Points")
        points.get_by_role("button", name="pupil at the left", exact=True).click()
        page.mouse.click(box["x"] + 0.8 * box["width"], box["y"] + marks.left_pupil[1] / marks.height * box["height"])
        expect(page.get_by_role("alert")).to_contain_text("left pupil lies right of the right one")
        page.mouse.click(
            box["x"] + marks.left_pupil[0] / marks.width * box["width"],
            box["y"] + marks.left_pupil[1] / marks.height * box["height"],
        )
        expect(page.get_by_role("alert")).to_have_count(0)
        page.get_by_role("button", name="Three likely sets").click()
        likely = page.get_by_role("list", name="Likely sets").get_by_role("listitem")
        expect(likely.first).to_be_visible()
        likely.first.get_by_role("button", name="Open as a set").click()
        page.wait_for_url("**/set/*")
        page.reload()
        page.get_by_text("As in the picture").wait_for()


if __name__ == "__main__":
    unittest.main()
