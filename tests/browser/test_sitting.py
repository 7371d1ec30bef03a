"""A whole sitting of three looks, and its shoot view on a phone."""

import json
import unittest
from urllib.request import urlopen

from playwright.sync_api import expect

from .page import SLOW_LINE, SMALL, PageTest, Server
from .stand_ins import WithStandIns

PHONE = {"width": 390, "height": 844}
SIDEWAYS = """() => [...document.querySelectorAll('button, a, input, p, li, img')].filter(e => {
    const r = e.getBoundingClientRect(); return r.width && (r.right > innerWidth + 1 || r.left < -1)
}).map(e => e.textContent || e.getAttribute('aria-label'))"""


class Sitting(WithStandIns):
    def add(self, name: str) -> None:
        self.page.get_by_role("button", name="Add a look").click()
        self.page.get_by_role("menuitem", name=name, exact=True).wait_for()
        self.still()
        self.page.get_by_role("menuitem", name=name, exact=True).click()
        self.page.get_by_role("list", name="Looks").get_by_text(name, exact=True).wait_for()

    def looks(self) -> list[str]:
        return self.page.get_by_role("list", name="Looks").locator("b").all_inner_texts()

    def test_three_looks_are_planned_and_shot_from_a_phone(self):
        self.devices()
        self.page.goto(self.server.address + "/sittings")
        self.page.get_by_role("button", name="New sitting").click()
        self.page.get_by_label("Name").first.fill("Friday evening")
        self.page.get_by_label("Sitter", exact=True).fill("Nadia")
        for name in ("Nadia, soft headshot", "Anton, four lights", "Nadia, low key"):
            self.add(name)
        evening = self.page.get_by_role("group", name="The evening")
        expect(evening.get_by_role("button")).to_have_count(3)
        self.assertRegex(
            self.page.locator(".evening-said").inner_text(), r"18:00 to \d\d:\d\d\n.*min of changes between looks"
        )
        # What must come last is pulled to the end, and what it takes to get there is listed.
        evening.get_by_role("button", name="Nadia, low key").click()
        self.page.locator("label", has_text="Comes").get_by_role("combobox").click()
        self.page.get_by_title("last: paper that is walked on").click()
        expect(self.page.get_by_role("list", name="Looks").locator("b").last).to_have_text("Nadia, low key")
        self.page.get_by_text("Carry the key").wait_for()
        tick = self.page.get_by_role("checkbox", name="Focus on the near eye")
        tick.check()
        self.page.get_by_role("tab", name="Packing").click()
        self.page.get_by_text("The sitting is elsewhere").click()
        self.page.get_by_text("90 cm octa").wait_for()
        self.page.get_by_role("tab", name="Posing").click()
        self.page.get_by_text("Forward, then slightly down").wait_for()
        self.page.get_by_role("status").filter(has_text="saved").wait_for()
        self.page.reload()
        self.page.get_by_role("group", name="The evening").get_by_role("button", name="Nadia, low key").click()
        expect(self.page.get_by_role("checkbox", name="Focus on the near eye")).to_be_checked()
        order = self.looks()
        self.page.get_by_role("link", name="Shoot").click()
        self.shoot(order)

    def test_changes_made_faster_than_they_are_kept_are_all_kept(self):
        self.page.add_init_script(SLOW_LINE)
        self.page.goto(self.server.address + "/sittings")
        self.page.get_by_role("button", name="New sitting").click()
        self.page.get_by_label("Name").first.fill("Slow line")
        for name in ("Nadia, soft headshot", "Anton, four lights", "Nadia, low key"):
            self.add(name)
            self.page.wait_for_timeout(700)
        self.page.get_by_role("link", name="Sittings").click()
        self.page.get_by_text("Slow line").click()
        expect(self.page.get_by_role("list", name="Looks").locator("b")).to_have_count(3)

    def shoot(self, order: list[str]) -> None:
        page = self.page
        page.set_viewport_size(PHONE)
        page.get_by_text("Hang the backdrop").wait_for()
        self.assertEqual(page.evaluate(SIDEWAYS), [])
        page.get_by_role("button", name="Done").click()
        page.locator(".now", has_text="Camera").wait_for()
        page.get_by_role("button", name="One back").click()
        page.locator(".now", has_text="Hang the backdrop").wait_for()
        views = page.get_by_role("navigation", name="Views")
        views.get_by_role("button", name="Meter").click()
        page.get_by_role("group", name="Which light").get_by_role("button", name="key").click()
        page.get_by_role("group", name="Aperture").get_by_role("button", name="5.6").click()
        page.get_by_role("group", name="Tenths").get_by_role("button", name="+.3").click()
        page.get_by_role("button", name="Keep f/5.6 +0.3").click()
        page.get_by_role("status").filter(has_text="key, before the face: f/5.6 +0.3").wait_for()
        self.assertEqual(page.evaluate(SIDEWAYS), [])
        views.get_by_role("button", name="Shoot").click()
        page.get_by_role("button", name="Fire").click()
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_role("button", name="Keep", exact=True)).to_have_attribute("aria-pressed", "true")
        page.get_by_label("Note").fill("chin a little down")
        page.get_by_label("Note").press("Tab")
        self.assertEqual(page.evaluate(SIDEWAYS), [])
        for name in order[1:]:
            page.get_by_role("button", name="The next look").click()
            page.locator(".which b", has_text=name).wait_for()
        views.get_by_role("button", name="Check").click()
        page.get_by_role("button", name="Focus on the near eye").click()
        page.goto(page.url.replace("/shoot/", "/log?sitting="))
        page.set_viewport_size({"width": 1280, "height": 800})
        line = page.locator(".entry.frame")
        expect(line.get_by_label("Note on")).to_have_value("chin a little down")
        expect(line.get_by_role("button", name="Keep")).to_have_attribute("aria-pressed", "true")
        page.locator(".entry.reading", has_text="key, before the face").wait_for()


class Phone(PageTest):
    """From another address of this machine, as from another device."""

    hosts = ("127.0.0.1", "127.0.0.2")

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.serving = Server(SMALL, "--lan")
        cls.addClassCleanup(cls.serving.stop)

    def test_a_phone_pairs_by_the_code_and_reaches_the_shoot_view_alone(self):
        there = self.serving.address.replace("127.0.0.1", "127.0.0.2")
        self.page.goto(self.serving.address + "/devices")
        code = self.page.locator(".code").inner_text()
        self.page.locator(".square svg").wait_for()
        phone = self.new_page()
        phone.set_viewport_size(PHONE)
        self.expected = ["403"]
        self.assertEqual(phone.goto(there + "/shelf").status, 403)
        phone.goto(there + "/pair")
        phone.get_by_label("Code").fill("AAAA-AAAA")
        phone.get_by_role("button", name="Pair").click()
        phone.get_by_role("alert").wait_for()
        phone.get_by_label("Code").fill(code)
        phone.get_by_role("button", name="Pair").click()
        phone.get_by_text("Hang the backdrop").wait_for()
        phone.get_by_role("button", name="Done").click()
        phone.locator(".now", has_text="Camera").wait_for()
        self.assertEqual(phone.goto(there + "/api/sets").status, 403)
        self.page.get_by_text("phone is paired").wait_for()
        self.page.get_by_role("button", name="End").click()
        self.page.get_by_text("phone is paired").wait_for(state="detached")
        self.assertEqual(phone.goto(there + "/shoot").status, 403)
        with urlopen(self.serving.address + "/api/lan") as told:
            self.assertEqual(json.load(told)["devices"], [])


if __name__ == "__main__":
    unittest.main()
