"""The steps of the work, in working order. Each is one description: core, API, page and key sheet take it from here.

A new step is its rules (core/checks), its words (core/presenting/findings) and an entry of STEPS.
"""

from collections.abc import Callable, Collection, Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Literal

from .answer import Answer
from .checks.backdrop import backdrop_findings
from .checks.background import background_findings
from .checks.brief import brief_findings
from .checks.camera import camera_findings
from .checks.expose import expose_findings
from .checks.fill import fill_findings
from .checks.finding import Finding, GoOn, Work
from .checks.key import key_findings
from .checks.promise import Promise
from .checks.rim import rim_findings
from .checks.room import room_findings
from .checks.sitter import sitter_findings
from .model.camera import Lens
from .model.set import Set
from .pattern.reach import ANYWHERE, Support
from .presenting import ways, wishes
from .presenting.findings import backdrop, background, brief, camera, expose, fill, key, rim, room, sitter
from .presenting.findings.wording import ActWords, Sentence, Telling
from .presenting.say import Say, sentence
from .problem import NotAccepted, Problem
from .sitter.mesh import SitterMesh


@dataclass(frozen=True)
class Asked:
    """What rules look at."""

    photo_set: Set
    mesh: SitterMesh
    go_on: GoOn
    lenses: tuple[Lens, ...]
    """Of the kit, offered where another would do; without any the usual focal lengths are."""
    support: Support
    """What the stands of the kit can do."""


@dataclass(frozen=True)
class Step:
    code: str
    """Begins the codes of its findings."""
    name: str
    thing: str
    """What is chosen on the bench for it; "key" for the key light."""
    rules: Callable[[Asked], Iterator[Finding]]
    findings: Mapping[str, Sentence]
    """Words of each code that its rules yield."""
    acts: Mapping[str, ActWords]
    """Words of what its mends do."""
    telling: Telling
    instrument: str = ""
    """Of its own in the page; empty for the sheet of its thing."""
    begun: Callable[[Set], bool] = lambda photo_set: True
    """Whether there is anything to judge."""


def _lit(photo_set: Set) -> bool:
    return any(light.on for light in photo_set.lights)


STEPS = (
    Step(
        "brief",
        "Brief",
        "look",
        lambda a: brief_findings(a.photo_set, a.mesh, a.go_on),
        brief.FINDINGS,
        brief.ACTS,
        brief.telling,
        begun=lambda photo_set: photo_set.look is not None,
    ),
    Step(
        "room",
        "Room",
        "room",
        lambda a: room_findings(a.photo_set, a.mesh, a.go_on),
        room.FINDINGS,
        room.ACTS,
        room.telling,
    ),
    Step(
        "backdrop",
        "Backdrop",
        "backdrop",
        lambda a: backdrop_findings(a.photo_set, a.mesh, a.go_on),
        backdrop.FINDINGS,
        backdrop.ACTS,
        backdrop.telling,
    ),
    Step(
        "sitter",
        "Sitter",
        "sitter",
        lambda a: sitter_findings(a.photo_set, a.mesh),
        sitter.FINDINGS,
        sitter.ACTS,
        sitter.telling,
    ),
    Step(
        "camera",
        "Camera",
        "camera",
        lambda a: camera_findings(a.photo_set, a.mesh, a.lenses),
        camera.FINDINGS,
        camera.ACTS,
        camera.telling,
    ),
    Step(
        "key",
        "Key",
        "key",
        lambda a: key_findings(a.photo_set, a.mesh, a.go_on, a.support),
        key.FINDINGS,
        key.ACTS,
        key.telling,
        instrument="key",
        begun=_lit,
    ),
    Step(
        "fill",
        "Fill",
        "key",
        lambda a: fill_findings(a.photo_set, a.mesh, a.go_on),
        fill.FINDINGS,
        fill.ACTS,
        fill.telling,
        instrument="fill",
        begun=_lit,
    ),
    Step(
        "rim",
        "Rim",
        "key",
        lambda a: rim_findings(a.photo_set, a.mesh, a.go_on),
        rim.FINDINGS,
        rim.ACTS,
        rim.telling,
        instrument="rim",
        begun=_lit,
    ),
    Step(
        "background",
        "Background",
        "backdrop",
        lambda a: background_findings(a.photo_set, a.mesh, a.go_on),
        background.FINDINGS,
        background.ACTS,
        background.telling,
        instrument="background",
        begun=_lit,
    ),
    Step(
        "expose",
        "Expose",
        "camera",
        lambda a: expose_findings(a.photo_set, a.mesh, a.go_on),
        expose.FINDINGS,
        expose.ACTS,
        expose.telling,
        instrument="expose",
        begun=_lit,
    ),
)
_FINDINGS: dict[str, Sentence] = {code: words for step in STEPS for code, words in step.findings.items()}
_ACTS: dict[str, ActWords] = (
    ways.ACTS | wishes.ACTS | {code: words for step in STEPS for code, words in step.acts.items()}
)


def _as_meant(photo_set: Set, finding: Finding) -> Finding | None:
    """The finding as a note without a mend where the photographer means it so, else None."""
    if finding.severity != "warn" or finding.code not in photo_set.meant:
        return None
    return replace(finding, severity="note", meant=True, mend=None, others=())


def with_meant(photo_set: Set, code: str, meant: bool) -> Set:
    """The set in which a finding is meant to be so, or is looked at again.

    Raises NotAccepted for a code that no rule yields.
    """
    if code not in _FINDINGS:
        raise NotAccepted([Problem("code", f"{code!r} is no finding", "the code of a finding")])
    kept = tuple(k for k in photo_set.meant if k != code)
    return replace(photo_set, meant=(*kept, code) if meant else kept)


def findings_of(
    photo_set: Set,
    mesh: SitterMesh,
    go_on: GoOn = lambda: None,
    lenses: tuple[Lens, ...] = (),
    support: Support = ANYWHERE,
    only: Collection[str] | None = None,
) -> list[Finding]:
    """Every finding of a sound set in working order; those that ask to be looked at come first within their step.

    Parameters
    ----------
    photo_set : a set without problems (rules.validation); mesh : the sitter it names
    go_on : called between computations; an exception it raises ends the work
    lenses, support : of the kit, see Asked
    only : codes of the steps that are looked at; None for all
    """
    work = Work(go_on)
    asked, promise = Asked(photo_set, mesh, work, lenses, support), Promise(photo_set, mesh, work)
    made = []
    for step in STEPS:
        if only is not None and step.code not in only:
            continue
        kept = (_as_meant(photo_set, f) or promise.kept(f) for f in step.rules(asked))
        found = [f for f in kept if f.mend or not f.only_mend]
        made += sorted(found, key=lambda f: f.severity != "warn")
    return made


StateKind = Literal["not begun", "look here", "settled"]


@dataclass(frozen=True)
class State:
    """How a step stands."""

    kind: StateKind
    text: str
    """For the rail: "not begun", "look here", or its one most telling figure."""


def states_of(photo_set: Set, findings: list[Finding], feet: bool = False) -> dict[str, State]:
    """Each step's state."""
    made: dict[str, State] = {}
    for step in STEPS:
        own = {f.code: f for f in reversed(findings) if f.step == step.code}
        if not step.begun(photo_set):
            made[step.code] = State("not begun", "not begun")
        elif any(f.severity == "warn" for f in findings if f.step == step.code):
            made[step.code] = State("look here", "look here")
        else:
            made[step.code] = State("settled", step.telling(own, Say(feet)))
    return made


def message(finding: Finding, feet: bool = False) -> str:
    """A finding in a sentence or two."""
    return sentence(_FINDINGS[finding.code](finding, Say(feet)))


def answer_text(answer: Answer, feet: bool = False) -> str:
    """What an answer does, as a phrase."""
    return ways.in_order([(act, _ACTS[act.code](act, Say(feet))) for act in answer.acts])
