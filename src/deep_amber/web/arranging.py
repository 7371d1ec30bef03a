"""Starting arrangements: listed, searched by look, each fitted to a set's room with a small picture."""

from collections.abc import Iterator

from flask import Response, current_app, stream_with_context

from ..core.planning.arrangements import ARRANGEMENTS
from ..core.planning.found import found_by
from ..core.presenting.planning import plan_text
from .answers import answer
from .pictures import PictureDesk, Superseded
from .plan_schemas import ArrangedOut, ArrangeIn, ArrangementOut, ArrangementsOut
from .planning import LINES, ground_of, own_kit, planned_out, small_jpeg
from .routes import Routes
from .scenes import sound

arranging = Routes("arrangements", "/api/arrangements", ("413", "422", "503"))


@arranging.get("", responses={"200": ArrangementsOut})
def known() -> Response:
    """All of them, with what they are for."""
    rows = [
        ArrangementOut(
            code=k.code, title=k.title, kind=k.kind, when=k.when, why=k.why, watch=k.watch,
            words=[*k.patterns, *k.moods],
        )
        for k in ARRANGEMENTS.values()
    ]  # fmt: skip
    return answer(ArrangementsOut(arrangements=rows))


@arranging.post("", responses={"200": ArrangedOut})
def arranged(body: ArrangeIn) -> Response:
    """Each arrangement that words find, in this room: the set with its picture, or why it cannot be; a line each."""
    photo_set, kit = sound(body.set), own_kit()
    desk: PictureDesk = current_app.extensions["pictures"]
    wanted = found_by(body.words)

    def lines() -> Iterator[str]:
        try:
            with desk.planning(body.viewer, body.number) as looks:
                ground = ground_of(photo_set, kit, looks)
                for n, k in enumerate(wanted, 1):
                    made, read = ground.fit(k), None
                    if made.photo_set is not None:
                        found = ground.read(k)
                        read = None if found is None else ground.offered(found)
                    why = ". ".join(plan_text(a, body.feet) for a in made.refused[:2])
                    out = ArrangedOut(
                        done=n / len(wanted), code=k.code, why=why, made=planned_out(read, body.feet) if read else None,
                        picture=small_jpeg(read.photo_set) if read else "",
                    )  # fmt: skip
                    yield out.model_dump_json() + "\n"
        except Superseded:
            return

    return Response(stream_with_context(lines()), mimetype=LINES)
