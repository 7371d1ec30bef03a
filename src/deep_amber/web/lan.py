"""Other devices of the home network: paired by a code, kept to the shoot view, everything else refused. Off unless asked for."""

import ipaddress
import secrets
import time
from collections.abc import Callable
from dataclasses import dataclass, field
from hashlib import sha256
from threading import Lock

from flask import Flask, Request, Response, abort, current_app, make_response, redirect, request
from limits import RateLimitItem, parse
from limits.storage import MemoryStorage
from limits.strategies import MovingWindowRateLimiter
from markupsafe import escape
from werkzeug.wrappers import Response as BaseResponse

LETTERS = "23456789ABCDEFGHJKLMNPQRSTUVWXYZ"  # none that are taken for each other
CODE_LENGTH = 8
CODE_LASTS, SESSION_LASTS = 600.0, 12 * 3600.0  # [s]
MOST_DEVICES = 8
COOKIE = "deep-amber-device"
NAME_LENGTH = 40
A_TRY, TRIES, ASKS = parse("6/minute"), parse("30/hour"), parse("1200/minute")
"""Codes that one address may try, that all may try together, and what a paired device may ask for."""
SERVED = ("/api/shoot", "/shoot", "/assets/")
"""All that a paired device reaches, by how its path begins."""
FILES = ("/favicon.svg", "/favicon.ico")
PAIR_PAGE = """<!doctype html><html lang="en"><meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1"><title>Pair · Deep Amber</title>
<style>body{{background:#17110b;color:#f0e2cc;font:20px/1.4 sans-serif;margin:0;padding:24px;max-width:26em}}
input,button{{font:inherit;padding:12px;width:100%;box-sizing:border-box;margin:8px 0;border-radius:4px}}
input{{background:#221910;color:#ffc877;border:1px solid #bfa682;letter-spacing:.15em}}
button{{background:#f0a23c;border:0;color:#1d150d;font-weight:600}}p.wrong{{color:#ff8f7a}}</style>
<h1>Pair this device</h1>{wrong}<form method="post" action="/pair"><label>Code, as the computer shows it
<input name="code" value="{code}" autocomplete="off" autocapitalize="characters" maxlength="20" required></label>
<label>What this device is called<input name="name" maxlength="40" value="phone"></label><button>Pair</button></form>"""
PAIR_POLICY = (
    "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"
)


@dataclass
class Device:
    """One that was paired."""

    id: str
    name: str
    until: float
    """By the clock of `Lan`."""


@dataclass
class Lan:
    """The code of the moment, and the devices that were paired. All of it is forgotten when the server stops."""

    clock: Callable[[], float] = time.monotonic
    code: str = ""
    code_until: float = 0.0
    devices: dict[str, Device] = field(default_factory=dict)
    """By the hash of their session."""
    _lock: Lock = field(default_factory=Lock)

    def __post_init__(self) -> None:
        self._limits = MovingWindowRateLimiter(MemoryStorage())
        self.renew()

    def renew(self) -> str:
        """A new code; the old one is worthless."""
        with self._lock:
            self._new_code()
        return self.code

    def _new_code(self) -> None:
        self.code = "".join(secrets.choice(LETTERS) for _ in range(CODE_LENGTH))
        self.code_until = self.clock() + CODE_LASTS

    def present_code(self) -> str:
        """The code, a fresh one where it has run out."""
        return self.code if self.clock() < self.code_until else self.renew()

    def allowed(self, what: RateLimitItem, *who: str) -> bool:
        """Whether it is not too much; counts it."""
        return bool(self._limits.hit(what, *who))

    def pair(self, typed: str, name: str) -> str | None:
        """A session for the right code, which is worthless from then on; None for a wrong or used one, or too many devices."""
        plain = "".join(c for c in typed.upper() if c.isalnum())
        with self._lock:
            self._drop_old()
            right = self.clock() < self.code_until and secrets.compare_digest(plain.encode(), self.code.encode())
            if not right or len(self.devices) >= MOST_DEVICES:
                return None
            self._new_code()
            token = secrets.token_urlsafe(32)
            made = Device(secrets.token_hex(8), name.strip()[:NAME_LENGTH] or "device", self.clock() + SESSION_LASTS)
            self.devices[_hash(token)] = made
            return token

    def device_of(self, token: str | None) -> Device | None:
        """Whose session it is; None for none."""
        if not token or len(token) > 200:
            return None
        with self._lock:
            self._drop_old()
            return self.devices.get(_hash(token))

    def drop(self, device_id: str) -> None:
        """Ends a device's session."""
        with self._lock:
            self.devices = {k: d for k, d in self.devices.items() if d.id != device_id}

    def _drop_old(self) -> None:
        self.devices = {k: d for k, d in self.devices.items() if d.until > self.clock()}


def _hash(token: str) -> str:
    return sha256(token.encode()).hexdigest()


def code_text(code: str) -> str:
    """In two halves, to be read off."""
    return f"{code[: CODE_LENGTH // 2]}-{code[CODE_LENGTH // 2 :]}"


def is_loopback(address: str | None) -> bool:
    """Whether a request comes from this machine."""
    try:
        found = ipaddress.ip_address(address or "")
    except ValueError:
        return False
    mapped = getattr(found, "ipv4_mapped", None)
    return bool((mapped or found).is_loopback)


def is_address(host: str) -> bool:
    """Whether a host is written as an address: a name could be made to point here by somebody else."""
    try:
        ipaddress.ip_address(host.strip("[]"))
    except ValueError:
        return False
    return True


def guard(lan: Lan, asked: Request, host: str) -> None:
    """What another device may reach: nothing but the pairing page without a session, the shoot view with one."""
    who = asked.remote_addr or ""
    if not is_address(host):
        abort(403, "This address is not served here.")
    if asked.path == "/pair":
        return
    device = lan.device_of(asked.cookies.get(COOKIE))
    if device is None:
        abort(403, "This device is not paired.")
    if not lan.allowed(ASKS, who, device.id):
        abort(429, "Too much at once. Try again in a minute.")
    served = any(asked.path == k or asked.path.startswith(k.rstrip("/") + "/") for k in SERVED) or asked.path in FILES
    if not served or ".." in asked.path:
        abort(403, "A paired device reaches the shoot view alone.")


def register_pairing(app: Flask) -> None:
    """The pairing page; it is there for other devices alone, and only while the home network is served."""

    @app.get("/pair")
    def pair_page() -> Response:
        return _page(code=request.args.get("code", "")[:20])

    @app.post("/pair")
    def pair_device() -> BaseResponse:
        lan: Lan | None = current_app.extensions.get("lan")
        if lan is None:
            abort(404, "There is nothing at this address.")
        if not (lan.allowed(A_TRY, "pair", request.remote_addr or "") and lan.allowed(TRIES, "pair")):
            return _page("Too many tries. Wait a minute.", status=429)
        token = lan.pair(request.form.get("code", "")[:40], request.form.get("name", ""))
        if token is None:
            return _page("That code is not the present one. Each works once, for ten minutes.", status=403)
        made = redirect("/shoot", 303)
        made.set_cookie(COOKIE, token, max_age=int(SESSION_LASTS), httponly=True, samesite="Strict", path="/")
        return made


def _page(wrong: str = "", code: str = "", status: int = 200) -> Response:
    if current_app.extensions.get("lan") is None:
        abort(404, "There is nothing at this address.")
    said = f'<p class="wrong" role="alert">{escape(wrong)}</p>' if wrong else ""
    made = make_response(PAIR_PAGE.format(wrong=said, code=escape(code)), status)
    made.headers["Content-Security-Policy"] = PAIR_POLICY
    made.headers["Referrer-Policy"] = "same-origin"  # a form of a page without it says no origin, and is refused
    return made
