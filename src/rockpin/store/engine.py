"""Opens the data file: write-ahead log, foreign keys, migrated to the newest tables."""

from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine, event


def open_engine(path: Path) -> Engine:
    """An engine on the file, made and migrated if needed. Writes take the lock at once, so none is lost half-way."""
    path.parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(f"sqlite:///{path}", connect_args={"timeout": 10})

    @event.listens_for(engine, "connect")
    def _connected(connection: Any, _record: Any) -> None:
        # the driver must not open transactions of its own: ours begin with the write lock
        connection.isolation_level = None
        for pragma in ("journal_mode=WAL", "foreign_keys=ON", "synchronous=FULL"):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def _begun(connection: Any) -> None:
        reads = connection.get_execution_options().get("reads_only", False)
        connection.exec_driver_sql("BEGIN" if reads else "BEGIN IMMEDIATE")

    migrate(engine)
    return engine


def migrate(engine: Engine) -> None:
    """Brings the tables to the newest revision."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
