"""Figures as they are said: lengths in cm or in feet and inches, stops, degrees, shares. Only here is a unit system chosen."""

from dataclasses import dataclass

from ..units import INCH

OPEN_ENDED = 5.0  # [m]: a longer span is open in words


@dataclass(frozen=True)
class Say:
    """How figures are said to one photographer."""

    feet: bool = False
    """Lengths in feet and inches; else in centimetres."""

    def length(self, metres: float) -> str:
        """ "178 cm" or "5 ft 10 in"."""
        return length_text(metres, self.feet)

    def span(self, low: float, high: float) -> str:
        """A span of lengths [m]: "under 40 cm", "over 2 m", or from - to."""
        if low <= 0:
            return f"under {self.length(high)}"
        if high > OPEN_ENDED:
            return f"over {self.length(low)}"
        return f"{self.length(low)} to {self.length(high)}"


def length_text(metres: float, feet: bool = False) -> str:
    """ "178 cm" or "5 ft 10 in"."""
    if not feet:
        return f"{metres * 100:.0f} cm"
    inches = round(abs(metres) / INCH)
    sign = "-" if metres < 0 and inches else ""
    return f"{sign}{inches // 12} ft {inches % 12} in" if inches >= 12 else f"{sign}{inches} in"


def stops(value: float) -> str:
    """How many stops, without a sign: "1 stop", "1.3 stops"."""
    said = f"{abs(value):.1f}"
    return "1 stop" if said == "1.0" else f"{said} stops"


def beside(value: float, what: str) -> str:
    """How far over or under something: "1.3 stops under mid grey"; the sign is the word's."""
    return f"level with {what}" if abs(value) < 0.05 else f"{stops(value)} {'over' if value > 0 else 'under'} {what}"


def percent(share: float) -> str:
    """ "12 %"."""
    return f"{share * 100:.0f} %"


def unbroken(text: str) -> str:
    """A figure that stays on one line with its unit."""
    return text.replace(" ", "\u00a0")


def listed(parts: list[str]) -> str:
    """ "a", "a and b", "a, b and c"."""
    return " and ".join(parts) if len(parts) < 3 else ", ".join(parts[:-1]) + " and " + parts[-1]


def sentence(text: str) -> str:
    """With a capital first letter."""
    return text[:1].upper() + text[1:]
