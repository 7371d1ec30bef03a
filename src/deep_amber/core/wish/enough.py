"""Which paths can be enough: by how much of a surface's light comes from what they change."""

from collections.abc import Callable
from dataclasses import replace

import numpy as np

from ..model.set import Set, with_panel
from .knobs import NEARLY
from .path import Asked, Path
from .state import SENSED, ByLight, tones_at
from .target import Tones, to_go

MOST_RAISED, TINY = 16.0, 1e-6  # times that a light's share grows at most by moving it (assumption)
PANEL_SHARE = 0.25  # of what is to go, that a panel must do where it is for moving it to be tried (assumption)
THERE = 0.1  # stops from a wish within which a set is there already


def _sensed(surface: str) -> tuple[str, ...]:
    """What is sensed of a marker: either cheek may be the lit one."""
    return ("cheek_left", "cheek_right") if surface.endswith("_cheek") else (surface,)


class Enough:
    """What of a set's light comes from where."""

    def __init__(self, asked: Asked, before: Tones, shift: Tones, look: Callable[[Set], ByLight | None]):
        self._asked, self._before, self._shift, self._look = asked, before, shift, look
        self._without: dict[int, Tones | None] = {}

    def can_do(self, path: Path) -> bool:
        """Whether what a path changes can be enough: its light taken away or raised, its panel taken out."""
        if path.panel is not None:
            return self._panel_can(path.panel)
        return path.light is None or self._light_can(path.light)

    def _light_can(self, light: int) -> bool:
        shares, on = self._asked.shares, self._asked.shares.on.astype(float)
        for target in self._asked.wish.targets:
            go = float(to_go(target, self._before))
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
            out = self._look(with_panel(photo_set, panel, replace(photo_set.panels[panel], on=False)))
            tones = tones_at(out, out.on.astype(float)[None]).shifted(self._shift).one(0) if out is not None else None
            self._without[panel] = tones
        without = self._without[panel]
        if without is None:
            return True
        for target in self._asked.wish.targets:
            go = float(to_go(target, self._before))
            if abs(go) > THERE and abs(float(to_go(target, without)) - go) < PANEL_SHARE * abs(go):
                return False
        return True
