"""make shots: one current picture of each main view, from the demo data, at 1280 x 800."""

import json
import sys
from collections.abc import Callable
from pathlib import Path
from urllib.request import Request, urlopen

from playwright.sync_api import Page, sync_playwright
from tests.browser.page import CHROMIUM, FLAGS, FULL, SIZE, Server
from tests.core.eye.pictured import pictured

from deep_amber.formats.picture_file import png_bytes

DONE = "() => document.querySelector('.frame')?.dataset.quality === 'settled'"


def open_set(page: Page, address: str, name: str) -> None:
    page.goto(address + "/shelf")
    page.get_by_role("link", name=name, exact=True).click()
    page.wait_for_function(DONE, timeout=60_000)
    page.wait_for_function("() => [...document.querySelectorAll('.rail .state')].every(e => e.textContent !== '…')")


def steps_shots(page: Page, address: str, shot: Callable[[str], None]) -> None:
    """The key, and the first visit."""
    open_set(page, address, "Nadia, soft headshot")
    page.get_by_role("button", name="6 Key").click()
    page.get_by_role("group", name="This face in other light", exact=True).wait_for()
    shot("step-key")
    page.goto(f"{address}/begin")
    page.get_by_role("img", name="The picture as this room would take it").wait_for()
    shot("begin")


def wish_shots(page: Page, address: str, shot: Callable[[str], None]) -> None:
    """A wish with its first answer previewed."""
    open_set(page, address, "Nadia, soft headshot")
    page.locator("[data-marker=backdrop_middle]").focus()
    page.keyboard.press("Enter")
    page.get_by_role("textbox", name="Wish for backdrop middle").fill("-1.5")
    page.keyboard.press("Enter")
    page.wait_for_function("() => document.querySelector('.wish-panel .answers button')")
    page.wait_for_function("() => !document.querySelector('.asking progress')")
    page.get_by_role("button", name="Preview:").first.click()
    page.wait_for_timeout(4000)
    shot("wish")


def planning_shots(page: Page, address: str, shot: Callable[[str], None]) -> None:
    """A plan with one suggestion chosen, arrangements, a complaint with a mend tried, three sets side by side."""
    open_set(page, address, "Anton, four lights")
    here = page.url
    page.goto(here + "/plan")
    page.get_by_role("button", name="Plan", exact=True).click()
    page.get_by_role("button", name="Plan again").wait_for()
    page.get_by_role("list", name="Suggested sets").get_by_role("button").nth(2).click()
    page.wait_for_function("() => document.querySelectorAll('img.small-picture').length === 5")
    shot("plan")
    page.goto(here + "/arrangements")
    page.wait_for_function(
        "() => document.querySelector('.cannot') && !document.querySelector('.search .ant-progress')"
    )
    page.get_by_role("list", name="Arrangements").get_by_role("button").nth(3).click()
    page.get_by_role("img", name="From above").first.wait_for()
    shot("arrangements")
    page.goto(here + "/complaint")
    page.get_by_role("button", name="too flat").click()
    page.get_by_role("region", name="Mends").locator(".mend").first.click()
    page.get_by_role("img", name="The picture with the mend").wait_for()
    page.wait_for_function("() => !document.querySelector('.plan-found .ant-progress')")
    shot("complaint")
    page.goto(here + "/compare")
    page.get_by_label("Sets to compare with").click()
    for name in ("Nadia, low key", "Anton, hard and dramatic"):
        page.locator(".ant-select-item-option", has_text=name).click()
    page.keyboard.press("Escape")
    page.wait_for_function("() => document.querySelectorAll('img.small-picture').length === 3")
    shot("compare")


def practice_shots(page: Page, address: str, shot: Callable[[str], None]) -> None:
    """A picture to be read, the truth laid over an answer, and a picture of the log read backwards."""
    tasks = "**/api/practice/task?level=2"
    page.route(tasks, lambda route: route.continue_(url=f"{address}/api/practice/task?level=2&seed=8"))
    page.goto(address + "/practice")
    page.get_by_text("2", exact=True).click()
    page.get_by_text("This one trains:").wait_for(state="detached")
    page.get_by_role("img", name="The picture to read").wait_for()
    page.get_by_role("slider", name="Side: the key round the head").press("ArrowRight")
    shot("practice")
    page.get_by_role("button", name="Answer").click()
    page.get_by_role("region", name="Marks").wait_for()
    page.get_by_role("img", name="The picture of your light").wait_for()
    shot("answer")
    made = pictured(2, 8)
    marks = made.truth.marks
    with urlopen(Request(address + "/api/log/pictures?name=by%20a%20large%20box.png", png_bytes(made.codes))) as told:
        entry = json.load(told)["entry"]["id"]
    points = {"left_pupil": marks.left_pupil, "right_pupil": marks.right_pupil, "nose_tip": marks.nose_tip,
              "left_ear": marks.left_ear, "right_ear": marks.right_ear, "nose_shadow": marks.nose_shadow}  # fmt: skip
    x, y = marks.nose_tip
    points |= {"lit": (x + 28, y - 4), "shadow": (x - 28, y - 4), "backdrop_left": (40, 60), "backdrop_middle": (150, 150),
               "backdrop_right": (600, 60)}  # fmt: skip
    shares = {k: (at[0] / marks.width, at[1] / marks.height) for k, at in points.items() if at}
    page.evaluate("([id, at]) => sessionStorage.setItem(`read ${id}`, JSON.stringify(at))", [entry, shares])
    page.goto(f"{address}/read/{entry}")
    page.get_by_role("button", name="Three likely sets").click()
    page.get_by_role("list", name="Likely sets").wait_for()
    shot("read")


def expose_shots(page: Page, address: str, shot: Callable[[str], None]) -> None:
    """Outputs with ways out."""
    open_set(page, address, "Anton, four lights")
    page.get_by_role("button", name="10 Expose").click()
    aperture = page.locator('input[data-field="camera.aperture"]')
    aperture.fill("5.6")
    aperture.press("Enter")
    page.get_by_role("list", name="Ways out").wait_for()
    shot("expose-outputs")


PHONE = {"width": 390, "height": 844}
POST = """([path, method, body]) => fetch(path, {method, headers: {'Content-Type': 'application/json'},
    body: JSON.stringify(body)}).then(r => r.json())"""


def sitting_shots(page: Page, address: str, shot: Callable[[str], None]) -> None:
    """A sitting, its shoot view, what the log has of it, a frame against the computed picture, and a card."""
    page.goto(address + "/sittings")
    page.get_by_role("link", name="Nadia and Anton, three looks").click()
    page.get_by_role("group", name="The evening").get_by_role("button", name="low key").click()
    page.wait_for_function("() => document.images.length === 3 && [...document.images].every(i => i.naturalWidth)")
    shot("sitting")
    sitting = page.url.rsplit("/", 1)[-1]
    page.evaluate(POST, [f"/api/shoot/{sitting}", "PUT", {"step": 1, "done": 2}])
    page.goto(f"{address}/shoot/{sitting}")
    page.set_viewport_size(PHONE)
    page.get_by_role("button", name="Done").wait_for()
    shot("shoot")
    page.set_viewport_size(SIZE)
    last = page.evaluate(POST, [f"/api/shoot/{sitting}", "PUT", {"step": 2}])["set_id"]
    for step in (0.0, -2 / 3):
        kept = page.evaluate("id => fetch(`/api/sets/${id}`).then(r => r.json())", last)
        kept["file"]["set"]["lights"][0]["output"] += step
        page.evaluate(POST, [f"/api/sets/{last}", "PUT", {"based_on": kept["version"], "file": kept["file"]}])
        page.evaluate(POST, [f"/api/shoot/{sitting}/fire", "POST", {}])
    reading = {"at": "face", "light": 0, "receptor": "flat", "aperture": "f/5.6 +0.3"}
    page.evaluate(POST, [f"/api/shoot/{sitting}/reading", "POST", reading])
    page.goto(f"{address}/log?sitting={sitting}")
    page.locator(".entry.frame").nth(1).wait_for()
    shot("log")
    entry = page.locator(".entry.frame").last.get_by_role("link").get_attribute("href").rsplit("/", 1)[-1]
    brought = page.evaluate(
        """async ([entry, set]) => { const file = await (await fetch(`/api/log/${entry}/file`)).blob();
        return (await fetch(`/api/log/pictures?name=IMG_0042.dng&set_id=${set}`, {method: 'POST', body: file})).json() }""",
        [entry, last],
    )
    page.goto(f"{address}/picture/{brought['entry']['id']}")
    page.locator(".verdict-line").first.wait_for()
    shot("picture")
    page.goto(f"{address}/set/{last}/card")
    page.wait_for_function("() => document.querySelector('.sheet-of-card')?.naturalWidth > 100")
    shot("card")


def main() -> None:
    folder = Path(sys.argv[1])
    folder.mkdir(parents=True, exist_ok=True)
    server = Server(FULL, "--stand-ins", quick=False)
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            page = browser.new_page(viewport=SIZE, locale="en-GB")
            page.set_default_timeout(60_000)

            def shot(name: str) -> None:
                page.mouse.move(640, 20)
                page.wait_for_timeout(500)
                page.screenshot(path=folder / f"{name}.png")
                print(name, flush=True)

            page.goto(server.address + "/shelf")
            page.wait_for_function(
                "() => document.images.length === 4 && [...document.images].every(i => i.naturalWidth)"
            )
            shot("shelf")
            open_set(page, server.address, "Nadia, soft headshot")
            shot("bench-soft")
            page.goto(server.address + "/kit")
            page.get_by_label("full output, W s").wait_for()
            shot("kit")
            steps_shots(page, server.address, shot)
            wish_shots(page, server.address, shot)
            planning_shots(page, server.address, shot)
            practice_shots(page, server.address, shot)
            expose_shots(page, server.address, shot)
            sitting_shots(page, server.address, shot)
            browser.close()
    finally:
        server.stop()


if __name__ == "__main__":
    main()
