"""What the commands of planning print, in words and for machines."""

from dataclasses import asdict
from typing import Any

from .core.answer import Act
from .core.kit.catalogue import usable
from .core.kit.owned import Kit
from .core.model.set import Set
from .core.pattern.reach import support_of
from .core.planning import mended
from .core.planning.arrangements import ARRANGEMENTS
from .core.planning.compare import Beside, compared
from .core.planning.complaints import complaint_of
from .core.planning.fitted import fitted
from .core.planning.ground import Ground
from .core.planning.limits import Limits
from .core.planning.measured import Look, Planned, finer, minutes_from, planned
from .core.planning.mended import ground_for
from .core.planning.opens import NEAR, binds, opened
from .core.planning.suggest import nothing_does, suggest
from .core.presenting.planned_more import nothing_text, opened_text, row_text
from .core.presenting.planning import plan_text, reasons
from .core.presenting.sitting import change_text
from .core.problem import NotAccepted, Problem
from .core.simulation import SETTLED, Memory, Quality
from .core.simulation.quality import SOUGHT, oriented
from .core.simulation.readings import LABELS
from .core.simulation.stages import Stages
from .core.steps import answer_text, findings_of, message
from .core.units import stops_text
from .formats.set_file import SetFile, new_file
from .formats.sitter_file import known_sitters, sitter_of

Told = tuple[str, dict[str, Any]]


def looks(quality: Quality = SOUGHT) -> Look:
    """Stages of sets as a search reads them, or as they are told; what is worked out once is kept."""
    memory = Memory()

    def look(photo_set: Set) -> Stages:
        return Stages(photo_set, sitter_of(photo_set), memory, oriented(quality, photo_set.camera), lambda: None)

    return look


def suggested(file: SetFile, kit: Kit, limits: Limits) -> Told:
    """Sets for the look of a set, in its room, with a kit."""
    photo_set = file.set
    ground = Ground(
        photo_set, sitter_of(photo_set), usable(kit), known_sitters(), looks(), limits, at_rest=looks(SETTLED)
    )
    *_, last = suggest(ground)
    sets = [_planned(k, photo_set) for k in last.sets]
    cannot = [
        {"arrangement": k.arrangement.code, "title": k.arrangement.title, "why": [plan_text(a) for a in k.refused]}
        for k in last.cannot
    ]
    why = [plan_text(a) for a in nothing_does(last.cannot)] if not sets else []
    best = last.sets[0] if last.sets else None
    more = [] if best is not None and best.closeness <= NEAR else opened(ground, best, last.cannot, last.sets)
    opens = [
        {"text": opened_text(o), "buys": list(o.buys), "title": o.planned.fitted.arrangement.title,
         "closeness": o.planned.closeness, "set": asdict(o.planned.photo_set)}
        for o in more
    ]  # fmt: skip
    rows = [line for n, k in enumerate(sets, 1) for line in _lines(n, k)]
    rows += [f"Nothing does: {text}." for text in why] or (
        [] if sets else ["Nothing of what is known suits this look."]
    )
    rows += [f"Would bring it nearer: {o['text']} ({o['title']}, {o['closeness']:.1f} off)" for o in opens]
    return "\n".join(rows), {"sets": sets, "cannot": cannot, "why": why, "opens": opens}


def _planned(k: Planned, before: Set) -> dict[str, Any]:
    return {
        "arrangement": k.fitted.arrangement.code, "title": k.fitted.arrangement.title, "kind": k.fitted.arrangement.kind,
        "side": k.fitted.side, "set": asdict(k.photo_set), "misses": k.misses, "effort": minutes_from(before, k),
        "minutes": k.minutes, "uses": list(k.uses), "reasons": reasons(k), "weak": [plan_text(a) for a in k.weak],
        "pattern": k.pattern.name if k.pattern else "", "closeness": k.closeness, "binds": [plan_text(a) for a in binds(k)],
    }  # fmt: skip


def _lines(number: int, k: dict[str, Any]) -> list[str]:
    met = "meets every aim" if not k["misses"] and not k["weak"] else f"{k['closeness']:.1f} off"
    rows = [
        f"{number}. {k['title']} ({k['kind']}): {met}, {k['minutes']:.0f} min to build; uses {', '.join(k['uses']) or 'nothing'}"
    ]
    rows += [f"   {text}" for text in (k["reasons"][1], *k["weak"])]
    return rows


def arranged(name: str, file: SetFile, kit: Kit) -> tuple[SetFile | None, Told]:
    """One arrangement in a set's room: the set that it makes, or why it cannot be.

    Raises NotAccepted for a name that is none.
    """
    if name not in ARRANGEMENTS:
        raise NotAccepted([Problem("name", f"{name!r} is no arrangement", ", ".join(ARRANGEMENTS))])
    made = fitted(ARRANGEMENTS[name], file.set, sitter_of(file.set), usable(kit), known_sitters())
    if made.photo_set is None:
        why = [plan_text(a) for a in made.refused]
        return None, ("\n".join(f"{made.arrangement.title} cannot be: {k}." for k in why), {"set": None, "why": why})
    quick = planned(made, looks())
    assert quick is not None
    best = finer(quick, looks(SETTLED))
    told = _planned(best, file.set)
    return new_file(f"{made.arrangement.title}, {file.name}"[:120], best.photo_set), ("\n".join(_lines(1, told)), told)


def beside(files: list[SetFile], same_exposure: bool) -> Told:
    """Sets side by side."""
    rows = compared(tuple(k.set for k in files), looks(SETTLED), same_exposure)
    told = [_beside(file, k) for file, k in zip(files, rows, strict=True)]
    words = [f"{k['name']}: {k['pattern'] or 'no pattern'}, ratio {k['ratio_stops']:.1f} stops" for k in told]
    for k in told[1:]:
        words.append(f"{k['name']} against {told[0]['name']}:")
        words += [f"   {LABELS[s]} {stops_text(v)}" for s, v in k["off"].items() if abs(v) >= 0.1]
        words += [f"   {text}" for text in k["changes"]]
    return "\n".join(words), {"sets": told}


def _beside(file: SetFile, k: Beside) -> dict[str, Any]:
    def said(act: Act) -> str:
        return change_text(act)

    return {
        "name": file.name, "pattern": k.state.pattern, "hardness": k.state.grade, "ratio_stops": float(k.state.tones.ratio),
        "stops": {s: float(v) for s, v in k.state.tones.stops.items()}, "off": k.off,
        "changes": [said(c.act) for c in k.changes], "minutes": sum(c.minutes for c in k.changes),
    }  # fmt: skip


def complained(words: str, file: SetFile, kit: Kit) -> Told:
    """What in a set causes a complaint, with figures, and what mends it: each mend was applied and read as a whole set."""
    complaint, photo_set = complaint_of(words), file.set
    stages, support = looks()(photo_set), support_of(kit.stands)
    found = findings_of(photo_set, stages.mesh, support=support, only=complaint.steps)
    ground = ground_for(stages, usable(kit), known_sitters())
    *_, last = mended.complained(complaint, stages, found, support, ground)
    causes: list[dict[str, Any]] = [
        {"code": f.code, "severity": f.severity, "text": message(f), "figures": f.figures} for f in last.causes
    ]
    mends = [{"text": answer_text(k), "effort": k.effort, "set": asdict(k.photo_set)} for k in last.mends]
    nothing = nothing_text(bool(causes), any(f.severity == "warn" for f in last.causes), bool(mends))
    spread = [row_text(last.spread)] if last.spread else []
    rows = [f"{complaint.title}:", *(f"   {k}" for k in spread), *(f"   {k['text']}" for k in causes)]
    rows += [f"   {nothing}"] if nothing else []
    rows += [f"   mend: {k['text']}" for k in mends]
    told = {"complaint": complaint.title, "code": complaint.code, "causes": causes, "mends": mends, "nothing": nothing}
    return "\n".join(rows), told
