"""What a list shows without reading whole bodies: names, walls under jobs, verdicts with what they were made from.

And the version of the documents in which each state was written; of older states nobody noted it.
"""

import json
from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("document", sa.Column("label", sa.String(200), nullable=False, server_default=""))
    op.add_column("document", sa.Column("folded", sa.String(400), nullable=False, server_default=""))
    op.add_column("document", sa.Column("drilled", sa.Boolean, nullable=False, server_default=sa.false()))
    op.add_column("revision", sa.Column("version", sa.Integer, nullable=True))
    op.create_table(
        "stands_on",
        sa.Column("job_id", sa.String(60), sa.ForeignKey("document.id", ondelete="CASCADE"), primary_key=True),
        sa.Column(
            "wall_id", sa.String(60), sa.ForeignKey("document.id", ondelete="CASCADE"), primary_key=True, index=True
        ),
        sa.Column("place", sa.Integer, nullable=False),
    )
    op.create_table(
        "verdict",
        sa.Column("job_id", sa.String(60), sa.ForeignKey("document.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("made_from", sa.Text, nullable=False),
        sa.Column("word", sa.String(20), nullable=False),
        sa.Column("label", sa.String(200), nullable=False),
        sa.Column("sentence", sa.Text, nullable=False),
    )
    _fill()


def _fill() -> None:
    """Every document as it stands. Written out here: what the program of a later day makes of a body is not ours."""
    connection = op.get_bind()
    heads = sa.text("SELECT d.id, d.kind, r.body FROM document d JOIN revision r ON r.id = d.head_id")
    rows = connection.execute(heads).all()
    known = {row.id for row in rows}
    for row in rows:
        try:
            body: Any = json.loads(row.body)
        except ValueError:
            continue
        if not isinstance(body, dict):
            continue
        label = str(body.get("title") or body.get("name") or "")[:200]
        drilled = row.kind == "job" and bool(body.get("records"))
        connection.execute(
            sa.text("UPDATE document SET label = :label, folded = :folded, drilled = :drilled WHERE id = :id"),
            {"label": label, "folded": label.casefold(), "drilled": drilled, "id": row.id},
        )
        placement = body.get("placement") if row.kind == "job" else None
        if not isinstance(placement, dict):
            continue
        others = placement.get("supports")
        supports = [one for one in others if isinstance(one, dict)] if isinstance(others, list) else []
        named = dict.fromkeys([placement.get("wall_id"), *(one.get("wall_id") for one in supports)])
        for place, wall_id in enumerate(named):
            if isinstance(wall_id, str) and wall_id in known:
                connection.execute(
                    sa.text("INSERT INTO stands_on (job_id, wall_id, place) VALUES (:job, :wall, :place)"),
                    {"job": row.id, "wall": wall_id, "place": place},
                )


def downgrade() -> None:
    op.drop_table("verdict")
    op.drop_table("stands_on")
    op.drop_column("revision", "version")
    op.drop_column("document", "drilled")
    op.drop_column("document", "folded")
    op.drop_column("document", "label")
