"""The log: its lines, pictures brought in, notes, what is kept, and all of it as a table."""

import csv
import io
from collections.abc import Iterator
from datetime import date, datetime, time, timedelta
from hashlib import sha256
from pathlib import Path

from flask import Response, current_app, request, send_file

from ..formats.real_picture import LARGEST, read_real_picture
from ..store import log as store
from ..store.frames import frame_file, keep_once
from ..store.sets import Sessions
from .answers import answer
from .described import file_of
from .log_schemas import ChangeEntryIn, EntryPath, ImportedOut, ImportIn, LogEntryOut, LogIn, LogNoteIn, LogOut
from .log_told import entry_out, tags_out
from .routes import Routes
from .scenes import on_shelf

log = Routes("log", "/api/log", ("404", "413", "422"))
TOLERANCE = 1000  # bytes over the limit that are still read, so that the refusal can say how large the file is
COLUMNS = ("at", "kind", "name", "sitting", "look", "set", "sitter", "kept", "stars", "changed", "told", "note")
FORMULA = ("=", "+", "-", "@", "\t", "\r")  # a table program would work them out


def _sessions() -> Sessions:
    return current_app.extensions["sessions"]


def _folder() -> Path:
    return current_app.extensions["folder"]


def wanted_of(asked: LogIn) -> store.Wanted:
    """As the store has it."""
    kept = {"": None, "yes": True, "no": False}[asked.kept]
    since = datetime.combine(asked.since, time()) if asked.since else None
    until = (
        datetime.combine(asked.until, time()) + timedelta(days=1) if asked.until and asked.until < date.max else None
    )
    return store.Wanted(
        asked.words,
        asked.kind,
        asked.set_id,
        asked.sitting_id,
        asked.look,
        asked.sitter,
        kept,
        asked.stars,
        since,
        until,
    )


@log.get("", responses={"200": LogOut})
def list_log(query: LogIn) -> Response:
    """A page of lines, the newest first."""
    page, more = store.page_of(_sessions(), wanted_of(query), query.after)
    return answer(LogOut(entries=[entry_out(k, query.feet) for k in page], more=more))


@log.get("/table", responses={"200": file_of("text/csv")})
def table(query: LogIn) -> Response:
    """Every line that is looked for, as CSV."""
    headers = {"Content-Disposition": 'attachment; filename="log.csv"'}
    lines = (entry_out(k, query.feet) for k in store.all_of(_sessions(), wanted_of(query)))
    return Response(_csv(lines), mimetype="text/csv", headers=headers)


def _csv(lines: Iterator[LogEntryOut]) -> Iterator[str]:
    text = io.StringIO()
    writer = csv.writer(text, lineterminator="\n")
    writer.writerow(COLUMNS)
    for k in lines:
        kept = "" if k.kept is None else "yes" if k.kept else "no"
        row = (
            k.at.isoformat(), k.kind, k.name, k.sitting_name, k.look, k.set_name, k.sitter, kept, str(k.stars),
            "; ".join(k.changed), "; ".join(k.told), k.note,
        )  # fmt: skip
        writer.writerow([f"'{c}" if c.startswith(FORMULA) else c for c in row])
        yield text.getvalue()
        text.seek(0)
        text.truncate()
    yield text.getvalue()


@log.post("/pictures", responses={"200": ImportedOut, "201": ImportedOut})
def bring_in(query: ImportIn) -> Response:
    """Puts a picture into the log: the request's body is the file. The same file twice is one line."""
    request.max_content_length = LARGEST + TOLERANCE
    raw = request.get_data(cache=False)
    content = sha256(raw).hexdigest()
    there = store.entry_with(_sessions(), content)
    if there is not None:
        return answer(ImportedOut(entry=entry_out(there, query.feet), again=True))
    picture = read_real_picture(raw)
    about = store.About(query.set_id, query.sitting_id, query.look)
    told = {
        "tags": tags_out(picture.tags).model_dump(), "width": picture.size[0], "height": picture.size[1], "of_sensor": picture.raw,
    }  # fmt: skip
    photo_set = on_shelf(query.set_id).file.set if query.set_id else None
    made = store.New(
        "picture", query.name or "picture", about, told, picture.suffix if picture.suffix != "jpg" else "jpeg",
        content=content, photo_set=photo_set,
    )  # fmt: skip
    entry, again = keep_once(_sessions(), _folder(), made, picture.shown, raw)
    return answer(ImportedOut(entry=entry_out(entry, query.feet), again=again), 200 if again else 201)


@log.post("/notes", responses={"201": LogEntryOut})
def add_note(body: LogNoteIn) -> Response:
    """A line of words alone."""
    about = store.About(body.set_id, body.sitting_id)
    return answer(
        entry_out(store.add_entry(_sessions(), store.New("note", "note", about, note=body.note.strip()))), 201
    )


@log.get("/<string:entry_id>", responses={"200": LogEntryOut})
def one_entry(path: EntryPath) -> Response:
    """One line."""
    return answer(entry_out(store.entry_of(_sessions(), path.entry_id)))


@log.put("/<string:entry_id>", responses={"200": LogEntryOut})
def change_entry(path: EntryPath, body: ChangeEntryIn) -> Response:
    """Kept or not, stars, a note; what is not sent stays."""
    to = body.model_dump(exclude_unset=True, exclude={"feet"})
    return answer(entry_out(store.change_entry(_sessions(), path.entry_id, **to), body.feet))


@log.get("/<string:entry_id>/picture", responses={"200": file_of("image/jpeg")})
def entry_picture(path: EntryPath) -> Response:
    """The JPEG that is shown."""
    found = frame_file(_sessions(), _folder(), path.entry_id, "jpg")
    return send_file(found.resolve(), mimetype="image/jpeg")


@log.get("/<string:entry_id>/file", responses={"200": file_of("application/octet-stream")})
def entry_file(path: EntryPath) -> Response:
    """The file as it came."""
    entry = store.entry_of(_sessions(), path.entry_id)
    found = frame_file(_sessions(), _folder(), path.entry_id, entry.raw or "jpg")
    kind = "application/octet-stream"
    return send_file(
        found.resolve(), mimetype=kind, download_name=f"{entry.id}.{entry.raw or 'jpg'}", as_attachment=True
    )
