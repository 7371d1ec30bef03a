"""Pictures of cameras as linear values, and what is refused."""

import io
import unittest

import numpy as np
from PIL import Image

from deep_amber.core.capture.frame import neutral_of
from deep_amber.core.problem import NotAccepted
from deep_amber.core.srgb import code_value
from deep_amber.formats.camera_file import FrameTags, jpeg_of_frame
from deep_amber.formats.real_picture import framed, linear_of, middle_part
from tests.formats.test_camera_file import TAGS, card, raw_file

SIZE = (64, 80)
ROWS = ((10, 0.05), (30, 0.18), (50, 0.36), (70, 0.72))


def codes() -> np.ndarray:
    return np.vectorize(code_value)(card()).astype(np.uint8)


class Linear(unittest.TestCase):
    def check(self, raw: bytes, delta: float):
        made = linear_of(raw, SIZE)
        self.assertEqual(made.shape, (80, 64, 3))
        for row, value in ROWS:
            self.assertLess(float(np.abs(np.log2(made[row, 32] / value)).max()), delta)

    def test_raw_files_at_any_balance(self):
        for balance in (5600.0, 3200.0, 8000.0):
            tags = FrameTags(**(vars(TAGS) | {"white_balance": balance}))
            neutral = neutral_of(balance)
            made = linear_of(raw_file(tags, card() * neutral / neutral[1]), SIZE)
            for row, value in ROWS:
                self.assertLess(float(np.abs(np.log2(made[row, 32] / value)).max()), 0.03, balance)

    def test_finished_files(self):
        self.check(jpeg_of_frame(codes(), TAGS), 0.05)
        for kind in ("PNG", "TIFF", "WEBP"):
            file = io.BytesIO()
            Image.fromarray(codes()).save(file, format=kind, **({"lossless": True} if kind == "WEBP" else {}))
            self.check(file.getvalue(), 0.05)

    def test_larger_ones_are_brought_to_the_size(self):
        file = io.BytesIO()
        Image.fromarray(np.repeat(np.repeat(codes(), 3, 0), 3, 1)).save(file, format="PNG")
        self.check(file.getvalue(), 0.05)


class Framed(unittest.TestCase):
    def test_a_sensor_s_whole_frame_is_cropped_in_the_middle_as_the_set_does(self):
        tall = np.zeros((96, 64, 3), np.uint8)
        tall[8:88] = codes()
        file = io.BytesIO()
        Image.fromarray(tall).save(file, format="PNG")
        made = linear_of(file.getvalue(), SIZE)
        for row, value in ROWS:
            self.assertLess(float(np.abs(np.log2(made[row, 32] / value)).max()), 0.05)
        part, box = middle_part(tall, SIZE)
        self.assertEqual((part.shape, box), ((80, 64, 3), (0.0, 8 / 96, 1.0, 80 / 96)))
        wide, box = framed(np.zeros((400, 900, 3), np.float32), SIZE)
        self.assertEqual((wide.shape, [round(k, 3) for k in box]), ((80, 64, 3), [0.322, 0.0, 0.356, 1.0]))


class Refused(unittest.TestCase):
    def test_in_words(self):
        whole = raw_file()
        jpeg = jpeg_of_frame(codes(), TAGS)
        wide = io.BytesIO()
        Image.fromarray(np.zeros((80, 180, 3), np.uint8)).save(wide, format="PNG")
        for raw, words in (
            (b"", "empty"),
            (b"\x00\x00\x00\x18ftypmp42 a film called .jpg", "a film, whatever"),
            (b"hello", "not a picture"),
            (jpeg[: len(jpeg) // 2], "broken"),
            (whole[: len(whole) // 2], "broken|not a picture"),
            (wide.getvalue(), "another shape"),
        ):
            with self.assertRaises(NotAccepted) as caught:
                linear_of(raw, SIZE)
            self.assertRegex(caught.exception.problems[0].message, words)
            self.assertTrue(caught.exception.problems[0].accepted)
