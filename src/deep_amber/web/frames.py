"""Test frames: the camera is fired, its files are kept, and each is set against the picture that was computed."""

import base64
from dataclasses import asdict
from typing import Any

import numpy as np
from flask import Response, current_app, send_file

from ..core.capture.faults import Taken, faults_of
from ..core.expose.compared import mean_stops, stops_between
from ..core.expose.histogram import channels_of, zone_masks
from ..core.exposure.meter import stops_apart
from ..core.model import Set
from ..core.presenting.taken import fault_text
from ..core.problem import NotAccepted
from ..core.simulation.simulate import simulated
from ..core.simulation.stages import Stages
from ..core.units import metered_aperture_text
from ..formats.picture_file import read_upright
from ..store.frames import Frame, add_frame, frame_file, frames_of
from .answers import answer
from .described import file_of
from .device_links import told, units_of, where
from .device_schemas import FrameOut, FramePath, FramesOut, MeteredOut, ShootIn
from .devices import camera_set, show
from .expose_schemas import MeterIn
from .metering import held_meter
from .pictures import PictureDesk
from .routes import Routes
from .scenes import sound
from .schemas import SetPath

frames = Routes("frames", "/api/sets", ("404", "413", "422", "503"))
A_FRAME = 15.0  # [s] that the stand-in may take over one


def _desk() -> PictureDesk:
    return current_app.extensions["pictures"]


def _trigger_address() -> str:
    """Of the trigger on the camera's shoe; empty where it is off or not running."""
    try:
        return str(where("trigger"))
    except NotAccepted:
        return ""


@frames.post("/<string:set_id>/frames", responses={"201": FramesOut})
def shoot(path: SetPath, body: ShootIn) -> Response:
    """Sets camera and flashes, fires, and keeps what comes."""
    photo_set = sound(body.set)
    frames_of(current_app.extensions["sessions"], path.set_id)  # the set is on the shelf, before anything fires
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
    with _desk().beside_picture(photo_set) as stages:
        kept = [_keep(path.set_id, photo_set, stages, told_of, body.feet) for told_of in made]
    return answer(FramesOut(frames=kept), 201)


def _keep(set_id: str, photo_set: Set, stages: Stages, of: dict[str, Any], feet: bool) -> FrameOut:
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
    return _out(add_frame(sessions, folder, set_id, of["name"], found, files["jpg"], files.get("dng")))


def _out(frame: Frame) -> FrameOut:
    return FrameOut(id=frame.id, name=frame.name, raw=frame.raw, **frame.told)


@frames.get("/<string:set_id>/frames", responses={"200": FramesOut})
def list_frames(path: SetPath) -> Response:
    """The newest frames of a set, the newest first."""
    return answer(FramesOut(frames=[_out(k) for k in frames_of(current_app.extensions["sessions"], path.set_id)]))


@frames.get("/<string:set_id>/frames/<string:frame_id>/picture", responses={"200": file_of("image/jpeg")})
def frame_picture(path: FramePath) -> Response:
    """The JPEG as the camera wrote it."""
    found = frame_file(current_app.extensions["sessions"], current_app.extensions["folder"], path.frame_id, "jpg")
    return send_file(found.resolve(), mimetype="image/jpeg", download_name=f"{path.frame_id}.jpg")


@frames.get("/<string:set_id>/frames/<string:frame_id>/raw", responses={"200": file_of("image/x-adobe-dng")})
def frame_raw(path: FramePath) -> Response:
    """The raw file as the camera wrote it."""
    found = frame_file(current_app.extensions["sessions"], current_app.extensions["folder"], path.frame_id, "dng")
    return send_file(
        found.resolve(), mimetype="image/x-adobe-dng", download_name=f"{path.frame_id}.dng", as_attachment=True
    )


@frames.post("/metered", responses={"200": MeteredOut})
def metered(body: MeterIn) -> Response:
    """What the hand meter shows where it is held: its own error is in it."""
    with _desk().beside_picture(sound(body.set)) as stages:
        held, read = held_meter(stages, body)
        exposure = sum(k.exposure for k in read.lights)
    sensitivity = body.set.camera.sensitivity
    shown = float(
        told("hand meter", "read", lux_s=exposure, sensitivity=sensitivity, receptor=held.receptor)["aperture"]
    )
    off = stops_apart(shown, read.aperture)
    return answer(
        MeteredOut(
            shown=metered_aperture_text(shown),
            aperture=shown,
            computed=metered_aperture_text(read.aperture),
            off=off,
        )
    )
