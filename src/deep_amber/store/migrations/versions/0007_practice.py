"""What was practised: answers with their marks, and sets that are moved until they make a picture."""

import sqlalchemy as sa
from alembic import op

revision, down_revision, branch_labels, depends_on = "0007", "0006", None, None


def upgrade() -> None:
    op.create_table(
        "attempts",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("at", sa.DateTime, nullable=False),
        sa.Column("kind", sa.String(10), nullable=False),
        sa.Column("level", sa.Integer, nullable=False),
        sa.Column("seed", sa.Integer, nullable=False),
        sa.Column("marks", sa.Text, nullable=False),
        sa.Column("total", sa.Float, nullable=False),
        sa.Column("seconds", sa.Float, nullable=False),
    )
    op.create_index("ix_attempts_at", "attempts", ["at"])
    op.create_table(
        "hands",
        sa.Column("set_id", sa.String(32), sa.ForeignKey("sets.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("level", sa.Integer, nullable=False),
        sa.Column("seed", sa.Integer, nullable=False),
        sa.Column("begun_at", sa.DateTime, nullable=False),
        sa.Column("moves", sa.Integer, nullable=False),
        sa.Column("hints", sa.Integer, nullable=False),
        sa.Column("content", sa.String(64), nullable=False),
        sa.Column("done_at", sa.DateTime),
    )


def downgrade() -> None:
    op.drop_table("hands")
    op.drop_table("attempts")
