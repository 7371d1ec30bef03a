"""The one kit of the shelf's owner, kept as its file with a version."""

from dataclasses import dataclass

from sqlalchemy import update

from ..core.kit.owned import Kit
from ..formats.kit_file import KitFile, write_kit_file
from .models import KitRow
from .sets import Sessions

ONLY = 1


@dataclass(frozen=True)
class StoredKit:
    version: int
    """Counts its saves; 0 before the first."""
    kit: Kit


class StaleKit(Exception):
    """The save was based on an older version; nothing was overwritten."""

    def __init__(self, present: StoredKit):
        super().__init__("the kit was changed elsewhere")
        self.present = present


def open_kit(sessions: Sessions) -> StoredKit:
    """The kit; an empty one before anything is kept."""
    with sessions() as session:
        row = session.get(KitRow, ONLY)
        return StoredKit(row.version, KitFile.model_validate_json(row.document).kit) if row else StoredKit(0, Kit())


def save_kit(sessions: Sessions, based_on: int, kit: Kit) -> StoredKit:
    """Saves a checked kit; StaleKit when it has moved on from the version `based_on`."""
    document = write_kit_file(kit).decode()
    with sessions.begin() as session:
        if based_on == 0 and session.get(KitRow, ONLY) is None:
            session.add(KitRow(id=ONLY, document=document, version=1))
            return StoredKit(1, kit)
        won = session.execute(
            update(KitRow)
            .where(KitRow.id == ONLY, KitRow.version == based_on)
            .values(document=document, version=based_on + 1)
            .execution_options(synchronize_session=False)
        ).rowcount  # type: ignore[attr-defined]
    if not won:
        raise StaleKit(open_kit(sessions))
    return StoredKit(based_on + 1, kit)
