"""What a step's words are made of."""

from collections.abc import Callable, Mapping

from ...answer import Act
from ...checks.finding import Finding
from ..say import Say

Sentence = Callable[[Finding, Say], str]
"""Words of a finding."""
ActWords = Callable[[Act, Say], str]
"""Words of an act, as a phrase that goes on from "and"."""
Found = Mapping[str, Finding]
"""The first finding of each code."""
Telling = Callable[[Found, Say], str]
"""The one figure that says most of a step with nothing to look at; empty when there is none."""
