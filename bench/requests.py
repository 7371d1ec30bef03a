"""Whole requests against the real server, timed from outside it."""

import json
import statistics
import time
import urllib.request
from collections.abc import Callable
from copy import deepcopy
from dataclasses import dataclass

from tests.browser.page import Server
from tests.sets import demo_file

from deep_amber.formats.set_file import write_set_file


@dataclass(frozen=True)
class Timed:
    median: float  # [ms]
    p95: float  # [ms]


def timed(milliseconds: list[float]) -> Timed:
    ordered = sorted(milliseconds)
    return Timed(statistics.median(ordered), ordered[min(len(ordered) - 1, round(0.95 * (len(ordered) - 1)))])


class Requests:
    """Asks a server as one tab does."""

    def __init__(self, server: Server, demo: int = 1, viewer: str = "bench"):
        self.server, self.turn, self.viewer, self.wished = server, 0, viewer, 0
        self.set = json.loads(write_set_file(demo_file(demo)))["set"]

    def post(self, path: str, body: dict) -> float:
        """Milliseconds of a whole request."""
        raw = json.dumps(body).encode()
        request = urllib.request.Request(self.server.address + path, raw, {"Content-Type": "application/json"})
        start = time.perf_counter()
        with urllib.request.urlopen(request, timeout=120) as answer:
            answer.read()
        return (time.perf_counter() - start) * 1000

    def picture(self, photo_set: dict, quality: str) -> float:
        self.turn += 1
        return self.post(
            "/api/picture", {"set": photo_set, "quality": quality, "viewer": self.viewer, "turn": self.turn}
        )

    def over(self, changes, quality: str, runs: int) -> Timed:
        """Pictures of the set with changes(set, i) made, after three that do not count."""
        times = []
        for i in range(runs + 3):
            photo_set = deepcopy(self.set)
            changes(photo_set, i)
            times.append(self.picture(photo_set, quality))
        return timed(times[3:])

    def key(self, what: str, runs: int, changes=None, **more) -> Timed:
        """A request about the key, of the set with changes(set, i) made; the first does not count."""
        times = []
        for i in range(runs + 1):
            photo_set = deepcopy(self.set)
            (changes or move_light)(photo_set, i + 1)
            body = {"set": photo_set, "viewer": self.viewer, "turn": self.turn} | more
            times.append(self.post(f"/api/key/{what}", body))
        return timed(times[1:])

    def meter(self, runs: int) -> Timed:
        """The meter pulled about; the first three do not count, they work out the set."""
        times = []
        for i in range(runs + 3):
            place = {"x": -0.8 + 0.02 * (i % 60), "y": 1.2, "z": 2.2 + 0.01 * (i % 40)}
            body = {
                "set": self.set,
                "viewer": self.viewer,
                "at": None,
                "place": place,
                "toward": "lens",
                "resting": False,
            }
            times.append(self.post("/api/meter", body))
        return timed(times[3:])

    def without_flash(self, runs: int) -> Timed:
        """The frame without flash and back, of a settled set; the first does not count."""
        times = []
        for _ in range(runs + 1):
            for dark in (True, False):
                self.turn += 1
                body = {
                    "set": self.set,
                    "quality": "settled",
                    "viewer": self.viewer,
                    "turn": self.turn,
                    "without_flash": dark,
                }
                took = self.post("/api/picture", body)
                times += [took] if dark else []
        return timed(times[1:])

    def spot(self, runs: int) -> Timed:
        """A pointer over the settled picture; the first does not count."""
        times = []
        for i in range(runs + 1):
            times.append(self.post("/api/meter/spot", {"set": self.set, "x": 0.1 + 0.01 * (i % 80), "y": 0.4}))
        return timed(times[1:])

    def wish(self, surface: str, text: str, runs: int) -> tuple[Timed, Timed]:
        """To the first line of answers, and to the end, of a wish on sets at rest; the first does not count."""
        firsts, ends = [], []
        for i in range(runs + 1):
            photo_set = deepcopy(self.set)
            move_light(photo_set, i + 1)
            self.picture(photo_set, "settled")
            asked = {"set": photo_set, "targets": [{"surface": surface, "text": text}]}
            first, end = self._lines("/api/wish", asked, lambda _: True)
            firsts.append(first)
            ends.append(end)
        return timed(firsts[1:]), timed(ends[1:])

    def plan(self, runs: int) -> tuple[Timed, Timed]:
        """To the first line with sets in it, and to the end, of plans for looks of four lights; the first does not count."""
        firsts, ends = [], []
        for i in range(runs + 1):
            photo_set = deepcopy(self.set)
            photo_set["look"] |= {"backdrop_tone": -1.0 - 0.2 * i, "rim": "both", "ratio": 3.0 + i}
            photo_set["sitter"]["x"] += 0.01 * i  # else all light is known from the plan before
            first, end = self._lines("/api/plan", {"set": photo_set}, lambda line: bool(line["sets"]))
            firsts.append(first)
            ends.append(end)
        return timed(firsts[1:]), timed(ends[1:])

    def arrangement(self, runs: int) -> Timed:
        """One arrangement fitted to the room, read, and its small picture made; the first does not count."""
        times = []
        for i in range(runs + 1):
            photo_set = deepcopy(self.set)
            photo_set["sitter"]["x"] += 0.005 * i
            _, end = self._lines(
                "/api/arrangements", {"set": photo_set, "words": "Box and board friendly"}, lambda _: True
            )
            times.append(end)
        return timed(times[1:])

    def practice(self, runs: int) -> tuple[Timed, Timed]:
        """The next picture of practice, of all levels in turn, and an answer marked; the first does not count."""
        tasks, marks = [], []
        answer = {
            "azimuth": 20.0,
            "elevation": 30.0,
            "size": 0.3,
            "depth": 2.0,
            "rim": "none",
            "ground": "even",
            "pattern": "loop",
        }
        for i in range(runs + 1):
            asked = {"level": 1 + i % 5, "seed": 900 + i}
            start = time.perf_counter()
            where = f"{self.server.address}/api/practice/task?level={asked['level']}&seed={asked['seed']}"
            with urllib.request.urlopen(where, timeout=120) as told:
                told.read()
            tasks.append((time.perf_counter() - start) * 1000)
            marks.append(self.post("/api/practice/mark", asked | {"answer": answer}))
        return timed(tasks[1:]), timed(marks[1:])

    def _lines(self, path: str, body: dict, tells: Callable[[dict], bool]) -> tuple[float, float]:
        """To the first line that tells something, and to the end [ms]."""
        self.wished += 1
        raw = json.dumps(body | {"viewer": self.viewer, "number": self.wished}).encode()
        request = urllib.request.Request(self.server.address + path, raw, {"Content-Type": "application/json"})
        start, first = time.perf_counter(), 0.0
        with urllib.request.urlopen(request, timeout=120) as answer:
            for line in answer:
                if not first and tells(json.loads(line)):
                    first = time.perf_counter() - start
        return first * 1000, (time.perf_counter() - start) * 1000

    def moves(self, runs: int) -> Timed:
        body = {"set": self.set, "thing": "lights.0", "handle": "place"}
        return timed([self.post("/api/move", body | {"to": {"x": -0.6 + 0.005 * i}}) for i in range(runs)])

    def adding(self, lights: int, runs: int) -> Timed:
        """The picture after the light of that number was added to the others; each time at another place."""
        times = []
        for i in range(runs + 1):
            photo_set = deepcopy(self.set)
            first = photo_set["lights"][0]
            photo_set["lights"] = [lit(first, k, 0.0) for k in range(lights - 1)]
            self.picture(photo_set, "dragged")
            photo_set["lights"].append(lit(first, lights - 1, 0.01 * (i + 1)))
            times.append(self.picture(photo_set, "dragged"))
        return timed(times[1:])


def lit(first: dict, number: int, off: float) -> dict:
    """A light like the first, the number-th round the sitter."""
    light = deepcopy(first)
    light["name"] = f"light {number}"
    # A row behind the camera, where no light stands before another.
    light["modifier"] = {"kind": "bowl"}
    light["place"] = {"x": -1.4 + 0.4 * number + off, "y": 1.9, "z": 4.3}
    return light


def move_light(photo_set: dict, i: int) -> None:
    photo_set["lights"][0]["place"]["x"] += 0.006 * i


def change_output(photo_set: dict, i: int) -> None:
    photo_set["lights"][0]["output"] = -3.0 + 0.02 * i


def change_aperture(photo_set: dict, i: int) -> None:
    photo_set["camera"]["aperture"] = 5.0 + 0.05 * i


def move_sitter(photo_set: dict, i: int) -> None:
    photo_set["sitter"]["x"] += 0.004 * i


def move_panel(photo_set: dict, i: int) -> None:
    photo_set["panels"][0]["place"]["x"] -= 0.004 * i


def turn_head(photo_set: dict, i: int) -> None:
    photo_set["sitter"]["head_turn"] += 0.5 * i


def memory(server: Server) -> float:
    """Largest resident memory of the server so far [MB]."""
    with open(f"/proc/{server.pid}/status") as status:
        return next(int(line.split()[1]) for line in status if line.startswith("VmHWM")) / 1024
