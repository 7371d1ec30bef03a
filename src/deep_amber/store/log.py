"""The log: frames, pictures, readings and notes in the order of time, with what changed in the set between them."""

import json
import uuid
from collections.abc import Iterator
from dataclasses import asdict, dataclass, field
from datetime import datetime
from hashlib import sha256
from typing import Any, Literal

from sqlalchemy import Select, and_, or_, select
from sqlalchemy.orm import Session

from ..core.answer import Act
from ..core.model.set import Set
from ..core.sitting.changes import changes_between
from ..formats.set_file import new_file, parse_stored, write_set_file
from .models import LogRow, SetRow, SittingRow, StateRow
from .sets import NoSuchSet, Sessions, now

Kind = Literal["frame", "picture", "reading", "note"]
PAGE = 50
NOTE_LENGTH = 1000
AT_ONCE = 1000  # lines that are read at once where all are wanted


class NoSuchEntry(LookupError):
    """There is no line of that id in the log, or its file is gone."""


@dataclass(frozen=True)
class About:
    """What a line belongs to; empty for nothing."""

    set_id: str = ""
    sitting_id: str = ""
    look: str = ""


@dataclass(frozen=True)
class Entry:
    id: str
    kind: Kind
    at: datetime
    about: About
    sitter: str
    name: str
    told: dict[str, Any]
    raw: str
    note: str
    stars: int
    kept: bool | None
    changed: tuple[Act, ...]
    set_name: str = ""
    sitting_name: str = ""


@dataclass(frozen=True)
class New:
    """A line that is to be kept."""

    kind: Kind
    name: str
    about: About = About()
    told: dict[str, Any] = field(default_factory=dict)
    raw: str = ""
    note: str = ""
    content: str | None = None
    photo_set: Set | None = None
    """As it was."""
    id: str = field(default_factory=lambda: uuid.uuid4().hex)
    """Names its files."""


@dataclass(frozen=True)
class Wanted:
    """Which lines are looked for; what is empty is not asked for."""

    words: str = ""
    kind: Kind | Literal[""] = ""
    set_id: str = ""
    sitting_id: str = ""
    look: str = ""
    sitter: str = ""
    kept: bool | None = None
    stars: int = 0
    """At least."""
    since: datetime | None = None
    until: datetime | None = None


def _entry(row: LogRow, set_name: str | None, sitting_name: str | None) -> Entry:
    acts = tuple(Act(k["code"], k["figures"], k["named"]) for k in json.loads(row.changed))
    about = About(row.set_id or "", row.sitting_id or "", row.look)
    return Entry(
        row.id, row.kind, row.at, about, row.sitter, row.name, json.loads(row.told), row.raw, row.note, row.stars,  # type: ignore[arg-type]
        row.kept, acts, set_name or "", sitting_name or "",
    )  # fmt: skip


def _all() -> Select[LogRow, str, str]:
    return (
        select(LogRow, SetRow.name, SittingRow.name)
        .outerjoin(SetRow, SetRow.id == LogRow.set_id)
        .outerjoin(SittingRow, SittingRow.id == LogRow.sitting_id)
    )


def _searched(made: New, sitter: str, set_name: str, sitting_name: str, note: str) -> str:
    """In lower case, with the kit that is used."""
    gear = [k for light in made.photo_set.lights for k in (light.item, light.modifier_item)] if made.photo_set else []
    parts = [made.name, made.about.look, sitter, set_name, sitting_name, note, *sorted(set(gear))]
    return " ".join(filter(None, parts)).lower()


def _state_of(session: Session, photo_set: Set) -> str:
    document = write_set_file(new_file("as it was", photo_set)).decode()
    content = sha256(document.encode()).hexdigest()
    if session.get(StateRow, content) is None:
        session.add(StateRow(content=content, document=document))
        session.flush()
    return content


def _before(session: Session, made: New) -> Set | None:
    """The set as the line before of the same sitting had it, else of the same set."""
    about = made.about
    same = LogRow.sitting_id == about.sitting_id if about.sitting_id else LogRow.set_id == about.set_id
    newest = select(LogRow.state).where(same, LogRow.state.is_not(None)).order_by(LogRow.at.desc(), LogRow.id.desc())
    state = session.scalar(newest.limit(1))
    row = session.get(StateRow, state) if state else None
    return parse_stored(row.document).set if row else None


def _changes(session: Session, made: New) -> str:
    before = _before(session, made) if made.photo_set and (made.about.set_id or made.about.sitting_id) else None
    found = changes_between(before, made.photo_set) if before and made.photo_set else ()
    return json.dumps(
        [{"code": k.act.code, "figures": k.act.figures, "named": dict(k.act.named)} for k in found], sort_keys=True
    )


def add_entry(sessions: Sessions, made: New, at: datetime | None = None) -> Entry:
    """Keeps a line; NoSuchSet where its set is not on the shelf."""
    about = made.about
    with sessions.begin() as session:
        shelf = session.get(SetRow, about.set_id) if about.set_id else None
        if about.set_id and (shelf is None or shelf.deleted_at is not None):
            raise NoSuchSet(about.set_id)
        sitting = session.get(SittingRow, about.sitting_id) if about.sitting_id else None
        sitter = json.loads(sitting.document)["sitter"] if sitting else ""
        set_name, sitting_name = shelf.name if shelf else "", sitting.name if sitting else ""
        row = LogRow(
            id=made.id, kind=made.kind, at=at or now(), set_id=about.set_id or None,
            sitting_id=sitting.id if sitting else None, look=about.look, sitter=sitter, name=made.name,
            told=json.dumps(made.told), raw=made.raw, note=made.note, stars=0, kept=None,
            changed=_changes(session, made), state=_state_of(session, made.photo_set) if made.photo_set else None,
            words=_searched(made, sitter, set_name, sitting_name, made.note), content=made.content,
        )  # fmt: skip
        session.add(row)
        session.flush()
        return _entry(row, set_name, sitting_name)


def entry_of(sessions: Sessions, entry_id: str) -> Entry:
    """One line; NoSuchEntry where there is none."""
    with sessions() as session:
        found = session.execute(_all().where(LogRow.id == entry_id)).first()
        if found is None:
            raise NoSuchEntry(entry_id)
        return _entry(*found)


def entry_with(sessions: Sessions, content: str) -> Entry | None:
    """The line whose file has this hash; None where the file is new."""
    with sessions() as session:
        found = session.execute(_all().where(LogRow.content == content)).first()
        return _entry(*found) if found else None


def set_at(sessions: Sessions, entry_id: str) -> Set | None:
    """The set as it was at a line; None where none is kept."""
    with sessions() as session:
        row = session.get(LogRow, entry_id)
        state = session.get(StateRow, row.state) if row and row.state else None
        return parse_stored(state.document).set if state else None


def readings_in(sessions: Sessions, set_id: str = "", most: int = 60) -> list[tuple[Entry, Set]]:
    """The newest readings, of one set or of all, each with the set as it was."""
    found = []
    for entry in page_of(sessions, Wanted(kind="reading", set_id=set_id), most=most)[0]:
        photo_set = set_at(sessions, entry.id)
        if photo_set is not None:
            found.append((entry, photo_set))
    return found


def change_entry(sessions: Sessions, entry_id: str, **to: Any) -> Entry:
    """Another note, stars, kept or not, what is told; NoSuchEntry where there is none."""
    with sessions.begin() as session:
        row = session.get(LogRow, entry_id)
        if row is None:
            raise NoSuchEntry(entry_id)
        if "note" in to:
            row.words = " ".join(filter(None, [row.words.removesuffix(row.note.lower()).strip(), to["note"].lower()]))
        for name, value in to.items():
            setattr(row, name, json.dumps(value) if name == "told" else value)
    return entry_of(sessions, entry_id)


def _chosen(wanted: Wanted) -> list[Any]:
    asked: list[Any] = [LogRow.words.contains(k, autoescape=True) for k in wanted.words.lower().split()]
    asked += [
        getattr(LogRow, k) == getattr(wanted, k)
        for k in ("kind", "set_id", "sitting_id", "look", "sitter")
        if getattr(wanted, k)
    ]
    if wanted.kept is not None:
        asked.append(LogRow.kept.is_(wanted.kept))
    if wanted.stars:
        asked.append(LogRow.stars >= wanted.stars)
    if wanted.since:
        asked.append(LogRow.at >= wanted.since)
    if wanted.until:
        asked.append(LogRow.at < wanted.until)
    return asked


def page_of(sessions: Sessions, wanted: Wanted, after: str = "", most: int = PAGE) -> tuple[list[Entry], bool]:
    """Lines, the newest first, and whether there are more; `after` is the id of the last line of the page before."""
    with sessions() as session:
        asked = _chosen(wanted)
        last = session.get(LogRow, after) if after else None
        if last is not None:
            asked.append(or_(LogRow.at < last.at, and_(LogRow.at == last.at, LogRow.id < last.id)))
        query = _all().where(*asked).order_by(LogRow.at.desc(), LogRow.id.desc()).limit(most + 1)
        found = [_entry(*row) for row in session.execute(query)]
    return found[:most], len(found) > most


def all_of(sessions: Sessions, wanted: Wanted) -> Iterator[Entry]:
    """Every line that is looked for, the newest first."""
    after, more = "", True
    while more:
        page, more = page_of(sessions, wanted, after, AT_ONCE)
        yield from page
        after = page[-1].id if page else ""


def as_dict(entry: Entry) -> dict[str, Any]:
    """Flat, for tables."""
    made = asdict(entry)
    return {**{k: v for k, v in made.items() if k not in ("about", "changed")}, **made["about"]}
