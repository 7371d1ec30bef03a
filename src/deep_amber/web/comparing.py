"""Sets side by side, and where practitioners differ."""

from collections.abc import Iterator

from flask import Response, current_app, stream_with_context

from ..core.planning.compare import Beside, compared
from ..core.planning.schools import QUESTIONS, School, schools
from ..core.presenting.drawing import drawing
from ..core.presenting.planned_more import differences, exposure_text, school_texts
from ..core.presenting.planning import plan_text
from ..core.presenting.sitting import change_text
from ..formats.sitter_file import sitter_of
from .answers import answer
from .pictures import PictureDesk, Superseded
from .plan_schemas import AskedIn, BesideOut, BesidesOut, CompareIn, SchoolsOut, WayOut
from .planning import LINES, ground_of, own_kit
from .routes import Routes
from .scenes import sound

comparing = Routes("comparing", "/api", ("413", "422", "503"))


def _stops(k: Beside) -> dict[str, float]:
    return {s: float(v) for s, v in k.state.tones.stops.items()}


@comparing.post("/compare", responses={"200": BesidesOut})
def beside(body: CompareIn) -> Response:
    """Two to four sets: what each reads, and what differs from the first."""
    sets = tuple(sound(k) for k in body.sets)
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.planning(f"compare {body.viewer}", body.number) as looks:
        rows = compared(sets, looks.at_rest, body.same_exposure)
    names = [*body.names, *(f"set {n + 1}" for n in range(len(rows)))]
    out = [
        BesideOut(
            name=name, set=k.photo_set, pattern=k.state.pattern, hardness=k.state.grade,
            ratio=f"{2 ** float(k.state.tones.ratio):.1f} : 1", stops=_stops(k),
            differs=differences(k, rows[0]) if n else [], changes=[change_text(c.act, body.feet) for c in k.changes],
            minutes=sum(c.minutes for c in k.changes), exposure=exposure_text(k.photo_set),
            drawing=drawing(k.photo_set, sitter_of(k.photo_set)),
        )
        for n, (name, k) in enumerate(zip(names, rows, strict=False))
    ]  # fmt: skip
    return answer(BesidesOut(sets=out))


def _school(n: int, k: School, feet: bool) -> SchoolsOut:
    ways = [
        WayOut(title=w.title, set=w.photo_set, texts=texts, stops=_stops(b))
        for w, texts, b in zip(k.ways, school_texts(k, feet), k.beside, strict=True)
    ]
    why = f"{plan_text(k.why_not, feet)}." if k.why_not else ""
    return SchoolsOut(done=(n + 1) / len(QUESTIONS), code=k.code, question=k.question, ways=ways, why_not=why)


@comparing.post("/schools", responses={"200": SchoolsOut})
def differ(body: AskedIn) -> Response:
    """Each question on this set, its ways side by side; a line of JSON each."""
    photo_set, kit = sound(body.set), own_kit()
    desk: PictureDesk = current_app.extensions["pictures"]

    def lines() -> Iterator[str]:
        try:
            with desk.planning(body.viewer, body.number) as looks:
                ground = ground_of(photo_set, kit, looks)
                for n, k in enumerate(schools(ground, looks.quick(photo_set))):
                    yield _school(n, k, body.feet).model_dump_json() + "\n"
        except Superseded:
            return

    return Response(stream_with_context(lines()), mimetype=LINES)
