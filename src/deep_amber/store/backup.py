"""One file with everything: the database as it is at one moment, and every picture beside it.

The file is a ZIP with a list of what is in it and the SHA-256 of each part. It is written while the program runs; a damaged one
is refused whole, before anything is touched.
"""

import json
import shutil
import sqlite3
import tempfile
import zipfile
from collections.abc import Iterator
from contextlib import closing
from datetime import datetime
from hashlib import file_digest
from pathlib import Path

from filelock import FileLock, Timeout

from .database import DATABASE_NAME, NEWEST, open_store
from .faults import DataFault
from .frames import FOLDER as FRAMES
from .ideas import FOLDER as PICTURES

LIST = "deep-amber-backup.json"
FORMAT, VERSION = "deep-amber-backup", 1
LOCK = "in-use.lock"


class BadBackup(ValueError):
    """The file is no whole backup; the message says why, and nothing was changed."""


def in_use(folder: Path) -> FileLock:
    """The lock that a running server holds on its data folder."""
    return FileLock(folder / LOCK)


def _pictures(folder: Path) -> Iterator[Path]:
    for name in (FRAMES, PICTURES):
        # A name of two suffixes of which the last is long is a write that is under way (store/ideas.py).
        yield from sorted(k for k in (folder / name).glob("*") if k.is_file() and len(k.suffix) < 10)


def _hash(path: Path) -> str:
    with path.open("rb") as file:
        return file_digest(file, "sha256").hexdigest()


def back_up(folder: Path, to: Path) -> int:
    """Writes everything of a data folder into one file; gives how many parts there are.

    Raises DataFault where there is no database, OSError where the file cannot be written; a file that was there stays then.
    """
    if not (folder / DATABASE_NAME).is_file():
        raise DataFault(f"{folder} holds no data of Deep Amber")
    with tempfile.TemporaryDirectory(dir=to.parent, prefix=".backup-") as beside:
        copy, made = Path(beside) / DATABASE_NAME, Path(beside) / "backup.zip"
        with closing(sqlite3.connect(folder / DATABASE_NAME)) as source, closing(sqlite3.connect(copy)) as target:
            source.backup(target)
            target.execute("PRAGMA journal_mode=DELETE")
        # Pictures after the database: a line of the log never names a file that came later than it.
        parts = {DATABASE_NAME: copy} | {str(k.relative_to(folder)): k for k in _pictures(folder)}
        told = {name: _hash(path) for name, path in parts.items()}
        with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED, compresslevel=1) as archive:
            archive.writestr(LIST, json.dumps({"format": FORMAT, "version": VERSION, "schema": NEWEST, "parts": told}))
            for name, path in parts.items():
                kind = zipfile.ZIP_DEFLATED if name == DATABASE_NAME else zipfile.ZIP_STORED
                archive.write(path, name, kind)
        made.replace(to)
    return len(parts)


def restore(backup: Path, folder: Path, at: datetime) -> Path | None:
    """Puts a backup in the place of a data folder; what was there is kept beside it, and its place is given.

    Raises BadBackup for what is no whole backup, DataFault for a folder in use; nothing is changed then.
    """
    folder.parent.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory(dir=folder.parent, prefix=".restore-") as beside:
        fresh = Path(beside) / "data"
        _unpacked(backup, fresh)
        kept = None
        if folder.exists():
            lock = in_use(folder)
            try:
                lock.acquire(timeout=0)
            except Timeout:
                raise DataFault(f"{folder} is in use: stop the server first") from None
            lock.release()
            if any(k.name != LOCK for k in folder.iterdir()):
                kept = folder.with_name(f"{folder.name}-before-{at:%Y%m%d-%H%M%S}")
                folder.replace(kept)
            else:
                shutil.rmtree(folder)
        fresh.replace(folder)
    return kept


def _unpacked(backup: Path, into: Path) -> None:
    try:
        with zipfile.ZipFile(backup) as archive:
            told = json.loads(archive.read(LIST))
            if told.get("format") != FORMAT:
                raise BadBackup(f"{backup} is no backup of Deep Amber")
            if told.get("version") != VERSION or str(told.get("schema", "")) > NEWEST:
                raise BadBackup(f"{backup} was written by a newer Deep Amber: this one does not read it")
            for name, wanted in told["parts"].items():
                _part(archive, name, wanted, into, backup)
    except (zipfile.BadZipFile, KeyError, ValueError, EOFError, NotImplementedError) as error:
        if isinstance(error, BadBackup):
            raise
        raise BadBackup(f"{backup} is damaged or no backup: nothing was changed") from None
    _opened(into, backup)


def _part(archive: zipfile.ZipFile, name: str, wanted: str, into: Path, backup: Path) -> None:
    parts = Path(name).parts
    if (
        ".." in parts
        or len(parts) > 2
        or (len(parts) == 2 and parts[0] not in (FRAMES, PICTURES))
        or (len(parts) == 1 and name != DATABASE_NAME)
    ):
        raise BadBackup(f"{backup} holds {name[:60]!r}, which is none of ours")
    path = into / name
    path.parent.mkdir(parents=True, exist_ok=True)
    with archive.open(name) as source, path.open("wb") as target:
        shutil.copyfileobj(source, target)
    if _hash(path) != wanted:
        raise BadBackup(f"{backup} is damaged at {name}: nothing was changed")


def _opened(folder: Path, backup: Path) -> None:
    """Whether the database in it can be used, brought to the newest schema."""
    if not (folder / DATABASE_NAME).is_file():
        raise BadBackup(f"{backup} holds no database")
    try:
        with closing(sqlite3.connect(folder / DATABASE_NAME)) as database:
            whole = database.execute("PRAGMA integrity_check").fetchone()[0]
    except sqlite3.DatabaseError:
        whole = ""
    if whole != "ok":
        raise BadBackup(f"{backup} holds a damaged database: nothing was changed")
    open_store(folder).kw["bind"].dispose()
