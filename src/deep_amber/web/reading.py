"""A picture of the log read backwards: where its key stood, by marks on it, and sets of one's own that would make it."""

from functools import lru_cache
from pathlib import Path
from threading import Lock
from typing import Annotated

import numpy as np
from annotated_types import MaxLen
from flask import Response, current_app
from pydantic import Field

from ..core.eye.likely_sets import likely_sets
from ..core.eye.patches import patch_values
from ..core.eye.points import Marks
from ..core.eye.readback import ReadBack, prepare, read_back
from ..core.model import Set
from ..core.model.limits import check_limits
from ..core.presenting.eye import doubt_texts, read_back_texts
from ..core.presenting.likely_sets import likely_text
from ..core.problem import NotAccepted
from ..core.sitter.mesh import SitterMesh
from ..formats.picture_file import jpeg_bytes
from ..formats.real_picture import read_real_picture
from ..formats.sitter_file import known_sitters, load_sitter
from ..store import log as store
from ..store.frames import frame_file
from .answers import answer, jpeg_address
from .log_schemas import EntryPath
from .pictures import PictureDesk
from .planning import own_kit
from .routes import Routes
from .scenes import sound
from .schemas import Body, Out

reading = Routes("reading", "/api/log", ("404", "413", "422", "503"))
HIGH = 1000  # [pixels] of a picture that is read, at most: a face needs no more
MOST_PATCHES = 12
_PREPARING = Lock()


class ReadIn(Body):
    marks: Marks
    patches: Annotated[dict[str, tuple[float, float]], Field(max_length=MOST_PATCHES)] = {}
    """Places at which values are read, by name, in pixels as the marks."""


class LikelyIn(ReadIn):
    set: Set
    """In whose room, with whose backdrop and camera."""


class ReadBackOut(Out):
    azimuth: float
    elevation: float
    ring: float
    told: bool
    ratio: float | None
    depth: float | None
    lines: list[str]
    doubtful: Annotated[list[str], MaxLen(20)]
    """Fields of marks that contradict the rest."""
    doubts: list[str]
    """The same in words."""


class LikelySetOut(Out):
    set: Set
    text: str
    uses: list[str]
    picture: str


class LikelySetsOut(Out):
    sets: list[LikelySetOut]
    read: ReadBackOut


@lru_cache(maxsize=2)
def _linear(path: Path, changed: float) -> np.ndarray:
    """Linear values of a file, no higher than HIGH; `changed` keeps an older file of that name apart."""
    made = read_real_picture(path.read_bytes()).linear
    step = max(-(-made.shape[0] // HIGH), 1)
    return np.ascontiguousarray(made[::step, ::step])


def _sitters() -> list[SitterMesh]:
    """All sitters, with what light does on their faces: one asks, the next waits for it instead of working it out too."""
    made = [load_sitter(who) for who in known_sitters()]
    with _PREPARING:
        for mesh in made:
            prepare(mesh)
    return made


def _read(entry_id: str, body: ReadIn) -> ReadBack:
    sessions = current_app.extensions["sessions"]
    entry = store.entry_of(sessions, entry_id)
    problems = list(check_limits(body.marks))
    if problems:
        raise NotAccepted(problems)
    path = frame_file(sessions, current_app.extensions["folder"], entry_id, entry.raw or "jpg")
    linear = _linear(path, path.stat().st_mtime)
    values = patch_values(body.marks, body.patches, linear)
    return read_back(body.marks, values, _sitters(), linear)


def _told(read: ReadBack) -> ReadBackOut:
    key = read.key
    return ReadBackOut(
        azimuth=key.azimuth, elevation=key.elevation, ring=key.ring, told=key.told, ratio=read.ratio, depth=read.depth,
        lines=read_back_texts(read), doubtful=list(read.doubtful), doubts=doubt_texts(read),
    )  # fmt: skip


class ReadyOut(Out):
    sitters: list[str]


@reading.get("/<string:entry_id>/read", responses={"200": ReadyOut})
def ready(path: EntryPath) -> Response:
    """Works out what light does on each sitter's face, once for a server, while a hand still points; takes seconds."""
    store.entry_of(current_app.extensions["sessions"], path.entry_id)
    return answer(ReadyOut(sitters=[k.name for k in _sitters()]))


@reading.post("/<string:entry_id>/read", responses={"200": ReadBackOut})
def read_picture(path: EntryPath, body: ReadIn) -> Response:
    """What the marks and the light on the face tell."""
    return answer(_told(_read(path.entry_id, body)))


@reading.post("/<string:entry_id>/likely", responses={"200": LikelySetsOut})
def likely(path: EntryPath, body: LikelyIn) -> Response:
    """Up to three sets of the kit, in the room of a set, that would make it."""
    room, read = sound(body.set), _read(path.entry_id, body)
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.planning("read picture", 0) as looks:
        made = likely_sets(read, room, own_kit(), load_sitter, tuple(known_sitters()), looks.quick)
    sets = [
        LikelySetOut(
            set=k.photo_set, text=likely_text(k), uses=list(k.uses),
            picture=jpeg_address(jpeg_bytes(desk.thumbnail(k.photo_set).picture, True)),
        )
        for k in made
    ]  # fmt: skip
    return answer(LikelySetsOut(sets=sets, read=_told(read)))
