"""The kit as JSON and CSV."""

import json
import random
import unittest
from dataclasses import replace

from deep_amber.core.kit.catalogue import CATALOGUE
from deep_amber.core.kit.owned import OwnReading, StandItem
from deep_amber.core.problem import NotAccepted
from deep_amber.formats.kit_file import kit_schema, read_kit_csv, read_kit_file, write_kit_csv, write_kit_file
from tests.sets import DEMO

READING = OwnReading("standard bowl", -1.0, 2.0, 16.0, receptor="flat")
WITH_READING = replace(CATALOGUE, sources=(replace(CATALOGUE.sources[0], readings=(READING,)), *CATALOGUE.sources[1:]))


def refused(read, raw: bytes) -> list[tuple[str, str]]:
    try:
        read(raw)
    except NotAccepted as error:
        return [(p.field, p.accepted) for p in error.problems]
    raise AssertionError("the file was accepted")


class RoundTrip(unittest.TestCase):
    def test_json_and_csv_lose_nothing(self):
        self.assertEqual(read_kit_file(write_kit_file(WITH_READING)), WITH_READING)
        self.assertEqual(read_kit_csv(write_kit_csv(WITH_READING)), WITH_READING)

    def test_the_demo_kit_is_exactly_what_is_written(self):
        raw = (DEMO / "kit.json").read_bytes()
        self.assertEqual(write_kit_file(read_kit_file(raw)), raw)

    def test_the_published_schema_is_the_present_one(self):
        published = json.loads((DEMO.parent / "docs/kit-file.schema.json").read_text())
        self.assertEqual(published, json.loads(json.dumps(kit_schema())))


class Json(unittest.TestCase):
    def changed(self, change) -> bytes:
        data = json.loads(write_kit_file(CATALOGUE))
        change(data)
        return json.dumps(data).encode()

    def test_what_is_no_kit(self):
        for raw in (b"", b"[]", b"{}", b"\xff\xfe", b'{"format": "deep-amber-set"}', b"[" * 90000):
            self.assertIn(refused(read_kit_file, raw)[0][0], ("", "format"))

    def test_version_1_is_read(self):
        def older(data):
            data["version"] = 1
            for item in data["kit"]["panels"]:
                item.pop("back")

        self.assertEqual(read_kit_file(self.changed(older)), CATALOGUE)

    def test_newer_versions(self):
        self.assertEqual(refused(read_kit_file, self.changed(lambda d: d.update(version=9)))[0][0], "version")

    def test_another_kind_and_a_figure_of_the_wrong_kind_of_source(self):
        raw = self.changed(lambda d: d["kit"]["sources"][0]["source"].update(kind="laser"))
        field, accepted = refused(read_kit_file, raw)[0]
        self.assertEqual(field, "kit.sources.0.source.kind")
        self.assertIn("speedlight", accepted)
        raw = self.changed(lambda d: d["kit"]["sources"][0]["source"].update(zoom=35.0))
        self.assertEqual(refused(read_kit_file, raw)[0][0], "kit.sources.0.source.zoom")

    def test_names_used_twice_and_spans_that_run_backward(self):
        raw = self.changed(lambda d: d["kit"]["panels"][1].update(name=d["kit"]["panels"][0]["name"]))
        self.assertEqual(refused(read_kit_file, raw)[0][0], "kit.panels.1.name")
        raw = write_kit_file(replace(CATALOGUE, stands=(StandItem("s", 2.0, 1.0),)))
        self.assertEqual(refused(read_kit_file, raw)[0][0], "kit.stands.0.highest")

    def test_readings_name_modifiers_of_the_kit(self):
        raw = write_kit_file(replace(WITH_READING, modifiers=()))
        self.assertEqual(refused(read_kit_file, raw)[0][0], "kit.sources.0.readings.0.modifier")


class Csv(unittest.TestCase):
    def test_the_line_is_named(self):
        text = write_kit_csv(CATALOGUE).decode().replace(",600.0,", ",99999.0,", 1)
        field, accepted = refused(read_kit_csv, text.encode())[0]
        self.assertEqual((field, accepted), ("line 4.source.energy", "20 to 2400"))

    def test_unknown_lists_and_readings_without_a_source(self):
        self.assertEqual(refused(read_kit_csv, b"list,name\ncars,x\n")[0][0], "line 2.list")
        self.assertEqual(refused(read_kit_csv, b"list,name\nreadings,x\n")[0][0], "line 2.name")

    def test_columns_that_contradict_each_other(self):
        for raw in (
            b"list,name,source,source.kind\nsources,x,strobe,strobe\n",
            b"list,name,source.kind,source\nsources,x,strobe,strobe\n",
            b"list,name,readings\nsources,x,7\n",
        ):
            self.assertTrue(refused(read_kit_csv, raw)[0][0].startswith("line 2"), raw)

    def test_a_column_of_three_thousand_parts(self):
        raw = f"list,name,{'.'.join('a' * 3000)}\nsources,x,1\n".encode()
        self.assertEqual(refused(read_kit_csv, raw)[0][0], "line 2")

    def test_one_random_byte(self):
        """Whatever byte of an exported table is another one, it is read or refused in words."""
        whole, rng = write_kit_csv(CATALOGUE), random.Random(3)
        for _ in range(300):
            raw = bytearray(whole)
            raw[rng.randrange(len(raw))] = rng.randrange(256)
            try:
                read_kit_csv(bytes(raw))
            except NotAccepted as error:
                self.assertTrue(error.problems[0].message)

    def test_what_is_no_table(self):
        for raw in (b"", b"\xff\xfe\x00", b"hello", b"a,b\n1,2\n"):
            self.assertEqual(refused(read_kit_csv, raw)[0][0], "")

    def test_formulas_and_control_characters_are_only_text(self):
        text = 'list,name,quantity,surface,width,height,shape\npanels,"=cmd()",1,white,0.8,1.2,flat\n'
        self.assertEqual(read_kit_csv(text.encode()).panels[0].name, "=cmd()")


if __name__ == "__main__":
    unittest.main()
