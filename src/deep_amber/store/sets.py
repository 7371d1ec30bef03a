"""Operations on the sets of the shelf. Each opens and commits its own transaction."""

import uuid
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import lru_cache

from sqlalchemy import and_, case, false, or_, select, update
from sqlalchemy.orm import Session, sessionmaker

from ..formats.set_file import NAME_LENGTH, SetFile, parse_stored, write_set_file
from .models import SetRow

Sessions = sessionmaker[Session]


@dataclass(frozen=True)
class Entry:
    """A set on the shelf, without its content."""

    id: str
    name: str
    version: int
    changed_at: datetime
    readable: bool = True
    """Whether this program can read it."""


@dataclass(frozen=True)
class Stored:
    """A set on the shelf with its content."""

    id: str
    name: str
    version: int
    changed_at: datetime
    file: SetFile


class Unreadable(ValueError):
    """A set on the shelf that this program cannot read; it can still be exported as text, and deleted."""


class NoSuchSet(LookupError):
    """There is no set of that id on the shelf."""


class Stale(Exception):
    """The save was based on an older version. Nothing was overwritten; the refused file is kept as `kept`."""

    def __init__(self, present: Stored, kept: Stored):
        super().__init__("the set was changed elsewhere")
        self.present, self.kept = present, kept


def now() -> datetime:
    """As the tables keep it: UTC without a zone."""
    return datetime.now(UTC).replace(tzinfo=None)


def _stored(row: SetRow) -> Stored:
    return Stored(row.id, row.name, row.version, row.changed_at, _file_of(row))


def _file_of(row: SetRow) -> SetFile:
    # The store only ever holds checked files, so they are parsed without the checks of an import.
    try:
        return parse_stored(row.document)
    except (ValueError, RecursionError) as error:
        raise Unreadable(row.id) from error


def row_of(session: Session, set_id: str, deleted: bool = False) -> SetRow:
    """The row of a set on the shelf, or of one taken off it; NoSuchSet when there is none."""
    row = session.get(SetRow, set_id)
    if row is None or (row.deleted_at is not None) != deleted:
        raise NoSuchSet(set_id)
    return row


def _added(session: Session, file: SetFile) -> SetRow:
    at = now()
    row = SetRow(
        id=uuid.uuid4().hex,
        name=file.name,
        document=write_set_file(file).decode(),
        version=1,
        created_at=at,
        changed_at=at,
    )
    session.add(row)
    return row


def free_name(session: Session, wanted: str) -> str:
    """The wanted name, with a number behind it when it stands on the shelf already."""
    taken = set(session.scalars(select(SetRow.name).where(SetRow.deleted_at.is_(None))))
    if wanted not in taken:
        return wanted
    for number in range(2, len(taken) + 3):
        tail = f" ({number})"
        name = wanted[: NAME_LENGTH - len(tail)] + tail
        if name not in taken:
            return name
    raise AssertionError("more numbers than names")


@lru_cache(maxsize=4096)
def _readable(document: str) -> bool:
    try:
        parse_stored(document)
    except (ValueError, RecursionError):
        return False
    return True


def list_sets(sessions: Sessions) -> list[Entry]:
    """All sets on the shelf, the last changed first; those that cannot be read are marked."""
    with sessions() as session:
        columns = (SetRow.id, SetRow.name, SetRow.version, SetRow.changed_at, SetRow.document)
        kept = select(*columns).where(SetRow.deleted_at.is_(None)).order_by(SetRow.changed_at.desc(), SetRow.name)
        return [Entry(*row[:4], _readable(row[4])) for row in session.execute(kept)]


def document_of(sessions: Sessions, set_id: str) -> tuple[str, str]:
    """Name and text of a set's file as it is kept, whether it can be read or not."""
    with sessions() as session:
        row = row_of(session, set_id)
        return row.name, row.document


def open_set(sessions: Sessions, set_id: str) -> Stored:
    """The set; NoSuchSet when it is not on the shelf."""
    with sessions() as session:
        return _stored(row_of(session, set_id))


def add_set(sessions: Sessions, file: SetFile) -> Stored:
    """Puts a checked file on the shelf, under a name that is free."""
    with sessions.begin() as session:
        row = _added(session, file.model_copy(update={"name": free_name(session, file.name)}))
        session.flush()
        return _stored(row)


@dataclass(frozen=True)
class Saver:
    """A tab that saves, and which of its saves this is."""

    tab: str = ""
    """Empty for one that does not say."""
    turn: int = 0


def save_set(sessions: Sessions, set_id: str, based_on: int, file: SetFile, saver: Saver = Saver()) -> Stored:
    """Saves a checked file over the set.

    Raises Stale when the set has moved on from the version `based_on` by another hand than the saver's: the shelf's
    version stays as it is and the refused file is kept beside it under a name of its own. A tab's own saves never
    stand in each other's way, whichever comes first: the newest of them is kept.
    """
    document = write_set_file(file).decode()
    with sessions.begin() as session:
        row_of(session, set_id)
        own = and_(SetRow.saver == saver.tab, SetRow.saver_from <= based_on) if saver.tab else false()
        # One statement compares and writes, so two tabs cannot both win.
        won = session.execute(
            update(SetRow)
            .where(SetRow.id == set_id, or_(SetRow.version == based_on, and_(own, SetRow.saver_turn < saver.turn)))
            .values(
                name=file.name,
                document=document,
                version=SetRow.version + 1,
                changed_at=now(),
                saver=saver.tab,
                saver_from=case((own, SetRow.saver_from), else_=SetRow.version),
                saver_turn=saver.turn,
            )
            .execution_options(synchronize_session=False)
        ).rowcount  # type: ignore[attr-defined]
        session.expire_all()
        row = row_of(session, set_id)
        if won or (saver.tab and row.saver == saver.tab and row.saver_from <= based_on):
            return _stored(row)
        other = file.model_copy(update={"name": free_name(session, f"{file.name[: NAME_LENGTH - 14]}, other tab")})
        kept = _added(session, other)
        session.flush()
        present, kept_entry = _stored(row), _stored(kept)
    raise Stale(present, kept_entry)


def copy_set(sessions: Sessions, set_id: str) -> Stored:
    """A copy beside the set."""
    return add_set(sessions, open_set(sessions, set_id).file)


def rename_set(sessions: Sessions, set_id: str, name: str) -> Stored:
    """The set under another (checked) name."""
    stored = open_set(sessions, set_id)
    return save_set(sessions, set_id, stored.version, stored.file.model_copy(update={"name": name}))


def delete_set(sessions: Sessions, set_id: str) -> None:
    """Takes the set off the shelf; `restore_set` undoes it."""
    with sessions.begin() as session:
        row_of(session, set_id).deleted_at = now()


def restore_set(sessions: Sessions, set_id: str) -> Stored:
    """Undoes a deletion."""
    with sessions.begin() as session:
        row = row_of(session, set_id, deleted=True)
        row.deleted_at = None
        return _stored(row)
