"""The shelf: list, open, save, copy, rename, delete, restore, import and export of sets."""

from collections import OrderedDict
from datetime import UTC

from flask import Response, current_app, request

from ..core.model import Set
from ..core.problem import NotAccepted
from ..formats.picture_file import jpeg_bytes
from ..formats.set_file import check, problems_in_name, read_set_file, write_set_file
from ..store import sets as store
from ..store.ideas import copy_ideas
from .answers import answer, stored_out
from .described import file_of
from .routes import Routes
from .scenes import on_shelf
from .schemas import EntryOut, NameIn, SaveIn, SetPath, ShelfOut, StaleOut, StoredOut

shelf = Routes("shelf", "/api/sets", ("404", "413", "422"))

THUMBNAILS = 300  # kept, about 8 kB each


def _sessions() -> store.Sessions:
    return current_app.extensions["sessions"]


def _stored(stored: store.Stored, status: int = 200) -> Response:
    return answer(StoredOut(**stored_out(stored)), status)


@shelf.get("", responses={"200": ShelfOut})
def list_sets() -> Response:
    """All sets, the last changed first."""
    entries = store.list_sets(_sessions())
    return answer(
        ShelfOut(sets=[EntryOut(**vars(e) | {"changed_at": e.changed_at.replace(tzinfo=UTC)}) for e in entries])
    )


@shelf.post("", responses={"201": StoredOut})
def import_set() -> Response:
    """Puts a set file on the shelf: the request's body is the file, as exported."""
    return _stored(store.add_set(_sessions(), read_set_file(request.get_data())), 201)


@shelf.get("/<string:set_id>", responses={"200": StoredOut})
def open_set(path: SetPath) -> Response:
    """One set with its content; own readings of the kit apply to its lights from now on."""
    return _stored(on_shelf(path.set_id))


@shelf.put("/<string:set_id>", responses={"200": StoredOut, "409": StaleOut})
def save_set(path: SetPath, body: SaveIn) -> Response:
    """Saves over the version it was based on; a stale save is refused and kept beside it."""
    saver = store.Saver(body.tab, body.turn)
    return _stored(store.save_set(_sessions(), path.set_id, body.based_on, check(body.file), saver))


@shelf.delete("/<string:set_id>", responses={"204": None})
def delete_set(path: SetPath) -> Response:
    """Takes it off the shelf; restore undoes it."""
    store.delete_set(_sessions(), path.set_id)
    return Response(status=204)


@shelf.post("/<string:set_id>/restore", responses={"200": StoredOut})
def restore_set(path: SetPath) -> Response:
    """Undoes a deletion."""
    return _stored(store.restore_set(_sessions(), path.set_id))


@shelf.post("/<string:set_id>/copy", responses={"201": StoredOut})
def copy_set(path: SetPath) -> Response:
    """A copy beside it."""
    copied = store.copy_set(_sessions(), path.set_id)
    copy_ideas(_sessions(), path.set_id, copied.id)
    return _stored(copied, 201)


@shelf.post("/<string:set_id>/name", responses={"200": StoredOut})
def rename_set(path: SetPath, body: NameIn) -> Response:
    """Another name."""
    problems = list(problems_in_name(body.name))
    if problems:
        raise NotAccepted(problems)
    return _stored(store.rename_set(_sessions(), path.set_id, body.name.strip()))


@shelf.get("/<string:set_id>/file", responses={"200": file_of("application/json")})
def export_set(path: SetPath) -> Response:
    """The set file; as it is kept, in plain text, for a set that cannot be read."""
    name, document = store.document_of(_sessions(), path.set_id)
    try:
        content, kind = write_set_file(store.open_set(_sessions(), path.set_id).file), "application/json"
    except store.Unreadable:
        content, kind = document.encode(), "text/plain"
    plain = "".join(c if c.isalnum() and c.isascii() else "-" for c in name.lower()).strip("-") or "set"
    suffix = "json" if kind == "application/json" else "txt"
    headers = {"Content-Disposition": f'attachment; filename="{plain}.{suffix}"'}
    return Response(content, mimetype=kind, headers=headers)


@shelf.get("/<string:set_id>/thumbnail", responses={"200": file_of("image/jpeg")})
def thumbnail(path: SetPath) -> Response:
    """A small picture of the set, JPEG."""
    photo_set = store.open_set(_sessions(), path.set_id).file.set
    kept: OrderedDict[Set, bytes] = current_app.extensions["thumbnails"]
    if photo_set not in kept:
        kept[photo_set] = jpeg_bytes(current_app.extensions["pictures"].thumbnail(photo_set).picture, fine=True)
        while len(kept) > THUMBNAILS:
            kept.popitem(last=False)
    return Response(kept[photo_set], mimetype="image/jpeg")
