"""Where practitioners differ: each way is built on this set, and what differs is read."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

import numpy as np

from ..answer import Act
from ..fill.schools import schools_of
from ..framing.depth_of_field import depth_of_field
from ..framing.lenses import openings
from ..framing.perspective import lens_to_face
from ..model.set import Set, with_light
from ..simulation.key import key_index
from ..simulation.stages import Stages
from ..sitter.face import face_marks
from .arrangements import ARRANGEMENTS
from .compare import Beside, compared
from .ground import Ground
from .levelled import key_levelled, lit_of, stopped

OPEN, SHARP = 2.0, 8.0  # f-numbers of the two schools of sharpness
ASIDE = 0.3  # [m] before the face that a feathered light is aimed at, toward the lens
WHITE_AND_SILVER = ("white", "silver")


@dataclass(frozen=True)
class Way:
    title: str
    photo_set: Set


@dataclass(frozen=True)
class School:
    code: str
    question: str
    ways: tuple[Way, ...]
    """Two or three; none where the set cannot show it."""
    beside: tuple[Beside, ...]
    """What each reads, against the first."""
    sharp: tuple[float, ...]
    """From the nearest to the farthest sharp place, of each [m]."""
    why_not: Act | None = None
    """Why this set cannot show it."""


def schools(ground: Ground, finely: Stages) -> Iterator[School]:
    """Every question, as it is worked out.

    Parameters
    ----------
    ground : the set, kit and reading of a plan; finely : stages of the set, at quality SOUGHT
    """
    for code, (question, make) in QUESTIONS.items():
        ground.go_on()
        made = make(ground, finely)
        if isinstance(made, Act):
            yield School(code, question, (), (), (), made)
            continue
        beside = compared(tuple(k.photo_set for k in made), ground.finest)
        yield School(code, question, made, beside, tuple(_sharp(k.photo_set, finely) for k in made))


def _sharp(photo_set: Set, finely: Stages) -> float:
    depth = depth_of_field(photo_set.camera, lens_to_face(photo_set, finely.mesh))
    return min(depth.before + depth.behind, 99.0)


def _fill(ground: Ground, finely: Stages) -> tuple[Way, ...] | Act:
    photo_set = ground.photo_set
    ratio = photo_set.look.ratio if photo_set.look else 3.0
    found = [k for k in schools_of(finely, ground.kit, ratio) if k.answer is not None]
    titles = {"opposite the key": "opposite the key", "before the face": "at the mirror place"}
    ways = tuple(Way(titles.get(k.where, k.where), k.answer.photo_set) for k in found if k.answer)
    return ways if len(ways) > 1 else Act("school.no_board")


def _feather(ground: Ground, finely: Stages) -> tuple[Way, ...] | Act:
    photo_set, index = ground.photo_set, key_index(finely)
    if index is None or photo_set.lights[index].source.kind == "window":
        return Act("school.no_key")
    key = photo_set.lights[index]
    face = np.array(face_marks(finely.mesh, photo_set.sitter).face)
    to_lens = (photo_set.camera.place.array - face) * [1, 0, 1]
    before = face + to_lens / max(float(np.linalg.norm(to_lens)), 1e-6) * ASIDE
    at, past = (replace(key, aim=replace(key.aim, x=float(p[0]), y=float(p[1]), z=float(p[2]))) for p in (face, before))
    aimed = with_light(photo_set, index, at)
    lit = lit_of(aimed, ground.look)
    feathered = key_levelled(with_light(photo_set, index, past), ground.look, lit)
    return Way("aimed at the face", aimed), Way("feathered before it", feathered)


def _surface(ground: Ground, finely: Stages) -> tuple[Way, ...] | Act:
    photo_set = ground.photo_set
    at = next((k for k, p in enumerate(photo_set.panels) if p.on and p.surface in WHITE_AND_SILVER), None)
    if at is None:
        found = [k for k in schools_of(finely, ground.kit, photo_set.look.ratio if photo_set.look else 3.0) if k.answer]
        if not found or found[0].answer is None:
            return Act("school.no_board")
        photo_set, at = found[0].answer.photo_set, len(found[0].answer.photo_set.panels) - 1
    board = photo_set.panels[at]
    made = []
    for surface in WHITE_AND_SILVER:
        panel = replace(board, surface=surface)  # type: ignore[arg-type]
        panels = (*photo_set.panels[:at], panel, *photo_set.panels[at + 1 :])
        made.append(Way(surface, replace(photo_set, panels=panels)))
    return tuple(made)


def _sharpness(ground: Ground, finely: Stages) -> tuple[Way, ...] | Act:
    photo_set = ground.photo_set
    could = openings(photo_set.camera)
    both = [float(min(could, key=lambda n: abs(n - wanted))) for wanted in (OPEN, SHARP)]
    if both[0] == both[1]:
        return Act("school.one_aperture")
    return tuple(Way(f"f/{f:g}", stopped(photo_set, f)) for f in both)


def _number(ground: Ground, finely: Stages) -> tuple[Way, ...] | Act:
    one = next((m for c in ("one_box", "in_front") if (m := ground.read(ARRANGEMENTS[c])) is not None), None)
    four = next((m for c in ("four", "three", "key_and_fill") if (m := ground.read(ARRANGEMENTS[c])) is not None), None)
    if one is None or four is None:
        return Act("school.too_few")
    many = sum(k.on and k.source.kind != "window" for k in four.photo_set.lights)
    names = {2: "two lights", 3: "three lights", 4: "four lights"}
    return Way("one large light", one.photo_set), Way(names.get(many, f"{many} lights"), four.photo_set)


Made = tuple[Way, ...] | Act
QUESTIONS: dict[str, tuple[str, Callable[[Ground, Stages], Made]]] = {
    "fill": ("Fill: opposite the key, or at the mirror place?", _fill),
    "feather": ("The key: aimed, or feathered?", _feather),
    "surface": ("The board: white, or silver?", _surface),
    "aperture": ("The lens: open, or all sharp?", _sharpness),
    "number": ("Lights: one large, or several?", _number),
}
