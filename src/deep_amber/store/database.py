"""Opens the database: SQLite with a write-ahead log and foreign keys, migrated to the newest schema."""

from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.util import CommandError
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.exc import DatabaseError
from sqlalchemy.orm import Session, sessionmaker

from .faults import DataFault, words_for

DATABASE_NAME = "deep-amber.sqlite"


def _set_pragmas(connection: Any, _record: object) -> None:
    cursor = connection.cursor()
    cursor.execute("PRAGMA journal_mode=WAL")
    cursor.execute("PRAGMA foreign_keys=ON")
    cursor.execute("PRAGMA busy_timeout=5000")
    cursor.close()


def open_engine(folder: Path) -> Engine:
    """The engine of the data folder's database; the folder is made when it is missing.

    Raises DataFault where it cannot be.
    """
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except FileExistsError:
        raise DataFault(f"{folder} is a file, not a folder for data") from None
    except OSError as error:
        raise DataFault(f"the data folder {folder} cannot be made: {(error.strerror or str(error)).lower()}") from None
    engine = create_engine(f"sqlite:///{folder / DATABASE_NAME}")
    event.listen(engine, "connect", _set_pragmas)
    return engine


def migrate(engine: Engine) -> None:
    """Brings the schema up to date."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")


def open_store(folder: Path) -> sessionmaker[Session]:
    """A migrated database in the data folder, as a maker of sessions.

    Raises DataFault, in words, for a folder or a database that cannot be used.
    """
    engine = open_engine(folder)
    place = folder / DATABASE_NAME
    try:
        migrate(engine)
    except CommandError:
        engine.dispose()
        raise DataFault(f"{place} was written by a newer Deep Amber: this one does not read it") from None
    except DatabaseError as error:
        engine.dispose()
        raise DataFault(f"{place}: {words_for(error)}") from None
    return sessionmaker(engine, expire_on_commit=False)
