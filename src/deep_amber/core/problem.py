"""What is wrong with a value: where, in words, and what would be accepted."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Problem:
    field: str
    """Path of the value, as in "room.width" or "lights.0.place.y"."""
    message: str
    """What is wrong, in words."""
    accepted: str
    """What would be accepted."""

    def __str__(self) -> str:
        return f"{self.field}: {self.message}. Accepted: {self.accepted}." if self.field else self.message


class NotAccepted(ValueError):
    """Raised with the problems of an input; nothing was changed."""

    def __init__(self, problems: list[Problem]):
        super().__init__("; ".join(str(p) for p in problems))
        self.problems = problems
