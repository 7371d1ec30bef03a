"""Idea boards: own pictures with notes, the files beside the database and named by their content."""

import re
import uuid
from dataclasses import dataclass
from hashlib import sha256
from pathlib import Path

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from ..formats.idea_picture import IdeaPicture
from .models import IdeaRow
from .sets import Sessions, now, row_of

FOLDER = "pictures"
MOST_IDEAS = 60
NOTE_LENGTH = 500


@dataclass(frozen=True)
class Idea:
    id: str
    picture: str
    """Names its files."""
    width: int
    height: int
    note: str


class NoSuchIdea(LookupError):
    """There is no idea of that id on the set's board."""


class BoardFull(Exception):
    """The board holds MOST_IDEAS pictures."""


def _idea(row: IdeaRow) -> Idea:
    return Idea(row.id, row.picture, row.width, row.height, row.note)


def shown_file(folder: Path, picture: str) -> Path:
    """The upright JPEG of a picture."""
    return folder / FOLDER / f"{picture}.shown.jpg"


def _write(path: Path, content: bytes) -> None:
    if path.exists():
        return
    path.parent.mkdir(parents=True, exist_ok=True)
    whole = path.with_suffix(f".{uuid.uuid4().hex}")
    whole.write_bytes(content)
    whole.rename(path)


def list_ideas(sessions: Sessions, set_id: str) -> list[Idea]:
    """The pictures on a set's board, as they were added; NoSuchSet when it is not on the shelf."""
    with sessions() as session:
        row_of(session, set_id)
        kept = select(IdeaRow).where(IdeaRow.set_id == set_id, IdeaRow.removed_at.is_(None)).order_by(IdeaRow.added_at)
        return [_idea(row) for row in session.scalars(kept)]


def add_idea(sessions: Sessions, folder: Path, set_id: str, picture: IdeaPicture) -> Idea:
    """Puts a picture on a set's board; NoSuchSet when it is not on the shelf, BoardFull when there are enough."""
    name = sha256(picture.original).hexdigest()
    with sessions.begin() as session:
        row_of(session, set_id)
        # Files first: a row never names a file that is not there.
        _write(folder / FOLDER / f"{name}.{picture.suffix}", picture.original)
        _write(shown_file(folder, name), picture.shown)
        row = IdeaRow(
            id=uuid.uuid4().hex,
            set_id=set_id,
            picture=name,
            suffix=picture.suffix,
            width=picture.width,
            height=picture.height,
            note="",
            added_at=now(),
        )
        session.add(row)
        _not_too_many(session, set_id)
        return _idea(row)


def _not_too_many(session: Session, set_id: str) -> None:
    """Counts after writing, when nobody else can write: two at once cannot both be the last that fits."""
    session.flush()
    here = select(func.count()).where(IdeaRow.set_id == set_id, IdeaRow.removed_at.is_(None))
    if (session.scalar(here) or 0) > MOST_IDEAS:
        raise BoardFull


def clean_up(folder: Path) -> None:
    """Removes what a write that was cut short has left."""
    for path in (folder / FOLDER).glob("*"):
        if re.fullmatch(r"\.[0-9a-f]{32}", path.suffix):
            path.unlink(missing_ok=True)


def _row(session: Session, set_id: str, idea_id: str) -> IdeaRow:
    row = session.get(IdeaRow, idea_id)
    if row is None or row.set_id != set_id:
        raise NoSuchIdea(idea_id)
    return row


def note_idea(sessions: Sessions, set_id: str, idea_id: str, note: str) -> Idea:
    """Another note on a picture."""
    with sessions.begin() as session:
        row = _row(session, set_id, idea_id)
        row.note = note
        return _idea(row)


def remove_idea(sessions: Sessions, set_id: str, idea_id: str) -> None:
    """Takes a picture off the board; `restore_idea` undoes it. Its files stay."""
    with sessions.begin() as session:
        _row(session, set_id, idea_id).removed_at = now()


def restore_idea(sessions: Sessions, set_id: str, idea_id: str) -> Idea:
    """Undoes a removal; BoardFull when the board has been filled since."""
    with sessions.begin() as session:
        row = _row(session, set_id, idea_id)
        row.removed_at = None
        _not_too_many(session, set_id)
        return _idea(row)


def copy_ideas(sessions: Sessions, from_set: str, to_set: str) -> None:
    """The same pictures and notes on another set's board."""
    with sessions.begin() as session:
        rows = session.scalars(select(IdeaRow).where(IdeaRow.set_id == from_set, IdeaRow.removed_at.is_(None)))
        for row in list(rows):
            session.add(
                IdeaRow(
                    id=uuid.uuid4().hex,
                    set_id=to_set,
                    picture=row.picture,
                    suffix=row.suffix,
                    width=row.width,
                    height=row.height,
                    note=row.note,
                    added_at=row.added_at,
                )
            )
