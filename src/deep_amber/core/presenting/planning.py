"""Words of planning: why an arrangement cannot be, what is weak about a set, what it is for."""

from collections.abc import Callable

from ..answer import Act
from ..pattern.softness import GRADES
from ..planning.measured import RATIO, SPREAD, Planned
from ..simulation.readings import LABELS
from .say import Say, sentence, stops

Words = Callable[[Act, Say], str]


def _miss(a: Act, _: Say) -> str:
    surface, by = a.named["surface"], a.figures["stops"]
    if surface == SPREAD:
        return f"the backdrop's difference is {stops(by)} short of what is asked"
    if surface == RATIO:
        return f"the shadow is {stops(by)} too {'deep' if by > 0 else 'light'} for the ratio that is wanted"
    return f"{LABELS.get(surface, surface)} {stops(by)} {'over' if by > 0 else 'under'} its aim"


def _harder(a: Act) -> bool:
    """Whether edges are harder than is wanted."""
    grades: list[str] = list(GRADES)
    return grades.index(a.named["is"]) < grades.index(a.named["wanted"])


PLAN: dict[str, Words] = {
    "plan.no_light": lambda a, _: f"the kit has no {a.named['what']} left for the {a.named['role']}",
    "plan.no_source": lambda a, _: f"the kit has no {a.named['what']} left for the {a.named['role']}",
    "plan.no_panel": lambda a, say: (
        f"the kit has no {a.named['surface']} panel of {say.length(a.figures['least_m'])} or more"
    ),
    "plan.no_stands": lambda a, _: (
        f"{a.figures['needed']:.0f} stands are needed, {a.figures['owned']:.0f} owned: a chair, a shelf or a hand holds a board too"
    ),
    "plan.no_boom": lambda a, _: "it hangs from a boom, and none is owned",
    "plan.no_place": lambda a, say: (
        f"the {a.named['thing']} has no place even at {say.length(a.figures['away_m'])}: {a.named['by']}"
    ),
    "plan.no_gap": lambda a, say: (
        f"the {a.named['thing']} needs {say.length(a.figures['needed_m'])} behind the sitter, there are {say.length(a.figures['gap_m'])}"
    ),
    "plan.far_wall": lambda a, say: f"the wall is {say.length(a.figures['away_m'])} away: too far to light a face from",
    "plan.no_window": lambda a, _: "this room has no window in the set",
    "plan.posture": lambda a, _: f"the sitter is {a.named['posture']}; it is for {a.named['fit']}",
    "plan.problem": lambda a, _: a.named["what"],
    "plan.shows": lambda a, _: f"the {a.named['thing']} board would stand in the picture wherever it does its work",
    "plan.past_sheet": lambda a, _: f"the {a.named['thing']} would look past the {a.named['sheet']}",
    "plan.behind_backdrop": lambda a, _: f"the {a.named['thing']} would stand behind the backdrop",
    "plan.in_sitter": lambda a, _: f"the {a.named['thing']} would stand in the sitter",
    "plan.too_high": lambda a, say: (
        f"the {a.named['thing']} would hang {say.length(a.figures['high_m'])} high, the stands go to {say.length(a.figures['highest_m'])}"
    ),
    "plan.short_boom": lambda a, say: (
        f"the {a.named['thing']} needs a boom of {say.length(a.figures['reach_m'])}, owned are {say.length(a.figures['boom_m'])}"
    ),
    "plan.no_foot": lambda a, _: f"the stand of the {a.named['thing']} has no free floor under it",
    "plan.behind": lambda a, _: f"the {a.named['thing']} would stand behind the sitter",
    "plan.across": lambda a, say: (
        f"it takes {say.length(a.figures['needed_m'])} from side to side, allowed are {say.length(a.figures['across_m'])}"
    ),
    "plan.door": lambda a, _: f"the {a.named['thing']} would stand where the {a.named['door']} opens",
    "plan.miss": _miss,
    "plan.full": lambda a, _: f"the {a.named['thing']} is at its full: {stops(a.figures['stops'])} more is wanted",
    "plan.ceiling": lambda a, say: (
        f"the {a.named['thing']} is at the ceiling, {say.length(a.figures['height_m'])} over the floor"
    ),
    "plan.wall": lambda a, say: (
        f"the {a.named['thing']} is at the wall of a room {say.length(a.figures['width_m'])} wide"
    ),
    "plan.spill": lambda a, say: (
        f"light for the face reaches the backdrop, {say.length(a.figures['gap_m'])} behind: {stops(a.figures['stops'])} too much"
    ),
    "plan.unlit": lambda a, say: (
        f"nothing lights the backdrop, {say.length(a.figures['gap_m'])} behind: {stops(a.figures['stops'])} too little"
    ),
    "plan.front": lambda a, _: (
        f"edges are {a.named['is']}: {'a larger front, or less distance,' if _harder(a) else 'a smaller front, or more distance,'}"
        f" makes them {a.named['wanted']}"
    ),
    "plan.forward": lambda a, say: f"sitter and camera {say.length(a.figures['by_m'])} farther from the backdrop",
    "plan.back": lambda a, say: f"sitter and camera {say.length(a.figures['by_m'])} nearer to the backdrop",
    "plan.lower": lambda a, say: f"the seat {say.length(a.figures['by_m'])} lower",
    "school.no_board": lambda a, _: "no board has a place in this set",
    "school.no_key": lambda a, _: "this set has no key that can be turned",
    "school.one_aperture": lambda a, _: "this lens has one aperture for both",
    "school.too_few": lambda a, _: "the kit has not enough for several lights, or the room no place for them",
    "plan.pattern": lambda a, _: f"{a.named['wanted']} is wanted, it is {a.named['is']}",
    "plan.side": lambda a, _: f"light from {a.named['wanted']} is wanted, the cheek at {a.named['is']} is the lit one",
    "plan.hardness": lambda a, _: f"{a.named['wanted']} edges are wanted, they are {a.named['is']}",
    "plan.in_picture": lambda a, _: (
        f"the {'stand of the ' if a.named['part'] == 'stand' else ''}{a.named['thing']} shows in the picture"
    ),
    "plan.direct": lambda a, _: (
        f"most of the light on the face is the {a.named['thing']}'s own, not the {a.named['off']}'s"
    ),
    "plan.hot": lambda a, _: a.named["what"],
    "plan.lowest": lambda a, _: f"the {a.named['thing']} is at its lowest: a grey gel, or farther off",
}


def plan_text(act: Act, feet: bool = False) -> str:
    """Why not, or what is weak, as a sentence without its full stop."""
    return sentence(PLAN[act.code](act, Say(feet)))


def reasons(planned: Planned, feet: bool = False) -> list[str]:
    """What the arrangement is for, what it does, and what to watch; where the sitter is carried for it."""
    arrangement = planned.fitted.arrangement
    found = [arrangement.when, arrangement.why, arrangement.watch]
    if abs(arrangement.forward) > 0.01:
        code = "plan.forward" if arrangement.forward > 0 else "plan.back"
        found.append(f"{plan_text(Act(code, {'by_m': abs(arrangement.forward)}), feet)}.")
    return found
