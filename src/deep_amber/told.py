"""Findings and advice as the command line prints them for machines."""

from dataclasses import asdict
from typing import Any

from .core.answer import Answer
from .core.checks.finding import Finding
from .core.group.row import Evened
from .core.model.people import People
from .core.pattern.cannot import Advice
from .core.steps import answer_text, message


def _answer(made: Answer) -> dict[str, Any]:
    return {
        "text": answer_text(made),
        "effort": made.effort,
        "share": made.share,
        "moves": made.moves,
        "note": made.brings,
        "set": asdict(made.photo_set),
    }


def advice_told(made: Advice) -> dict[str, Any]:
    """Advice as JSON, each way with the set it would make."""
    return {
        "target": made.target,
        "here": made.here,
        "ways": list(map(_answer, made.ways)),
        "because": made.because,
        "possible": list(map(_answer, made.possible)),
    }


def row_told(made: Evened, people: People) -> dict[str, Any]:
    """A row of people as JSON, with what evens it as the set it would make."""
    return {
        "people": asdict(people),
        "now": asdict(made.now),
        "best": asdict(made.best),
        "answer": _answer(made.answer) if made.answer else None,
    }


def finding_told(finding: Finding) -> dict[str, Any]:
    """A finding as JSON, with its mend as the set it would make."""
    return {
        "code": finding.code,
        "severity": finding.severity,
        "step": finding.step,
        "message": message(finding),
        "figures": finding.figures,
        "meant": finding.meant,
        "mend": _answer(finding.mend) if finding.mend else None,
    }
