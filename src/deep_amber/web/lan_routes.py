"""What this machine's own page shows of the home network: the code, its square, the paired devices."""

import io
import socket
from typing import Annotated

import segno
from flask import Response, current_app
from pydantic import Field

from .answers import answer
from .lan import Lan, code_text
from .routes import Routes
from .schemas import Out

lan_routes = Routes("home network", "/api/lan", ("404", "413", "422"))
NOWHERE = "192.0.2.1"  # RFC 5737: nothing is sent, the system only says by which address it would be


class PairedOut(Out):
    id: str
    name: str


class LanOut(Out):
    on: bool
    address: str
    """To open on the other device; empty while it is off."""
    code: str
    square: str
    """The address with the code as a square code, SVG; empty while it is off."""
    devices: list[PairedOut]


class DevicePath(Out):
    device_id: Annotated[str, Field(max_length=32)]


def own_address() -> str:
    """This machine's address in the home network; the loopback address where it has none."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect((NOWHERE, 9))
            return str(probe.getsockname()[0])
        except OSError:
            return "127.0.0.1"


def pairing_address(port: int, code: str = "") -> str:
    """Where another device pairs."""
    return f"http://{own_address()}:{port}/pair{f'?code={code}' if code else ''}"


def _told() -> LanOut:
    lan: Lan | None = current_app.extensions.get("lan")
    if lan is None:
        return LanOut(on=False, address="", code="", square="", devices=[])
    port, code = int(current_app.extensions["port"]), lan.present_code()
    drawn = io.BytesIO()
    segno.make(pairing_address(port, code), error="m").save(drawn, kind="svg", scale=5, xmldecl=False, light="#fff")
    devices = [PairedOut(id=k.id, name=k.name) for k in list(lan.devices.values())]
    return LanOut(
        on=True, address=pairing_address(port), code=code_text(code), square=drawn.getvalue().decode(), devices=devices
    )  # fmt: skip


@lan_routes.get("", responses={"200": LanOut})
def home_network() -> Response:
    """Whether it is served, the code of the moment, and who is paired."""
    return answer(_told())


@lan_routes.post("/renew", responses={"200": LanOut})
def renew() -> Response:
    """Another code; the old one is worthless."""
    lan: Lan | None = current_app.extensions.get("lan")
    if lan is not None:
        lan.renew()
    return answer(_told())


@lan_routes.delete("/<string:device_id>", responses={"200": LanOut})
def unpair(path: DevicePath) -> Response:
    """Ends a device's session."""
    lan: Lan | None = current_app.extensions.get("lan")
    if lan is not None:
        lan.drop(path.device_id)
    return answer(_told())
