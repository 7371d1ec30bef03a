"""Searching about an arrangement: key, lights and boards are carried, fronts changed, until the look is met or no move helps."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

import numpy as np

from .measured import Planned
from .rules import Arrangement, At, LightRule, PanelRule

MOST = 44  # sets that are read about one arrangement
MET = 0.05  # of closeness that nothing more is searched for
SLACK = 0.05  # of closeness that less to build may make up for
GAIN = 0.03  # of rank that a move must save
SHARES = (1.0, 0.45)  # of a full move, the coarse round first
TURN, RISE = 16.0, 10.0  # degrees of a full move
NEARER, FARTHER = 0.72, 1.4  # shares of the distance of a full move
KEY_UP, NEAREST = (-45.0, 62.0), 0.35  # degrees; [m]
ALONG = 0.6  # [m] of a full move along a window's wall
SCATTERED = 0.55  # of what is read, that is read by chance
TURNED, RISEN, PAST_BY_CHANCE = 50.0, 24.0, 0.25  # degrees to either side; how often a light is aimed past the face
LAP = -20.0  # degrees under the face from which a board is under the chin, and goes nearer or farther alone
LARGER = 1.08  # of a front, from which it is another size
ROUND_THE_FACE = ((15, 35), (30, 30), (42, 42), (55, 38), (60, 25), (75, 15), (88, 8), (35, 50), (5, 45), (0, 22))
"""Azimuth and elevation [degrees] at which a pattern is looked for that its usual place does not give."""

Again = Callable[[Arrangement, float], Planned | None]
"""An arrangement with other figures, fitted and read; None where it cannot stand, or is farther than a bound of closeness."""


def still(arrangement: Arrangement, key: LightRule) -> Arrangement:
    """The arrangement with its key exactly as a rule has it."""
    lights = tuple(key if k.role == "key" else k for k in arrangement.lights)
    return replace(arrangement, lights=lights, turns=False)


def _lights(arrangement: Arrangement, index: int, rule: LightRule) -> Arrangement:
    return replace(arrangement, lights=(*arrangement.lights[:index], rule, *arrangement.lights[index + 1 :]))


def _panels(arrangement: Arrangement, index: int, rule: PanelRule) -> Arrangement:
    return replace(arrangement, panels=(*arrangement.panels[:index], rule, *arrangement.panels[index + 1 :]))


def _carried(at: At, share: float) -> Iterator[At]:
    """Places about one."""
    for azimuth, elevation in ((TURN, 0.0), (-TURN, 0.0), (0.0, RISE), (0.0, -RISE)):
        up = min(max(at.elevation + elevation * share, KEY_UP[0]), KEY_UP[1])
        yield replace(at, azimuth=at.azimuth + azimuth * share, elevation=up)
    for by in (NEARER, FARTHER):
        yield replace(at, distance=max(at.distance * by**share, NEAREST))


def _moves(arrangement: Arrangement, share: float) -> Iterator[Arrangement]:
    """The arrangement with one thing carried; by a window it is the sitter, with the camera."""
    if arrangement.kind == "window":
        for by in (ALONG, -ALONG):
            yield replace(arrangement, forward=arrangement.forward + by * share)
    for k, light in enumerate(arrangement.lights):
        for made in _light_moves(light, share):
            yield _lights(arrangement, k, made)
    for k, panel in enumerate(arrangement.panels):
        for board in _panel_moves(panel, share):
            yield _panels(arrangement, k, board)
        if not panel.needed:
            yield replace(arrangement, panels=(*arrangement.panels[:k], *arrangement.panels[k + 1 :]))


def _light_moves(light: LightRule, share: float) -> Iterator[LightRule]:
    if light.where == "about the face" and light.aim not in ("board", "nearest wall"):
        yield from (replace(light, at=at) for at in _carried(light.at, share))
        if light.role == "key" and light.aim in ("face", "past the face"):
            yield replace(light, aim="past the face" if light.aim == "face" else "face")
    elif light.aim == "nearest wall":
        yield from (replace(light, at=at) for at in _carried(light.at, share))
    elif light.where == "behind the sitter":
        for by in (NEARER, FARTHER):
            yield replace(light, at=replace(light.at, distance=light.at.distance * by**share))


def _panel_moves(panel: PanelRule, share: float) -> Iterator[PanelRule]:
    for by in (NEARER, FARTHER):
        yield replace(panel, at=replace(panel.at, distance=max(panel.at.distance * by**share, NEAREST)))
    if panel.at.elevation > LAP:
        for turn in (TURN, -TURN):
            yield replace(panel, at=replace(panel.at, azimuth=panel.at.azimuth + turn * share))


def _fronts(arrangement: Arrangement, longest: float) -> Iterator[Arrangement]:
    """The key with a larger front, and with a smaller one, where the kit has one that its rule takes."""
    for k, light in enumerate(arrangement.lights):
        if light.role == "key" and light.where != "window":
            least, most = light.longest
            yield _lights(arrangement, k, replace(light, longest=(max(least, longest * LARGER), most)))
            yield _lights(arrangement, k, replace(light, longest=(least, min(most, longest / LARGER))))


@dataclass
class _Search:
    best: Planned
    again: Again
    left: int = MOST

    def take(self, made: Arrangement) -> bool:
        """Goes on from there where that is closer, or alike with less to build; whether it did."""
        if self.left <= 0:
            return False
        self.left -= 1
        tried = self.again(made, self.best.closeness + SLACK)
        if tried is None or tried.rank > self.best.rank - GAIN:
            return False
        self.best = tried
        return True

    @property
    def over(self) -> bool:
        return self.left <= 0 or self.best.closeness <= MET


def refined(
    first: Planned, key: LightRule | None, longest: float, again: Again, most: int = MOST, round_: int = 0
) -> Planned:
    """The best that was found about a set; itself where nothing is closer.

    Parameters
    ----------
    key : its rule as it was turned to the wanted pattern; None for no key
    longest : side of the key's front [m]
    again : fits and reads an arrangement in the same room, with the same kit
    round_ : of several, each with other places by chance
    """
    search = _Search(first, again, most)
    start = first.fitted.arrangement
    about = still(start, key) if key is not None else start
    if first.closeness <= MET:
        return first
    if not first.right_pattern and key is not None and key.where != "window":
        _find_pattern(search, about, key)
    if not search.best.right_hardness:
        for made in _fronts(_now(search, about), longest):
            search.take(made)
    _scatter(search, _now(search, about), round(search.left * SCATTERED), round_)
    for share in SHARES:
        moved = True
        while moved and not search.over:
            moved = False
            for made in tuple(_moves(_now(search, about), share)):
                if search.over:
                    break
                if search.take(made):
                    moved = True
                    break
    return search.best


def _scatter(search: _Search, about: Arrangement, many: int, round_: int) -> None:
    """Tries places about the best by chance, the same each time: a move at a time does not leave a hollow that is not the deepest."""
    dice = np.random.default_rng((sum(map(ord, about.code)), round_))
    for _ in range(many):
        if search.over:
            return
        search.take(scattered(about, dice))


def scattered(about: Arrangement, dice: np.random.Generator) -> Arrangement:
    """The arrangement with everything carried by chance; a key may come to the other side."""

    def carried(at: At, turn: float) -> At:
        up = min(max(at.elevation + dice.uniform(-RISEN, RISEN), KEY_UP[0]), KEY_UP[1])
        away = max(at.distance * 2.0 ** dice.uniform(-1, 1), NEAREST)
        return replace(at, azimuth=at.azimuth + dice.uniform(-turn, turn), elevation=up, distance=away)

    lights = []
    for k in about.lights:
        made = replace(k, at=carried(k.at, TURNED))
        if k.role == "key" and k.aim == "face" and dice.random() < PAST_BY_CHANCE:
            made = replace(made, aim="past the face")
        lights.append(made if k.aim != "board" else k)
    panels = [replace(k, at=carried(k.at, TURN)) for k in about.panels]
    return replace(about, lights=tuple(lights), panels=tuple(panels))


def _now(search: _Search, about: Arrangement) -> Arrangement:
    """What the best set stands by; before any is taken, the rules as they were turned."""
    made = search.best.fitted.arrangement
    return made if not made.turns else about


def _find_pattern(search: _Search, about: Arrangement, key: LightRule) -> None:
    """Tries the key round the face, nearest to its usual place first, until the wanted pattern is read."""
    near = sorted(ROUND_THE_FACE, key=lambda p: abs(p[0] - key.at.azimuth) + abs(p[1] - key.at.elevation))
    for azimuth, elevation in near:
        at = At(float(azimuth), float(elevation), key.at.distance, "nose")
        search.take(still(about, replace(key, at=at)))
        if search.best.right_pattern or search.over:
            return
