"""Answers and errors in one shape."""

from http import HTTPStatus

from flask import Flask, Response, request
from pydantic import BaseModel, ValidationError
from werkzeug.exceptions import HTTPException, RequestEntityTooLarge

from ..core.answer import Answer
from ..core.kit.owned import Kit
from ..core.model import Set
from ..core.problem import NotAccepted, Problem
from ..core.steps import answer_text
from ..formats.errors import problems_in
from ..formats.idea_picture import PICTURE_TOO_LARGE
from ..formats.own_json import TOO_LARGE
from ..store.ideas import NoSuchIdea
from ..store.kit import StaleKit
from ..store.sets import NoSuchSet, Stale
from .kit_schemas import StaleKitOut
from .pictures import Superseded
from .schemas import AnswerOut, ProblemOut, ProblemsOut, StaleOut


def answer(model: BaseModel, status: int = 200) -> Response:
    return Response(model.model_dump_json(), status, mimetype="application/json")


def answer_out(made: Answer, feet: bool) -> AnswerOut:
    """A mend or a way, in words."""
    return AnswerOut(
        text=answer_text(made, feet),
        set=made.photo_set,
        effort=made.effort,
        share=made.share,
        moves=made.moves,
        note=made.brings,
    )


def refusal(problems: list[Problem], status: int = 422) -> Response:
    out = [ProblemOut(field=p.field, message=p.message, accepted=p.accepted) for p in problems]
    return answer(ProblemsOut(problems=out), status)


def invalid_body(error: ValidationError) -> Response:
    """A body or path that does not fit its schema."""
    return refusal(problems_in(error, {"set": Set, "kit": Kit}))


def stored_out(stored) -> dict:
    return {
        "id": stored.id,
        "name": stored.name,
        "version": stored.version,
        "changed_at": stored.changed_at,
        "file": stored.file,
    }


def register_errors(app: Flask) -> None:
    """Every failure answers with problems in words, never with a stack trace."""

    @app.errorhandler(NotAccepted)
    def not_accepted(error: NotAccepted) -> Response:
        return refusal(error.problems)

    @app.errorhandler(NoSuchSet)
    def no_such_set(_: NoSuchSet) -> Response:
        return refusal(
            [Problem("", "This set is not on the shelf any more.", "a set of the shelf")], HTTPStatus.NOT_FOUND
        )

    @app.errorhandler(NoSuchIdea)
    def no_such_idea(_: NoSuchIdea) -> Response:
        return refusal(
            [Problem("", "This picture is not on the board any more.", "a picture of the board")], HTTPStatus.NOT_FOUND
        )

    @app.errorhandler(Stale)
    def stale(error: Stale) -> Response:
        return answer(StaleOut(present=stored_out(error.present), kept=stored_out(error.kept)), HTTPStatus.CONFLICT)  # type: ignore[arg-type]

    @app.errorhandler(StaleKit)
    def stale_kit(error: StaleKit) -> Response:
        from .kit import kit_out

        return answer(StaleKitOut(present=kit_out(error.present)), HTTPStatus.CONFLICT)

    @app.errorhandler(Superseded)
    def superseded(_: Superseded) -> Response:
        return Response(status=HTTPStatus.NO_CONTENT)

    @app.errorhandler(RequestEntityTooLarge)
    def too_large(_: RequestEntityTooLarge) -> Response:
        return refusal(
            [PICTURE_TOO_LARGE if request.path.endswith("/ideas") else TOO_LARGE], HTTPStatus.REQUEST_ENTITY_TOO_LARGE
        )

    @app.errorhandler(HTTPException)
    def other(error: HTTPException) -> Response:
        return refusal([Problem("", f"{error.description or error.name}", "")], error.code or 500)

    @app.errorhandler(Exception)
    def unexpected(error: Exception) -> Response:
        app.logger.exception("unexpected", exc_info=error)
        message = "Something went wrong inside. Nothing was changed; the server's log has the details."
        return refusal([Problem("", message, "")], HTTPStatus.INTERNAL_SERVER_ERROR)
