"""Which paths can be enough: by how much of a surface's light comes from what they change."""

from collections.abc import Callable
from dataclasses import replace

import numpy as np

from ..model.room import SURFACE_NAMES, Surface
from ..model.set import Set, with_panel, with_surfaces
from .knobs import NEARLY
from .path import Asked, Path
from .state import SENSED, ByLight, tones_at
from .target import GROUND, Tones, to_go

MOST_RAISED, TINY = 16.0, 1e-6  # times that a light's share grows at most by moving it (assumption)
SHARE = (
    0.25  # of what is to go, that a panel where it is, or the whole room, must do to be looked at closer (assumption)
)
WHITE, BLACK = Surface(0.80), Surface(0.04)
THERE = 0.1  # stops from a wish within which a set is there already


def _sensed(surface: str) -> tuple[str, ...]:
    """What is sensed of a marker: either cheek may be the lit one."""
    return ("cheek_left", "cheek_right") if surface.endswith("_cheek") else (surface,)


class Enough:
    """What of a set's light comes from where."""

    def __init__(self, asked: Asked, before: Tones, shift: Tones, look: Callable[[Set], ByLight | None]):
        self._asked, self._before, self._shift, self._look = asked, before, shift, look
        self._without: dict[int, Tones | None] = {}
        self._rooms: dict[bool, Tones | None] = {}
        self._targets = [(t, float(to_go(t, before))) for t in asked.wish.targets]

    def can_do(self, path: Path) -> bool:
        """Whether what a path changes can be enough: its light taken away or raised, its panel taken out, the room black
        or white."""
        if path.throws is not None and not any(abs(go) > THERE and (go > 0) == path.throws for _, go in self._targets):
            return False
        face_only = not any(name in GROUND for t, _ in self._targets for name in t.moved)
        if path.kind == "panel added" and all(name in GROUND for t, _ in self._targets for name in t.moved):
            return False  # it stands by the face; what it keeps from the ground a flag does
        if path.kind == "covered":
            return self._does_a_part(self._room(bool(path.throws)))
        if path.kind == "ground" and face_only:  # lights go along: the room alone changes
            return self._does_a_part(self._room(True)) or self._does_a_part(self._room(False))
        if path.panel is not None:
            return self._panel_can(path.panel)
        return path.light is None or self._light_can(path.light)

    def _seen(self, made: Set) -> Tones | None:
        out = self._look(made)
        return tones_at(out, out.on.astype(float)[None]).shifted(self._shift).one(0) if out is not None else None

    def _room(self, white: bool) -> Tones | None:
        """With every surface of the room white, or black."""
        if white not in self._rooms:
            cover = WHITE if white else BLACK
            self._rooms[white] = self._seen(with_surfaces(self._asked.photo_set, **dict.fromkeys(SURFACE_NAMES, cover)))
        return self._rooms[white]

    def _does_a_part(self, then: Tones | None) -> bool:
        """Whether a change does enough of every target that something less of its kind is worth a try."""
        if then is None:
            return True
        return all(abs(go) <= THERE or abs(float(to_go(t, then)) - go) >= SHARE * abs(go) for t, go in self._targets)

    def _light_can(self, light: int) -> bool:
        shares, on = self._asked.shares, self._asked.shares.on.astype(float)
        for target, go in self._targets:
            if target.measure == "clips" or abs(go) <= THERE:
                continue
            columns = [SENSED.index(k) for name in target.moved for k in _sensed(name)]
            total = on @ shares.values[:, columns]
            own = on[light] * shares.values[light, columns]
            rest = total - own
            most = np.log2((rest + own * MOST_RAISED) / total) if go > 0 else np.log2(rest / total + TINY)
            if np.abs(most).max() < abs(go) - NEARLY:
                return False
        return True

    def _panel_can(self, panel: int) -> bool:
        photo_set = self._asked.photo_set
        if panel not in self._without:
            self._without[panel] = self._seen(with_panel(photo_set, panel, replace(photo_set.panels[panel], on=False)))
        return self._does_a_part(self._without[panel])
