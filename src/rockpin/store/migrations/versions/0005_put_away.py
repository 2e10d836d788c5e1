"""When a document was removed, whether it is put away, and where on its wall a job was last planned to hang."""

from datetime import UTC, datetime

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("document", sa.Column("removed_at", sa.DateTime(timezone=True), nullable=True))
    op.add_column("document", sa.Column("put_away", sa.Boolean, nullable=False, server_default=sa.false()))
    op.add_column("verdict", sa.Column("area", sa.JSON, nullable=True))
    # what was removed before that was noted stays as long as what is removed now
    document = sa.table(
        "document", sa.column("deleted", sa.Boolean), sa.column("removed_at", sa.DateTime(timezone=True))
    )
    op.execute(document.update().where(document.c.deleted).values(removed_at=datetime.now(UTC)))


def downgrade() -> None:
    op.drop_column("verdict", "area")
    op.drop_column("document", "put_away")
    op.drop_column("document", "removed_at")
