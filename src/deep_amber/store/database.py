"""Opens the database: SQLite with a write-ahead log and foreign keys, migrated to the newest schema."""

from pathlib import Path
from typing import Any

from sqlalchemy import Engine, create_engine, event, inspect, text
from sqlalchemy.exc import DatabaseError
from sqlalchemy.orm import Session, sessionmaker

from .faults import DataFault, words_for

DATABASE_NAME = "deep-amber.sqlite"
NEWEST = "0007"
"""The last of the migrations."""


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


def is_newest(engine: Engine) -> bool:
    """Whether the schema is the one this program was written for."""
    with engine.connect() as connection:
        if not inspect(connection).has_table("alembic_version"):
            return False
        return connection.execute(text("SELECT version_num FROM alembic_version")).scalars().all() == [NEWEST]


def migrate(engine: Engine) -> None:
    """Brings the schema up to date; DataFault when it is a newer one."""
    if is_newest(engine):
        return
    from alembic import command  # only when there is something to do: loading it takes a quarter of a second
    from alembic.config import Config
    from alembic.util import CommandError

    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        try:
            command.upgrade(config, "head")
        except CommandError:
            raise DataFault(
                f"{engine.url.database} was written by a newer Deep Amber: this one does not read it"
            ) from None


def open_store(folder: Path) -> sessionmaker[Session]:
    """A migrated database in the data folder, as a maker of sessions.

    Raises DataFault, in words, for a folder or a database that cannot be used.
    """
    engine = open_engine(folder)
    place = folder / DATABASE_NAME
    try:
        migrate(engine)
    except DataFault:
        engine.dispose()
        raise
    except DatabaseError as error:
        engine.dispose()
        raise DataFault(f"{place}: {words_for(error)}") from None
    return sessionmaker(engine, expire_on_commit=False)
