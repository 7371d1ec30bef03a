"""What can be wrong with the data folder, in words."""

from sqlalchemy.exc import DatabaseError


class DataFault(Exception):
    """The data folder cannot be used; the message says why, in one line."""


def words_for(error: DatabaseError) -> str:
    """What the database complains of, for a person."""
    said = str(error.orig).lower()
    known = {
        "disk is full": "the disk is full",
        "locked": "the database is in use by another program",
        "not a database": "the database is damaged: it is no SQLite file",
        "malformed": "the database is damaged",
        "readonly": "the database may not be written to",
        "unable to open": "the database cannot be opened",
        "disk i/o": "the disk cannot be read or written",
    }
    return next((words for key, words in known.items() if key in said), f"the database says: {said[:100]}")
