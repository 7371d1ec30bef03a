"""The page against answers that the server gave once: what a panel shows is looked at without server and renderer.

`make recordings` makes them anew with the real server; `test_recordings` checks them against the published description.
"""

import base64
import gzip
import hashlib
import io
import json
import os
import re
from collections.abc import Callable
from contextlib import suppress
from functools import cache
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit

from PIL import Image
from playwright.sync_api import Error, Route

from deep_amber.web.pages import STATIC

from .page import SHARED, PageTest, _browser, _server

FOLDER = Path(__file__).parent / "recordings"
RECORDING = bool(os.environ.get("RECORD"))
ADDRESS = "http://127.0.0.1:59321"  # nothing is there: whatever is asked is answered by the test
PASSED_OVER = re.compile(
    r"/api/(picture|findings|wish|key/(dial|eyes|softness|tries|people)|light/\w+|expose/\w+|meter)"
)
"""Asked again whenever something changes, and ended by what is newer: how often, depends on the machine."""
PATIENCE = 60_000  # [ms] that is waited for the page alone
OWN = {"viewer", "turn", "tab", "number", "based_on", "seconds"}  # of a tab or a moment, not of what is asked


def _grey() -> str:
    made = io.BytesIO()
    Image.new("L", (8, 10), 118).save(made, "JPEG")
    return f"data:image/jpeg;base64,{base64.b64encode(made.getvalue()).decode()}"


GREY = _grey()
PICTURE = re.compile(r"data:image/(?:jpeg|png);base64,[A-Za-z0-9+/=]{200,}")


def file_of(module: str) -> Path:
    """Where the answers of a module's tests are kept."""
    return FOLDER / f"{module.rpartition('.')[2]}.json.gz"


@cache
def recorded(module: str) -> dict[str, Any]:
    """Bodies by their hash, and for each test what was asked and answered, in order."""
    file = file_of(module)
    return json.loads(gzip.decompress(file.read_bytes())) if file.exists() else {"bodies": {}, "tests": {}}


def _without_own(value: Any) -> Any:
    if isinstance(value, dict):
        return {k: _without_own(v) for k, v in value.items() if k not in OWN}
    return [_without_own(k) for k in value] if isinstance(value, list) else value


def asked_of(method: str, url: str, body: bytes | None) -> str:
    """What is asked, without what belongs to a tab: method, path, hash of the body."""
    where = urlsplit(url)
    path = where.path + (f"?{where.query}" if where.query else "")
    if not body:
        return f"{method} {path}"
    with suppress(ValueError):
        body = json.dumps(_without_own(json.loads(body)), sort_keys=True).encode()
    return f"{method} {path} {hashlib.sha256(body).hexdigest()[:12]}"


def journey(test: Callable[..., None]) -> Callable[..., None]:
    """A test of such a class that goes a user's way through the real server."""
    test.is_journey = True  # type: ignore[attr-defined]
    return test


class RecordedTest(PageTest):
    """As any test of the page, but that its answers are recorded ones, and its pictures a grey of no meaning."""

    with_pictures = False
    """Whether pictures are kept as they were: their tones are looked at."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.server, cls.browser = _Nowhere(), _browser()

    def setUp(self) -> None:
        travels = hasattr(getattr(self, self._testMethodName), "is_journey")
        if RECORDING or travels:
            self.server = _server(type(self).__module__ if self.own_server else SHARED)
        super().setUp()
        if travels:
            return
        module = type(self).__module__
        self.told: list[list[Any]] = [] if RECORDING else recorded(module)["tests"].get(self._name, [])
        self.kept_bodies = recorded(module)["bodies"]
        self.to_come = list(self.told)
        if not RECORDING:
            self.context.set_default_timeout(PATIENCE)
        self.context.route(re.compile(".*"), self._record if RECORDING else self._replay)
        if RECORDING:
            self.addCleanup(self._keep)

    @property
    def _name(self) -> str:
        return f"{type(self).__name__}.{self._testMethodName}"

    def _record(self, route: Route) -> None:
        request = route.request
        if not urlsplit(request.url).path.startswith("/api/"):
            route.continue_()
            return
        try:
            answer = route.fetch(timeout=0)
            body = answer.body()
        except Error:  # the page has gone on, or away
            with suppress(Error):
                route.abort()
            return
        kind = answer.headers.get("content-type", "")
        kept: str = body.decode("latin1") if not kind.startswith(("application/", "text/")) else body.decode()
        if not self.with_pictures:
            kept = PICTURE.sub(GREY, kept)
        key = hashlib.sha256(kept.encode()).hexdigest()[:12]
        self.kept_bodies[key] = kept
        self.told.append([asked_of(request.method, request.url, request.post_data_buffer), answer.status, kind, key])
        route.fulfill(response=answer, body=body)

    def _keep(self) -> None:
        """Adds what was recorded to the module's file, and drops bodies that nothing names any more."""
        with suppress(Error):
            self.idle()  # a slower machine may ask for less before a test ends, a quicker one for more
        module = type(self).__module__
        kept = recorded(module)
        kept["tests"][self._name] = list(self.told)  # what is asked while the page closes comes too late
        named = {k[3] for answers in kept["tests"].values() for k in answers}
        kept["bodies"] = {k: v for k, v in kept["bodies"].items() if k in named}
        FOLDER.mkdir(exist_ok=True)
        raw = json.dumps(kept, sort_keys=True).encode()
        file_of(module).write_bytes(gzip.compress(raw, mtime=0))

    def _replay(self, route: Route) -> None:
        request = route.request
        path = urlsplit(request.url).path
        if not path.startswith("/api/"):
            file = STATIC / path.lstrip("/")
            route.fulfill(path=file if path != "/" and file.is_file() else STATIC / "index.html")
            return
        asked = asked_of(request.method, request.url, request.post_data_buffer)
        found = next((k for k in self.to_come if k[0] == asked), None)
        if found is not None:
            self.to_come.remove(found)
        else:  # asked once more: as it was answered last
            found = next((k for k in reversed(self.told) if k[0] == asked), None)
        if found is None and PASSED_OVER.fullmatch(path):
            found = next((k for k in reversed(self.told) if k[0].startswith(f"POST {path} ") and k[1] == 200), None)
            if found is None:
                route.fulfill(status=204)
                return
        if found is None:
            self.complaints.append(f"not recorded: {asked} (make recordings)")
            route.fulfill(status=503, json={"problems": []})
            return
        _, status, kind, key = found
        body: str = self.kept_bodies[key]
        if path == "/api/picture" and status == 200:
            mine = json.loads(request.post_data or "{}")
            body = json.dumps(json.loads(body) | {"turn": mine["turn"], "quality": mine["quality"]})
        text = kind.startswith(("application/", "text/")) or not kind
        route.fulfill(status=status, content_type=kind or None, body=body.encode() if text else body.encode("latin1"))


class _Nowhere:
    """In place of a server."""

    address = ADDRESS

    def fault(self) -> str:
        return ""
