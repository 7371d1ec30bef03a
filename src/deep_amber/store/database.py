"""Opens the database: SQLite with a write-ahead log and foreign keys, migrated to the newest schema."""

from pathlib import Path

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.orm import Session, sessionmaker

DATABASE_NAME = "deep-amber.sqlite"


def _set_pragmas(connection, _record) -> None:
    cursor = connection.cursor()
    cursor.execute("PRAGMA journal_mode=WAL")
    cursor.execute("PRAGMA foreign_keys=ON")
    cursor.execute("PRAGMA busy_timeout=5000")
    cursor.close()


def open_engine(folder: Path) -> Engine:
    """The engine of the data folder's database; the folder is made when it is missing."""
    folder.mkdir(parents=True, exist_ok=True)
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
    """A migrated database in the data folder, as a maker of sessions."""
    engine = open_engine(folder)
    migrate(engine)
    return sessionmaker(engine, expire_on_commit=False)
