"""What happened at the wall and was taken in, so that it is taken in once; phones that were let in."""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "taken_in",
        sa.Column("id", sa.String(60), primary_key=True),
        sa.Column("job_id", sa.String(60), nullable=False),
    )
    op.create_table(
        "paired_phone",
        sa.Column("id", sa.String(60), primary_key=True),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("token_hash", sa.String(64), nullable=False, unique=True),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
    )


def downgrade() -> None:
    op.drop_table("paired_phone")
    op.drop_table("taken_in")
