"""Keeps the results of stages by what they read, so that only what changed is computed again."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from typing import TypeVar

T = TypeVar("T")


class Key:
    """A value as a key of the memory, hashed once."""

    def __init__(self, value: Hashable):
        self.value, self.hash = value, hash(value)

    def __hash__(self) -> int:
        return self.hash

    def __eq__(self, other: object) -> bool:
        if self is other:
            return True
        if not isinstance(other, Key) or self.hash != other.hash:
            return False
        if self.value is not other.value and self.value != other.value:
            return False
        self.value = other.value  # so that the next comparison is one of identity
        return True


class Memory:
    """The last few results of each stage, keyed by the (frozen, hashable) values the stage reads.

    Give one to `simulate` to make a following call quicker; without one every call starts afresh. The numbers
    are the same either way. Not for use by two threads at once.
    """

    def __init__(self, entries: int = 2):
        self._entries = entries
        self._stages: dict[str, OrderedDict[Key, object]] = {}
        self.made: list[str] = []

    def keep(self, stage: str, key: Hashable, make: Callable[[], T], entries: int | None = None) -> T:
        """The kept result of a stage for this key, else what `make` returns."""
        kept = self._stages.setdefault(stage, OrderedDict())
        asked = Key(key)  # keys are deep: each is hashed and compared once
        if asked in kept:
            kept.move_to_end(asked)
            return kept[asked]  # type: ignore[return-value]
        # Room is made first, so that an old and a new large array are not held together.
        while len(kept) >= (entries or self._entries):
            kept.popitem(last=False)
        made = make()
        kept[asked] = made
        self.made.append(stage)
        return made

    def forget(self, ending: str) -> None:
        """Lets go of the results of all stages whose name ends so."""
        for stage, kept in self._stages.items():
            if stage.endswith(ending):
                kept.clear()
