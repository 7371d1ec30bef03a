"""Practice of the hand: a set on the bench is moved until it makes the picture that is shown."""

import random
from typing import Annotated

from flask import Response, current_app
from pydantic import Field

from ..core.eye.hand import SKILLS, beginning, hint, mark_of, matched
from ..core.eye.progress import Attempt
from ..core.model import Set
from ..core.presenting.eye import hint_text, match_text
from ..formats.picture_file import jpeg_bytes
from ..formats.set_file import new_file
from ..formats.sitter_file import known_sitters
from ..store import hands as store
from ..store.practice import keep_attempt
from ..store.schedule import days_of
from ..store.sets import add_set, now
from .answers import answer, jpeg_address
from .pictures import PictureDesk
from .planning import own_kit
from .practising import LONGEST, MOST_SEEDS, SHOWN, task_of
from .routes import Routes
from .scenes import sound
from .schemas import Body, Out

hands = Routes("hands", "/api/practice/hand", ("404", "413", "422", "503"))


class BeginHandIn(Body):
    level: Annotated[int, Field(ge=1, le=5)] = 1
    seed: Annotated[int, Field(ge=0, le=MOST_SEEDS)] | None = None


class HandPath(Out):
    set_id: Annotated[str, Field(max_length=32)]


class BegunHandOut(Out):
    set_id: str


class HandOut(Out):
    level: int
    target: str
    """The picture to be made, as a data address."""
    moves: int
    hints: int
    done: bool


class HandsOut(Out):
    hand: HandOut | None
    """None for a set that is no practice."""


class MatchIn(Body):
    set: Set


class HintIn(MatchIn):
    feet: bool = False


class MatchOut(Out):
    same: bool
    text: str
    differs: float | None
    """Of the light on the face [stops]; None where no key reaches it."""
    moves: int
    hints: int
    done: bool
    mark: float | None
    """What the match is worth, 0 to 1, once it is done."""


class HintOut(Out):
    text: str


@hands.post("", responses={"201": BegunHandOut})
def begin(body: BeginHandIn) -> Response:
    """Puts a set on the shelf whose key stands elsewhere than the target's."""
    seed = random.randrange(MOST_SEEDS) if body.seed is None else body.seed
    made, desk, sessions = task_of(body.level, seed), _desk(), current_app.extensions["sessions"]
    with desk.planning("practice", 0) as looks:
        first = beginning(made, looks.quick, tuple(known_sitters()))
    stored = add_set(sessions, new_file(f"Make the picture, level {body.level}", first))
    store.begin_hand(sessions, stored.id, body.level, seed, stored.file.set)
    return answer(BegunHandOut(set_id=stored.id), 201)


@hands.get("/<string:set_id>", responses={"200": HandsOut})
def target(path: HandPath) -> Response:
    """The picture that is to be made, and how it went so far; nothing for a set that is no practice."""
    try:
        hand = store.hand_of(current_app.extensions["sessions"], path.set_id)
    except store.NoSuchHand:
        return answer(HandsOut(hand=None))
    picture = _desk().sized(task_of(hand.level, hand.seed).photo_set, SHOWN).picture
    out = HandOut(
        level=hand.level, target=jpeg_address(jpeg_bytes(picture, True)), moves=hand.moves, hints=hand.hints,
        done=hand.done_at is not None,
    )  # fmt: skip
    return answer(HandsOut(hand=out))


@hands.post("/<string:set_id>/match", responses={"200": MatchOut})
def compare(path: HandPath, body: MatchIn) -> Response:
    """How near the set comes; counts a move. The first match is kept as an attempt."""
    sessions, photo_set = current_app.extensions["sessions"], sound(body.set)
    hand = store.hand_of(sessions, path.set_id)
    made = task_of(hand.level, hand.seed)
    with _desk().planning("practice match", 0) as looks:
        found = matched(looks.quick(made.photo_set), looks.quick(photo_set))
    same = found is not None and found.same
    hand, first = store.moved(sessions, path.set_id, photo_set, same)
    mark = mark_of(hand.moves, hand.hints)
    if first:
        seconds = min((now() - hand.begun_at).total_seconds(), LONGEST)
        marks = dict.fromkeys(SKILLS, mark)
        keep_attempt(sessions, Attempt(days_of(now()), "hand", hand.level, hand.seed, marks, mark, seconds))
    return answer(
        MatchOut(
            same=same, text=match_text(found), differs=found.differs if found else None, moves=hand.moves,
            hints=hand.hints, done=hand.done_at is not None, mark=mark if hand.done_at else None,
        )
    )  # fmt: skip


@hands.post("/<string:set_id>/hint", responses={"200": HintOut})
def help_on(path: HandPath, body: HintIn) -> Response:
    """The one move that brings it nearest; counts as a hint."""
    sessions, photo_set = current_app.extensions["sessions"], sound(body.set)
    hand = store.hand_of(sessions, path.set_id)
    made = task_of(hand.level, hand.seed)
    with _desk().planning("practice hint", 0) as looks:
        acts = hint(looks.quick(made.photo_set), looks.quick(photo_set), looks.quick, own_kit())
    store.hinted(sessions, path.set_id)
    return answer(HintOut(text=hint_text(acts, body.feet)))


def _desk() -> PictureDesk:
    desk: PictureDesk = current_app.extensions["pictures"]
    return desk
