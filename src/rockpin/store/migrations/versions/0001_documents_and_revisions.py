"""Documents and their revisions."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "document",
        sa.Column("id", sa.String(60), primary_key=True),
        sa.Column("kind", sa.String(8), nullable=False),
        sa.Column("site_id", sa.String(60), sa.ForeignKey("document.id", ondelete="CASCADE"), index=True),
        sa.Column("head_id", sa.Integer, nullable=False),
        sa.Column("deleted", sa.Boolean, nullable=False),
    )
    op.create_table(
        "revision",
        sa.Column("id", sa.Integer, primary_key=True, autoincrement=True),
        sa.Column(
            "document_id", sa.String(60), sa.ForeignKey("document.id", ondelete="CASCADE"), nullable=False, index=True
        ),
        sa.Column("parent_id", sa.Integer, sa.ForeignKey("revision.id", ondelete="CASCADE"), index=True),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("summary", sa.String(200), nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
        sqlite_autoincrement=True,
    )


def downgrade() -> None:
    op.drop_table("revision")
    op.drop_table("document")
