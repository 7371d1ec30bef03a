"""Answers and errors in one shape."""

import base64
from datetime import UTC
from typing import Any

from flask import Response
from pydantic import BaseModel, ValidationError

from ..core.answer import Answer
from ..core.kit.owned import Kit
from ..core.model import Set
from ..core.problem import Problem
from ..core.steps import answer_text
from ..formats.errors import problems_in
from ..store.sets import Stored
from .schemas import AnswerOut, ProblemOut, ProblemsOut


def answer(model: BaseModel, status: int = 200) -> Response:
    return Response(model.model_dump_json(), status, mimetype="application/json")


def jpeg_address(jpeg: bytes) -> str:
    """A picture as an address that holds it."""
    return f"data:image/jpeg;base64,{base64.b64encode(jpeg).decode()}"


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


def stored_out(stored: Stored) -> dict[str, Any]:
    return {
        "id": stored.id,
        "name": stored.name,
        "version": stored.version,
        "changed_at": stored.changed_at.replace(tzinfo=UTC),
        "file": stored.file,
    }
