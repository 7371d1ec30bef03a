"""The front end: its files, and its one page for every other address."""

from pathlib import Path

from flask import Blueprint, Response, abort, send_from_directory

STATIC = Path(__file__).parent / "static"
pages = Blueprint("pages", __name__)


@pages.get("/", defaults={"place": ""})
@pages.get("/<path:place>")
def page(place: str) -> Response:
    if place.startswith("api/"):
        abort(404, "There is nothing at this address.")
    if place and (STATIC / place).is_file():
        return send_from_directory(STATIC, place)
    if not (STATIC / "index.html").is_file():
        abort(503, "The front end has not been built: make setup.")
    return send_from_directory(STATIC, "index.html")
