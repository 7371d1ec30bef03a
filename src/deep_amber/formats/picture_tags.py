"""What a camera wrote beside a picture: the exposure it used and when. Tags may lie, so each is held against what can be."""

import io
import re
from dataclasses import dataclass
from datetime import datetime
from typing import Any

import exifread

APERTURES, TIMES, SENSITIVITIES, FOCALS = (0.7, 128.0), (1 / 32000, 3600.0), (6.0, 3_300_000.0), (1.0, 3000.0)
YEARS = (1990, 2100)
DATE = re.compile(r"(\d{4})[:-](\d\d)[:-](\d\d)[ T](\d\d):(\d\d):(\d\d)")


@dataclass(frozen=True)
class PictureTags:
    aperture: float | None = None
    """f-number."""
    time: float | None = None
    """[s]"""
    sensitivity: float | None = None
    """[ISO]"""
    focal_length: float | None = None
    """[mm]"""
    taken_at: datetime | None = None
    """By the camera's clock, without a zone."""
    doubted: tuple[str, ...] = ()
    """Tags that cannot be so, in words; they are left out."""

    @property
    def complete(self) -> bool:
        """Whether the whole exposure is known."""
        return None not in (self.aperture, self.time, self.sensitivity)


def _number(tag: Any) -> float | None:
    """Of a tag's first value: a number or a fraction."""
    try:
        return float(tag.values[0])
    except (AttributeError, IndexError, TypeError, ValueError, ZeroDivisionError):
        return None


def _tag(found: dict[str, Any], name: str) -> Any:
    """A tag, in the part for exposures or, as raw files have it, in the first."""
    return found.get(f"EXIF {name}") or found.get(f"Image {name}")


def tags_of(raw: bytes) -> PictureTags:
    """What the tags of a picture or raw file say; nothing at all where they cannot be read."""
    try:
        found: dict[str, Any] = exifread.process_file(io.BytesIO(raw), details=False)
    except Exception:  # the reader raises whatever broken tags make it
        return PictureTags(doubted=("its tags cannot be read",) if raw[:2] in (b"\xff\xd8", b"II", b"MM") else ())
    doubted: list[str] = []

    def within(name: str, words: str, span: tuple[float, float]) -> float | None:
        tag = _tag(found, name)
        value = _number(tag) if tag is not None else None
        if tag is not None and (value is None or not span[0] <= value <= span[1]):
            doubted.append(f"{words} {str(tag)[:20]}")
            return None
        return value

    return PictureTags(
        within("FNumber", "aperture", APERTURES),
        within("ExposureTime", "exposure time", TIMES),
        within("ISOSpeedRatings", "ISO", SENSITIVITIES),
        within("FocalLength", "focal length", FOCALS),
        _taken(found, doubted),
        tuple(doubted),
    )


def _taken(found: dict[str, Any], doubted: list[str]) -> datetime | None:
    tag = _tag(found, "DateTimeOriginal") or _tag(found, "DateTime")
    if tag is None:
        return None
    try:
        parts = DATE.match(str(tag))
        made = datetime(*map(int, parts.groups())) if parts else None  # type: ignore[arg-type]
    except ValueError:
        made = None
    if made is None or not YEARS[0] <= made.year <= YEARS[1]:
        doubted.append(f"date {str(tag)[:20]}")
        return None
    return made
