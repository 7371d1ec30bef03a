"""Pictures in their own colours (wide gamuts, press inks) brought to sRGB by the profile that their file carries."""

import io

from PIL import Image, ImageCms

_SRGB = ImageCms.createProfile("sRGB")
MODES = ("RGB", "L", "CMYK", "LAB")


def as_srgb(picture: Image.Image, profile: bytes | None) -> Image.Image:
    """The picture as 8-bit sRGB.

    Colours outside sRGB come to its edge, relative to the media's white. A file without a profile, or with one that
    cannot be read, is taken for sRGB, as browsers do.
    """
    if profile:
        try:
            own = ImageCms.ImageCmsProfile(io.BytesIO(profile))
            if not ImageCms.getProfileDescription(own).startswith("sRGB"):
                plain = picture if picture.mode in MODES else picture.convert("RGB")
                intent = ImageCms.Intent.RELATIVE_COLORIMETRIC
                made = ImageCms.profileToProfile(plain, own, _SRGB, renderingIntent=intent, outputMode="RGB")
                return made if made is not None else picture.convert("RGB")
        except (ImageCms.PyCMSError, OSError):
            pass
    return picture.convert("RGB")
