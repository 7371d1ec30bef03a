"""Test frames: the camera is fired, its files are kept, and each is set against the picture that was computed."""

from flask import Response, current_app, send_file

from ..core.exposure.meter import stops_apart
from ..core.units import metered_aperture_text
from ..store.frames import frame_file, frames_of
from ..store.log import About
from .answers import answer
from .described import file_of
from .device_links import told
from .device_schemas import FramePath, FramesOut, MeteredOut, ShootIn
from .expose_schemas import MeterIn
from .metering import read_meter
from .pictures import PictureDesk
from .routes import Routes
from .scenes import sound
from .schemas import SetPath
from .shooting import fire, frame_out

frames = Routes("frames", "/api/sets", ("404", "413", "422", "503"))


def _desk() -> PictureDesk:
    return current_app.extensions["pictures"]


@frames.post("/<string:set_id>/frames", responses={"201": FramesOut})
def shoot(path: SetPath, body: ShootIn) -> Response:
    """Sets camera and flashes, fires, and keeps what comes."""
    sound(body.set)
    frames_of(current_app.extensions["sessions"], path.set_id)  # the set is on the shelf, before anything fires
    return answer(FramesOut(frames=fire(About(path.set_id), body)), 201)


@frames.get("/<string:set_id>/frames", responses={"200": FramesOut})
def list_frames(path: SetPath) -> Response:
    """The newest frames of a set, the newest first."""
    return answer(FramesOut(frames=[frame_out(k) for k in frames_of(current_app.extensions["sessions"], path.set_id)]))


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
        held, read = read_meter(stages, body)
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
