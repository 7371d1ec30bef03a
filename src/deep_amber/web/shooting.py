"""Firing the camera: set, fired, its files fetched, set against the picture that was computed, and kept."""

import base64
from dataclasses import asdict
from typing import Any

import numpy as np
from flask import current_app

from ..core.capture.faults import Taken, faults_of
from ..core.expose.compared import mean_stops, stops_between
from ..core.expose.histogram import channels_of, zone_masks
from ..core.model import Set
from ..core.presenting.taken import fault_text
from ..core.problem import NotAccepted
from ..core.simulation.simulate import simulated
from ..core.simulation.stages import Stages
from ..formats.picture_file import read_upright
from ..store.frames import add_frame
from ..store.log import About, Entry
from .device_links import told, units_of, where
from .device_schemas import FrameOut, ShootIn
from .devices import camera_set, show
from .pictures import PictureDesk

A_FRAME = 15.0  # [s] that the stand-in may take over one


def _trigger_address() -> str:
    """Of the trigger on the camera's shoe; empty where it is off or not running."""
    try:
        return str(where("trigger"))
    except NotAccepted:
        return ""


def fire(about: About, body: ShootIn) -> list[FrameOut]:
    """Sets camera and flashes, fires, and keeps what comes; the set is sound."""
    photo_set = body.set
    show(photo_set)
    if body.set_first:
        camera_set(photo_set, body.white_balance)
        trigger = _trigger_address()
        told("camera", "set", trigger=trigger)
        if trigger:
            told("trigger", "units", units=units_of(photo_set))
    told("camera", "set", timer=body.timer, row=body.row, focus_mode=body.focus)
    patience = body.timer + body.row * A_FRAME
    made = told("camera", "fire", patience, on=body.on, walk=body.walk)["frames"]
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.beside_picture(photo_set) as stages:
        return [frame_out(_keep(about, photo_set, stages, told_of, body.feet)) for told_of in made]


def _keep(about: About, photo_set: Set, stages: Stages, of: dict[str, Any], feet: bool) -> Entry:
    """Fetches a frame's files, sets it against what was computed, and keeps it."""
    files = {
        k.rpartition(".")[2]: base64.b64decode(told("camera", "read", 10.0, name=k)["content"]) for k in of["files"]
    }
    size = stages.quality.size
    real = read_upright(files["jpg"], (size.width, size.height))
    computed = simulated(stages).picture
    between = stops_between(real, computed, zone_masks(stages))
    missed = tuple((str(k["name"]), str(k["why"])) for k in of["missed"])
    taken = Taken(of["fired"], missed, of["focus"], of["eye"], of["on_mark"], of["white_balance"])
    off = 0.0 if np.isnan(between.stops) else between.stops
    faults = [fault_text(k, feet) for k in faults_of(taken, photo_set.camera, photo_set.camera, off)]
    found = {
        "faults": faults,
        "fired": of["fired"],
        "between": asdict(between) if not np.isnan(between.stops) else None,
        "histogram": asdict(channels_of(real)),
        "mean": mean_stops(real),
        "predicted": mean_stops(computed),
    }
    sessions, folder = current_app.extensions["sessions"], current_app.extensions["folder"]
    return add_frame(sessions, folder, about, of["name"], found, files["jpg"], files.get("dng"), photo_set)


def frame_out(frame: Entry) -> FrameOut:
    """As it is told."""
    return FrameOut(id=frame.id, name=frame.name, raw=bool(frame.raw), **frame.told)
