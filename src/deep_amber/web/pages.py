"""The front end: its files, and its one page for every other address."""

from pathlib import Path

from flask import Blueprint, Response, abort, current_app, redirect, send_from_directory
from werkzeug.wrappers import Response as BaseResponse

from ..store.sets import list_sets

STATIC = Path(__file__).parent / "static"
pages = Blueprint("pages", __name__)


@pages.get("/")
def first() -> BaseResponse:
    """The set that was changed last: a newcomer sees a finished set to pull about."""
    entries = list_sets(current_app.extensions["sessions"])
    return redirect(f"/set/{entries[0].id}" if entries else "/shelf")


@pages.get("/<path:place>")
def page(place: str) -> Response:
    if place.startswith("api/"):
        abort(404, "There is nothing at this address.")
    if (STATIC / place).is_file():
        return send_from_directory(STATIC, place)
    if not (STATIC / "index.html").is_file():
        abort(503, "The front end has not been built: make setup.")
    return send_from_directory(STATIC, "index.html")
