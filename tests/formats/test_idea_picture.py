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


class Misjudged(unittest.TestCase):
    """Whole pictures that were refused, or shown as they are not."""

    def test_a_jpeg_with_a_second_picture_inside(self):
        file = io.BytesIO()
        first, second = (Image.new("RGB", (90, 60), c) for c in ((200, 40, 40), (40, 40, 200)))
        first.save(file, format="MPO", save_all=True, append_images=[second])
        made = read_idea_picture(file.getvalue())
        self.assertEqual((made.suffix, made.width), ("jpg", 90))

    def test_sixteen_bit_grey_keeps_its_tones(self):
        tones = np.linspace(0, 65535, 90 * 60).reshape(60, 90).astype(np.uint16)
        file = io.BytesIO()
        Image.fromarray(tones).save(file, format="PNG")
        seen = np.asarray(shown(file.getvalue()).convert("L")).astype(float)
        self.assertLess(np.abs(seen - tones / 257).mean(), 3)

    def test_a_whole_picture_with_broken_tags_is_shown_without_them(self):
        image = Image.new("RGB", (40, 30), (200, 90, 30))
        file = io.BytesIO()
        image.save(file, format="PNG")
        raw = file.getvalue()
        tags = b"eXIf" + b"Exif\x00\x00broken tags"
        chunk = struct.pack(">I", len(tags) - 4) + tags + struct.pack(">I", zlib.crc32(tags))
        made = read_idea_picture(raw[:33] + chunk + raw[33:])
        self.assertEqual((made.width, made.height), (40, 30))

    def test_refusals_stand_in_their_own_words(self):
        with self.assertRaises(NotAccepted) as error:
            read_idea_picture(picture("BMP"))
        self.assertNotIn("broken", error.exception.problems[0].message)

    def test_a_heic_that_says_it_is_smaller_than_it_is_coded(self):
        raw = bytearray(picture("HEIF", (300, 200)))
        at = raw.find(b"ispe")
        raw[at + 8 : at + 16] = struct.pack(">II", 64, 64)
        try:
            made = read_idea_picture(bytes(raw))
        except NotAccepted as refused:
            self.assertTrue(refused.problems[0].message)
        else:
            self.assertTrue(made.shown)


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
