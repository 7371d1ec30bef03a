"""The set file: exact round trip, published schema, and refusals in words."""

import io
import json
import unittest
from copy import deepcopy
from dataclasses import replace
from pathlib import Path

import jsonschema
from hypothesis import given, settings
from hypothesis import strategies as st

from deep_amber.core.editing.moves import move
from deep_amber.core.problem import NotAccepted
from deep_amber.formats.own_json import LARGEST_FILE, read_at_most
from deep_amber.formats.set_file import VERSION, new_file, read_given, read_set_file, schema, write_set_file
from tests.sets import DEMO, demo_file, plain_set

DOCS = Path(__file__).parents[2] / "docs"


def refused(raw: bytes) -> list[str]:
    """The fields a file is refused for."""
    try:
        read_set_file(raw)
    except NotAccepted as error:
        assert all(p.message for p in error.problems)
        return [p.field for p in error.problems]
    raise AssertionError("the file was accepted")


class RoundTrip(unittest.TestCase):
    def test_demo_files_are_exactly_what_is_written(self):
        for path in DEMO.glob("[0-9]-*.json"):
            with self.subTest(path.name):
                self.assertEqual(write_set_file(read_set_file(path.read_bytes())), path.read_bytes())

    @settings(max_examples=50)
    @given(st.floats(-1, 1), st.floats(0.9, 1.9), st.floats(1.5, 4), st.floats(0, 1), st.text(max_size=40))
    def test_any_sound_set_comes_back_equal(self, x, y, z, shade, notes):
        notes = notes.encode("utf-8", "ignore").decode()
        photo_set = move(plain_set(), "lights.0", "place", {"x": x, "y": y, "z": z}).photo_set
        surface = replace(photo_set.backdrop.surface, reflectance=0.02 + 0.9 * shade)
        photo_set = replace(photo_set, backdrop=replace(photo_set.backdrop, surface=surface))
        file = new_file("Täst – 1/3", photo_set, notes)
        self.assertEqual(read_set_file(write_set_file(file)), file)

    def test_a_byte_order_mark_is_no_obstacle(self):
        self.assertEqual(read_set_file(b"\xef\xbb\xbf" + write_set_file(demo_file())), demo_file())


class Schema(unittest.TestCase):
    def test_the_published_schema_is_the_present_one(self):
        self.assertEqual(json.loads((DOCS / "set-file.schema.json").read_text()), schema())

    def test_it_accepts_the_demo_files_and_refuses_what_we_refuse(self):
        validator = jsonschema.Draft202012Validator(schema())
        data = json.loads(write_set_file(demo_file()))
        self.assertEqual(list(validator.iter_errors(data)), [])
        data["set"]["room"]["width"] = 500
        data["set"]["camera"]["film"] = "slow"
        self.assertEqual(len(list(validator.iter_errors(data))), 2)

    def test_every_number_states_its_unit_or_meaning(self):
        for name, part in schema()["$defs"].items():
            for field, described in part.get("properties", {}).items():
                if described.get("type") == "number" and name not in ("Colour", "Point"):
                    self.assertIn("description", described, f"{name}.{field}")


class Refused(unittest.TestCase):
    def setUp(self):
        self.data = json.loads(write_set_file(demo_file()))

    def fields(self, change) -> list[str]:
        data = deepcopy(self.data)
        change(data)
        return refused(json.dumps(data).encode())

    def test_what_is_not_json(self):
        for raw in (
            b"",
            b"{",
            b"not json",
            b"\xff\xfe\x00",
            b"[" * 100000,
            b'{"format": NaN}',
            b"null",
            b"[]",
            b'"x"',
            b"7",
        ):
            with self.subTest(raw[:20]):
                self.assertIn(refused(raw), ([""], ["format"]))

    def test_files_nested_too_deep_and_keys_said_twice_are_told(self):
        deep = b'{"format": "deep-amber-set", "version": 5, "set": ' + b'{"a":' * 600 + b"1" + b"}" * 601
        said = self.words(deep)
        self.assertIn("lists and objects in each other", said)
        self.assertIn("the key 'name' stands twice", self.words(b'{"name": "a", "name": "b"}'))
        self.assertIn("line 2, column 3: expecting", self.words(b"{\n  name: 1}"))
        self.assertIn("byte 3 is no part of a text", self.words(b'{"\xff"}'))
        self.assertIn("a number of 400 digits", self.words(b'{"version": ' + b"9" * 400 + b"}"))

    def test_a_command_is_given_a_file_or_a_set_alone(self):
        alone = self.data["set"]
        self.assertEqual(read_given(json.dumps(alone).encode()).set, demo_file().set)
        self.assertEqual(read_given(json.dumps(self.data).encode()), demo_file())
        for wrong, field in (
            ({**alone, "moon": 1}, "set.moon"),
            ({**alone, "room": {**alone["room"], "width": 99}}, "set.room.width"),
            ({k: v for k, v in alone.items() if k != "room"}, "format"),
            ({**alone, "format": "other"}, "format"),
        ):
            with self.subTest(field), self.assertRaises(NotAccepted) as caught:
                read_given(json.dumps(wrong).encode())
            self.assertEqual([p.field for p in caught.exception.problems], [field])

    def words(self, raw: bytes) -> str:
        with self.assertRaises(NotAccepted) as caught:
            read_set_file(raw)
        return caught.exception.problems[0].message

    def test_a_huge_file_is_not_read_to_its_end(self):
        class Endless(io.RawIOBase):
            given = 0

            def read(self, size=-1):
                self.given += size
                return b"[" * size

        file = Endless()
        self.assertEqual(len(read_at_most(file)), LARGEST_FILE + 1)
        self.assertEqual(file.given, LARGEST_FILE + 1)

    def test_a_file_of_version_2_is_read_with_what_it_did_not_know_at_its_default(self):
        data = json.loads(write_set_file(demo_file()))
        data["version"] = 2
        for part in ("look", "furniture", "doors"):
            del data["set"][part]
        for part, names in (
            ("sitter", ("posture", "glasses", "cloth", "sheen")),
            ("camera", ("orientation", "lens")),
            ("backdrop", ("sweep", "kind")),
        ):
            for name in names:
                del data["set"][part][name]
        read = read_set_file(json.dumps(data).encode())
        self.assertEqual(read.version, VERSION)
        self.assertEqual(read.set, replace(demo_file().set, look=None))

    def test_a_file_of_version_3_is_read_and_its_lights_do_not_follow(self):
        data = json.loads(write_set_file(demo_file())) | {"version": 3}
        for light in data["set"]["lights"]:
            del light["follow"]
        read = read_set_file(json.dumps(data).encode())
        self.assertEqual((read.version, read.set), (VERSION, demo_file().set))

    def test_a_file_of_version_4_is_read_with_its_old_words(self):
        """It called the background light "ground", and the camera held upright or level."""
        data = json.loads(write_set_file(demo_file(4))) | {"version": 4}
        for light in data["set"]["lights"]:
            light["role"] = {"background": "ground"}.get(light["role"], light["role"])
        del data["set"]["camera"]["orientation"]
        data["set"]["camera"]["held"] = "level"
        read = read_set_file(json.dumps(data).encode()).set
        self.assertEqual(read.lights, demo_file(4).set.lights)
        self.assertIn("background", {light.role for light in read.lights})
        self.assertEqual(read.camera.orientation, "landscape")

    def test_a_file_of_version_5_is_read_with_booms_over_the_sitter(self):
        data = json.loads(write_set_file(demo_file(4))) | {"version": 5}
        for light in data["set"]["lights"]:
            for field in ("holding", "stand_side", "boom_reach"):
                light.pop(field)
        sitter, first = data["set"]["sitter"], data["set"]["lights"][0]
        first["place"] |= {"x": sitter["x"] + 0.1, "z": sitter["z"], "y": 2.0}
        first["aim"] |= {"x": sitter["x"], "z": sitter["z"], "y": 1.2}
        for field in ("people", "meant"):
            data["set"].pop(field)
        read = read_set_file(json.dumps(data).encode())
        self.assertEqual([k.holding for k in read.set.lights], ["boom"] + ["stand"] * (len(read.set.lights) - 1))
        self.assertEqual((read.set.people, read.set.meant, read.set.sitter.gaze), (None, (), "to the lens"))

    def test_another_format_and_a_newer_version(self):
        self.assertEqual(self.fields(lambda d: d.update(format="other")), ["format"])
        self.assertEqual(self.fields(lambda d: d.update(version=VERSION + 1)), ["version"])
        self.assertEqual(self.fields(lambda d: d.update(version="1")), ["version"])
        self.assertEqual(self.fields(lambda d: d.pop("version")), ["version"])

    def test_missing_and_extra_values(self):
        self.assertEqual(self.fields(lambda d: d["set"]["room"].pop("width")), ["set.room.width"])
        self.assertEqual(self.fields(lambda d: d["set"]["room"].update(colour=1)), ["set.room.colour"])
        self.assertEqual(self.fields(lambda d: d.update(extra=1)), ["extra"])
        self.assertEqual(self.fields(lambda d: d["set"].update(camera=None)), ["set.camera"])

    def test_values_of_another_kind(self):
        for value in ("3", None, True, [], {}):
            with self.subTest(value):
                self.assertEqual(self.fields(lambda d, v=value: d["set"]["room"].update(width=v)), ["set.room.width"])

    def test_absurd_values(self):
        for value in (0, 500, -1, 1e400, 1e-300):
            with self.subTest(value):
                raw = json.dumps(self.data).replace(
                    '"width": 3.4', f'"width": {json.dumps(value)}'.replace("Infinity", "1e999")
                )
                self.assertIn("set.room.width", refused(raw.encode()))

    def test_things_out_of_place(self):
        self.assertEqual(self.fields(lambda d: d["set"]["lights"][0]["place"].update(x=9)), ["set.lights.0.place.x"])
        self.assertIn("set.sitter.x", self.fields(lambda d: d["set"]["sitter"].update(x=-1.7)))

    def test_names(self):
        for name in ("", "   ", "x" * 121, "<script>alert(1)</script>", "a\u0000b", "a\nb"):
            with self.subTest(name[:10]):
                self.assertEqual(set(self.fields(lambda d, n=name: d.update(name=n))), {"name"})

    def test_the_limit_is_stated(self):
        with self.assertRaises(NotAccepted) as caught:
            read_set_file(
                json.dumps(
                    {**self.data, "set": {**self.data["set"], "room": {**self.data["set"]["room"], "width": 500}}}
                ).encode()
            )
        self.assertEqual(caught.exception.problems[0].accepted, "1.5 to 20")

    def test_a_file_that_is_too_large(self):
        self.assertEqual(refused(b" " * (LARGEST_FILE + 1)), [""])

    @settings(max_examples=150)
    @given(st.binary(max_size=200))
    def test_any_bytes_are_refused_in_words(self, raw):
        self.assertTrue(refused(raw))

    @settings(max_examples=150)
    @given(st.data())
    def test_a_sound_file_with_one_value_replaced_never_fails_otherwise(self, data):
        leaves: list = []

        def walk(node, path):
            if isinstance(node, dict | list):
                for key, child in node.items() if isinstance(node, dict) else enumerate(node):
                    walk(child, [*path, key])
            leaves.append(path)

        walk(self.data, [])
        path = data.draw(st.sampled_from([p for p in leaves if p]))
        value = data.draw(
            st.one_of(
                st.none(), st.booleans(), st.integers(), st.floats(), st.text(max_size=8), st.just([]), st.just({})
            )
        )
        changed = deepcopy(self.data)
        node = changed
        for key in path[:-1]:
            node = node[key]
        node[path[-1]] = value
        try:
            read_set_file(json.dumps(changed).encode())
        except NotAccepted as error:
            self.assertTrue(error.problems)


if __name__ == "__main__":
    unittest.main()
