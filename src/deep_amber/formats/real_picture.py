"""Pictures from a camera, as linear values: raw by LibRaw, JPEG, PNG, TIFF, WebP and HEIC with sRGB undone.

A finished file was graded by its camera, so its values are linear only as well as can be said; a raw file's are.
"""

import io

import numpy as np
import rawpy
from PIL import Image, ImageOps, UnidentifiedImageError
from pillow_heif import register_heif_opener

from ..core.exposure.response import FULL_OVER_WHITE
from ..core.problem import NotAccepted, Problem

register_heif_opener()
LARGEST = 120_000_000  # bytes
MOST_PIXELS = 120_000_000
ACCEPTED = "a JPEG, PNG, TIFF, WebP or HEIC picture, or the raw file of a usual camera"
LINEAR_UP_TO, SLOPE = 0.04045, 12.92  # IEC 61966-2-1


def _refused(message: str, accepted: str = ACCEPTED) -> NotAccepted:
    return NotAccepted([Problem("picture", message, accepted)])


def linear_of(raw: bytes, size: tuple[int, int]) -> np.ndarray:
    """(height, width, 3) linear values, white = 1, upright, at a size (width, height).

    Raises NotAccepted in words for what is no picture, broken, too large, or of another shape than the size.
    """
    if len(raw) > LARGEST:
        raise _refused(f"The file has {len(raw) / 1e6:.0f} MB.", f"at most {LARGEST / 1e6:.0f} MB")
    if not raw:
        raise _refused("The file is empty.")
    made = _from_raw(raw) if _is_raw(raw) else _from_picture(raw)
    height, width = made.shape[:2]
    if abs(width / height - size[0] / size[1]) > 0.02:
        raise _refused(
            f"The picture is {width} x {height}, of another shape than the set's.", "the whole frame, not cropped"
        )
    return _reduced(made, size)


def _is_raw(raw: bytes) -> bool:
    """By what LibRaw says of it; a finished TIFF is none."""
    try:
        with rawpy.imread(io.BytesIO(raw)) as opened:
            return bool(opened.raw_type == rawpy.RawType.Flat)
    except (rawpy.LibRawError, ValueError):
        return False


def _from_raw(raw: bytes) -> np.ndarray:
    try:
        with rawpy.imread(io.BytesIO(raw)) as opened:
            made = opened.postprocess(
                use_camera_wb=True, no_auto_bright=True, gamma=(1, 1), output_bps=16, adjust_maximum_thr=0.0
            )
            balance = np.array(opened.camera_whitebalance[:3], float)
    except rawpy.LibRawError as error:
        raise _refused(f"The raw file is broken ({error}).", f"a whole file: {ACCEPTED}") from None
    # LibRaw leaves the channel that the balance lifts least as it is; green is what exposure goes by.
    lifted = balance[1] / balance.min() if balance.min() > 0 else 1.0
    return made.astype(np.float32) / 65535 * FULL_OVER_WHITE / lifted


def _from_picture(raw: bytes) -> np.ndarray:
    try:
        with Image.open(io.BytesIO(raw)) as image:
            wide, high = image.size
            if wide * high > MOST_PIXELS:
                raise _refused(
                    f"The picture has {wide * high / 1e6:.0f} million pixels.",
                    f"at most {MOST_PIXELS / 1e6:.0f} million",
                )
            codes = np.asarray(ImageOps.exif_transpose(image).convert("RGB"), np.float32) / 255
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
    return np.where(codes <= LINEAR_UP_TO, codes / SLOPE, ((codes + 0.055) / 1.055) ** 2.4).astype(np.float32)


def _reduced(picture: np.ndarray, size: tuple[int, int]) -> np.ndarray:
    """A mean over each pixel of the size."""
    if picture.shape[1::-1] == size:
        return picture
    channels = [
        np.asarray(Image.fromarray(np.ascontiguousarray(picture[..., c])).resize(size, Image.Resampling.BOX))
        for c in range(3)
    ]
    return np.stack(channels, -1)
