"""Nothing is lost and nothing doubled: leaving while saving, large sets, a server that does not answer, real conflicts."""

import json
import re
import unittest

from playwright.sync_api import expect

from tests.sets import demo_file

from .page import PageTest

GONE = "net::ERR_FAILED"


def measured_beam() -> str:
    """A photometric file of 181 by 73 angles: a set with it is larger than browsers send of a page that is left."""
    angles, turns = " ".join(map(str, range(181))), " ".join(str(5 * k) for k in range(73))
    rows = "\n".join(" ".join(f"{1000.0 / (1 + a / 30 + t / 50):.4f}" for a in range(181)) for t in range(73))
    return f"IESNA:LM-63-2002\nTILT=NONE\n1 1000 1 181 73 1 2 0.2 0.2 0\n1 1 100\n{angles}\n{turns}\n{rows}\n"


class LosingNothing(PageTest):
    own_server = True

    def names(self) -> list[str]:
        """Names on the shelf."""
        return self.page.evaluate("() => fetch('/api/sets').then(r => r.json()).then(d => d.sets.map(s => s.name))")

    def distance(self, text: str) -> None:
        """Types another distance of the key, and waits until it is on the bench."""
        self.field("lights.0.distance").fill(text)
        self.page.keyboard.press("Enter")
        shown = text.replace("cm", " cm")
        self.page.wait_for_function(
            "text => document.querySelector('[data-tape=\"lights.0 to face\"]').textContent === text", arg=shown
        )

    def reopened(self, address: str, text: str) -> None:
        """Opens the set anew: the distance is there."""
        self.page.goto(address)
        self.settled()
        self.assertEqual(self.field("lights.0.distance").input_value(), text)

    def test_a_conflict_leaves_one_copy(self):
        self.expected = ["409"]
        self.open_demo()
        name = self.page.title().split(" · ")[0]
        other = self.new_page()
        other.goto(self.page.url)
        self.settled(other)
        self.distance("130cm")
        self.saved()
        other.locator('input[data-field="lights.0.distance"]').fill("100cm")
        other.keyboard.press("Enter")
        other.get_by_text("Your version is kept as").wait_for()
        self.settled(other)
        other.goto(self.server.address + "/shelf")
        other.get_by_role("link", name=f"{name}, other tab", exact=True).first.wait_for()
        self.assertEqual([n for n in self.names() if n.startswith(f"{name}, other tab")], [f"{name}, other tab"])

    def test_what_is_entered_while_the_server_is_away_is_not_called_saved_and_comes_by_itself(self):
        self.expected = [GONE]
        self.open_demo()
        self.settled()
        self.page.route("**/api/**", lambda route: route.abort())
        self.field("lights.0.distance").fill("131cm")
        self.page.keyboard.press("Enter")
        self.page.get_by_role("alert").get_by_text("The server does not answer.").wait_for()
        expect(self.page.locator(".saved")).to_have_text("not saved yet")
        self.page.get_by_role("button", name=re.compile("^output: a step more")).first.click()
        self.page.unroute("**/api/**")
        self.page.wait_for_function(
            "() => document.querySelector('[data-tape=\"lights.0 to face\"]').textContent === '131 cm'"
        )
        self.saved()
        self.page.get_by_role("button", name="Undo").click()  # the dial, turned meanwhile
        expect(self.field("lights.0.distance")).to_have_value("131 cm")

    def test_a_tab_that_is_closed_at_once_after_enter_loses_nothing(self):
        self.open_demo()
        self.settled()
        address, held = self.page.url, []
        self.page.route("**/api/enter", lambda route: held.append(route))
        self.field("lights.0.distance").fill("132cm")
        self.page.keyboard.press("Enter")
        self.page.wait_for_timeout(50)
        self.assertEqual(len(held), 1)
        self.page.goto("about:blank")
        self.page.unroute("**/api/enter")
        self.reopened(address, "132 cm")
        self.saved()

    def test_leaving_while_a_save_is_under_way_makes_no_other_tab(self):
        self.open_demo()
        address, before = self.page.url, len(self.names())
        held = []

        def hold(route) -> None:
            """The first save stays under way; what comes after it goes on."""
            if route.request.method == "PUT" and not held:
                held.append(route)
            else:
                route.continue_()

        self.page.route("**/api/sets/*", hold)
        self.distance("110cm")
        self.page.wait_for_function("() => document.querySelector('.saved').textContent === 'saving'")
        self.distance("105cm")
        held[0].continue_()
        self.page.goto(self.server.address + "/kit")
        self.reopened(address, "105 cm")
        self.assertEqual(len(self.names()), before)

    def test_a_large_set_left_at_once_keeps_its_last_change(self):
        self.open_demo()
        address = self.page.url
        data = self.page.evaluate("a => fetch(a).then(r => r.json())", address.replace("/set/", "/api/sets/"))
        bare = {**data["file"]["set"]["lights"][0], "modifier": {"kind": "bare"}}
        made = self.page.evaluate(
            "body => fetch('/api/beam', {method: 'POST', headers: {'Content-Type': 'application/json'}, body}).then(r => r.json())",
            json.dumps(
                {
                    "set": {**data["file"]["set"], "lights": [bare]},
                    "thing": "lights.0",
                    "name": "flood",
                    "text": measured_beam(),
                }
            ),
        )
        file = json.dumps({**data["file"], "set": made["set"]})
        self.assertGreater(len(file), 65536)
        entry = self.page.evaluate("raw => fetch('/api/sets', {method: 'POST', body: raw}).then(r => r.json())", file)
        address = f"{self.server.address}/set/{entry['id']}"
        self.page.goto(address)
        self.settled()
        self.distance("115cm")
        self.page.on("dialog", lambda dialog: dialog.accept())  # the page says that it is not saved yet
        self.page.goto(self.server.address + "/kit")
        self.reopened(address, "115 cm")

    def test_a_move_that_is_not_answered_is_said_and_made_again(self):
        self.expected = [GONE]
        self.open_demo()
        lost = []

        def lose(route) -> None:
            lost.append(route)
            route.abort() if len(lost) == 1 else route.continue_()

        self.page.route("**/api/move", lose)
        self.drag("floor", "lights.0:place", 30, 20, steps=1)
        self.page.get_by_role("alert").get_by_text("is tried again").wait_for()
        self.page.get_by_role("alert").wait_for(state="detached")
        self.assertGreater(len(lost), 1)
        moved = self.field("lights.0.place.x").input_value()
        self.assertNotEqual(moved, "-52 cm")
        self.saved()
        self.drag("floor", "lights.0:place", 20, 0)
        self.page.wait_for_function(
            "was => document.querySelector('input[data-field=\"lights.0.place.x\"]').value !== was", arg=moved
        )
        self.saved()

    def test_a_choice_made_while_another_change_is_under_way_stands_with_it(self):
        self.open_demo()
        held = []
        self.page.route("**/api/step", lambda route: held.append(route))
        self.page.keyboard.press(".")
        while not held:
            self.page.wait_for_timeout(20)
        self.page.get_by_role("tab", name="modifier").click()
        self.page.get_by_role("combobox", name="modifier").click()
        self.page.get_by_title("90 cm octa", exact=True).click()
        held[0].continue_()
        self.field("lights.0.modifier.diameter").wait_for()
        self.saved()
        kept = self.page.evaluate("() => fetch(location.pathname.replace('/set/', '/api/sets/')).then(r => r.json())")
        light, was = kept["file"]["set"]["lights"][0], demo_file(1).set.lights[0]
        self.assertEqual(light["modifier"]["kind"], "octa")
        self.assertGreater(light["output"], was.output)

    def test_a_save_that_is_not_answered_is_made_again(self):
        self.expected = [GONE]
        self.open_demo()
        address, lost = self.page.url, []

        def lose(route) -> None:
            if route.request.method == "PUT" and not lost:
                lost.append(route)
                route.abort()
            else:
                route.continue_()

        self.page.route("**/api/sets/*", lose)
        self.distance("125cm")
        self.page.get_by_role("status").filter(has_text="not saved yet").wait_for()
        self.saved()
        self.assertEqual(len(lost), 1)
        self.reopened(address, "125 cm")

    def test_back_from_the_page_cache_saving_goes_on(self):
        """What was sent on leaving is the tab's own: the next save is no other tab's."""
        self.open_demo()
        before = len(self.names())
        self.distance("112cm")
        self.page.evaluate("() => window.dispatchEvent(new PageTransitionEvent('pagehide', {persisted: true}))")
        self.page.evaluate("() => window.dispatchEvent(new PageTransitionEvent('pageshow', {persisted: true}))")
        self.distance("118cm")
        self.saved()
        self.assertEqual(len(self.names()), before)
        self.reopened(self.page.url, "118 cm")


if __name__ == "__main__":
    unittest.main()
