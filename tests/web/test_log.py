"""The log and real pictures through the API, with real files."""

import io
import json
from unittest import mock

import numpy as np
from PIL import Image

from deep_amber.core.srgb import encoded
from deep_amber.formats.camera_file import FrameTags, jpeg_of_frame
from deep_amber.formats.set_file import read_set_file
from deep_amber.store.log import About, New, add_entry
from tests.core.capture.test_judge import taken, wrong
from tests.formats.test_camera_file import TAGS
from tests.sets import demo_file
from tests.web.client import WebTest


def jpeg(linear: np.ndarray, tags: FrameTags = TAGS) -> bytes:
    return jpeg_of_frame(np.round(encoded(np.clip(linear, 0, 1)) * 255).astype(np.uint8), tags)


def plain(level: float = 0.18) -> bytes:
    return jpeg(np.full((400, 320, 3), level))


class Bringing(WebTest):
    def bring(self, raw: bytes, **query) -> dict:
        answer = self.client.post("/api/log/pictures", query_string={"name": "IMG.jpg", **query}, data=raw)
        self.assertIn(answer.status_code, (200, 201), answer.data[:300])
        return answer.json


class Lines(Bringing):
    def test_a_picture_comes_in_once_with_its_tags_and_its_file_as_it_came(self):
        raw = plain()
        first, again = self.bring(raw), self.bring(raw, name="copy.jpg")
        self.assertEqual((first["again"], again["again"], again["entry"]["id"]), (False, True, first["entry"]["id"]))
        self.assertIn("f/5.6, 1/160 s, ISO 400", first["entry"]["told"][0])
        self.assertEqual(self.client.get(f"/api/log/{first['entry']['id']}/file").data, raw)
        self.assertEqual(self.client.get(first["entry"]["picture"]).mimetype, "image/jpeg")
        self.assertEqual(len(self.client.get("/api/log").json["entries"]), 1)

    def test_what_changed_since_the_line_before_is_told_and_searched(self):
        made = self.added(4)
        self.bring(plain(0.1), set_id=made["id"])
        file = made["file"]
        file["set"]["lights"][0]["output"] -= 1
        file["set"]["panels"][0]["on"] = False
        self.client.put(f"/api/sets/{made['id']}", json={"based_on": 1, "file": file})
        self.bring(plain(0.2), set_id=made["id"])
        newest, oldest = self.client.get("/api/log").json["entries"]
        self.assertEqual(oldest["changed"], [])
        self.assertRegex(" ".join(newest["changed"]), "Key from 1/16 .* Take the silver out|silver out.*Key from 1/16")
        for words, count in (("octa", 2), ("four lights", 2), ("anton nothing", 0), ("100%", 0)):
            found = self.client.get("/api/log", query_string={"words": words}).json["entries"]
            self.assertEqual(len(found), count, words)

    def test_stars_kept_and_notes_are_filtered_and_come_out_as_a_table(self):
        ids = [self.bring(plain(0.1 * k))["entry"]["id"] for k in (1, 2, 3)]
        self.client.put(f"/api/log/{ids[0]}", json={"stars": 4, "kept": True, "note": "=the one"})
        self.client.put(f"/api/log/{ids[1]}", json={"kept": False})
        note = self.client.post("/api/log/notes", json={"note": "Tired by nine"})
        self.assertEqual(note.status_code, 201)
        for query, count in (
            ({"kept": "yes"}, 1), ({"kept": "no"}, 1), ({"stars": 3}, 1), ({"kind": "note"}, 1), ({"words": "the one"}, 1),
            ({"since": "2020-01-01"}, 4), ({"until": "2020-01-01"}, 0),
            ({"until": "9999-12-31", "since": "0001-01-01"}, 4),
        ):  # fmt: skip
            self.assertEqual(len(self.client.get("/api/log", query_string=query).json["entries"]), count, query)
        table = self.client.get("/api/log/table").data.decode()
        self.assertEqual(len(table.splitlines()), 5)
        self.assertIn("'=the one", table)
        self.assert_refused(self.client.get("/api/log", query_string={"since": "soon"}))
        self.assert_refused(self.client.put(f"/api/log/{ids[0]}", json={"stars": 9}))

    def test_pages_follow_each_other_without_gap_or_repeat(self):
        sessions = self.app.extensions["sessions"]
        for n in range(120):
            add_entry(sessions, New("note", f"n{n}", About(), note=str(n)))
        seen, after, more = [], "", True
        while more:
            page = self.client.get("/api/log", query_string={"after": after}).json
            seen += [k["name"] for k in page["entries"]]
            after, more = page["entries"][-1]["id"], page["more"]
        self.assertEqual(sorted(seen), sorted(f"n{n}" for n in range(120)))

    def test_bad_files_are_told_plainly_and_leave_nothing(self):
        huge = io.BytesIO()
        Image.new("1", (20000, 15000)).save(huge, format="PNG")
        whole = plain()
        for raw, words in (
            (b"", "empty"), (whole[: len(whole) // 3], "broken"), (b"\0\0\0\x18ftypmp42" + b"x" * 400, "film"),
            (huge.getvalue(), "pixels"), (b"not a picture at all", "not a picture"),
        ):  # fmt: skip
            (problem,) = self.assert_refused(self.client.post("/api/log/pictures", data=raw))
            self.assertRegex(problem["message"], words)
            self.assertTrue(problem["accepted"])
        with mock.patch("pathlib.Path.write_bytes", side_effect=OSError(28, "No space left on device")):
            (problem,) = self.assert_refused(self.client.post("/api/log/pictures", data=whole), 507)
        self.assertIn("disk is full", problem["message"])
        self.assertEqual(self.client.get("/api/log").json["entries"], [])
        self.assertEqual(self.bring(whole)["again"], False)

    def test_tags_that_lie_are_left_out_and_said(self):
        tags = FrameTags(**(vars(TAGS) | {"aperture": 900.0}))
        entry = self.bring(jpeg(np.full((400, 320, 3), 0.2), tags))["entry"]
        self.assertNotIn("f/900", entry["told"][0])
        self.assertRegex(" ".join(entry["told"][1:]), "not believed: aperture 900")

    def test_a_set_that_is_not_there_keeps_no_picture(self):
        self.assert_refused(self.client.post("/api/log/pictures", query_string={"set_id": "none"}, data=plain()), 404)


class Judged(Bringing):
    def judged(self, entry: dict, **body) -> dict:
        answer = self.client.post(f"/api/log/{entry['id']}/judge", json=body)
        self.assertEqual(answer.status_code, 200, answer.data[:300])
        return answer.json

    def test_a_wrong_output_is_said_in_the_unit_s_steps(self):
        four = demo_file(4)
        real = taken(wrong(four.set, key=-2 / 3))
        made = self.added(4)
        found = self.judged(self.bring(jpeg(real), set_id=made["id"])["entry"])
        self.assertTrue(found["corrections"][0]["wrong"])
        self.assertRegex(found["corrections"][0]["text"], r"key: gave −0\.[67]; 0\.7 stops more, to 1/8")
        self.assertEqual(sum(k["wrong"] for k in found["corrections"]), 1)
        self.assertTrue(found["predicted"].startswith("data:image/jpeg"))
        self.assertTrue(found["same"]["explained"])
        self.assertEqual(len(found["ratio"]), 2)
        self.assertFalse(found["linear"])

    def test_marks_put_by_hand_are_read_there(self):
        made = self.added(1)
        entry = self.bring(jpeg(taken(demo_file(1).set)), set_id=made["id"])["entry"]
        asis = {k["name"]: k["off"] for k in self.judged(entry)["surfaces"]}
        moved = self.judged(entry, marks={"forehead": [0.04, 0.96]})
        self.assertEqual([(k["x"], k["y"]) for k in moved["marks"] if k["name"] == "forehead"], [(0.04, 0.96)])
        there = {k["name"]: k["off"] for k in moved["surfaces"]}
        self.assertNotAlmostEqual(there.get("forehead", 9.0), asis["forehead"], delta=0.3)
        self.assertAlmostEqual(there["chin"], asis["chin"], delta=1e-6)

    def test_a_whole_frame_of_another_shape_is_read_in_its_middle(self):
        real = taken(demo_file(1).set)
        tall = np.concatenate([np.full((40, 320, 3), 0.02), real, np.full((40, 320, 3), 0.02)])
        set_id = self.added(1)["id"]
        exact = self.judged(self.bring(jpeg(real), set_id=set_id)["entry"])
        found = self.judged(self.bring(jpeg(tall), set_id=set_id)["entry"])
        self.assertAlmostEqual(found["overall"], exact["overall"], delta=0.05)
        places = [{k["name"]: k for k in one["marks"]} for one in (exact, found)]
        self.assertAlmostEqual(places[1]["chin"]["y"], (40 + 400 * places[0]["chin"]["y"]) / 480, places=6)

    def test_a_card_gives_the_balance_and_a_picture_alone_the_settings(self):
        warm = np.full((400, 320, 3), 0.0) + np.array([0.30, 0.18, 0.09])
        entry = self.bring(jpeg(warm))["entry"]
        alone = self.judged(entry)
        self.assertIn("Point at", alone["said"][0])
        found = self.judged(entry, marks={"card": [0.5, 0.5]})
        self.assertGreater(found["card"]["mired"], 30)
        self.assertRegex(found["said"][-1], "Too warm: set [34]")
        dark = self.bring(jpeg(np.full((400, 320, 3), 0.045)))["entry"]
        said = self.judged(dark, marks={"card": [0.5, 0.5]})["said"][0]
        self.assertRegex(said, r"2\.0 stops too dark\. Right: flash 2\.0 stops more, or f/2\.8, or ISO 1600")
        json.dumps(found)

    def test_the_set_s_own_card_is_proposed_and_kept_as_a_reading(self):
        file = self.demo_json(1)
        face = file["set"]["lights"][0]["aim"]
        place = {"x": face["x"] + 0.12, "y": face["y"] - 0.13, "z": face["z"] + 0.2}
        card = {
            "place": place,
            "aim": file["set"]["camera"]["place"],
            "width": 0.1,
            "height": 0.15,
            "surface": "grey card",
        }
        file["set"]["panels"] = [{**card, "name": "card", "holding": "held"}]
        made = self.client.post("/api/sets", json=file)
        self.assertEqual(made.status_code, 201, made.data[:300])
        real = taken(read_set_file(json.dumps(file).encode()).set)
        entry = self.bring(jpeg(real), set_id=made.json["id"])["entry"]
        self.assertIn("card", {k["name"] for k in self.judged(entry)["marks"]})
        kept = self.client.post(f"/api/log/{entry['id']}/card", json={})
        self.assertEqual(kept.status_code, 201, kept.data[:300])
        self.assertLess(abs(kept.json["off"]), 0.1)
        (line,) = self.client.get("/api/log", query_string={"kind": "reading"}).json["entries"]
        self.assertEqual(line["name"], "grey card in IMG.jpg")
        without = self.bring(plain(), set_id=self.added(1)["id"])["entry"]
        (problem,) = self.assert_refused(self.client.post(f"/api/log/{without['id']}/card", json={}))
        self.assertEqual(problem["field"], "marks.card")

    def test_a_mark_outside_the_picture_is_refused(self):
        entry = self.bring(plain())["entry"]
        problems = self.assert_refused(
            self.client.post(f"/api/log/{entry['id']}/judge", json={"marks": {"card": [2, 0]}})
        )
        self.assertIn("marks", problems[0]["field"])
