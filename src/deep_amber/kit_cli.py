"""The kit that a command is given."""

from pathlib import Path

from .core.kit.catalogue import CATALOGUE
from .core.kit.owned import Kit
from .core.problem import NotAccepted
from .formats.kit_file import read_kit_file
from .formats.own_json import read_at_most
from .reading_cli import Refused


def kit_of(path: Path | None) -> Kit:
    """The kit of a file; common gear without one. Raises Refused, in words."""
    if path is None:
        return CATALOGUE
    try:
        with path.open("rb") as opened:
            return read_kit_file(read_at_most(opened))
    except OSError as error:
        raise Refused(f"{path}: {error.strerror}") from None
    except NotAccepted as refused:
        raise Refused("\n".join(f"{path}: {problem}" for problem in refused.problems)) from None
