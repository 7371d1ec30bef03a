"""Other devices: nothing is served without a session, and with one the shoot view alone."""

import tempfile
import unittest
from pathlib import Path

from deep_amber.formats.set_file import write_set_file
from deep_amber.web.app import create_app
from deep_amber.web.lan import CODE_LASTS, COOKIE, MOST_DEVICES, SESSION_LASTS, Lan, is_loopback
from tests.sets import demo_file

PHONE, HOST = {"REMOTE_ADDR": "192.168.1.20"}, "192.168.1.5:8732"


class Clock:
    now = 0.0

    def __call__(self) -> float:
        return self.now


class Pairing(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.clock = Clock()
        self.lan = Lan(self.clock)
        self.app = create_app(Path(folder.name), lan=self.lan)
        self.app.extensions["port"] = 8732
        self.addCleanup(self.app.extensions["sessions"].kw["bind"].dispose)
        self.phone = self.app.test_client()
        self.here = self.app.test_client()

    def ask(self, path: str, method: str = "GET", **more):
        return self.phone.open(
            path, method=method, environ_base=PHONE, headers={"Host": HOST, **more.pop("headers", {})}, **more
        )

    def pair(self, code: str, **headers):
        return self.ask("/pair", "POST", data={"code": code, "name": "phone"}, headers=headers)

    def sitting(self) -> str:
        set_id = self.here.post("/api/sets", data=write_set_file(demo_file(1))).json["id"]
        looks = [{"name": "soft", "set_id": set_id}]
        return self.here.post("/api/sittings", json={"sitting": {"name": "Evening", "looks": looks}}).json["id"]

    def every_route(self):
        for rule in self.app.url_map.iter_rules():
            path = rule.rule
            for argument in rule.arguments:
                path = path.replace(f"<string:{argument}>", "x").replace(f"<path:{argument}>", "x")
            for method in sorted((rule.methods or set()) - {"OPTIONS", "HEAD"}):
                yield method, path

    def test_a_scan_of_every_route_without_a_session_finds_the_pairing_page_alone(self):
        found = [(method, path) for method, path in self.every_route() if path != "/pair"]
        self.assertGreater(len(found), 100)
        for method, path in found:
            with self.subTest(f"{method} {path}"):
                made = self.ask(path, method, headers={"Cookie": f"{COOKIE}=made-up"})
                self.assertEqual(made.status_code, 403)
                self.assertNotIn(b"Nadia", made.data)

    def test_a_paired_device_reaches_the_shoot_view_and_nothing_else(self):
        sitting = self.sitting()
        self.assertEqual(self.pair(self.lan.code).status_code, 303)
        self.assertEqual(self.ask(f"/api/shoot/{sitting}").status_code, 200)
        self.assertEqual(self.ask("/api/shoot").json["sittings"][0]["name"], "Evening")
        for method, path in self.every_route():
            if not path.startswith(("/api/shoot", "/pair")):
                with self.subTest(f"{method} {path}"):
                    self.assertEqual(self.ask(path, method).status_code, 403)
        for path in ("/shoot/../api/sets", "/api/shoot/../sets", "/api/shootings", "/assets/../../app.py"):
            self.assertIn(self.ask(path).status_code, (403, 404), path)

    def test_a_code_works_once_and_for_ten_minutes(self):
        code = self.lan.code
        for wrong in ("", code[:-1], code + "2"):
            self.assertEqual(self.pair(wrong).status_code, 403, wrong)
        self.assertEqual(self.pair(f"{code[:4]}-{code[4:].lower()}").status_code, 303)
        self.phone = self.app.test_client()
        self.assertEqual(self.pair(code).status_code, 403)
        self.assertEqual(self.ask("/api/shoot").status_code, 403)
        code = self.lan.code
        self.clock.now += CODE_LASTS + 1
        self.assertEqual(self.pair(code).status_code, 403)

    def test_tries_are_few(self):
        codes = [self.pair("AAAA-AAAA").status_code for _ in range(8)]
        self.assertEqual(codes, [403] * 6 + [429] * 2)
        self.assertEqual(self.pair(self.lan.code).status_code, 429)

    def test_another_origin_another_name_and_a_session_that_is_over_are_refused(self):
        self.assertEqual(self.pair(self.lan.code, Origin="http://elsewhere.invalid").status_code, 403)
        self.assertEqual(self.pair(self.lan.code, Host="amber.invalid:8732").status_code, 403)
        self.assertEqual(self.ask("/pair", headers={"Host": "localhost:8732"}).status_code, 403)
        self.assertEqual(self.pair(self.lan.code).status_code, 303)
        sitting = self.sitting()
        put = {"json": {"step": 0}, "headers": {"Origin": "http://elsewhere.invalid"}}
        self.assertEqual(self.ask(f"/api/shoot/{sitting}", "PUT", **put).status_code, 403)
        self.assertEqual(self.ask("/api/shoot").status_code, 200)
        self.clock.now += SESSION_LASTS + 1
        self.assertEqual(self.ask("/api/shoot").status_code, 403)

    def test_this_machine_shows_the_code_and_ends_a_session(self):
        self.pair(self.lan.code)
        told = self.here.get("/api/lan").json
        self.assertEqual(told["code"].replace("-", ""), self.lan.code)
        self.assertIn("<svg", told["square"])
        self.assertEqual([k["name"] for k in told["devices"]], ["phone"])
        self.assertEqual(self.here.delete(f"/api/lan/{told['devices'][0]['id']}").json["devices"], [])
        self.assertEqual(self.ask("/api/shoot").status_code, 403)
        old = self.lan.code
        self.assertNotEqual(self.here.post("/api/lan/renew").json["code"].replace("-", ""), old)

    def test_no_more_devices_than_there_is_room_for(self):
        made = [self.lan.pair(self.lan.code, f"d{k}") for k in range(MOST_DEVICES + 1)]
        self.assertEqual([bool(k) for k in made], [True] * MOST_DEVICES + [False])

    def test_the_cookie_stays_with_us(self):
        said = self.pair(self.lan.code).headers["Set-Cookie"]
        for part in ("HttpOnly", "SameSite=Strict", "Path=/"):
            self.assertIn(part, said)


class Off(unittest.TestCase):
    def test_without_being_asked_for_no_other_machine_is_answered(self):
        with tempfile.TemporaryDirectory() as folder:
            app = create_app(Path(folder), frozenset({"0.0.0.0"}))
            self.addCleanup(app.extensions["sessions"].kw["bind"].dispose)
            client = app.test_client()
            for host in ("localhost", "192.168.1.5", "0.0.0.0"):
                for path in ("/api/sets", "/pair", "/shelf"):
                    made = client.get(path, environ_base=PHONE, headers={"Host": host})
                    self.assertEqual(made.status_code, 403, (host, path))
            self.assertEqual(client.get("/pair").status_code, 404)
            self.assertFalse(client.get("/api/lan").json["on"])

    def test_what_is_this_machine(self):
        for address, here in (("127.0.0.1", True), ("::1", True), ("::ffff:127.0.0.1", True), ("192.168.1.5", False),
                              ("", False), (None, False), ("127.0.0.1.invalid", False)):  # fmt: skip
            self.assertEqual(is_loopback(address), here, address)
