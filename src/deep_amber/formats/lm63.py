"""Photometric files after ANSI/IES LM-63 (1986 to 2019), type C photometry, as beams.

Angles start from straight down, the luminaire's axis; its 0 degree plane becomes the light's right.
"""

import math
import re
from typing import Any

from ..core.gear.photometry import Photometry, table_problems
from ..core.model.limits import check_limits
from ..core.problem import NotAccepted, Problem

LARGEST_FILE = 1_000_000  # bytes
MOST_ANGLES, MOST_TURNS = 181, 73
FEET = 0.3048
TYPES = {1.0: "C", 2.0: "B", 3.0: "A"}
UNITS = {1.0: FEET, 2.0: 1.0}
"""Of the luminous opening, in metres: feet or metres."""


def _refuse(message: str, accepted: str = "an LM-63 file, type C, without tilt") -> NotAccepted:
    return NotAccepted([Problem("file", message, accepted)])


def _numbers(lines: list[str]) -> list[float]:
    words = re.split(r"[\s,]+", " ".join(lines).strip())
    if len(words) > 13 + MOST_TURNS * 5 + 20000:
        raise _refuse("holds more numbers than a beam has")
    numbers = []
    for word in words:
        try:
            value = float(word)
        except ValueError:
            raise _refuse(f"{word[:20]!r} stands where a number should") from None
        if not math.isfinite(value):
            raise _refuse(f"{word[:20]!r} is not a finite number")
        numbers.append(value)
    return numbers


def _whole_circle(turns: list[float], rows: list[list[float]]) -> tuple[list[float], list[list[float]]]:
    """Planes all round from those of a file: one, a quarter, a half, or all (LM-63 symmetries)."""
    last = turns[-1]
    if len(turns) == 1 or (turns[0] == 0 and last == 0):
        return [0.0], rows[:1]
    table = dict(zip(turns, rows, strict=True))
    if turns[0] == 0 and last == 90:
        table |= {180 - t: row for t, row in list(table.items())}
        last = 180
    if turns[0] == 0 and last == 180:
        table |= {360 - t: row for t, row in list(table.items()) if 0 < t < 180}
    elif turns[0] == 90 and last == 270:
        table |= {(180 - t) % 360: row for t, row in list(table.items())}
    elif not (turns[0] == 0 and 270 < last <= 360):
        raise _refuse(f"planes from {turns[0]:g} to {last:g} degrees are of no known symmetry")
    table.pop(360, None)
    ordered = sorted(table)
    return [float(t) for t in ordered], [table[t] for t in ordered]


def _thinned(values: list[Any], most: int) -> list[int]:
    step = math.ceil(len(values) / most)
    keep = list(range(0, len(values), step))
    return keep if keep[-1] == len(values) - 1 or len(keep) >= most else [*keep, len(values) - 1]


def _checked_head(kind: float, unit: float, angles: float, turns: float) -> float:
    """What the head of a file says of itself; gives its unit of length [m]."""
    if kind != 1:
        raise _refuse(f"holds photometry of type {TYPES.get(kind, f'{kind:g}')}", "type C")
    if unit not in UNITS:
        raise _refuse(f"states its sizes in units of type {unit:g}", "1 for feet, 2 for metres")
    if not (2 <= angles <= 2000 and 1 <= turns <= 2000) or angles % 1 or turns % 1:
        raise _refuse(f"says it has {angles:g} by {turns:g} angles", "2 to 2000 by 1 to 2000")
    return UNITS[unit]


def read_lm63(raw: bytes, name: str = "measured beam") -> Photometry:
    """Reads a photometric file.

    Raises NotAccepted, in words, for what is not one, has a tilt table or another type, or does not add up.
    """
    if len(raw) > LARGEST_FILE:
        raise _refuse("is too large", f"at most {LARGEST_FILE // 1_000_000} MB")
    lines = raw.decode("latin-1").replace("\x00", " ").splitlines()
    tilt = next((i for i, line in enumerate(lines[:200]) if line.strip().upper().startswith("TILT")), None)
    if tilt is None:
        raise _refuse("has no TILT line")
    if lines[tilt].split("=")[-1].strip().upper() != "NONE":
        raise _refuse("has a tilt table", "TILT=NONE")
    numbers = _numbers(lines[tilt + 1 :])
    if len(numbers) < 13:
        raise _refuse("ends before its figures")
    multiplier, angles_count, turns_count, kind, unit, width, length = numbers[2:9]
    metre = _checked_head(kind, unit, angles_count, turns_count)
    a, t = int(angles_count), int(turns_count)
    if len(numbers) != 13 + a + t + a * t:
        raise _refuse(f"has {len(numbers)} figures where its own counts ask for {13 + a + t + a * t}")
    angles, turns = numbers[13 : 13 + a], numbers[13 + a : 13 + a + t]
    scale = multiplier * numbers[10] * numbers[11]
    flat = [value * scale for value in numbers[13 + a + t :]]
    rows = [flat[i * a : (i + 1) * a] for i in range(t)]
    if angles[0] != 0:
        raise _refuse(f"starts {angles[0]:g} degrees off its axis", "angles from 0")
    full_turns, full_rows = _whole_circle(turns, rows)
    keep, planes = _thinned(angles, MOST_ANGLES), _thinned(full_turns, MOST_TURNS)
    made = Photometry(
        name.strip()[:60] or "measured beam",
        tuple(angles[k] for k in keep),
        tuple(full_turns[j] for j in planes),
        tuple(tuple(full_rows[j][k] for k in keep) for j in planes),
        min(max(abs(width) * metre, 0.005), 3.0),
        min(max(abs(length) * metre, 0.005), 3.0),
    )
    problems = [*check_limits(made), *table_problems(made)]
    if problems:
        raise NotAccepted([Problem(f"file.{p.field}", p.message, p.accepted) for p in problems[:10]])
    return made
