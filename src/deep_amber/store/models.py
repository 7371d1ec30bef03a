"""Tables."""

from datetime import datetime

from sqlalchemy import Boolean, DateTime, Float, ForeignKey, Index, Integer, String, Text
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    pass


class SetRow(Base):
    """A set on the shelf. `document` is its set file; `version` counts its saves."""

    __tablename__ = "sets"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    document: Mapped[str] = mapped_column(Text)
    version: Mapped[int] = mapped_column(Integer, default=1)
    created_at: Mapped[datetime] = mapped_column(DateTime)
    changed_at: Mapped[datetime] = mapped_column(DateTime, index=True)
    deleted_at: Mapped[datetime | None] = mapped_column(DateTime, default=None, index=True)
    saver: Mapped[str] = mapped_column(String(64), default="")
    """The tab that saved last; empty for none that said so."""
    saver_from: Mapped[int] = mapped_column(Integer, default=0)
    """Version that its unbroken row of saves began from."""
    saver_turn: Mapped[int] = mapped_column(Integer, default=0)
    """The newest of its saves; an older one that comes later has nothing to add."""


class KitRow(Base):
    """What the photographer owns; the table has one row. `document` is the kit file."""

    __tablename__ = "kit"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    document: Mapped[str] = mapped_column(Text)
    version: Mapped[int] = mapped_column(Integer, default=1)


class IdeaRow(Base):
    """A picture on a set's idea board. The picture's files are beside the database, named by `picture`, their content."""

    __tablename__ = "ideas"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    set_id: Mapped[str] = mapped_column(ForeignKey("sets.id", ondelete="CASCADE"), index=True)
    picture: Mapped[str] = mapped_column(String(64))
    suffix: Mapped[str] = mapped_column(String(8))
    width: Mapped[int] = mapped_column(Integer)
    height: Mapped[int] = mapped_column(Integer)
    note: Mapped[str] = mapped_column(String(500), default="")
    added_at: Mapped[datetime] = mapped_column(DateTime)
    removed_at: Mapped[datetime | None] = mapped_column(DateTime, default=None)


class DeviceRow(Base):
    """Where a device answers: camera, trigger, hand meter."""

    __tablename__ = "devices"

    kind: Mapped[str] = mapped_column(String(20), primary_key=True)
    address: Mapped[str] = mapped_column(String(120))
    """Host and port; empty for the stand-in that this program starts."""
    on: Mapped[bool] = mapped_column(Boolean, default=True)


class SittingRow(Base):
    """Several looks on one date. `document` is what is planned; `version` counts its saves."""

    __tablename__ = "sittings"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    name: Mapped[str] = mapped_column(String(80))
    date: Mapped[str] = mapped_column(String(10))
    document: Mapped[str] = mapped_column(Text)
    version: Mapped[int] = mapped_column(Integer, default=1)
    look: Mapped[int] = mapped_column(Integer, default=0)
    """How far it has come, in the order of the plan: the look that is worked on."""
    done: Mapped[int] = mapped_column(Integer, default=0)
    """Changes to that look that are done."""
    changed_at: Mapped[datetime] = mapped_column(DateTime)
    deleted_at: Mapped[datetime | None] = mapped_column(DateTime, default=None)


class PoseRow(Base):
    """A pose that was kept by name."""

    __tablename__ = "poses"

    name: Mapped[str] = mapped_column(String(60), primary_key=True)
    document: Mapped[str] = mapped_column(Text)


class StateRow(Base):
    """A set as it was when something of the log was made, named by its content."""

    __tablename__ = "states"

    content: Mapped[str] = mapped_column(String(64), primary_key=True)
    document: Mapped[str] = mapped_column(Text)


class CalibrationRow(Base):
    """A correction of kit and room that was taken; what was before it is in `document`."""

    __tablename__ = "calibrations"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    document: Mapped[str] = mapped_column(Text)
    taken_at: Mapped[datetime] = mapped_column(DateTime)
    undone_at: Mapped[datetime | None] = mapped_column(DateTime, default=None)


class LogRow(Base):
    """A line of the log: a frame of the camera, a picture that was brought in, a reading, a note. Files are beside the
    database, named by its id."""

    __tablename__ = "log"
    __table_args__ = (
        Index("ix_log_at", "at", "id"),
        Index("ix_log_set", "set_id", "at", "id"),
        Index("ix_log_sitting", "sitting_id", "at", "id"),
    )

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    kind: Mapped[str] = mapped_column(String(10))
    at: Mapped[datetime] = mapped_column(DateTime)
    set_id: Mapped[str | None] = mapped_column(ForeignKey("sets.id", ondelete="CASCADE"), default=None)
    sitting_id: Mapped[str | None] = mapped_column(ForeignKey("sittings.id", ondelete="SET NULL"), default=None)
    look: Mapped[str] = mapped_column(String(80), default="")
    sitter: Mapped[str] = mapped_column(String(80), default="")
    name: Mapped[str] = mapped_column(String(120))
    """Of the file on the camera's card, or of what was read."""
    told: Mapped[str] = mapped_column(Text, default="{}")
    """JSON: what is known of it."""
    raw: Mapped[str] = mapped_column(String(8), default="")
    """Suffix of the file as it came, beside the JPEG that is shown; empty where there is none."""
    note: Mapped[str] = mapped_column(Text, default="")
    stars: Mapped[int] = mapped_column(Integer, default=0)
    kept: Mapped[bool | None] = mapped_column(Boolean, default=None)
    changed: Mapped[str] = mapped_column(Text, default="[]")
    """JSON: what changed in the set since the line before of the same set or sitting."""
    state: Mapped[str | None] = mapped_column(ForeignKey("states.content"), default=None)
    words: Mapped[str] = mapped_column(Text, default="")
    """What is searched, in lower case."""
    content: Mapped[str | None] = mapped_column(String(64), unique=True, default=None)
    """Hash of a file that was brought in."""


class AttemptRow(Base):
    """An answer that was marked in practice."""

    __tablename__ = "attempts"
    __table_args__ = (Index("ix_attempts_at", "at"),)

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    at: Mapped[datetime] = mapped_column(DateTime)
    kind: Mapped[str] = mapped_column(String(10))
    level: Mapped[int] = mapped_column(Integer)
    seed: Mapped[int] = mapped_column(Integer)
    marks: Mapped[str] = mapped_column(Text)
    """JSON: skill to mark."""
    total: Mapped[float] = mapped_column(Float)
    seconds: Mapped[float] = mapped_column(Float)


class HandRow(Base):
    """A set that is moved until it makes the picture of a task."""

    __tablename__ = "hands"

    set_id: Mapped[str] = mapped_column(ForeignKey("sets.id", ondelete="CASCADE"), primary_key=True)
    level: Mapped[int] = mapped_column(Integer)
    seed: Mapped[int] = mapped_column(Integer)
    begun_at: Mapped[datetime] = mapped_column(DateTime)
    moves: Mapped[int] = mapped_column(Integer, default=0)
    hints: Mapped[int] = mapped_column(Integer, default=0)
    content: Mapped[str] = mapped_column(String(64), default="")
    """Hash of the set as it was last compared."""
    done_at: Mapped[datetime | None] = mapped_column(DateTime, default=None)
