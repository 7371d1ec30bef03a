"""Files as a camera writes them: a mosaic DNG, and a JPEG developed from it, both with their tags.

DNG 1.4 (Adobe's published specification, open): tags in the first directory, as TIFF/EP has them. The JPEG is what LibRaw
makes of the DNG at the camera's own white balance.
"""

import io
from dataclasses import dataclass
from datetime import datetime
from fractions import Fraction
from typing import Any

import numpy as np
import rawpy
import tifffile
from PIL import Image

MAKE, MODEL = "Deep Amber", "stand-in camera"
STANDING, LYING = 8, 1  # orientation: the longer side stands, the camera turned with its grip up; lies
XYZ_OF_SRGB = np.array(
    [[0.4124564, 0.3575761, 0.1804375], [0.2126729, 0.7151522, 0.072175], [0.0193339, 0.119192, 0.9503041]]
)
"""IEC 61966-2-1, D65."""
D65 = 21  # the illuminant's number in the specification
FINEST = 1_000_000  # parts of a rational
JPEG = {"quality": 95, "subsampling": 0}


@dataclass(frozen=True)
class FrameTags:
    """What a file says of its frame."""

    time: float
    """[s]"""
    aperture: float
    sensitivity: float
    focal_length: float
    """[mm]"""
    taken: datetime
    standing: bool
    """Whether the longer side stands."""
    white_balance: float
    """[K]"""
    flash: bool
    """Whether the trigger was fired: a camera knows no more."""
    serial: str
    """The camera's own."""


def _rational(value: float) -> tuple[int, int]:
    made = Fraction(value).limit_denominator(FINEST)
    return made.numerator, made.denominator


def _said(tags: FrameTags) -> str:
    return f"white balance {tags.white_balance:.0f} K"


def turned(upright: np.ndarray, standing: bool) -> np.ndarray:
    """A picture (height, width, ...) as the sensor lies in the camera."""
    return np.ascontiguousarray(np.rot90(upright, -1)) if standing else upright


def dng_bytes(mosaic: np.ndarray, black: int, white: int, neutral: np.ndarray, tags: FrameTags) -> bytes:
    """A raw file.

    Parameters
    ----------
    mosaic : (height, width) uint16, red at the upper left, as the sensor lies
    black, white : raw numbers of nothing and of a full cell
    neutral : (3,) raw values of a grey card at the camera's white balance
    """
    matrix = np.linalg.inv(XYZ_OF_SRGB)
    colour = [part for k in matrix.ravel() for part in (round(k * 10_000), 10_000)]
    as_shot = [part for k in neutral / neutral.max() for part in _rational(float(k))]
    date = tags.taken.strftime("%Y:%m:%d %H:%M:%S")
    extra: list[tuple[Any, ...]] = [
        (271, "s", 0, MAKE, True),
        (272, "s", 0, MODEL, True),
        (274, "H", 1, STANDING if tags.standing else LYING, True),
        (33421, "H", 2, (2, 2), True),  # the mosaic repeats after two cells
        (33422, "B", 4, bytes([0, 1, 1, 2]), True),
        (33434, "2I", 1, _rational(tags.time), True),
        (33437, "2I", 1, _rational(tags.aperture), True),
        (34855, "H", 1, round(tags.sensitivity), True),
        (36867, "s", 0, date, True),
        (37385, "H", 1, int(tags.flash), True),
        (37386, "2I", 1, _rational(tags.focal_length), True),
        (50706, "B", 4, bytes([1, 4, 0, 0]), True),
        (50707, "B", 4, bytes([1, 1, 0, 0]), True),
        (50708, "s", 0, f"{MAKE} {MODEL}", True),
        (50710, "B", 3, bytes([0, 1, 2]), True),
        (50711, "H", 1, 1, True),
        (50714, "H", 1, black, True),
        (50717, "I", 1, white, True),
        (50721, "2i", 9, tuple(colour), True),
        (50728, "2I", 3, tuple(as_shot), True),
        (50735, "s", 0, tags.serial, True),
        (50778, "H", 1, D65, True),
    ]
    file = io.BytesIO()
    tifffile.imwrite(
        file, mosaic, photometric=32803, compression=None, extratags=extra, subfiletype=0, metadata=None,
        description=_said(tags), software=f"{MAKE} {MODEL}", datetime=tags.taken,
    )  # fmt: skip
    return file.getvalue()


def developed(dng: bytes, white_over: float, neutral: np.ndarray) -> np.ndarray:
    """(height, width, 3) uint8 sRGB, upright: what LibRaw makes of a raw file at its own white balance.

    Parameters
    ----------
    white_over : raw white against the file's white; neutral : as the file was written with
    """
    # LibRaw scales channels so that the least is left as it is, and raw white to white.
    bright = white_over * float((1 / neutral).min())
    with rawpy.imread(io.BytesIO(dng)) as raw:
        return raw.postprocess(
            use_camera_wb=True, no_auto_bright=True, bright=bright, gamma=(2.4, 12.92), output_bps=8,
            output_color=rawpy.ColorSpace.sRGB, highlight_mode=rawpy.HighlightMode.Clip,
            adjust_maximum_thr=0.0,  # else raw white is taken to be the lightest that is there
        )  # fmt: skip


def jpeg_of_frame(picture: np.ndarray, tags: FrameTags) -> bytes:
    """A JPEG (height, width, 3) uint8 with its tags, as the camera lies, with the orientation that sets it upright."""
    image = Image.fromarray(turned(picture, tags.standing))
    exif = Image.Exif()
    date = tags.taken.strftime("%Y:%m:%d %H:%M:%S")
    exif[271], exif[272], exif[274] = MAKE, MODEL, STANDING if tags.standing else LYING
    exif[270], exif[306] = _said(tags), date
    details = exif.get_ifd(0x8769)
    details |= {
        33434: _fraction(tags.time),
        33437: _fraction(tags.aperture),
        34855: round(tags.sensitivity),
        36867: date,
        37385: int(tags.flash),
        37386: _fraction(tags.focal_length),
        41987: 1,  # white balance by hand
        42033: tags.serial,
    }
    file = io.BytesIO()
    image.save(file, format="JPEG", exif=exif, **JPEG)
    return file.getvalue()


def _fraction(value: float) -> Any:
    from PIL.TiffImagePlugin import IFDRational

    return IFDRational(*_rational(value))
