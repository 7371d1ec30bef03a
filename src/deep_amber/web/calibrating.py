"""Calibration: what the readings of the log say of kit and room, taken when it is wanted, undone at will."""

from datetime import UTC

from flask import Response, current_app

from ..core.calibration.calibrate import Calibrated, Reading, calibrate
from ..core.model.room import SURFACE_LABELS
from ..core.presenting.calibrated import found_texts, takes_texts
from ..core.units import stops_text
from ..formats.readings_file import looks_at, reading_of
from ..store import calibrations as store
from ..store import log
from ..store.log import readings_in
from ..store.sets import Sessions, list_sets, open_set
from .answers import answer
from .log_schemas import (
    CalibratedOut,
    CalibrateIn,
    CalibrationPath,
    CalibrationsOut,
    FoundOut,
    ResidualOut,
    TakeIn,
    TakenOut,
)
from .routes import Routes

calibrating = Routes("calibration", "/api/calibration", ("404", "413", "422", "503"))
MOST = 60  # of the newest readings that are looked at


def _sessions() -> Sessions:
    return current_app.extensions["sessions"]


def _found(asked: CalibrateIn) -> tuple[list[log.Entry], Calibrated, list[Reading]]:
    look = looks_at()
    entries = readings_in(_sessions(), asked.set_id)
    read = [reading_of(look, photo_set, entry.told) for entry, photo_set in entries]
    return [entry for entry, _ in entries], calibrate(look, read, asked.wall), read


@calibrating.post("", responses={"200": CalibratedOut})
def found(body: CalibrateIn) -> Response:
    """What the readings say; nothing is changed."""
    entries, made, read = _found(body)
    texts = [FoundOut(text=t, figure=f, spread=s, told=k) for t, f, s, k in found_texts(made)]
    rows = [
        ResidualOut(
            id=entries[k.index].id, name=entries[k.index].name, before=k.before, after=k.after, outlier=k.outlier
        )
        for k in made.residuals
    ]
    same_room = 0
    if made.wall:
        kept = (open_set(_sessions(), e.id).file.set.room for e in list_sets(_sessions()) if e.readable)
        same_room = sum(room == read[0].photo_set.room for room in kept)
    return answer(CalibratedOut(found=texts, readings=rows, left=made.left, takes=takes_texts(made, same_room)))


@calibrating.post("/take", responses={"201": TakenOut})
def take(body: TakeIn) -> Response:
    """Puts it into kit and room."""
    _, made, read = _found(body)
    return answer(_taken(store.take(_sessions(), made, read[0].photo_set.room)), 201)


@calibrating.get("", responses={"200": CalibrationsOut})
def list_taken() -> Response:
    """All that were taken, the newest first."""
    return answer(CalibrationsOut(taken=[_taken(k) for k in store.calibrations(_sessions())]))


@calibrating.post("/<string:calibration_id>/undo", responses={"200": TakenOut})
def undo(path: CalibrationPath) -> Response:
    """Puts back what was before it."""
    return answer(_taken(store.undo(_sessions(), path.calibration_id)))


def _taken(k: store.Taken) -> TakenOut:
    texts = [f"{t.source}, {t.modifier or 'bare'}: {stops_text(t.after)}" for t in k.trims]
    if k.wall:
        sets = f"{len(k.wall.sets)} sets" if len(k.wall.sets) != 1 else "1 set"
        texts.append(f"{SURFACE_LABELS[k.wall.name]}: {k.wall.before:.2f} to {k.wall.after:.2f} in {sets}")
    return TakenOut(
        id=k.id, taken_at=k.taken_at.replace(tzinfo=UTC), undone=k.undone, texts=texts or ["nothing of the kit"]
    )
