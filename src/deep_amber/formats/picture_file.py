"""Pictures as image files."""

import io

import numpy as np
from PIL import Image, ImageOps

_JPEG = {"format": "JPEG", "quality": 88}
_FINE_JPEG = {"format": "JPEG", "quality": 95, "subsampling": 0}


def png_bytes(picture: np.ndarray) -> bytes:
    """(height, width, 3) uint8 sRGB as PNG."""
    file = io.BytesIO()
    Image.fromarray(picture).save(file, format="PNG")
    return file.getvalue()


def jpeg_bytes(picture: np.ndarray, fine: bool) -> bytes:
    """(height, width, 3) uint8 sRGB as JPEG; fine is for a picture at rest."""
    file = io.BytesIO()
    Image.fromarray(picture).save(file, **(_FINE_JPEG if fine else _JPEG))  # type: ignore[arg-type]
    return file.getvalue()


def read_upright(file: bytes, size: tuple[int, int]) -> np.ndarray:
    """(height, width, 3) uint8 of an image file, set upright by its orientation, at a size (width, height)."""
    with Image.open(io.BytesIO(file)) as image:
        upright = ImageOps.exif_transpose(image).convert("RGB")
        return np.asarray(upright if upright.size == size else upright.resize(size, Image.Resampling.BOX))


def eight_bit(picture: Image.Image) -> Image.Image:
    """16-bit grey as 8-bit: the library itself would clip it to white."""
    if not picture.mode.startswith("I"):
        return picture
    return Image.fromarray((np.asarray(picture).astype(np.uint32) >> 8).clip(0, 255).astype(np.uint8), "L")
