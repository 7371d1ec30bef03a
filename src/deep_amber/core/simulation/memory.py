"""Keeps the results of stages by what they read, so that only what changed is computed again."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from typing import TypeVar

T = TypeVar("T")


class Memory:
    """The last few results of each stage, keyed by the (frozen, hashable) values the stage reads.

    Give one to `simulate` to make a following call quicker; without one every call starts afresh. The numbers
    are the same either way. Not for use by two threads at once.
    """

    def __init__(self, entries: int = 2):
        self._entries = entries
        self._stages: dict[str, OrderedDict[Hashable, object]] = {}
        self.made: list[str] = []

    def keep(self, stage: str, key: Hashable, make: Callable[[], T], entries: int | None = None) -> T:
        """The kept result of a stage for this key, else what `make` returns."""
        kept = self._stages.setdefault(stage, OrderedDict())
        if key in kept:
            kept.move_to_end(key)
        else:
            # Room is made first, so that an old and a new large array are not held together.
            while len(kept) >= (entries or self._entries):
                kept.popitem(last=False)
            kept[key] = make()
            self.made.append(stage)
        return kept[key]  # type: ignore[return-value]

    def forget(self, ending: str) -> None:
        """Lets go of the results of all stages whose name ends so."""
        for stage, kept in self._stages.items():
            if stage.endswith(ending):
                kept.clear()
