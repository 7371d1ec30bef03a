"""The application factory."""

from collections import OrderedDict
from pathlib import Path
from urllib.parse import urlsplit

from flask import Response, abort, request
from flask_openapi3 import Info, OpenAPI

from .. import __version__
from ..formats.own_json import LARGEST_FILE
from ..store.database import open_store
from .answers import invalid_body, register_errors
from .begin import begin
from .bench import bench
from .gear import gear
from .ideas import ideas
from .key import key
from .kit import kit
from .pages import pages
from .pictures import PictureDesk
from .shelf import shelf
from .steps import steps

LOCAL_HOSTS = {"127.0.0.1", "localhost", "[::1]"}
# Styles are written by the component library at run time; everything else comes from our own files.
CONTENT_POLICY = (
    "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; font-src 'self' data:; "
    "connect-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'"
)


def _host_of(netloc: str) -> str:
    return netloc.rsplit(":", 1)[0] if netloc.rsplit(":", 1)[-1].isdigit() else netloc


def create_app(data_folder: Path, hosts: frozenset[str] = frozenset()) -> OpenAPI:
    """The application on a data folder.

    Parameters
    ----------
    data_folder : holds the database; made when it is missing
    hosts : host names it answers to beside this machine's own
    """
    app = OpenAPI(
        __name__,
        info=Info(title="Deep Amber", version=__version__),
        static_folder=None,
        validation_error_callback=invalid_body,
    )
    app.config["MAX_CONTENT_LENGTH"] = LARGEST_FILE
    app.extensions["folder"] = data_folder
    app.extensions["sessions"] = open_store(data_folder)
    app.extensions["pictures"] = PictureDesk()
    app.extensions["thumbnails"] = OrderedDict()
    app.register_api(shelf)
    app.register_api(bench)
    app.register_api(gear)
    app.register_api(kit)
    app.register_api(steps)
    app.register_api(key)
    app.register_api(begin)
    app.register_api(ideas)
    app.register_blueprint(pages)
    register_errors(app)
    allowed = LOCAL_HOSTS | hosts

    @app.before_request
    def only_from_here() -> None:
        """Another site's page must not reach the server through the user's browser."""
        if _host_of(request.host) not in allowed:
            abort(403, "This address is not served here.")
        origin = request.headers.get("Origin")
        if request.method not in ("GET", "HEAD", "OPTIONS") and origin and urlsplit(origin).netloc != request.host:
            abort(403, "A page of another address may not change anything here.")

    @app.after_request
    def safe_headers(response: Response) -> Response:
        response.headers["Content-Security-Policy"] = CONTENT_POLICY
        response.headers["X-Content-Type-Options"] = "nosniff"
        response.headers["Referrer-Policy"] = "no-referrer"
        if request.path.startswith("/api"):
            response.headers["Cache-Control"] = "no-store"
        return response

    return app
