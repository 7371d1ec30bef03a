"""Corrections of kit and room that were taken, and taken back."""

import json
import uuid
from dataclasses import asdict, dataclass, replace
from datetime import datetime

from sqlalchemy import select

from ..core.calibration.calibrate import Calibrated
from ..core.kit.owned import Kit
from ..core.kit.readings import with_calibrated
from ..core.model.room import Room
from ..core.model.set import with_surfaces
from .kit import open_kit, save_kit
from .models import CalibrationRow, SetRow
from .sets import Sessions, list_sets, now, open_set, save_set


class NoSuchCalibration(LookupError):
    """There is no calibration of that id that could be undone."""


@dataclass(frozen=True)
class TrimTaken:
    source: str
    modifier: str
    before: float | None
    """That the kit had; None for none."""
    after: float


@dataclass(frozen=True)
class WallTaken:
    name: str
    before: float
    after: float
    sets: tuple[str, ...]
    """Ids of the sets in that room, all of which were changed."""


@dataclass(frozen=True)
class Taken:
    id: str
    taken_at: datetime
    undone: bool
    trims: tuple[TrimTaken, ...]
    wall: WallTaken | None


def _taken(row: CalibrationRow) -> Taken:
    told = json.loads(row.document)
    wall = told["wall"]
    made = WallTaken(wall["name"], wall["before"], wall["after"], tuple(wall["sets"])) if wall else None
    return Taken(row.id, row.taken_at, row.undone_at is not None, tuple(TrimTaken(**k) for k in told["trims"]), made)


def calibrations(sessions: Sessions) -> list[Taken]:
    """All that were ever taken, the newest first."""
    with sessions() as session:
        return [_taken(row) for row in session.scalars(select(CalibrationRow).order_by(CalibrationRow.taken_at.desc()))]


def _kept_trim(kit: Kit, source: str, modifier: str) -> float | None:
    item = next((k for k in kit.sources if k.name == source), None)
    return next((t.trim for t in item.trims if t.modifier == modifier), None) if item else None


def take(sessions: Sessions, found: Calibrated, room: Room) -> Taken:
    """Puts trims into the kit and the wall into every set of the same room; what was before it is kept for undoing."""
    stored = open_kit(sessions)
    owned, kit, trims = {k.name for k in stored.kit.sources}, stored.kit, []
    for k in found.trims:
        if k.of_kit and k.told and k.source in owned:
            trims.append(TrimTaken(k.source, k.modifier, _kept_trim(kit, k.source, k.modifier), k.trim))
            kit = with_calibrated(kit, k.source, k.modifier, k.trim)
    if trims:
        save_kit(sessions, stored.version, kit)
    wall = None
    if found.wall and found.wall.told:
        ids = _put_wall(sessions, room, found.wall.name, found.wall.reflectance)
        wall = WallTaken(found.wall.name, found.wall.was, found.wall.reflectance, tuple(ids))
    row = CalibrationRow(
        id=uuid.uuid4().hex, taken_at=now(),
        document=json.dumps({"trims": [asdict(k) for k in trims], "wall": asdict(wall) if wall else None}),
    )  # fmt: skip
    with sessions.begin() as session:
        session.add(row)
    return _taken(row)


def _put_wall(
    sessions: Sessions, room: Room, name: str, reflectance: float, only: tuple[str, ...] | None = None
) -> list[str]:
    """Puts a wall's reflectance into every set of the shelf that is in that room; gives their ids."""
    made = []
    for entry in list_sets(sessions):
        if not entry.readable or (only is not None and entry.id not in only):
            continue
        stored = open_set(sessions, entry.id)
        surfaces = stored.file.set.room.surfaces
        if stored.file.set.room == room:
            surface = replace(getattr(surfaces, name), reflectance=round(reflectance, 3))
            file = stored.file.model_copy(update={"set": with_surfaces(stored.file.set, **{name: surface})})
            save_set(sessions, entry.id, stored.version, file)
            made.append(entry.id)
    return made


def undo(sessions: Sessions, calibration_id: str) -> Taken:
    """Puts back what was before it, where nothing else has changed it since; NoSuchCalibration for none, or one undone already."""
    with sessions() as session:
        row = session.get(CalibrationRow, calibration_id)
    if row is None or row.undone_at is not None:
        raise NoSuchCalibration(calibration_id)
    taken, stored = _taken(row), open_kit(sessions)
    kit = stored.kit
    for k in taken.trims:
        now_there = _kept_trim(kit, k.source, k.modifier)
        if now_there is not None and abs(now_there - k.after) < 0.006:
            kit = with_calibrated(kit, k.source, k.modifier, k.before)
    if kit != stored.kit:
        save_kit(sessions, stored.version, kit)
    if taken.wall:
        _undo_wall(sessions, taken.wall)
    with sessions.begin() as session:
        found = session.get(CalibrationRow, calibration_id)
        assert found is not None
        found.undone_at = now()
        session.flush()
        return _taken(found)


def _undo_wall(sessions: Sessions, wall: WallTaken) -> None:
    with sessions() as session:
        there = {k for k in wall.sets if (row := session.get(SetRow, k)) is not None and row.deleted_at is None}
    for set_id in there:
        room = open_set(sessions, set_id).file.set.room
        if abs(getattr(room.surfaces, wall.name).reflectance - wall.after) < 0.0006:
            _put_wall(sessions, room, wall.name, wall.before, (set_id,))
