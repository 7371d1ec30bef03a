"""More people than the sitter: a row, the sitter in its middle."""

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Interval


@dataclass(frozen=True)
class People:
    count: Annotated[int, Interval(ge=2, le=6)] = 3
    """In the row, the sitter among them."""
    spacing: Annotated[float, Interval(ge=0.35, le=1.2)] = 0.55
    """Between faces [m]."""
