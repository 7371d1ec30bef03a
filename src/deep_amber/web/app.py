"""The application factory."""

from collections import OrderedDict
from pathlib import Path
from urllib.parse import urlsplit

from flask import Response, abort, request
from flask_openapi3 import Info, OpenAPI

from .. import __version__
from ..core.kit.owned import Kit
from ..core.model import Set
from ..core.simulation import SETTLED, Quality
from ..formats.counts import check_counts
from ..formats.own_json import LARGEST_FILE
from ..store.database import open_store
from ..store.ideas import clean_up
from .answers import invalid_body
from .begin import begin
from .bench import bench
from .devices import device_routes
from .errors import register_errors
from .expose import exposing
from .frames import frames
from .gear import gear
from .ideas import ideas
from .instruments import instruments
from .key import key
from .kit import kit
from .metering import metering
from .pages import pages
from .pictures import PictureDesk
from .request_log import log_requests
from .shelf import shelf
from .steps import steps
from .wish import wish

LOCAL_HOSTS = {"127.0.0.1", "localhost", "[::1]"}
# Styles are written by the component library at run time; everything else comes from our own files.
CONTENT_POLICY = (
    "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; font-src 'self' data:; "
    "connect-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'"
)


def _host_of(netloc: str) -> str:
    return netloc.rsplit(":", 1)[0] if netloc.rsplit(":", 1)[-1].isdigit() else netloc


def _same_origin(origin: str | None) -> bool:
    """Whether a request comes from a page of ours; one without an origin comes from no page."""
    try:
        return not origin or urlsplit(origin).netloc == request.host
    except ValueError:
        return False


def create_app(
    data_folder: Path, hosts: frozenset[str] = frozenset(), settled: Quality = SETTLED, described: bool = False
) -> OpenAPI:
    """The application on a data folder.

    Parameters
    ----------
    data_folder : holds the database; made when it is missing
    hosts : host names it answers to beside this machine's own
    settled : of pictures at rest
    described : whether its OpenAPI document is made, which takes seconds
    """
    app = OpenAPI(
        __name__,
        info=Info(title="Deep Amber", version=__version__),
        static_folder=None,
        validation_error_callback=invalid_body,
        doc_ui=False,  # the description is docs/openapi.json; no page of the framework is served
    )
    app.config["MAX_CONTENT_LENGTH"] = LARGEST_FILE
    app.extensions["folder"] = data_folder
    app.extensions["sessions"] = open_store(data_folder)
    clean_up(data_folder)
    app.extensions["pictures"] = PictureDesk(settled)
    app.extensions["thumbnails"] = OrderedDict()
    for routes in (
        shelf,
        bench,
        gear,
        kit,
        steps,
        key,
        wish,
        instruments,
        exposing,
        metering,
        device_routes,
        frames,
        begin,
        ideas,
    ):
        routes.register(app, described)
    app.register_blueprint(pages)
    register_errors(app)
    log_requests(app)
    allowed = LOCAL_HOSTS | hosts

    @app.before_request
    def only_from_here() -> None:
        """Another site's page must not reach the server through the user's browser."""
        if _host_of(request.host) not in allowed:
            abort(403, "This address is not served here.")
        changes = request.method not in ("GET", "HEAD", "OPTIONS")
        if changes and not _same_origin(request.headers.get("Origin")):
            abort(403, "A page of another address may not change anything here.")
        cross = request.headers.get("Sec-Fetch-Site") == "cross-site"
        if cross and (changes or request.path.startswith("/api")):
            abort(403, "A page of another site may not read or change anything here.")

    @app.before_request
    def not_too_many() -> None:
        """Lists are counted before their contents are looked at."""
        body = request.get_json(silent=True) if request.is_json and request.path.startswith("/api") else None
        if isinstance(body, dict):
            check_counts(Set, body.get("set"), "set")
            check_counts(Kit, body.get("kit"), "kit")
            file = body.get("file")
            check_counts(Set, file.get("set") if isinstance(file, dict) else None, "file.set")

    @app.after_request
    def safe_headers(response: Response) -> Response:
        response.headers["Content-Security-Policy"] = CONTENT_POLICY
        response.headers["X-Content-Type-Options"] = "nosniff"
        response.headers["Referrer-Policy"] = "no-referrer"
        if request.path.startswith("/api"):
            response.headers["Cache-Control"] = "no-store"
        return response

    return app
