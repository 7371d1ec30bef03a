"""The first visit: an own room, backdrop, sitter and framed camera from a few answers."""

from dataclasses import replace
from typing import Annotated

from annotated_types import MaxLen
from flask import Response

from ..core import units
from ..core.brief.starting import IN_FEET, USUAL, Answers, starting_set
from ..core.framing.framings import FRAMINGS
from ..core.model.finishes import BACKDROPS, WALLS
from ..core.model.limits import interval_of, interval_text
from ..core.model.room import Room
from ..core.presenting.say import length_text
from ..core.problem import NotAccepted, Problem
from ..formats.set_file import SetFile, new_file
from ..formats.sitter_file import known_sitters, load_sitter
from .answers import answer
from .routes import Routes
from .scenes import sound
from .schemas import Body, Out
from .steps import lenses_of_kit

begin = Routes("begin", "/api", ("413", "422", "503"))
Text = Annotated[str, MaxLen(40)]
FIRST_NAME = "My room"
SIZES = ("width", "depth", "height")


class BeginIn(Body):
    width: Text
    """As typed, with any unit."""
    depth: Text
    height: Text
    walls: Text
    backdrop: Text
    who: Text
    framing: Text
    feet: bool = False
    """Whether the fields show feet: a number alone is in what is shown, feet or metres."""


class BeginOut(Out):
    file: SetFile


class AskedOut(Out):
    """What can be answered, and what is usual."""

    usual: dict[str, str]
    """Answers to start from."""
    usual_in_feet: dict[str, str]

    walls: list[str]
    backdrops: list[str]
    framings: list[str]


def _sizes(body: BeginIn) -> dict[str, float]:
    """The room's sizes [m]; raises NotAccepted naming every one that cannot be."""
    found, problems = {}, []
    for field in SIZES:
        limit = interval_of(Room, field)
        assert limit is not None
        try:
            found[field] = units.parse_length(getattr(body, field), "ft" if body.feet else "m")
        except NotAccepted as refused:
            problems += [replace(p, field=field) for p in refused.problems]
            continue
        if not limit.ge <= found[field] <= limit.le:  # type: ignore[operator]
            problems.append(Problem(field, f"{length_text(found[field])} cannot be", f"{interval_text(limit)} m"))
    if problems:
        raise NotAccepted(problems)
    return found


@begin.get("/begin", responses={"200": AskedOut})
def asked() -> Response:
    """The named finishes, materials and framings to choose from."""
    return answer(
        AskedOut(
            usual=USUAL,
            usual_in_feet=USUAL | IN_FEET,
            walls=list(WALLS),
            backdrops=list(BACKDROPS),
            framings=list(FRAMINGS),
        )
    )


@begin.post("/begin", responses={"200": BeginOut})
def begun(body: BeginIn) -> Response:
    """A set from the answers, not yet on the shelf."""
    if body.who not in known_sitters():
        raise NotAccepted([Problem("who", f"{body.who!r} is not a known sitter", " or ".join(known_sitters()))])
    answers = Answers(**_sizes(body), walls=body.walls, backdrop=body.backdrop, framing=body.framing)
    made = sound(starting_set(answers, load_sitter(body.who), lenses_of_kit(owned_only=True)))
    return answer(BeginOut(file=new_file(FIRST_NAME, made)))
