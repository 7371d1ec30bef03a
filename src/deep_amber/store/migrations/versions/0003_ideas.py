"""Idea boards."""

import sqlalchemy as sa
from alembic import op

revision, down_revision, branch_labels, depends_on = "0003", "0002", None, None


def upgrade() -> None:
    op.create_table(
        "ideas",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("set_id", sa.String(32), sa.ForeignKey("sets.id", ondelete="CASCADE"), nullable=False),
        sa.Column("picture", sa.String(64), nullable=False),
        sa.Column("suffix", sa.String(8), nullable=False),
        sa.Column("width", sa.Integer, nullable=False),
        sa.Column("height", sa.Integer, nullable=False),
        sa.Column("note", sa.String(500), nullable=False),
        sa.Column("added_at", sa.DateTime, nullable=False),
        sa.Column("removed_at", sa.DateTime),
    )
    op.create_index("ix_ideas_set_id", "ideas", ["set_id"])


def downgrade() -> None:
    op.drop_table("ideas")
