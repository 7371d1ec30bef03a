"""The server's log: slow requests with their duration, failures with their trace."""

import logging
import time

from flask import Flask, Response, g, request

SLOW = 3.0  # [s] from which a request is told
LOG = logging.getLogger("deep_amber")


def set_up_log() -> None:
    """Lines with time and level, on standard error."""
    logging.basicConfig(level=logging.INFO, format="%(asctime)s %(levelname)s %(message)s")
    logging.getLogger("alembic").setLevel(logging.WARNING)
    logging.getLogger("waitress.queue").setLevel(logging.ERROR)  # a few waiting pictures are nothing to tell


def log_requests(app: Flask) -> None:
    """Tells every request that took long, or that ended in a fault of ours."""

    @app.before_request
    def begin() -> None:
        g.began = time.perf_counter()

    @app.after_request
    def end(response: Response) -> Response:
        took = time.perf_counter() - g.get("began", time.perf_counter())
        if took >= SLOW or response.status_code >= 500:
            level = logging.ERROR if response.status_code >= 500 else logging.WARNING
            LOG.log(level, "%s %s %d %.2f s", request.method, request.path[:120], response.status_code, took)
        return response
