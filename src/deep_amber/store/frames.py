"""Frames of a set, their files beside the database."""

import json
import uuid
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path
from typing import Any

from sqlalchemy import select

from .models import FrameRow
from .sets import Sessions, now, row_of

FOLDER = "frames"
LISTED = 60  # of the newest frames of a set that are listed


@dataclass(frozen=True)
class Frame:
    id: str
    name: str
    told: dict[str, Any]
    raw: bool
    taken_at: datetime


class NoSuchFrame(LookupError):
    """There is no frame of that id, or its file is gone."""


def _frame(row: FrameRow) -> Frame:
    return Frame(row.id, row.name, json.loads(row.told), row.raw, row.taken_at)


def file_of_frame(folder: Path, frame_id: str, suffix: str) -> Path:
    """Where a frame's JPEG ("jpg") or raw ("dng") is kept."""
    return folder / FOLDER / f"{frame_id}.{suffix}"


def add_frame(
    sessions: Sessions, folder: Path, set_id: str, name: str, told: dict[str, Any], jpeg: bytes, dng: bytes | None
) -> Frame:
    """Keeps a frame with its files; NoSuchSet when its set is not on the shelf."""
    frame_id = uuid.uuid4().hex
    with sessions.begin() as session:
        row_of(session, set_id)
        # Files first: a row never names a file that is not there.
        (folder / FOLDER).mkdir(parents=True, exist_ok=True)
        file_of_frame(folder, frame_id, "jpg").write_bytes(jpeg)
        if dng is not None:
            file_of_frame(folder, frame_id, "dng").write_bytes(dng)
        row = FrameRow(
            id=frame_id, set_id=set_id, name=name, told=json.dumps(told), raw=dng is not None, taken_at=now()
        )
        session.add(row)
        return _frame(row)


def frames_of(sessions: Sessions, set_id: str) -> list[Frame]:
    """The newest frames of a set, the newest first; NoSuchSet when it is not on the shelf."""
    with sessions() as session:
        row_of(session, set_id)
        kept = (
            select(FrameRow).where(FrameRow.set_id == set_id).order_by(FrameRow.taken_at.desc(), FrameRow.name.desc())
        )
        return [_frame(row) for row in session.scalars(kept.limit(LISTED))]


def frame_file(sessions: Sessions, folder: Path, frame_id: str, suffix: str) -> Path:
    """A frame's file; NoSuchFrame where there is none."""
    with sessions() as session:
        row = session.get(FrameRow, frame_id)
    path = file_of_frame(folder, frame_id, suffix)
    if row is None or not path.exists():
        raise NoSuchFrame(frame_id)
    return path
