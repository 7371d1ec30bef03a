"""The log at a hundred thousand lines, and pictures of a usual camera brought in, against the real server."""

import io
import json
import sqlite3
import time
import urllib.request
from contextlib import closing
from pathlib import Path

import numpy as np
from PIL import Image
from tests.browser.page import Server
from tests.store.test_log import FILL, LINES

from deep_amber.store.database import DATABASE_NAME

from .requests import Timed, timed

PICTURES = 20
SIDE = (6000, 4000)  # pixels: 24 million, as of a usual camera


def _got(server: Server, path: str) -> dict:
    with urllib.request.urlopen(server.address + path, timeout=120) as answer:
        return json.load(answer)


def fill(server: Server) -> str:
    """Puts LINES lines beside what the log has; gives the id of the sitting that some of them are of."""
    sitting, set_id = _got(server, "/api/sittings")["sittings"][0]["id"], _got(server, "/api/sets")["sets"][0]["id"]
    with closing(sqlite3.connect(Path(server.folder) / DATABASE_NAME)) as database:
        database.execute(FILL, {"most": LINES, "set": set_id, "sitting": sitting})
        database.commit()
    return sitting


def page(server: Server, query: str, runs: int) -> Timed:
    """Milliseconds of the first page of what is looked for."""
    times = []
    for _ in range(runs + 1):
        start = time.perf_counter()
        _got(server, f"/api/log?{query}")
        times.append((time.perf_counter() - start) * 1000)
    return timed(times[1:])


def brought_in(server: Server) -> float:
    """Pictures a minute, one after the other as the page sends them."""
    rng = np.random.default_rng(1)
    coarse = rng.integers(0, 255, (SIDE[1] // 16, SIDE[0] // 16, 3), np.uint8)
    file = io.BytesIO()
    Image.fromarray(coarse).resize(SIDE).save(file, format="JPEG", quality=92)
    start = time.perf_counter()
    for n in range(PICTURES):
        raw = file.getvalue() + n.to_bytes(4, "big")  # another file each, by its hash
        request = urllib.request.Request(f"{server.address}/api/log/pictures?name={n}.jpg", raw, method="POST")
        with urllib.request.urlopen(request, timeout=120) as answer:
            answer.read()
    return PICTURES / (time.perf_counter() - start) * 60
