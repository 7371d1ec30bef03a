"""Devices and frames."""

import sqlalchemy as sa
from alembic import op

revision, down_revision, branch_labels, depends_on = "0005", "0004", None, None


def upgrade() -> None:
    op.create_table(
        "devices",
        sa.Column("kind", sa.String(20), primary_key=True),
        sa.Column("address", sa.String(120), nullable=False),
        sa.Column("on", sa.Boolean, nullable=False),
    )
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


def downgrade() -> None:
    op.drop_table("frames")
    op.drop_table("devices")
