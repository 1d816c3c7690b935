"""Alembic's way in: runs on the connection that store.database hands over."""

from alembic import context

from cielo.store.tables import Base

context.configure(connection=context.config.attributes["connection"], target_metadata=Base.metadata)
with context.begin_transaction():
    context.run_migrations()
