"""The commands of the stand-ins: camera, trigger, hand-meter. Each answers at an address of this machine until it is stopped."""

from typing import Any

import click

from .reading_cli import PictureSize, fail, settled

port = click.option("--port", type=click.IntRange(0, 65535), default=0, show_default=True, help="0 takes a free one.")
hurry = click.option("--hurry", type=click.FloatRange(0.1, 1000), default=1.0, help="Times faster than life.")


def _run(name: str, handler: Any, port: int) -> None:
    from .devices.protocol import Device

    try:
        device = Device(handler, port=port)
    except OSError as error:
        fail(f"127.0.0.1:{port}: {error.strerror}")
        return
    click.echo(f"The stand-in {name} is at {device.address}")
    try:
        device.serve_forever()
    except KeyboardInterrupt:
        device.server_close()


@click.command()
@port
@hurry
@click.option("--size", type=PictureSize(), default="640x800", show_default=True, help="Of its files, upright.")
def camera(port: int, hurry: float, size: tuple[int, int]) -> None:
    """Starts the stand-in camera."""
    from .devices.camera import CameraDevice

    _run("camera", CameraDevice(settled(size), hurry=hurry).handle, port)


@click.command()
@port
@hurry
def trigger(port: int, hurry: float) -> None:
    """Starts the stand-in trigger with its flashes."""
    from .devices.trigger import Trigger

    _run("trigger", Trigger(hurry=hurry).handle, port)


@click.command("hand-meter")
@port
@click.option("--serial", default="M-1", show_default=True, help="Draws its own error.")
def hand_meter(port: int, serial: str) -> None:
    """Starts the stand-in hand meter."""
    from .devices.hand_meter import HandMeterDevice

    _run("hand meter", HandMeterDevice(serial).handle, port)


STAND_INS = (camera, trigger, hand_meter)
