"""Runs migrations on the connection that the store hands over."""

from alembic import context

from rockpin.store.tables import Base

context.configure(connection=context.config.attributes["connection"], target_metadata=Base.metadata)
with context.begin_transaction():
    context.run_migrations()
