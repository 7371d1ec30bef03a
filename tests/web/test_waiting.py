"""The real server under load: idle sockets and waiting pictures never keep the shelf or a drag from their answer."""

import json
import socket
import threading
import unittest
import urllib.error
import urllib.request

from deep_amber.web.desk_parts import Kept
from deep_amber.web.pictures import PictureDesk
from tests.browser.page import Server
from tests.sets import DEMO, demo_file

from .test_bench import Told


class Waiting(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.server = Server(quick=False)
        cls.addClassCleanup(cls.server.stop)

    def get(self, place: str) -> int:
        with urllib.request.urlopen(self.server.address + place, timeout=60) as answer:
            return answer.status

    def test_idle_sockets_lock_nobody_out(self):
        host, port = self.server.address.removeprefix("http://").split(":")
        idle = [socket.create_connection((host, int(port))) for _ in range(150)]
        try:
            self.assertEqual(self.get("/api/sets"), 200)
        finally:
            for k in idle:
                k.close()

    def test_the_shelf_does_not_wait_behind_fifty_pictures(self):
        base = json.loads(next(DEMO.glob("4-*.json")).read_text())["set"]
        done: list[int] = []

        def picture(k: int) -> None:
            room = {**base["room"], "width": base["room"]["width"] + 0.01 * k}
            body = {
                "set": {**base, "room": room},
                "quality": "settled",
                "viewer": f"tab {k}",
                "turn": 1,
                "solo": None,
                "was": "",
            }
            request = urllib.request.Request(
                self.server.address + "/api/picture", json.dumps(body).encode(), {"Content-Type": "application/json"}
            )
            try:
                with urllib.request.urlopen(request, timeout=300) as answer:
                    done.append(answer.status)
            except urllib.error.HTTPError as error:
                done.append(error.code)
            except (urllib.error.URLError, ConnectionError):
                return  # the test is over, and its server has gone

        threads = [threading.Thread(target=picture, args=(k,), daemon=True) for k in range(50)]
        for thread in threads:
            thread.start()
        while not done:  # those for whom there is no place are told at once
            threads[0].join(0.05)
        self.assertEqual(self.get("/api/sets"), 200)
        # Half of the pictures still wait when the shelf has answered.
        self.assertLess(len([k for k in done if k == 200]), 12)
        self.assertIn(503, done)


class First(unittest.TestCase):
    def test_a_quick_picture_goes_before_fine_ones_of_other_tabs(self):
        kept, order = Kept(pictures=Told()), []
        desk, photo_set = PictureDesk(kept=kept), demo_file().set

        def picture(quality: str, viewer: str) -> None:
            desk.compute(photo_set, quality, viewer, 1)
            order.append(quality)

        fine = threading.Thread(target=picture, args=("settled", "one"))
        fine.start()
        self.assertTrue(kept.pictures.at_work.wait(60))
        picture("dragged", "two")
        fine.join()
        self.assertEqual(order, ["dragged", "settled"])


if __name__ == "__main__":
    unittest.main()
