"""Lines of the log in words."""

from datetime import UTC
from typing import Any

from ..core.presenting.sitting import change_text
from ..core.units import aperture_text, metered_aperture_text, stops_text, time_text
from ..formats.picture_tags import PictureTags
from ..store.log import Entry
from .log_schemas import LogEntryOut, TagsOut


def tags_out(tags: PictureTags) -> TagsOut:
    """As they are said."""
    said = [
        aperture_text(tags.aperture) if tags.aperture else "",
        time_text(tags.time) if tags.time else "",
        f"ISO {tags.sensitivity:g}" if tags.sensitivity else "",
        f"{tags.focal_length:g} mm" if tags.focal_length else "",
        f"{tags.taken_at:%Y-%m-%d %H:%M}" if tags.taken_at else "",
    ]
    return TagsOut(
        aperture=tags.aperture, time=tags.time, sensitivity=tags.sensitivity, focal_length=tags.focal_length,
        text=", ".join(filter(None, said)), doubted=list(tags.doubted),
    )  # fmt: skip


def _told(entry: Entry) -> list[str]:
    told: dict[str, Any] = entry.told
    if entry.kind == "frame":
        between = told.get("between")
        said = [f"{stops_text(between['stops'])} stops over the computed picture"] if between else []
        return [*told.get("faults", []), *said]
    if entry.kind == "reading":
        return [
            f"read {metered_aperture_text(told['aperture'])}, computed {metered_aperture_text(told['computed'])} "
            f"({stops_text(told['off'])})"
        ]
    if entry.kind == "picture":
        tags = told.get("tags", {})
        said = [
            tags.get("text") or "without tags",
            f"{told['width']} x {told['height']}",
            "raw" if told["of_sensor"] else "",
        ]
        doubted = [f"not believed: {k}" for k in tags.get("doubted", [])]
        return [", ".join(filter(None, said)), *doubted]
    return []


def entry_out(entry: Entry, feet: bool = False) -> LogEntryOut:
    """As it is told."""
    picture = f"/api/log/{entry.id}/picture" if entry.kind in ("frame", "picture") else ""
    return LogEntryOut(
        id=entry.id, kind=entry.kind, at=entry.at.replace(tzinfo=UTC), name=entry.name, set_id=entry.about.set_id,
        set_name=entry.set_name, sitting_id=entry.about.sitting_id, sitting_name=entry.sitting_name, look=entry.about.look,
        sitter=entry.sitter, note=entry.note, stars=entry.stars, kept=entry.kept,
        changed=[change_text(k, feet) for k in entry.changed], told=_told(entry), picture=picture, raw=entry.raw,
    )  # fmt: skip
