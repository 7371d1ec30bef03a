"""Devices and test frames through the API: real sockets, real files, a real database."""

import io
from datetime import datetime

import numpy as np
import rawpy
from PIL import Image

from deep_amber.devices.camera import CameraDevice
from deep_amber.devices.hand_meter import HandMeterDevice
from deep_amber.devices.protocol import Device, ask
from deep_amber.devices.trigger import Trigger
from tests.devices.test_devices import Clock
from tests.web.client import QUICK, WebTest


class WithDevices(WebTest):
    """Camera, trigger and hand meter answer at sockets of this process."""

    def setUp(self):
        super().setUp()
        self.running = {}
        self.waited: list[float] = []
        self.clock = Clock()
        made = {
            "camera": CameraDevice(QUICK, lambda: datetime(2026, 11, 26, 20, 0), sleep=self.waited.append).handle,
            "trigger": Trigger(self.clock).handle,
            "hand meter": HandMeterDevice().handle,
        }
        for kind, handler in made.items():
            device = Device(handler)
            device.begin()
            self.addCleanup(device.end)
            self.running[kind] = device
            self.choose(kind, str(device.address))
        self.set_id = self.added(4)["id"]

    def choose(self, kind: str, address: str, on: bool = True):
        return self.client.put("/api/devices", json={"kind": kind, "address": address, "on": on})

    def shoot(self, **more):
        body = {"set": self.demo_json(4)["set"]} | more
        self.clock.at += 10
        return self.client.post(f"/api/sets/{self.set_id}/frames", json=body)

    def one(self, **more) -> dict:
        answer = self.shoot(**more)
        self.assertEqual(answer.status_code, 201, answer.data[:300])
        return answer.json["frames"][-1]


class Devices(WithDevices):
    def test_a_test_frame_is_as_computed_within_a_tenth_of_a_stop_and_its_files_open(self):
        frame = self.one()
        self.assertEqual(frame["faults"], [])
        self.assertEqual(set(frame["fired"]), {"key", "fill", "rim", "background"})
        self.assertLess(abs(frame["between"]["stops"]), 0.1)
        self.assertLess(max(abs(k) for k in frame["between"]["zones"].values()), 0.1)
        self.assertLess(abs(frame["mean"] - frame["predicted"]), 0.1)
        here = f"/api/sets/{self.set_id}/frames/{frame['id']}"
        with self.client.get(f"{here}/picture") as got, Image.open(io.BytesIO(got.data)) as image:
            self.assertEqual((image.size, image.getexif()[274]), ((400, 320), 8))
        with self.client.get(f"{here}/raw") as got, rawpy.imread(io.BytesIO(got.data)) as raw:
            self.assertGreater(int(np.asarray(raw.raw_image).max()), 2000)
        listed = self.client.get(f"/api/sets/{self.set_id}/frames").json["frames"]
        self.assertEqual([k["id"] for k in listed], [frame["id"]])

    def test_a_wrong_channel_and_an_empty_battery_are_told_and_the_frame_is_kept(self):
        self.one()
        self.client.put("/api/devices/unit", json={"name": "rim", "channel": 5})
        self.client.put("/api/devices/unit", json={"name": "fill", "battery": 0.0})
        faults = self.one()["faults"]
        self.assertRegex(" ".join(faults), "The rim did not fire: it listens on channel 5, the camera fired on 1")
        self.assertRegex(" ".join(faults), "The fill did not fire: its battery is empty")
        self.assertEqual(len(self.client.get(f"/api/sets/{self.set_id}/frames").json["frames"]), 2)

    def test_a_wrong_balance_is_noticed_in_every_frame(self):
        for _ in range(2):
            self.assertRegex(
                self.one(white_balance=3200.0)["faults"][0], "3200 K, planned 5600 K: the file is too cool"
            )

    def test_alone_what_is_left_out_shows_and_done_right_it_is_sharp(self):
        self.assertRegex(self.one(on="empty", walk=6.0, timer=10)["faults"][0], "The face is soft")
        self.assertRegex(self.one(on="empty", walk=6.0, timer=2)["faults"][0], "the mark is empty")
        focused = self.client.post("/api/devices/focus", json={"set": self.demo_json(4)["set"], "on": "object"})
        self.assertEqual(focused.status_code, 200)
        right = self.one(on="empty", walk=6.0, timer=10, focus="locked")
        self.assertEqual(right["faults"], [])
        self.assertIn(10.0, self.waited)

    def test_a_device_that_is_off_not_there_or_another_is_told_and_nothing_is_lost(self):
        kept = self.one()
        self.choose("camera", "", False)
        problems = self.assert_refused(self.shoot())
        self.assertEqual((problems[0]["field"], problems[0]["message"]), ("camera", "the camera is switched off"))
        self.choose("camera", "")
        self.assertEqual(self.assert_refused(self.shoot())[0]["message"], "the stand-in camera is not running")
        self.choose("camera", "127.0.0.1:9")
        self.assertRegex(self.assert_refused(self.shoot())[0]["message"], "nothing answers at 127.0.0.1:9")
        self.choose("camera", str(self.running["hand meter"].address))
        looked = {k["kind"]: k for k in self.client.get("/api/devices").json["devices"]}
        self.assertRegex(looked["camera"]["told"], "what answers there is a hand meter, no camera")
        self.assertFalse(looked["camera"]["answers"])
        problems = self.assert_refused(self.choose("camera", "somewhere"))
        self.assertEqual(problems[0]["field"], "address")
        listed = self.client.get(f"/api/sets/{self.set_id}/frames").json["frames"]
        self.assertEqual([k["id"] for k in listed], [kept["id"]])

    def test_a_trigger_that_dies_between_two_frames_is_told(self):
        self.one()
        self.running["trigger"].shutdown()
        self.running["trigger"].server_close()
        problems = self.assert_refused(self.shoot())
        self.assertEqual(problems[0]["field"], "trigger")
        self.choose("trigger", "", False)
        self.assertRegex(self.one()["faults"][0], "No flash fired: no trigger is on the camera")
        self.running["trigger"] = Device(Trigger(self.clock).handle)  # for the clean-up that ends it
        self.running["trigger"].begin()

    def test_a_full_card_is_told(self):
        self.one()
        ask(self.running["camera"].address, "set", card_left=1)
        self.assertRegex(
            self.assert_refused(self.shoot(row=2))[0]["message"], "the card is full: room for 1 more, 2 asked"
        )

    def test_the_hand_meter_shows_its_own_error(self):
        body = {"set": self.demo_json(4)["set"], "viewer": "", "toward": "key", "receptor": "flat"}
        made = self.client.post("/api/sets/metered", json=body).json
        self.assertLess(abs(made["off"]), 0.3)
        self.assertNotEqual(made["off"], 0.0)

    def test_frames_of_a_set_that_is_not_there_are_not_taken(self):
        self.assert_refused(self.client.post("/api/sets/none/frames", json={"set": self.demo_json()["set"]}), 404)
        self.assert_refused(self.client.get(f"/api/sets/{self.set_id}/frames/none/picture"), 404)
