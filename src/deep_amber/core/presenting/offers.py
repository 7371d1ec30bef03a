"""What can be put into a set: the kit first, then common gear that is not owned."""

from dataclasses import dataclass
from typing import Any

from ..editing.furnish import DOOR, FURNITURE
from ..kit.catalogue import CATALOGUE
from ..kit.owned import Kit, ModifierItem, PanelItem, SourceItem
from ..problem import NotAccepted, Problem
from ..rules.fitting import modifiers_for
from .kit_summary import summary

Item = SourceItem | ModifierItem | PanelItem
PARTS = ("sources", "modifiers", "panels")


@dataclass(frozen=True)
class Offer:
    part: str
    """List of the kit."""
    name: str
    summary: str
    kind: str
    """Of a source or modifier, or the surface of a panel."""
    owned: bool
    quantity: int
    """How many are owned."""
    fits: tuple[str, ...]
    """For a source, the kinds of modifier that fit it."""


def _offer(part: str, item: Item, owned: bool) -> Offer:
    fits = modifiers_for(item.source) if isinstance(item, SourceItem) else ()
    kind: str
    if isinstance(item, SourceItem):
        kind = item.source.kind
    else:
        kind = item.modifier.kind if isinstance(item, ModifierItem) else item.surface
    return Offer(part, item.name, summary(item), kind, owned, item.quantity if owned else 0, fits)


def offers(kit: Kit) -> list[Offer]:
    """Everything that can be put into a set; an item of the kit hides common gear of the same name."""
    found = []
    for part in PARTS:
        names = {item.name for item in getattr(kit, part)}
        found += [_offer(part, item, True) for item in getattr(kit, part)]
        found += [_offer(part, item, False) for item in getattr(CATALOGUE, part) if item.name not in names]
    room = [Offer("furniture", name, "furniture that blocks light", "furniture", False, 0, ()) for name in FURNITURE]
    return [*found, *room, Offer("doors", DOOR, "a way that stays free", "door", False, 0, ())]


def item_named(kit: Kit, part: str, name: str) -> tuple[Any, str]:
    """The item of that name, and the name under which it is owned; empty for common gear.

    Raises NotAccepted when neither the kit nor the common gear has it.
    """
    for items, owned in ((getattr(kit, part), True), (getattr(CATALOGUE, part), False)):
        for item in items:
            if item.name == name:
                return item, name if owned else ""
    raise NotAccepted([Problem("name", f"{name!r} is not in the kit", "an item of the kit or of the common gear")])
