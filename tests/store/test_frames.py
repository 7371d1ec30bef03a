"""Frames and devices in the real database, their files beside it."""

import tempfile
import unittest
from pathlib import Path

from deep_amber.store.database import open_store
from deep_amber.store.devices import KINDS, KnownDevice, devices, set_device
from deep_amber.store.frames import add_frame, file_of_frame, frame_file, frames_of
from deep_amber.store.log import About, NoSuchEntry
from deep_amber.store.sets import NoSuchSet, add_set
from tests.sets import demo_file


class Beside(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.sessions = open_store(self.folder)
        self.addCleanup(self.sessions.kw["bind"].dispose)
        self.set_id = add_set(self.sessions, demo_file(1)).id


class Frames(Beside):
    def test_files_are_kept_as_they_came_and_the_newest_is_first(self):
        first = add_frame(self.sessions, self.folder, About(self.set_id), "DA00001", {"faults": []}, b"jpeg", b"raw")
        second = add_frame(
            self.sessions, self.folder, About(self.set_id), "DA00002", {"faults": ["soft"]}, b"other", None
        )
        listed = frames_of(self.sessions, self.set_id)
        self.assertEqual([k.id for k in listed], [second.id, first.id])
        self.assertEqual((listed[0].told, listed[0].raw, listed[1].raw), ({"faults": ["soft"]}, "", "dng"))
        self.assertEqual(frame_file(self.sessions, self.folder, first.id, "dng").read_bytes(), b"raw")
        self.assertEqual(frame_file(self.sessions, self.folder, second.id, "jpg").read_bytes(), b"other")
        with self.assertRaises(NoSuchEntry):
            frame_file(self.sessions, self.folder, second.id, "dng")

    def test_a_file_that_is_gone_is_said_and_a_set_that_is_not_there_keeps_none(self):
        made = add_frame(self.sessions, self.folder, About(self.set_id), "DA00001", {}, b"jpeg", None)
        file_of_frame(self.folder, made.id, "jpg").unlink()
        with self.assertRaises(NoSuchEntry):
            frame_file(self.sessions, self.folder, made.id, "jpg")
        with self.assertRaises(NoSuchSet):
            add_frame(self.sessions, self.folder, About("none"), "DA00001", {}, b"jpeg", None)
        self.assertEqual(len(list((self.folder / "frames").iterdir())), 0)


class Devices(Beside):
    def test_all_are_stand_ins_until_another_is_chosen(self):
        self.assertEqual([(k.address, k.on) for k in devices(self.sessions).values()], [("", True)] * len(KINDS))
        set_device(self.sessions, KnownDevice("camera", "127.0.0.1:4711", True))
        set_device(self.sessions, KnownDevice("camera", "127.0.0.1:4712", False))
        self.assertEqual(devices(self.sessions)["camera"], KnownDevice("camera", "127.0.0.1:4712", False))
        self.assertEqual(devices(self.sessions)["trigger"].address, "")
