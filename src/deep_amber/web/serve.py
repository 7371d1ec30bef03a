"""Starts the server."""

import contextlib
import ctypes
import socket
import threading
from dataclasses import replace
from pathlib import Path

import segno
import waitress
from filelock import Timeout
from flask_openapi3 import OpenAPI

from ..core.model import Bare
from ..core.pattern.dial import dial_of
from ..core.pattern.reading import read_pattern
from ..core.pattern.shine_on_skin import shine_of
from ..core.problem import NotAccepted
from ..core.simulation import DRAGGED, SETTLED, Memory, Quality, simulate
from ..core.simulation.stages import Stages
from ..devices.stand_ins import StandIns
from ..formats.kit_file import read_kit_file
from ..formats.own_json import read_at_most
from ..formats.set_file import read_set_file
from ..formats.sitter_file import sitter_of
from ..formats.sitting_document import checked_sitting, sitting_from
from ..store.backup import in_use
from ..store.faults import DataFault
from ..store.kit import open_kit, save_kit
from ..store.sets import Sessions, add_set, list_sets, open_set
from ..store.sittings import add_sitting
from .app import create_app
from .lan import Lan, code_text
from .lan_routes import pairing_address
from .pictures import Busy, Superseded
from .request_log import set_up_log

HERE, EVERYWHERE = "127.0.0.1", "0.0.0.0"
KIT_NAME, SITTING_NAME = "kit.json", "sitting.json"
"""Of the demo folder; its sitting names sets where a kept one has their ids."""
THREADS = 40  # more than the pictures that may wait (pictures.MOST): saves and the shelf find one
SOCKETS, IDLE = 1000, 20  # that may be open at once; [s] after which one that asks for nothing is closed

M_ARENA_MAX, M_MMAP_THRESHOLD = -8, -3  # malloc.h
LARGE = 1 << 20  # [bytes]: arrays from this size on go back to the system when they are let go of


def warm(file: Path) -> None:
    """Compiles and loads every kernel, so that the first picture does not wait for it."""
    photo_set = read_set_file(file.read_bytes()).set
    memory = Memory()
    textured = replace(photo_set, backdrop=replace(photo_set.backdrop, variation=0.5))
    for shown, quality in ((photo_set, DRAGGED), (textured, SETTLED)):
        simulate(shown, sitter_of(shown), quality, memory)
    bare = replace(photo_set.lights[0], modifier=Bare())
    for shown in (photo_set, replace(photo_set, lights=(bare,))):
        stages = Stages(shown, sitter_of(shown), Memory(), DRAGGED, lambda: None)
        read_pattern(stages)
        dial_of(stages)
        shine_of(stages)


def _warm_last_set(app: OpenAPI) -> None:
    """Computes the picture that the first page will ask for, beside the start of the browser."""
    entries = [e for e in list_sets(app.extensions["sessions"]) if e.readable]
    if entries:
        photo_set = open_set(app.extensions["sessions"], entries[0].id).file.set
        # The quick picture alone: a fine one would be in the way of a page that is opened at once.
        with contextlib.suppress(NotAccepted, Superseded, Busy):
            app.extensions["pictures"].compute(photo_set, "dragged", "warm", 0)
    # What the core loads at first use, so that no hand waits for it.
    import scipy.ndimage
    import scipy.sparse
    import scipy.spatial  # noqa: F401


def _lean_memory() -> None:
    """Keeps the C library from holding freed memory: once a thread it would double what the server holds."""
    with contextlib.suppress(OSError, AttributeError):
        library = ctypes.CDLL(None)
        library.mallopt(M_ARENA_MAX, 2)
        library.mallopt(M_MMAP_THRESHOLD, LARGE)


class BadDemo(ValueError):
    """A file of the demo folder cannot be read; the message says which, and why."""


def load_demo(sessions: Sessions, folder: Path) -> None:
    """Puts the folder's sets on the shelf and its kit in place, through the same import as a user's.

    Raises BadDemo, and puts nothing there, when one of them cannot be read.
    """
    kit, sets, sittings = None, [], []
    for file in sorted(folder.glob("*.json"), reverse=True):
        try:
            with file.open("rb") as opened:
                raw = read_at_most(opened)
            if file.name == KIT_NAME:
                kit = read_kit_file(raw)
            elif file.name == SITTING_NAME:
                sittings.append(checked_sitting(sitting_from(raw.decode())))
            else:
                sets.append(read_set_file(raw))
        except NotAccepted as refused:
            raise BadDemo(f"{file}: {refused.problems[0]}") from None
        except ValueError as error:  # of the sitting, which has no reader of its own
            raise BadDemo(f"{file}: {str(error)[:200]}") from None
        except OSError as error:
            raise BadDemo(f"{file}: {error.strerror}") from None
    if kit and open_kit(sessions).version == 0:
        save_kit(sessions, 0, kit)
    ids = {made.name: add_set(sessions, made).id for made in sets}
    for sitting in sittings:
        looks = tuple(replace(k, set_id=ids[k.set_id]) for k in sitting.looks if k.set_id in ids)
        add_sitting(sessions, replace(sitting, looks=looks))


def serve(
    data_folder: Path,
    host: str,
    port: int,
    demo: Path | None,
    settled: Quality = SETTLED,
    stand_ins: bool = False,
    lan: bool = False,
    effort: float = 1.0,
) -> None:
    """Serves until interrupted; raises DataFault where another server uses the data folder.

    demo : a folder of set files, imported when the shelf is empty; settled : of pictures at rest; stand_ins : a camera, a
    trigger with flashes and a hand meter are started beside it; lan : other devices of the home network may pair;
    effort : of the usual, that plans are searched with
    """
    _lean_memory()
    set_up_log()
    host = EVERYWHERE if lan and host == HERE else host
    app = create_app(data_folder, frozenset({host}), settled, lan=Lan() if lan else None, effort=effort)
    held = in_use(data_folder)
    try:
        held.acquire(timeout=0)
    except Timeout:
        raise DataFault(f"{data_folder} is in use by another server: choose another --data") from None
    sessions = app.extensions["sessions"]
    if demo and not list_sets(sessions):
        load_demo(sessions, demo)
    server = waitress.create_server(
        app,
        host=host,
        port=port,
        threads=THREADS,
        connection_limit=SOCKETS,
        channel_timeout=IDLE,
        cleanup_interval=IDLE // 4,
        channel_request_lookahead=1,  # so that it is seen when who asked has gone (pictures._gone)
    )
    if stand_ins:
        beside = StandIns(f"{settled.size.width}x{settled.size.height}")
        beside.start()
        app.extensions["stand_ins"] = beside
    threading.Thread(target=_warm_last_set, args=(app,), daemon=True).start()
    shown = HERE if lan else host
    name = f"[{shown}]" if ":" in shown and family_is_six(shown) else shown
    app.extensions["port"] = server.effective_port
    print(f"Deep Amber is at http://{name}:{server.effective_port}/", flush=True)
    if lan:
        _show_code(app, server.effective_port)
    server.run()


def _show_code(app: OpenAPI, port: int) -> None:
    """The pairing code as text and as a square, for a server without a screen of its own."""
    code = app.extensions["lan"].present_code()
    print(f"Other devices: {pairing_address(port)} with the code {code_text(code)}, within ten minutes", flush=True)
    segno.make(pairing_address(port, code), error="m").terminal(compact=True)


def family_is_six(host: str) -> bool:
    """Whether a host is written as an IPv6 address."""
    try:
        socket.inet_pton(socket.AF_INET6, host)
    except OSError:
        return False
    return True
