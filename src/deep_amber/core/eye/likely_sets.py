"""Three sets of one's own kit and room that would make a picture that was read: its direction, its size, its shadow."""

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

import numpy as np

from ..framing.framings import nearest_framing, picture_height
from ..framing.perspective import lens_to_face
from ..kit.owned import Kit, ModifierItem, SourceItem
from ..model.light import Light
from ..model.look import Look
from ..model.point import Point
from ..model.set import Set
from ..planning.allocate import front_of
from ..planning.fitted import Fitted
from ..planning.measured import Look as Looked
from ..planning.measured import planned
from ..planning.placed import CannotStand, with_panel_rule, with_rule
from ..planning.rules import At, LightRule, PanelRule
from ..rules.validation import problems_of
from ..sitter.mesh import SitterMesh
from .practice import ANYTHING, Truth, truth_of
from .readback import ReadBack

MOST = 3
NEAREST, FARTHEST = 0.6, 3.0  # [m] that a key stands from a face
LIT = 6.0  # ratio over which no board is put in (assumption)
USUAL = 4.0  # ratio where both cheeks were not marked (assumption)
DARK_TONE = -4.5  # [stops from mid grey] of a backdrop that is dark
FLAT = 1.15  # the least ratio that is asked for
A_BOARD = At(-70.0, 0.0, 0.7)
RIM = At(-140.0, 30.0, 1.4)
AT_MOST = 8  # fronts that are tried, the nearest in size first


@dataclass(frozen=True, eq=False)
class LikelySet:
    photo_set: Set
    uses: tuple[str, ...]
    truth: Truth
    """Of its light, as it came out."""
    off: float
    """Degrees of its key from the way that was read."""
    times: float
    """Doublings of its front over its distance against what was read."""


def likely_sets(
    read: ReadBack, room: Set, kit: Kit, meshes: Callable[[str], SitterMesh], known: tuple[str, ...], look: Looked
) -> list[LikelySet]:
    """Up to MOST, the nearest first, each with another front.

    Parameters
    ----------
    room : a set whose room, backdrop and camera are used; look : makes the stages that a set is read with
    """
    mesh = meshes(read.like)
    base = _empty(read, room, mesh)
    found: list[LikelySet] = []
    for source, item, distance in list(_fronts(read, kit))[:AT_MOST]:
        if len(found) < MOST and (made := _built(read, base, mesh, kit, source, item, distance, known, look)):
            found.append(made)
    return sorted(found, key=lambda k: abs(k.times) + k.off / 20)


def _empty(read: ReadBack, room: Set, mesh: SitterMesh) -> Set:
    """The room without lights, the sitter turned as in the picture, the look as it was read."""
    place = room.camera.place
    lens = math.degrees(math.atan2(place.x - room.sitter.x, place.z - room.sitter.z))
    sitter = replace(room.sitter, who=read.like, body_turn=float(np.clip(lens + read.turned, -180, 180)), head_turn=0.0)
    made = replace(room, sitter=sitter, lights=(), panels=())
    framing = nearest_framing(picture_height(made.camera, lens_to_face(made, mesh)))
    ratio = float(np.clip(2.0**read.depth, FLAT, 32)) if read.depth is not None else USUAL
    ground = read.ground if read.ground in ("even", "gradient", "spot") else "even"
    tone = DARK_TONE if read.ground == "dark" or read.tone is None else float(np.clip(read.tone, -6, 2))
    asked = Look("headshot", framing=framing, ratio=ratio, backdrop_tone=tone, ground=ground)  # type: ignore[arg-type]
    return replace(made, look=asked)


def _fronts(read: ReadBack, kit: Kit) -> Iterator[tuple[SourceItem, ModifierItem, float]]:
    """Sources with fronts and the distance at which each is as large as was read, the nearest in size first."""
    ratio = read.ratio or 0.5
    made = []
    for source in kit.sources:
        for item in kit.modifiers:
            if not source.source.is_flash:
                continue
            light = Light(Point(0, 1.5, 1), Point(0, 1.5, 0), 0.0, item.modifier, "key", source.source)
            wide = front_of(light)
            distance = float(np.clip(wide / ratio, NEAREST, FARTHEST))
            made.append((abs(math.log2(wide / distance / ratio)), item.name, source, item, distance))
    seen = set()
    for _, name, source, item, distance in sorted(made, key=lambda k: (round(k[0], 2), k[4], k[1])):
        if name not in seen:
            seen.add(name)
            yield source, item, distance


def _built(
    read: ReadBack, base: Set, mesh: SitterMesh, kit: Kit, source: SourceItem, item: ModifierItem, distance: float,
    known: tuple[str, ...], look: Looked,
) -> LikelySet | None:  # fmt: skip
    side = 1.0 if read.key.azimuth >= 0 else -1.0
    at = At(abs(read.key.azimuth), read.key.elevation, distance)
    uses = [source.name, item.name]
    try:
        made = with_rule(base, mesh, LightRule("key", at, ()), (source, item), side, 0)
        board = next((k for k in kit.panels if k.surface == "white"), None)
        if base.look is not None and base.look.ratio < LIT and board is not None:
            made = with_panel_rule(made, mesh, PanelRule("white", A_BOARD), board, side, 0)
            uses.append(board.name)
    except CannotStand:
        return None
    made, more = _rimmed(read, made, mesh, kit, (source.name, item.name))
    lit = None if problems_of(made, known) else planned(Fitted(ANYTHING, "camera-left", made, ()), look)
    if lit is None:
        return None
    truth = truth_of(look(lit.photo_set))
    return LikelySet(
        lit.photo_set, (*uses, *more), truth, _off(read, truth), math.log2(truth.size / (read.ratio or truth.size))
    )


def _rimmed(
    read: ReadBack, made: Set, mesh: SitterMesh, kit: Kit, taken: tuple[str, str]
) -> tuple[Set, tuple[str, ...]]:
    """With a light behind the head on the side that was read, where the kit has one more."""
    free = [k for k in kit.sources if k.source.is_flash and (k.quantity > 1 or k.name != taken[0])]
    fronts = [k for k in kit.modifiers if k.quantity > 1 or k.name != taken[1]]
    if read.rim in (None, "none") or not free or not fronts:
        return made, ()
    side = -1.0 if read.rim == "camera-right" else 1.0  # the rule's azimuth is on the other side
    small = min(fronts, key=lambda k: (front_of(_alone(free[0], k)), k.name))
    try:
        return with_rule(made, mesh, LightRule("rim", RIM, ()), (free[0], small), side, 0), (free[0].name, small.name)
    except CannotStand:
        return made, ()


def _alone(source: SourceItem, item: ModifierItem) -> Light:
    return Light(Point(0, 1.5, 1), Point(0, 1.5, 0), 0.0, item.modifier, "rim", source.source)


def _off(read: ReadBack, truth: Truth) -> float:
    """Degrees between the way that was read and a key's."""

    def way(azimuth: float, elevation: float) -> np.ndarray:
        a, e = math.radians(azimuth), math.radians(elevation)
        return np.array([math.sin(a) * math.cos(e), math.sin(e), math.cos(a) * math.cos(e)])

    turned = way(read.key.azimuth, read.key.elevation) @ way(truth.azimuth, truth.elevation)
    return math.degrees(math.acos(float(np.clip(turned, -1, 1))))
