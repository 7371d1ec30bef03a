"""Layout at 1280 x 800, and an accessibility scan of every view in both looks."""

import itertools
import unittest
from pathlib import Path

from .recorded import RecordedTest, journey

AXE = Path(__file__).parents[2] / "frontend/node_modules/axe-core/axe.min.js"

# What reaches out of the window at a side, and whether anything can be scrolled sideways.
SIDEWAYS = """() => [document.documentElement, ...document.querySelectorAll('.bench, .instruments, .pictured, .sheet, .rail, .things')]
    .filter(e => e.scrollWidth > e.clientWidth + 1).map(e => e.className || e.tagName)
    .concat([...document.querySelectorAll('input, button, a, svg text, dd, .caption')].filter(e => {
        const r = e.getBoundingClientRect(); return r.width && (r.right > innerWidth + 1 || r.left < -1)
    }).map(e => e.textContent || e.dataset.field))"""
LADDER_TOUCHES = """() => [...document.querySelectorAll('.marker')].filter(m => {
    const [name, value] = [...m.querySelectorAll('text')].map(t => t.getBoundingClientRect());
    return name.right > value.left }).map(m => m.dataset.marker)"""


class Layout(RecordedTest):
    def test_the_bench_fits_without_scrolling_and_cuts_nothing_off(self):
        for name in ("Nadia, soft headshot", "Anton, hard and dramatic", "Nadia, low key", "Anton, four lights"):
            self.open_demo(name)
            for thing in ("k", "s", "c", "b", "r"):
                self.page.keyboard.press(thing)
                self.still()
                over = self.page.evaluate(
                    """() => [document.documentElement, ...document.querySelectorAll('.bench, .instruments, .pictured, .values, .answer, .sheet')]
                        .filter(e => e.scrollHeight > e.clientHeight + 1 || e.scrollWidth > e.clientWidth + 1).map(e => e.className || e.tagName)"""
                )
                self.assertEqual(over, [], f"{name} {thing}")
                cut = self.page.evaluate(
                    """() => [...document.querySelectorAll('input, dd, output, .caption, label')]
                        .filter(e => e.scrollWidth > e.clientWidth + 1).map(e => e.value || e.textContent)"""
                )
                self.assertEqual(cut, [], f"{name} {thing}")
        outside = self.page.evaluate(
            """() => [...document.querySelectorAll('input, button, a, text, svg text')].filter(e => {
                const r = e.getBoundingClientRect(); return r.width && (r.right > innerWidth + 1 || r.bottom > innerHeight + 1 || r.left < -1)
            }).map(e => e.textContent || e.dataset.field)"""
        )
        self.assertEqual(outside, [])

    def test_labels_on_the_ladder_do_not_cover_each_other(self):
        self.open_demo()
        tops = self.page.evaluate(
            "() => [...document.querySelectorAll('.marker text.value')].map(e => e.getBoundingClientRect().top).sort((a, b) => a - b)"
        )
        self.assertEqual(len(tops), 12)
        self.assertTrue(all(b - a > 17 for a, b in itertools.pairwise(tops)), tops)

    def test_narrow_windows_hold_everything_without_scrolling_sideways(self):
        for width, height in ((1024, 768), (820, 1180)):
            self.page.set_viewport_size({"width": width, "height": height})
            for name in ("Nadia, soft headshot", "Anton, four lights"):
                self.open_demo(name)
                for key in ("k", "s", "c", "b", "r", "1", "3", "6"):
                    self.page.keyboard.press(key)
                    self.still()
                    where = f"{name} {key} at {width}"
                    self.assertEqual(self.page.evaluate(SIDEWAYS), [], where)
                for view in ("svg.floor", "svg.side", "svg.ladder", ".frame", ".sheet", ".rail", ".things"):
                    self.assertTrue(self.page.locator(view).is_visible(), f"{view} of {where}")
                self.assertEqual(self.page.evaluate(LADDER_TOUCHES), [], where)


class Scan(RecordedTest):
    bypass_csp = True  # the scanner is put into the page

    def scan(self) -> None:
        self.page.add_script_tag(path=str(AXE))
        found = self.page.evaluate("() => axe.run(document, {resultTypes: ['violations']})")
        serious = [
            (v["id"], [n["target"] for n in v["nodes"]][:4])
            for v in found["violations"]
            if v["impact"] in ("serious", "critical")
        ]
        self.assertEqual(serious, [])

    def test_four_lights_with_picker_and_the_kit(self):
        self.open_demo("Anton, four lights")
        for part in ("source", "modifier"):
            self.page.get_by_role("tab", name=part).click()
            self.scan()
        self.page.keyboard.press("n")
        self.page.get_by_label("Find in the kit").wait_for()
        self.scan()
        self.page.goto(self.server.address + "/kit")
        self.page.get_by_label("full output, W s").wait_for()
        self.scan()

    def test_bench_in_both_looks(self):
        self.open_demo()
        self.scan()
        self.page.keyboard.press("t")
        self.still()
        self.scan()
        self.page.keyboard.press("?")
        self.page.get_by_text("output a step down, up").wait_for()
        self.still()
        self.scan()

    def test_every_step_and_the_first_visit(self):
        self.open_demo()
        for number, tabs in (
            ("1", ("findings", "aims", "ideas")),
            ("3", ("values", "material")),
            ("4", ("skin and cloth",)),
            ("5", ("values", "sensor")),
            ("6", ("dial", "ways", "why", "softness", "people", "findings")),
        ):
            self.page.locator("body").press(number)
            for tab in tabs:
                self.page.get_by_role("tab", name=tab).click()
                self.still()
                self.scan()
        self.page.get_by_role("group", name="This face in other light", exact=True).wait_for()
        self.page.get_by_role("tab", name="dial").click()
        self.scan()
        self.page.goto(self.server.address + "/begin")
        self.page.get_by_role("img", name="The picture as this room would take it").wait_for()
        self.page.get_by_role("button", name="Put it on the bench").wait_for()
        self.still()
        self.scan()
        self.page.evaluate(
            "() => localStorage.setItem('deep-amber-look', JSON.stringify({state: {desk: true, feet: false}, version: 0}))"
        )
        self.page.reload()
        self.page.get_by_role("img", name="The picture as this room would take it").wait_for()
        self.still()
        self.scan()

    @journey
    def test_shelf_in_both_looks(self):
        self.page.goto(self.server.address + "/shelf")
        self.page.get_by_role("link", name="Nadia, low key").first.wait_for()
        self.scan()
        self.page.get_by_role("button", name="Light desk").click()
        self.still()
        self.scan()

    def test_sitting_shoot_view_log_and_card(self):
        self.page.goto(self.server.address + "/sittings")
        self.scan()
        self.page.get_by_role("link", name="Nadia and Anton, three looks").click()
        self.page.get_by_role("group", name="The evening").wait_for()
        for tab in ("Look", "Room", "Packing", "Posing"):
            self.page.get_by_role("tab", name=tab).click()
            self.still()
            self.scan()
        self.page.get_by_role("link", name="Shoot").click()
        views = self.page.get_by_role("navigation", name="Views")
        for view in ("Change", "Check", "Meter", "Shoot"):
            views.get_by_role("button", name=view).click()
            self.scan()
        self.page.goto(self.server.address + "/log")
        self.page.get_by_role("searchbox", name="Search the log").wait_for()
        self.scan()
        self.open_demo("Anton, four lights")
        self.page.get_by_role("link", name="Card").click()
        self.page.get_by_label("Reading of the key").wait_for()
        self.scan()

    def test_everything_can_be_reached_by_keyboard_and_focus_shows(self):
        self.open_demo()
        reached = set()
        for _ in range(60):
            self.page.keyboard.press("Tab")
            reached.add(
                self.page.evaluate(
                    "() => document.activeElement.dataset.handle || document.activeElement.dataset.field || document.activeElement.textContent"
                )
            )
        for wanted in (
            "lights.0:place",
            "sitter:place",
            "camera:place",
            "backdrop:place",
            "camera.aperture",
            "lights.0.distance",
        ):
            self.assertIn(wanted, reached)
        self.page.locator('svg.floor [data-handle="sitter:place"]').focus()
        self.page.keyboard.press("Enter")
        self.field("sitter.head_turn").wait_for()


if __name__ == "__main__":
    unittest.main()
