"""Sittings, how far each has come, and poses that are kept by name."""

import uuid
from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import select, update

from ..core.sitting.posing import Pose
from ..core.sitting.sitting import Sitting
from ..formats.sitting_document import pose_from, pose_json, sitting_from, sitting_json
from .models import PoseRow, SittingRow
from .sets import Sessions, now

MOST_POSES = 100


class NoSuchSitting(LookupError):
    """There is no sitting of that id."""


class NoSuchPose(LookupError):
    """There is no pose of that name."""


class TooManyPoses(Exception):
    """MOST_POSES are kept."""


@dataclass(frozen=True)
class StoredSitting:
    id: str
    version: int
    changed_at: datetime
    sitting: Sitting
    look: int
    """How far it has come: which look of the plan's order."""
    done: int
    """How many changes to that look are done."""


class StaleSitting(Exception):
    """The save was based on an older version; nothing was overwritten."""

    def __init__(self, present: StoredSitting):
        super().__init__("the sitting was changed elsewhere")
        self.present = present


def _stored(row: SittingRow) -> StoredSitting:
    return StoredSitting(row.id, row.version, row.changed_at, sitting_from(row.document), row.look, row.done)


def list_sittings(sessions: Sessions) -> list[StoredSitting]:
    """All, the newest date first."""
    with sessions() as session:
        kept = select(SittingRow).where(SittingRow.deleted_at.is_(None))
        rows = session.scalars(kept.order_by(SittingRow.date.desc(), SittingRow.changed_at.desc()))
        return [_stored(row) for row in rows]


def open_sitting(sessions: Sessions, sitting_id: str) -> StoredSitting:
    """One; NoSuchSitting when there is none."""
    with sessions() as session:
        row = session.get(SittingRow, sitting_id)
        if row is None or row.deleted_at is not None:
            raise NoSuchSitting(sitting_id)
        return _stored(row)


def add_sitting(sessions: Sessions, sitting: Sitting) -> StoredSitting:
    """Keeps a checked sitting."""
    with sessions.begin() as session:
        row = SittingRow(
            id=uuid.uuid4().hex, name=sitting.name, date=sitting.date, document=sitting_json(sitting), version=1, look=0,
            done=0, changed_at=now(),
        )  # fmt: skip
        session.add(row)
        session.flush()
        return _stored(row)


def save_sitting(sessions: Sessions, sitting_id: str, based_on: int, sitting: Sitting) -> StoredSitting:
    """Saves a checked sitting; StaleSitting when it has moved on from the version `based_on`."""
    open_sitting(sessions, sitting_id)
    with sessions.begin() as session:
        won = session.execute(
            update(SittingRow)
            .where(SittingRow.id == sitting_id, SittingRow.version == based_on)
            .values(name=sitting.name, date=sitting.date, document=sitting_json(sitting), version=based_on + 1, changed_at=now())
            .execution_options(synchronize_session=False)
        ).rowcount  # type: ignore[attr-defined]  # fmt: skip
    present = open_sitting(sessions, sitting_id)
    if not won:
        raise StaleSitting(present)
    return present


def come_to(sessions: Sessions, sitting_id: str, look: int, done: int) -> StoredSitting:
    """Keeps how far it has come."""
    open_sitting(sessions, sitting_id)
    with sessions.begin() as session:
        session.execute(update(SittingRow).where(SittingRow.id == sitting_id).values(look=look, done=done))
    return open_sitting(sessions, sitting_id)


def delete_sitting(sessions: Sessions, sitting_id: str, again: bool = False) -> None:
    """Takes it away; `again` puts it back. Its lines of the log stay."""
    with sessions.begin() as session:
        row = session.get(SittingRow, sitting_id)
        if row is None or (row.deleted_at is None) == again:
            raise NoSuchSitting(sitting_id)
        row.deleted_at = None if again else now()


def list_poses(sessions: Sessions) -> list[Pose]:
    """All that are kept, by name."""
    with sessions() as session:
        return [pose_from(row.document) for row in session.scalars(select(PoseRow).order_by(PoseRow.name))]


def keep_pose(sessions: Sessions, pose: Pose) -> None:
    """Keeps a checked pose; one of the same name is replaced. TooManyPoses when there is no room."""
    with sessions.begin() as session:
        session.merge(PoseRow(name=pose.name, document=pose_json(pose)))
        session.flush()
        if len(list(session.scalars(select(PoseRow.name)))) > MOST_POSES:
            raise TooManyPoses


def drop_pose(sessions: Sessions, name: str) -> None:
    """Takes a pose away; NoSuchPose when there is none."""
    with sessions.begin() as session:
        row = session.get(PoseRow, name)
        if row is None:
            raise NoSuchPose(name)
        session.delete(row)
