"""Where devices answer."""

from dataclasses import dataclass
from typing import Literal

from .models import DeviceRow
from .sets import Sessions

Kind = Literal["camera", "trigger", "hand meter"]
KINDS: tuple[Kind, ...] = ("camera", "trigger", "hand meter")


@dataclass(frozen=True)
class KnownDevice:
    kind: Kind
    address: str
    """Host and port; empty for the stand-in that the program starts."""
    on: bool


def devices(sessions: Sessions) -> dict[Kind, KnownDevice]:
    """All three; what was never set is the stand-in, on."""
    with sessions() as session:
        rows = {kind: session.get(DeviceRow, kind) for kind in KINDS}
    return {k: KnownDevice(k, row.address if row else "", row.on if row else True) for k, row in rows.items()}


def set_device(sessions: Sessions, device: KnownDevice) -> None:
    """Keeps where a device answers, and whether it is used."""
    with sessions.begin() as session:
        session.merge(DeviceRow(kind=device.kind, address=device.address, on=device.on))
