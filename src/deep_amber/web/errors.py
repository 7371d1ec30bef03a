"""Every failure answers with problems in words, never with a stack trace."""

import errno
from collections.abc import Callable
from http import HTTPStatus
from typing import Any

from flask import Flask, Response, current_app, request
from sqlalchemy.exc import DatabaseError
from werkzeug.exceptions import HTTPException, RequestEntityTooLarge

from ..core.problem import NotAccepted, Problem
from ..formats.idea_picture import PICTURE_TOO_LARGE
from ..formats.own_json import TOO_LARGE
from ..formats.real_picture import TOO_LARGE as REAL_TOO_LARGE
from ..store.calibrations import NoSuchCalibration
from ..store.faults import words_for
from ..store.hands import NoSuchHand
from ..store.ideas import MOST_IDEAS, BoardFull, NoSuchIdea
from ..store.kit import StaleKit
from ..store.log import NoSuchEntry
from ..store.sets import NoSuchSet, Stale, Unreadable
from ..store.sittings import MOST_POSES, NoSuchPose, NoSuchSitting, StaleSitting, TooManyPoses
from .answers import answer, refusal, stored_out
from .kit import kit_out
from .kit_schemas import StaleKitOut
from .pictures import Busy, Superseded
from .schemas import StaleOut, StoredOut
from .sittings import stale


def _said(message: str, accepted: str, status: int, field: str = "") -> Callable[[Any], Response]:
    """The same words whatever the failure holds."""
    return lambda _: refusal([Problem(field, message, accepted)], status)


def _stale(error: Stale) -> Response:
    present, kept = (StoredOut(**stored_out(k)) for k in (error.present, error.kept))
    return answer(StaleOut(present=present, kept=kept), HTTPStatus.CONFLICT)


def _database(error: DatabaseError) -> Response:
    current_app.logger.error("database: %s", error.orig)
    problem = Problem("", f"Nothing was changed: {words_for(error)}.", "")
    return refusal([problem], HTTPStatus.SERVICE_UNAVAILABLE)


def _busy(_: Busy) -> Response:
    problem = Problem("", "Too many pictures are being worked on. Try again.", "")
    made = refusal([problem], HTTPStatus.SERVICE_UNAVAILABLE)
    made.headers["Retry-After"] = "1"
    return made


def _too_large(_: RequestEntityTooLarge) -> Response:
    known = {"/ideas": PICTURE_TOO_LARGE, "/pictures": REAL_TOO_LARGE}
    problem = next((p for end, p in known.items() if request.path.endswith(end)), TOO_LARGE)
    return refusal([problem], HTTPStatus.REQUEST_ENTITY_TOO_LARGE)


def _other(error: HTTPException) -> Response:
    made = refusal([Problem("", f"{error.description or error.name}", "")], error.code or 500)
    methods = getattr(error, "valid_methods", None)
    if methods:
        made.headers["Allow"] = ", ".join(methods)
    return made


def _disk(error: OSError) -> Response:
    if error.errno != errno.ENOSPC:
        return _unexpected(error)
    return refusal(
        [Problem("", "The disk is full: nothing was kept.", "some room on the disk")], HTTPStatus.INSUFFICIENT_STORAGE
    )


def _unexpected(error: Exception) -> Response:
    current_app.logger.exception("unexpected", exc_info=error)
    message = "Something went wrong inside. Nothing was changed; the server's log has the details."
    return refusal([Problem("", message, "")], HTTPStatus.INTERNAL_SERVER_ERROR)


UNREADABLE = "This set cannot be read: it is damaged, or of a newer program. Export it as text, or delete it."
TOO_DEEP = "The body has too many lists and objects in each other."
GONE = HTTPStatus.NOT_FOUND
ANSWERS: dict[type[Exception], Callable[[Any], Response]] = {
    NotAccepted: lambda error: refusal(error.problems),
    NoSuchSet: _said("This set is not on the shelf any more.", "a set of the shelf", GONE),
    NoSuchIdea: _said("This picture is not on the board any more.", "a picture of the board", GONE),
    NoSuchEntry: _said("There is no such line in the log, or its file is gone.", "a line of the log", GONE),
    BoardFull: _said("The board is full.", f"at most {MOST_IDEAS} pictures a board", 422, "picture"),
    Unreadable: _said(UNREADABLE, "a set that can be read", 422),
    Stale: _stale,
    StaleKit: lambda error: answer(StaleKitOut(present=kit_out(error.present)), HTTPStatus.CONFLICT),
    Superseded: lambda _: Response(status=HTTPStatus.NO_CONTENT),
    Busy: _busy,
    DatabaseError: _database,
    StaleSitting: stale,
    NoSuchHand: _said("This set is no practice of the hand.", "a set that was begun from Practice", GONE),
    NoSuchSitting: _said("There is no such sitting any more.", "a sitting that is kept", GONE),
    NoSuchPose: _said("There is no pose of that name.", "a pose that is kept", GONE),
    TooManyPoses: _said("No more poses can be kept.", f"at most {MOST_POSES}", 422, "pose.name"),
    NoSuchCalibration: _said("There is no such calibration to undo.", "one that was taken and not undone", GONE),
    OSError: _disk,
    RecursionError: _said(TOO_DEEP, "a body as documented", HTTPStatus.BAD_REQUEST),
    RequestEntityTooLarge: _too_large,
    HTTPException: _other,
    Exception: _unexpected,
}


def register_errors(app: Flask) -> None:
    """Puts the answers in place."""
    for failure, handler in ANSWERS.items():
        app.register_error_handler(failure, handler)
