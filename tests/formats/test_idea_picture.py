"""Pictures for ideas: every format, turned by tag, broken, huge, wrongly named."""

import io
import struct
import unittest
import zlib

import numpy as np
from PIL import Image

from deep_amber.core.problem import NotAccepted
from deep_amber.formats.idea_picture import LARGEST_PICTURE, MOST_PIXELS, SHOWN_SIDE, read_idea_picture


def picture(kind: str, size=(90, 60), **saved) -> bytes:
    """Red on the left half, blue on the right."""
    image = Image.new("RGB", size, (220, 30, 30))
    image.paste((30, 30, 220), (size[0] // 2, 0, *size))
    file = io.BytesIO()
    image.save(file, format=kind, **saved)
    return file.getvalue()


def turned_by_tag(orientation: int) -> bytes:
    exif = Image.Exif()
    exif[0x0112] = orientation
    exif[0x010E] = "a secret place"
    return picture("JPEG", exif=exif, quality=95)


def shown(raw: bytes) -> Image.Image:
    return Image.open(io.BytesIO(read_idea_picture(raw).shown))


class Read(unittest.TestCase):
    def test_every_format_is_read_whatever_its_name(self):
        for kind, suffix in (("JPEG", "jpg"), ("PNG", "png"), ("WEBP", "webp"), ("HEIF", "heic")):
            with self.subTest(kind):
                made = read_idea_picture(picture(kind))
                self.assertEqual((made.suffix, made.width, made.height), (suffix, 90, 60))
                left, right = np.asarray(Image.open(io.BytesIO(made.shown)))[30, [10, 80]]
                self.assertTrue(left[0] > 150 > left[2] and right[2] > 150 > right[0])

    def test_a_picture_turned_by_its_tag_is_shown_upright(self):
        made = read_idea_picture(turned_by_tag(6))  # to be turned a quarter to the right
        self.assertEqual((made.width, made.height), (60, 90))
        upper = np.asarray(Image.open(io.BytesIO(made.shown)))[5, 30]
        self.assertGreater(upper[0], 150)  # what was at the left is at the top

    def test_what_is_shown_has_no_tags_and_the_original_stays_as_it_was(self):
        raw = turned_by_tag(6)
        made = read_idea_picture(raw)
        self.assertEqual(made.original, raw)
        self.assertFalse(Image.open(io.BytesIO(made.shown)).getexif())
        self.assertNotIn(b"secret", made.shown)

    def test_a_large_picture_is_shown_smaller(self):
        self.assertEqual(max(shown(picture("JPEG", (4000, 3000))).size), SHOWN_SIDE)

    def test_transparency_and_greys_are_read(self):
        for mode in ("RGBA", "L", "P", "CMYK"):
            file = io.BytesIO()
            Image.new(mode, (40, 40)).save(file, format="JPEG" if mode == "CMYK" else "PNG")
            self.assertEqual(shown(file.getvalue()).mode, "RGB")


class Refused(unittest.TestCase):
    def refused(self, raw: bytes) -> str:
        with self.assertRaises(NotAccepted) as error:
            read_idea_picture(raw)
        (problem,) = error.exception.problems
        self.assertEqual(problem.field, "picture")
        self.assertTrue(problem.accepted)
        return problem.message

    def test_what_is_no_picture(self):
        self.assertIn("not a picture", self.refused(b"Harbour Lane choir, winter programme"))
        self.assertIn("empty", self.refused(b""))

    def test_other_formats_are_named(self):
        self.assertIn("BMP", self.refused(picture("BMP")))
        self.assertIn("GIF", self.refused(picture("GIF")))

    def test_broken_files_of_every_format(self):
        for kind in ("JPEG", "PNG", "WEBP", "HEIF"):
            whole = picture(kind, (300, 200))
            for raw in (whole[: len(whole) // 2], whole[:40]):
                with self.subTest(kind, left=len(raw)):
                    self.refused(raw)

    def test_too_many_pixels_without_reading_them(self):
        side = int(MOST_PIXELS**0.5) + 2000
        header = struct.pack(">IIBBBBB", side, side, 8, 2, 0, 0, 0)
        chunk = struct.pack(">I", 13) + b"IHDR" + header + struct.pack(">I", zlib.crc32(b"IHDR" + header))
        body = zlib.compress(b"")
        data = struct.pack(">I", len(body)) + b"IDAT" + body + struct.pack(">I", zlib.crc32(b"IDAT" + body))
        self.assertIn("million pixels", self.refused(b"\x89PNG\r\n\x1a\n" + chunk + data))

    def test_too_large_a_file_and_too_small_a_picture(self):
        self.assertIn("too large", self.refused(b"\xff" * (LARGEST_PICTURE + 1)))
        self.assertIn("only 8 x 90 pixels", self.refused(picture("PNG", (8, 90))))


if __name__ == "__main__":
    unittest.main()
