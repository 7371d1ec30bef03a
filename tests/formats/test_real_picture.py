"""Pictures of cameras as linear values, and what is refused."""

import io
import unittest

import numpy as np
from PIL import Image

from deep_amber.core.capture.frame import neutral_of
from deep_amber.core.problem import NotAccepted
from deep_amber.core.srgb import code_value
from deep_amber.formats.camera_file import FrameTags, jpeg_of_frame
from deep_amber.formats.real_picture import linear_of
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


class Refused(unittest.TestCase):
    def test_in_words(self):
        whole = raw_file()
        jpeg = jpeg_of_frame(codes(), TAGS)
        wide = io.BytesIO()
        Image.fromarray(np.zeros((40, 90, 3), np.uint8)).save(wide, format="PNG")
        for raw, words in (
            (b"", "empty"),
            (b"\x00\x00\x00\x18ftypmp42 a film called .jpg", "not a picture|broken"),
            (b"hello", "not a picture"),
            (jpeg[: len(jpeg) // 2], "broken"),
            (whole[: len(whole) // 2], "broken|not a picture"),
            (wide.getvalue(), "another shape"),
        ):
            with self.assertRaises(NotAccepted) as caught:
                linear_of(raw, SIZE)
            self.assertRegex(caught.exception.problems[0].message, words)
            self.assertTrue(caught.exception.problems[0].accepted)
