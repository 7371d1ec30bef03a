"""What the desk of pictures keeps, counts and hands out."""

from collections.abc import Callable
from dataclasses import dataclass, field

from ..core.model import Set
from ..core.simulation import Memory
from ..core.simulation.stages import Stages


@dataclass(frozen=True)
class Looks:
    """What makes stages of sets that are looked at beside each other."""

    quick: Callable[[Set], Stages]
    at_rest: Callable[[Set], Stages]
    """As fine as the settled picture: for figures that are told."""
    go_on: Callable[[], None]


@dataclass(frozen=True)
class Kept:
    """What has been computed, by what it was computed from: it serves whoever asks next."""

    pictures: Memory = field(default_factory=Memory)
    aside: Memory = field(default_factory=Memory)
    wishes: Memory = field(default_factory=Memory)
    wishes_finely: Memory = field(default_factory=Memory)


@dataclass
class Load:
    """Requests that are worked on or wait, each counted under all that it is."""

    all: int = 0
    pictures: int = 0
    quick: int = 0
    """Pictures that a hand waits for."""
    asked: int = 0
    """What a hand has asked for beside the pictures."""
