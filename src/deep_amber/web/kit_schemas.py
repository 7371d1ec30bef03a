"""Typed bodies of requests and answers about the kit."""

from ..core.kit.owned import Kit
from ..core.presenting.forms import Form
from .schemas import Body, Out, Version


class TrimOut(Out):
    source: str
    modifier: str
    read: str
    """What the meter showed."""
    table: str
    """What the table gives."""
    trim: str
    """[stops]"""


class ItemOut(Out):
    part: str
    name: str
    summary: str
    timed: bool
    """Whether a reading of it needs an exposure time, as of continuous light."""


class KitOut(Out):
    version: int
    kit: Kit
    items: list[ItemOut]
    trims: list[TrimOut]


class KitIn(Body):
    based_on: Version
    """The version that was opened or last saved."""
    kit: Kit


class ReadKitOut(Out):
    kit: Kit


class StaleKitOut(Out):
    """The save was refused; the present kit is given."""

    present: KitOut


class FormsOut(Out):
    forms: list[Form]
