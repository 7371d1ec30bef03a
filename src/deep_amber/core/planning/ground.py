"""What a search for sets stands on: room, sitter, kit and look, how an arrangement is fitted, read and searched about."""

from collections.abc import Callable, Collection
from dataclasses import dataclass
from math import inf

import numpy as np

from ..brief.aims import BACKDROP_SURFACES, aims_of, set_by
from ..kit.owned import Kit
from ..model.look import DARK_FACES
from ..model.look import Look as LookAt
from ..model.set import Set
from ..pattern.softness import edges_wished
from ..sitter.mesh import SitterMesh
from ..wish.state import SENSED
from .allocate import front_of
from .fitted import NO_LIMITS, PATTERN_AT, Fitted, Side, fitted, for_pattern
from .likely import NO_EDGE, Wanted
from .limits import Limits
from .measured import Look, Planned, Read, cost_of, finer, planned, read
from .rules import Arrangement
from .space import Space, still
from .trail import THINNEST, Fits, Trail

SOME = 44  # sets that are read about one arrangement alone


@dataclass(frozen=True)
class Ground:
    """What a search stands on."""

    photo_set: Set
    """Whose room, sitter, camera, backdrop, windows and look are gone by."""
    mesh: SitterMesh
    kit: Kit
    known: Collection[str]
    """Names of the sitters that can be shown."""
    look: Look
    """Makes the stages that a set is read with, quickly."""
    limits: Limits = NO_LIMITS
    go_on: Callable[[], None] = lambda: None
    """Raises where nobody waits any more."""
    effort: float = 1.0
    """Of the usual number of sets, that are read about an arrangement."""
    at_rest: Look | None = None
    """Makes the stages that a set on the bench is read with, for what is offered; None where the quick ones do for both."""

    def fit(self, arrangement: Arrangement, side: Side | None = None) -> Fitted:
        """An arrangement in this room."""
        self.go_on()
        return fitted(arrangement, self.photo_set, self.mesh, self.kit, self.known, side, self.limits)

    def read(self, arrangement: Arrangement, side: Side | None = None, bound: float = inf) -> Planned | None:
        """The same with its outputs set; None where it cannot be, or is farther from the look than a bound."""
        made = self.fit(arrangement, side)
        return None if made.photo_set is None else planned(made, self.look, bound)

    @property
    def finest(self) -> Look:
        """What is shown in figures is read with it."""
        return self.at_rest or self.look

    def offered(self, found: Planned) -> Planned:
        """A set that was found, as the bench will read it."""
        self.go_on()
        return found if self.at_rest is None else finer(found, self.at_rest)

    def trail(self, first: Read, side: Side, fits: Fits = lambda _: True) -> Trail:
        """What an arrangement is searched about with, from how it was read first."""
        made = first.planned
        assert made is not None and self.photo_set.look is not None
        arrangement = made.fitted.arrangement
        rules = [for_pattern(k, arrangement, self.photo_set) for k in arrangement.lights if k.role == "key"]
        key = next((k for k in made.photo_set.lights if k.role == "key" and k.source.kind != "window"), None)
        about = still(arrangement, rules[0]) if rules else arrangement
        space = Space(about, front_of(key) if key is not None else 0.0)
        dice = np.random.default_rng((sum(map(ord, arrangement.code)), side == "camera-left"))
        trail = Trail(
            lambda k: self.fit(k, side),
            lambda k, bound: read(k, self.look, bound),
            space,
            wanted_of(self.photo_set.look, self.mesh),
            dice,
            made,
            space.start,
            fits,
        )
        trail.took(space.start, first)
        return trail

    def about(self, first: Planned, most: int = SOME, fits: Fits = lambda _: True) -> Planned:
        """The best found about a set that also fits; itself where there is none."""
        trail = self.trail(read(first.fitted, self.look), first.fitted.side, fits)
        trail.go_on(most * self.effort)
        return trail.best


def wanted_of(look: LookAt, mesh: SitterMesh) -> Wanted:
    """What a look asks for."""
    aims = aims_of(look, mesh)
    by = set_by(aims)
    counted = {*SENSED[:2], *BACKDROP_SURFACES, *(k.surface for k in aims)}
    seen = np.array([n for n, name in enumerate(SENSED) if name in counted])
    low, high = edges_wished(look)
    edge = (np.log2(max(low, THINNEST)), np.log2(high)) if look.pattern not in DARK_FACES else NO_EDGE
    place = None if by.surface == "lit_cheek" else seen.tolist().index(SENSED.index(by.surface))
    return Wanted(
        cost_of(aims, look),
        by.middle,
        seen,
        place,
        edge,
        PATTERN_AT.get(look.pattern),
    )
