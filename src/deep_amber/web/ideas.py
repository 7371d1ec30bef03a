"""Idea boards: own pictures with notes."""

from pathlib import Path
from typing import Annotated

from annotated_types import MaxLen
from flask import Response, current_app, request, send_file
from pydantic import Field

from ..formats.idea_picture import LARGEST_PICTURE, read_idea_picture
from ..store import ideas as store
from .answers import answer
from .described import file_of
from .routes import Routes
from .schemas import Body, Out, SetPath

ideas = Routes("ideas", "/api/sets", ("404", "413", "422"))
TOLERANCE = 1000  # bytes over the limit that are still read, so that the refusal can say how large the file is


class IdeaPath(SetPath):
    idea_id: Annotated[str, Field(max_length=32)]


class IdeaOut(Out):
    id: str
    width: int
    height: int
    note: str


class IdeasOut(Out):
    ideas: list[IdeaOut]


class NoteIn(Body):
    note: Annotated[str, MaxLen(store.NOTE_LENGTH)]


def _sessions() -> store.Sessions:
    return current_app.extensions["sessions"]


def _folder() -> Path:
    return current_app.extensions["folder"]


def _out(idea: store.Idea) -> IdeaOut:
    return IdeaOut(id=idea.id, width=idea.width, height=idea.height, note=idea.note)


@ideas.get("/<string:set_id>/ideas", responses={"200": IdeasOut})
def list_ideas(path: SetPath) -> Response:
    """The pictures on a set's board."""
    return answer(IdeasOut(ideas=[_out(i) for i in store.list_ideas(_sessions(), path.set_id)]))


@ideas.post("/<string:set_id>/ideas", responses={"201": IdeaOut})
def add_idea(path: SetPath) -> Response:
    """Puts a picture on the board: the request's body is the file, JPEG, PNG, WebP or HEIC."""
    request.max_content_length = LARGEST_PICTURE + TOLERANCE
    picture = read_idea_picture(request.get_data(cache=False))
    return answer(_out(store.add_idea(_sessions(), _folder(), path.set_id, picture)), 201)


@ideas.get("/<string:set_id>/ideas/<string:idea_id>/picture", responses={"200": file_of("image/jpeg")})
def idea_picture(path: IdeaPath) -> Response:
    """The picture, upright, JPEG."""
    found = next((i for i in store.list_ideas(_sessions(), path.set_id) if i.id == path.idea_id), None)
    if found is None:
        raise store.NoSuchIdea(path.idea_id)
    return send_file(store.shown_file(_folder(), found.picture).resolve(), mimetype="image/jpeg")


@ideas.put("/<string:set_id>/ideas/<string:idea_id>", responses={"200": IdeaOut})
def note_idea(path: IdeaPath, body: NoteIn) -> Response:
    """Another note on a picture."""
    return answer(_out(store.note_idea(_sessions(), path.set_id, path.idea_id, body.note.strip())))


@ideas.delete("/<string:set_id>/ideas/<string:idea_id>", responses={"204": None})
def remove_idea(path: IdeaPath) -> Response:
    """Takes a picture off the board; restore undoes it."""
    store.remove_idea(_sessions(), path.set_id, path.idea_id)
    return Response(status=204)


@ideas.post("/<string:set_id>/ideas/<string:idea_id>/restore", responses={"200": IdeaOut})
def restore_idea(path: IdeaPath) -> Response:
    """Undoes a removal."""
    return answer(_out(store.restore_idea(_sessions(), path.set_id, path.idea_id)))
