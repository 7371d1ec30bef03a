"""The page in a browser on the same two cores."""

import re
import statistics
import time

from playwright.sync_api import sync_playwright
from tests.browser.page import CHROMIUM, FLAGS, SIZE, Server

READY = "quality => document.querySelector('.frame')?.dataset.quality === quality"


def page_times(server: Server) -> dict[str, float]:
    """Milliseconds from opening the address in a fresh browser, and picture requests during a drag."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport=SIZE)
        start = time.perf_counter()
        page.goto(server.address)
        page.wait_for_selector(".frame img")
        first = (time.perf_counter() - start) * 1000
        page.wait_for_function(READY, arg="settled", timeout=60_000)
        settled = (time.perf_counter() - start) * 1000
        took: list[float] = []

        def finished(request) -> None:
            if request.url.endswith("/api/picture"):
                took.append(request.timing["responseEnd"] - request.timing["requestStart"])

        page.on("requestfinished", finished)
        box = page.locator('svg.floor [data-handle="lights.0:place"]').bounding_box()
        assert box
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        for i in range(100):
            page.mouse.move(x + 1.2 * i, y)
            page.wait_for_timeout(25)
        during = list(took)
        page.mouse.up()
        browser.close()
        return {"first": first, "settled": settled, "drag": statistics.median(during), "pictures": len(during) / 2.5}


def practice_times(server: Server, runs: int, looked: float = 6.0) -> list[float]:
    """Milliseconds from asking for the next picture of practice to seeing it, each looked at for so many seconds.

    That is less than anybody takes; meanwhile the next one is made. Level 5, whose sets take longest.
    """
    took = []
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport=SIZE)
        page.goto(server.address + "/practice")
        page.get_by_text("5", exact=True).click()
        picture = page.get_by_role("img", name="The picture to read")
        for _ in range(runs):
            picture.wait_for(timeout=60_000)
            page.wait_for_timeout(looked * 1000)
            page.get_by_role("button", name="Answer").click()
            page.get_by_role("region", name="Marks").wait_for(timeout=60_000)
            following = page.get_by_role("button", name=re.compile("Next picture|A new round"))
            start = time.perf_counter()
            following.click()
            page.get_by_role("region", name="Marks").wait_for(state="detached", timeout=60_000)
            picture.wait_for(timeout=60_000)
            took.append((time.perf_counter() - start) * 1000)
        browser.close()
    return took
