"""In which job and at which device a change was made."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("revision", sa.Column("job_id", sa.String(60), nullable=True))
    op.add_column("revision", sa.Column("device", sa.String(60), nullable=True))


def downgrade() -> None:
    op.drop_column("revision", "device")
    op.drop_column("revision", "job_id")
