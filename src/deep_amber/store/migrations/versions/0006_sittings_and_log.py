"""Sittings, poses, the log (frames go into it), calibrations."""

import sqlalchemy as sa
from alembic import op

revision, down_revision, branch_labels, depends_on = "0006", "0005", None, None


def upgrade() -> None:
    op.create_table(
        "sittings",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("date", sa.String(10), nullable=False),
        sa.Column("document", sa.Text, nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("look", sa.Integer, nullable=False),
        sa.Column("done", sa.Integer, nullable=False),
        sa.Column("changed_at", sa.DateTime, nullable=False),
        sa.Column("deleted_at", sa.DateTime),
    )
    op.create_table(
        "poses",
        sa.Column("name", sa.String(60), primary_key=True),
        sa.Column("document", sa.Text, nullable=False),
    )
    op.create_table(
        "states",
        sa.Column("content", sa.String(64), primary_key=True),
        sa.Column("document", sa.Text, nullable=False),
    )
    op.create_table(
        "calibrations",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("document", sa.Text, nullable=False),
        sa.Column("taken_at", sa.DateTime, nullable=False),
        sa.Column("undone_at", sa.DateTime),
    )
    op.create_table(
        "log",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("kind", sa.String(10), nullable=False),
        sa.Column("at", sa.DateTime, nullable=False),
        sa.Column("set_id", sa.String(32), sa.ForeignKey("sets.id", ondelete="CASCADE")),
        sa.Column("sitting_id", sa.String(32), sa.ForeignKey("sittings.id", ondelete="SET NULL")),
        sa.Column("look", sa.String(80), nullable=False),
        sa.Column("sitter", sa.String(80), nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("told", sa.Text, nullable=False),
        sa.Column("raw", sa.String(8), nullable=False),
        sa.Column("note", sa.Text, nullable=False),
        sa.Column("stars", sa.Integer, nullable=False),
        sa.Column("kept", sa.Boolean),
        sa.Column("changed", sa.Text, nullable=False),
        sa.Column("state", sa.String(64), sa.ForeignKey("states.content")),
        sa.Column("words", sa.Text, nullable=False),
        sa.Column("content", sa.String(64), unique=True),
    )
    op.create_index("ix_log_at", "log", ["at", "id"])
    op.create_index("ix_log_set", "log", ["set_id", "at", "id"])
    op.create_index("ix_log_sitting", "log", ["sitting_id", "at", "id"])
    op.execute(
        "INSERT INTO log (id, kind, at, set_id, look, sitter, name, told, raw, note, stars, changed, words)"
        " SELECT f.id, 'frame', f.taken_at, f.set_id, '', '', f.name, f.told, CASE f.raw WHEN 1 THEN 'dng' ELSE '' END,"
        " '', 0, '[]', lower(s.name || ' ' || f.name) FROM frames f JOIN sets s ON s.id = f.set_id"
    )
    op.drop_table("frames")


def downgrade() -> None:
    op.create_table(
        "frames",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("set_id", sa.String(32), sa.ForeignKey("sets.id", ondelete="CASCADE"), nullable=False),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("told", sa.Text, nullable=False),
        sa.Column("raw", sa.Boolean, nullable=False),
        sa.Column("taken_at", sa.DateTime, nullable=False),
    )
    op.create_index("ix_frames_set_id", "frames", ["set_id"])
    op.create_index("ix_frames_taken_at", "frames", ["taken_at"])
    op.execute(
        "INSERT INTO frames (id, set_id, name, told, raw, taken_at)"
        " SELECT id, set_id, name, told, raw <> '', at FROM log WHERE kind = 'frame'"
    )
    for table in ("log", "calibrations", "states", "poses", "sittings"):
        op.drop_table(table)
