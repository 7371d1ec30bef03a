"""Pictures for ideas: JPEG, PNG, WebP or HEIC, told by their content, not by their name."""

import io
import threading
import warnings
from dataclasses import dataclass

from PIL import Image, ImageOps, UnidentifiedImageError
from pillow_heif import register_heif_opener

from ..core.problem import NotAccepted, Problem
from .picture_file import eight_bit

register_heif_opener()
FORMATS = {"JPEG": "jpg", "MPO": "jpg", "PNG": "png", "WEBP": "webp", "HEIF": "heic"}
ACCEPTED = "a JPEG, PNG, WebP or HEIC picture"
LARGEST_PICTURE = 40_000_000  # bytes
MOST_PIXELS = 40_000_000
LEAST_SIDE = 16  # pixels
PIXELS_TEXT = f"at most {MOST_PIXELS // 1_000_000} million pixels"
PICTURE_TOO_LARGE = Problem("picture", "The file is too large.", f"at most {LARGEST_PICTURE // 1_000_000} MB")
SHOWN_SIDE = 1600  # pixels of the longer side of what is shown


_ONE_AT_A_TIME = threading.Lock()  # a decoded picture takes up to 160 MB


@dataclass(frozen=True)
class IdeaPicture:
    original: bytes
    suffix: str
    """Of the original, by its content."""
    shown: bytes
    """JPEG, upright, without the tags of the original (they may say where it was taken)."""
    width: int
    """Of what is shown [pixels]."""
    height: int


def _refuse(message: str, accepted: str = ACCEPTED) -> NotAccepted:
    return NotAccepted([Problem("picture", message, accepted)])


def read_idea_picture(raw: bytes) -> IdeaPicture:
    """Reads a picture and turns it upright by its tag.

    Raises NotAccepted in words for what is no picture, broken, too large or too small; nothing is guessed.
    """
    if len(raw) > LARGEST_PICTURE:
        raise NotAccepted([PICTURE_TOO_LARGE])
    if not raw:
        raise _refuse("The file is empty.")
    try:
        with _ONE_AT_A_TIME, warnings.catch_warnings():
            warnings.simplefilter("ignore")
            return _read(raw)
    except NotAccepted:
        raise
    except UnidentifiedImageError:
        raise _refuse("This is not a picture that can be read.") from None
    except Image.DecompressionBombError:
        raise _refuse("The picture has too many pixels.", PIXELS_TEXT) from None
    except Exception as error:  # the decoders raise whatever their libraries do
        raise _refuse(
            f"The picture is broken ({str(error)[:80] or 'it ends too early'}).", f"a whole file: {ACCEPTED}"
        ) from None


def _read(raw: bytes) -> IdeaPicture:
    picture = Image.open(io.BytesIO(raw))
    if picture.format not in FORMATS:
        raise _refuse(f"This is a {picture.format} file.")
    _check_size(picture)
    picture.draft("RGB", (SHOWN_SIDE, SHOWN_SIDE))  # where the format can, it is read at a reduced scale
    picture.load()
    upright = eight_bit(_upright(picture)).convert("RGB")
    upright.thumbnail((SHOWN_SIDE, SHOWN_SIDE), Image.Resampling.LANCZOS)
    shown = io.BytesIO()
    upright.save(shown, format="JPEG", quality=88)
    return IdeaPicture(raw, FORMATS[picture.format], shown.getvalue(), *upright.size)


def _upright(picture: Image.Image) -> Image.Image:
    """Turned by its tag; as it is where its tags are broken."""
    try:
        return ImageOps.exif_transpose(picture)
    except Exception:
        return picture


def _check_size(picture: Image.Image) -> None:
    wide, high = picture.size
    if wide * high > MOST_PIXELS:
        raise _refuse(
            f"The picture has {wide * high / 1e6:.0f} million pixels.",
            PIXELS_TEXT,
        )
    if min(wide, high) < LEAST_SIDE:
        raise _refuse(f"The picture is only {wide} x {high} pixels.", f"at least {LEAST_SIDE} pixels a side")
