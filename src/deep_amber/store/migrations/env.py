"""Run by the migration tool; the connection comes from store.database.migrate."""

from alembic import context

from deep_amber.store.models import Base

connection = context.config.attributes["connection"]
context.configure(connection=connection, target_metadata=Base.metadata, render_as_batch=True)
with context.begin_transaction():
    context.run_migrations()
