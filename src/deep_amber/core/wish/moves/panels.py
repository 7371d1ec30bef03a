"""Panels: out of the light, another surface, nearer, to the other side; one of the kit put in; a flag."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ...answer import Act
from ...geometry.quads import backdrop_quad
from ...model.panel import Panel, PanelSurface
from ...model.set import Set, with_added, with_panel
from ...problem import NotAccepted
from ..kept import EDGES
from ..path import CARRIED, IN_HAND, NEW_STAND, Asked, Path, point

AWAYS = (1.4, 1.1, 0.85, 0.65, 0.5, 0.38)  # [m] from the face to a panel that is put in
NEARER = (0.05, 0.1, 0.2, 0.35, 0.55)  # [m]
TURNED = (8.0, 16.0, 28.0, 45.0)  # degrees
SURFACES: tuple[PanelSurface, ...] = ("white", "silver", "gold", "black")
FLAG_AWAY, FLAG_ASIDE = (
    (0.3, 0.45, 0.6),
    (0.9, 0.6, 0.35),
)  # [m] before the light; of the flag's width that it is off the way
MOST_PANELS = 8
PLACES = {
    "opposite the key": (0.0, -0.1),
    "before the face": (40.0, -0.1),
    "under the chin": None,
    "behind the shoulder": (-50.0, 0.05),
}
SCHOOLS = ("opposite the key", "before the face", "under the chin")
KICKER = "behind the shoulder"
"""Degrees that a board stands nearer to the lens than straight beside the shadow cheek, and its height over the face [m]:
the three schools of fill, and a kicker that the key lights."""
UNDER_CHIN = (0.0, -0.8, 0.6)
"""Way from the face to a board under the chin, across, up, toward the lens."""


def _with(asked: Asked, k: int, panel: Panel) -> Set:
    return with_panel(asked.photo_set, k, panel)


def _standing(asked: Asked, k: int, panel: Panel) -> Iterator[Path]:
    photo_set, named = asked.photo_set, {"panel": panel.name}
    out = _with(asked, k, replace(panel, on=not panel.on))
    taken = Act("wish.panel_out" if panel.on else "wish.panel_in", {}, named)
    yield Path("panel out", IN_HAND, lambda t: out, lambda t: (taken,), (0.0,))
    if not panel.on:
        return
    if panel.surface in SURFACES:
        others = [s for s in SURFACES if s != panel.surface and _has(asked, panel, s)]
        if others:
            yield Path(
                "panel surface",
                IN_HAND,
                lambda t: _with(asked, k, replace(panel, surface=others[int(t)])),
                lambda t: (Act("wish.panel_surface", {}, named | {"surface": others[int(t)]}),),
                tuple(map(float, range(len(others)))),
                panel=k,
            )
    way = panel.place.array - asked.face
    away = float(np.linalg.norm(way))
    for sign, code in ((-1.0, "wish.panel_nearer"), (1.0, "wish.panel_farther")):

        def at(t: float, sign: float = sign) -> Set | None:
            then = away + sign * t
            return _with(asked, k, replace(panel, place=point(asked.face + way * then / away))) if then > 0.25 else None

        yield Path(
            "panel moved",
            IN_HAND + 0.2,
            at,
            lambda t, code=code: (Act(code, {"by_m": t}, named),),  # type: ignore[misc]
            NEARER if sign < 0 else (*NEARER, 0.8, 1.2),
            0.01,
            panel=k,
        )
    yield from _turned(asked, k, panel)
    x = photo_set.sitter.x
    mirrored = replace(
        panel, place=replace(panel.place, x=2 * x - panel.place.x), aim=replace(panel.aim, x=2 * x - panel.aim.x)
    )
    if abs(panel.place.x - x) > 0.2:
        made = _with(asked, k, mirrored)
        yield Path(
            "panel moved", IN_HAND + 0.4, lambda t: made, lambda t: (Act("wish.panel_across", {}, named),), (0.0,)
        )


def _turned(asked: Asked, k: int, panel: Panel) -> Iterator[Path]:
    """Round its upright: what it throws goes elsewhere, and it catches more of the key, or less."""
    way = panel.aim.array - panel.place.array
    to_lens = asked.photo_set.camera.place.array - panel.place.array
    for sign in (1.0, -1.0):

        def at(t: float, sign: float = sign) -> Set:
            a = np.radians(sign * t)
            c, s = np.cos(a), np.sin(a)
            new = np.array([c * way[0] + s * way[2], way[1], c * way[2] - s * way[0]])
            return _with(asked, k, replace(panel, aim=point(panel.place.array + new)))

        then = at(5.0).panels[k].aim.array - panel.place.array
        toward = "toward the lens" if then @ to_lens > way @ to_lens else "away from the lens"
        named = {"panel": panel.name, "toward": toward}
        yield Path(
            "panel turned",
            IN_HAND + 0.1,
            at,
            lambda t, named=named: (Act("wish.panel_turned", {"by_degrees": t}, named),),  # type: ignore[misc]
            TURNED,
            1.0,
            panel=k,
        )


def _has(asked: Asked, panel: Panel, surface: PanelSurface) -> bool:
    """Whether a panel of that surface, and about as large, is owned and not in use; anything goes without a kit."""
    if not asked.kit.panels:
        return True
    return any(p.surface == surface and _like(panel, p.width, p.height) for p in free_panels(asked))


def _like(panel: Panel, width: float, height: float) -> bool:
    return abs(width * height / (panel.width * panel.height) - 1) < 0.6


def free_panels(asked: Asked) -> list[Panel]:
    """Panels of the kit that are not in use, as they would be put in."""
    used = [p.item for p in asked.photo_set.panels if p.on]
    free = [p for p in asked.kit.panels if p.quantity > used.count(p.name) and p.surface != "grey card"]
    at = point(asked.face)
    return [
        Panel(at, at, p.width, p.height, p.surface, p.shape, name=p.name[:40], item=p.name, back=p.back) for p in free
    ]


def shadow_side(asked: Asked) -> float:
    """1 for a shadow cheek on camera-right, -1 on camera-left."""
    left, right = asked.shares.on.astype(float) @ asked.shares.lux[:, :2]
    return 1.0 if left >= right else -1.0


def placed(asked: Asked, panel: Panel, where: str, away: float) -> Panel:
    """A panel of the kit at one of PLACES, so far from the face; it looks at the face."""
    side, camera = shadow_side(asked), asked.photo_set.camera.place.array
    if where == KICKER:
        side = 1.0 if "hair_right" in _edges(asked) else -1.0
    lens = camera - asked.face
    lens = lens * [1.0, 0.0, 1.0] / max(float(np.hypot(lens[0], lens[2])), 1e-6)
    across = np.array([lens[2], 0.0, -lens[0]]) * side
    school = PLACES[where]
    if school is None:
        way, lift, holding = lens * UNDER_CHIN[2] + np.array([0.0, UNDER_CHIN[1], 0.0]), 0.0, "lap"
    else:
        a = np.radians(school[0])
        way, lift, holding = across * np.cos(a) + lens * np.sin(a), school[1], "stand"
    there = asked.face + way / np.linalg.norm(way) * away + [0.0, lift, 0.0]
    half = panel.height / 2
    if school is not None:
        there[1] = min(max(there[1], half + 0.01), asked.photo_set.room.height - half - 0.01)
        aim = asked.face * [1, 0, 1] + [0.0, there[1], 0.0]
    else:
        aim = asked.face
    return replace(panel, place=point(there), aim=point(aim), holding=holding)  # type: ignore[arg-type]


def _edges(asked: Asked) -> set[str]:
    return {name for t in asked.wish.targets for name in t.moved} & EDGES


def added_path(asked: Asked, panel: Panel, where: str) -> Path:
    """A panel put in at one of PLACES, from far to near."""

    def at(t: float) -> Set:
        return with_added(asked.photo_set, "panels", placed(asked, panel, where, AWAYS[0] - t))

    def acts(t: float) -> tuple[Act, ...]:
        return (Act("wish.panel_added", {"away_m": AWAYS[0] - t}, {"panel": panel.name, "where": where}),)

    throws = panel.surface != "black"
    return Path("panel added", IN_HAND + 0.5, at, acts, tuple(AWAYS[0] - a for a in AWAYS), 0.01, throws=throws)


def _added(asked: Asked) -> Iterator[Path]:
    if len(asked.photo_set.panels) >= MOST_PANELS:
        return
    seen: set[tuple[str, str, float]] = set()
    for panel in free_panels(asked):
        key = (panel.surface, panel.shape, round(panel.width * panel.height, 1))
        if panel.surface not in SURFACES or key in seen:
            continue
        seen.add(key)
        for where in PLACES:
            if (where == "under the chin") != (panel.shape == "curved") and panel.height > 1.3:
                continue
            if where == KICKER and (not _edges(asked) or panel.surface == "black"):
                continue

            yield added_path(asked, panel, where)


def _flags(asked: Asked) -> Iterator[Path]:
    """A black board between a light and the backdrop, out of its way to the face."""
    photo_set = asked.photo_set
    boards = [p for p in free_panels(asked) if p.surface == "black" and p.shape == "flat"]
    if not boards or len(photo_set.panels) >= MOST_PANELS:
        return
    board = min(boards, key=lambda p: p.width * p.height)
    ground = np.array(backdrop_quad(photo_set.backdrop).centre)
    for light in photo_set.lights:
        if not light.on or light.role in ("room", "background"):
            continue
        to_ground, to_face = ground - light.place.array, asked.face - light.place.array
        way = to_ground / np.linalg.norm(to_ground)
        off = way - (way @ to_face) * to_face / float(to_face @ to_face)
        off = off / max(float(np.linalg.norm(off)), 1e-6)

        def at(t: float, way: np.ndarray = way, off: np.ndarray = off, place: np.ndarray = light.place.array) -> Set:
            there = place + way * FLAG_AWAY[int(t) // 3] + off * board.width * FLAG_ASIDE[int(t) % 3]
            half = board.height / 2
            there[1] = min(max(there[1], half + 0.01), photo_set.room.height - half - 0.01)
            flag = replace(board, place=point(there), aim=point(there * [1, 0, 1] - way * [1, 0, 1] + [0, there[1], 0]))
            return with_added(photo_set, "panels", flag)

        def acts(t: float, name: str = light.name) -> tuple[Act, ...]:
            away = FLAG_AWAY[int(t) // 3]
            return (Act("wish.flag", {"away_m": away}, {"panel": board.name, "light": name}),)

        yield Path("flag", NEW_STAND, at, acts, tuple(map(float, range(9))))


def panels(asked: Asked) -> Iterator[Path]:
    """Panels of the set, then those of the kit that are not in use, then flags."""
    try:
        for k, panel in enumerate(asked.photo_set.panels):
            yield from _standing(asked, k, panel)
        yield from _added(asked)
        yield from _flags(asked)
    except NotAccepted:
        return


__all__ = ["CARRIED", "SCHOOLS", "free_panels", "panels", "placed", "shadow_side"]
