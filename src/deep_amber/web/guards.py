"""What is looked at before any request is answered: where it comes from, how much it holds; and headers that keep a page safe."""

from urllib.parse import urlsplit

from flask import Flask, Response, abort, request

from ..core.kit.owned import Kit
from ..core.model import Set
from ..formats.counts import check_counts
from .lan import Lan, guard, is_loopback

LOCAL_HOSTS = frozenset({"127.0.0.1", "localhost", "[::1]"})
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


def register_guards(app: Flask, allowed: frozenset[str] | set[str], lan: Lan | None) -> None:
    """Puts them in place; allowed : host names of this machine; lan : pairs other devices, None refuses them all."""

    @app.before_request
    def only_from_here() -> None:
        """Another site's page must not reach the server through the user's browser."""
        host = _host_of(request.host)
        if lan is not None and not (is_loopback(request.remote_addr) and host in LOCAL_HOSTS):
            guard(lan, request, host)
        elif not is_loopback(request.remote_addr) or host not in allowed:
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
        response.headers.setdefault("Content-Security-Policy", CONTENT_POLICY)
        response.headers["X-Content-Type-Options"] = "nosniff"
        response.headers.setdefault("Referrer-Policy", "no-referrer")
        if request.path.startswith("/api"):
            response.headers["Cache-Control"] = "no-store"
        return response
