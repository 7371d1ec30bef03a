"""Words of the step Sitter."""

from ...checks.finding import Finding
from ..say import Say, percent, unbroken
from .wording import ActWords, Found, Sentence


def _place(f: Finding, say: Say) -> str:
    eyes, gap = say.length(f.figures["eye_height_m"]), say.length(f.figures["to_backdrop_m"])
    return f"The eyes are {eyes} over the floor, the body {gap} before the backdrop."


def glare(f: Finding, _: Say) -> str:
    """Glasses that mirror a light."""
    return (
        f"The glasses mirror {f.named['light']} into the lens, over {percent(f.figures['share_of_lens'])} of a glass."
    )


def _chin(way: str, asked: bool, degrees: float) -> str:
    who = "have the sitter bring" if asked else "bring"
    return f"{who} the chin {way} {degrees:.0f} degrees"


FINDINGS: dict[str, Sentence] = {
    "sitter.place": _place,
    "sitter.glare": glare,
    "sitter.square": lambda f, _: (
        "The shoulders are square to the lens. Turned, with the near one down, they look narrower."
    ),
    "sitter.chin": lambda f, _: "Chin forward and slightly down draws the jaw clear of the neck.",
}
ACTS: dict[str, ActWords] = {
    "sitter.chin_down": lambda a, _: _chin("down", "asked" in a.named, a.figures["by_degrees"]),
    "sitter.chin_up": lambda a, _: _chin("up", "asked" in a.named, a.figures["by_degrees"]),
    "sitter.turn_body": lambda a, _: f"turn the body {a.figures['by_degrees']:.0f} degrees, the face stays",
    "sitter.chin_forward": lambda a, say: f"bring the chin {say.length(a.figures['by_m'])} forward and slightly down",
    "light.raise": lambda a, say: f"raise {a.named['light']} {say.length(a.figures['by_m'])}",
}


def telling(found: Found, say: Say) -> str:
    """How high the eyes are."""
    place = found.get("sitter.place")
    return f"eyes {unbroken(say.length(place.figures['eye_height_m']))}" if place else ""
