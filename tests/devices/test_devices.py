"""The stand-ins over real sockets: what they do, what they refuse, and what is said when one is not there."""

import base64
import io
import math
import socket
import statistics
import threading
import unittest
from datetime import datetime

import rawpy
from PIL import Image

from deep_amber.core.picture.lens_rays import Size
from deep_amber.core.simulation.quality import DRAGGED
from deep_amber.devices.camera import CameraDevice
from deep_amber.devices.hand_meter import HandMeterDevice
from deep_amber.devices.protocol import Address, Device, DeviceError, address_of, ask
from deep_amber.devices.trigger import Trigger
from deep_amber.formats.set_file import write_set_file
from tests.sets import demo_file

SMALL = Size(160, 200)


class Clock:
    """Goes on when it is told to."""

    def __init__(self):
        self.at = 0.0

    def __call__(self) -> float:
        return self.at


class DeviceTest(unittest.TestCase):
    def started(self, handler) -> Address:
        device = Device(handler)
        device.begin()
        self.addCleanup(device.end)
        return device.address


class TriggerTest(DeviceTest):
    def setUp(self):
        self.clock = Clock()
        self.at = self.started(Trigger(self.clock).handle)
        ask(self.at, "units", units=[{"name": "key", "group": 1, "output": -1.0, "lowest": -8.0, "recycle": 2.0},
                                     {"name": "rim", "group": 2, "output": -3.0, "lowest": -8.0, "recycle": 2.0}])  # fmt: skip

    def fired(self, **more) -> dict[str, str]:
        """Name and "" or why not."""
        made = ask(self.at, "fire", **more)
        return {k["name"]: "" for k in made["fired"]} | {k["name"]: k["why"] for k in made["missed"]}

    def test_all_fire_and_recycle_in_proportion_to_their_energy(self):
        self.assertEqual(self.fired(), {"key": "", "rim": ""})
        self.clock.at = 0.5  # the rim took a quarter of a second, the key takes one
        self.assertRegex(self.fired()["key"], "still recycling, ready in 0.5 s")
        self.assertEqual(self.fired()["rim"], "it was still recycling, ready in 0.2 s")
        self.clock.at = 2.0
        self.assertEqual(self.fired(), {"key": "", "rim": ""})

    def test_a_wrong_channel_a_group_that_is_off_and_an_empty_battery_misfire(self):
        self.assertRegex(self.fired(channel=4)["key"], "listens on channel 1, the camera fired on 4")
        ask(self.at, "group", group=2, on=False)
        self.assertRegex(self.fired()["rim"], "group 2 is off")
        ask(self.at, "set", name="key", battery=0.0)
        self.clock.at = 10
        self.assertEqual(self.fired()["key"], "its battery is empty")

    def test_a_battery_runs_down_and_what_is_set_at_a_unit_stays(self):
        ask(self.at, "set", name="key", battery=0.5, channel=3)
        ask(self.at, "units", units=[{"name": "key", "group": 5, "output": 0.0}])
        self.fired(channel=3)
        (unit,) = ask(self.at, "status")["units"]
        self.assertEqual((unit["channel"], unit["group"]), (3, 5))
        self.assertAlmostEqual(unit["battery"], 0.5 - 1 / 400)

    def test_what_cannot_be_is_refused_in_words(self):
        for do, more, words in (
            ("set", {"name": "moon"}, "no flash 'moon'"),
            ("set", {"name": "key", "output": 1.0}, "accepted: -8 to 0"),
            ("set", {"name": "key", "channel": 99}, "accepted: 1 to 32"),
            ("dance", {}, "does not do 'dance'"),
            ("units", {"units": 3}, "a list of at most"),
        ):
            with self.assertRaisesRegex(DeviceError, words):
                ask(self.at, do, **more)


class CameraTest(DeviceTest):
    def setUp(self):
        quality = DRAGGED.__class__(**(vars(DRAGGED) | {"size": SMALL, "outlines": True}))
        self.waited: list[float] = []
        self.camera = CameraDevice(quality, lambda: datetime(2026, 11, 26, 20, 0), sleep=self.waited.append)
        self.at = self.started(self.camera.handle)
        self.trigger = self.started(Trigger(Clock()).handle)
        ask(self.trigger, "units", units=[{"name": "key", "group": 1, "output": -3.0}])
        ask(self.at, "see", file=write_set_file(demo_file(1)).decode())
        ask(self.at, "set", trigger=str(self.trigger))

    def fire(self, **more) -> dict:
        return ask(self.at, "fire", 30.0, **more)["frames"][-1]

    def picture(self, frame: dict) -> Image.Image:
        return Image.open(io.BytesIO(self.content(frame["files"][0])))

    def content(self, name: str) -> bytes:
        return base64.b64decode(ask(self.at, "read", name=name)["content"])

    def tone(self, frame: dict) -> float:
        return statistics.mean(self.picture(frame).convert("L").get_flattened_data())

    def test_it_writes_a_jpeg_and_a_raw_that_open(self):
        frame = self.fire()
        self.assertEqual((frame["fired"], frame["missed"]), ({"key": -3.0}, []))
        self.assertEqual(frame["files"], ["DA00001.jpg", "DA00001.dng"])
        self.assertEqual(self.picture(frame).size, (200, 160))
        with rawpy.imread(io.BytesIO(self.content("DA00001.dng"))) as raw:
            self.assertEqual(raw.raw_image.shape, (160, 200))
        self.assertGreater(self.tone(frame), 60)

    def test_a_misfire_is_in_the_file_and_told(self):
        lit = self.fire()
        ask(self.at, "set", channel=7)
        dark = self.fire()
        self.assertRegex(dark["missed"][0]["why"], "listens on channel 1, the camera fired on 7")
        self.assertLess(self.tone(dark), self.tone(lit) / 5)

    def test_a_trigger_that_is_not_there_is_told_and_the_frame_is_kept(self):
        ask(self.at, "set", trigger="127.0.0.1:9")
        self.assertRegex(self.fire()["missed"][0]["why"], "nothing answers at 127.0.0.1:9")
        ask(self.at, "set", trigger="")
        self.assertRegex(self.fire()["missed"][0]["why"], "no trigger is on the camera")

    def test_settings_change_the_file(self):
        lighter = self.tone(self.fire())
        ask(self.trigger, "units", units=[{"name": "key", "group": 1, "output": -6.0}])
        self.assertLess(self.tone(self.fire()), lighter * 0.5)
        ask(self.at, "set", format="JPEG", sensitivity=800, white_balance=3200)
        frame = self.fire()
        self.assertEqual(frame["files"], ["DA00003.jpg"])
        red, _, blue = (statistics.mean(k.get_flattened_data()) for k in self.picture(frame).split())
        self.assertGreater(blue, red)

    def test_alone_focus_left_automatic_is_on_the_backdrop_and_a_short_timer_finds_nobody(self):
        soft = self.fire(on="empty", walk=5.0)
        self.assertGreater(soft["focus"], soft["eye"] + 1)
        self.assertFalse(soft["on_mark"])
        ask(self.at, "focus", on="object")
        ask(self.at, "set", focus_mode="locked", timer=10, row=3)
        frames = ask(self.at, "fire", 60.0, on="empty", walk=5.0)["frames"]
        self.assertEqual([k["on_mark"] for k in frames], [True] * 3)
        self.assertEqual(self.waited[-3:], [10.0, 1.0, 1.0])
        self.assertTrue(all(abs(k["focus"] - k["eye"]) < 0.06 for k in frames))
        self.assertEqual(len({k["eye"] for k in frames}), 3)

    def test_a_full_card_an_empty_battery_and_a_lens_cap_are_told(self):
        ask(self.at, "set", card_left=0)
        with self.assertRaisesRegex(DeviceError, "the card is full: room for 0 more"):
            self.fire()
        ask(self.at, "set", card_left=5, battery=0)
        with self.assertRaisesRegex(DeviceError, "battery is empty"):
            self.fire()
        capped = self.started(CameraDevice().handle)
        with self.assertRaisesRegex(DeviceError, "the lens cap is on"):
            ask(capped, "fire")
        for more, words in (
            ({"aperture": 0.1}, "0.9 to 64"),
            ({"format": "TIFF"}, "raw and JPEG, JPEG"),
            ({"row": 99}, "1 to 12"),
        ):
            with self.assertRaisesRegex(DeviceError, words):
                ask(self.at, "set", **more)
        with self.assertRaisesRegex(DeviceError, "set.camera.aperture|aperture"):
            ask(
                self.at, "see", file=write_set_file(demo_file(1)).decode().replace('"aperture": 8.0', '"aperture": "x"')
            )


class HandMeterTest(DeviceTest):
    def test_it_reads_tenths_with_a_little_error_and_two_meters_differ(self):
        one, two = (self.started(HandMeterDevice(k).handle) for k in ("M-1", "M-2"))
        exposure = 250 * 8.0**2 / 100  # f/8 at ISO 100 by the flat disc
        rows = [
            [
                2 * math.log2(ask(at, "read", lux_s=exposure, sensitivity=100, receptor="flat")["aperture"])
                for _ in range(12)
            ]
            for at in (one, two)
        ]
        for stops in rows:
            self.assertTrue(all(abs(k * 10 - round(k * 10)) < 1e-6 for k in stops))
            self.assertAlmostEqual(statistics.mean(stops), 6.0, delta=0.15)
        self.assertNotEqual(rows[0], rows[1])
        self.assertTrue(ask(one, "read", lux_s=0.0, sensitivity=100)["under"])
        with self.assertRaisesRegex(DeviceError, "accepted: dome, flat"):
            ask(one, "read", lux_s=1.0, sensitivity=100, receptor="cube")


class Protocol(DeviceTest):
    def test_addresses(self):
        self.assertEqual(address_of(" 127.0.0.1:4711 "), Address("127.0.0.1", 4711))
        for bad in ("", "4711", "host:", "host:0", "host:99999"):
            with self.assertRaises(ValueError):
                address_of(bad)

    def test_nobody_there_silence_and_nonsense_are_told_in_words(self):
        with self.assertRaisesRegex(DeviceError, "nothing answers at 127.0.0.1:9"):
            ask(Address("127.0.0.1", 9), "status")
        for said, words in (
            (b"", "ended in the middle"),
            (b"hello\n", "a language of its own"),
            (None, "nothing came"),
        ):
            listening = socket.create_server(("127.0.0.1", 0))
            self.addCleanup(listening.close)
            threading.Thread(target=_answer_once, args=(listening, said), daemon=True).start()
            with self.assertRaisesRegex(DeviceError, words):
                ask(Address(*listening.getsockname()), "status", 0.5)

    def test_a_request_that_is_none_is_refused_and_the_next_one_answered(self):
        at = self.started(HandMeterDevice().handle)
        with socket.create_connection((at.host, at.port), timeout=5) as link, link.makefile("rwb") as lines:
            for sent, found in (
                (b"[1]\n", b'"ok": false'),
                (b"{\n", b'"ok": false'),
                (b'{"do": "status"}\n', b'"ok": true'),
            ):
                lines.write(sent)
                lines.flush()
                self.assertIn(found, lines.readline())


def _answer_once(listening: socket.socket, said: bytes | None) -> None:
    link, _ = listening.accept()
    with link:
        link.recv(1000)
        if said is None:
            threading.Event().wait(2)
        elif said:
            link.sendall(said)
