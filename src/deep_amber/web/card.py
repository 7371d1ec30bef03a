"""The card of a set: as PDF, as SVG, on screen; and this time's readings against it."""

from datetime import UTC, datetime
from typing import Annotated, Literal

from annotated_types import MaxLen
from flask import Response, current_app
from pydantic import Field

from ..core.card.card import Card, card_of
from ..core.card.rebuilt import rebuilt
from ..core.model import Set
from ..core.presenting.card import CardText, card_text, rebuilt_texts
from ..core.presenting.drawing import drawing
from ..core.presenting.letters import letters_of
from ..core.problem import NotAccepted, Problem
from ..core.simulation.simulate import simulated
from ..core.units import DARK_APERTURE, metered_aperture_text, parse_metered
from ..formats.picture_file import jpeg_bytes
from ..formats.set_file import SetFile
from ..formats.sitter_file import sitter_of
from .answers import answer
from .described import file_of
from .pictures import PictureDesk
from .routes import Routes
from .scenes import on_shelf
from .schemas import Body, Out, SetPath

card = Routes("card", "/api/sets", ("404", "413", "422", "503"))


class CardIn(Out):
    paper: Literal["a4", "letter"] = "a4"
    feet: bool = False


class CardLightOut(Out):
    index: int
    letter: str
    name: str
    alone: str
    """By itself at the face, as the meter shows it."""


class CardOut(Out):
    lights: list[CardLightOut]
    """Those that can be read."""


class RebuiltIn(Body):
    read: dict[Annotated[int, Field(ge=0, le=7)], Annotated[str, MaxLen(20)]]
    """What the meter shows, by the index of the light that is on alone."""
    feet: bool = False


class RebuiltOut(Out):
    texts: list[str]


def _file(path: SetPath) -> SetFile:
    return on_shelf(path.set_id).file


def _made(photo_set: Set) -> tuple[Card, bytes]:
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.beside_picture(photo_set) as stages:
        return card_of(stages), jpeg_bytes(simulated(stages).picture, fine=True)


def _text(file: SetFile, made: Card, feet: bool) -> CardText:
    under = f"{datetime.now(UTC):%Y-%m-%d}, {file.set.sitter.who}"
    return card_text(made, file.name, under, file.notes, feet)


@card.get("/<string:set_id>/card", responses={"200": CardOut})
def card_lights(path: SetPath) -> Response:
    """What each light reads alone, by the card."""
    file = _file(path)
    made, _ = _made(file.set)
    letters = letters_of(file.set)
    rows = [
        CardLightOut(
            index=k.index, letter=letters[k.index], name=file.set.lights[k.index].name, alone=metered_aperture_text(k.alone)
        )
        for k in made.lights
        if k.alone >= DARK_APERTURE
    ]  # fmt: skip
    return answer(CardOut(lights=rows))


def _written(path: SetPath, query: CardIn, kind: str) -> Response:
    from ..formats.card_file import pdf_card, svg_card  # the library takes a tenth of a second to load

    file = _file(path)
    made, picture = _made(file.set)
    make = pdf_card if kind == "pdf" else svg_card
    raw = make(_text(file, made, query.feet), drawing(file.set, sitter_of(file.set)), picture, query.paper, query.feet)
    headers = {"Content-Disposition": f'inline; filename="card.{kind}"'}
    return Response(raw, mimetype={"pdf": "application/pdf", "svg": "image/svg+xml"}[kind], headers=headers)


@card.get("/<string:set_id>/card.pdf", responses={"200": file_of("application/pdf")})
def as_pdf(path: SetPath, query: CardIn) -> Response:
    """One page to build it again."""
    return _written(path, query, "pdf")


@card.get("/<string:set_id>/card.svg", responses={"200": file_of("image/svg+xml")})
def as_svg(path: SetPath, query: CardIn) -> Response:
    """The same as a drawing."""
    return _written(path, query, "svg")


@card.post("/<string:set_id>/card/rebuilt", responses={"200": RebuiltOut})
def read_again(path: SetPath, body: RebuiltIn) -> Response:
    """Which light stands off, and by about how much."""
    file, read = _file(path), {}
    for index, text in body.read.items():
        try:
            read[index] = parse_metered(text)
        except NotAccepted as refused:
            raise NotAccepted([Problem(f"read.{index}", p.message, p.accepted) for p in refused.problems]) from None
    made, _ = _made(file.set)
    texts = rebuilt_texts(file.set, rebuilt(made, read), body.feet)
    return answer(RebuiltOut(texts=texts or ["Nothing that could be read was typed."]))
