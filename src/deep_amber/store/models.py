"""Tables."""

from datetime import datetime

from sqlalchemy import Boolean, DateTime, ForeignKey, Integer, String, Text
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


class FrameRow(Base):
    """A frame that a camera took of a set. Its files are beside the database, named by its id."""

    __tablename__ = "frames"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    set_id: Mapped[str] = mapped_column(ForeignKey("sets.id", ondelete="CASCADE"), index=True)
    name: Mapped[str] = mapped_column(String(80))
    """On the camera's card."""
    told: Mapped[str] = mapped_column(Text)
    """JSON: what the camera told of it, and what was found in it."""
    raw: Mapped[bool] = mapped_column(Boolean, default=False)
    """Whether there is a raw file too."""
    taken_at: Mapped[datetime] = mapped_column(DateTime, index=True)
