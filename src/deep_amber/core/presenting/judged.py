"""Words of a real picture against a set, or alone: corrections, balance, pattern, exposure."""

from ..capture.judge import AS_PLANNED, Judged, SamePattern
from ..capture.real_card import NEUTRAL, TINT, CardRead
from ..capture.sharp import SOFT
from ..capture.without_set import Exposed, Setting
from ..model.set import Set
from ..units import aperture_text, time_text
from .say import beside, stops
from .sitting import correction_text


def corrections(photo_set: Set, made: Judged) -> list[tuple[str, bool]]:
    """What to set for the next frame, and whether it is anything; what is wrong first."""
    said = [(correction_text(k, photo_set.lights[k.index]), k.told and abs(k.gave) > AS_PLANNED) for k in made.lights]
    return sorted(said, key=lambda k: not k[1])


def pattern_text(same: SamePattern) -> str:
    """Whether it is the same pattern."""
    if not same.explained:
        return (
            "What the lights gave does not explain this picture: something stands, or is turned, other than in the set. "
            "The marks may be beside their surfaces too."
        )
    if not same.shown:
        return (
            f"Planned {same.planned}; by this picture nothing of a pattern is left." if same.planned else "No pattern."
        )
    if same.planned == same.shown:
        return f"The same pattern: {same.planned}."
    return f"Planned {same.planned or 'no pattern'}; by this picture it is {same.shown}."


def soft_text(detail: float | None) -> list[str]:
    """A line where the eyes are soft; none where they are sharp, or that cannot be compared."""
    if detail is None or detail > SOFT:
        return []
    return ["The eyes are soft: focus on the near eye, and lock it before anyone moves."]


def card_text(card: CardRead, set_to: float) -> str:
    """What a grey card in the picture says."""
    if card.clipped:
        return "The card is too light or too dark to tell."
    over = f"the card is {beside(card.over, 'mid grey')}"
    tint = f"; {stops(card.tint)} too {'green' if card.tint > 0 else 'magenta'}" if abs(card.tint) > TINT else ""
    if abs(card.mired) < NEUTRAL:
        return f"Neutral at {set_to:.0f} K: {over}{tint}."
    way = "warm" if card.mired > 0 else "cool"
    return f"Too {way}: set {round(card.balance / 50) * 50:.0f} K, it was {set_to:.0f} K; {over}{tint}."


def _setting(k: Setting) -> str:
    if k.what == "flash":
        return f"flash {stops(k.value)} {'more' if k.value > 0 else 'less'}"
    if k.what == "aperture":
        return aperture_text(k.value)
    return time_text(k.value) if k.what == "time" else f"ISO {k.value:g}"


def exposed_texts(made: Exposed) -> list[str]:
    """Which settings would have been right, one knob at a time."""
    what = "the card" if made.by == "card" else "the lit cheek"
    if not made.settings:
        said = [f"Exposed right, by {what}."]
    else:
        way = "too light" if made.over > 0 else "too dark"
        said = [f"By {what} {stops(made.over)} {way}. Right: {', or '.join(_setting(k) for k in made.settings)}."]
    if made.ratio is not None:
        said.append(f"Lit to shadow cheek: {stops(made.ratio)}.")
    if made.backdrop is not None:
        where = "over" if made.backdrop > 0 else "under"
        said.append(f"Backdrop {stops(made.backdrop)} {where} mid grey, with the exposure put right.")
    return said
