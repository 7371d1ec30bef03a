"""Files as a camera writes them, opened by LibRaw, an image library, and a tag reader of another house."""

import io
import subprocess
import tempfile
import unittest
from datetime import datetime
from pathlib import Path

import numpy as np
import rawpy
from PIL import Image, ImageOps

from deep_amber.core.capture.frame import neutral_of
from deep_amber.core.capture.sensor import BLACK_LEVEL, WHITE_LEVEL, mosaic, sensor_of
from deep_amber.core.exposure.response import FULL_OVER_WHITE
from deep_amber.core.srgb import code_value
from deep_amber.formats.camera_file import FrameTags, developed, dng_bytes, jpeg_of_frame, turned
from tests.sets import plain_set

TAGS = FrameTags(1 / 160, 5.6, 400, 85.0, datetime(2026, 11, 26, 19, 30, 5), True, 5600.0, True, "SI-0001")
CAMERA = plain_set().camera


def card() -> np.ndarray:
    """(80, 64, 3) linear, upright: steps of grey from the top, white's half at the left of the last row."""
    steps = np.repeat(np.array([0.05, 0.18, 0.36, 0.72]), 20)
    return np.repeat(np.repeat(steps[:, None], 64, 1)[..., None], 3, 2)


def raw_file(tags: FrameTags = TAGS, linear: np.ndarray | None = None) -> bytes:
    shown = turned(card() if linear is None else linear, tags.standing)
    numbers = mosaic(shown, sensor_of(CAMERA), 100.0, None)
    return dng_bytes(numbers, BLACK_LEVEL, WHITE_LEVEL, neutral_of(tags.white_balance), tags)


def told_by_exiv2(content: bytes, suffix: str) -> dict[str, str]:
    """Key and value of every tag, as the program from Debian's packages prints them."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / f"frame.{suffix}"
        path.write_bytes(content)
        done = subprocess.run(["exiv2", "-Pkv", str(path)], capture_output=True, text=True, check=True)
    return dict(line.split(None, 1) for line in done.stdout.splitlines() if len(line.split(None, 1)) == 2)


class Raw(unittest.TestCase):
    def test_libraw_reads_back_the_linear_values(self):
        with rawpy.imread(io.BytesIO(raw_file())) as raw:
            self.assertEqual((raw.black_level_per_channel, raw.white_level), ([BLACK_LEVEL] * 4, WHITE_LEVEL))
            linear = raw.postprocess(gamma=(1, 1), no_auto_bright=True, use_camera_wb=True, output_bps=16)
        self.assertEqual(linear.shape, (80, 64, 3))
        for row, value in ((10, 0.05), (30, 0.18), (50, 0.36), (70, 0.72)):
            read = linear[row, 32].astype(float) / 65535 * FULL_OVER_WHITE * (1 / neutral_of(5600.0)).min()
            for c in range(3):
                balanced = value / neutral_of(5600.0)[c]
                self.assertAlmostEqual(read[c], balanced, delta=0.004)

    def test_a_lying_frame_lies(self):
        lying = np.transpose(card(), (1, 0, 2))
        tags = FrameTags(**(vars(TAGS) | {"standing": False}))
        with rawpy.imread(io.BytesIO(raw_file(tags, lying))) as raw:
            self.assertEqual(raw.postprocess().shape[:2], (64, 80))

    def test_the_cameras_jpeg_shows_a_card_where_it_belongs(self):
        for balance in (5600.0, 3200.0):
            tags = FrameTags(**(vars(TAGS) | {"white_balance": balance}))
            neutral = neutral_of(balance)
            picture = developed(raw_file(tags, card() * neutral), FULL_OVER_WHITE, neutral)
            for row, value in ((10, 0.05), (30, 0.18), (50, 0.36), (70, 0.72)):
                self.assertLessEqual(np.abs(picture[row, 32].astype(int) - code_value(value)).max(), 2, balance)


class Tags(unittest.TestCase):
    def check(self, told: dict[str, str], of: dict[str, str]):
        for key, value in of.items():
            self.assertEqual(told[key].strip(), value, key)

    def test_of_the_raw_file(self):
        self.check(
            told_by_exiv2(raw_file(), "dng"),
            {
                "Exif.Image.ExposureTime": "1/160",
                "Exif.Image.FNumber": "28/5",
                "Exif.Image.ISOSpeedRatings": "400",
                "Exif.Image.FocalLength": "85/1",
                "Exif.Image.DateTimeOriginal": "2026:11:26 19:30:05",
                "Exif.Image.Orientation": "8",
                "Exif.Image.CameraSerialNumber": "SI-0001",
                "Exif.Image.ImageDescription": "white balance 5600 K",
            },
        )

    def test_of_the_jpeg(self):
        picture = np.full((80, 64, 3), 118, np.uint8)
        content = jpeg_of_frame(picture, TAGS)
        self.check(
            told_by_exiv2(content, "jpg"),
            {
                "Exif.Photo.ExposureTime": "1/160",
                "Exif.Photo.FNumber": "28/5",
                "Exif.Photo.ISOSpeedRatings": "400",
                "Exif.Photo.FocalLength": "85/1",
                "Exif.Photo.DateTimeOriginal": "2026:11:26 19:30:05",
                "Exif.Image.Orientation": "8",
                "Exif.Photo.BodySerialNumber": "SI-0001",
                "Exif.Photo.Flash": "1",
                "Exif.Photo.WhiteBalance": "1",
            },
        )
        with Image.open(io.BytesIO(content)) as image:
            self.assertEqual(image.size, (80, 64))
            self.assertEqual(ImageOps.exif_transpose(image).size, (64, 80))

    def test_upright_stays_upright(self):
        picture = np.zeros((80, 64, 3), np.uint8)
        picture[:20] = 255
        with Image.open(io.BytesIO(jpeg_of_frame(picture, TAGS))) as image:
            upright = np.asarray(ImageOps.exif_transpose(image))
        self.assertGreater(int(upright[5, 32].min()), 240)
        self.assertLess(int(upright[70, 32].max()), 15)
