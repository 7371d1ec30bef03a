"""Idea boards on a real database and real files."""

import threading
import unittest

from deep_amber.formats.idea_picture import read_idea_picture
from deep_amber.store import ideas as store
from deep_amber.store.sets import NoSuchSet, add_set, delete_set
from tests.formats.test_idea_picture import picture
from tests.sets import demo_file
from tests.store.test_sets import OnDisk


class Board(OnDisk):
    def setUp(self):
        super().setUp()
        self.set_id = add_set(self.sessions, demo_file()).id

    def add(self, size=(90, 60)) -> store.Idea:
        return store.add_idea(self.sessions, self.folder, self.set_id, read_idea_picture(picture("PNG", size)))

    def board(self) -> list[str]:
        return [idea.id for idea in store.list_ideas(self.sessions, self.set_id)]

    def test_the_board_is_full_under_parallel_adds_and_restores_too(self):
        made = read_idea_picture(picture("PNG", (90, 60)))
        first = self.add()
        for _ in range(store.MOST_IDEAS - 3):
            store.add_idea(self.sessions, self.folder, self.set_id, made)
        results: list[str] = []

        def add() -> None:
            try:
                store.add_idea(self.sessions, self.folder, self.set_id, made)
                results.append("added")
            except store.BoardFull:
                results.append("full")

        threads = [threading.Thread(target=add) for _ in range(6)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(sorted(results), ["added"] * 2 + ["full"] * 4)
        store.remove_idea(self.sessions, self.set_id, first.id)
        self.add()
        with self.assertRaises(store.BoardFull):
            store.restore_idea(self.sessions, self.set_id, first.id)
        self.assertEqual(len(self.board()), store.MOST_IDEAS)

    def test_what_a_cut_short_write_left_is_cleaned_up(self):
        kept = self.add()
        left = self.folder / "pictures" / f"{kept.picture}.{'0123456789abcdef' * 2}"
        left.write_bytes(b"half")
        store.clean_up(self.folder)
        self.assertFalse(left.exists())
        self.assertTrue(store.shown_file(self.folder, kept.picture).exists())

    def test_pictures_stay_in_order_with_their_notes_and_files(self):
        first, second = self.add(), self.add((120, 80))
        store.note_idea(self.sessions, self.set_id, second.id, "light from the window")
        kept = store.list_ideas(self.sessions, self.set_id)
        self.assertEqual([(i.id, i.note) for i in kept], [(first.id, ""), (second.id, "light from the window")])
        self.assertTrue(store.shown_file(self.folder, first.picture).read_bytes().startswith(b"\xff\xd8"))
        self.assertTrue((self.folder / "pictures" / f"{first.picture}.png").exists())

    def test_the_same_picture_twice_is_one_file(self):
        self.assertEqual(self.add().picture, self.add().picture)
        self.assertEqual(len(list((self.folder / "pictures").iterdir())), 2)

    def test_removing_can_be_undone(self):
        idea = self.add()
        store.remove_idea(self.sessions, self.set_id, idea.id)
        self.assertEqual(self.board(), [])
        store.restore_idea(self.sessions, self.set_id, idea.id)
        self.assertEqual(self.board(), [idea.id])

    def test_another_sets_ideas_are_not_touched(self):
        idea, other = self.add(), add_set(self.sessions, demo_file()).id
        for act in (store.remove_idea, store.restore_idea):
            with self.assertRaises(store.NoSuchIdea):
                act(self.sessions, other, idea.id)
        with self.assertRaises(store.NoSuchIdea):
            store.note_idea(self.sessions, other, idea.id, "mine")
        self.assertEqual(store.list_ideas(self.sessions, other), [])

    def test_a_copied_board_is_its_own(self):
        idea, other = self.add(), add_set(self.sessions, demo_file()).id
        store.note_idea(self.sessions, self.set_id, idea.id, "soft")
        store.copy_ideas(self.sessions, self.set_id, other)
        (copied,) = store.list_ideas(self.sessions, other)
        store.note_idea(self.sessions, other, copied.id, "hard")
        self.assertEqual(store.list_ideas(self.sessions, self.set_id)[0].note, "soft")

    def test_a_set_that_has_gone_takes_no_pictures(self):
        delete_set(self.sessions, self.set_id)
        with self.assertRaises(NoSuchSet):
            self.add()

    def test_a_full_board_says_so(self):
        made = read_idea_picture(picture("PNG"))
        for _ in range(store.MOST_IDEAS):
            store.add_idea(self.sessions, self.folder, self.set_id, made)
        with self.assertRaises(store.BoardFull):
            store.add_idea(self.sessions, self.folder, self.set_id, made)


if __name__ == "__main__":
    unittest.main()
