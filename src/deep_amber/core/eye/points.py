"""The points that a reader marks on a picture, and what is wrong with them."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Annotated

from annotated_types import Interval, MaxLen

from ..problem import NotAccepted, Problem

Place = tuple[float, float]
"""From the picture's left and from its top, in pixels of the marked picture."""
Pixels = Annotated[int, Interval(ge=100, le=40000)]
MOST_CATCHLIGHTS = 8
APART = 0.02  # of the picture's height that both pupils are apart at least
IRISES = 0.45  # of the pupils' distance from a pupil within which a catchlight lies (assumption: an eye's width)
NOSE_LONG = 1.6  # of the pupils' distance within which the nose's tip lies


@dataclass(frozen=True)
class Marks:
    width: Pixels
    height: Pixels
    left_pupil: Place
    """The one at the picture's left."""
    right_pupil: Place
    nose_tip: Place
    nose_shadow: Place | None = None
    """End of the nose's shadow on cheek or lip; none where it does not show."""
    left_catchlights: Annotated[tuple[Place, ...], MaxLen(MOST_CATCHLIGHTS)] = ()
    """Middles, of the eye at the picture's left, the brightest first."""
    right_catchlights: Annotated[tuple[Place, ...], MaxLen(MOST_CATCHLIGHTS)] = ()
    left_ear: Place | None = None
    """Lobe of the ear at the picture's left; none where it does not show."""
    right_ear: Place | None = None
    edge: tuple[Place, Place] | None = None
    """Across the edge of the nose's shadow on the cheek, from where it begins to where it is full."""
    chin_shadow: Place | None = None
    """Where the chin's shadow ends on the neck, under the chin."""


def problems_of_marks(marks: Marks) -> list[Problem]:
    """What contradicts itself, with what would be accepted."""
    return list(_problems(marks))


def checked(marks: Marks) -> Marks:
    """The same marks; raises NotAccepted where they contradict themselves."""
    problems = problems_of_marks(marks)
    if problems:
        raise NotAccepted(problems)
    return marks


def _away(a: Place, b: Place) -> float:
    return float(((a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2) ** 0.5)


def _problems(marks: Marks) -> Iterator[Problem]:
    for field, place in _places(marks):
        if not (0 <= place[0] <= marks.width and 0 <= place[1] <= marks.height):
            yield Problem(
                field, "the mark lies outside the picture", f"0 to {marks.width} and 0 to {marks.height} pixels"
            )
    between = _away(marks.left_pupil, marks.right_pupil)
    if between < APART * marks.height:
        yield Problem("right_pupil", "both pupils are at one place", "a mark on each pupil")
        return
    if marks.left_pupil[0] >= marks.right_pupil[0]:
        yield Problem(
            "left_pupil", "the left pupil lies right of the right one", "left and right as the picture has them"
        )
        return
    middle = ((marks.left_pupil[0] + marks.right_pupil[0]) / 2, (marks.left_pupil[1] + marks.right_pupil[1]) / 2)
    if _away(marks.nose_tip, middle) > NOSE_LONG * between:
        yield Problem("nose_tip", "the nose's tip is too far from the eyes", "the tip of the same face's nose")
    if marks.nose_tip[1] <= min(marks.left_pupil[1], marks.right_pupil[1]):
        yield Problem("nose_tip", "the nose's tip lies over the eyes", "a face that stands upright in the picture")
    if marks.chin_shadow is not None and marks.chin_shadow[1] <= marks.nose_tip[1]:
        yield Problem("chin_shadow", "the chin's shadow ends over the nose", "the end of the shadow on the neck")
    yield from _outside_eyes(marks, between)


def _outside_eyes(marks: Marks, between: float) -> Iterator[Problem]:
    for side in ("left", "right"):
        for k, place in enumerate(getattr(marks, f"{side}_catchlights")):
            if _away(place, getattr(marks, f"{side}_pupil")) > IRISES * between:
                what = "the catchlight lies outside the eye"
                yield Problem(f"{side}_catchlights.{k}", what, "the bright spot on the iris or beside it")


def _places(marks: Marks) -> Iterator[tuple[str, Place]]:
    for field in ("left_pupil", "right_pupil", "nose_tip", "nose_shadow", "chin_shadow", "left_ear", "right_ear"):
        place = getattr(marks, field)
        if place is not None:
            yield field, place
    for field in ("left_catchlights", "right_catchlights", "edge"):
        for k, place in enumerate(getattr(marks, field) or ()):
            yield f"{field}.{k}", place
