"""What a piece of gear must say of itself. A part that is forgotten is an error as soon as its file is read."""

from abc import ABC
from typing import Any, ClassVar

Typed = tuple[str, str]
"""Label and kind of a typed figure (a kind of units.PARSERS)."""


class Gear(ABC):
    """Gear whose every part is stated in its own file."""

    parts: ClassVar[tuple[str, ...]] = ()
    """What its kinds state beside their abstract methods."""
    typed: ClassVar[dict[str, Typed]]
    """Figures that are typed, in the order they are shown."""
    chosen: ClassVar[dict[str, str]]
    """Switches and short lists, with their labels."""
    usual: ClassVar[tuple[tuple[str, dict[str, Any]], ...]]
    """Common ones without brands: name and figures, for a set before anything is written into the kit."""

    def __init_subclass__(cls, **kwargs: object) -> None:
        super().__init_subclass__(**kwargs)
        if "kind" not in cls.__annotations__:
            return  # a base of others
        missing = [name for name in ("typed", "chosen", "usual", *cls.parts) if not hasattr(cls, name)]
        missing += [name for name in dir(cls) if getattr(getattr(cls, name, None), "__isabstractmethod__", False)]
        if missing:
            raise TypeError(f"{cls.__name__} does not state {', '.join(missing)}")


def cm(metres: float) -> str:
    """A size as gear is named by: in cm, without the unit."""
    return f"{metres * 100:.0f}"
