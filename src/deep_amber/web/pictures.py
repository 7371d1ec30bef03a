"""Computes pictures one at a time; a newer request of a tab makes its older ones worthless."""

import threading
from collections import OrderedDict
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import replace

from ..core.editing.adding import alone
from ..core.model import Set
from ..core.pattern.reading import PatternReading, read_pattern
from ..core.picture.lens_rays import Size
from ..core.problem import NotAccepted
from ..core.rules.validation import problems_of
from ..core.simulation import DRAGGED, SETTLED, Memory, Simulated, simulate
from ..core.simulation.quality import oriented
from ..core.simulation.simulate import quick_quality
from ..core.simulation.stages import Stages
from ..formats.sitter_file import known_sitters, sitter_of

VIEWERS = 200
THUMBNAIL = replace(DRAGGED, size=Size(160, 200), outlines=True)


class Superseded(Exception):
    """A newer request of the same tab has come in."""


class PictureDesk:
    """Holds the kept layers of the server and the newest turn of each tab."""

    def __init__(self) -> None:
        self._memory = Memory()
        self._busy = threading.Lock()
        self._aside, self._beside = Memory(), threading.Lock()
        self._asked, self._count = 0, threading.Lock()
        self._before: Set | None = None
        self._newest: OrderedDict[str, int] = OrderedDict()

    def _announce(self, viewer: str, turn: int) -> None:
        self._newest[viewer] = max(turn, self._newest.get(viewer, turn))
        self._newest.move_to_end(viewer)
        while len(self._newest) > VIEWERS:
            self._newest.popitem(last=False)

    def while_newest(self, viewer: str, turn: int) -> Callable[[], None]:
        """What raises Superseded as soon as the tab has a newer turn."""

        def go_on() -> None:
            if self._newest.get(viewer, turn) > turn:
                raise Superseded

        return go_on

    def compute(
        self, photo_set: Set, quality: str, viewer: str, turn: int, solo: int | None = None, was: str = ""
    ) -> tuple[Simulated, PatternReading | None]:
        """The picture and readings of a set, of its light `solo` alone when one is given, and the pattern of its key.

        Raises NotAccepted for an unsound set, Superseded when dropped.
        """
        problems = problems_of(photo_set, known_sitters())
        if problems:
            raise NotAccepted(problems)
        self._announce(viewer, turn)
        go_on = self.while_newest(viewer, turn)
        with self._busy:
            go_on()
            shown = photo_set if solo is None else alone(photo_set, solo)
            finely = SETTLED if quality == "settled" else quick_quality(photo_set, self._before)
            self._before = photo_set
            mesh = sitter_of(photo_set)
            made = simulate(shown, mesh, finely, self._memory, go_on)
            stages = Stages(shown, mesh, self._memory, oriented(finely, shown.camera), go_on)
            return made, read_pattern(stages, made.readings, was)

    @contextmanager
    def aside(self, photo_set: Set, viewer: str, turn: int, asked: bool = False) -> Iterator[Stages]:
        """Stages for work beside the pictures, one at a time; a newer picture of the tab ends it with Superseded.

        What a hand has `asked` for comes first and is not ended: it ends what is under way for the screen's own sake.
        """
        newest = self.while_newest(viewer, turn)

        def go_on() -> None:
            if not asked:
                newest()
                if self._asked:
                    raise Superseded

        with self._asking(asked), self._beside:
            go_on()
            yield Stages(photo_set, sitter_of(photo_set), self._aside, oriented(DRAGGED, photo_set.camera), go_on)

    @contextmanager
    def _asking(self, asked: bool) -> Iterator[None]:
        with self._count:
            self._asked += asked
        try:
            yield
        finally:
            with self._count:
                self._asked -= asked

    def thumbnail(self, photo_set: Set) -> Simulated:
        """A small picture for the shelf."""
        with self._busy:
            return simulate(photo_set, sitter_of(photo_set), THUMBNAIL, Memory())
