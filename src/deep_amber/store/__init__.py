"""The only place that knows SQL: models, migrations, and the operations on sets."""
