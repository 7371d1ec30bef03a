"""Frames of a set and pictures that were brought in: lines of the log with files beside the database."""

from pathlib import Path
from typing import Any

from sqlalchemy import select
from sqlalchemy.exc import IntegrityError

from ..core.model.set import Set
from .log import About, Entry, New, NoSuchEntry, add_entry, entry_of, entry_with
from .models import LogRow
from .sets import Sessions, open_set

FOLDER = "frames"
LISTED = 60  # of the newest frames of a set that are listed


def file_of_frame(folder: Path, frame_id: str, suffix: str) -> Path:
    """Where a frame's JPEG ("jpg") or the file as it came is kept."""
    return folder / FOLDER / f"{frame_id}.{suffix}"


def add_frame(
    sessions: Sessions, folder: Path, about: About, name: str, told: dict[str, Any], jpeg: bytes, dng: bytes | None,
    photo_set: Set | None = None,
) -> Entry:  # fmt: skip
    """Keeps a frame of the camera with its files; NoSuchSet when its set is not on the shelf."""
    open_set(sessions, about.set_id)
    made = New("frame", name, about, told, raw="dng" if dng is not None else "", photo_set=photo_set)
    return keep_with_files(sessions, folder, made, jpeg, dng)


def keep_with_files(sessions: Sessions, folder: Path, made: New, shown: bytes, as_it_came: bytes | None) -> Entry:
    """Keeps a line with its files; none of them is left where that fails."""
    written = [file_of_frame(folder, made.id, "jpg")]
    try:
        # Files first: a row never names a file that is not there.
        written[0].parent.mkdir(parents=True, exist_ok=True)
        written[0].write_bytes(shown)
        if as_it_came is not None:
            written.append(file_of_frame(folder, made.id, made.raw))
            written[-1].write_bytes(as_it_came)
        return add_entry(sessions, made)
    except BaseException:
        for path in written:
            path.unlink(missing_ok=True)
        raise


def keep_once(sessions: Sessions, folder: Path, made: New, shown: bytes, as_it_came: bytes) -> tuple[Entry, bool]:
    """Keeps a file that was brought in; the line there was, and True, where the same file is in the log already."""
    assert made.content
    there = entry_with(sessions, made.content)
    if there is not None:
        return there, True
    try:
        return keep_with_files(sessions, folder, made, shown, as_it_came), False
    except IntegrityError:  # the same file came at the same moment
        there = entry_with(sessions, made.content)
        if there is None:
            raise
        return there, True


def frames_of(sessions: Sessions, set_id: str) -> list[Entry]:
    """The newest frames of a set, the newest first; NoSuchSet when it is not on the shelf."""
    open_set(sessions, set_id)
    with sessions() as session:
        newest = select(LogRow.id).where(LogRow.set_id == set_id, LogRow.kind == "frame")
        ids = list(session.scalars(newest.order_by(LogRow.at.desc(), LogRow.name.desc()).limit(LISTED)))
    return [entry_of(sessions, k) for k in ids]


def frame_file(sessions: Sessions, folder: Path, frame_id: str, suffix: str) -> Path:
    """A frame's file; NoSuchEntry where there is none."""
    entry_of(sessions, frame_id)
    path = file_of_frame(folder, frame_id, suffix)
    if not path.exists():
        raise NoSuchEntry(frame_id)
    return path
