"""make shots: one current picture of each main view, from the demo data, at 1280 x 800."""

import sys
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

from PIL import Image
from playwright.sync_api import Page, sync_playwright
from tests.browser.page import CHROMIUM, DEMO, FLAGS, FULL, SIZE, Server

from deep_amber.core.model import Point
from deep_amber.core.picture.lens_rays import Size
from deep_amber.core.simulation import SETTLED, simulate
from deep_amber.core.sitter.face import face_marks
from deep_amber.formats.set_file import read_set_file
from deep_amber.formats.sitter_file import known_sitters, load_sitter

DONE = "() => document.querySelector('.frame')?.dataset.quality === 'settled'"


def open_set(page: Page, address: str, name: str) -> None:
    page.goto(address + "/shelf")
    page.get_by_role("link", name=name, exact=True).click()
    page.wait_for_function(DONE, timeout=60_000)
    page.wait_for_function("() => [...document.querySelectorAll('.rail .state')].every(e => e.textContent !== '…')")


POSES = (
    {},
    {"body_turn": 30.0, "head_turn": 8.0},
    {"body_turn": -35.0, "head_turn": -25.0, "head_nod": 6.0, "head_tilt": 5.0},
)


def sitters_sheet(path: Path) -> None:
    """Every sitter in three poses under the same soft light."""
    base = read_set_file((DEMO / "1-nadia-soft.json").read_bytes()).set
    wide, high = 213, 266
    sheet = Image.new("RGB", (6 * wide, 3 * high))
    for column, who in enumerate(known_sitters()):
        mesh = load_sitter(who)
        for row, pose in enumerate(POSES):
            sitter = replace(base.sitter, who=who, body_turn=0.0, head_turn=0.0, head_nod=0.0, head_tilt=0.0)
            eyes = face_marks(mesh, replace(sitter, **pose)).eyes
            camera = replace(
                base.camera,
                aim=Point(eyes[0], eyes[1] - 0.06, eyes[2]),
                focal_length=85.0,
                aperture=8.0 if who == "nadia" else 11.0,
            )
            quality = replace(SETTLED, size=Size(2 * wide, 2 * high))
            made = simulate(replace(base, sitter=replace(sitter, **pose), camera=camera), mesh, quality)
            sheet.paste(Image.fromarray(made.picture).resize((wide, high)), (wide * column, high * row))
    sheet.save(path)


def steps_shots(page: Page, address: str, shot: Callable[[str], None]) -> None:
    """Each step with its findings or values, and a way and a mend previewed before they are applied."""
    open_set(page, address, "Nadia, soft headshot")
    page.get_by_role("button", name="1 Brief").click()
    page.get_by_role("tab", name="aims").click()
    shot("step-brief")
    page.get_by_role("button", name="5 Camera").click()
    page.get_by_role("tab", name="findings").click()
    shot("step-camera")
    page.get_by_role("button", name="6 Key").click()
    page.get_by_role("group", name="This face in other light", exact=True).wait_for()
    shot("step-key")
    page.get_by_role("tab", name="ways").click()
    page.get_by_role("group", name="Ways to get to").get_by_role("button", name="Rembrandt").click()
    page.get_by_role("list", name="Ways to get there").get_by_role("button").first.click()
    page.locator(".preview").wait_for()
    page.wait_for_timeout(5000)
    shot("way-previewed")
    page.get_by_role("button", name="Dismiss").click()
    page.get_by_role("button", name="3 Backdrop").click()
    page.get_by_role("tab", name="values").click()
    width = page.locator('input[data-field="backdrop.width"]')
    width.fill("60cm")
    width.press("Enter")
    page.get_by_role("button", name="3 Backdrop look here").click()
    page.get_by_role("button", name="Preview:").first.click()
    page.get_by_text("Preview hang one").wait_for()
    page.wait_for_timeout(4000)
    shot("mend-previewed")
    page.get_by_role("button", name="Dismiss").click()
    page.get_by_role("button", name="Undo").click()
    page.goto(f"{address}/begin")
    page.get_by_role("img", name="The picture as this room would take it").wait_for()
    shot("begin")


def light_shots(page: Page, address: str, shot: Callable[[str], None]) -> None:
    """Fill, Rim and Background, and a wish with its first answer previewed."""
    open_set(page, address, "Anton, four lights")
    page.get_by_role("button", name="7 Fill").click()
    page.get_by_role("group", name="Schools of fill").wait_for()
    page.wait_for_timeout(2000)
    shot("step-fill")
    page.get_by_role("button", name="8 Rim").click()
    page.get_by_role("img", name="Edge of head and shoulders, in stops").wait_for()
    shot("step-rim")
    page.get_by_role("button", name="9 Background").click()
    page.get_by_role("img", name="Backdrop in the frame, in stops").wait_for()
    shot("step-background")
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


def expose_shots(page: Page, address: str, shot: Callable[[str], None]) -> None:
    """Outputs with ways out, the meter in the hand, and alone before the stand-in camera."""
    open_set(page, address, "Anton, four lights")
    page.get_by_role("button", name="10 Expose").click()
    aperture = page.locator('input[data-field="camera.aperture"]')
    aperture.fill("5.6")
    aperture.press("Enter")
    page.get_by_role("list", name="Ways out").wait_for()
    shot("expose-outputs")
    page.get_by_role("button", name="Undo").click()
    page.keyboard.press("Shift+H")
    page.get_by_role("status", name="The meter shows").wait_for()
    page.wait_for_timeout(4000)
    page.get_by_role("button", name="Keep", exact=True).click()
    shot("expose-meter")
    page.goto(page.url + "/alone")
    page.get_by_role("button", name="Focus on the stand-in").click()
    page.get_by_text("locked at").wait_for()
    page.get_by_role("button", name="Press the button").click()
    page.get_by_text("Sharp, lit as computed.").wait_for()
    shot("alone")


def main() -> None:
    folder = Path(sys.argv[1])
    folder.mkdir(parents=True, exist_ok=True)
    sitters_sheet(folder / "sitters.png")
    server = Server(FULL, "--stand-ins")
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
            for name, file in (
                ("Nadia, soft headshot", "bench-soft"),
                ("Anton, four lights", "bench-four-lights"),
            ):
                open_set(page, server.address, name)
                shot(file)
            page.goto(server.address + "/kit")
            page.get_by_label("full output, W s").wait_for()
            shot("kit")
            steps_shots(page, server.address, shot)
            light_shots(page, server.address, shot)
            expose_shots(page, server.address, shot)
            open_set(page, server.address, "Anton, hard and dramatic")
            page.locator("body").click(position={"x": 490, "y": 300})
            page.keyboard.press("t")
            page.keyboard.press("u")
            page.keyboard.press("c")
            page.keyboard.press("v")
            page.locator(".exposure-line").first.wait_for()
            page.locator(".rail", has_text="ft").first.wait_for()
            shot("light-desk-feet")
            browser.close()
    finally:
        server.stop()


if __name__ == "__main__":
    main()
