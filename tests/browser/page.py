"""The real server and the real page in headless Chromium."""

import multiprocessing.util
import os
import signal
import subprocess
import sys
import tempfile
import unittest
from functools import cache
from pathlib import Path
from urllib.parse import urlsplit

from playwright.sync_api import Browser, Page, expect, sync_playwright

CHROMIUM = os.environ.get("CHROMIUM", "/usr/bin/chromium-headless-shell")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-default-apps",
    "--no-pings",
    "--force-color-profile=srgb",
    "--font-render-hinting=none",
] + ["--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE 127.0.0.2, EXCLUDE localhost"]
DEMO = Path(__file__).parents[2] / "demo"
SIZE = {"width": 1280, "height": 800}
SMALL, FULL = "320x400", "640x800"  # of pictures at rest: tests look at what is drawn, not at how finely
PATIENCE = 150_000  # [ms] that is waited at most; a machine with other work takes three times as long as one at rest
SLOW_LINE = """const quick = fetch; window.fetch = async (...asked) => {
    if (asked[0].method === 'PUT') { await new Promise(done => setTimeout(done, 1500)) }
    return quick(...asked)
}"""
"""For `add_init_script`: what is saved takes its time."""
expect.set_options(timeout=PATIENCE)


class Server:
    """The server as `make demo` starts it, on a free port and an empty data folder."""

    def __init__(self, size: str = SMALL, *more: str, quick: bool = True) -> None:
        self._folder = tempfile.TemporaryDirectory()
        self.folder = self._folder.name
        command = [
            sys.executable,
            "-m",
            "deep_amber.cli",
            "serve",
            "--port",
            "0",
            "--demo",
            str(DEMO),
            "--size",
            size,
            *(["--quick"] if quick else []),
            *more,
        ]
        self._log = open(f"{self._folder.name}/log", "w")  # noqa: SIM115 (closed in stop)
        self._process = subprocess.Popen(
            [*command, "--data", self._folder.name], stdout=subprocess.PIPE, stderr=self._log, text=True
        )
        assert self._process.stdout
        self.address = self._process.stdout.readline().split()[-1].rstrip("/")
        self.pid = self._process.pid

    def fault(self) -> str:
        """How it ended with the last lines of its log, when it has ended; else nothing."""
        code = self._process.poll()
        return "" if code is None else f"server ended with {code}: {Path(self._log.name).read_text()[-12000:]}"

    def stop(self) -> None:
        self._process.terminate()
        self._process.wait(10)
        assert self._process.stdout
        self._process.stdout.close()
        self._log.close()
        self._folder.cleanup()


_servers: dict[str, Server] = {}
SHARED = "shared"


@cache
def _browser() -> Browser:
    """One for a process; it ends with it."""
    return sync_playwright().start().chromium.launch(executable_path=CHROMIUM, args=FLAGS)


def _server(whose: str) -> Server:
    """One for all tests of a process that change neither shelf nor kit, and one for each file that does."""
    if whose not in _servers:
        server = _servers[whose] = Server()
        if whose == SHARED:
            # A process of the pool is told to end, and ends with what it holds.
            signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
            multiprocessing.util.Finalize(None, server.stop, exitpriority=10)
        else:
            unittest.addModuleCleanup(server.stop)
            unittest.addModuleCleanup(_servers.pop, whose)
    return _servers[whose]


class PageTest(unittest.TestCase):
    """A fresh page for each test; console errors and requests to elsewhere fail it."""

    bypass_csp = False
    own_server = False
    """Whether its file has a server of its own: it changes the kit, or looks at the whole shelf."""
    hosts = ("127.0.0.1",)

    @classmethod
    def setUpClass(cls) -> None:
        cls.server, cls.browser = _server(cls.__module__ if cls.own_server else SHARED), _browser()

    def setUp(self) -> None:
        self.context = self.browser.new_context(
            viewport=SIZE,
            bypass_csp=self.bypass_csp,
            locale="en-GB",
            reduced_motion="reduce",  # a menu that is on its way open swallows the click on its line
        )
        self.context.set_default_timeout(PATIENCE)
        self.addCleanup(self.context.close)
        self.complaints: list[str] = []
        self.expected: list[str] = []
        self.page = self.new_page()

    def new_page(self) -> Page:
        page = self.context.new_page()
        page.on("console", lambda m: self.complaints.append(m.text) if m.type in ("error", "warning") else None)
        page.on("pageerror", lambda e: self.complaints.append(str(e)))
        page.on("request", self._look_at_request)
        return page

    def _look_at_request(self, request) -> None:
        where = urlsplit(request.url)
        if where.scheme not in ("data", "blob") and where.hostname not in self.hosts:
            self.complaints.append(f"request to {request.url}")

    def tearDown(self) -> None:
        self.assertEqual(self.server.fault(), "")
        left = [c for c in self.complaints if not any(e in c for e in self.expected)]
        self.assertEqual(left, [])

    def open_demo(self, name: str = "Nadia, soft headshot") -> None:
        """Opens a fresh copy of a demo set, so that tests do not meet each other's changes."""
        self.page.goto(self.server.address + "/help")
        number = {
            "Nadia, soft headshot": 1,
            "Anton, hard and dramatic": 2,
            "Nadia, low key": 3,
            "Anton, four lights": 4,
        }[name]
        raw = next(DEMO.glob(f"{number}-*.json")).read_text()
        entry = self.page.evaluate("raw => fetch('/api/sets', {method: 'POST', body: raw}).then(r => r.json())", raw)
        self.page.goto(f"{self.server.address}/set/{entry['id']}")
        self.settled()

    def idle(self, page: Page | None = None) -> None:
        """Waits until the page says that it waits for nothing: no request, no picture, no save."""
        (page or self.page).wait_for_selector("html[data-idle=yes]", state="attached")

    def settled(self, page: Page | None = None, after: int = 0) -> int:
        """Waits until the page is idle with a picture of a turn later than `after`; gives its turn."""
        page = page or self.page
        page.wait_for_function(
            "after => document.documentElement.dataset.idle === 'yes'"
            " && Number(document.querySelector('.frame')?.dataset.turn) > after",
            arg=after,
        )
        return int(page.locator(".frame").get_attribute("data-turn") or 0)

    def still(self) -> None:
        """Waits until nothing on the page is on its way to another look."""
        self.page.wait_for_function("() => document.getAnimations().every((a) => a.playState !== 'running')")

    def choose_file(self, button: str, file) -> None:
        """Gives a file to the field behind a button."""
        self.page.locator(".ant-upload-wrapper", has_text=button).locator("input[type=file]").set_input_files(file)

    def saved(self, page: Page | None = None) -> None:
        (page or self.page).get_by_role("status").filter(has_text="saved").wait_for()

    def field(self, path: str):
        return self.page.locator(f'input[data-field="{path}"]')

    def marker(self, name: str) -> tuple[float, str]:
        """Stops and side of a marker on the Ladder."""
        at = self.page.locator(f'[data-marker="{name}"]')
        return float(at.get_attribute("data-stops") or "nan"), at.get_attribute("data-side") or ""

    def picture_tone(self, left: float, right: float, top: float = 0.3, bottom: float = 0.55) -> float:
        """Mean tone 0..255 of a part of the Frame's picture, in shares of its sides."""
        return self.page.evaluate(
            """async ([l, r, t, b]) => {
                const img = document.querySelector('.frame img'); await img.decode();
                const c = document.createElement('canvas'); c.width = img.naturalWidth; c.height = img.naturalHeight;
                const g = c.getContext('2d'); g.drawImage(img, 0, 0);
                const x = Math.round(l * c.width), y = Math.round(t * c.height);
                const d = g.getImageData(x, y, Math.round((r - l) * c.width), Math.round((b - t) * c.height)).data;
                let s = 0; for (let i = 0; i < d.length; i += 4) s += (d[i] + d[i + 1] + d[i + 2]) / 3;
                return s / (d.length / 4) }""",
            [left, right, top, bottom],
        )

    def drag(self, view: str, handle: str, dx: float, dy: float, steps: int = 12, grab=(0.5, 0.5)) -> None:
        """Drags a handle of the Floor or the Side by some pixels, held at a share of its box."""
        box = self.page.locator(f'svg.{view} [data-handle="{handle}"]').bounding_box()
        assert box
        x, y = box["x"] + box["width"] * grab[0], box["y"] + box["height"] * grab[1]
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        for i in range(1, steps + 1):
            self.page.mouse.move(x + dx * i / steps, y + dy * i / steps)
            self.page.wait_for_timeout(30)
        self.page.mouse.up()
