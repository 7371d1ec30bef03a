"""The log in the real database: what changed between lines, files that come twice, and a hundred thousand lines."""

import tempfile
import unittest
from dataclasses import replace
from datetime import datetime
from pathlib import Path

from sqlalchemy import event, text

from deep_amber.core.sitting.sitting import LookPlan, Sitting
from deep_amber.store.database import open_store
from deep_amber.store.frames import keep_once
from deep_amber.store.log import (
    PAGE,
    About,
    New,
    NoSuchEntry,
    Wanted,
    add_entry,
    all_of,
    change_entry,
    entry_of,
    page_of,
    readings_in,
    set_at,
)
from deep_amber.store.models import StateRow
from deep_amber.store.sets import NoSuchSet, add_set, delete_set
from deep_amber.store.sittings import (
    NoSuchSitting,
    StaleSitting,
    add_sitting,
    come_to,
    delete_sitting,
    list_sittings,
    open_sitting,
    save_sitting,
)
from tests.sets import demo_file

LINES = 100_000
FILL = """
WITH RECURSIVE count(n) AS (SELECT 0 UNION ALL SELECT n + 1 FROM count WHERE n + 1 < :most)
INSERT INTO log (id, kind, at, set_id, sitting_id, look, sitter, name, told, raw, note, stars, kept, changed, words)
SELECT printf('%032x', n), CASE WHEN n % 7 = 0 THEN 'reading' ELSE 'frame' END,
    strftime('%Y-%m-%d %H:%M:%f000', '2026-01-01', (n / 3) || ' minutes'),
    CASE WHEN n % 2 THEN :set END, CASE WHEN n % 50 = 0 THEN :sitting END, '', '', printf('DA%06d', n),
    CASE WHEN n % 7 = 0 THEN '{"aperture": 8.0, "computed": 7.6, "off": 0.15}' ELSE '{"faults": [], "between": null}' END, '', '',
    n % 6, CASE n % 3 WHEN 1 THEN 1 WHEN 2 THEN 0 END, '[]',
    printf('da%06d four lights ', n) || CASE WHEN n % 1000 = 0 THEN 'octa' ELSE 'bowl' END
FROM count"""
"""As many lines as a studio makes in years; moments are written as the tables keep them."""


class Kept(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.sessions = open_store(self.folder)
        self.addCleanup(self.sessions.kw["bind"].dispose)
        self.set_id = add_set(self.sessions, demo_file(4)).id
        self.set = demo_file(4).set

    def sitting(self) -> str:
        looks = (LookPlan("four lights", self.set_id),)
        return add_sitting(self.sessions, Sitting("Evening", sitter="Anton", looks=looks)).id


class Lines(Kept):
    def test_what_changed_is_against_the_line_before_of_the_same_sitting_else_of_the_same_set(self):
        darker = replace(self.set, lights=(replace(self.set.lights[0], output=-5.0), *self.set.lights[1:]))
        sitting = self.sitting()
        here, of_set = About(self.set_id, sitting, "four lights"), About(self.set_id)
        made = [
            add_entry(self.sessions, New("frame", name, about, photo_set=s))
            for name, about, s in (
                ("a", here, self.set),
                ("b", here, darker),
                ("c", here, darker),
                ("d", of_set, self.set),
            )
        ]
        codes = [[k.code for k in entry.changed] for entry in made]
        self.assertEqual(codes, [[], ["sitting.output"], [], ["sitting.output"]])
        self.assertEqual((made[0].sitter, made[0].sitting_name, made[3].sitter), ("Anton", "Evening", ""))
        self.assertEqual(set_at(self.sessions, made[1].id), darker)
        with self.sessions() as session:
            self.assertEqual(session.query(StateRow).count(), 2)

    def test_a_note_is_found_and_its_older_words_are_not(self):
        made = add_entry(self.sessions, New("note", "note", note="Lids too wide"))
        change_entry(self.sessions, made.id, note="Better")
        found = {k: len(page_of(self.sessions, Wanted(words=k))[0]) for k in ("better", "lids", "note", "%", "_")}
        self.assertEqual(found, {"better": 1, "lids": 0, "note": 1, "%": 0, "_": 0})

    def test_what_is_not_there_is_said(self):
        with self.assertRaises(NoSuchEntry):
            entry_of(self.sessions, "none")
        with self.assertRaises(NoSuchEntry):
            change_entry(self.sessions, "none", stars=1)
        delete_set(self.sessions, self.set_id)
        with self.assertRaises(NoSuchSet):
            add_entry(self.sessions, New("note", "note", About(self.set_id)))
        self.assertEqual(page_of(self.sessions, Wanted()), ([], False))

    def test_the_same_file_is_kept_once_and_a_failed_one_leaves_nothing(self):
        def new():
            return New("picture", "a.jpg", About(self.set_id), {}, "jpeg", content="abc")

        first, again = keep_once(self.sessions, self.folder, new(), b"shown", b"file")
        there, twice = keep_once(self.sessions, self.folder, new(), b"shown", b"file")
        self.assertEqual((again, twice, there.id), (False, True, first.id))
        with self.assertRaises(NoSuchSet):
            keep_once(self.sessions, self.folder, New("picture", "b", About("none"), content="x"), b"shown", b"file")
        self.assertEqual(len(list((self.folder / "frames").iterdir())), 2)

    def test_readings_come_with_the_set_as_it_was(self):
        told = {"at": "face", "toward": "lens", "receptor": "dome", "lights": None, "aperture": 8.0}
        add_entry(self.sessions, New("reading", "all", About(self.set_id), told, photo_set=self.set))
        add_entry(self.sessions, New("reading", "lost", About(self.set_id), told))
        ((entry, photo_set),) = readings_in(self.sessions, self.set_id)
        self.assertEqual((entry.name, photo_set), ("all", self.set))


class Many(Kept):
    def setUp(self):
        super().setUp()
        self.sitting_id = self.sitting()
        with self.sessions.begin() as session:
            session.execute(text(FILL), {"most": LINES, "set": self.set_id, "sitting": self.sitting_id})

    def test_pages_filters_and_the_plan_of_the_query(self):
        asked: list[str] = []
        event.listen(self.sessions.kw["bind"], "before_cursor_execute", lambda *k: asked.append(k[2]))
        first, more = page_of(self.sessions, Wanted())
        self.assertEqual((len(first), more, first[0].name), (PAGE, True, f"DA{LINES - 1:06d}"))
        later, _ = page_of(self.sessions, Wanted(), first[-1].id)
        self.assertEqual(later[0].name, f"DA{LINES - 1 - PAGE:06d}")
        of_sitting, more = page_of(self.sessions, Wanted(sitting_id=self.sitting_id))
        self.assertEqual((len(of_sitting), more), (PAGE, True))
        for query, parameters in ((asked[0], {}), (asked[-1], {"sitting": self.sitting_id})):
            with self.sessions() as session:
                plain = query.replace("?", "1") if not parameters else query.replace("?", "'x'")
                plan = " ".join(row[3] for row in session.execute(text(f"EXPLAIN QUERY PLAN {plain}")))
            self.assertRegex(plan, "USING INDEX ix_log_(at|sitting)")
            self.assertNotIn("TEMP B-TREE", plan)
        for wanted, count in (
            (Wanted(words="octa"), LINES // 1000), (Wanted(words="da000123"), 1), (Wanted(words="nothing like it"), 0),
            (Wanted(words="octa four", kind="reading"), 15), (Wanted(stars=5, kept=True, words="octa"), 0),
            (Wanted(since=datetime(2026, 1, 2), until=datetime(2026, 1, 2, 0, 10)), 30),
        ):  # fmt: skip
            self.assertEqual(sum(1 for _ in all_of(self.sessions, wanted)), count, wanted)


class Sittings(Kept):
    def test_a_stale_save_is_refused_and_how_far_it_has_come_is_kept(self):
        made = open_sitting(self.sessions, self.sitting())
        later = save_sitting(self.sessions, made.id, 1, replace(made.sitting, name="Later"))
        self.assertEqual((later.version, later.sitting.name), (2, "Later"))
        with self.assertRaises(StaleSitting) as caught:
            save_sitting(self.sessions, made.id, 1, made.sitting)
        self.assertEqual(caught.exception.present, later)
        self.assertEqual(
            (come_to(self.sessions, made.id, 2, 5).look, open_sitting(self.sessions, made.id).done), (2, 5)
        )
        delete_sitting(self.sessions, made.id)
        self.assertEqual(list_sittings(self.sessions), [])
        with self.assertRaises(NoSuchSitting):
            save_sitting(self.sessions, made.id, 2, made.sitting)
        delete_sitting(self.sessions, made.id, again=True)
        self.assertEqual(open_sitting(self.sessions, made.id).version, 2)


if __name__ == "__main__":
    unittest.main()
