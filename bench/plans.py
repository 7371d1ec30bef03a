"""Judges plans: random looks, rooms and kits; and a random search of a hundred times the work against the plan's best.

python -m bench.plans [--many 200] [--against 20] [--times 100] [--seed 1]
"""

import argparse
import random
import statistics
import time
from dataclasses import replace

from deep_amber.core.brief.starting import Answers, starting_set
from deep_amber.core.framing.framings import FRAMINGS
from deep_amber.core.gear.sources import Window
from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.owned import Kit, StandItem, shortages
from deep_amber.core.model import Bare, Light, Point, Set
from deep_amber.core.model.finishes import BACKDROPS, WALLS
from deep_amber.core.model.look import PRESETS, Look
from deep_amber.core.planning.ground import Ground
from deep_amber.core.planning.measured import Planned
from deep_amber.core.planning.rules import Arrangement
from deep_amber.core.planning.space import still
from deep_amber.core.planning.suggest import in_order, suggest
from deep_amber.core.rules.validation import problems_of
from deep_amber.core.simulation import SETTLED
from deep_amber.formats.sitter_file import known_sitters, load_sitter
from deep_amber.plan_told import looks

THIRD = 1 / 3
PATTERNS = ("loop", "Rembrandt", "butterfly", "short", "split", "open", "clamshell", "broad")


def room_of(dice: random.Random) -> Set:
    """An own room with a sitter, framed, sometimes with a window."""
    who = dice.choice(list(known_sitters()))
    sizes = dice.uniform(2.3, 5.0), dice.uniform(3.4, 7.0), dice.uniform(2.2, 3.0)
    framing = dice.choice([k for k in FRAMINGS if k != "three-quarter"])
    walls, backdrop = dice.choice(list(WALLS)), dice.choice(list(BACKDROPS))
    made = starting_set(Answers(*sizes, walls, backdrop, framing), load_sitter(who))
    made = replace(made, sitter=replace(made.sitter, body_turn=dice.choice((0.0, 0.0, 20.0, -25.0, 35.0))))
    if dice.random() < 0.25:
        x, z = -sizes[0] / 2, min(made.sitter.z + 0.4, sizes[1] - 0.8)
        window = Light(Point(x, 1.45, z), Point(x + 1, 1.45, z), 0.0, Bare(), "window", Window(), "other")
        made = replace(made, lights=(*made.lights, window))
    return made


def look_of(dice: random.Random) -> Look:
    """A look that somebody may ask for."""
    look = PRESETS[dice.choice(list(PRESETS))]
    return replace(
        look, pattern=dice.choice(PATTERNS), ratio=dice.choice((2.0, 3.0, 4.0, 8.0)),
        hardness=dice.choice(("soft", "soft", "medium", "hard")), backdrop_tone=dice.choice((-4.0, -2.5, -1.5, 0.0, 0.5, 2.0)),
        key=dice.choice(("middle", "middle", "high", "low")), ground=dice.choice(("even", "even", "even", "gradient", "spot")),
        rim=dice.choice(("open", "open", "none", "camera-left", "camera-right")),
        key_side=dice.choice(("open", "open", "camera-left", "camera-right")),
    )  # fmt: skip


def kit_of(dice: random.Random) -> Kit:
    """A part of the common gear: one to four sources, a few modifiers and boards, stands for them."""
    sources = dice.sample(CATALOGUE.sources, dice.randint(1, 4))
    modifiers = dice.sample(CATALOGUE.modifiers, min(dice.randint(1, 8), len(CATALOGUE.modifiers)))
    panels = dice.sample(CATALOGUE.panels, dice.randint(0, 5))
    stands = [StandItem("light stand", quantity=len(sources) + dice.randint(0, 2))]
    stands += [StandItem("boom stand", 1.0, 2.6, 1.6, 2.5, 1.2)] if dice.random() < 0.5 else []
    return Kit(sources=tuple(sources), modifiers=tuple(modifiers), panels=tuple(panels), stands=tuple(stands))


def ground_of(seed: int) -> Ground:
    """A look, a room and a kit by a number."""
    dice = random.Random(seed)
    photo_set = replace(room_of(dice), look=look_of(dice))
    return Ground(photo_set, load_sitter(photo_set.sitter.who), kit_of(dice), known_sitters(), looks())


def faults(ground: Ground, made: Planned) -> list[str]:
    """What is wrong with a set that was offered."""
    found = [str(k) for k in problems_of(made.photo_set, ground.known)]
    found += list(shortages(ground.kit, made.photo_set))
    told = {a.named.get("surface") for a in made.weak if a.code == "plan.miss"}
    found += [f"{k} missed by {v:.2f} and not said" for k, v in made.misses.items() if abs(v) > THIRD and k not in told]
    return found


def anywhere(dice: random.Random, arrangement: Arrangement) -> Arrangement:
    """An arrangement with everything carried by chance."""
    key = next((k for k in arrangement.lights if k.role == "key"), None)
    made = still(arrangement, key) if key is not None else arrangement

    def carried(at):  # type: ignore[no-untyped-def]
        return replace(
            at, azimuth=at.azimuth + dice.uniform(-50, 50), elevation=min(max(at.elevation + dice.uniform(-25, 25), -60), 65),
            distance=max(at.distance * 2 ** dice.uniform(-1, 1), 0.35),
        )  # fmt: skip

    lights = tuple(replace(k, at=carried(k.at), aim=dice.choice((k.aim, k.aim, "past the face")) if k.role == "key" and k.aim == "face" else k.aim)
                   for k in made.lights)  # fmt: skip
    panels = tuple(replace(k, at=carried(k.at)) for k in made.panels if k.needed or dice.random() < 0.7)
    return replace(made, lights=lights, panels=panels, turns=False)


def by_chance(ground: Ground, seed: int, many: int, under: float = float("inf")) -> float:
    """The closest that chance finds in so many tries, where that is nearer than `under`; else that."""
    dice, best = random.Random(seed), under
    strict, nearly = in_order(ground.photo_set, ground.limits)
    options = [*strict, *nearly]
    for _ in range(many if options else 0):
        made = ground.read(
            anywhere(dice, dice.choice(options)), dice.choice(("camera-left", "camera-right", None)), best
        )
        if made is not None:
            best = min(best, made.closeness)
    return best


def main() -> None:
    parser = argparse.ArgumentParser()
    for name, usual in (("many", 200), ("against", 20), ("times", 100), ("seed", 1)):
        parser.add_argument(f"--{name}", type=int, default=usual)
    asked = parser.parse_args()
    wrong, times, closest, none = [], [], [], 0
    for seed in range(asked.seed, asked.seed + asked.many):
        ground, start = replace(ground_of(seed), at_rest=looks(SETTLED)), time.perf_counter()
        *_, last = suggest(ground)
        times.append(time.perf_counter() - start)
        found = [(seed, k.fitted.arrangement.code, f) for k in last.sets for f in faults(ground, k)]
        wrong += found
        for fault in found:
            print("wrong", *fault, flush=True)
        none += not last.sets
        closest += [k.closeness for k in last.sets[:1]]
    if times:
        print(f"{asked.many} looks, rooms and kits: {len(wrong)} faults, {none} without any set")
        print(f"a plan takes {statistics.median(times):.1f} s in the middle, {max(times):.1f} s at most")
        near = sum(k <= THIRD for k in closest)
        print(
            f"the best is within a third of a stop of every aim in {near}, within one in {sum(k <= 1 for k in closest)}"
        )
    gains = []
    for seed in range(asked.seed, asked.seed + asked.against):
        ground, reads = ground_of(seed), [0]  # both are read quickly: it is the search that is judged
        counted = replace(ground, look=_counting(ground, reads))
        *_, last = suggest(counted)
        if not last.sets:
            continue
        plan, many = last.sets[0].closeness, asked.times * max(reads[0] // 2, 1)
        # Nothing is nearer than 0: a plan within a third needs no search.
        nearer = plan > THIRD and by_chance(ground, seed, many, plan - THIRD) < plan - THIRD
        gains.append(nearer)
        print(
            f"seed {seed}: plan {plan:.2f}, chance of {many} sets {'IS' if nearer else 'is not'} nearer by a third",
            flush=True,
        )
    if gains:
        print(f"chance of {asked.times} times the work is nearer by more than a third in {sum(gains)} of {len(gains)}")


def _counting(ground: Ground, reads: list[int]):  # type: ignore[no-untyped-def]
    """Counts the sets that are read; about two stages are made of each."""

    def look(photo_set: Set):  # type: ignore[no-untyped-def]
        reads[0] += 1
        return ground.look(photo_set)

    return look


if __name__ == "__main__":
    main()
