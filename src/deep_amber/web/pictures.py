"""Computes pictures one at a time: what a hand waits for first, fine pictures after it, what stands beside them last.

A newer request of a tab makes its older ones worthless. A fine picture gives way to a quick one of any tab and goes on
after it; what it had worked out is kept by the stages. No more than MOST requests wait, so that saves and the shelf
always find a thread.
"""

import threading
from collections import OrderedDict
from collections.abc import Callable, Hashable, Iterator
from contextlib import contextmanager
from dataclasses import replace

from flask import has_request_context, request

from ..core.checks.finding import Finding
from ..core.editing.adding import alone
from ..core.model import Set
from ..core.pattern.reading import PatternReading, read_pattern
from ..core.picture.lens_rays import Size
from ..core.problem import NotAccepted
from ..core.rules.validation import problems_of
from ..core.simulation import DRAGGED, SETTLED, Memory, Quality, Simulated, simulate
from ..core.simulation.memory import Key
from ..core.simulation.quality import SOUGHT, oriented
from ..core.simulation.simulate import quick_quality, simulated
from ..core.simulation.stages import Stages
from ..core.wish.state import State, state_of
from ..formats.sitter_file import known_sitters, sitter_of
from .desk_parts import Kept, Load, Looks

VIEWERS = 200
MOST = 24  # requests that are worked on or wait for it; the server has more threads (serve.THREADS)
THUMBNAIL = replace(
    DRAGGED, size=Size(160, 200), outlines=True, shadow_grid=SETTLED.shadow_grid, shine_grid=SETTLED.shine_grid,
    shine_turns=SETTLED.shine_turns,
)  # fmt: skip
KEPT = 6  # fine pictures, and findings of sets, that are kept for when a set is opened again or a change undone
PATIENCE = 5.0  # [s] that work beside the pictures waits for them at most, between two of its steps


class Superseded(Exception):
    """A newer request of the same tab has come in."""


class Busy(Exception):
    """Too many requests wait already."""


class _GaveWay(Exception):
    """A quick picture came: the fine one begins again after it."""


def _gone() -> Callable[[], bool]:
    """What tells whether who asked has gone: a closed or reloaded page has its work beside the pictures ended."""
    if not has_request_context():
        return lambda: False
    told: Callable[[], bool] = request.environ.get("waitress.client_disconnected", lambda: False)
    return told


class PictureDesk:
    """Holds the kept layers of the server and the newest turn of each tab."""

    def __init__(self, settled: Quality = SETTLED, kept: Kept | None = None) -> None:
        kept = kept or Kept()
        self._finely = settled
        self._memory = kept.pictures
        self._busy = threading.Lock()
        self._aside, self._beside = kept.aside, threading.Lock()
        self._wishes, self._wishes_finely, self._wishing = kept.wishes, kept.wishes_finely, threading.Lock()
        self._newest_wish: OrderedDict[str, int] = OrderedDict()
        self._count = threading.Condition()
        self._load = Load()
        self._before: Set | None = None
        self._settled_before: OrderedDict[Hashable, tuple[Simulated, PatternReading | None]] = OrderedDict()
        self._found_before: OrderedDict[Hashable, list[Finding]] = OrderedDict()
        self._newest: OrderedDict[str, int] = OrderedDict()

    @contextmanager
    def _counted(self, name: str, by: int = 1) -> Iterator[None]:
        with self._count:
            setattr(self._load, name, getattr(self._load, name) + by)
            self._count.notify_all()
        try:
            yield
        finally:
            with self._count:
                setattr(self._load, name, getattr(self._load, name) - by)
                self._count.notify_all()

    def until(self, there: Callable[[Load], bool], patience: float | None = None) -> bool:
        """Waits until the load is so, for so many seconds at most; whether it is."""
        with self._count:
            return self._count.wait_for(lambda: there(self._load), patience)

    @contextmanager
    def _place(self) -> Iterator[None]:
        """One of the MOST places; raises Busy when all are taken."""
        with self._counted("all"):
            if self._load.all > MOST:
                raise Busy
            yield

    def _announce(self, viewer: str, turn: int) -> None:
        with self._count:
            self._newest[viewer] = max(turn, self._newest.get(viewer, turn))
            self._newest.move_to_end(viewer)
            while len(self._newest) > VIEWERS:
                self._newest.popitem(last=False)

    def while_newest(self, viewer: str, turn: int) -> Callable[[], None]:
        """What raises Superseded as soon as the tab has a newer turn, and lets pictures go first."""

        gone = _gone()

        def go_on() -> None:
            self._superseded(viewer, turn)
            self.until(lambda load: not load.pictures or load.asked > 0, PATIENCE)
            self._superseded(viewer, turn)
            if gone():
                raise Superseded

        return go_on

    def _superseded(self, viewer: str, turn: int) -> None:
        if self._newest.get(viewer, turn) > turn:
            raise Superseded

    def compute(
        self, photo_set: Set, quality: str, viewer: str, turn: int, solo: int | None = None, was: str = ""
    ) -> tuple[Simulated, PatternReading | None]:
        """The picture and readings of a set, of its light `solo` alone when one is given, and the pattern of its key.

        Raises NotAccepted for an unsound set, Superseded when dropped, Busy when too many wait.
        """
        problems = problems_of(photo_set, known_sitters())
        if problems:
            raise NotAccepted(problems)
        self._announce(viewer, turn)
        shown = photo_set if solo is None else alone(photo_set, solo)
        with self._place(), self._counted("pictures"):
            if quality != "settled":
                with self._counted("quick"), self._busy:
                    self._superseded(viewer, turn)
                    finely = quick_quality(photo_set, self._before)
                    self._before = photo_set
                    return self._made(shown, finely, lambda: self._superseded(viewer, turn), was)
            return self._settled(photo_set, shown, viewer, turn, was)

    def known_findings(self, key: Hashable, make: Callable[[], list[Finding]]) -> list[Finding]:
        """The findings of a set that was looked at before, else what `make` returns."""
        if key not in self._found_before:
            self._found_before[key] = make()
            while len(self._found_before) > KEPT:
                self._found_before.popitem(last=False)
        return self._found_before[key]

    def _settled(
        self, photo_set: Set, shown: Set, viewer: str, turn: int, was: str
    ) -> tuple[Simulated, PatternReading | None]:
        def go_on() -> None:
            self._superseded(viewer, turn)
            if self._load.quick:
                raise _GaveWay

        key = Key((shown, self._finely, was))
        while True:
            self.until(lambda load: not load.quick)
            try:
                with self._busy:
                    go_on()
                    self._before = photo_set
                    if key not in self._settled_before:
                        self._settled_before[key] = self._made(shown, self._finely, go_on, was)
                        while len(self._settled_before) > KEPT:
                            self._settled_before.popitem(last=False)
                    return self._settled_before[key]
            except _GaveWay:
                continue

    def _made(
        self, shown: Set, finely: Quality, go_on: Callable[[], None], was: str
    ) -> tuple[Simulated, PatternReading | None]:
        stages = Stages(shown, sitter_of(shown), self._memory, oriented(finely, shown.camera), go_on)
        made = simulated(stages)
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
                if self._load.asked:
                    raise Superseded

        with self._place(), self._counted("asked", int(asked)), self._beside:
            go_on()
            yield Stages(photo_set, sitter_of(photo_set), self._aside, oriented(DRAGGED, photo_set.camera), go_on)

    def _newest_of(self, viewer: str, number: int) -> Callable[[], None]:
        """What waits for pictures, and raises Superseded when the tab has asked for more, or has gone."""
        with self._count:
            self._newest_wish[viewer] = max(number, self._newest_wish.get(viewer, number))
            self._newest_wish.move_to_end(viewer)
            while len(self._newest_wish) > VIEWERS:
                self._newest_wish.popitem(last=False)
        gone = _gone()

        def go_on() -> None:
            self.until(lambda load: not load.pictures, PATIENCE)
            if self._newest_wish.get(viewer, number) > number or gone():
                raise Superseded

        return go_on

    @contextmanager
    def wishing(self, photo_set: Set, viewer: str, number: int) -> Iterator[tuple[Stages, Memory]]:
        """Stages for a wish, and what its fine readings are kept in; one wish at a time, and it waits for pictures.

        A tab's newer wish ends its older one with Superseded.
        """
        go_on = self._newest_of(viewer, number)
        with self._place(), self._wishing:
            go_on()
            stages = Stages(photo_set, sitter_of(photo_set), self._wishes, oriented(SOUGHT, photo_set.camera), go_on)
            yield stages, self._wishes_finely

    @contextmanager
    def planning(self, viewer: str, number: int) -> Iterator[Looks]:
        """What makes stages of sets that are looked at beside each other; as a wish, and one at a time with them."""
        go_on = self._newest_of(f"plan {viewer}", number)

        def look(photo_set: Set) -> Stages:
            return Stages(photo_set, sitter_of(photo_set), self._wishes, oriented(SOUGHT, photo_set.camera), go_on)

        def at_rest(photo_set: Set) -> Stages:
            finely = oriented(self._finely, photo_set.camera)
            return Stages(photo_set, sitter_of(photo_set), self._wishes_finely, finely, go_on)

        with self._place(), self._wishing:
            go_on()
            yield Looks(look, at_rest, go_on)

    @contextmanager
    def beside_picture(self, photo_set: Set) -> Iterator[Stages]:
        """Stages as fine as the settled picture, and what that has worked out: for figures that stand beside it."""
        with self._place(), self._busy:
            yield Stages(
                photo_set, sitter_of(photo_set), self._memory, oriented(self._finely, photo_set.camera), lambda: None
            )

    def at_rest(self, photo_set: Set, with_ground: bool) -> State:
        """What a set reads at rest, from what its settled picture has worked out already."""
        with self._busy:
            finely = oriented(self._finely, photo_set.camera)
            return state_of(Stages(photo_set, sitter_of(photo_set), self._memory, finely, lambda: None), with_ground)

    @contextmanager
    def findings_of_tab(self, viewer: str, turn: int) -> Iterator[Callable[[], None]]:
        """What findings call between their steps: they wait for pictures, and end when the tab has a newer one."""
        with self._place():
            yield self.while_newest(viewer, turn)

    def thumbnail(self, photo_set: Set) -> Simulated:
        """A small picture: for the shelf, for a plan."""
        with self._place(), self._busy:
            return simulate(photo_set, sitter_of(photo_set), oriented(THUMBNAIL, photo_set.camera), Memory())

    def sized(self, photo_set: Set, size: Size) -> Simulated:
        """A fine picture of a size, of a set that is on no bench."""
        with self._place(), self._busy:
            quality = oriented(replace(self._finely, size=size), photo_set.camera)
            return simulate(photo_set, sitter_of(photo_set), quality, Memory())
