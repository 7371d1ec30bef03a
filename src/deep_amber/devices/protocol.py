"""The protocol: one request, one answer, a line of JSON each, over TCP on this machine.

A request is an object with "do"; an answer has "ok": true with what was asked for, or "ok": false with "error" in words.
"""

import json
import socket
import socketserver
import threading
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, cast

LONGEST = 40_000_000  # bytes of a line: a raw file, coded
PATIENCE = 3.0  # [s] until a device that does not answer is given up
Handler = Callable[[dict[str, Any]], dict[str, Any]]


class DeviceError(Exception):
    """What a device says is wrong, or that it does not answer; in words."""


class Refusal(Exception):
    """Raised by a handler: the device does not do that, in words."""


@dataclass(frozen=True)
class Address:
    host: str
    port: int

    def __str__(self) -> str:
        return f"{self.host}:{self.port}"


def address_of(text: str) -> Address:
    """From "127.0.0.1:4711"; ValueError, in words, for what is none."""
    host, _, port = text.strip().rpartition(":")
    if not host or not port.isdigit() or not 0 < int(port) < 65536:
        raise ValueError(f"{text!r} is not an address: a host and a port, such as 127.0.0.1:4711")
    return Address(host, int(port))


def ask(address: Address, do: str, patience: float = PATIENCE, **more: Any) -> dict[str, Any]:
    """What a device answers. Raises DeviceError, in words, where it does not, or refuses."""
    try:
        with socket.create_connection((address.host, address.port), timeout=min(patience, PATIENCE)) as link:
            link.settimeout(patience)
            link.sendall(json.dumps({"do": do} | more).encode() + b"\n")
            with link.makefile("rb") as lines:
                raw = lines.readline(LONGEST)
    except TimeoutError:
        raise DeviceError(f"nothing came from {address} within {patience:.0f} s") from None
    except OSError as error:
        raise DeviceError(f"nothing answers at {address} ({(error.strerror or str(error)).lower()})") from None
    if not raw.endswith(b"\n"):
        raise DeviceError(f"{address} ended in the middle of its answer")
    try:
        answer = json.loads(raw)
    except ValueError:
        raise DeviceError(f"{address} answers in a language of its own") from None
    if not isinstance(answer, dict) or not answer.get("ok"):
        said = answer.get("error") if isinstance(answer, dict) else None
        raise DeviceError(str(said or f"{address} does not do that"))
    return answer


class _Link(socketserver.StreamRequestHandler):
    def handle(self) -> None:
        for raw in iter(lambda: self.rfile.readline(LONGEST), b""):
            try:
                asked = json.loads(raw)
                if not isinstance(asked, dict):
                    raise Refusal('a request is an object with "do"')
                answer: dict[str, Any] = {"ok": True} | cast(Device, self.server).handler(asked)
            except (Refusal, ValueError) as error:
                answer = {"ok": False, "error": str(error)}
            try:
                self.wfile.write(json.dumps(answer).encode() + b"\n")
            except OSError:
                return


class Device(socketserver.ThreadingTCPServer):
    """A device that answers at an address of this machine; port 0 takes a free one."""

    allow_reuse_address, daemon_threads = True, True

    def __init__(self, handler: Handler, host: str = "127.0.0.1", port: int = 0):
        self.handler = handler
        super().__init__((host, port), _Link)

    @property
    def address(self) -> Address:
        host, port = self.server_address[:2]
        return Address(str(host), int(port))

    def begin(self) -> None:
        """Answers in a thread of its own."""
        threading.Thread(target=self.serve_forever, daemon=True).start()

    def end(self) -> None:
        self.shutdown()
        self.server_close()


def figure(asked: dict[str, Any], name: str, low: float, high: float) -> float:
    """A number of a request within its limits; Refusal in words."""
    value = asked.get(name)
    if isinstance(value, bool) or not isinstance(value, int | float) or not low <= value <= high:
        raise Refusal(f"{name} is {value!r}; accepted: {low:g} to {high:g}")
    return float(value)
