"""Pictures from a camera, as linear values: raw by LibRaw, JPEG, PNG, TIFF, WebP and HEIC with sRGB undone.

A finished file was graded by its camera, so its values are linear only as well as can be said; a raw file's are.
"""

import io
import threading
import warnings
from dataclasses import dataclass
from typing import Any

import numpy as np
import rawpy
from PIL import Image, ImageOps, UnidentifiedImageError
from pillow_heif import register_heif_opener

from ..core.exposure.response import FULL_OVER_WHITE
from ..core.problem import NotAccepted, Problem
from ..core.srgb import encoded
from .colour_profile import as_srgb
from .picture_file import eight_bit, jpeg_bytes
from .picture_tags import PictureTags, tags_of

register_heif_opener()
LARGEST = 120_000_000  # bytes
MOST_PIXELS = 120_000_000
LEAST_SIDE = 64  # pixels
LOOKED_AT = 1200  # pixels of the longer side that is kept and shown
ACCEPTED = "a JPEG, PNG, TIFF, WebP or HEIC picture, or the raw file of a usual camera"
LINEAR_UP_TO, SLOPE = 0.04045, 12.92  # IEC 61966-2-1
SUFFIXES = {"JPEG": "jpg", "MPO": "jpg", "PNG": "png", "TIFF": "tif", "WEBP": "webp", "HEIF": "heic"}
FILMS = (b"mp4", b"isom", b"qt  ", b"M4V", b"avc1", b"3gp", b"MSNV")
FILM = "This is a film, whatever its name says."
TOO_LARGE = Problem("picture", "The file is too large.", f"at most {LARGEST // 1_000_000} MB")
_ONE_AT_A_TIME = threading.Lock()  # a decoded picture takes up to a gigabyte


@dataclass(frozen=True)
class RealPicture:
    linear: np.ndarray
    """(height, width, 3) upright, white = 1, at most LOOKED_AT a side."""
    shown: bytes
    """The same as JPEG, without the tags of the file."""
    suffix: str
    """Of the file, by its content."""
    raw: bool
    """Whether its values are a sensor's own."""
    tags: PictureTags
    size: tuple[int, int]
    """Width and height of the file [pixels]."""


def _refused(message: str, accepted: str = ACCEPTED) -> NotAccepted:
    return NotAccepted([Problem("picture", message, accepted)])


def read_real_picture(raw: bytes) -> RealPicture:
    """Reads a picture file, whatever its name says.

    Raises NotAccepted in words for what is no picture, broken, a film, too large or too small; nothing is guessed.
    """
    _looked_over(raw)
    with _ONE_AT_A_TIME:
        if _is_raw(raw):
            linear, size = _from_raw(raw, (LOOKED_AT, LOOKED_AT))
            suffix, of_sensor = _raw_suffix(raw), True
        else:
            linear, size, suffix = _from_picture(raw, (LOOKED_AT, LOOKED_AT))
            of_sensor = False
    codes = np.round(encoded(np.clip(linear, 0, 1)) * 255).astype(np.uint8)
    return RealPicture(linear, jpeg_bytes(codes, fine=True), suffix, of_sensor, tags_of(raw), size)


def linear_of(raw: bytes, size: tuple[int, int]) -> np.ndarray:
    """(height, width, 3) linear values, white = 1, upright, at a size (width, height).

    A frame of another shape is taken as a camera's sensor: its largest middle part of the size's shape is the picture.
    Raises NotAccepted as `read_real_picture`, and for a picture that lies where the size stands, or the other way round.
    """
    _looked_over(raw)
    made, (width, height) = _from_raw(raw, None) if _is_raw(raw) else _from_picture(raw, None)[:2]
    if (width > height) != (size[0] > size[1]) and abs(width / height - size[0] / size[1]) > 0.02:
        raise _refused(
            f"The picture is {width} x {height}, of another shape than the set's.",
            "the whole frame, not cropped or turned",
        )
    return _reduced(middle_part(made, size)[0], size)


Box = tuple[float, float, float, float]
"""Left and upper edge, width and height of a part of a picture, each as a share of it."""


def middle_part(picture: np.ndarray, size: tuple[int, int]) -> tuple[np.ndarray, Box]:
    """The largest middle part (geometry/quads.field_of_view) of the shape of a size (width, height), and which part it is."""
    height, width = picture.shape[:2]
    aspect = size[0] / size[1]
    wide, high = (round(height * aspect), height) if width / height > aspect else (width, round(width / aspect))
    wide, high = min(wide, width), min(high, height)
    left, top = (width - wide) // 2, (height - high) // 2
    return picture[top : top + high, left : left + wide], (left / width, top / height, wide / width, high / height)


def framed(picture: np.ndarray, size: tuple[int, int]) -> tuple[np.ndarray, Box]:
    """The middle part of a size's shape, brought to that size where it is larger, and which part it is."""
    part, box = middle_part(picture, size)
    return (_reduced(part, size) if part.shape[0] >= size[1] else part), box


def _looked_over(raw: bytes) -> None:
    if len(raw) > LARGEST:
        raise _refused(f"The file has {len(raw) / 1e6:.0f} MB.", f"at most {LARGEST / 1e6:.0f} MB")
    if not raw:
        raise _refused("The file is empty.")
    if (raw[4:8] == b"ftyp" and raw[8:12].startswith(FILMS)) or (raw[:4] == b"RIFF" and raw[8:11] == b"AVI"):
        raise _refused(FILM)


def _is_raw(raw: bytes) -> bool:
    """By what LibRaw says of it; a finished TIFF is none."""
    try:
        with rawpy.imread(io.BytesIO(raw)) as opened:
            return bool(opened.raw_type == rawpy.RawType.Flat)
    except (rawpy.LibRawError, ValueError):
        return False


def _raw_suffix(raw: bytes) -> str:
    """Adobe's open format says its version in a tag; all others are kept as raw."""
    return "dng" if b"\x12\xc6\x01\x00" in raw[:65536] or b"\xc6\x12\x00\x01" in raw[:65536] else "raw"


def _enough(width: int, height: int) -> None:
    if width * height > MOST_PIXELS:
        raise _refused(
            f"The picture has {width * height / 1e6:.0f} million pixels.", f"at most {MOST_PIXELS / 1e6:.0f} million"
        )
    if min(width, height) < LEAST_SIDE:
        raise _refused(f"The picture is only {width} x {height} pixels.", f"at least {LEAST_SIDE} pixels a side")


def _from_raw(raw: bytes, within: tuple[int, int] | None) -> tuple[np.ndarray, tuple[int, int]]:
    """Linear values, and the size of the file; a file far larger than what it is brought within is read at half its scale."""
    try:
        with rawpy.imread(io.BytesIO(raw)) as opened:
            sizes = opened.sizes
            _enough(sizes.width, sizes.height)
            half = within is not None and max(sizes.width, sizes.height) >= 4 * max(within)
            made = opened.postprocess(
                use_camera_wb=True, no_auto_bright=True, gamma=(1, 1), output_bps=16, adjust_maximum_thr=0.0, half_size=half
            )  # fmt: skip
            balance = np.array(opened.camera_whitebalance[:3], float)
    except rawpy.LibRawError as error:
        raise _refused(f"The raw file is broken ({error}).", f"a whole file: {ACCEPTED}") from None
    # LibRaw leaves the channel that the balance lifts least as it is; green is what exposure goes by.
    lifted = balance[1] / balance.min() if balance.min() > 0 else 1.0
    linear = made.astype(np.float32) / 65535 * FULL_OVER_WHITE / lifted
    height, width = made.shape[:2]
    size = (width * (2 if half else 1), height * (2 if half else 1))
    return (_reduced(linear, _fitted((width, height), within)) if within else linear), size


def _from_picture(raw: bytes, within: tuple[int, int] | None) -> tuple[np.ndarray, tuple[int, int], str]:
    """Linear values, the size of the file, upright, and its suffix."""
    try:
        with warnings.catch_warnings(), Image.open(io.BytesIO(raw)) as image:
            warnings.simplefilter("ignore")
            _enough(*image.size)
            wide, high = image.size
            if within:
                image.draft("RGB", within)  # where the format can, at a reduced scale
            suffix = SUFFIXES.get(image.format or "", "")
            image.load()
            profile = image.info.get("icc_profile")
            codes = as_srgb(eight_bit(ImageOps.exif_transpose(image)), profile)
    except NotAccepted:
        raise
    except UnidentifiedImageError:
        raise _refused("This is not a picture that can be read.") from None
    except Image.DecompressionBombError:
        raise _refused("The picture has too many pixels.", f"at most {MOST_PIXELS / 1e6:.0f} million") from None
    except Exception as error:  # the decoders raise whatever their libraries do
        raise _refused(
            f"The picture is broken ({str(error)[:80] or 'it ends too early'}).", f"a whole file: {ACCEPTED}"
        ) from None
    if not suffix:
        raise _refused("This kind of picture is not read.")
    turned = (codes.width > codes.height) != (wide > high)
    if within and max(codes.size) > 4 * max(within):
        codes = codes.reduce(max(codes.size) // (2 * max(within)))
    values = LINEAR_OF_CODE[np.asarray(codes)]
    linear = _reduced(values, _fitted(codes.size, within)) if within else values
    return linear, ((high, wide) if turned else (wide, high)), suffix


_CODES = np.arange(256) / 255
LINEAR_OF_CODE = np.where(_CODES <= LINEAR_UP_TO, _CODES / SLOPE, ((_CODES + 0.055) / 1.055) ** 2.4).astype(np.float32)


def _fitted(size: tuple[int, int], within: tuple[int, int] | None) -> tuple[int, int]:
    """The size brought within another, its shape kept; a smaller one stays."""
    scale = min(1.0, *(w / s for w, s in zip(within, size, strict=True))) if within else 1.0
    return (max(1, round(size[0] * scale)), max(1, round(size[1] * scale)))


def _reduced(picture: np.ndarray, size: tuple[int, int]) -> np.ndarray:
    """A mean over each pixel of the size."""
    if picture.shape[1::-1] == size:
        return picture
    channels: list[Any] = [
        np.asarray(Image.fromarray(np.ascontiguousarray(picture[..., c])).resize(size, Image.Resampling.BOX))
        for c in range(3)
    ]
    return np.stack(channels, -1)
