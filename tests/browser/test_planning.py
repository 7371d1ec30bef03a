"""From an empty set with an own kit to a taken plan; a complaint mended; sets compared; the next look of a sitting."""

import json
import re
import unittest

from playwright.sync_api import expect

from .recorded import RecordedTest, journey

KIT = {
    "sources": [{"name": "speedlight", "source": {"kind": "speedlight", "guide_number": 40.0}}],
    "modifiers": [{"name": "umbrella", "modifier": {"kind": "umbrella", "diameter": 1.0}}],
    "panels": [{"name": "white board", "surface": "white", "width": 0.7, "height": 1.0}],
    "stands": [{"name": "stand", "quantity": 2}],
}


class Planning(RecordedTest):
    own_server = True

    def wait_for_plan(self) -> None:
        self.page.get_by_role("button", name="Plan again").wait_for()

    def own_kit(self) -> None:
        done = self.page.evaluate(
            """async (kit) => {
                const now = await (await fetch('/api/kit')).json();
                const body = JSON.stringify({based_on: now.version, kit});
                const headers = {'Content-Type': 'application/json'};
                return (await fetch('/api/kit', {method: 'PUT', body, headers})).status }""",
            KIT,
        )
        self.assertEqual(done, 200)

    def empty_set(self) -> int:
        """A set without light or look, as a first visit leaves it when the light is taken out; gives the turn of its picture."""
        self.open_demo()
        here = self.page.url.rsplit("/", 1)[1]
        raw = json.loads(self.page.evaluate("id => fetch(`/api/sets/${id}/file`).then(r => r.text())", here))
        raw["set"] |= {"lights": [], "panels": [], "look": None}
        raw["name"] = "An empty room"
        entry = self.page.evaluate(
            "raw => fetch('/api/sets', {method: 'POST', body: raw}).then(r => r.json())", json.dumps(raw)
        )
        self.page.goto(f"{self.server.address}/set/{entry['id']}")
        turn = self.settled()
        self.page.get_by_role("link", name="Plan", exact=True).click()
        return turn

    @journey
    def test_from_an_empty_set_with_an_own_kit_to_a_taken_plan(self):
        self.page.goto(self.server.address + "/help")
        self.own_kit()
        empty = self.empty_set()
        self.page.get_by_text("First choose what the picture is for.").wait_for()
        expect(self.page.get_by_role("button", name="Plan", exact=True)).to_be_disabled()
        self.page.get_by_label("purpose").click()
        self.page.get_by_title("headshot").click()
        self.page.locator("label", has_text=re.compile("^lights")).get_by_text("1", exact=True).click()
        self.page.get_by_role("button", name="Plan", exact=True).click()
        self.wait_for_plan()
        cards = self.page.get_by_role("list", name="Suggested sets").get_by_role("button")
        self.assertGreaterEqual(cards.count(), 2)
        expect(cards.first.locator("img")).to_be_visible()
        expect(cards.first).to_contain_text(re.compile(r"meets every aim|within a third"))
        cards.nth(1).click()
        title = cards.nth(1).locator("b").inner_text()
        chosen = self.page.get_by_role("region", name=f"{title}, chosen")
        expect(chosen.get_by_text("speedlight")).to_be_visible()
        expect(chosen.get_by_role("img", name=re.compile("^From above: .*key"))).to_be_visible()
        chosen.get_by_role("button", name="Take it").click()
        self.settled(after=empty)
        self.saved()
        self.page.locator('svg.floor [aria-label^="key"]').first.wait_for()
        self.assertLess(abs(self.marker("lit_cheek")[0]), 2)
        self.page.reload()
        self.settled()
        self.page.locator('svg.floor [aria-label^="key"]').first.wait_for()

    @journey
    def test_what_was_taken_is_undone_on_the_bench(self):
        self.open_demo("Anton, four lights")
        opened = self.settled()
        before = self.marker("lit_cheek")[0]
        self.page.get_by_role("link", name="Plan", exact=True).click()
        self.page.locator("label", has_text=re.compile("^lights")).get_by_text("1", exact=True).click()
        self.page.get_by_role("button", name="Plan", exact=True).click()
        self.wait_for_plan()
        self.page.get_by_role("button", name="Take it").click()
        taken = self.settled(after=opened)
        self.assertEqual(self.page.locator('svg.floor [data-handle^="lights."][data-handle$=":place"]').count(), 1)
        self.page.get_by_role("button", name="Undo").click()
        self.page.wait_for_function(
            'n => document.querySelectorAll(\'svg.floor [data-handle^="lights."][data-handle$=":place"]\').length === n',
            arg=4,
        )
        self.settled(after=taken)
        self.assertAlmostEqual(self.marker("lit_cheek")[0], before, delta=0.1)

    def test_a_complaint_is_mended_and_words_that_mean_nothing_are_refused(self):
        self.expected = ["422"]
        self.open_demo("Anton, four lights")
        opened = self.settled()
        self.page.locator('[data-field="camera.aperture"]').first.fill("16")
        self.page.keyboard.press("Enter")
        self.settled(after=opened)
        dark = self.marker("lit_cheek")[0]
        self.page.locator(".saved", has_text=re.compile("^saved$")).wait_for()
        here = self.page.url
        self.page.goto(here + "/complaint")
        self.page.get_by_label("What is wrong with the picture").fill("qwertz")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("alert")).to_contain_text("is not understood")
        self.page.get_by_label("What is wrong with the picture").fill("muddy")
        self.page.keyboard.press("Enter")
        self.page.get_by_role("heading", name="muddy skin: what causes it here").wait_for()
        expect(self.page.locator(".causes .asks").first).to_contain_text("under its own tone")
        mends = self.page.get_by_role("region", name="Mends")
        mends.get_by_role("button", name="Apply").first.wait_for()
        mends.locator(".mend").first.click()
        expect(self.page.get_by_role("img", name="The picture with the mend")).to_be_visible()
        mends.get_by_role("button", name="Apply").first.click()
        self.settled()
        self.assertGreater(self.marker("lit_cheek")[0], dark + 0.6)

    def test_three_sets_beside_each_other(self):
        self.open_demo("Anton, four lights")
        self.page.goto(self.page.url + "/compare")
        self.page.get_by_label("Sets to compare with").click()
        self.page.locator(".ant-select-item-option").first.wait_for()
        for name in ("Nadia, low key", "Anton, hard and dramatic"):
            self.still()
            self.page.locator(".ant-select-item-option", has_text=name).first.click()
            expect(self.page.locator(".ant-select-selection-item", has_text=name)).to_be_visible()
        self.page.keyboard.press("Escape")
        low = self.page.get_by_role("region", name="Nadia, low key")
        expect(low.get_by_text(re.compile("backdrop .* darker")).first).to_be_visible()
        expect(low.get_by_text("Take the rim away")).to_be_visible()
        expect(self.page.locator(".beside > section")).to_have_count(3)
        self.page.get_by_text("all at the first's").click()
        expect(low.get_by_text("f/8", exact=False)).to_be_visible()

    @journey
    def test_arrangements_are_found_by_words_and_one_is_taken(self):
        self.open_demo()
        self.page.goto(self.page.url + "/arrangements")
        self.page.get_by_label("Find by look").fill("umbrella")
        cards = self.page.get_by_role("list", name="Arrangements").get_by_role("button")
        expect(cards.filter(has_text="Large box behind the camera")).to_have_count(0)
        cards.first.wait_for()
        expect(cards.first.locator("img")).to_be_visible()
        cards.first.click()
        self.page.get_by_role("button", name="Take it").click()
        self.settled()
        self.page.goto(self.page.url + "/arrangements")
        self.page.get_by_label("Find by look").fill("xylophone")
        self.page.get_by_text("No arrangement has all of these words").wait_for()

    def test_each_question_is_shown_on_this_set(self):
        self.open_demo("Anton, four lights")
        self.page.goto(self.page.url + "/schools")
        lens = self.page.get_by_role("region", name="The lens: open, or all sharp?")
        expect(lens.get_by_text(re.compile("sharp over"))).to_have_count(2)
        expect(self.page.locator(".school")).to_have_count(5)

    def test_the_next_look_is_planned_from_the_one_before(self):
        self.open_demo("Anton, four lights")
        first = self.page.url.rsplit("/", 1)[1]
        self.open_demo()
        second = self.page.url.rsplit("/", 1)[1]
        self.page.goto(f"{self.server.address}/set/{second}/plan?before={first}")
        self.page.get_by_text("From “Anton, four lights", exact=False).wait_for()
        self.page.get_by_role("button", name="Plan", exact=True).click()
        self.wait_for_plan()
        self.page.get_by_role("list", name="Suggested sets").get_by_role("button").first.wait_for()
        expect(self.page.get_by_role("heading", name="To do")).to_be_visible()


if __name__ == "__main__":
    unittest.main()
