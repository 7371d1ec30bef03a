"""The kit: open, save, import and export as JSON and CSV, own readings beside the table."""

from flask import Response, current_app, request

from ..core.kit.owned import Kit
from ..core.kit.readings import needs_time, trims
from ..core.presenting.forms import forms
from ..core.presenting.kit_summary import summary
from ..core.units import metered_aperture_text, stops_text
from ..formats.kit_file import LISTS, check_kit, read_kit_csv, read_kit_file, write_kit_csv, write_kit_file
from ..store.kit import StoredKit, open_kit, save_kit
from .answers import answer
from .described import file_of
from .kit_schemas import FormsOut, ItemOut, KitIn, KitOut, ReadKitOut, StaleKitOut, TrimOut
from .routes import Routes

kit = Routes("kit", "/api/kit", ("413", "422"))


def _trims(owned: Kit) -> list[TrimOut]:
    return [
        TrimOut(
            source=item.name,
            modifier=t.reading.modifier or "bare",
            read=metered_aperture_text(t.reading.aperture),
            table=metered_aperture_text(t.table),
            trim=stops_text(t.trim),
        )
        for item in owned.sources
        for t in trims(owned, item)
    ]


def kit_out(stored: StoredKit) -> KitOut:
    """The kit as it is shown."""
    items = [
        ItemOut(part=part, name=i.name, summary=summary(i), timed=needs_time(i))
        for part in LISTS
        for i in getattr(stored.kit, part)
    ]
    return KitOut(version=stored.version, kit=stored.kit, items=items, trims=_trims(stored.kit))


@kit.get("", responses={"200": KitOut})
def the_kit() -> Response:
    """Everything that is owned."""
    return answer(kit_out(open_kit(current_app.extensions["sessions"])))


@kit.put("", responses={"200": KitOut, "409": StaleKitOut})
def save(body: KitIn) -> Response:
    """Saves over the version it was based on; a stale save is refused."""
    return answer(kit_out(save_kit(current_app.extensions["sessions"], body.based_on, check_kit(body.kit))))


@kit.get("/forms", responses={"200": FormsOut})
def kit_forms() -> Response:
    """What can be filled in for each kind of thing."""
    return answer(FormsOut(forms=forms()))


@kit.post("/read", responses={"200": ReadKitOut})
def read_file() -> Response:
    """Reads a kit file, JSON or CSV as exported, without keeping it: the request's body is the file."""
    raw = request.get_data()
    table = "csv" in (request.content_type or "")
    return answer(ReadKitOut(kit=read_kit_csv(raw) if table else read_kit_file(raw)))


@kit.get("/file.json", responses={"200": file_of("application/json")})
def export_json() -> Response:
    """The kit file."""
    made = write_kit_file(open_kit(current_app.extensions["sessions"]).kit)
    return Response(
        made, mimetype="application/json", headers={"Content-Disposition": 'attachment; filename="kit.json"'}
    )


@kit.get("/file.csv", responses={"200": file_of("text/csv")})
def export_csv() -> Response:
    """The kit as a table."""
    made = write_kit_csv(open_kit(current_app.extensions["sessions"]).kit)
    return Response(made, mimetype="text/csv", headers={"Content-Disposition": 'attachment; filename="kit.csv"'})
