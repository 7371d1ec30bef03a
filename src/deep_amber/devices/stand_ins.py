"""Starts the three stand-ins beside the application, each a process of its own, so that any of them can die without harm."""

import atexit
import subprocess
import sys
import threading

from .protocol import Address, address_of

COMMANDS = {"camera": "camera", "trigger": "trigger", "hand meter": "hand-meter"}


class StandIns:
    """Their addresses, as they come up."""

    def __init__(self, size: str = "640x800"):
        """size : of the camera's files"""
        self._size, self._processes = size, dict[str, subprocess.Popen[str]]()
        self.addresses: dict[str, Address] = {}
        atexit.register(self.stop)

    def start(self) -> None:
        """Starts them; nobody waits for them."""
        for kind, command in COMMANDS.items():
            more = ["--size", self._size] if kind == "camera" else []
            self._processes[kind] = subprocess.Popen(
                [sys.executable, "-m", "deep_amber.cli", command, *more], stdout=subprocess.PIPE, text=True
            )
            threading.Thread(target=self._listen, args=(kind,), daemon=True).start()

    def _listen(self, kind: str) -> None:
        out = self._processes[kind].stdout
        for line in out or ():
            if " is at " in line:
                self.addresses[kind] = address_of(line.split()[-1])

    def stop(self) -> None:
        for process in self._processes.values():
            process.terminate()
