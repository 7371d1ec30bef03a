"""Quantities as photographers write them: read from text, and written.

Lengths are metres inside, apertures f-numbers, times seconds, outputs stops under full.
"""

import math
import re
from collections.abc import Callable
from typing import Any, Literal

from .problem import NotAccepted, Problem

INCH = 0.0254
OUTPUT_SCALES = ("fractions", "stops", "watt-seconds", "percent")
DARK_APERTURE = 0.5
_LENGTH_UNITS = {"m": 1.0, "cm": 0.01, "mm": 0.001, "ft": 12 * INCH, "'": 12 * INCH, "in": INCH, '"': INCH}
_NUMBER = r"[-+]?[0-9]{1,15}(?:[.,][0-9]{1,15})?"
# Marked third-stop series (ISO 2720 rounding as printed on cameras).
APERTURES = (1, 1.1, 1.2, 1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3.2, 3.5, 4, 4.5, 5, 5.6, 6.3, 7.1, 8, 9, 10, 11, 13, 14,
             16, 18, 20, 22, 25, 29, 32, 36, 40, 45, 51, 57, 64)  # fmt: skip
SENSITIVITIES = (50, 64, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640, 800, 1000, 1250, 1600, 2000, 2500, 3200,
                 4000, 5000, 6400, 8000, 10000, 12800)  # fmt: skip
TIMES = tuple(1 / k for k in (8000, 6400, 5000, 4000, 3200, 2500, 2000, 1600, 1250, 1000, 800, 640, 500, 400, 320, 250,
                              200, 160, 125, 100, 80, 60, 50, 40, 30, 25, 20, 15, 13, 10, 8, 6, 5, 4, 3)) + (
    0.4, 0.5, 0.6, 0.8, 1.0, 1.3, 1.6, 2.0, 2.5, 3.2, 4.0, 5.0, 6.0, 8.0, 10.0, 13.0, 15.0, 20.0, 25.0, 30.0)  # fmt: skip


def _refuse(message: str, accepted: str) -> NotAccepted:
    return NotAccepted([Problem("", message, accepted)])


def _float(text: str) -> float:
    return float(text.replace(",", "."))


def _normal(text: str) -> str:
    swaps = {"−": "-", "–": "-", "′": "'", "’": "'", "″": '"', "”": '"', "°": "", "ƒ": "f"}
    text = text.strip().lower()
    for old, new in swaps.items():
        text = text.replace(old, new)
    return text


Bare = Literal["cm", "m", "ft"]
"""The unit that is meant by a number alone: the one that the field shows."""


def parse_length(text: str, bare: Bare = "cm") -> float:
    """Metres from "178cm", "1.78 m", "5ft 10", "5'10\\"", "70in"; a number alone is in the unit shown."""
    plain = _normal(text).replace("feet", "ft").replace("foot", "ft").replace("inches", "in").replace("inch", "in")
    if re.fullmatch(_NUMBER, plain):
        return _float(plain) * _LENGTH_UNITS[bare]
    feet = re.fullmatch(rf"({_NUMBER})\s*(?:ft|')\s*(?:({_NUMBER})\s*(?:in|\")?)?", plain)
    if feet:
        whole, inches = _float(feet[1]), _float(feet[2] or "0")
        return math.copysign(abs(whole) * 12 + inches, whole if whole else 1.0) * INCH
    single = re.fullmatch(rf"({_NUMBER})\s*(m|cm|mm|in|\")", plain)
    if single:
        return _float(single[1]) * _LENGTH_UNITS[single[2]]
    raise _refuse(f"{text!r} is not a length", "178cm, 1.78 m, 5ft 10, 5'10\" or 70in")


def parse_angle(text: str) -> float:
    """Degrees from "15", "-15°", "15 deg"."""
    match = re.fullmatch(rf"({_NUMBER})\s*(?:deg|degrees)?", _normal(text))
    if not match:
        raise _refuse(f"{text!r} is not an angle", "degrees, such as 15 or -30")
    return _float(match[1])


def parse_aperture(text: str) -> float:
    """f-number from "f/5.6", "f5.6", "5.6"."""
    match = re.fullmatch(rf"(?:f\s*/?\s*)?({_NUMBER})", _normal(text))
    if not match or _float(match[1]) <= 0:
        raise _refuse(f"{text!r} is not an aperture", "f/5.6 or 5.6")
    return _float(match[1])


def parse_metered(text: str) -> float:
    """f-number from a meter's answer, an aperture and tenths of a stop over it: "f/8 +0.3", "8 .3", "8 3", "f/5.6"."""
    match = re.fullmatch(rf"(?:f\s*/?\s*)?({_NUMBER})(?:\s+\+?\s*(?:0?\.)?(\d))?", _normal(text).replace("+", " +"))
    if not match or _float(match[1]) <= 0:
        raise _refuse(f"{text!r} is not what a meter shows", "f/8, or f/8 +0.3")
    return float(_float(match[1]) * 2 ** (int(match[2] or 0) / 20))


def parse_time(text: str) -> float:
    """Seconds from "1/160", "1/160 s", "0.5", "2s"."""
    match = re.fullmatch(rf"(?:(1)\s*/\s*)?({_NUMBER})\s*(?:s|sec|\")?", _normal(text))
    if not match or _float(match[2]) <= 0:
        raise _refuse(f"{text!r} is not an exposure time", "1/160 or 0.5 s")
    return 1 / _float(match[2]) if match[1] else _float(match[2])


def parse_output(text: str) -> float:
    """Stops under full from "1/4", "full", "-1.3", "1/4 +0.3"."""
    plain = _normal(text)
    if plain in ("full", "1/1", "1"):
        return 0.0
    match = re.fullmatch(r"1\s*/\s*([0-9]{1,6}(?:[.,][0-9]{1,6})?)\s*([-+]\s*[0-9]{1,6}(?:[.,][0-9]{1,6})?)?", plain)
    if match and _float(match[1]) > 0:
        return -math.log2(_float(match[1])) + _float((match[2] or "0").replace(" ", ""))
    percent = re.fullmatch(rf"({_NUMBER})\s*%", plain)
    if percent and 0 < _float(percent[1]) <= 100:
        return math.log2(_float(percent[1]) / 100)
    if re.fullmatch(_NUMBER, plain) and _float(plain) <= 0:
        return _float(plain)
    raise _refuse(f"{text!r} is not an output", "a fraction such as 1/4, 25 %, or stops under full such as -1.3")


def parse_output_in_stops(text: str) -> float:
    """Stops under full from a display that shows 0 to 10, 10 being full: "7.3"; fractions and "-1.3" are taken too."""
    plain = _normal(text)
    if re.fullmatch(r"[0-9]{1,6}(?:[.,][0-9]{1,6})?", plain) and _float(plain) <= 10:
        return _float(plain) - 10
    return parse_output(text)


def parse_watt_seconds(text: str, energy: float) -> float:
    """Stops under full from "100 W s", "100" or "100 J" of a unit of that energy [W s]; fractions are taken too."""
    match = re.fullmatch(rf"({_NUMBER})\s*(?:w\s*s|ws|j)?", _normal(text))
    if match and 1 < _float(match[1]) <= energy * 1.001:
        return min(0.0, math.log2(_float(match[1]) / energy))
    return parse_output(text)


def parse_plain(text: str) -> float:
    """A number, with or without the unit a photographer may write: "85", "85mm", "ISO 100", "5600 K", "400 Ws"."""
    match = re.fullmatch(rf"(?:iso\s*)?({_NUMBER})\s*(?:mm|k|w\s*s|ws|j|%)?", _normal(text))
    if not match:
        raise _refuse(f"{text!r} is not a number", "a number such as 85")
    return _float(match[1])


def parse_stops(text: str) -> float:
    """Stops, either sign: "+0.3", "-1.3"."""
    if not re.fullmatch(_NUMBER, _normal(text)):
        raise _refuse(f"{text!r} is not a number of stops", "stops such as +0.3 or -1.3")
    return _float(_normal(text))


def parse_share(text: str) -> float:
    """A share from "0.8" or "80%"."""
    value = parse_plain(text)
    return value / 100 if _normal(text).endswith("%") else value


def parse_ratio(text: str) -> float:
    """A ratio to one from "3", "3:1" or "3 to 1"."""
    match = re.fullmatch(rf"({_NUMBER})\s*(?:(?:to|:)\s*1)?", _normal(text))
    if not match or _float(match[1]) <= 0:
        raise _refuse(f"{text!r} is not a ratio", "a ratio such as 3:1 or 3")
    return _float(match[1])


def parse_open_ratio(text: str) -> float | None:
    """As `parse_ratio`, or None from "open" or nothing."""
    return None if _normal(text) in ("", "open") else parse_ratio(text)


def parse_count(text: str) -> int:
    """A whole number."""
    if not re.fullmatch(r"[0-9]{1,3}", _normal(text)):
        raise _refuse(f"{text!r} is not a whole number", "a whole number such as 3")
    return int(_normal(text))


def parse_colour(text: str) -> tuple[int, int, int]:
    """sRGB values 0 to 255 from "#c8b090", "c8b090" or "200 176 144"."""
    plain = _normal(text).lstrip("#")
    if re.fullmatch(r"[0-9a-f]{6}", plain):
        return int(plain[:2], 16), int(plain[2:4], 16), int(plain[4:], 16)
    parts = re.split(r"[\s,;]+", plain)
    if len(parts) == 3 and all(re.fullmatch(r"[0-9]{1,3}", k) and int(k) <= 255 for k in parts):
        return int(parts[0]), int(parts[1]), int(parts[2])
    raise _refuse(f"{text!r} is not a colour", "#c8b090, or red, green, blue such as 200 176 144")


def colour_text(rgb: tuple[int, int, int]) -> str:
    """ "#c8b090"."""
    return "#" + "".join(f"{k:02x}" for k in rgb)


PARSERS: dict[str, Callable[[str], Any]] = {
    "text": str.strip,
    "count": parse_count,
    "ratio": parse_ratio,
    "open ratio": parse_open_ratio,
    "colour": parse_colour,
    "length": parse_length,
    "angle": parse_angle,
    "aperture": parse_aperture,
    "time": parse_time,
    "output": parse_output,
    "output in fractions": parse_output,
    "output in stops": parse_output_in_stops,
    "output in watt-seconds": parse_output,
    "output in percent": parse_output,
    "stops": parse_stops,
    "fine number": parse_plain,
    "number": parse_plain,
    "share": parse_share,
}


def nearest(value: float, series: tuple[float, ...]) -> float:
    """The member of a geometric series that is nearest in stops."""
    return min(series, key=lambda k: abs(math.log2(k / value)))


def step_in_series(value: float, series: tuple[float, ...], steps: int) -> float:
    """The member a number of third stops on, staying inside the series."""
    at = series.index(nearest(value, series)) + steps
    return series[min(max(at, 0), len(series) - 1)]


def aperture_text(f_number: float) -> str:
    """ "f/5.6"."""
    return f"f/{f_number:.1f}" if f_number < 10 and round(f_number, 1) % 1 else f"f/{f_number:.0f}"


def metered_aperture_text(f_number: float) -> str:
    """A meter's answer: the full or third stop at or under it and the tenths over it, "f/8 +0.2".

    "dark" under f/0.5, which no meter shows.
    """
    if f_number < DARK_APERTURE:
        return "dark"
    stops = 2 * math.log2(f_number)
    whole = math.floor(stops + 0.05)
    tenths = round((stops - whole) * 10)
    base = (
        aperture_text(nearest(2 ** (whole / 2), APERTURES))
        if 1 <= 2 ** (whole / 2) <= 64
        else f"f/{2 ** (whole / 2):.2g}"
    )
    return f"{base} +0.{tenths}" if tenths > 0 else base


def time_text(seconds: float) -> str:
    """ "1/160 s" or "2 s"."""
    return f"{seconds:g} s" if seconds >= 0.35 else f"1/{round(1 / seconds)} s"


def output_text(stops: float, scale: str = "fractions", energy: float = 0.0) -> str:
    """Output as the unit's own display shows it: "1/4 +0.3", "8.0" of 10 in stops, "100 W s", "25 %"."""
    if scale == "stops":
        return f"{10 + stops:.1f}"
    if scale == "watt-seconds" and energy:
        return f"{energy * 2**stops:.3g} W s"
    if scale == "percent":
        return f"{100 * 2**stops:.3g} %"
    whole = math.floor(stops + 0.05)
    tenths = round((stops - whole) * 10)
    fraction = "1/1" if whole == 0 else f"1/{2**-whole}"
    return f"{fraction} +0.{tenths}" if tenths else fraction


def stops_text(stops: float) -> str:
    """Signed tenths with a true minus: "+0.7", "−1.3"."""
    rounded = round(stops, 1)
    return "0.0" if rounded == 0 else f"{rounded:+.1f}".replace("-", "−")
