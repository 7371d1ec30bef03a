"""Sets that are moved until they make a picture: how many moves and hints it took."""

from dataclasses import dataclass
from datetime import datetime
from hashlib import sha256

from sqlalchemy import select
from sqlalchemy.orm import Session

from ..core.model.set import Set
from ..formats.set_file import new_file, write_set_file
from .models import HandRow
from .sets import Sessions, now


class NoSuchHand(LookupError):
    """The set is not one that is moved until it makes a picture."""


@dataclass(frozen=True)
class Hand:
    set_id: str
    level: int
    seed: int
    begun_at: datetime
    moves: int
    hints: int
    done_at: datetime | None


def _content(photo_set: Set) -> str:
    return sha256(write_set_file(new_file("compared", photo_set))).hexdigest()


def _hand(row: HandRow) -> Hand:
    return Hand(row.set_id, row.level, row.seed, row.begun_at, row.moves, row.hints, row.done_at)


def _row(session: Session, set_id: str) -> HandRow:
    row = session.scalar(select(HandRow).where(HandRow.set_id == set_id))
    if row is None:
        raise NoSuchHand(set_id)
    return row


def begin_hand(sessions: Sessions, set_id: str, level: int, seed: int, photo_set: Set) -> Hand:
    """A set of the shelf is begun as practice."""
    with sessions.begin() as session:
        row = HandRow(
            set_id=set_id, level=level, seed=seed, begun_at=now(), moves=0, hints=0, content=_content(photo_set)
        )
        session.add(row)
        session.flush()
        return _hand(row)


def hand_of(sessions: Sessions, set_id: str) -> Hand:
    """What is known of it; NoSuchHand for a set that is no practice."""
    with sessions() as session:
        return _hand(_row(session, set_id))


def moved(sessions: Sessions, set_id: str, photo_set: Set, same: bool) -> tuple[Hand, bool]:
    """Counts a move where the set is another than when it was last compared; whether it is done by this for the first time."""
    with sessions.begin() as session:
        row, content = _row(session, set_id), _content(photo_set)
        if row.content != content and row.done_at is None:
            row.moves += 1
        row.content = content
        first = same and row.done_at is None
        if first:
            row.done_at = now()
        session.flush()
        return _hand(row), first


def hinted(sessions: Sessions, set_id: str) -> None:
    """Counts a hint."""
    with sessions.begin() as session:
        row = _row(session, set_id)
        row.hints += row.done_at is None
