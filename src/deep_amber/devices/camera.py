"""The stand-in camera: settings, focus, timer, row of frames; writes real files of the set that stands before it."""

import base64
import threading
import time
import zlib
from collections.abc import Callable
from dataclasses import dataclass, field, replace
from datetime import datetime
from typing import Any

import numpy as np

from ..core.capture.frame import Shot, as_shot, neutral_of, raw_values
from ..core.capture.sensor import BLACK_LEVEL, WHITE_LEVEL, mosaic, sensor_of
from ..core.expose.self_portrait import to_backdrop, to_eye
from ..core.exposure.response import FULL_OVER_WHITE
from ..core.model import Set
from ..core.model.camera import Camera
from ..core.model.limits import check_limits
from ..core.problem import NotAccepted
from ..core.simulation import SETTLED, Memory, Quality
from ..formats.camera_file import FrameTags, developed, dng_bytes, jpeg_of_frame, turned
from ..formats.set_file import read_set_file
from ..formats.sitter_file import sitter_of
from .protocol import DeviceError, Refusal, address_of, ask, figure

SERIAL = "SI-0001"
CARD = 500  # frames that a card holds
MOST_IN_A_ROW = 12
SWAY = 0.015  # [m] by which a head sways between frames, one standard deviation (assumption)
FIRE_PATIENCE = 2.0  # [s] for the trigger
SET = ("aperture", "time", "sensitivity", "white_balance", "filter")
DIALS: dict[str, tuple[float, float, Callable[[float], float]]] = {
    "timer": (0, 60, float),
    "row": (1, MOST_IN_A_ROW, int),
    "channel": (1, 32, int),
    "card_left": (0, 100_000, int),
    "battery": (0, 1, float),
}
"""Figures that are set, with their limits."""
CHOICES = {"format": ("raw and JPEG", "JPEG"), "focus_mode": ("auto", "locked")}
MARKS = ("sitter", "object", "empty")
"""Who or what is at the mark when it is focused."""


@dataclass
class State:
    """What its dials say."""

    exposure: dict[str, float] = field(default_factory=dict)
    """Over what the set says."""
    focus_mode: str = "auto"
    focus: float | None = None
    """Where it was focused last [m]."""
    timer: float = 0.0
    row: int = 1
    format: str = "raw and JPEG"
    channel: int = 1
    trigger: str = ""
    """Address of the trigger on its shoe; empty for none."""
    card_left: int = CARD
    battery: float = 1.0


class CameraDevice:
    """Keeps its dials, the set before it, and the frames on its card."""

    def __init__(
        self, quality: Quality = SETTLED, now: Callable[[], datetime] = datetime.now, hurry: float = 1.0,
        sleep: Callable[[float], None] = time.sleep,
    ):  # fmt: skip
        """hurry : times faster than life, for tests"""
        self._quality, self._now, self._hurry, self._sleep = quality, now, hurry, sleep
        self._lock, self._memory = threading.Lock(), Memory()
        self.state, self.scene = State(), None
        self._card: dict[str, bytes] = {}
        self._count = 0

    scene: Set | None

    def handle(self, asked: dict[str, Any]) -> dict[str, Any]:
        """Answers a request."""
        acts = {
            "status": self._status, "see": self._see, "set": self._set, "focus": self._focus, "fire": self._fire,
            "read": self._read,
        }  # fmt: skip
        act = acts.get(str(asked.get("do")))
        if act is None:
            raise Refusal(f"a camera does not do {asked.get('do')!r}; it does {', '.join(acts)}")
        with self._lock:
            return act(asked)

    def _status(self, _: dict[str, Any]) -> dict[str, Any]:
        s = self.state
        return {
            "kind": "camera", "serial": SERIAL, "sees_a_set": self.scene is not None, "exposure": s.exposure,
            "focus_mode": s.focus_mode, "focus": s.focus, "timer": s.timer, "row": s.row, "format": s.format,
            "channel": s.channel, "trigger": s.trigger, "card_left": s.card_left, "battery": s.battery,
            "frames": list(self._card),
        }  # fmt: skip

    def _see(self, asked: dict[str, Any]) -> dict[str, Any]:
        """What stands before it, as a set file: a real camera needs no telling."""
        try:
            self.scene = read_set_file(str(asked.get("file", "")).encode()).set
        except NotAccepted as refused:
            raise Refusal(str(refused.problems[0])) from None
        return {}

    def _set(self, asked: dict[str, Any]) -> dict[str, Any]:
        s = self.state
        wanted = {k: figure(asked, k, 0.0, 1e6) for k in SET if k in asked}
        if wanted and self.scene is not None:
            problems = list(check_limits(replace(self.scene.camera, **wanted)))  # type: ignore[arg-type]
            if problems:
                raise Refusal(str(problems[0]))
        s.exposure |= wanted
        for name, (low, high, kind) in DIALS.items():
            if name in asked:
                setattr(s, name, kind(figure(asked, name, low, high)))
        if "trigger" in asked:
            s.trigger = str(asked["trigger"])
        for name, accepted in CHOICES.items():
            if name in asked and asked[name] not in accepted:
                raise Refusal(f"{name} is {asked[name]!r}; accepted: {', '.join(accepted)}")
            if name in asked:
                setattr(s, name, asked[name])
        return self._status({})

    def _before(self) -> Set:
        if self.scene is None:
            raise Refusal("the lens cap is on: no set was put before the stand-in camera")
        return self.scene

    def _focus(self, asked: dict[str, Any]) -> dict[str, Any]:
        """Focuses on what is at the mark: the sitter's near eye, an object at eye height, or nothing but the backdrop."""
        self.state.focus = self._found(str(asked.get("on", "sitter")))
        return {"focus": self.state.focus}

    def _found(self, on: str) -> float:
        if on not in MARKS:
            raise Refusal(f"on is {on!r}; accepted: {', '.join(MARKS)}")
        scene = self._before()
        return to_backdrop(scene) if on == "empty" else to_eye(scene, sitter_of(scene))

    def _fire(self, asked: dict[str, Any]) -> dict[str, Any]:
        """A row of frames after the timer. `on` : what is at the mark when the button is pressed; `walk` : until the sitter
        has come there [s], 0 where they sit already."""
        scene, s = self._before(), self.state
        if s.battery <= 0:
            raise Refusal("the camera's battery is empty")
        if s.card_left < s.row:
            raise Refusal(f"the card is full: room for {s.card_left} more, {s.row} asked for")
        walk = figure(asked | {"walk": asked.get("walk", 0.0)}, "walk", 0.0, 120.0)
        if s.focus_mode == "auto":
            s.focus = self._found(str(asked.get("on", "sitter")))
        alone = walk > 0
        self._sleep(s.timer / self._hurry)
        frames = []
        for k in range(s.row):
            rng = np.random.default_rng(zlib.crc32(f"{SERIAL} {self._count}".encode()))
            sway = float(rng.normal(0.0, SWAY)) if alone else 0.0
            frames.append(self._frame(scene, s.timer + k >= walk or not alone, sway, rng))
            if k + 1 < s.row:
                self._sleep(1.0 / self._hurry)
        return {"frames": frames}

    def _flashes(self, scene: Set) -> tuple[dict[str, float], list[dict[str, str]], str]:
        """Which fired with which output, which did not and why, and what is wrong with the trigger."""
        wanted = [k.name for k in scene.lights if k.on and k.is_flash]
        if not wanted:
            return {}, [], ""
        if not self.state.trigger:
            return (
                {},
                [{"name": k, "why": "no trigger is on the camera"} for k in wanted],
                "no trigger is on the camera",
            )
        try:
            made = ask(address_of(self.state.trigger), "fire", FIRE_PATIENCE, channel=self.state.channel)
        except (DeviceError, ValueError) as error:
            return {}, [{"name": k, "why": f"the trigger: {error}"} for k in wanted], str(error)
        fired = {str(k["name"]): float(k["output"]) for k in made["fired"]}
        missed = [{"name": str(k["name"]), "why": str(k["why"])} for k in made["missed"]]
        known = fired.keys() | {k["name"] for k in missed}
        missed += [{"name": k, "why": "the trigger does not know it"} for k in wanted if k not in known]
        return {k: v for k, v in fired.items() if k in wanted}, [k for k in missed if k["name"] in wanted], ""

    def _camera(self, scene: Set) -> Camera:
        return replace(scene.camera, **self.state.exposure)  # type: ignore[arg-type]

    def _frame(self, scene: Set, on_mark: bool, sway: float, rng: np.random.Generator) -> dict[str, Any]:
        s, camera = self.state, self._camera(scene)
        fired, missed, _ = self._flashes(scene)
        shown = as_shot(scene, camera, Shot(fired, s.focus, sway, on_mark))
        linear = raw_values(shown, sitter_of(shown), self._quality, self._memory)
        standing = camera.orientation == "portrait"
        numbers = mosaic(turned(linear, standing), sensor_of(camera), camera.sensitivity, rng)
        neutral = neutral_of(camera.white_balance)
        tags = FrameTags(
            camera.time, camera.aperture, camera.sensitivity, camera.focal_length, self._now(), standing,
            camera.white_balance, bool(self.state.trigger), SERIAL,
        )  # fmt: skip
        dng = dng_bytes(numbers, BLACK_LEVEL, WHITE_LEVEL, neutral, tags)
        self._count += 1
        s.card_left -= 1
        name = f"DA{self._count:05d}"
        self._card[f"{name}.jpg"] = jpeg_of_frame(developed(dng, FULL_OVER_WHITE, neutral), tags)
        if s.format == "raw and JPEG":
            self._card[f"{name}.dng"] = dng
        files = [k for k in self._card if k.startswith(name)]
        return {
            "name": name, "files": files, "fired": fired, "missed": missed, "focus": s.focus, "on_mark": on_mark,
            "eye": to_eye(shown, sitter_of(shown)), "white_balance": camera.white_balance,
        }  # fmt: skip

    def _read(self, asked: dict[str, Any]) -> dict[str, Any]:
        """A file of the card."""
        name = str(asked.get("name"))
        if name not in self._card:
            raise Refusal(f"there is no {name!r} on the card")
        return {"name": name, "content": base64.b64encode(self._card[name]).decode()}
