"""Which tab saved a set last, so that its own saves are not taken for another tab's."""

import sqlalchemy as sa
from alembic import op

revision, down_revision, branch_labels, depends_on = "0004", "0003", None, None


def upgrade() -> None:
    with op.batch_alter_table("sets") as table:
        table.add_column(sa.Column("saver", sa.String(64), nullable=False, server_default=""))
        table.add_column(sa.Column("saver_from", sa.Integer, nullable=False, server_default="0"))
        table.add_column(sa.Column("saver_turn", sa.Integer, nullable=False, server_default="0"))


def downgrade() -> None:
    with op.batch_alter_table("sets") as table:
        table.drop_column("saver_turn")
        table.drop_column("saver_from")
        table.drop_column("saver")
