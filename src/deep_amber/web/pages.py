"""The front end: its files, and its one page for every other address."""

from pathlib import Path

from flask import Blueprint, Response, abort, current_app, redirect, request, send_from_directory
from werkzeug.exceptions import MethodNotAllowed
from werkzeug.security import safe_join
from werkzeug.wrappers import Response as BaseResponse

from ..store.sets import list_sets

STATIC = Path(__file__).parent / "static"
pages = Blueprint("pages", __name__)


LONGEST_NAME = 200  # letters of an address that may be a file of ours


@pages.get("/")
def first() -> BaseResponse:
    """The set that was changed last: a newcomer sees a finished set to move about."""
    entries = [e for e in list_sets(current_app.extensions["sessions"]) if e.readable]
    return redirect(f"/set/{entries[0].id}" if entries else "/shelf")


@pages.get("/<path:place>")
def page(place: str) -> Response:
    """A file of the front end, else its one page."""
    if place.startswith("api/"):
        others = _methods_of(place)
        if others:
            raise MethodNotAllowed(sorted(others))
        abort(404, "There is nothing at this address.")
    file = safe_join(str(STATIC), place) if len(place) <= LONGEST_NAME else None
    if file and Path(file).is_file():
        return send_from_directory(STATIC, place)
    if not (STATIC / "index.html").is_file():
        abort(503, "The front end has not been built: make setup.")
    return send_from_directory(STATIC, "index.html")


def _methods_of(place: str) -> set[str]:
    """Methods that an address takes, when it is not read."""
    adapter = current_app.url_map.bind_to_environ(request.environ)
    return {m for m in ("POST", "PUT", "DELETE") if adapter.test(f"/{place}", m)}
