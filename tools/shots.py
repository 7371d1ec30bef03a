"""make shots: one current picture of each main view, from the demo data, at 1280 x 800."""

import sys
from pathlib import Path

from playwright.sync_api import Page, sync_playwright
from tests.browser.page import CHROMIUM, FLAGS, SIZE, Server

DONE = "() => document.querySelector('.frame')?.dataset.quality === 'settled'"


def open_set(page: Page, address: str, name: str) -> None:
    page.goto(address + "/shelf")
    page.get_by_role("link", name=name, exact=True).click()
    page.wait_for_function(DONE, timeout=60_000)


def main() -> None:
    folder = Path(sys.argv[1])
    folder.mkdir(parents=True, exist_ok=True)
    server = Server()
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
                "() => document.images.length === 3 && [...document.images].every(i => i.naturalWidth)"
            )
            shot("shelf")
            for name, file in (
                ("Nadia, soft headshot", "bench-soft"),
                ("Anton, hard and dramatic", "bench-hard"),
                ("Nadia, low key", "bench-low-key"),
            ):
                open_set(page, server.address, name)
                shot(file)
            open_set(page, server.address, "Anton, hard and dramatic")
            page.keyboard.press("s")
            page.locator('[data-field="sitter.head_turn"]').wait_for()
            shot("sitter-chosen")
            page.keyboard.press("r")
            page.locator('[data-field="room.width"]').fill("3 stone")
            page.keyboard.press("Enter")
            page.get_by_role("alert").wait_for()
            shot("value-refused")
            page.keyboard.press("Escape")
            page.locator("body").click(position={"x": 490, "y": 300})
            page.keyboard.press("?")
            page.get_by_text("output a third stop down, up").wait_for()
            shot("keys")
            page.keyboard.press("?")
            page.keyboard.press("t")
            page.keyboard.press("u")
            page.keyboard.press("c")
            shot("light-desk-feet")
            browser.close()
    finally:
        server.stop()


if __name__ == "__main__":
    main()
